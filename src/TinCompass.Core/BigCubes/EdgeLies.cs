using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>How two parts of one edge lie to each other.</summary>
public enum EdgeLie
{
    /// <summary>A slice brings one beside the other, and they go together.</summary>
    Right,

    /// <summary>The two edges lie along each other, but a slice joins them only when one of them is turned over in its place.</summary>
    Flipped,

    /// <summary>The two edges do not lie along each other: no slice goes through both.</summary>
    Across,
}

/// <summary>Two parts of an edge that are not joined.</summary>
/// <param name="Edge">The edge by its colours: "white-red".</param>
/// <param name="Wing">The edge place of a wing.</param>
/// <param name="Other">That of what it is to be joined to: the other wing on a 4x4, the middle piece on a 5x5.</param>
/// <param name="Lie">How they lie.</param>
/// <param name="Slice">The slice that joins them where they lie right: a quarter turn where one does.</param>
public sealed record EdgeParts(string Edge, Edge Wing, Edge Other, EdgeLie Lie, BigTurn? Slice);

/// <summary>Reads how the parts of edges lie to each other on a 4x4 or 5x5.</summary>
public sealed class EdgeLies
{
    private static readonly ConcurrentDictionary<int, EdgeLies> Sizes = new();

    // A half turn last.
    private static readonly int[] Quarters = [1, 3, 2];

    private readonly BigPieces pieces;
    private readonly EdgeMove[] slices;

    private EdgeLies(int size)
    {
        pieces = BigPieces.Of(size);
        slices = [.. from quarters in Quarters
                     from face in Enum.GetValues<Face>()
                     select new EdgeMove(pieces, [BigTurn.Of(face, 2, 2, quarters)])];
    }

    /// <summary>
    /// The parts that are not joined, in the order of the edges: on a 4x4 one pair of wings each, on a 5x5 each wing and its middle piece.
    /// </summary>
    public static IReadOnlyList<EdgeParts> Of(BigState state) =>
        Sizes.GetOrAdd(state.Size, size => new EdgeLies(size)).Read(EdgeState.Of(BigPieces.Of(state.Size), state));

    private EdgeParts[] Read(EdgeState state)
    {
        var found = new List<EdgeParts>();
        for (var edge = 0; edge < 12; edge++)
        {
            int[] wings = [.. Enumerable.Range(0, 24).Where(place => state.WingAt(place) / 2 == edge)];
            if (!pieces.IsOdd)
            {
                if (wings[0] / 2 != wings[1] / 2) found.Add(Read(state, edge, wings[0], wings[1] / 2, wings[1]));
                continue;
            }

            var middle = Enumerable.Range(0, 12).First(e => state.At(e).Middle / 2 == edge);
            found.AddRange(wings.Where(w => w / 2 != middle || state.WingAt(w) != state.At(middle).Middle)
                .Select(w => Read(state, edge, w, middle, null)));
        }

        return [.. found];
    }

    private EdgeParts Read(EdgeState state, int edge, int wing, int other, int? beside)
    {
        var slice = slices.FirstOrDefault(s => Array.IndexOf(s.Wings, (byte)wing) is var to && to / 2 == other && to != wing
            && (beside is not { } b || Array.IndexOf(s.Wings, (byte)b) == b)
            && state.After(s) is var after && (beside is not null ? after.IsWhole(other) : after.WingAt(to) == after.At(other).Middle));
        var lie = slice is not null ? EdgeLie.Right : AxisOf(wing / 2) == AxisOf(other) ? EdgeLie.Flipped : EdgeLie.Across;
        return new EdgeParts(ReducedCube.NameOf(edge), (Edge)(wing / 2), (Edge)other, lie, slice?.Turns[0]);
    }

    /// <summary>The axis along which an edge lies.</summary>
    private static int AxisOf(int edge) => 3 - Pieces.EdgeFaces[edge].Sum(f => f.Axis());
}
