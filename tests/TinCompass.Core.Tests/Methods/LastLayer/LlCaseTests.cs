using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class LlCaseTests
{
    /// <summary>
    /// Every last layer: the corners of all arrangements and twists, the edges of all arrangements and flips that are possible with them.
    /// </summary>
    private static readonly LlState[] All = Reach();

    [Fact]
    public void Turning_reaches_62208_last_layers() => Assert.Equal(62_208, All.Length);

    [Theory]
    [InlineData("oll", 57, 216)]
    [InlineData("pll", 21, 288)]
    [InlineData("eoll", 3, 8)]
    [InlineData("ocll", 7, 27)]
    [InlineData("cpll", 2, 24)]
    [InlineData("epll", 4, 48)]
    public void Each_set_has_its_cases_and_its_looks(string id, int cases, int looks)
    {
        var set = Set(id);
        Assert.Equal(cases + 1, LlCases.Of(set).Count);
        Assert.Equal(looks, LlCases.Of(set).Sum(c => c.Count));
        Assert.All(LlCases.Of(set), c => Assert.Equal(looks, c.Total));
        Assert.Single(LlCases.Of(set), c => c.IsSolved);
        Assert.Equal(cases + 1, LlCases.Of(set).Select(c => c.Name).Distinct().Count());
        Assert.All(LlCases.Of(set), c => Assert.Equal(c, LlCases.Find(c.Id)));
    }

    /// <summary>A probability is a count: of all last layers that the set fits, as many are of the case as it says.</summary>
    [Fact]
    public void Probabilities_are_what_counting_all_last_layers_gives()
    {
        foreach (var set in LlSets.All)
        {
            var fit = All.Where(s => set.Fits(s)).ToArray();
            foreach (var group in fit.GroupBy(s => LlCases.Of(set, s).Case))
                Assert.Equal(new BigInteger(group.Key.Count) * fit.Length, new BigInteger(group.Key.Total) * group.Count());
        }

        Assert.Equal("1/216", LlCases.Of(LlSet.Oll)[0].Probability);
        Assert.Equal("1/72", LlCases.Of(LlSet.Pll)[0].Probability);
    }

    [Fact]
    public void Letters_of_permutations_come_as_often_as_the_field_counts_them()
    {
        var letters = LlCases.Of(LlSet.Pll).Where(c => !c.IsSolved).GroupBy(c => c.Letter).OrderBy(g => g.Key)
            .Select(g => $"{g.Key}{g.Count()}");
        Assert.Equal("A2 E1 F1 G4 H1 J2 N2 R2 T1 U2 V1 Y1 Z1", string.Join(' ', letters));
    }

    /// <summary>Sequences that everybody who permutes a last layer knows by letter, as the simulator sees them.</summary>
    [Theory]
    [InlineData("T", "R U R' U' R' F R2 U' R' U' R U R' F'")]
    [InlineData("Y", "F R U' R' U' R U R' F' R U R' U' R' F R F'")]
    [InlineData("J", "R U R' F' R U R' U' R' F R2 U' R'")]
    [InlineData("U", "R2 U R U R' U' R' U' R' U R'")]
    [InlineData("H", "M2 U M2 U2 M2 U M2")]
    [InlineData("Z", "M' U M2 U M2 U M' U2 M2")]
    public void A_known_sequence_has_its_letter(string letter, string sequence)
    {
        var solves = LlState.SolvedBy(Algorithm.Parse(sequence).Turns);
        Assert.NotNull(solves);
        Assert.Equal(letter, LlCases.Of(LlSet.Pll, solves.Value).Case.Letter);
    }

    [Fact]
    public void Mirror_and_inverse_lead_back_and_keep_the_count()
    {
        foreach (var c in LlSets.All.SelectMany(LlCases.Of))
        {
            Assert.Equal(c.Id, LlCases.Find(c.MirrorId)!.MirrorId);
            Assert.Equal(c.Id, LlCases.Find(c.InverseId)!.InverseId);
            Assert.Equal(c.Count, LlCases.Find(c.MirrorId)!.Count);
        }
    }

    [Fact]
    public void A_case_is_told_by_the_turn_of_the_top_that_brings_its_view()
    {
        foreach (var set in LlSets.All)
            foreach (var state in All.Where(s => set.Fits(s)))
            {
                var (found, turns) = LlCases.Of(set, state);
                var looks = LlState.Quarters.Select(k => set.Look(state.Turned(turns).Relabelled(set.Orients() ? 0 : k)));
                Assert.Contains(set.Look(found.View), looks);
            }
    }

    [Fact]
    public void Composing_inverting_and_mirroring_follow_the_turns()
    {
        var random = new Random(7);
        for (var i = 0; i < 500; i++)
        {
            var (a, b) = (All[random.Next(All.Length)], All[random.Next(All.Length)]);
            Assert.Equal(LlState.Solved, a.Then(a.Inverse()));
            Assert.Equal(a.Then(b).Mirror(), a.Mirror().Then(b.Mirror()));
            Assert.Equal(a.ToCube().Then(b.ToCube()), a.Then(b).ToCube());
            Assert.Equal(a, LlState.Of(a.ToCube()));
            Assert.Equal(a.ToCube().Apply(Turn.Of(Face.U, 3)), a.Turned(3).ToCube());
        }
    }

    [Fact]
    public void It_is_read_in_every_hold_with_the_base_down()
    {
        var turns = Algorithm.Parse("F R U R' U' F'").Turns;
        foreach (var hold in Hold.All)
            Assert.Equal(LlState.Of(turns), LlState.Of(CubeState.Solved.Apply(hold.Rotation).Apply(turns)));
        Assert.Null(LlState.Of(CubeState.Solved.Apply(Algorithm.Parse("R U R'").Turns)));
    }

    internal static LlSet Set(string id) => LlSets.All.Single(s => s.Id() == id);

    private static LlState[] Reach()
    {
        // Three sequences and the turn of the top make every last layer; each is applied, nothing is counted by a formula.
        var steps = new[] { "F R U R' U' F'", "R U R' U R U2 R'", "R2 D R' U2 R D' R' U2 R'", "U" }
            .Select(t => LlState.Of(Algorithm.Parse(t).Turns)!.Value).ToArray();
        var (seen, queue) = (new HashSet<LlState> { LlState.Solved }, new Queue<LlState>([LlState.Solved]));
        while (queue.TryDequeue(out var state))
            foreach (var step in steps)
                if (seen.Add(state.Then(step))) queue.Enqueue(state.Then(step));
        return [.. seen];
    }
}
