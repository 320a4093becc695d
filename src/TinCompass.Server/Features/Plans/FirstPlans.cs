using Microsoft.Extensions.Options;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Plans;

/// <summary>
/// Plans some solves and judges some tasks of each drill as soon as the data and the tables are there, so that the first to ask doesn't
/// wait for machine code to be made and cases to be ranked. One after the other, with a rest after each.
/// </summary>
internal sealed class FirstPlans(
    StageBook book, HandModels hands, IOptions<ServerOptions> options, ILogger<FirstPlans> log, Task dataAreThere) : BackgroundService
{
    private static readonly TimeSpan Rest = TimeSpan.FromMilliseconds(50);

    /// <summary>An answer that can be read, right or not.</summary>
    private const string Any = "R U";

    private static readonly string[] Scrambles =
    [
        "R2 U F' D L2 B U' R F2 D' L B2 U R' F", "F D' B2 L U R' F' U2 B D2 L' F R2 U' B", "U L2 F' R D B' U2 L F R2 D' B U' F2 L",
        "B' R U2 F L' D2 R' B2 U F' L2 U' D R2 F", "D2 F R' U B L2 D' F2 R U' L B2 D R' U2", "L U' R2 B' D F2 L' U R B D2 F' U L2 R'",
    ];

    /// <summary>How many of them are planned.</summary>
    internal int Count { get; init; } = Scrambles.Length;

    /// <summary>The sizes of the bigger cubes that are planned, by each school.</summary>
    internal IReadOnlyList<int> Sizes { get; init; } = [BigPieces.Least, BigPieces.Most];

    /// <summary>How many tasks of each drill are drawn and judged.</summary>
    internal int Tasks { get; init; } = 8;

    /// <summary>Plans them; only as long as it is not cancelled.</summary>
    public void Run(CancellationToken cancel)
    {
        var planner = new WholePlanner(book, threads: 1, alike: 0);
        foreach (var (scramble, i) in Scrambles.Take(Count).Select((s, i) => (s, i)))
            foreach (var method in book.Methods)
            {
                if (cancel.WaitHandle.WaitOne(Rest)) return;
                var course = new CourseOptions(hands.For(HandPreferences.Usual), ByTurns: i % 2 == 1, false, CourseOptions.UsualBeam);
                planner.Best(method, CubeState.Solved.Apply(Algorithm.Parse(scramble).Turns), planner.Foci(method, [Color.White]),
                    course, cancel);
            }

        foreach (var drill in book.Drills.All)
        {
            if (cancel.WaitHandle.WaitOne(Rest)) return;
            for (var seed = 0; seed < Tasks; seed++) Ask(drill, seed);
        }

        // The tables of bigger cubes are made by the first who asks.
        var small = new CourseOptions(hands.For(HandPreferences.Usual), true, false, CourseOptions.UsualBeam);
        var foci = planner.Foci(book.Methods[0], [Color.White]);
        foreach (var size in Sizes)
            foreach (var school in Enum.GetValues<BigSchool>())
            {
                if (cancel.WaitHandle.WaitOne(Rest)) return;
                var scramble = BigScrambles.Draw(size, new Random(size).Next);
                new BigPlanner(size, (cube, stop) => planner.Best(book.Methods[0], cube, foci, small, stop)!.MadeStops, school)
                    .Plan(BigState.Solved(size).Apply(scramble), null, cancel);
            }
    }

    /// <summary>Draws a task, makes its response and judges an answer to it.</summary>
    private static void Ask(Drill drill, int seed)
    {
        var name = drill.Cases.Count > 0 ? drill.Cases[seed % drill.Cases.Count] : null;
        var task = drill.Make(new DrillWish(1, name, Faces.AllColors), seed);
        _ = TaskResponse.Of(1, drill, task);
        _ = drill.Judge(task, task.Kind != AnswerKind.Turns ? DrillAnswer.Of([.. task.Options.Take(1).Select(o => o.Answer)])
            : task.Bigger is { } bigger ? DrillAnswer.Of(BigNotation.Parse(Any, bigger.Size)) : DrillAnswer.Of(Algorithm.Parse(Any).Turns));
    }

    protected override Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (!options.Value.Warm) return Task.CompletedTask;
        var done = new TaskCompletionSource();
        new Thread(() =>
        {
            try
            {
                dataAreThere.Wait(stoppingToken);
                Run(stoppingToken);
            }
            catch (OperationCanceledException)
            {
                // The server stops.
            }
            catch (Exception e)
            {
                // Nobody waits for these plans; whoever asks for one is told what is wrong.
                log.LogWarning(e, "The first plans were given up.");
            }

            done.SetResult();
        })
        { IsBackground = true }.Start();
        return done.Task;
    }
}
