using System.Numerics;
using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>A slot by its two side colours, in the fixed order of colours: "green-red".</summary>
public readonly record struct SlotName(Color First, Color Second)
{
    /// <summary>The slot between two side colours, in either order.</summary>
    public static SlotName Of(Color one, Color other) => one < other ? new(one, other) : new(other, one);

    /// <summary>Reads "green-red", in either order; false when it names no two neighbouring side colours.</summary>
    public static bool TryParse(string? text, out SlotName slot)
    {
        var parts = text?.Split('-') ?? [];
        slot = default;
        if (parts.Length != 2 || !Faces.TryParseColor(parts[0], out var one) || !Faces.TryParseColor(parts[1], out var other) || Pieces.EdgeWith(one, other) is null) return false;
        slot = Of(one, other);
        return true;
    }

    /// <summary>True when a base colour has this slot.</summary>
    public bool Belongs(Color color) => First != color && Second != color && First != color.Opposite() && Second != color.Opposite();

    /// <summary>"green-red".</summary>
    public override string ToString() => $"{First.Name()}-{Second.Name()}";
}

/// <summary>
/// Cross and one pair: the position it is seen from (the slot at front-right), the least HTM, every sequence of that length. When the search
/// was stopped (<paramref name="IsCut"/>), <paramref name="Length"/> is a bound from below and the list holds what was found so far.
/// </summary>
public sealed record CrossPair(SlotName Slot, CrossPosition Position, int Length, IReadOnlyList<PackedTurns> Solutions, bool IsCut);

/// <summary>
/// Every shortest sequence for cross and one pair, by iterative deepening under two exact bounds (<see cref="PairTables"/>). 72 990 720 positions a pair, none
/// more than 10 turns away; on average some thousand positions are looked at. No allocation per node. One searcher serves one thread at a time.
/// </summary>
public sealed class PairSearch(CrossTable cross, PairTables pairs)
{
    private const int States = 24;

    private readonly SolutionList found = new();
    private CancellationToken cancel;
    private long visited;
    private bool isCut;

    /// <summary>Positions looked at since this searcher was made.</summary>
    public long Visited => visited;

    /// <summary>The four pairs of a colour, in the order of their slots' names. A cancelled search gives what it has, and says so.</summary>
    public IReadOnlyList<CrossPair> Find(CubeState state, Color color, CancellationToken cancelled = default)
    {
        var all = new CrossPair[4];
        for (var y = 0; y < 4; y++) all[y] = FindOne(state, CrossPosition.Of(state, color, y), cancelled);
        Array.Sort(all, (a, b) => (a.Slot.First, a.Slot.Second).CompareTo((b.Slot.First, b.Slot.Second)));
        return all;
    }

    /// <summary>The pair whose slot is at front-right in the hold of <paramref name="position"/>, which must be a view of <paramref name="state"/>.</summary>
    public CrossPair FindOne(CubeState state, CrossPosition position, CancellationToken cancelled = default)
    {
        var (corner, edge) = PairStates.Of(state, position);
        var index = position.Index;
        int first = index / EdgeStickers.PairCount, second = index % EdgeStickers.PairCount;
        var length = Math.Max(pairs.WithCorner[(index * States) + corner], pairs.WithEdge[(index * States) + edge]);
        (cancel, isCut) = (cancelled, false);
        found.Clear();
        for (var left = (int)length; ; left++)
        {
            if (left == 0) found.Add(0);
            else Descend(EdgeStickers.PairMoves, cross.Distances, pairs.WithCorner, pairs.WithEdge, first, second, corner, edge, TurnOrder.All, left, 0, 0);
            if (found.Count == 0 && !isCut) continue;
            var solutions = new PackedTurns[found.Count];
            for (var i = 0; i < solutions.Length; i++) solutions[i] = found[i];
            return new CrossPair(SlotName.Of(position.Hold.ColorAt(Face.F), position.Hold.ColorAt(Face.R)), position, left, solutions, isCut);
        }
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void Descend(
        ReadOnlySpan<ushort> pairMoves, ReadOnlySpan<byte> crossDistances, ReadOnlySpan<byte> withCorner, ReadOnlySpan<byte> withEdge,
        int first, int second, int corner, int edge, uint allowed, int left, ulong turns, int shift)
    {
        if ((++visited & 0xFFF) == 0 && cancel.IsCancellationRequested) isCut = true;
        if (isCut) return;
        var within = left - 1;
        for (var open = allowed; open != 0; open &= open - 1)
        {
            var turn = BitOperations.TrailingZeroCount(open);
            var row = turn * EdgeStickers.PairCount;
            int nextFirst = pairMoves[row + first], nextSecond = pairMoves[row + second], index = (nextFirst * EdgeStickers.PairCount) + nextSecond;
            // The small table first: it lies in a nearer cache and refuses most.
            if (crossDistances[index] > within) continue;
            int nextCorner = CornerStickers.Moves[(turn * States) + corner];
            if (withCorner[(index * States) + nextCorner] > within) continue;
            int nextEdge = EdgeStickers.Moves[(turn * States) + edge];
            if (withEdge[(index * States) + nextEdge] > within) continue;
            var extended = turns | ((ulong)(turn + 1) << shift);
            if (within == 0) found.Add(extended);
            else Descend(pairMoves, crossDistances, withCorner, withEdge, nextFirst, nextSecond, nextCorner, nextEdge, TurnOrder.AllowedAfter[turn], within, extended, shift + PackedTurns.BitsPerTurn);
        }
    }
}
