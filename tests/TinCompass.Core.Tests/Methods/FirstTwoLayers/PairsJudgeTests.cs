using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using static TinCompass.Core.Tests.Methods.FirstTwoLayers.PairTools;

namespace TinCompass.Core.Tests.Methods.FirstTwoLayers;

public class PairsJudgeTests
{
    private readonly PairsJudge judge = new(new PairsPlanner(NewSolver()));

    private static PairsPosition Start(string undone)
    {
        Assert.True(PairsPosition.TryRead(CubeState.Solved.Apply(Turns(undone).Reverse().Select(t => t.Inverse)), null, out var position, out _));
        return position;
    }

    [Fact]
    public void A_best_solution_has_nothing_to_say()
    {
        var judged = judge.Judge(Start("R U R'"), Turns("R U R'"), new PairsOptions());
        var pair = Assert.Single(judged.Pairs);
        Assert.Equal((Slot.FR, 3, 3), (pair.Solved.Single(), pair.Length, pair.Least));
        Assert.Empty(PairsWords.Notes(pair, Hold.Scramble));
        Assert.Equal((0, 0), (judged.OverTurns, judged.Broken.Count));
    }

    [Fact]
    public void A_needless_rotation_is_told_with_the_way_without_it()
    {
        // The front face is brought to the right by a rotation, though F' U' F is there.
        var needless = judge.Judge(Start("F' U' F"), Turns("y' R' U' R"), new PairsOptions()).Pairs[0].Needless!;
        Assert.Equal(1, needless.Number);
        Assert.Equal("F' U' F", string.Join(' ', needless.Instead));
        Assert.True(needless.Saves > 0);
        // Without one there is nothing to tell.
        Assert.Null(judge.Judge(Start("F' U' F"), Turns("F' U' F"), new PairsOptions()).Pairs[0].Needless);
    }

    [Fact]
    public void What_was_broken_and_not_put_back_is_told_with_the_turn()
    {
        var judged = judge.Judge(Start("R U R'"), Turns("R U R' B"), new PairsOptions());
        Assert.Contains(judged.Broken, b => b.Slot is null && b.Number == 4);
        Assert.Contains(judged.Broken, b => b.Slot == Slot.BR && b.Number == 4);
        Assert.Contains("broken by turn 4, B", PairsWords.Verdict(judged, Hold.Scramble), StringComparison.Ordinal);
        // Opened and returned is not broken.
        Assert.Empty(judge.Judge(Start("U R U' R'"), Turns("U R U' R'"), new PairsOptions()).Broken);
    }

    [Fact]
    public void A_cheaper_pair_turns_over_the_best_and_a_look_away_are_told()
    {
        // Front-right in three turns is there, but back-left is taken first and with a detour.
        var start = Start("L U L' U' R U R'");
        var judged = judge.Judge(start, Turns("L U L' U' R U R'"), new PairsOptions());
        Assert.Equal(2, judged.Pairs.Count);
        Assert.Equal(7, judged.Length);
        Assert.Equal(judged.Pairs[1].Solved[0], judged.Pairs[0].Next);
        var slow = judge.Judge(start, Turns("U U' L U L' U' R U R'"), new PairsOptions());
        Assert.Equal(judged.Pairs[0].Length + 2, slow.Pairs[0].Length);
        Assert.Contains(PairsWords.Notes(slow.Pairs[0], Hold.Scramble), n => n.Contains("would do", StringComparison.Ordinal));
    }

    [Fact]
    public void The_figures_of_a_planned_course_are_its_own()
    {
        foreach (var state in WithCross(6, 21))
        {
            Assert.True(PairsPosition.TryRead(state, null, out var start, out _));
            var plan = new PairsPlanner(NewSolver()).Plan(start.Pairs, new PairsOptions());
            var judged = judge.Judge(start, [.. plan.Steps.SelectMany(s => s.AsTurned)], new PairsOptions());
            Assert.Equal(plan.Steps.Count, judged.Pairs.Sum(p => p.Solved.Count));
            Assert.Equal(0, judged.OverTurns);
            Assert.Equal(0, judged.OverTime!.Value, 9);
            Assert.Equal(0, judged.Rest);
        }
    }

    [Fact]
    public void Nothing_done_and_all_done_are_said()
    {
        Assert.StartsWith("No pair is done yet", PairsWords.Verdict(judge.Judge(Start("R U R'"), Turns("U"), new PairsOptions()), Hold.Scramble), StringComparison.Ordinal);
        Assert.Equal("All pairs stood already.", PairsWords.Verdict(judge.Judge(Start("U"), Turns("U"), new PairsOptions()), Hold.Scramble));
    }

    [Theory]
    [InlineData("R U R'", "right-back-f", true, null, 0)]
    [InlineData("U R U' R'", "right-back-f", false, "front-right-f", 0)]
    [InlineData("y' R' U' R", "front-left-r", true, null, 0)]
    [InlineData("L' U' L", "right-back-f", false, null, 1)]
    [InlineData("R", "right-back-f", false, null, 2)]
    [InlineData("U", "right-back-f", false, "low-slot", 0)]
    public void An_own_sequence_is_tried_by_turning_it(string sequence, string id, bool solves, string? other, int breaks)
    {
        var trial = Casebook.Try(PairCases.Find(id)!, Slot.FR, Turns(sequence));
        Assert.Equal((solves, other), (trial.Solves, trial.OtherCase));
        Assert.Equal(breaks, trial.Breaks.Count);
    }

    [Fact]
    public void The_casebook_shows_every_case_in_every_slot_as_a_legal_cube()
    {
        var book = new Casebook(Cross.CrossSearchTests.Search.Table, Tables);
        foreach (var pairCase in PairCases.All.Where(c => !c.IsSolved))
            for (var slot = Slot.FR; slot <= Slot.FL; slot++)
            {
                var state = book.Position(pairCase, slot);
                Assert.Null(Legality.Check(state));
                Assert.Equal(pairCase.Id, PairCases.IdOf(PairsState.Of(state), slot));
                Assert.Equal(Color.White, state.Hold.ColorAt(Face.D));
                // Four cross edges, one pair, six centres: what is shown is 8 + 5 + 6 stickers.
                Assert.Equal(19, book.Facelets(pairCase, slot).Count(c => c != '.'));
            }
    }
}
