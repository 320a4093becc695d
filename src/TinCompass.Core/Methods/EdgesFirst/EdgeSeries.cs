using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// The one idea of edges first: four turns of two neighbouring faces, the first down, the second down, the first up, the second up, both
/// towards the column between them. It cycles three edges around a corner and nothing else of the edges.
/// </summary>
/// <param name="First">The face that goes first.</param>
/// <param name="Second">Its neighbour.</param>
/// <param name="Third">The third face of the corner.</param>
public sealed record EdgeSeries(Face First, Face Second, Face Third)
{
    /// <summary>The six around a corner of three faces: two for each column.</summary>
    public static IReadOnlyList<EdgeSeries> Around(Face one, Face other, Face third) =>
        [new(one, other, third), new(other, one, third), new(other, third, one), new(third, other, one), new(third, one, other),
            new(one, third, other)];

    /// <summary>The four turns.</summary>
    public IReadOnlyList<Turn> Turns { get; } = Make(First, Second, Third);

    /// <summary>The column between the two faces.</summary>
    public Edge Column { get; } = EdgeOf(First, Second);

    /// <summary>The edge that comes into the column lies here before: over the face that goes first.</summary>
    public Edge From { get; } = EdgeOf(First, Third);

    /// <summary>What lies over the second face goes to <see cref="From"/>, and what lies in the column comes here.</summary>
    public Edge Other { get; } = EdgeOf(Second, Third);

    /// <inheritdoc/>
    public override string ToString() => string.Join(' ', Turns);

    /// <summary>The edge between two faces.</summary>
    public static Edge EdgeOf(Face one, Face other) => (Edge)Enumerable.Range(0, Pieces.EdgeFaces.Count)
        .First(e => Pieces.EdgeFaces[e].Contains(one) && Pieces.EdgeFaces[e].Contains(other));

    private static Turn[] Make(Face first, Face second, Face third)
    {
        var (one, other) = (Towards(first, EdgeOf(first, third), EdgeOf(first, second)),
            Towards(second, EdgeOf(second, third), EdgeOf(first, second)));
        return [one, other, one.Inverse, other.Inverse];
    }

    /// <summary>The quarter turn of a face that carries one of its edges to a place beside it.</summary>
    public static Turn Towards(Face face, Edge from, Edge to) => new[] { Turn.Of(face, 1), Turn.Of(face, 3) }
        .First(t => EdgeStickers.Place(EdgeStickers.After(EdgeStickers.State(from, 0), t)) == to);
}
