using System.Diagnostics;
using System.Globalization;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Bench;

/// <summary>
/// './tc bench big [COUNT]': turns of whole solves of bigger cubes by stage, over random scrambles (the same each time), and how long they
/// take on one core: the reduction up to the joined cube, and all of it.
/// </summary>
internal static class BigMeans
{
    private const int Seed = 20261130;

    public static void Print(int count)
    {
        var planner = new WholePlanner(Catalog.Book(new TableShelf()), threads: 1, alike: 0);
        var (method, options) = (Catalog.Methods[0], new CourseOptions(new HandModel(HandPreferences.Usual), true, false,
            CourseOptions.UsualBeam));
        var foci = planner.Foci(method, Faces.AllColors);
        foreach (var size in new[] { BigPieces.Least, BigPieces.Most })
            foreach (var school in Enum.GetValues<BigSchool>())
            {
                var (random, clock, joined) = (new Random(Seed), new Stopwatch(), 0.0);
                var (plans, reduced, whole) = (new List<BigPlan>(), new List<double>(), new List<double>());
                var big = new BigPlanner(size, (cube, stop) => planner.Best(method, cube, foci, options, stop)!.MadeStops, school);
                // Tables and code are made ready by the first.
                for (var i = 0; i <= count; i++)
                {
                    var state = BigState.Solved(size).Apply(BigScrambles.Draw(size, random.Next));
                    joined = 0;
                    clock.Restart();
                    var plan = big.Plan(state, new Heard(p =>
                    {
                        if (p.Stage == BigStage.Parity) joined = clock.Elapsed.TotalSeconds;
                    }), default);
                    if (i == 0) continue;
                    reduced.Add(joined);
                    whole.Add(clock.Elapsed.TotalSeconds);
                    plans.Add(plan);
                }

                Console.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{size}x{size}, {school}, {count} scrambles: "
                    + $"{plans.Average(p => BigTurns.Count(p.All, size)):0.0} turns ({Mean(BigStage.Centre)} centres, "
                    + $"{Mean(BigStage.Edges)} edges, {Mean(BigStage.Parity)} parity, {Mean(BigStage.Small)} 3x3); reduction "
                    + $"{Told(reduced)}, whole {Told(whole)}"));

                string Mean(BigStage stage) => plans.Average(p => p.Stops.Where(s => s.Stage == stage)
                    .Sum(s => BigTurns.Count(s.Turns, size))).ToString("0.0", CultureInfo.InvariantCulture);
            }
    }

    private static string Told(List<double> seconds)
    {
        seconds.Sort();
        return string.Create(CultureInfo.InvariantCulture,
            $"half under {seconds[seconds.Count / 2]:0.00} s, nine of ten under {seconds[seconds.Count * 9 / 10]:0.00} s, at most "
            + $"{seconds[^1]:0.00} s");
    }

    private sealed class Heard(Action<BigProgress> told) : IProgress<BigProgress>
    {
        public void Report(BigProgress value) => told(value);
    }
}
