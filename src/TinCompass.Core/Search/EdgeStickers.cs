using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// One edge as a searcher sees it: where a chosen sticker of it lies. 24 states, <c>place·2 + facelet of that place</c> (facelet 0 is the
/// reference facelet named first in <see cref="Edge"/>). A sticker's place and facelet together say where the edge is and whether it is
/// flipped.
/// </summary>
public static class EdgeStickers
{
    /// <summary>Twelve places, two facelets each.</summary>
    public const int Count = 24;

    /// <summary>Two stickers together: 24².</summary>
    public const int PairCount = Count * Count;

    private static readonly byte[] Single = BuildSingle();
    private static readonly ushort[] Pairs = BuildPairs();

    /// <summary>The same as <see cref="PairMoves"/>, for tables that keep it.</summary>
    internal static ushort[] PairMoveTable => Pairs;

    /// <summary>Where a sticker goes: entry <c>turn·24 + state</c> for the 18 face turns (432 bytes).</summary>
    public static ReadOnlySpan<byte> Moves => Single;

    /// <summary>
    /// Where two stickers go: entry <c>turn·576 + first·24 + second</c> (20 736 bytes, so that it stays in the first-level cache).
    /// </summary>
    public static ReadOnlySpan<ushort> PairMoves => Pairs;

    /// <summary>The state of the sticker at a place's facelet.</summary>
    public static int State(Edge place, int facelet) => ((int)place * 2) + facelet;

    /// <summary>The place of a state.</summary>
    public static Edge Place(int state) => (Edge)(state >> 1);

    /// <summary>The face on which the sticker of a state lies.</summary>
    public static Face FaceOf(int state) => Pieces.EdgeFaces[state >> 1][state & 1];

    /// <summary>The state after a turn of any kind (as seen from the room: after x the sticker that was in front is up).</summary>
    public static int After(int state, Turn turn)
    {
        var table = TurnTable.Of(turn);
        var place = Array.IndexOf(table.EdgeFrom, (byte)(state >> 1));
        return (place * 2) + ((state & 1) ^ table.EdgeFlip[place]);
    }

    /// <summary>
    /// Where the sticker of <paramref name="color"/> on the edge <paramref name="piece"/> lies; the piece must carry that colour.
    /// </summary>
    public static int Find(CubeState state, Edge piece, Color color)
    {
        for (var p = 0; p < 12; p++)
            if (state.EdgeAt((Edge)p) == piece)
                return (p * 2) + ((Pieces.EdgeFaces[(int)piece][0] == (Face)color ? 0 : 1) ^ state.FlipAt((Edge)p));
        throw new InvalidOperationException($"no edge {piece} in this position");
    }

    private static byte[] BuildSingle()
    {
        var moves = new byte[Turn.FaceTurnCount * Count];
        for (var t = 0; t < Turn.FaceTurnCount; t++)
            for (var s = 0; s < Count; s++) moves[(t * Count) + s] = (byte)After(s, Turn.FromIndex(t));
        return moves;
    }

    private static ushort[] BuildPairs()
    {
        var moves = new ushort[Turn.FaceTurnCount * PairCount];
        for (var t = 0; t < Turn.FaceTurnCount; t++)
            for (var a = 0; a < Count; a++)
                for (var b = 0; b < Count; b++)
                    moves[(t * PairCount) + (a * Count) + b] = (ushort)((Single[(t * Count) + a] * Count) + Single[(t * Count) + b]);
        return moves;
    }
}
