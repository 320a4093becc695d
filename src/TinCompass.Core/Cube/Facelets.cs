namespace TinCompass.Core.Cube;

/// <summary>
/// The 54-facelet text: nine colour letters for each face in the order U D F B R L, row by row as one looks at the face (U with F
/// below, D with F above, the side faces with U above). Letters W Y G B R O. A solved cube held white up, green front reads
/// WWWWWWWWW YYYYYYYYY GGGGGGGGG BBBBBBBBB RRRRRRRRR OOOOOOOOO; spaces are optional when read and not written.
/// </summary>
public static class Facelets
{
    /// <summary>Number of stickers.</summary>
    public const int Count = 54;

    /// <summary>Writes a position as its 54 letters, as held now.</summary>
    public static string Write(CubeState state) => Write(state, known: null);

    /// <summary>
    /// Writes a position of which only some pieces are known (null: everything is): all stickers but theirs and the centres are '.'.
    /// </summary>
    public static string Write(CubeState state, KnownPieces? known) => string.Create(Count, (state, known), static (text, given) =>
    {
        var (s, looked) = given;
        for (var f = 0; f < 6; f++) text[(f * 9) + 4] = s.Hold.ColorAt((Face)f).Letter();
        for (var p = 0; p < 8; p++)
        {
            var piece = (int)s.CornerAt((Corner)p);
            var isKnown = looked is null || looked.Knows((Corner)piece);
            for (var j = 0; j < 3; j++)
                text[Pieces.CornerFacelets[p][(j + s.TwistAt((Corner)p)) % 3]] = isKnown ? ((Color)Pieces.CornerFaces[piece][j]).Letter()
                    : '.';
        }

        for (var p = 0; p < 12; p++)
        {
            var faces = Pieces.EdgeFaces[(int)s.EdgeAt((Edge)p)];
            var isKnown = looked is null || looked.Knows(s.EdgeAt((Edge)p));
            for (var j = 0; j < 2; j++)
                text[Pieces.EdgeFacelets[p][(j + s.FlipAt((Edge)p)) % 2]] = isKnown ? ((Color)faces[j]).Letter() : '.';
        }
    });
}
