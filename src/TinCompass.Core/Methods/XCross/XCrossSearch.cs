using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.XCross;

/// <summary>
/// Cross and one pair: the position it is seen from (the slot at front-right), the least HTM, every sequence of that length. When the
/// search
/// was stopped (<paramref name="IsCut"/>), <paramref name="Length"/> is a bound from below and the list holds what was found so far.
/// </summary>
public sealed record XCrossSolutions(SlotName Slot, CrossPosition Position, int Length, IReadOnlyList<PackedTurns> Solutions, bool IsCut);

/// <summary>
/// Every shortest sequence for cross and one pair, by iterative deepening under two exact bounds (<see cref="XCrossTables"/>). 72 990 720
/// positions a pair, none
/// more than 10 turns away; on average some thousand positions are looked at. No allocation per node. One searcher serves one thread at a
/// time.
/// </summary>
public sealed class XCrossSearch(CrossTable cross, XCrossTables pairs)
{
    private const int States = 24;

    private readonly SolutionList found = new();

    /// <summary>
    /// The four pairs of a colour, in the order of their slots' names. A cancelled search gives what it has, and says so.
    /// </summary>
    public IReadOnlyList<XCrossSolutions> Find(CubeState state, Color color, CancellationToken cancelled = default)
    {
        var all = new XCrossSolutions[4];
        for (var y = 0; y < 4; y++) all[y] = FindOne(state, CrossPosition.Of(state, color, y), cancelled);
        Array.Sort(all, (a, b) => (a.Slot.First, a.Slot.Second).CompareTo((b.Slot.First, b.Slot.Second)));
        return all;
    }

    /// <summary>
    /// The pair whose slot is at front-right in the hold of <paramref name="position"/>, which must be a view of <paramref name="state"/>.
    /// </summary>
    public XCrossSolutions FindOne(CubeState state, CrossPosition position, CancellationToken cancelled = default)
    {
        var (corner, edge) = PairStands.Of(state, position);
        var index = position.Index;
        var length = Math.Max(pairs.WithCorner[(index * States) + corner], pairs.WithEdge[(index * States) + edge]);
        found.Clear();
        var start = new Node((ushort)(index / EdgeStickers.PairCount), (ushort)(index % EdgeStickers.PairCount), (byte)corner, (byte)edge);
        var searched = new Searched(cross.Distances, pairs, found, cancelled);
        var isCut = false;
        for (var left = (int)length; ; left++)
        {
            if (left == 0) found.Add(0);
            else isCut = !Deepening.All<Searched, Node>(ref searched, start, TurnOrder.All, left);
            if (found.Count == 0 && !isCut) continue;
            var solutions = new PackedTurns[found.Count];
            for (var i = 0; i < solutions.Length; i++) solutions[i] = found[i];
            var slot = SlotName.Of(position.Hold.ColorAt(Face.F), position.Hold.ColorAt(Face.R));
            return new XCrossSolutions(slot, position, left, solutions, isCut);
        }
    }

    /// <summary>The four cross edges as two pairs, and the states of the pair's corner and edge.</summary>
    private readonly record struct Node(ushort First, ushort Second, byte Corner, byte Edge);

    private ref struct Searched(ReadOnlySpan<byte> crossDistances, XCrossTables tables, SolutionList found, CancellationToken cancel)
        : ISearched<Node>
    {
        private readonly ReadOnlySpan<ushort> pairMoves = EdgeStickers.PairMoves;
        private readonly ReadOnlySpan<byte> cornerMoves = CornerStickers.Moves;
        private readonly ReadOnlySpan<byte> edgeMoves = EdgeStickers.Moves;
        private readonly ReadOnlySpan<byte> crossDistances = crossDistances;
        private readonly ReadOnlySpan<byte> withCorner = tables.WithCorner;
        private readonly ReadOnlySpan<byte> withEdge = tables.WithEdge;
        private int entered;

        public bool Enter() => (entered++ & 0xFFF) != 0 || !cancel.IsCancellationRequested;

        public readonly uint Turns(in Node node, int left) => TurnOrder.All;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly bool TryTurn(in Node node, int turn, int left, out Node after)
        {
            var row = turn * EdgeStickers.PairCount;
            int first = pairMoves[row + node.First], second = pairMoves[row + node.Second],
                index = (first * EdgeStickers.PairCount) + second;
            after = default;
            // The small table first: it lies in a nearer cache and refuses most.
            if (crossDistances[index] > left) return false;
            int corner = cornerMoves[(turn * States) + node.Corner];
            if (withCorner[(index * States) + corner] > left) return false;
            int edge = edgeMoves[(turn * States) + node.Edge];
            if (withEdge[(index * States) + edge] > left) return false;
            after = new Node((ushort)first, (ushort)second, (byte)corner, (byte)edge);
            return true;
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }
}
