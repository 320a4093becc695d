using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>A block that is built: 2x2x2, called by its corner, or 2x2x3, called by its middle edge.</summary>
public sealed class BuiltBlock
{
    private readonly IReadOnlyList<Face> faces;
    private readonly Func<BlockSearch, CubeState, CancellationToken, IReadOnlyList<IReadOnlyList<Turn>>> find;

    private BuiltBlock(Corner corner)
    {
        faces = Cube.Pieces.CornerFaces[(int)corner];
        (Place, Name) = ($"{corner}", PieceSet.Name(corner));
        Pieces = PieceSet.Where(f => f.All(faces.Contains));
        find = (search, upright, cancel) => search.Small(upright, corner, cancel);
    }

    private BuiltBlock(Edge middle)
    {
        faces = Cube.Pieces.EdgeFaces[(int)middle];
        (Place, Name) = ($"{middle}", $"along {PieceSet.Name(middle)}");
        // Of the pieces beside one of its two faces those that are beside neither of the opposite ones.
        Pieces = PieceSet.Where(f => f.Any(faces.Contains) && !f.Any(o => faces.Contains(o.Opposite())));
        find = (search, upright, cancel) => search.Long(upright, middle, cancel);
    }

    /// <summary>The eight 2x2x2.</summary>
    public static IReadOnlyList<BuiltBlock> Small { get; } = [.. Enum.GetValues<Corner>().Select(c => new BuiltBlock(c))];

    /// <summary>The twelve 2x2x3.</summary>
    public static IReadOnlyList<BuiltBlock> Long { get; } = [.. Enum.GetValues<Edge>().Select(e => new BuiltBlock(e))];

    /// <summary>Its corner or middle edge by its faces with white up and green in front.</summary>
    public string Place { get; }

    /// <summary>"white-red-green", "along white-red".</summary>
    public string Name { get; }

    /// <summary>What it is made of.</summary>
    public PieceSet Pieces { get; }

    /// <summary>The colours of its corner or middle edge.</summary>
    public IReadOnlyList<Color> Colors => [.. faces.Select(f => (Color)f)];

    /// <summary>The colour of its middle edge that is not a base.</summary>
    public Color Beside(Color color) => Colors.First(c => c != color);

    /// <summary>It can be held with a colour down.</summary>
    public bool IsOn(Color color) => faces.Contains(color.AsFace());

    /// <summary>The hold with a colour down in which it lies at the left, a 2x2x2 at the back.</summary>
    public Hold HoldOn(Color down) => Hold.All.First(h => h.ColorAt(Face.D) == down && h.ColorAt(Face.L) != down
        && faces.Contains(h.ColorAt(Face.L).AsFace()) && (faces.Count == 2 || faces.Contains(h.ColorAt(Face.B).AsFace())));

    /// <summary>Every shortest way to it from a position that is held as scrambled, in the letters of that hold.</summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Shortest(BlockSearch search, CubeState upright, CancellationToken cancel = default) =>
        find(search, upright, cancel);
}
