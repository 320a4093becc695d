using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Search;

namespace TinCompass.Bench;

/// <summary>
/// The last layer: finding sequences for all cases at once, a position to its case, ranking, a look with what follows it.
/// </summary>
[MemoryDiagnoser]
public class LastLayerBenchmarks
{
    private const int Count = 1000;

    private readonly HandModel hands = new(HandPreferences.Usual);
    private readonly LlTools kept = new(new TableShelf());
    private CubeState[] positions = [];
    private LlState[] states = [];

    /// <summary>A thousand last layers of a seed, held with the base down.</summary>
    [GlobalSetup]
    public void SetUp()
    {
        var (random, looks, arrangements) = (new Random(5), LlSet.Oll.States(), LlSet.Pll.States());
        states = [.. Enumerable.Range(0, Count)
            .Select(_ => arrangements[random.Next(arrangements.Count)].Then(looks[random.Next(looks.Count)]))];
        positions = [.. states.Select(s => s.ToCube(Hold.All[random.Next(Hold.Count)]))];
        _ = kept.Book;
    }

    /// <summary>Every sequence of a set of turns, for all cases.</summary>
    [Benchmark]
    [Arguments("R U", 14)]
    [Arguments("R U F", 12)]
    [Arguments("M U", 12)]
    [Arguments("U D F B R L", 12)]
    public int Find(string turns, int most)
    {
        var found = 0;
        LlFinder.Find(LlTurnSets.Read(turns), most, _ => found++);
        return found;
    }

    /// <summary>A position to its case of orientation, a thousand of them.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int Lookup()
    {
        var turns = 0;
        foreach (var position in positions) turns += LlCases.Of(LlSet.Oll, LlState.Of(position)!.Value).Turns;
        return turns;
    }

    /// <summary>The sequences of a case ranked for hands, nothing kept.</summary>
    [Benchmark]
    public int Rank() => LlChooser.Rank(states[0], LlCases.Of(LlSet.Oll, states[0]).Case, kept.Book, hands).Count;

    /// <summary>What a last layer needs first, each sequence with what follows it, rankings kept.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int Ahead() => states.Sum(s => new LlPlanner(kept).Ahead(s, new LlOptions(hands)).Count);

    /// <summary>The shipped book read, every line applied.</summary>
    [Benchmark]
    public int Read() => LlBook.Shipped().Entries.Count;
}
