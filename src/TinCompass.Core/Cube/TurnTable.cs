namespace TinCompass.Core.Cube;

/// <summary>What each of the 54 turns does to pieces, derived from <see cref="Geometry"/>: for every place the place its new piece
/// comes from, and the twist (mod 3) or flip (mod 2) the piece takes on the way.</summary>
internal sealed class TurnTable
{
    private static readonly TurnTable[] Tables = [.. Enumerable.Range(0, Turn.Count).Select(i => new TurnTable(i))];

    public readonly byte[] CornerFrom = new byte[8];
    public readonly byte[] CornerTwist = new byte[8];
    public readonly byte[] EdgeFrom = new byte[12];
    public readonly byte[] EdgeFlip = new byte[12];
    public readonly byte[] CenterFrom = new byte[6];

    private TurnTable(int turnIndex)
    {
        var source = Geometry.StickerSources[turnIndex];
        Fill(source, Pieces.CornerFacelets, CornerFrom, CornerTwist);
        Fill(source, Pieces.EdgeFacelets, EdgeFrom, EdgeFlip);
        for (var f = 0; f < 6; f++) CenterFrom[f] = (byte)(source[(f * 9) + 4] / 9);
    }

    public static TurnTable Of(Turn turn) => Tables[turn.Index];

    private static void Fill(byte[] source, int[][] facelets, byte[] from, byte[] orientation)
    {
        for (var place = 0; place < facelets.Length; place++)
        {
            int first = source[facelets[place][0]], stickers = facelets[place].Length;
            var origin = Array.FindIndex(facelets, f => f.Contains(first));
            from[place] = (byte)origin;
            orientation[place] = (byte)((stickers - Array.IndexOf(facelets[origin], first)) % stickers);
        }
    }
}
