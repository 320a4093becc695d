using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;

namespace TinCompass.Bench;

/// <summary>Fair scrambles, single thread.</summary>
public class ScrambleBenchmarks
{
    private const int Count = 200;
    private readonly TwoPhaseSearch search = new(TwoPhaseTables.Build());
    private readonly CubeState[] positions;

    public ScrambleBenchmarks()
    {
        var random = new Random(3);
        positions = [.. Enumerable.Range(0, Count).Select(_ => RandomPosition.Draw(random.Next))];
    }

    [Benchmark]
    public TwoPhaseTables BuildTwoPhaseTables() => TwoPhaseTables.Build();

    /// <summary>Per scramble: a sequence to a random position.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int FairScramble() => positions.Sum(p => search.SequenceTo(p).Length(Metric.Htm));
}
