using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods;

/// <summary>Whole courses with blocks: every stop brings what it says, on the plain cube, and no judge calls it a mistake.</summary>
public class RouxCourseTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static SolveMethod Roux { get; } = StageKit.Book.Method("roux")!;

    private static CourseOptions Options(bool byTurns, params string[] wishes) => new(Hands, byTurns, false, 8) { Wishes = wishes };

    [Fact]
    public void A_course_solves_the_cube_and_each_of_its_stops_is_no_mistake()
    {
        var (random, planner) = (new Random(PlainSeed.Today), new CoursePlanner(StageKit.Book));
        for (var i = 0; i < 60; i++)
        {
            var (start, focus, byTurns) = (RandomPosition.Draw(random.Next), new Focus(Faces.AllColors[random.Next(6)]), i % 2 == 0);
            var course = planner.Plan(Roux, start, focus, [], Options(byTurns, i % 3 == 0 ? ["cmll.two-looks"] : []));
            var made = string.Join(" | ", course.Stops.Select(s => string.Join(' ', s.Turns)));
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {focus.Base} {made}";
            Assert.True(course.Before[^1].IsSolved, about);
            for (var s = 0; s < course.Stops.Count; s++)
            {
                var (stop, end) = (course.Stops[s], new PlainBlocks(PlainCube.Of(Facelets.Write(course.Before[s + 1])), focus.Base.Name()));
                Assert.True(stop.Title switch
                {
                    "base edge" => end.Left && end.Has(0),
                    "front square" => end.Left && end.Has(1),
                    "back square" => end.Left && end.Has(2),
                    "front pair" => end.Left && end.Has(1),
                    "back pair" => end.Left && end.Has(2),
                    "centre" => end.Left && end.Has(3),
                    "corners" or "place corners" => end is { Left: true, Right: true, CornersDone: true },
                    "turn corners" => end is { Left: true, Right: true, CornersUp: true },
                    "orient" => end.Oriented,
                    "left and right" => end.SidesHome,
                    "last four" => end.Solved,
                    _ => end.Left && stop.Stage == FirstBlockStage.StageId,
                }, $"{about}: {stop.Title}");
                Assert.Equal(stop.Turns.Sum(t => Metric.Htm.Cost(t)), stop.Length);
                // The stand of a second block: the fewest turns of what could come next.
                if (stop.Stage == SecondBlockStage.StageId) Assert.StartsWith("Fewest turns from here:", stop.Stand,
                    StringComparison.Ordinal);
                var stage = StageKit.Book.Find(stop.Stage)!;
                if (stage.Refuses(course.Before[s], focus) is not null) continue;
                var judged = stage.Judge(course.Before[s], focus, stop.Turns, Hands, [.. course.Stops.Take(s).SelectMany(x => x.Turns)]);
                // In two looks the second is not known to come: the judge of the corners holds both against one.
                if (!stop.Title.EndsWith("corners", StringComparison.Ordinal) || i % 3 != 0)
                    Assert.True(judged.FirstMistake is null, $"{about}: {stop.Title} {judged.Verdict}");
            }
        }
    }

    /// <summary>On a slow machine, where the best so far has to be enough from the beginning, a course still solves the cube.</summary>
    [Fact]
    public void A_course_in_a_hurry_still_solves_and_searches_that_have_no_best_so_far_are_not_cut()
    {
        var (random, planner) = (new Random(PlainSeed.Today), new CoursePlanner(StageKit.Book));
        for (var i = 0; i < 4; i++)
        {
            var (start, focus) = (RandomPosition.Draw(random.Next), new Focus(Faces.AllColors[random.Next(6)]));
            var hurried = Options(false) with { Enough = new CancellationToken(canceled: true) };
            var (blocks, cross) = (planner.Plan(Roux, start, focus, [], hurried),
                planner.Plan(StageKit.Book.Method("cfop")!, start, focus, [], hurried));
            Assert.True(blocks.Before[^1].IsSolved && cross.Before[^1].IsSolved, $"seed {PlainSeed.Today}: {Facelets.Write(start)}");
            Assert.Equal((false, true), (blocks.IsCut, cross.IsCut));
            var calm = planner.Plan(Roux, start, focus, [], Options(false));
            Assert.Equal(calm.Stops.Select(s => string.Join(' ', s.Turns)), blocks.Stops.Select(s => string.Join(' ', s.Turns)));
        }
    }

    /// <summary>A whole solution is cut where each stage is done, and nothing of it is left out.</summary>
    [Fact]
    public void A_whole_solution_is_cut_into_its_stages()
    {
        var (random, planner) = (new Random(PlainSeed.Today), new CoursePlanner(StageKit.Book));
        for (var i = 0; i < 40; i++)
        {
            var method = i % 2 == 0 ? Roux : StageKit.Book.Method("cfop")!;
            var (start, focus) = (RandomPosition.Draw(random.Next), new Focus(Faces.AllColors[random.Next(6)]));
            var course = planner.Plan(method, start, focus, [], Options(i % 4 < 2));
            Turn[] turns = [.. course.Stops.SelectMany(s => s.Turns)];
            var parts = CourseCut.Of(StageKit.Book, StageKit.Book.Find(method.Stages[0])!, start, focus, turns);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {focus.Base} {string.Join(' ', turns)}";
            Assert.Equal((0, turns.Length), (parts[0].From, parts[^1].To));
            for (var p = 1; p < parts.Count; p++) Assert.Equal(parts[p - 1].To, parts[p].From);
            Assert.True(parts.All(p => p.IsDone && p.Stage.Course!.IsDone(start.Apply(turns.Take(p.To)), focus)), about);
            // No stage is cut later than where it was planned to end, each in the order of the method.
            Assert.Equal(parts.Select(p => p.Stage.Id), method.Stages.Where(id => parts.Any(p => p.Stage.Id == id)));
            var cutOff = CourseCut.Of(StageKit.Book, parts[0].Stage, start, focus, [.. turns.Take(parts[0].To - 1)]);
            Assert.False(Assert.Single(cutOff).IsDone);
        }
    }

    /// <summary>Every way that is offered at a stop can be taken there, and what its words say it leads to comes.</summary>
    [Fact]
    public void Every_way_of_a_stop_can_be_taken()
    {
        var (random, planner) = (new Random(PlainSeed.Today), new CoursePlanner(StageKit.Book));
        for (var i = 0; i < 12; i++)
        {
            var (start, focus) = (RandomPosition.Draw(random.Next), new Focus(Faces.AllColors[random.Next(6)]));
            var course = planner.Plan(Roux, start, focus, [], Options(i % 2 == 0));
            for (var s = 0; s < course.Stops.Count; s++)
            {
                var stage = StageKit.Book.Find(course.Stops[s].Stage)!.Course!;
                var groups = stage.Ways(course.Before[s], focus, Options(i % 2 == 0), random.Next(3), default);
                Assert.Equal(groups.Count, groups.Select(g => g.Title).Distinct().Count());
                foreach (var way in groups.SelectMany(g => g.Ways))
                {
                    var (stop, refusal) = stage.Take(course.Before[s], focus, way.Turns, Options(false));
                    var about = $"seed {PlainSeed.Today}: {Facelets.Write(course.Before[s])} {string.Join(' ', way.Turns)}: "
                        + refusal?.Message;
                    Assert.True(stop is not null, about);
                    if (way.Words.EndsWith(" for nothing", StringComparison.Ordinal) || way.Words == "solved")
                        Assert.True(way.Words != "solved" || course.Before[s].Apply(way.Turns).IsSolved, about);
                }
            }
        }
    }

    [Theory]
    [InlineData("R U R'", "block-not-done")]
    [InlineData("x y2 F L", "block-not-done")]
    public void A_first_stop_that_is_no_block_is_refused_by_name(string own, string code)
    {
        var start = RandomPosition.Draw(new Random(3).Next);
        var (stop, refusal) = StageKit.Book.Get<FirstBlockStage>().Course!.Take(start, new Focus(Color.White), Algorithm.Parse(own).Turns,
            Options(false));
        Assert.Null(stop);
        Assert.Equal(code, refusal!.Code);
        Assert.Contains("white", refusal.Message, StringComparison.Ordinal);
    }

    /// <summary>An own first block: turns, the fewest, and where it grew, counted again from the exact table.</summary>
    [Fact]
    public void Own_first_blocks_are_judged_by_the_exact_distances()
    {
        var (random, planner) = (new Random(PlainSeed.Today), StageKit.Book.Get<FirstBlockStage>().NewPlanner());
        var hinted = 0;
        for (var i = 0; i < 200; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var block = Block.All[random.Next(Block.All.Count)];
            var focus = new Focus(block.Base, i % 2 == 0 ? block.Side.Name() : "");
            var best = planner.Best(state, [block], Hands, byTurns: true);
            Turn[] shortest = [.. best.Rotation, .. best.Turns];
            var judged = FirstBlockJudge.Judge(planner, state, focus, shortest, Hands);
            Assert.True(judged is { IsDone: true, OverBest: 0, FirstMistake: null }, judged.Verdict);
            // A turn of chance first: what is left afterwards is counted from there.
            var odd = Turn.FromIndex(random.Next(Turn.FaceTurnCount));
            var after = state.Apply(best.Rotation).Apply(odd);
            var rest = planner.Best(after, [judged.Block], Hands, byTurns: true);
            Turn[] own = [.. best.Rotation, odd, .. rest.Rotation, .. rest.Turns];
            var worse = FirstBlockJudge.Judge(planner, state, focus with { Part = judged.Block.Side.Name() }, own, Hands);
            var least = planner.Distance(state, judged.Block);
            Assert.Equal((true, 1 + rest.Turns.Count, least), (worse.IsDone, worse.Turns, worse.Best));
            Assert.Equal(worse.OverBest > 0 ? 1 : (int?)null, worse.FirstMistake);
            if (worse.Hints.Count > 0)
            {
                // The other way is as short as it is said to be, and is a way.
                hinted++;
                var turns = worse.Hints[0].Split(": ")[^1].TrimEnd('.');
                var end = PlainCube.Of(Facelets.Write(state)).Turn(turns);
                Assert.True(new PlainBlocks(end, block.Base.Name()).Left);
            }

            var broken = FirstBlockJudge.Judge(planner, state, focus,
                [.. shortest, Turn.Of(Face.L, 1), Turn.Of(Face.D, 1), Turn.Of(Face.F, 1)], Hands);
            if (!broken.IsDone) Assert.Contains("does not stand", broken.Verdict, StringComparison.Ordinal);
        }

        Assert.True(hinted > 5);
    }
}
