using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Bench;

/// <summary>The two-hand model: a cross of seven turns measured, read, and rewritten.</summary>
[MemoryDiagnoser]
public class HandBenchmarks
{
    private readonly HandModel model = new(HandPreferences.Usual);
    private IReadOnlyList<Turn> turns = [];
    private byte[] indices = [];

    [GlobalSetup]
    public void SetUp()
    {
        turns = Algorithm.Parse("D' R2 F L' D B' R").Turns;
        indices = [.. turns.Select(t => (byte)t.Index)];
    }

    /// <summary>The tables for one solver's habits.</summary>
    [Benchmark]
    public HandModel Build() => new(new HandPreferences(LeftHanded: true));

    /// <summary>Time and regrips alone.</summary>
    [Benchmark]
    public double Measure() => model.TryMeasure(indices, out var time, out _) ? time : 0;

    /// <summary>Turn by turn.</summary>
    [Benchmark]
    public double Read() => model.Read(turns)!.Time;

    /// <summary>With wide turns, slices and rotations where they are quicker.</summary>
    [Benchmark]
    public double Rewrite() => model.Rewrite(turns)!.Time;
}
