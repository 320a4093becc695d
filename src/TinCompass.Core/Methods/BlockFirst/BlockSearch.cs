using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// All shortest ways to a block 2x2x2 (its distances are exact) or 2x2x3 (bounded from below by its two blocks of three and its five
/// edges), in turns of faces as they are called in the hold of the scramble. One searcher serves one thread at a time.
/// </summary>
public sealed class BlockSearch(BlockTables tables, FirstBlockTable blocks)
{
    private readonly SolutionList found = new();

    /// <summary>Every shortest way to the block of a corner; the position is held as scrambled. Throws when cancelled.</summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Small(CubeState state, Corner corner, CancellationToken cancel = default)
    {
        var block = SmallBlock.Of(state, corner);
        var distance = tables.OfSmall[block.Index];
        if (distance == 0) return [[]];
        found.Clear();
        var searched = new SmallSearched(tables.OfSmall, found, cancel);
        Deepening.All<SmallSearched, SmallBlock>(ref searched, block, TurnOrder.All, distance);
        return Found(block.Hold);
    }

    /// <summary>Every shortest way to the block along an edge; the position is held as scrambled. Throws when cancelled.</summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Long(CubeState state, Edge middle, CancellationToken cancel = default)
    {
        var block = LongBlock.Of(state, middle);
        var searched = new LongSearched(blocks.Distances(centreIsFree: false), tables.OfEdges,
            TurnNames.Between(block.One, block.Other), found, cancel);
        var least = searched.Bound(block);
        if (least == 0) return [[]];
        found.Clear();
        for (var length = least; found.Count == 0; length++)
            Deepening.All<LongSearched, LongBlock>(ref searched, block, TurnOrder.All, length);
        return Found(block.One);
    }

    private IReadOnlyList<IReadOnlyList<Turn>> Found(Hold hold) => [.. Enumerable.Range(0, found.Count).Select(i =>
    {
        Turn[] turns = [.. found[i].ToArray().Select(t => t.Renamed(hold, Hold.Scramble))];
        TurnOrder.Sort(turns);
        return turns;
    })];

    private ref struct SmallSearched(ReadOnlySpan<byte> distances, SolutionList found, CancellationToken cancel) : ISearched<SmallBlock>
    {
        private readonly ReadOnlySpan<byte> distances = distances;
        private int entered;

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in SmallBlock node, int left) => TurnOrder.All;

        public readonly bool TryTurn(in SmallBlock node, int turn, int left, out SmallBlock after)
        {
            after = node.After(turn);
            return distances[after.Index] == left;
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }

    private ref struct LongSearched(ReadOnlySpan<byte> blocks, ReadOnlySpan<byte> edges, ReadOnlySpan<byte> otherNames, SolutionList found,
        CancellationToken cancel) : ISearched<LongBlock>
    {
        private readonly ReadOnlySpan<byte> blocks = blocks;
        private readonly ReadOnlySpan<byte> edges = edges;
        private readonly ReadOnlySpan<byte> otherNames = otherNames;
        private int entered;

        public readonly int Bound(in LongBlock node) =>
            Math.Max(edges[node.Five], Math.Max(blocks[node.Index], blocks[node.OtherIndex]));

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in LongBlock node, int left) => TurnOrder.All;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly bool TryTurn(in LongBlock node, int turn, int left, out LongBlock after)
        {
            after = node.After(turn, otherNames[turn]);
            if (edges[after.Five] > left || blocks[after.Index] > left || blocks[after.OtherIndex] > left) return false;
            // Within the shortest length the block does not stand before its end.
            return true;
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }
}
