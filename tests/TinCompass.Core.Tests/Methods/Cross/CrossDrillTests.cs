using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Methods.Cross;

public class CrossDrillTests
{
    private static readonly CrossTools Cross = StageKit.Cross.Tools;
    private static readonly DrillBook Book = StageKit.Book.Drills;
    private static readonly Color[] White = [Color.White];

    public static TheoryData<string> Drills => [.. Book.All.Select(d => d.Id)];

    private static IEnumerable<DrillTask> Tasks(Drill drill, int count = 40)
    {
        for (var seed = 0; seed < count; seed++)
            yield return drill.Make(new DrillWish(1 + (seed % drill.Levels),
                drill.Cases.Count > 0 ? drill.Cases[seed % drill.Cases.Count] : null, Faces.AllColors), seed);
    }

    [Theory]
    [MemberData(nameof(Drills))]
    public void A_task_is_made_again_from_its_wish_and_seed_and_is_of_the_case_that_was_wished(string id)
    {
        var drill = Book.Find(id)!;
        foreach (var task in Tasks(drill))
        {
            var again = drill.Make(task.Wish, task.Seed);
            Assert.Equal((task.Position, task.Case, task.Question, task.Color), (again.Position, again.Case, again.Question, again.Color));
            Assert.Equal(task.Shown, again.Shown);
            Assert.Equal(task.Options, again.Options);
            if (task.Wish.Case is { } wished) Assert.Equal(wished, task.Case);
            Assert.Null(Legality.Check(task.Position));
            Assert.Equal(Hold.Scramble, task.Position.Hold);
            Assert.InRange(task.TargetMs, 1_000, 60_000);
            Assert.Equal(task.Kind == AnswerKind.Turns, task.Options.Count == 0);
            Assert.Equal(task.Options.Count, task.Options.Select(o => o.Answer).Distinct().Count());
            Assert.NotEmpty(drill.Hint(task));
            Assert.NotEmpty(drill.CaseTitle(task.Case));
        }
    }

    [Fact]
    public void Of_all_marks_exactly_the_true_ones_are_right()
    {
        var drill = Book.Find("sort-edges")!;
        foreach (var task in Tasks(drill, 20))
        {
            var bad = CrossEdgeReport.Of(CrossPosition.Of(task.Position, task.Color)).Where(e => !e.IsNear).Select(e => e.Side.Name())
                .ToHashSet();
            Assert.Equal(task.Case, $"{bad.Count}");
            var right = 0;
            for (var marks = 0; marks < 16; marks++)
            {
                var chosen = task.Options.Where((_, i) => (marks >> i & 1) == 1).Select(o => o.Answer).ToArray();
                var verdict = drill.Judge(task, DrillAnswer.Of(chosen));
                Assert.Equal(bad.SetEquals(chosen), verdict.Right);
                if (verdict.Right) right++;
                else Assert.NotEmpty(verdict.Reasons);
            }

            Assert.Equal(1, right);
        }
    }

    [Fact]
    public void There_are_seventeen_endings_each_solved_by_all_its_solutions_and_by_nothing_shorter()
    {
        var (drill, book) = (Book.Find("last-edge")!, StageKit.Cross.Casebook!);
        Assert.Equal(17, book.Cases.Count);
        Assert.Equal(17, book.Cases.Select(c => c.Title).Distinct().Count());
        Assert.Equal(drill.Cases, book.Cases.Select(c => c.Id));
        foreach (var ending in book.Cases)
        {
            var sheet = book.Sheet(ending, book.Views[0], new CrossPlanOptions().Hands);
            Assert.Equal(sheet.Solutions.Count, sheet.Count);
            Assert.All(sheet.Solutions, s => Assert.Null(book.Trial(ending, book.Views[0], s.Solution.Turns).Refusal));
            Assert.Equal("not-finished", book.Trial(ending, book.Views[0], [Turn.Of(Face.U, 1)]).Refusal!.Code);
            for (var seed = 0; seed < 6; seed++)
            {
                var task = drill.Make(new DrillWish(1, ending.Id, Faces.AllColors), seed);
                Assert.Equal(task.Color, task.Held.Hold.ColorAt(Face.D));
                // Three of the four stand.
                Assert.Equal(3, CrossEdgeReport.Of(CrossPosition.AsHeld(task.Held)).Count(e => e.Stand == EdgeStand.Home));
                foreach (var solution in sheet.Solutions)
                {
                    IReadOnlyList<Turn> turns = [.. task.Hold, .. solution.Solution.Turns];
                    CrossSearchTests.AssertCross(task.Position.Apply(turns), task.Color);
                    Assert.Equal(sheet.Length, solution.Solution.Length);
                    Assert.True(drill.Judge(task, DrillAnswer.Of(turns)).Right);
                }

                Assert.Equal(sheet.Length, Cross.Planner.Distance(task.Position, task.Color));
                Assert.Equal(sheet.Count, Cross.Planner.CountShortest(task.Position, task.Color));
                Assert.False(drill.Judge(task, DrillAnswer.Of([.. task.Hold, Turn.Of(Face.U, 1)])).Right);
            }
        }
    }

