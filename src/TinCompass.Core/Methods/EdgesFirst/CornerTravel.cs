using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>How a corner goes from one place to another.</summary>
public enum CornerPath
{
    /// <summary>It stays, turned over.</summary>
    Turned,

    /// <summary>It rolls along an edge of the cube.</summary>
    Along,

    /// <summary>It goes across the diagonal of a face.</summary>
    Across,

    /// <summary>It goes through the cube, to the corner opposite.</summary>
    Through,
}

/// <summary>A corner on its way home.</summary>
/// <param name="Corner">Which, by where it belongs as the cube is held.</param>
/// <param name="From">Where it lies.</param>
public sealed record CornerTravel(Corner Corner, Corner From)
{
    /// <summary>By how many of the three faces the two places have in common.</summary>
    public CornerPath Path => Shared.Length switch
    {
        3 => CornerPath.Turned,
        2 => CornerPath.Along,
        1 => CornerPath.Across,
        _ => CornerPath.Through,
    };

    /// <summary>The faces that both places have.</summary>
    public IReadOnlyList<Face> Faces => Shared;

    private Face[] Shared => [.. Pieces.CornerFaces[(int)From].Intersect(Pieces.CornerFaces[(int)Corner])];

    /// <summary>How it goes home, in words: "rolls home along the edge UF".</summary>
    public string Words => Path switch
    {
        CornerPath.Turned => "is turned over at home",
        CornerPath.Along => $"rolls home along the edge {string.Concat(Shared)}",
        CornerPath.Across => $"goes home across the diagonal of {Shared[0]}",
        _ => "goes home through the cube, to the place opposite",
    };
}
