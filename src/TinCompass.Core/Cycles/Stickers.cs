using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>
/// Stickers by name: the face it lies on, then the other faces of its place: <c>UF</c> is the upper sticker up front, <c>FU</c> the one in
/// front. Stickers are facelets (face·9 + row·3 + column) of the room: those of centres have no name.
/// </summary>
public static class Stickers
{
    private static readonly int[][] Places = [.. Enumerable.Range(0, Facelets.Count).Select(Around)];
    private static readonly string[] Names = [.. Enumerable.Range(0, Facelets.Count).Select(Spell)];
    private static readonly int[] Mirror = [.. Enumerable.Range(0, Facelets.Count).Select(InMirror)];

    /// <summary>Every sticker of an edge, 24.</summary>
    public static IReadOnlyList<int> OfEdges { get; } = [.. Pieces.EdgeFacelets.SelectMany(f => f)];

    /// <summary>Every sticker of a corner, 24.</summary>
    public static IReadOnlyList<int> OfCorners { get; } = [.. Pieces.CornerFacelets.SelectMany(f => f)];

    /// <summary>Its name; empty for a centre.</summary>
    public static string Name(int sticker) => Names[sticker];

    /// <summary>It is one of an edge; else of a corner or a centre.</summary>
    public static bool IsOfEdge(int sticker) => sticker % 9 % 2 == 1;

    /// <summary>It lies in the middle of a face.</summary>
    public static bool IsOfCentre(int sticker) => sticker % 9 == 4;

    /// <summary>All stickers of the place on which it lies, clockwise from itself; itself alone for a centre.</summary>
    public static IReadOnlyList<int> OfPlace(int sticker) => Places[sticker];

    /// <summary>Where what lies at <paramref name="sticker"/> lies after a turn.</summary>
    public static int After(int sticker, Turn turn) => Geometry.StickerSources[turn.Inverse.Index][sticker];

    /// <summary>The sticker that it is in a mirror at the side: left for right.</summary>
    public static int Mirrored(int sticker) => Mirror[sticker];

    /// <summary>Reads a name, in capitals or not, the faces after the first in either order; false when there is none such.</summary>
    public static bool TryParse(string text, out int sticker)
    {
        var letters = text.Trim().ToUpperInvariant();
        sticker = letters.Length is 2 or 3 ? Array.FindIndex(Names, Fits) : -1;
        return sticker >= 0;

        bool Fits(string name) =>
            name.Length == letters.Length && name[0] == letters[0] && name.Order().SequenceEqual(letters.Order());
    }

    private static int[] Around(int sticker)
    {
        if (IsOfCentre(sticker)) return [sticker];
        var place = (IsOfEdge(sticker) ? Pieces.EdgeFacelets : Pieces.CornerFacelets).First(f => f.Contains(sticker));
        var at = Array.IndexOf(place, sticker);
        return [.. place[at..], .. place[..at]];
    }

    private static int InMirror(int sticker)
    {
        var (face, row, column) = ((Face)(sticker / 9), sticker % 9 / 3, sticker % 3);
        var other = face is Face.R or Face.L ? face.Opposite() : face;
        return ((int)other * 9) + (row * 3) + (2 - column);
    }

    private static string Spell(int sticker) => IsOfCentre(sticker) ? ""
        : string.Concat(OfPlace(sticker).Select(s => ((Face)(s / 9)).ToString()));
}
