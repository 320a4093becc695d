using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// The last block by two faces, up and right: three edges and two corners at the right, every position of the five pieces that those faces
/// reach with the fewest turns of each, made at first use.
/// </summary>
public static class LastBlock
{
    /// <summary>More than any position takes.</summary>
    private const int Depth = 24;

    private static readonly Edge[] Edges = [Edge.DR, Edge.FR, Edge.BR];
    private static readonly Corner[] Corners = [Corner.DFR, Corner.DRB];

    private static readonly Lazy<Meeting<Five>> Made = new(() => new Meeting<Five>(Five.Of(CubeState.Solved),
        [.. new[] { Face.U, Face.R }.SelectMany(f => Enumerable.Range(1, 3).Select(q => Turn.Of(f, q)))], Depth,
        (five, turn) => five.After(turn.Index)));

    /// <summary>
    /// A shortest way; empty when it stands. No edge may be bad; pieces are named by where they belong, the open faces up and right.
    /// </summary>
    public static IReadOnlyList<Turn> Solve(CubeState held) => Made.Value.Find(Five.Of(held), 0)
        ?? throw new InvalidOperationException("two faces do not reach this last block");

    /// <summary>Where the five lie: edges and corners by the sticker that tells.</summary>
    private readonly record struct Five(byte One, byte Two, byte Three, byte First, byte Second)
    {
        public static Five Of(CubeState held)
        {
            var (edges, corners) = (new byte[3], new byte[2]);
            for (var p = 0; p < 12; p++)
                if (Array.IndexOf(Edges, held.EdgeAt((Edge)p)) is >= 0 and var e) edges[e] = (byte)((2 * p) + held.FlipAt((Edge)p));
            for (var p = 0; p < 8; p++)
                if (Array.IndexOf(Corners, held.CornerAt((Corner)p)) is >= 0 and var c)
                    corners[c] = (byte)CornerStickers.State((Corner)p, held.TwistAt((Corner)p));
            return new Five(edges[0], edges[1], edges[2], corners[0], corners[1]);
        }

        public Five After(int turn)
        {
            var edges = EdgeStickers.Moves.Slice(turn * EdgeStickers.Count, EdgeStickers.Count);
            var corners = CornerStickers.Moves.Slice(turn * CornerStickers.Count, CornerStickers.Count);
            return new Five((byte)edges[One], (byte)edges[Two], (byte)edges[Three], (byte)corners[First], (byte)corners[Second]);
        }
    }
}
