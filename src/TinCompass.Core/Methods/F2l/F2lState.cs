using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// Where the twelve pieces of the first two layers lie, the base colour being down: for each slot the two cross edges beside it and its own
/// corner and edge, each two together as one
/// number 0..575. The cross edges stand in it twice, so that each slot's 2x2x2 block is one index.
/// </summary>
public readonly record struct F2lState
{
    private readonly ulong crossPairs;
    private readonly ulong slotPairs;

    internal F2lState(ulong crossPairs, ulong slotPairs) => (this.crossPairs, this.slotPairs) = (crossPairs, slotPairs);

    /// <summary>Everything solved.</summary>
    public static F2lState Solved { get; } = Of(CubeState.Solved);

    /// <summary>The pieces of a position as it is held: the base is the colour that is down.</summary>
    public static F2lState Of(CubeState state)
    {
        var hold = state.Hold;
        var color = hold.ColorAt(Face.D);
        ulong crosses = 0, slots = 0;
        Span<int> cross = stackalloc int[4];
        for (var s = 0; s < 4; s++) cross[s] = EdgeStickers.Find(
            state, Pieces.EdgeWith(color, hold.ColorAt(((Slot)s).Faces()[0]))!.Value, color);
        for (var s = 0; s < 4; s++)
        {
            // A slot's faces, in the order of y turns: the cross edge of its first face, then of its second.
            var slot = (Slot)s;
            Color one = hold.ColorAt(slot.Faces()[0]), other = hold.ColorAt(slot.Faces()[1]);
            var corner = CornerStickers.Find(state, KnownPieces.CornerWith(color, one, other)!.Value, color);
            var edge = EdgeStickers.Find(state, Pieces.EdgeWith(one, other)!.Value,
                hold.ColorAt(Pieces.EdgeFaces[(int)slot.EdgePlace()][0]));
            crosses |= (ulong)((cross[s] * EdgeStickers.Count) + cross[(s + 1) % 4]) << (16 * s);
            slots |= (ulong)((corner * EdgeStickers.Count) + edge) << (16 * s);
        }

        return new F2lState(crosses, slots);
    }

    /// <summary>
    /// A position in which one slot's pieces stand elsewhere, given as they would be seen with the slot at front-right (see <see
    /// cref="F2lCases.Seen"/>).
    /// </summary>
    public static F2lState With(F2lState state, Slot slot, int corner, int edge)
    {
        var back = Turn.FromLetter(16, 3);
        for (var i = 0; i < (int)slot; i++) (corner, edge) = (CornerStickers.After(corner, back), EdgeStickers.After(edge, back));
        if ((int)slot % 2 == 1) edge ^= 1;
        var shift = 16 * (int)slot;
        return new F2lState(state.crossPairs, (state.slotPairs & ~(0xFFFFUL << shift)) | (
            (ulong)((corner * EdgeStickers.Count) + edge) << shift));
    }

    /// <summary>The two cross edges beside a slot, as one number 0..575.</summary>
    public int CrossPair(int slot) => (int)(crossPairs >> (16 * slot)) & 0xFFFF;

    /// <summary>A slot's own corner and edge, as one number 0..575: corner·24 + edge.</summary>
    public int SlotPair(int slot) => (int)(slotPairs >> (16 * slot)) & 0xFFFF;

    /// <summary>Those of some slots, sixteen bits for each slot; nothing for the others.</summary>
    internal ulong Pairs(SlotSet slots)
    {
        ulong pairs = 0;
        for (var s = 0; s < 4; s++)
            if (slots.Has((Slot)s)) pairs |= (ulong)SlotPair(s) << (16 * s);
        return pairs;
    }

    /// <summary>The cross and the pairs of some slots; the other slots are left open.</summary>
    internal F2lState Only(SlotSet slots) => new(crossPairs, Pairs(slots));

    /// <summary>The sticker state of a slot's corner: where its base sticker lies.</summary>
    public int CornerOf(Slot slot) => SlotPair((int)slot) / EdgeStickers.Count;

    /// <summary>The sticker state of a slot's edge: where the sticker lies that is on the reference facelet when it is solved.</summary>
    public int EdgeOf(Slot slot) => SlotPair((int)slot) % EdgeStickers.Count;

    /// <summary>True when the four cross edges stand.</summary>
    public bool IsCrossSolved => crossPairs == Solved.crossPairs;

    /// <summary>True when a slot's corner and edge stand in it.</summary>
    public bool IsSlotSolved(Slot slot) => SlotPair((int)slot) == Solved.SlotPair((int)slot);

    /// <summary>The slots that are solved.</summary>
    public SlotSet SolvedSlots
    {
        get
        {
            var set = SlotSet.None;
            for (var s = Slot.FR; s <= Slot.FL; s++)
                if (IsSlotSolved(s)) set = set.With(s);
            return set;
        }
    }

    /// <summary>The state after a face turn (0..17).</summary>
    public F2lState After(int turn)
    {
        var crossMoves = EdgeStickers.PairMoves.Slice(turn * EdgeStickers.PairCount, EdgeStickers.PairCount);
        var slotMoves = SlotMoves.Slice(turn * EdgeStickers.PairCount, EdgeStickers.PairCount);
        ulong crosses = 0, slots = 0;
        for (var s = 0; s < 4; s++)
        {
            crosses |= (ulong)crossMoves[CrossPair(s)] << (16 * s);
            slots |= (ulong)slotMoves[SlotPair(s)] << (16 * s);
        }

        return new F2lState(crosses, slots);
    }

    /// <summary>Where a corner's and an edge's sticker go together: entry <c>turn·576 + corner·24 + edge</c>.</summary>
    public static ReadOnlySpan<ushort> SlotMoves => SlotMoveTable;

    internal static readonly ushort[] SlotMoveTable = BuildSlotMoves();

    private static ushort[] BuildSlotMoves()
    {
        var moves = new ushort[Turn.FaceTurnCount * EdgeStickers.PairCount];
        for (var t = 0; t < Turn.FaceTurnCount; t++)
            for (var c = 0; c < CornerStickers.Count; c++)
                for (var e = 0; e < EdgeStickers.Count; e++)
                    moves[(t * EdgeStickers.PairCount) + (c * EdgeStickers.Count) + e] =
                        (ushort)((CornerStickers.Moves[(t * CornerStickers.Count) + c] * EdgeStickers.Count)
                            + EdgeStickers.Moves[(t * EdgeStickers.Count) + e]);
        return moves;
    }
}
