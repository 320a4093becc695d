using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// How the pieces of any set lie to each other (a block of three with its parts is <see cref="FirstBlock.BlockLinks"/>): each lies as one
/// of 24 turns of the whole cube would have carried it from home (<see cref="WholeTurns"/>), and a corner and an edge beside it are joined
/// when it is the same turn; an edge and a centre when that turn carries the centre's face to where the centre is.
/// </summary>
internal static class PieceLinks
{
    private const int FirstCorner = 12;

    private static readonly int[][] Tables = [.. Enumerable.Range(0, 12).Select(e =>
            WholeTurns.From(EdgeStickers.Find(CubeState.Solved, (Edge)e, ColorOf(e)), EdgeStickers.After)),
        .. Enumerable.Range(0, 8).Select(c =>
            WholeTurns.From(CornerStickers.Find(CubeState.Solved, (Corner)c, ColorOf(FirstCorner + c)), CornerStickers.After))];

    /// <summary>The pieces of a set, edges first: an edge as its number, a corner as twelve more.</summary>
    public static IEnumerable<int> Of(PieceSet pieces) => Enumerable.Range(0, 12).Where(e => (pieces.Edges >> e & 1) == 1)
        .Concat(Enumerable.Range(0, 8).Where(c => (pieces.Corners >> c & 1) == 1).Select(c => FirstCorner + c));

    /// <summary>Its name: "white-red".</summary>
    public static string Name(int piece) => piece < FirstCorner ? PieceSet.Name((Edge)piece) : PieceSet.Name((Corner)(piece - FirstCorner));

    /// <summary>As which turn of the whole cube each of the twenty lies: a number of <see cref="Hold.All"/>.</summary>
    public static int[] Lying(CubeState state) => [.. Enumerable.Range(0, 20).Select(p => Tables[p][p < FirstCorner
        ? EdgeStickers.Find(state, (Edge)p, ColorOf(p)) : CornerStickers.Find(state, (Corner)(p - FirstCorner), ColorOf(p))])];

    /// <summary>The places where two neighbours of a set touch: an edge with a corner, or with a centre.</summary>
    public static IReadOnlyList<PieceLink> Among(PieceSet pieces) => [.. Of(pieces).Where(p => p < FirstCorner).SelectMany(edge =>
        Of(pieces).Where(p => p >= FirstCorner && Faces(edge).All(Faces(p).Contains)).Select(corner => new PieceLink(edge, corner, null))
            .Concat(Faces(edge).Select(f => new PieceLink(edge, null, (Color)f))))];

    /// <summary>Two neighbours are joined; <paramref name="lying"/> as above, of a cube held so.</summary>
    public static bool IsJoined(PieceLink link, int[] lying, Hold hold) => link.Corner is { } corner ? lying[link.Edge] == lying[corner]
        : Hold.All[lying[link.Edge]].FaceOf(link.Centre!.Value) == hold.FaceOf(link.Centre.Value);

    private static IReadOnlyList<Face> Faces(int piece) =>
        piece < FirstCorner ? Pieces.EdgeFaces[piece] : Pieces.CornerFaces[piece - FirstCorner];

    private static Color ColorOf(int piece) => (Color)Faces(piece)[0];
}

/// <summary>An edge beside a corner, or beside a centre of one of its colours.</summary>
internal readonly record struct PieceLink(int Edge, int? Corner, Color? Centre)
{
    /// <summary>The corner, or the colour of the centre.</summary>
    public string With => Corner is { } corner ? PieceLinks.Name(corner) : Centre!.Value.Name();
}
