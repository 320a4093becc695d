using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// Numbers for parts of a position, as the two-phase search needs them. Each is read from a position and set into one; what a turn does to
/// a
/// number is found by setting, turning and reading, so nothing is typed in.
/// </summary>
internal static class Coordinates
{
    /// <summary>3⁷ twists of the corners.</summary>
    public const int TwistCount = 2_187;

    /// <summary>2¹¹ flips of the edges.</summary>
    public const int FlipCount = 2_048;

    /// <summary>12·11·10·9 places of the four middle-layer edges, labelled; divided by 24: which places they take (495).</summary>
    public const int SliceCount = 11_880;

    /// <summary>8! permutations of the corners, or of the eight edges of U and D.</summary>
    public const int EightCount = 40_320;

    /// <summary>The selection of middle-layer places that are the middle layer itself.</summary>
    public const int SliceHome = 494;

    public static int Twist(CubeState s)
    {
        var n = 0;
        for (var c = 0; c < 7; c++) n = (3 * n) + s.TwistAt((Corner)c);
        return n;
    }

    public static CubeState WithTwist(int n)
    {
        var twists = new int[8];
        for (var c = 6; c >= 0; c--) (n, twists[c]) = (n / 3, n % 3);
        twists[7] = (21 - twists.Sum()) % 3;
        return CubeState.Create([0, 1, 2, 3, 4, 5, 6, 7], twists, Twelve, new int[12]);
    }

    public static int Flip(CubeState s)
    {
        var n = 0;
        for (var e = 0; e < 11; e++) n = (2 * n) + s.FlipAt((Edge)e);
        return n;
    }

    public static CubeState WithFlip(int n)
    {
        var flips = new int[12];
        for (var e = 10; e >= 0; e--) (n, flips[e]) = (n / 2, n % 2);
        flips[11] = flips.Sum() % 2;
        return CubeState.Create([0, 1, 2, 3, 4, 5, 6, 7], new int[8], Twelve, flips);
    }

    public static int Slice(CubeState s)
    {
        uint places = 0;
        Span<byte> order = stackalloc byte[4];
        var found = 0;
        for (var e = 0; e < 12; e++)
            if (s.EdgeAt((Edge)e) >= Edge.FR)
            {
                places |= 1u << e;
                order[found++] = (byte)(s.EdgeAt((Edge)e) - Edge.FR);
            }

        return (Permutations.RankSelection(places) * 24) + Permutations.Rank(order);
    }

    public static CubeState WithSlice(int n)
    {
        var places = Permutations.UnrankSelection(n / 24, 4);
        Span<byte> order = stackalloc byte[4];
        Permutations.Unrank(n % 24, order);
        var edges = new int[12];
        int middle = 0, other = 0;
        for (var e = 0; e < 12; e++) edges[e] = (places >> e & 1) == 1 ? 8 + order[middle++] : other++;
        return CubeState.Create([0, 1, 2, 3, 4, 5, 6, 7], new int[8], edges, new int[12]);
    }

    public static int Corners(CubeState s)
    {
        Span<byte> order = stackalloc byte[8];
        for (var c = 0; c < 8; c++) order[c] = (byte)s.CornerAt((Corner)c);
        return Permutations.Rank(order);
    }

    public static CubeState WithCorners(int n)
    {
        Span<byte> order = stackalloc byte[8];
        Permutations.Unrank(n, order);
        return CubeState.Create([.. order.ToArray().Select(x => (int)x)], new int[8], Twelve, new int[12]);
    }

    /// <summary>The eight edges of U and D; only meaningful while the middle-layer edges are in the middle layer.</summary>
    public static int OuterEdges(CubeState s)
    {
        Span<byte> order = stackalloc byte[8];
        for (var e = 0; e < 8; e++) order[e] = (byte)s.EdgeAt((Edge)e);
        return Permutations.Rank(order);
    }

    public static CubeState WithOuterEdges(int n)
    {
        Span<byte> order = stackalloc byte[8];
        Permutations.Unrank(n, order);
        return CubeState.Create([0, 1, 2, 3, 4, 5, 6, 7], new int[8], [.. order.ToArray().Select(x => (int)x), 8, 9, 10, 11], new int[12]);
    }

    /// <summary>What each of the given turns does to each number: entry <c>number·turns + turn</c>.</summary>
    public static ushort[] Moves(int count, ReadOnlySpan<int> turns, Func<int, CubeState> with, Func<CubeState, int> read)
    {
        var moves = new ushort[count * turns.Length];
        for (var n = 0; n < count; n++)
        {
            var state = with(n);
            for (var t = 0; t < turns.Length; t++) moves[(n * turns.Length) + t] = (ushort)read(state.Apply(Turn.FromIndex(turns[t])));
        }

        return moves;
    }

    private static readonly int[] Twelve = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11];
}
