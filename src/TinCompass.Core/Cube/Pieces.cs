namespace TinCompass.Core.Cube;

/// <summary>Where the stickers of corners and edges lie: facelets (face·9 + row·3 + column) and faces of every place.</summary>
public static class Pieces
{
    /// <summary>The faces of each corner in the order of its name: U or D first, then clockwise.</summary>
    public static IReadOnlyList<IReadOnlyList<Face>> CornerFaces { get; } = [.. Enum.GetNames<Corner>().Select(ParseFaces)];

    /// <summary>The faces of each edge in the order of its name: the reference face first.</summary>
    public static IReadOnlyList<IReadOnlyList<Face>> EdgeFaces { get; } = [.. Enum.GetNames<Edge>().Select(ParseFaces)];

    /// <summary>Facelets of each corner place, in the order of <see cref="CornerFaces"/>.</summary>
    internal static readonly int[][] CornerFacelets = [.. CornerFaces.Select(FaceletsOf)];

    /// <summary>Facelets of each edge place, in the order of <see cref="EdgeFaces"/>.</summary>
    internal static readonly int[][] EdgeFacelets = [.. EdgeFaces.Select(FaceletsOf)];

    /// <summary>The edge piece that carries both colours; null when they are equal or opposite.</summary>
    public static Edge? EdgeWith(Color one, Color other)
    {
        for (var e = 0; e < 12; e++)
        {
            var faces = EdgeFaces[e];
            if (faces.Contains((Face)one) && faces.Contains((Face)other) && one != other) return (Edge)e;
        }

        return null;
    }

    private static IReadOnlyList<Face> ParseFaces(string name) => [.. name.Select(c => Enum.Parse<Face>(c.ToString()))];

    private static int[] FaceletsOf(IReadOnlyList<Face> faces)
    {
        int x = 0, y = 0, z = 0;
        foreach (var face in faces)
        {
            var n = Geometry.Normals[(int)face];
            (x, y, z) = (x + n.X, y + n.Y, z + n.Z);
        }

        return [.. faces.Select(f => Geometry.FaceletAt(new Vec(x, y, z), f))];
    }
}
