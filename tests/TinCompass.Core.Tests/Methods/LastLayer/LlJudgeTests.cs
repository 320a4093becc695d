using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class LlJudgeTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);
    private static readonly LlJudge Judge = new(StageKit.Top);

    public static TheoryData<bool, bool, bool> Ways => new()
    {
        { false, false, false }, { false, true, true }, { true, false, false }, { false, true, false }, { true, false, true },
    };

    /// <summary>
    /// From any last layer: the course ends solved on the plain cube, and the judge finds no mistake in what the planner took.
    /// </summary>
    [Theory]
    [MemberData(nameof(Ways))]
    public void What_is_planned_solves_and_is_no_mistake(bool byTurns, bool topInTwo, bool sidesInTwo)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 120; i++)
        {
            var held = Draw(random).ToCube(Hold.All[random.Next(Hold.Count)]);
            var (focus, about) = (new Focus(held.Hold.ColorAt(Face.D)), $"seed {PlainSeed.Today}: {Facelets.Write(held)}");
            var course = new CoursePlanner(StageKit.Book).Plan(StageKit.Book.Methods[0], held, focus, [[]],
                new CourseOptions(Hands, byTurns, false, 6)
                {
                    Wishes =
                    [
                        .. topInTwo ? (string[])[LlCourse.OrientsInTwo] : [],
                        .. sidesInTwo ? (string[])[LlCourse.PermutesInTwo] : [],
                    ],
                });
            Turn[] turns = [.. course.Stops.SelectMany(s => s.Turns)];
            Assert.True(new PlainLastLayer(PlainCube.Of(Facelets.Write(held)).Turn(string.Join(' ', turns))).IsSolved, about);
            if (LlState.Of(held) == LlState.Solved) continue;
            Assert.True(LlPosition.TryRead(held, focus.Base, out var position, out _));
            var judged = Judge.Judge(position, turns, Hands);
            Assert.True(judged.IsDone && judged.End == LlState.Solved && judged.FirstMistake is null, $"{about}: {judged.FirstMistake}");
            // Each stop is what it says: before it the case, after it the set done.
            foreach (var (stop, before, after) in course.Stops.Zip(course.Before, course.Before.Skip(1))
                .Where(s => s.First.Case.Length > 0))
            {
                var set = LlSets.All.Single(s => s.Id() == stop.Stage);
                Assert.Equal(stop.Case, LlCases.Of(set, LlState.Of(before)!.Value).Case.Id);
                Assert.True(new PlainLastLayer(PlainCube.Of(Facelets.Write(after))).Is(set), about);
                AssertWhy(stop, LlState.Of(before)!.Value, LlState.Of(after)!.Value, set, about);
            }
        }
    }

    /// <summary>Why a stop is made so: quickest or shortest of the whole book, and the case that is left, as it is.</summary>
    private static void AssertWhy(CourseStop stop, LlState before, LlState after, LlSet set, string about)
    {
        var ranked = StageKit.Top.Rank(set, before, Hands);
        if (stop.Why.StartsWith("the quickest", StringComparison.Ordinal)) Assert.True(stop.Time <= ranked.Min(r => r.Time) + 0.001, about);
        if (stop.Why.StartsWith("the shortest", StringComparison.Ordinal)) Assert.Equal(ranked.Min(r => r.Length),
            stop.Plain.Sum(t => Metric.Htm.Cost(t)));
        var left = stop.Why[(stop.Why.IndexOf("leads to ", StringComparison.Ordinal) + "leads to ".Length)..].Split(':')[0];
        Assert.True(left == "the end" ? after.IsSolvedButTop
            : LlSets.All.Any(s => s.Fits(after) && left == LlCases.Of(s, after).Case.Title.Split(':')[0]), $"{about}: {stop.Why}");
        Assert.DoesNotContain(" 0.0 wt less", stop.Why, StringComparison.Ordinal);
        Assert.DoesNotContain(" 0 turns less", stop.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_done_and_undone_again_is_not_called_done()
    {
        var judged = Judged(Undo("F R U R' U' F'"), "F R U R' U' F' R U R' U R U2 R'");
        Assert.False(judged.IsDone);
        Assert.Contains("undone again at the end", judged.Verdict, StringComparison.Ordinal);
    }

    /// <summary>The better of two orientation sequences is chosen by what follows: no pair that was weighed takes less.</summary>
    [Fact]
    public void The_pair_that_is_chosen_is_the_quickest_of_those_weighed()
    {
        var (random, planner) = (new Random(PlainSeed.Today), new LlPlanner(StageKit.Top));
        for (var i = 0; i < 60; i++)
        {
            var state = Draw(random);
            if (LlSet.Oll.IsDone(state)) continue;
            var pairs = planner.Ahead(state, new LlOptions(Hands));
            Assert.All(pairs, p => Assert.True(p.Time >= pairs[0].Time));
            foreach (var pair in pairs.Take(3))
            {
                var end = PlainCube.Of(Facelets.Write(state.ToCube())).Turn(string.Join(' ', pair.First.AsTurned));
                Assert.True(new PlainLastLayer(end).Is(LlSet.Oll));
                Assert.Equal(pair.Left.Id, LlCases.Of(LlSet.Pll, pair.First.Result).Case.Id);
                if (pair.Then is not null) Assert.True(new PlainLastLayer(end.Turn(string.Join(' ', pair.Then.AsTurned))).IsSolved);
            }
        }
    }

    [Fact]
    public void A_slow_way_is_beaten_by_the_books_quickest()
    {
        // Solves "cross: left end in front, left and behind", with two turns of the base that help nothing.
        var judged = Judged(Undo("R U R' U R U2 R'"), "D R U R' U R U2 R' D'");
        Assert.Equal(["oll"], judged.Steps.Select(s => s.Step.Set.Id()));
        Assert.Equal(1, judged.FirstMistake);
        Assert.True(judged.OverBest > 0);
        Assert.NotNull(judged.Steps[0].Better);
    }

    [Fact]
    public void Two_steps_are_told_apart_and_turns_of_the_top_that_cancel_are_counted()
    {
        var turns = "F R U R' U' F' U U' R U R' U R U2 R'";
        var judged = Judged(Undo("F R U R' U' F' R U R' U R U2 R'"), turns);
        Assert.Equal(["eoll", "ocll"], judged.Steps.Select(s => s.Step.Set.Id()));
        Assert.Equal(2, judged.Wasted);
        Assert.Equal(6, judged.Steps[0].Length);
    }

    [Theory]
    [InlineData("R U R' U R U2 R'", "U R U R' U R U2 R'", "wrong hold")]
    [InlineData("R U R' U R U2 R'", "L' U' L U' L' U2 L", "its mirror")]
    [InlineData("F R U R' U' F'", "R U R' U R U2 R'", "This is for cross")]
    public void The_wrong_hold_and_the_wrong_case_are_named(string solves, string made, string said)
    {
        var judged = Judged(Undo(solves), made);
        Assert.False(judged.IsDone);
        Assert.Contains(said, judged.Verdict, StringComparison.Ordinal);
    }

    [Fact]
    public void What_breaks_the_first_layers_is_told()
    {
        var judged = Judged(Undo("F R U R' U' F'"), "F R U R'");
        Assert.Equal("At the end the first two layers do not stand.", judged.Verdict);
        Assert.False(judged.IsDone);
        Assert.Equal("At the end the base is not down.", Judged(Undo("F R U R' U' F'"), "F R U R' U' F' x").Verdict);
    }

    [Fact]
    public void An_own_stop_is_taken_when_it_brings_the_last_layer_on()
    {
        var held = CubeState.Solved.Apply(Algorithm.Parse(Undo("F R U R' U' F'")).Turns);
        var course = StageKit.Book.Find("oll")!.Course!;
        var options = new CourseOptions(Hands, false, false, 6);
        Assert.Equal("oll", Take("F R U R' U' F'").Stop!.Stage);
        Assert.Equal("breaks-solved", Take("F R U R'").Refusal!.Code);
        Assert.Equal("solves-nothing", Take("U").Refusal!.Code);
        Assert.Equal("base-not-down", Take("F R U R' U' F' x").Refusal!.Code);

        (CourseStop? Stop, StageRefusal? Refusal) Take(string turns) =>
            course.Take(held, new Focus(Color.Yellow), Algorithm.Parse(turns).Turns, options);
    }

    [Theory]
    [InlineData("oll-0101-0021", "F R U R' U' F'", null)]
    [InlineData("oll-0101-0021", "y' F R U R' U' F'", null)]
    [InlineData("oll-0101-0021", "F R U R' U'", "breaks-solved")]
    [InlineData("oll-0000-0111", "R U R' U R U2 R'", "solves-another")]
    [InlineData("pll-0321-0213", "F R U R' U' F'", "breaks-solved")]
    [InlineData("pll-0321-0213", "U2", "solves-nothing")]
    [InlineData("epll-0123-2301", "R U R' U' R' F R2 U' R' U' R U R' F'", "breaks-solved")]
    [InlineData("oll-0101-0021", "F R U R' U' F' x", "base-not-down")]
    public void An_own_sequence_is_told_what_it_really_does(string id, string sequence, string? code)
    {
        var c = LlCases.Find(id)!;
        var book = new LlCasebook(StageKit.Top, c.Set);
        foreach (var view in book.Views)
            Assert.Equal(code, book.Trial(book.Find(id)!, view, Algorithm.Parse(sequence).Turns).Refusal?.Code);
    }

    /// <summary>Every sheet of every book: each sequence solves the case as it is drawn in that view.</summary>
    [Fact]
    public void Every_sheet_shows_sequences_that_solve_its_case_as_it_is_drawn()
    {
        foreach (var set in LlSets.All)
        {
            var book = new LlCasebook(StageKit.Top, set);
            foreach (var c in book.Cases.Where((_, i) => i % 3 == 0))
                foreach (var view in book.Views)
                {
                    var sheet = book.Sheet(c, view, Hands);
                    var plain = PlainCube.Of(Facelets.Write(sheet.Position));
                    Assert.True(new PlainLastLayer(plain).BelowStands);
                    foreach (var solution in sheet.Solutions.Select(s => s.Solution)
                        .Concat(sheet.Schools.Select(s => s.Solution?.Solution).OfType<StageSolution>()))
                        Assert.True(new PlainLastLayer(plain.Turn(string.Join(' ', solution.AsTurned))).Is(set),
                            $"{c.Id} {view.Id}: {solution}");
                    Assert.All(sheet.Schools, s => Assert.True(s.Solution is null != (s.None is null)));
                }
        }
    }

    private static LlJudgement Judged(string scramble, string turns)
    {
        var held = CubeState.Solved.Apply(Algorithm.Parse(scramble).Turns);
        Assert.True(LlPosition.TryRead(held, Color.Yellow, out var position, out var refusal), refusal?.Message);
        return Judge.Judge(position, Algorithm.Parse(turns).Turns, Hands);
    }

    private static string Undo(string turns) => string.Join(' ', Algorithm.Parse(turns).Inverse().Turns);

    private static LlState Draw(Random random)
    {
        var (looks, arrangements) = (LlSet.Oll.States(), LlSet.Pll.States());
        return arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]);
    }
}
