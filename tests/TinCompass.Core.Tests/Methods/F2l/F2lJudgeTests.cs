using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using static TinCompass.Core.Tests.Methods.F2l.F2lKit;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lJudgeTests
{
    private readonly F2lJudge judge = new(new F2lPlanner(NewSolver(), new F2lFinds()));

    private static F2lPosition Start(string undone)
    {
        Assert.True(F2lPosition.TryRead(CubeState.Solved.Apply(Turns(undone).Reverse().Select(t => t.Inverse)), null, out var position,
            out _));
        return position;
    }

    [Fact]
    public void A_best_solution_has_nothing_to_say()
    {
        var judged = judge.Judge(Start("R U R'"), Turns("R U R'"), new F2lOptions());
        var pair = Assert.Single(judged.Pairs);
        Assert.Equal((Slot.FR, 3, 3), (pair.Solved.Single(), pair.Length, pair.Least));
        Assert.Empty(F2lWords.Notes(pair, Hold.Scramble));
        Assert.Equal((0, 0), (judged.OverTurns, judged.Broken.Count));
    }

    [Fact]
    public void A_needless_rotation_is_told_with_the_way_without_it()
    {
        // The right face is brought to the front by a rotation, though R U R' is there.
        var needless = judge.Judge(Start("U' R U R'"), Turns("U' y F U F'"), new F2lOptions()).Pairs[0].Needless!;
        Assert.Equal((1, "y"), (needless.At, $"{needless.Rotation}"));
        Assert.Equal("U' R U R'", string.Join(' ', needless.Instead));
        Assert.True(needless.Saves > 0);
        // Without one there is nothing to tell.
        Assert.Null(judge.Judge(Start("F' U' F"), Turns("F' U' F"), new F2lOptions()).Pairs[0].Needless);
    }

    [Fact]
    public void What_was_broken_and_not_put_back_is_told_with_the_turn()
    {
        var judged = judge.Judge(Start("R U R'"), Turns("R U R' B"), new F2lOptions());
        Assert.Contains(judged.Broken, b => b.Slot is null && b.Number == 4);
        Assert.Contains(judged.Broken, b => b.Slot == Slot.BR && b.Number == 4);
        Assert.Contains("broken by turn 4, B", F2lWords.Verdict(judged, Hold.Scramble), StringComparison.Ordinal);
        // Opened and returned is not broken.
        Assert.Empty(judge.Judge(Start("U R U' R'"), Turns("U R U' R'"), new F2lOptions()).Broken);
    }

    [Fact]
    public void A_cheaper_pair_turns_over_the_best_and_a_look_away_are_told()
    {
        // Front-right in three turns is there, but back-left is taken first and with a detour.
        var start = Start("L U L' U' R U R'");
        var judged = judge.Judge(start, Turns("L U L' U' R U R'"), new F2lOptions());
        Assert.Equal(2, judged.Pairs.Count);
        Assert.Equal(7, judged.Length);
        Assert.Equal(judged.Pairs[1].Solved[0], judged.Pairs[0].Next);
        var slow = judge.Judge(start, Turns("U U' L U L' U' R U R'"), new F2lOptions());
        Assert.Equal(judged.Pairs[0].Length + 2, slow.Pairs[0].Length);
        Assert.Contains(F2lWords.Notes(slow.Pairs[0], Hold.Scramble),
            n => n.StartsWith("Better: L U L' (3 turns instead of 5", StringComparison.Ordinal));
        Assert.Equal((1, (int?)null), (slow.FirstMistake, judged.FirstMistake));
    }

    [Fact]
    public void The_figures_of_a_planned_course_are_its_own()
    {
        foreach (var state in WithCross(6, 21))
        {
            Assert.True(F2lPosition.TryRead(state, null, out var start, out _));
            var plan = new F2lPlanner(NewSolver(), new F2lFinds()).Plan(start.Pairs, new F2lOptions());
            var judged = judge.Judge(start, [.. plan.Steps.SelectMany(s => s.AsTurned)], new F2lOptions());
            Assert.Equal(plan.Steps.Count, judged.Pairs.Sum(p => p.Solved.Count));
            Assert.Equal(0, judged.OverTurns);
            Assert.Equal(0, judged.OverTime!.Value, 9);
            Assert.Equal(0, judged.Rest);
        }
    }

    [Fact]
    public void Nothing_done_and_all_done_are_said()
    {
        Assert.StartsWith("No pair is done yet",
            F2lWords.Verdict(judge.Judge(Start("R U R'"), Turns("U"), new F2lOptions()), Hold.Scramble), StringComparison.Ordinal);
        Assert.Equal("All pairs stood already.", F2lWords.Verdict(judge.Judge(Start("U"), Turns("U"), new F2lOptions()), Hold.Scramble));
    }

    [Theory]
    [InlineData("R U R'", "right-back-f", "")]
    [InlineData("U R U' R'", "right-back-f", "solves-another")]
    [InlineData("y' R' U' R", "front-left-r", "")]
    [InlineData("L' U' L", "right-back-f", "breaks-solved")]
    [InlineData("R", "right-back-f", "breaks-solved")]
    [InlineData("U", "right-back-f", "solves-another")]
    public void An_own_sequence_is_tried_by_turning_it(string sequence, string id, string refused)
    {
        var book = StageKit.F2l.Book;
        Assert.Equal(refused, book.Trial(book.Find(id)!, book.Views[0], Turns(sequence)).Refusal?.Code ?? "");
    }

    [Fact]
    public void The_casebook_shows_every_case_in_every_slot_as_a_legal_cube()
    {
        var book = StageKit.F2l.Book;
        Assert.Equal((41, 4), (book.Cases.Count, book.Views.Count));
        foreach (var stageCase in book.Cases)
            foreach (var view in book.Views)
            {
                var slot = Enum.Parse<Slot>(view.Id);
                var state = book.Position(stageCase.Id, slot);
                Assert.Null(Legality.Check(state));
                Assert.Equal(stageCase.Id, F2lCases.IdOf(F2lState.Of(state), slot));
                Assert.Equal(Color.White, state.Hold.ColorAt(Face.D));
            }

        // Four cross edges, one pair, six centres: what is shown is 8 + 5 + 6 stickers.
        var sheet = book.Sheet(book.Cases[0], book.Views[2], new F2lOptions().Hands);
        Assert.Equal(19, Facelets.Write(sheet.Position, sheet.Visible).Count(c => c != '.'));
    }
}
