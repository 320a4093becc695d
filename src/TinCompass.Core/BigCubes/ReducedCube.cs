using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>A bigger cube whose centres stand and whose edges are joined, as the 3x3 that it is then.</summary>
public static class ReducedCube
{
    /// <summary>The centre of this face has one colour.</summary>
    public static bool IsWhole(BigState state, Face face)
    {
        var (size, first) = (state.Size, (int)face * state.Size * state.Size);
        for (var row = 1; row < size - 1; row++)
            for (var column = 1; column < size - 1; column++)
                if (state[first + (row * size) + column] != state[first + size + 1]) return false;
        return true;
    }

    /// <summary>All six centres have one colour each and lie as on the cube.</summary>
    public static bool HasCentres(BigState state) => Enum.GetValues<Face>().All(f => IsWhole(state, f))
        && Hold.All.Any(h => Enum.GetValues<Face>().All(f => state[((int)f * state.Size * state.Size) + state.Size + 1] == h.ColorAt(f)));

    /// <summary>All parts of all twelve edges lie together as they belong.</summary>
    public static bool HasEdges(BigState state) => EdgeState.Of(BigPieces.Of(state.Size), state) is var edges && edges.Joined == edges.All;

    /// <summary>The names of the edges whose parts all lie together as they belong, by their colours: "white-red".</summary>
    public static IReadOnlyList<string> WholeEdges(BigState state) => [.. EdgeState.Of(BigPieces.Of(state.Size), state).Whole()];

    /// <summary>
    /// Where the parts of each edge lie: its name, and the edge places that hold some of them, each once; one place alone when it is whole
    /// or lies together the wrong way round.
    /// </summary>
    public static IReadOnlyList<(string Edge, bool IsWhole, IReadOnlyList<Edge> Places)> Parts(BigState state)
    {
        var edges = EdgeState.Of(BigPieces.Of(state.Size), state);
        int[][] held = [.. Enumerable.Range(0, 12).Select(e => edges.At(e) is var at
            ? (int[])[at.First / 2, at.Second / 2, .. at.Middle is { } middle ? [middle / 2] : Array.Empty<int>()] : [])];
        return
        [
            .. Enumerable.Range(0, 12).Select(edge => (Edge: NameOf(edge), Places: Enumerable.Range(0, 12)
                    .Where(place => held[place].Contains(edge)).ToArray()))
                .Select(e => (e.Edge, e.Places.Length == 1 && edges.IsWhole(e.Places[0]),
                    (IReadOnlyList<Edge>)[.. e.Places.Select(p => (Edge)p)])),
        ];
    }

    /// <summary>An edge place as one looks at the cube: "top-front".</summary>
    public static string PlaceOf(Edge place) => string.Join('-', Pieces.EdgeFaces[(int)place].Select(CentreShapes.Name));

    /// <summary>An edge by its colours: "white-red".</summary>
    internal static string NameOf(int edge) => string.Join('-', Pieces.EdgeFaces[edge].Select(f => ((Color)(int)f).Name()));

    /// <summary>
    /// The 3x3: one piece of each edge and of each centre stands for all. A cube that no 3x3 can be gives the law that it breaks, an edge
    /// turned over or two edges exchanged. Throws where it is not reduced.
    /// </summary>
    public static (CubeState? State, LegalityFlaw? Flaw) Read(BigState state)
    {
        if (!HasCentres(state) || !HasEdges(state)) throw new ArgumentException("centres and edges are not whole", nameof(state));
        var size = state.Size;
        int[] lines = [0, 1, size - 1];
        return Legality.Read(string.Concat(from face in Enumerable.Range(0, 6)
                                           from row in lines
                                           from column in lines
                                           select state[(face * size * size) + (row * size) + column].Letter()));
    }
}
