namespace TinCompass.Core.Cube;

/// <summary>
/// A position as pieces: which corner and edge stands at each place, how it is twisted or flipped, and how the cube is held.
/// A value of 17 bytes; applying a turn allocates nothing. Places are places of the room (UF is up-front as held now); pieces are
/// named by where they belong on a cube held white up, green front. The default value is not a cube: start from <see cref="Solved"/>.
/// </summary>
public readonly record struct CubeState
{
    // 5 bits a place: corners piece | twist << 3, edges piece | flip << 4.
    private readonly ulong corners;
    private readonly ulong edges;

    private CubeState(ulong corners, ulong edges, Hold hold) => (this.corners, this.edges, Hold) = (corners, edges, hold);

    /// <summary>The solved cube, white up, green front.</summary>
    public static CubeState Solved { get; } =
        Create([0, 1, 2, 3, 4, 5, 6, 7], new int[8], [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], new int[12]);

    /// <summary>How the cube is held.</summary>
    public Hold Hold { get; }

    /// <summary>
    /// Builds a position in the scramble hold from pieces (by place), twists 0..2 and flips 0..1. The arrays must be permutations of
    /// 0..7 and 0..11 (<see cref="ArgumentException"/> otherwise); whether the position can be reached by turning is for <see
    /// cref="Legality"/>.
    /// </summary>
    public static CubeState Create(ReadOnlySpan<int> cornerPieces, ReadOnlySpan<int> twists, ReadOnlySpan<int> edgePieces,
        ReadOnlySpan<int> flips)
    {
        ulong c = 0, e = 0;
        int cornersSeen = 0, edgesSeen = 0;
        for (var i = 0; i < 8; i++)
        {
            c |= (ulong)((uint)cornerPieces[i] | ((uint)twists[i] << 3)) << (5 * i);
            cornersSeen |= 1 << cornerPieces[i];
        }

        for (var i = 0; i < 12; i++)
        {
            e |= (ulong)((uint)edgePieces[i] | ((uint)flips[i] << 4)) << (5 * i);
            edgesSeen |= 1 << edgePieces[i];
        }

        if (cornersSeen != 0xFF || edgesSeen != 0xFFF) throw new ArgumentException("each piece must stand at exactly one place");
        return new CubeState(c, e, Hold.Scramble);
    }

    /// <summary>The corner that stands at a place.</summary>
    public Corner CornerAt(Corner place) => (Corner)((corners >> (5 * (int)place)) & 7);

    /// <summary>Its twist: clockwise thirds (0..2) from having its reference sticker on the place's reference facelet.</summary>
    public int TwistAt(Corner place) => (int)((corners >> ((5 * (int)place) + 3)) & 3);

    /// <summary>The edge that stands at a place.</summary>
    public Edge EdgeAt(Edge place) => (Edge)((edges >> (5 * (int)place)) & 15);

    /// <summary>Its flip: 0 when its reference sticker lies on the place's reference facelet, else 1.</summary>
    public int FlipAt(Edge place) => (int)((edges >> ((5 * (int)place) + 4)) & 1);

    /// <summary>The position after one turn.</summary>
    public CubeState Apply(Turn turn)
    {
        var table = TurnTable.Of(turn);
        ulong c = 0, e = 0;
        for (var p = 0; p < 8; p++)
        {
            var v = (corners >> (5 * table.CornerFrom[p])) & 31;
            var twist = (v >> 3) + table.CornerTwist[p];
            if (twist >= 3) twist -= 3;
            c |= ((v & 7) | (twist << 3)) << (5 * p);
        }

        for (var p = 0; p < 12; p++)
        {
            var v = (edges >> (5 * table.EdgeFrom[p])) & 31;
            e |= (v ^ ((ulong)table.EdgeFlip[p] << 4)) << (5 * p);
        }

        return new CubeState(c, e, Hold.After(turn));
    }

    /// <summary>The position after all turns, in their order.</summary>
    public CubeState Apply(IEnumerable<Turn> turns)
    {
        var state = this;
        foreach (var turn in turns) state = state.Apply(turn);
        return state;
    }

    /// <summary>
    /// This position, then what leads from solved to <paramref name="other"/>. Both must be upright. With A and B sequences,
    /// <c>Solved.Apply(A).Then(Solved.Apply(B)) == Solved.Apply(A B)</c>.
    /// </summary>
    public CubeState Then(CubeState other)
    {
        ulong c = 0, e = 0;
        for (var p = 0; p < 8; p++)
        {
            var by = (other.corners >> (5 * p)) & 31;
            var v = (corners >> (int)(5 * (by & 7))) & 31;
            var twist = (v >> 3) + (by >> 3);
            if (twist >= 3) twist -= 3;
            c |= ((v & 7) | (twist << 3)) << (5 * p);
        }

        for (var p = 0; p < 12; p++)
        {
            var by = (other.edges >> (5 * p)) & 31;
            e |= (((edges >> (int)(5 * (by & 15))) ^ (by & 16)) & 31) << (5 * p);
        }

        return new CubeState(c, e, Hold);
    }

    /// <summary>
    /// The position that the undone sequence leads to: <c>state.Then(state.Inverse())</c> is solved. The position must be upright.
    /// </summary>
    public CubeState Inverse()
    {
        ulong c = 0, e = 0;
        for (var p = 0; p < 8; p++)
        {
            var v = (corners >> (5 * p)) & 31;
            c |= ((uint)p | ((3 - (v >> 3)) % 3 << 3)) << (int)(5 * (v & 7));
        }

        for (var p = 0; p < 12; p++)
        {
            var v = (edges >> (5 * p)) & 31;
            e |= ((uint)p | (v & 16)) << (int)(5 * (v & 15));
        }

        return new CubeState(c, e, Hold);
    }

    /// <summary>The same pieces in the same places of the room, taken as a position in the scramble hold.</summary>
    internal CubeState AsPieces() => new(corners, edges, Hold.Scramble);

    /// <summary>
    /// The same position as if it had been begun in this hold: each piece is named by where it belongs as the cube is held now, and the
    /// hold is that of the scramble. Turns that solve the one solve the other.
    /// </summary>
    public CubeState AsHeld() => AsHeld(Hold);

    /// <summary>The same pieces as they lie for somebody who holds the cube so, whatever its centres do: solved, each is at home.</summary>
    internal CubeState AsHeld(Hold hold) => Homes.Of(hold).Then(AsPieces());

    /// <summary>For each hold: what undoes its rotation, as pieces.</summary>
    private static class Homes
    {
        private static readonly CubeState[] All = [.. Hold.All.Select(h => Solved.Apply(h.Rotation).AsPieces().Inverse())];

        public static CubeState Of(Hold hold) => All[hold.Index];
    }

    /// <summary>The same position turned back to the scramble hold (white up, green front).</summary>
    public CubeState Upright() => Apply(Hold.Rotation.Reverse().Select(t => t.Inverse));

    /// <summary>True when every face shows one colour, however the cube is held.</summary>
    public bool IsSolved => Upright() == Solved;

    /// <summary>The 54-facelet text; see <see cref="Facelets"/>.</summary>
    public override string ToString() => Facelets.Write(this);
}
