using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;

namespace TinCompass.Bench;

/// <summary>Cross and one pair, single thread.</summary>
[MemoryDiagnoser]
public class PairBenchmarks
{
    private const int Count = 200;
    private readonly CubeState[] states = Scrambles.States(Count, seed: 6);
    private readonly PairSearch search = new(CrossTable.Build(), PairTables.Build());

    [Benchmark]
    public PairTables BuildPairTables() => PairTables.Build();

    /// <summary>Per scramble: the four pairs of white, all shortest solutions.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int FourPairsOfWhite()
    {
        var sum = 0;
        foreach (var state in states)
            foreach (var pair in search.Find(state, Color.White)) sum += pair.Solutions.Count;
        return sum;
    }
}
