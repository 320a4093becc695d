using BenchmarkDotNet.Attributes;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Bench;

/// <summary>
/// Solving with blocks: all first blocks of a position, second blocks planned and by all faces, a whole course; the tables and the book
/// made.
/// </summary>
[MemoryDiagnoser]
public class RouxBenchmarks
{
    private const int Count = 100;

    private readonly HandModel hands = new(HandPreferences.Usual);
    private readonly TableShelf shelf = new();
    private CubeState[] positions = [];
    private FirstBlockDone[] blocks = [];
    private StageBook book = null!;

    /// <summary>A hundred positions of a seed, and as many with a first block.</summary>
    [GlobalSetup]
    public void SetUp()
    {
        var random = new Random(5);
        book = Catalog.Book(shelf);
        positions = [.. Enumerable.Range(0, Count).Select(_ => RandomPosition.Draw(random.Next))];
        var planner = book.Get<FirstBlockStage>().NewPlanner();
        blocks = [.. positions.Select(p =>
        {
            var way = planner.Best(p, FirstBlockPlanner.On(Color.White), hands, byTurns: true);
            return FirstBlockDone.TryRead(p.Apply(way.Rotation).Apply(way.Turns), Color.White, out var read, out _) ? read
                : throw new InvalidOperationException("no block");
        })];
        foreach (var kind in book.Method("roux")!.Stages.SelectMany(s => book.Find(s)!.Tables)) shelf.Begin([kind]);
    }

    /// <summary>All 24 blocks of a position, every shortest way measured.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int AllBlocks() => positions.Sum(p =>
        book.Get<FirstBlockStage>().NewPlanner().Compare(p, Block.All, hands, false).Sum(b => b.Count));

    /// <summary>One block with all ways up to two turns longer, by how they begin.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int OneBlockGrouped() => positions.Sum(p => book.Get<FirstBlockStage>().NewPlanner()
        .Groups(p, new Block(Color.Green, Color.White), hands, false, 2).Count);

    /// <summary>A second block planned over all orders.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int SecondBlock() => blocks.Sum(b => book.Get<SecondBlockStage>().NewPlanner().Plan(b.Right, hands, false, 16)[0].Length);

    /// <summary>A second block by all faces, every shortest way.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int AllFaces() => blocks.Sum(b => new BothBlocksSearch(shelf.Get(FirstBlockTable.Kind)).Find(b).Count);

    /// <summary>A whole course from a scrambled position.</summary>
    [Benchmark(OperationsPerInvoke = Count)]
    public int Course() => positions.Sum(p => new CoursePlanner(book).Plan(book.Method("roux")!, p, new Focus(Color.White), [],
        new CourseOptions(hands, false, false, 16)).Stops.Count);

    /// <summary>The tables of first blocks.</summary>
    [Benchmark]
    public FirstBlockTable FirstBlockTables() => FirstBlockTable.Build();

    /// <summary>The tables of second blocks.</summary>
    [Benchmark]
    public SecondBlockTable SecondBlockTables() => SecondBlockTable.Build();

    /// <summary>The tables of the last six edges.</summary>
    [Benchmark]
    public SixEdgesTable SixEdgesTables() => SixEdgesTable.Build();

    /// <summary>The shipped sequences of the corners made.</summary>
    [Benchmark]
    public int CornersBook() => CmllBookBuilder.Build().Count;
}
