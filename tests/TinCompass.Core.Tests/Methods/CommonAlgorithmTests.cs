using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods;

/// <summary>The algorithms that fast solvers turn: each solves its case on the plain cube; every case has one first.</summary>
public sealed class CommonAlgorithmTests
{
    private static readonly HandModel Right = new(HandPreferences.Usual), Left = new(new HandPreferences(LeftHanded: true));

    [Theory]
    [InlineData("oll", 57)]
    [InlineData("pll", 21)]
    [InlineData("eoll", 3)]
    [InlineData("ocll", 7)]
    [InlineData("cpll", 2)]
    [InlineData("epll", 4)]
    public void Every_case_of_the_last_layer_has_a_common_algorithm_that_solves_it_and_one_stands_first(string id, int count)
    {
        var (set, book) = (LlSets.All.Single(s => s.Id() == id), StageKit.Top.Book);
        LlCase[] cases = [.. LlCases.Of(set).Where(c => !c.IsSolved)];
        Assert.Equal(count, cases.Length);
        Assert.Equal(LlBook.Common.Of(id).Count(), cases.Sum(c => book[c].Common.Count));
        foreach (var c in cases)
            foreach (var quarters in LlState.Quarters)
            {
                var state = c.View.Turned(quarters);
                foreach (var hands in new[] { Right, Left })
                {
                    var ranked = StageKit.Top.Rank(set, state, hands);
                    Assert.True(ranked[0].Sequence.IsCommon, $"{c.Id} {quarters}: {ranked[0].Sequence}");
                    foreach (var choice in ranked.Where(r => r.Sequence.IsCommon))
                    {
                        // As it is turned, AUF included.
                        var end = PlainCube.Of(Facelets.Write(state.ToCube())).Turn(string.Join(' ', choice.AsTurned));
                        Assert.True(new PlainLastLayer(end).Is(set), $"{c.Id} {quarters}: {string.Join(' ', choice.AsTurned)}");
                    }
                }
            }
    }

    [Fact]
    public void Every_case_of_the_corners_has_a_common_algorithm_and_all_but_one_case_have_it_first()
    {
        var stage = (TinCompass.Core.Methods.Cmll.CmllStage)StageKit.Book.Find("cmll")!;
        Assert.All(stage.Tools.Book.Entries, e => Assert.NotEmpty(e.Common));
        var last = stage.Tools.Book.Entries.Where(e => !stage.Tools.Rank(e.Case.View, Right)[0].Sequence.IsCommon).Select(e => e.Case.Id);
        // The usual one of this case turns the right side wide four times; the R U L one is quicker by nearly half.
        Assert.Equal(["cmll-1212-0213"], last);
    }

    /// <summary>Without own times a permutation that mixes both sides comes first only where fast solvers turn it.</summary>
    [Fact]
    public void No_permutation_mixes_the_two_sides_unless_it_is_common()
    {
        var planner = new LlPlanner(StageKit.Top);
        foreach (var state in LlSet.Pll.States())
            foreach (var hands in new[] { Right, Left })
                foreach (var byTurns in new[] { true, false })
                    foreach (var pair in planner.Ahead(state, new LlOptions(hands, byTurns)))
                        Assert.True(pair.First.Sequence.IsCommon || !(pair.First.AsTurned.Any(t => t.Letter is 'R' or 'r')
                            && pair.First.AsTurned.Any(t => t.Letter is 'L' or 'l')), $"{pair.First.Sequence}");
    }

    [Theory]
    [InlineData("U R U R' F' R U R' U' R' F R2 U' R' U'", true)]
    [InlineData("y R U R' F' R U R' U' R' F R2 U' R'", true)]
    [InlineData("L' U' L F L' U' L U L F' L2 U L", true)]
    [InlineData("R U R' F' R U R' U' R' F R2 U R'", false)]
    [InlineData("x R2 F R F' R U2 r' U r U2 x'", true)]
    [InlineData("M2 U M2 U2 M2 U M2", true)]
    [InlineData("R2 U' S' U2 S U' R2", true)]
    public void It_is_known_with_any_turn_of_the_top_before_and_after_it_and_in_the_mirror(string turns, bool isCommon) =>
        Assert.Equal(isCommon, LlBook.Common.Has("pll", Algorithm.Parse(turns).Turns));

    [Theory]
    [InlineData("pll R U R'", "line 1: 'pll R U R'' is not a set and an algorithm")]
    [InlineData("# told\npll | R Q", "line 2: Column 3")]
    public void A_line_that_cannot_be_read_is_told(string text, string told) =>
        Assert.Contains(told, Assert.Throws<InvalidDataException>(() => CommonAlgorithms.Read(text)).Message, StringComparison.Ordinal);
}