    [Fact]
    public void The_edge_that_is_followed_stands_where_the_cube_says()
    {
        var drill = Book.Find("follow-edge")!;
        foreach (var task in Tasks(drill, 80))
        {
            Assert.Equal(task.Wish.Level, task.Shown.Count);
            var end = task.Position.Apply(task.Hold).Apply(task.Shown);
            // Only one edge is shown: its base sticker among the 54 letters says where it is.
            var letters = Facelets.Write(end, task.Visible);
            var at = Enumerable.Range(0, 54).Single(i => i % 9 != 4 && letters[i] == task.Color.Letter());
            var face = (Face)(at / 9);
            var looks = face switch
            {
                Face.U => "up",
                Face.D => "down",
                Face.F => "in front",
                Face.B => "behind",
                Face.R => "on the right",
                _ => "on the left"
            };
            var right = task.Options.Where(o => drill.Judge(task, DrillAnswer.Of(o.Answer)).Right).ToArray();
            Assert.EndsWith($"{task.Color.Name()} {looks}", Assert.Single(right).Text, StringComparison.Ordinal);
            Assert.Equal(6, task.Options.Count);
        }
    }

    [Fact]
    public void A_colour_is_right_when_no_other_is_shorter_and_easier()
    {
        var drill = Book.Find("choose-color")!;
        foreach (var task in Tasks(drill, 15))
        {
            var shortest = Faces.AllColors.Min(c => Cross.Planner.Distance(task.Position, c));
            var verdicts = Faces.AllColors.ToDictionary(c => c, c => drill.Judge(task, DrillAnswer.Of(c.Name())));
            Assert.Contains(verdicts, v => v.Value.Right);
            Assert.All(verdicts, v => Assert.Equal(Cross.Planner.Distance(task.Position, v.Key) - shortest, v.Value.TurnsOver));
            // The easiest of the shortest is never beaten; what is longer and not easier than a right one is.
            Assert.Contains(verdicts, v => v.Value.Right && v.Value.TurnsOver == 0);
        }
    }

    [Fact]
    public void A_flawed_plan_has_its_first_flaw_where_it_is_said_and_the_way_from_before_it_saves_it()
    {
        var drill = Book.Find("save-the-plan")!;
        foreach (var task in Tasks(drill, 30))
        {
            var right = Assert.Single(task.Options, o => drill.Judge(task, DrillAnswer.Of(o.Answer)).Right);
            var at = int.Parse(right.Answer, System.Globalization.CultureInfo.InvariantCulture);
            var best = Cross.Planner.Distance(task.Position, task.Color);
            var before = task.Position.Apply(task.Hold).Apply(task.Shown.Take(at - 1));
            Assert.Equal(best - at + 1, Cross.Planner.Distance(before, task.Color));
            Assert.True(Cross.Planner.Distance(before.Apply(task.Shown[at - 1]), task.Color) > best - at);
        }
    }

    [Fact]
    public void A_plan_is_right_when_it_makes_the_cross_and_on_the_ladder_when_it_costs_at_most_one()
    {
        foreach (var id in new[] { "plan-and-commit", "ladder" })
        {
            var drill = Book.Find(id)!;
            foreach (var task in Tasks(drill, 32))
            {
                var best = Cross.Planner.Plan(task.Position, task.Color).Groups[0].Plans[0].Solution;
                Assert.True(drill.Judge(task, DrillAnswer.Of([.. best.All])).Right);
                // Two turns that undo each other first: right where any cross is.
                Turn[] longer = [.. best.Rotation.Rotation, Turn.Of(Face.L, 1), Turn.Of(Face.L, 3), .. best.Turns];
                var verdict = drill.Judge(task, DrillAnswer.Of(longer));
                Assert.Equal((id == "plan-and-commit", 2), (verdict.Right, verdict.TurnsOver));
                Assert.False(drill.Judge(task, DrillAnswer.Of(
                    [.. best.Rotation.Rotation, .. best.Turns.SkipLast(1), best.Turns[^1].Inverse, best.Turns[^1].Inverse])).Right);
            }
        }
    }

    [Fact]
    public void The_rungs_of_the_ladder_are_as_long_and_as_bad_as_they_say()
    {
        var drill = Book.Find("ladder")!;
        for (var level = 1; level <= drill.Levels; level++)
        {
            var task = drill.Make(new DrillWish(level, null, White), level);
            var edges = CrossEdgeReport.Of(CrossPosition.Of(task.Position, Color.White));
            Assert.Equal(task.Case, $"{Cross.Planner.Distance(task.Position, Color.White)}+{edges.Count(e => !e.IsNear)}");
        }
    }

    [Theory]
    [InlineData(3, true, 4_000, 4)]
    [InlineData(3, true, 9_000, 3)]
    [InlineData(3, false, 1_000, 2)]
    [InlineData(1, false, 1_000, 1)]
    [InlineData(8, true, 1_000, 8)]
    public void A_level_rises_when_right_and_quick_and_falls_when_wrong(int level, bool right, int ms, int after) =>
        Assert.Equal(after, Levels.After(level, 8, right, ms, targetMs: 5_000));
}
