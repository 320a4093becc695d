using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Search;

namespace TinCompass.Bench;

/// <summary>Pairs after the cross, single thread: positions with none to three slots solved.</summary>
[MemoryDiagnoser]
public class F2lBenchmarks
{
    private const int Count = 100;
    private readonly F2lSolver solver;
    private readonly F2lPlanner planner;
    private readonly F2lSchools schools;
    private readonly F2lState[] starts;
    private readonly (F2lState State, Slot Slot)[] open;

    public F2lBenchmarks()
    {
        var (cross, tables) = (CrossTable.Build(), F2lTables.Build());
        tables.Prepare();
        (solver, schools) = (new F2lSolver(cross, tables), new F2lSchools(cross, tables));
        planner = new F2lPlanner(solver, new F2lFinds());
        var (search, found) = (new CrossSearch(cross), new SolutionList());
        starts = [.. Scrambles.States(Count, seed: 9).Select(state =>
        {
            var seen = CrossPosition.Of(state, Color.White);
            found.Clear();
            search.Find(seen, search.Distance(seen), found);
            return F2lState.Of(state.Apply(seen.Rotation.Rotation).Apply(found[0].ToArray()));
        })];
        // Each start with none, one, two and three more slots solved, in turn.
        open = [.. starts.Select((start, i) =>
        {
            var plan = planner.Plan(start, new F2lOptions { ByTurns = true }, F2lOrder.Greedy);
            var state = plan.Steps.Take(Math.Min(i % 4, plan.Steps.Count - 1)).SelectMany(s => s.Turns)
                .Aggregate(start, (s, t) => s.After(t.Index));
            return (state, state.SolvedSlots.Others.Slots.First());
        })];
    }

    [Benchmark]
    public F2lTables BuildF2lTables()
    {
        var tables = F2lTables.Build();
        tables.Prepare();
        return tables;
    }

    /// <summary>Per pair: all shortest solutions.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int OnePair() => open.Sum(o => solver.Search.Find(o.State, new F2lGoal(o.State.SolvedSlots.With(o.Slot))).Count);

    /// <summary>What is searched there: least turns and shortest solutions in all.</summary>
    internal (int Turns, int Solutions) Work() =>
        open.Select(o => solver.Search.Find(o.State, new F2lGoal(o.State.SolvedSlots.With(o.Slot))))
        .Aggregate((0, 0), (sum, f) => (sum.Item1 + f.Length, sum.Item2 + f.Count));

    /// <summary>Per pair: all solutions up to two turns longer.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int OnePairTwoLonger() => open.Sum(
        o => solver.Search.Find(o.State, new F2lGoal(o.State.SolvedSlots.With(o.Slot)), 2).Solutions.Count);

    /// <summary>Per pair: one turn longer, ranked and read for two hands.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int OnePairRanked() => open.Sum(o => solver.Solve(o.State, o.Slot, new F2lOptions(), 1).Solutions.Count);

    /// <summary>Per pair: as four schools teach it.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int FourSchools() => open.Sum(o => schools.Compare(o.State, o.Slot, new F2lOptions()).Count);

    /// <summary>Per scramble: all four pairs planned by time.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int FourPairsByTime() => starts.Sum(s => planner.Plan(s, new F2lOptions()).Total);

    /// <summary>Per scramble: all four pairs planned by turns.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int FourPairsByTurns() => starts.Sum(s => planner.Plan(s, new F2lOptions { ByTurns = true }).Total);
}
