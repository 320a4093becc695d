using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// The fewest turns (HTM) after which no edge is bad, with the block 2x2x3 at the left and down standing or without it; every shortest way.
/// Pieces are named by where they belong as the cube is held, the open faces up and right. One searcher serves one thread at a time.
/// </summary>
public sealed class BadEdgeSearch(BlockTables tables, FirstBlockTable blocks)
{
    private static readonly byte[] Distances = DistanceTable.Build(new TwoParts(BadEdges.Moves, new ushort[Turn.FaceTurnCount],
        Turn.FaceTurnCount, 1 << 11), [0]);

    private readonly SolutionList found = new();

    /// <summary>The block stands.</summary>
    public static bool Stands(CubeState held)
    {
        var (block, home) = (LongBlock.Of(held, Edge.DL), LongBlock.Of(CubeState.Solved, Edge.DL));
        return (block.Five, block.Corners) == (home.Five, home.Corners);
    }

    /// <summary>
    /// Every shortest way; one empty one when none is bad and, if it is to stand, the block stands. Throws when cancelled.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Find(CubeState held, bool withBlock, CancellationToken cancel = default)
    {
        var block = LongBlock.Of(held, Edge.DL);
        var searched = new Searched(blocks.Distances(centreIsFree: false), tables.OfEdges, withBlock, block, found, cancel);
        var start = new Node(block, BadEdges.Of(held) & 0x7FF);
        if (searched.Bound(start) == 0) return [[]];
        found.Clear();
        for (var length = searched.Bound(start); found.Count == 0; length++)
            Deepening.All<Searched, Node>(ref searched, start, TurnOrder.All, length);
        return [.. Enumerable.Range(0, found.Count).Select(i => found[i].ToArray())];
    }

    /// <summary>
    /// Every shortest way after which the block stands, no edge is bad and two faces can solve the rest; one empty one when they can.
    /// Throws when cancelled.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> FindTwoFaces(CubeState held, CancellationToken cancel = default)
    {
        var block = LongBlock.Of(held, Edge.DL);
        var searched = new Searched(blocks.Distances(centreIsFree: false), tables.OfEdges, true, block, found, cancel);
        var start = new Node(block, BadEdges.Of(held) & 0x7FF);
        if (searched.Bound(start) == 0 && TwoFaces.All.CanSolve(held)) return [[]];
        for (var length = Math.Max(1, searched.Bound(start)); ; length++)
        {
            found.Clear();
            Deepening.All<Searched, Node>(ref searched, start, TurnOrder.All, length);
            IReadOnlyList<Turn>[] ways = [.. Enumerable.Range(0, found.Count).Select(i => found[i].ToArray())
                .Where(w => TwoFaces.All.CanSolve(held.Apply(w)))];
            if (ways.Length > 0) return ways;
        }
    }

    private readonly record struct Node(LongBlock Block, int Bad);

    private ref struct Searched(ReadOnlySpan<byte> blocks, ReadOnlySpan<byte> edges, bool withBlock, LongBlock start, SolutionList found,
        CancellationToken cancel) : ISearched<Node>
    {
        private readonly ReadOnlySpan<byte> blocks = blocks;
        private readonly ReadOnlySpan<byte> edges = edges;
        private readonly ReadOnlySpan<byte> names = TurnNames.Between(Hold.Scramble, start.One);
        private readonly ReadOnlySpan<byte> otherNames = TurnNames.Between(Hold.Scramble, start.Other);
        private int entered;

        public readonly int Bound(in Node node) => withBlock
            ? Math.Max(Math.Max(Distances[node.Bad], edges[node.Block.Five]),
                Math.Max(blocks[node.Block.Index], blocks[node.Block.OtherIndex]))
            : Distances[node.Bad];

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in Node node, int left) => TurnOrder.All;

        public readonly bool TryTurn(in Node node, int turn, int left, out Node after)
        {
            after = new Node(withBlock ? node.Block.After(names[turn], otherNames[turn]) : node.Block,
                BadEdges.Moves[(turn << 11) + node.Bad]);
            return Bound(after) <= left;
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }
}
