using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// A last layer, the first two layers standing: which of its pieces stands at each place, twisted or flipped how. Places and pieces are
/// counted around the top as U carries them: corners URF, UFL, ULB, UBR; edges UF, UL, UB, UR. 62 208 of them: 4!·4!/2·3³·2³.
/// </summary>
public readonly record struct LlState
{
    /// <summary>Places around the top.</summary>
    public const int Places = 4;

    private static readonly Edge[] Edges = [Edge.UF, Edge.UL, Edge.UB, Edge.UR];

    // Four bits a place: piece | twist << 2, and piece | flip << 2.
    private readonly ushort corners;
    private readonly ushort edges;

    private LlState(int corners, int edges) => (this.corners, this.edges) = ((ushort)corners, (ushort)edges);

    /// <summary>The solved one.</summary>
    public static LlState Solved { get; } = new(0x3210, 0x3210);

    /// <summary>Builds one from pieces, twists (0..2) and flips (0..1) by place; whether it can be reached is not asked.</summary>
    public static LlState Create(ReadOnlySpan<int> cornerPieces, ReadOnlySpan<int> twists, ReadOnlySpan<int> edgePieces,
        ReadOnlySpan<int> flips)
    {
        int c = 0, e = 0;
        for (var i = 0; i < Places; i++)
        {
            c |= (cornerPieces[i] | (twists[i] << 2)) << (4 * i);
            e |= (edgePieces[i] | (flips[i] << 2)) << (4 * i);
        }

        return new LlState(c, e);
    }

    /// <summary>
    /// Reads a position that is held with the base down; null when its first two layers do not stand. Some tenths of a microsecond.
    /// </summary>
    public static LlState? Of(CubeState held)
    {
        var s = held.AsHeld(held.Hold);
        for (var p = Corner.DFR; p <= Corner.DRB; p++)
            if (s.CornerAt(p) != p || s.TwistAt(p) != 0) return null;
        for (var p = Edge.DF; p <= Edge.BL; p++)
            if (s.EdgeAt(p) != p || s.FlipAt(p) != 0) return null;
        int c = 0, e = 0;
        for (var i = 0; i < Places; i++)
        {
            c |= ((int)s.CornerAt((Corner)i) | (s.TwistAt((Corner)i) << 2)) << (4 * i);
            e |= (Array.IndexOf(Edges, s.EdgeAt(Edges[i])) | (s.FlipAt(Edges[i]) << 2)) << (4 * i);
        }

        return new LlState(c, e);
    }

    /// <summary>
    /// What a sequence does to the solved last layer; null when it does not leave the first two layers, or turns them away.
    /// </summary>
    public static LlState? Of(IEnumerable<Turn> turns)
    {
        var end = CubeState.Solved.Apply(turns);
        return end.Hold.ColorAt(Face.D) == Hold.Scramble.ColorAt(Face.D) ? Of(end) : null;
    }

    /// <summary>The last layer that a sequence solves: what undoes it does to the solved one.</summary>
    public static LlState? SolvedBy(IEnumerable<Turn> turns) => Of(turns)?.Inverse();

    /// <summary>The corner at a place.</summary>
    public int CornerAt(int place) => (corners >> (4 * place)) & 3;

    /// <summary>Its twist: clockwise thirds.</summary>
    public int TwistAt(int place) => (corners >> ((4 * place) + 2)) & 3;

    /// <summary>The edge at a place.</summary>
    public int EdgeAt(int place) => (edges >> (4 * place)) & 3;

    /// <summary>1 when it is flipped.</summary>
    public int FlipAt(int place) => (edges >> ((4 * place) + 2)) & 1;

    /// <summary>Pieces, twists and flips as one number: equal states have equal ones.</summary>
    public int Code => corners | (edges << 16);

    /// <summary>Twists and flips, wherever the pieces belong: 4 + 8 bits.</summary>
    public int Orientation => (corners & 0xCCCC) >> 2 | (edges & 0x4444) << 15;

    /// <summary>Flips alone.</summary>
    public int Flips => edges & 0x4444;

    /// <summary>Which corner stands where, however twisted.</summary>
    public int CornerPlaces => corners & 0x3333;

    /// <summary>Which piece stands where, however twisted or flipped.</summary>
    public int Arrangement => CornerPlaces | ((edges & 0x3333) << 16);

    /// <summary>Every sticker of the top's colour is up.</summary>
    public bool IsOriented => Orientation == 0;

    /// <summary>It is solved but for a turn of the top.</summary>
    public bool IsSolvedButTop => IsOriented && Arrangement == Solved.Relabelled(CornerAt(0)).Arrangement;

    /// <summary>The quarters a top can be turned: 0..3; also the places around it.</summary>
    public static IReadOnlyList<int> Quarters { get; } = [0, 1, 2, 3];

    /// <summary>The clockwise quarters of the top that solve it; null when more is left to do.</summary>
    public int? TopLeft => IsSolvedButTop ? (4 - CornerAtHome) & 3 : null;

    private int CornerAtHome => Array.IndexOf([CornerAt(0), CornerAt(1), CornerAt(2), CornerAt(3)], 0);

    /// <summary>After the top was turned by clockwise quarters.</summary>
    public LlState Turned(int quarters)
    {
        var shift = 4 * (quarters & 3);
        return new LlState(Rotated(corners, shift), Rotated(edges, shift));

        static int Rotated(int value, int by) => ((value << by) | (value >> (16 - by))) & 0xFFFF;
    }

    /// <summary>The same, each piece called by the one so many places on: as if the cube beneath had been turned.</summary>
    public LlState Relabelled(int places)
    {
        int c = corners & 0xCCCC, e = edges & 0xCCCC;
        for (var i = 0; i < Places; i++)
        {
            c |= ((CornerAt(i) + places) & 3) << (4 * i);
            e |= ((EdgeAt(i) + places) & 3) << (4 * i);
        }

        return new LlState(c, e);
    }

    /// <summary>The same seen after the whole cube was turned by y quarters (y carries what is right to the front).</summary>
    public LlState SeenAfterY(int quarters) => Turned(quarters).Relabelled(quarters);

    /// <summary>This one, then what leads from solved to another.</summary>
    public LlState Then(LlState other)
    {
        int c = 0, e = 0;
        for (var i = 0; i < Places; i++)
        {
            int from = other.CornerAt(i), edge = other.EdgeAt(i);
            c |= (CornerAt(from) | ((TwistAt(from) + other.TwistAt(i)) % 3 << 2)) << (4 * i);
            e |= (EdgeAt(edge) | ((FlipAt(edge) ^ other.FlipAt(i)) << 2)) << (4 * i);
        }

        return new LlState(c, e);
    }

    /// <summary>What undoes it: <c>state.Then(state.Inverse())</c> is solved.</summary>
    public LlState Inverse()
    {
        int c = 0, e = 0;
        for (var i = 0; i < Places; i++)
        {
            c |= (i | ((3 - TwistAt(i)) % 3 << 2)) << (4 * CornerAt(i));
            e |= (i | (FlipAt(i) << 2)) << (4 * EdgeAt(i));
        }

        return new LlState(c, e);
    }

    /// <summary>Seen in a mirror that swaps left and right.</summary>
    public LlState Mirror()
    {
        int c = 0, e = 0;
        for (var i = 0; i < Places; i++)
        {
            c |= ((5 - CornerAt(i)) % 4 | ((3 - TwistAt(i)) % 3 << 2)) << (4 * ((5 - i) % 4));
            e |= ((4 - EdgeAt(i)) % 4 | (FlipAt(i) << 2)) << (4 * ((4 - i) % 4));
        }

        return new LlState(c, e);
    }

    /// <summary>The whole position, everything below solved, held so.</summary>
    public CubeState ToCube(Hold hold) => CubeState.Solved.Apply(hold.Rotation).Then(ToCube());

    /// <summary>The whole position, everything below solved, held white up.</summary>
    public CubeState ToCube()
    {
        Span<int> cornerPieces = [0, 1, 2, 3, 4, 5, 6, 7], twists = stackalloc int[8];
        Span<int> edgePieces = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], flips = stackalloc int[12];
        twists.Clear();
        flips.Clear();
        for (var i = 0; i < Places; i++)
        {
            (cornerPieces[i], twists[i]) = (CornerAt(i), TwistAt(i));
            (edgePieces[(int)Edges[i]], flips[(int)Edges[i]]) = ((int)Edges[EdgeAt(i)], FlipAt(i));
        }

        return CubeState.Create(cornerPieces, twists, edgePieces, flips);
    }
}
