using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Scrambling;

namespace TinCompass.Bench;

/// <summary>What the pages of the schools ask for: each answer of a random position.</summary>
public class SchoolBenchmarks
{
    private CubeState[] states = [];
    private CubeState[] crosses = [];
    private CubeState[] fives = [];
    private CubeState[] twoFaces = [];
    private BlockSearch blocks = null!;
    private int at;

    [GlobalSetup]
    public void Setup()
    {
        var random = new Random(5);
        blocks = new BlockSearch(BlockTables.Build(), FirstBlockTable.Build());
        states = [.. Enumerable.Range(0, 64).Select(_ => RandomPosition.Draw(random.Next))];
        crosses = [.. states.Select(s => After(s, EdgesAdvice.Of(s, Color.White, false)))];
        fives = [.. crosses.Select(s => After(s, EdgesAdvice.Of(s, Color.White, false)))];
        twoFaces = [.. states.Select(_ => Enumerable.Range(0, 40).Aggregate(CubeState.Solved,
            (s, n) => s.Apply(Turn.Of(n % 2 == 0 ? Face.U : Face.R, 1 + random.Next(3)))))];

        static CubeState After(CubeState state, EdgesAdvice told) => told.Way.Count == 0
            ? state.Apply(told.ShortestHeld.Rotation).Apply(told.Shortest)
            : state.Apply(told.Held.Rotation).Apply(told.Way.SelectMany(w => w.Turns));
    }

    [Benchmark]
    public int Eight_small_blocks() => Enum.GetValues<Corner>().Sum(c => blocks.Small(Next(states), c).Count);

    [Benchmark]
    public int Twelve_long_blocks() => Enum.GetValues<Edge>().Sum(e => blocks.Long(Next(states), e).Count);

    [Benchmark]
    public int Three_middle_edges() => EdgesAdvice.Of(Next(crosses), Color.White, false).Shortest.Count;

    [Benchmark]
    public int Last_five_edges() => EdgesAdvice.Of(Next(fives), Color.White, false).Shortest.Count;

    [Benchmark]
    public int Which_cycle_next() => new CubeByCycles(Next(states)).Choices(true).Count;

    [Benchmark]
    public int A_plan_of_cycles() => new CubeByCycles(Next(states)).Plan().Count;

    [Benchmark]
    public int The_rest_by_two_faces() => TwoFaces.All.Solve(Next(twoFaces))!.Count;

    private CubeState Next(CubeState[] of) => of[at++ % of.Length];
}
