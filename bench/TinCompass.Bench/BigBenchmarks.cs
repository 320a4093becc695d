using BenchmarkDotNet.Attributes;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Bench;

/// <summary>
/// Bigger cubes: the six first centres exactly, all centres, the edges of a cube whose centres stand. Tables are made before.
/// </summary>
public class BigBenchmarks
{
    private BigState[] states = [];
    private BigState[] centred = [];
    private int at;

    /// <summary>Layers along an edge.</summary>
    [Params(4, 5)]
    public int Size { get; set; }

    [GlobalSetup]
    public void Setup()
    {
        var random = new Random(5);
        states = [.. Enumerable.Range(0, 8).Select(_ => BigState.Solved(Size).Apply(BigScrambles.Draw(Size, random.Next)))];
        centred = [.. states.Select(s => s.Apply(Centres(s).SelectMany(c => c.Turns)))];
        foreach (var state in centred) new EdgePlanner(Size).Plan(state, 1, null, default);
        foreach (var state in states) Six_first_centres();
    }

    [Benchmark]
    public int Six_first_centres() => Next(states) is var state
        ? Faces.AllColors.Sum(c => CentreSearch.Of(Size).First(state, c, 0, 40, default)[0].Count) : 0;

    [Benchmark]
    public int All_centres() => Centres(Next(states)).Sum(c => c.Turns.Count);

    [Benchmark]
    public int All_edges() => new EdgePlanner(Size).Plan(Next(centred), EdgePlanner.UsualBeam / (Size - 3), null, default)
        .Sum(s => s.Turns.Count);

    private IReadOnlyList<CentreStop> Centres(BigState state) =>
        new CentrePlanner(Size).Plan(state, CentrePlanner.UsualBeam, null, default);

    private BigState Next(BigState[] among) => among[at++ % among.Length];
}
