using System.Diagnostics;
using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Bench;

/// <summary>
/// './tc bench plans [COUNT] [SECONDS]': means of whole plans by turns over random positions (the same each time), any base: stage by
/// stage, and after some seconds of looking over all stages together.
/// </summary>
internal static class PlanMeans
{
    private const int Seed = 20261129;

    public static void Print(int count, double seconds)
    {
        var shelf = new TableShelf();
        var book = Catalog.Book(shelf);
        var planner = new WholePlanner(book);
        var options = new CourseOptions(new HandModel(HandPreferences.Usual), true, false, 16);
        foreach (var method in Catalog.Methods)
        {
            var (random, foci) = (new Random(Seed), planner.Foci(method, Faces.AllColors));
            var (plain, deep, took, most) = (new List<WholePlan>(), new List<WholePlan>(), new List<double>(), 0.0);
            // Tables and code are made ready first.
            planner.Best(method, RandomPosition.Draw(new Random(1).Next), foci, options);
            for (var i = 0; i < count; i++)
            {
                var start = RandomPosition.Draw(random.Next);
                using var stop = new CancellationTokenSource();
                var clock = Stopwatch.StartNew();
                WholePlan? first = null, last = null;
                foreach (var plan in planner.Deepen(method, start, foci, options, stop.Token))
                {
                    if (first is null)
                    {
                        took.Add(clock.Elapsed.TotalMilliseconds);
                        stop.CancelAfter(TimeSpan.FromSeconds(seconds));
                    }

                    (first, last) = (first ?? plan, plan);
                }

                most = Math.Max(most, clock.Elapsed.TotalSeconds);
                plain.Add(first!);
                deep.Add(last!);
            }

            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"{method.Title}, {count} positions: stage by stage {Said(plain)} in {took.Average():0} ms (at most {took.Max():0}); " +
                $"deep {Said(deep)}, at most {most:0.0} s"));
        }
    }

    private static string Said(List<WholePlan> plans) => string.Create(CultureInfo.InvariantCulture,
        $"{Mean(plans, Metric.Htm):0.00} HTM {Mean(plans, Metric.Stm):0.00} STM {plans.Average(p => p.Time ?? 0):0.0} wt");

    private static double Mean(List<WholePlan> plans, Metric metric) => plans.Average(p => p.All.Sum(t => metric.Cost(t)));
}
