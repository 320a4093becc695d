using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Whole solves of every method, held against the plain cube: they solve it, stage after stage, and what is deeper is no worse.
/// </summary>
public class WholePlanTests
{
    private const int Onwards = 4;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static readonly WholePlanner Planner = new(StageKit.Book);

    public static TheoryData<string, bool> Methods { get; } = new()
    {
        { "cfop", true }, { "cfop", false }, { "roux", true }, { "roux", false },
        { "edges", true }, { "edges", false }, { "blocks", true }, { "blocks", false }, { "good", true }, { "good", false },
    };

    private static CourseOptions Options(bool byTurns) => new(Hands, byTurns, false, 8);

    [Theory]
    [MemberData(nameof(Methods))]
    public void A_plan_solves_the_cube_stage_by_stage(string id, bool byTurns)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        for (var i = 0; i < 2; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var foci = Planner.Foci(method, [Color.White, Color.Red]);
            Assert.Equal(id == "roux" ? 8 : 2, foci.Count);
            var best = Planner.Best(method, start, foci, Options(byTurns))!;
            Assert.Contains(best.Focus, foci);
            Check(start, best, byTurns);
            // No base alone is better, and the order in which they are asked does not matter.
            foreach (var focus in foci)
                Assert.True(best.Cost(byTurns).CompareTo(Planner.Best(method, start, [focus], Options(byTurns))!.Cost(byTurns)) <= 0);
            Assert.Equal(best.All, Planner.Best(method, start, [.. foci.Reverse()], Options(byTurns))!.All);
        }
    }

    [Theory]
    [MemberData(nameof(Methods))]
    public void A_deeper_plan_solves_the_cube_in_less(string id, bool byTurns)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        var start = RandomPosition.Draw(random.Next);
        var foci = Planner.Foci(method, [Color.White]);
        using var stop = new CancellationTokenSource();
        var plans = new List<WholePlan>();
        foreach (var plan in Planner.Deepen(method, start, foci, Options(byTurns), stop.Token))
        {
            Check(start, plan, byTurns);
            plans.Add(plan);
            // Whoever has waited long enough keeps what is there.
            if (plans.Count == 1) stop.CancelAfter(TimeSpan.FromSeconds(2));
            if (plans.Count == 3) stop.Cancel();
        }

        Assert.InRange(plans.Count, 1, 3);
        Assert.Equal(Planner.Best(method, start, foci, Options(byTurns))!.All, plans[0].All);
        Assert.All(plans.Zip(plans.Skip(1)), p => Assert.True(p.Second.Cost(byTurns).CompareTo(p.First.Cost(byTurns)) < 0));
    }

    /// <summary>
    /// What deeper plans are put together from: each stop of each way is one that the desk takes, and the last ends its stage.
    /// </summary>
    /// <summary>After the base edge the back square stands by chance: the step to the front square would have broken it.</summary>
    [Fact]
    public void A_square_that_stands_by_chance_is_kept()
    {
        var state = Legality.Read("GRBWRYGWBBWRBOBBBYROWRBORBGWGWRGOGRORGOGWWWOOOGYYYYYYY").State!.Value;
        var (focus, stage) = (new Focus(Color.Blue, "yellow"), StageKit.Book.Find("sb")!.Course!);
        foreach (var way in stage.Onward(state, focus, Options(false) with { Beam = 4 }, 8, default))
        {
            var now = state;
            foreach (var stop in way)
            {
                Assert.Null(stage.Take(now, focus, stop, Options(false)).Refusal);
                now = now.Apply(stop);
            }
        }
    }

    [Theory]
    [MemberData(nameof(Methods))]
    public void Each_way_onward_can_be_taken_stop_by_stop_and_ends_with_its_stage(string id, bool byTurns)
    {
        var (random, method, ways) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!, 0);
        for (var i = 0; i < Onwards; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var foci = Planner.Foci(method, Faces.AllColors);
            var (focus, made) = (foci[random.Next(foci.Count)], new List<Turn>());
            foreach (var stage in method.Stages.Select(s => StageKit.Book.Find(s)!.Course!).Where(s => !s.IsDone(state, focus)))
            {
                var all = stage.Onward(state, focus, Options(byTurns) with { Arrived = [.. made], Beam = 4 }, 8, default);
                Assert.NotEmpty(all);
                foreach (var way in all)
                {
                    ways++;
                    var (now, about) = (state, $"seed {PlainSeed.Today}: {Facelets.Write(state)} {focus} "
                        + string.Join(" | ", way.Select(s => string.Join(' ', s))));
                    foreach (var stop in way)
                    {
                        Assert.False(stage.IsDone(now, focus), about);
                        Assert.True(stage.Take(now, focus, stop, Options(byTurns)) is { Refusal: null }, about);
                        now = now.Apply(stop);
                    }

                    Assert.True(stage.IsDone(now, focus), about);
                }

                foreach (var stop in all[random.Next(all.Count)])
                {
                    state = state.Apply(stop);
                    made.AddRange(stop);
                }
            }

            Assert.True(state.IsSolved);
        }

        Assert.True(ways > 4 * Onwards, $"{ways}");
    }

    [Fact]
    public void Who_stops_before_the_first_plan_gets_none_and_who_stops_after_it_keeps_it()
    {
        var (start, method) = (RandomPosition.Draw(new Random(3).Next), StageKit.Book.Methods[0]);
        using var stopped = new CancellationTokenSource();
        stopped.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() =>
            Planner.Deepen(method, start, Planner.Foci(method, [Color.White]), Options(true), stopped.Token).Count());
        using var stop = new CancellationTokenSource();
        var got = new List<WholePlan>();
        foreach (var plan in Planner.Deepen(method, start, Planner.Foci(method, [Color.White]), Options(true), stop.Token))
        {
            got.Add(plan);
            stop.Cancel();
        }

        Check(start, Assert.Single(got), true);
    }

    [Theory]
    [MemberData(nameof(Methods))]
    public void A_solved_cube_needs_nothing(string id, bool byTurns)
    {
        var method = StageKit.Book.Method(id)!;
        var plan = Planner.Best(method, CubeState.Solved, Planner.Foci(method, Faces.AllColors), Options(byTurns))!;
        Assert.Equal(0, plan.Turns);
        Assert.All(plan.All, t => Assert.Equal(TurnKind.Rotation, t.Kind));
        var one = CubeState.Solved.Apply(Algorithm.Parse("R").Turns);
        Check(one, Planner.Best(method, one, Planner.Foci(method, Faces.AllColors), Options(byTurns))!, byTurns);
    }

    /// <summary>The figures are those of its turns; after each stage that is left behind its goal stands on the plain cube.</summary>
    private static void Check(CubeState start, WholePlan plan, bool byTurns)
    {
        var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {plan.Method.Id} {byTurns} {string.Join(' ', plan.All)}";
        Assert.Equal(plan.All.Sum(t => plan.Method.Metric.Cost(t)), plan.Turns);
        Assert.Equal(Hands.Measure(plan.All.SkipWhile(t => t.Kind == TurnKind.Rotation)), plan.Time);
        var (cube, down) = (PlainCube.Of(Facelets.Write(start)), plan.Focus.Base.Name());
        foreach (var stage in plan.Method.Stages)
        {
            cube = cube.Turn(string.Join(' ', plan.Stops.Where(s => s.Stage == stage).SelectMany(s => s.Turns)));
            Assert.True(
                stage switch
                {
                    "cross" => new PlainCross(cube, down) is { Stands: true, IsDown: true },
                    "f2l" => cube.Stickers.Where(s => s.At.Y < 1 && s.Looks.Y == 0).GroupBy(s => s.Looks)
                        .All(g => g.Select(s => s.Color).Distinct().Count() == 1),
                    "oll" => cube.Stickers.Where(s => s.Looks == V.Up).Select(s => s.Color).Distinct().Count() == 1,
                    "fb" => new PlainBlocks(cube, down).Left && (plan.Focus.Part.Length == 0 || cube.CentreAt(V.Left) == plan.Focus.Part),
                    "sb" => new PlainBlocks(cube, down) is { Left: true, Right: true },
                    "cmll" => new PlainBlocks(cube, down) is { Left: true, Right: true, CornersDone: true },
                    _ => true,
                },
                $"{about}: {stage}");
        }

        Assert.True(cube.Stickers.GroupBy(s => s.Looks).All(g => g.Select(s => s.Color).Distinct().Count() == 1), about);
        // Told as a course it is the same turns, stop by stop.
        var course = Planner.Told(plan, start, Options(byTurns));
        Assert.Equal(string.Join(' ', plan.All), string.Join(' ', course.Made.All));
        Assert.True(course.Before[^1].IsSolved);
    }
}
