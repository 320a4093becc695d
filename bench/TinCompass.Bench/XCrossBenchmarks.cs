using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;

namespace TinCompass.Bench;

/// <summary>Cross and one pair, single thread.</summary>
[MemoryDiagnoser]
public class XCrossBenchmarks
{
    private const int Count = 200;
    private readonly CubeState[] states = Scrambles.States(Count, seed: 6);
    private readonly XCrossSearch search = new(CrossTable.Build(), XCrossTables.Build());

    [Benchmark]
    public XCrossTables BuildXCrossTables() => XCrossTables.Build();

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
