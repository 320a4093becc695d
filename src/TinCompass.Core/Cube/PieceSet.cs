namespace TinCompass.Core.Cube;

/// <summary>Edges and corners as bits, by where they belong with white up and green in front.</summary>
public readonly record struct PieceSet(int Edges, int Corners)
{
    /// <summary>All twenty.</summary>
    public static PieceSet All { get; } = new((1 << 12) - 1, (1 << 8) - 1);

    /// <summary>What is home and not turned over, however the cube is held.</summary>
    public static PieceSet Home(CubeState state)
    {
        var (upright, edges, corners) = (state.Upright(), 0, 0);
        for (var e = 0; e < 12; e++)
            if (upright.EdgeAt((Edge)e) == (Edge)e && upright.FlipAt((Edge)e) == 0) edges |= 1 << e;
        for (var c = 0; c < 8; c++)
            if (upright.CornerAt((Corner)c) == (Corner)c && upright.TwistAt((Corner)c) == 0) corners |= 1 << c;
        return new PieceSet(edges, corners);
    }

    /// <summary>Those edges and corners whose faces fit.</summary>
    public static PieceSet Where(Func<IReadOnlyList<Face>, bool> fits) => new(
        Enumerable.Range(0, 12).Where(e => fits(Pieces.EdgeFaces[e])).Sum(e => 1 << e),
        Enumerable.Range(0, 8).Where(c => fits(Pieces.CornerFaces[c])).Sum(c => 1 << c));

    /// <summary>All of another set is in it.</summary>
    public bool Has(PieceSet other) => (other.Edges & ~Edges) == 0 && (other.Corners & ~Corners) == 0;

    /// <summary>What is in it and not in another.</summary>
    public PieceSet Without(PieceSet other) => new(Edges & ~other.Edges, Corners & ~other.Corners);

    /// <summary>What is in both.</summary>
    public PieceSet And(PieceSet other) => new(Edges & other.Edges, Corners & other.Corners);

    /// <summary>Nothing is in it.</summary>
    public bool IsEmpty => Edges == 0 && Corners == 0;

    /// <summary>The colours of each piece, corners first.</summary>
    public IReadOnlyList<IReadOnlyList<Color>> Colors
    {
        get
        {
            var (edges, corners) = (Edges, Corners);
            return [.. Enumerable.Range(0, 8).Where(c => (corners >> c & 1) == 1).Select(c => Of(Pieces.CornerFaces[c])),
                .. Enumerable.Range(0, 12).Where(e => (edges >> e & 1) == 1).Select(e => Of(Pieces.EdgeFaces[e]))];
        }
    }

    /// <summary>The same as read, each "white-red-green".</summary>
    public IReadOnlyList<string> Names => [.. Colors.Select(Name)];

    /// <summary>An edge as it is called however the cube is held, base or top first: "white-red".</summary>
    public static string Name(Edge edge) => Name(Of(Pieces.EdgeFaces[(int)edge]));

    /// <summary>A corner as it is called however the cube is held: "white-red-green".</summary>
    public static string Name(Corner corner) => Name(Of(Pieces.CornerFaces[(int)corner]));

    private static string Name(IReadOnlyList<Color> colors) => string.Join('-', colors.Select(c => c.Name()));

    private static IReadOnlyList<Color> Of(IReadOnlyList<Face> faces) => [.. faces.Select(f => (Color)f)];
}
