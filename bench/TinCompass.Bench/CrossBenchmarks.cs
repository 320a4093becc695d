using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Bench;

/// <summary>Scrambles for the benchmarks: seeded, so that every run does the same work.</summary>
internal static class Scrambles
{
    public static CubeState[] States(int count, int seed)
    {
        var random = new Random(seed);
        return [.. Enumerable.Range(0, count).Select(_ => Enumerable.Range(0, 30)
            .Aggregate(CubeState.Solved, (s, _) => s.Apply(Turn.FromIndex(random.Next(Turn.FaceTurnCount)))))];
    }
}

/// <summary>Cross table and cross search, single thread.</summary>
[MemoryDiagnoser]
public class CrossBenchmarks
{
    private const int Count = 1000;

    /// <summary>Where one scramble takes a tenth of a second, fewer do.</summary>
    private const int Few = 50;
    private readonly CubeState[] states = Scrambles.States(Count, seed: 2);
    private readonly CrossSearch search = new(CrossTable.Build());
    private readonly SolutionList found = new();
    private readonly CrossPlanner planner;

    public CrossBenchmarks() => planner = new CrossPlanner(search);

    [Benchmark]
    public CrossTable BuildTable() => CrossTable.Build();

    /// <summary>Per scramble: six colours, lengths and all optimal solutions (packed).</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int SixColoursAllOptimal()
    {
        var sum = 0;
        foreach (var state in states)
            for (var color = Color.White; color <= Color.Orange; color++)
            {
                var position = CrossPosition.Of(state, color);
                found.Clear();
                search.Find(position, search.Distance(position), found);
                sum += found.Count;
            }

        return sum;
    }

    /// <summary>Per scramble: the plans of white, grouped by first edge, with alternatives.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int PlanWhite()
    {
        var sum = 0;
        foreach (var state in states) sum += planner.Plan(state, Color.White).Groups.Count;
        return sum;
    }

    /// <summary>Per scramble: the same by estimated time, in the quickest of four holds.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int PlanWhiteByTime() => PlanAll(new CrossPlanOptions(0, PlanOrder.Time, HoldChoice.LeastTime));

    /// <summary>
    /// Per scramble: all plans up to two turns longer, by estimated time: tens of thousands of sequences in four holds each.
    /// </summary>
    [Benchmark(OperationsPerInvoke = Few)]
    public int PlanWhiteByTimeWithSlack() => PlanAll(new CrossPlanOptions(2, PlanOrder.Time, HoldChoice.LeastTime), Few);

    /// <summary>Per scramble: all plans up to two turns longer, by foresight.</summary>
    [Benchmark(OperationsPerInvoke = Few)]
    public int PlanWhiteByForesightWithSlack() => PlanAll(new CrossPlanOptions(2, PlanOrder.Foresight), Few);

    private int PlanAll(CrossPlanOptions options, int most = Count)
    {
        var sum = 0;
        foreach (var state in states.AsSpan(0, most)) sum += planner.Plan(state, Color.White, options).Groups.Count;
        return sum;
    }
}

/// <summary>What the benchmarks search: counts that must not change.</summary>
internal static class WorkCount
{
    public static void Print()
    {
        var search = new CrossSearch(CrossTable.Build());
        var found = new SolutionList();
        int lengths = 0, solutions = 0;
        foreach (var state in Scrambles.States(1000, seed: 2))
            foreach (var color in Faces.AllColors)
            {
                var position = CrossPosition.Of(state, color);
                found.Clear();
                search.Find(position, search.Distance(position), found);
                (lengths, solutions) = (lengths + search.Distance(position), solutions + found.Count);
            }

        Console.WriteLine($"work count: 1000 scrambles, 6 colours: {lengths} turns, {solutions} optimal solutions");
        var pairs = new F2lBenchmarks().Work();
        Console.WriteLine($"work count: 100 pairs after the cross: {pairs.Turns} turns, {pairs.Solutions} shortest solutions");
    }
}
