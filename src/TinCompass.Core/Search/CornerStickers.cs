using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// One corner as a searcher sees it: where a chosen sticker of it lies. 24 states, <c>place·3 + facelet of that place</c> (facelet 0 is the
/// one on U or D).
/// </summary>
public static class CornerStickers
{
    /// <summary>Eight places, three facelets each.</summary>
    public const int Count = 24;

    private static readonly byte[] Single = BuildSingle();

    /// <summary>Where a sticker goes: entry <c>turn·24 + state</c> for the 18 face turns.</summary>
    public static ReadOnlySpan<byte> Moves => Single;

    /// <summary>The state of the sticker at a place's facelet.</summary>
    public static int State(Corner place, int facelet) => ((int)place * 3) + facelet;

    /// <summary>The place of a state.</summary>
    public static Corner Place(int state) => (Corner)(state / 3);

    /// <summary>The state after a turn of any kind.</summary>
    public static int After(int state, Turn turn)
    {
        var table = TurnTable.Of(turn);
        var place = Array.IndexOf(table.CornerFrom, (byte)(state / 3));
        return (place * 3) + (((state % 3) + table.CornerTwist[place]) % 3);
    }

    /// <summary>
    /// Where the sticker of <paramref name="color"/> on the corner <paramref name="piece"/> lies; the piece must carry that colour.
    /// </summary>
    public static int Find(CubeState state, Corner piece, Color color)
    {
        var sticker = Pieces.CornerFaces[(int)piece].ToList().IndexOf(color.AsFace());
        for (var p = 0; p < 8; p++)
            if (state.CornerAt((Corner)p) == piece)
                return (p * 3) + ((sticker + state.TwistAt((Corner)p)) % 3);
        throw new InvalidOperationException($"no corner {piece} in this position");
    }

    private static byte[] BuildSingle()
    {
        var moves = new byte[Turn.FaceTurnCount * Count];
        for (var t = 0; t < Turn.FaceTurnCount; t++)
            for (var s = 0; s < Count; s++) moves[(t * Count) + s] = (byte)After(s, Turn.FromIndex(t));
        return moves;
    }
}
