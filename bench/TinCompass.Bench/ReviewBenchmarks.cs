using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Bench;

/// <summary>A solve as made-up hands turn it: cut into stages, and reviewed; one solve each time, of sixteen in turn.</summary>
[MemoryDiagnoser]
public class ReviewBenchmarks
{
    private const int Solves = 16;
    private readonly HandModel hands = new(HandPreferences.Usual);
    private readonly StageBook book = Catalog.Book(new TableShelf());
    private readonly List<(CubeState Start, SimulatedSolve Solve)> solves = [];
    private int at;

    /// <summary>Plans and turns them.</summary>
    [GlobalSetup]
    public void Prepare()
    {
        var (random, simulated) = (new Random(20261129), new SimulatedHands(book, hands, 0.6));
        for (var i = 0; i < Solves; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            solves.Add((start, simulated.Solve(Catalog.Methods[i % Catalog.Methods.Count], start, random)));
        }
    }

    private (CubeState Start, SimulatedSolve Solve) Next => solves[at = (at + 1) % Solves];

    /// <summary>Read into the stages of the method that fits best.</summary>
    [Benchmark]
    public SolveReading Cut() => new SolveReader(book).Read(Next.Start, solves[at].Solve.Timed.Turns);

    /// <summary>Reviewed against what there was to find.</summary>
    [Benchmark]
    public SolveReview Review() => SolveReview.Of(book, Next.Start, solves[at].Solve.Timed, hands);

    /// <summary>The same with all that is told of it on its page: what would have been better, and what was in view in pauses.</summary>
    [Benchmark]
    public int Told() => Review().Stages.Sum(s => s.Advice.Count + s.Pauses.Count);
}
