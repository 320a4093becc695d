using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;

namespace TinCompass.Bench;

/// <summary>Every shortest way to cycle three pieces, one cycle after the other, when the book is made.</summary>
public class CycleBenchmarks
{
    private ThreeCycle[] cycles = [];
    private int at;

    /// <summary>All cycles through one sticker of an edge and one of a corner, in an order that mixes them.</summary>
    [GlobalSetup]
    public void SetUp()
    {
        cycles = [.. (from stickers in new[] { Stickers.OfEdges, Stickers.OfCorners }
                      from second in stickers
                      from third in stickers
                      where ThreeCycle.TryMake(stickers[0], second, third, out _, out _)
                      select new ThreeCycle(stickers[0], second, third)).OrderBy(c => c.Key * 7919L % 104729)];
        CycleFinder.Find(cycles[0], Metric.Htm);
    }

    /// <summary>Up to one turn longer; the shortest alone are kept once they are found.</summary>
    [Benchmark]
    public int OneLonger() => CycleFinder.Find(cycles[at++ % cycles.Length], Metric.Htm, over: 1).Count;

    /// <summary>Up to two turns longer.</summary>
    [Benchmark]
    public int TwoLonger() => CycleFinder.Find(cycles[at++ % cycles.Length], Metric.Htm, over: 2).Count;
}
