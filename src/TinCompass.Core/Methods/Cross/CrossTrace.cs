using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>What may be wrong with the place in which the fourth edge ends up once three stand.</summary>
public enum FourthFlag
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>It lies in its own place, flipped: four turns or so.</summary>
    FlippedBelow,

    /// <summary>It lies right above its place, flipped: four turns or so.</summary>
    FlippedAbove,
}

/// <summary>
/// The way of the four edges through a sequence of turns, and what follows from it. One entry a moment (before the first turn, after
/// each turn), four sticker states each, all seen from one hold. A value on the stack: thousands are traced to rank plans.
/// An edge counts as <em>placed</em> from the turn after which it stays in the base layer, right way up.
/// </summary>
internal readonly ref struct CrossTrace
{
    /// <summary>Placed-at of an edge that is not in the base layer at the end.</summary>
    public const int Never = int.MaxValue;

    private readonly ReadOnlySpan<uint> moments;
    private readonly Placements placed;

    [System.Runtime.CompilerServices.InlineArray(4)]
    private struct Placements
    {
        private int first;
    }

    public CrossTrace(ReadOnlySpan<uint> moments)
    {
        this.moments = moments;
        for (var edge = 0; edge < 4; edge++) placed[edge] = FindPlacedAt(edge);
    }

    /// <summary>Number of turns.</summary>
    public int Length => moments.Length - 1;

    /// <summary>Fills <paramref name="moments"/> (length + 1 entries) with the way through a packed sequence.</summary>
    public static CrossTrace Follow(CrossPosition start, PackedTurns turns, Span<uint> moments)
    {
        moments[0] = start.States;
        for (var i = 0; i < turns.Length; i++)
        {
            var moves = EdgeStickers.Moves.Slice(turns.IndexAt(i) * EdgeStickers.Count, EdgeStickers.Count);
            var s = moments[i];
            moments[i + 1] = moves[(int)(s & 255)] | ((uint)moves[(int)((s >> 8) & 255)] << 8)
                | ((uint)moves[(int)((s >> 16) & 255)] << 16) | ((uint)moves[(int)(s >> 24)] << 24);
        }

        return new CrossTrace(moments[..(turns.Length + 1)]);
    }

    /// <summary>The sticker state of an edge after <paramref name="moment"/> turns.</summary>
    public int StateAt(int moment, int edge) => (int)((moments[moment] >> (8 * edge)) & 255);

    /// <summary>
    /// After how many turns the edge is in the base layer for good: 0 when it is from the start, <see cref="Never"/> when it is not at the
    /// end.
    /// </summary>
    public int PlacedAt(int edge) => placed[edge];

    /// <summary>The edges that are placed first, as bits 0..3; 0 when none is.</summary>
    public int FirstEdges
    {
        get
        {
            var earliest = Math.Min(Math.Min(placed[0], placed[1]), Math.Min(placed[2], placed[3]));
            if (earliest == Never) return 0;
            var bits = 0;
            for (var edge = 0; edge < 4; edge++)
                if (placed[edge] == earliest) bits |= 1 << edge;
            return bits;
        }
    }

    /// <summary>True when some turn moves none of the four edges, or the cross already stood before the end.</summary>
    public bool IsWasteful
    {
        get
        {
            for (var i = 0; i < Length; i++)
                if (moments[i] == moments[i + 1] || moments[i] == Solved) return true;
            return false;
        }
    }

    /// <summary>
    /// The quarter turns of D by which the edges placed so far are off (0, 1, 2, −1); null when none is placed or they disagree.
    /// </summary>
    public int? AlignmentAt(int moment)
    {
        int? common = null;
        for (var edge = 0; edge < 4; edge++)
        {
            if (placed[edge] > moment) continue;
            var offset = CrossEdges.Offset(edge, StateAt(moment, edge));
            if (common is not null && common != offset) return null;
            common = offset;
        }

        return common;
    }

    /// <summary>The edges 0..3 in the order in which they are placed; those placed by one turn in cyclic order.</summary>
    public int[] Order()
    {
        int[] order = [0, 1, 2, 3], at = [placed[0], placed[1], placed[2], placed[3]];
        Array.Sort(at, order);
        // Array.Sort is not stable; equal times are put into cyclic order.
        for (var i = 1; i < 4; i++)
            for (var j = i; j > 0 && at[j] == at[j - 1] && order[j] < order[j - 1]; j--)
                (order[j], order[j - 1]) = (order[j - 1], order[j]);
        return order;
    }

    /// <summary>The flag of the fourth edge at the moment when the third has been placed.</summary>
    public FourthFlag Flag()
    {
        int fourth = 0, third = 0;
        for (var edge = 1; edge < 4; edge++)
            if (placed[edge] > placed[fourth]) fourth = edge;
        for (var edge = 0; edge < 4; edge++)
            if (edge != fourth && placed[edge] > third) third = placed[edge];
        if (third == Never || placed[fourth] == third || AlignmentAt(third) is not { } offset) return FourthFlag.None;
        var state = StateAt(third, fourth);
        var gap = CrossEdges.GapFor(fourth, offset);
        return CrossEdges.Stand(fourth, state) switch
        {
            EdgeStand.BaseFlipped when EdgeStickers.Place(state) == gap => FourthFlag.FlippedBelow,
            EdgeStand.TopFlipped when EdgeStickers.Place(state) == CrossEdges.Above(gap) => FourthFlag.FlippedAbove,
            _ => FourthFlag.None,
        };
    }

    private static readonly uint Solved = Enumerable.Range(0, 4)
        .Aggregate(0u, (all, edge) => all | ((uint)EdgeStickers.State(CrossTable.Places[edge], 0) << (8 * edge)));

    private int FindPlacedAt(int edge)
    {
        var at = moments.Length;
        while (at > 0 && CrossEdges.IsPlaced(StateAt(at - 1, edge))) at--;
        return at == moments.Length ? Never : at;
    }
}
