namespace TinCompass.Core.Cube;

/// <summary>A point or direction of the cube: x to the right, y up, z towards the solver; each −1, 0 or 1.</summary>
internal readonly record struct Vec(int X, int Y, int Z)
{
    public int On(int axis) => axis switch { 0 => Y, 1 => Z, _ => X };
}

/// <summary>Which layers a letter turns: the axis (0 = y, 1 = z, 2 = x), the layers along it (−1, 0, 1), and whether its
/// clockwise quarter is clockwise seen from the positive end of the axis (1) or from the negative one (−1).</summary>
public sealed record TurnLayers(int Axis, IReadOnlyList<int> Layers, int Direction);

/// <summary>
/// The one source of every permutation in this program: stickers as points with a direction, turns as rotations of layers.
/// No table of what a turn does is typed in anywhere; all are derived from here.
/// </summary>
public static class Geometry
{
    /// <summary>Layers of each of the 18 letters in the order UDFBRL udfbrl MES xyz.</summary>
    public static IReadOnlyList<TurnLayers> Layers { get; } =
    [
        new(0, [1], 1), new(0, [-1], -1), new(1, [1], 1), new(1, [-1], -1), new(2, [1], 1), new(2, [-1], -1),
        new(0, [0, 1], 1), new(0, [-1, 0], -1), new(1, [0, 1], 1), new(1, [-1, 0], -1), new(2, [0, 1], 1), new(2, [-1, 0], -1),
        new(2, [0], -1), new(0, [0], -1), new(1, [0], 1),
        new(2, [-1, 0, 1], 1), new(0, [-1, 0, 1], 1), new(1, [-1, 0, 1], 1),
    ];

    /// <summary>Direction in which each face looks, in the order of <see cref="Face"/>.</summary>
    internal static readonly Vec[] Normals = [new(0, 1, 0), new(0, -1, 0), new(0, 0, 1), new(0, 0, -1), new(1, 0, 0), new(-1, 0, 0)];

    /// <summary>The cubie under each of the 54 facelets (face·9 + row·3 + column).</summary>
    internal static readonly Vec[] Cubies = [.. Enumerable.Range(0, 54).Select(CubieOf)];

    /// <summary>For each of the 54 turns: the facelet whose sticker arrives at facelet i.</summary>
    internal static readonly byte[][] StickerSources = [.. Enumerable.Range(0, Turn.Count).Select(SourcesOf)];

    /// <summary>The facelet of <paramref name="face"/> on the cubie at <paramref name="cubie"/>.</summary>
    internal static int FaceletAt(Vec cubie, Face face) =>
        Enumerable.Range((int)face * 9, 9).First(i => Cubies[i] == cubie);

    private static Vec CubieOf(int facelet)
    {
        int row = (facelet % 9 / 3) - 1, column = (facelet % 3) - 1;
        return (Face)(facelet / 9) switch
        {
            Face.U => new(column, 1, row),
            Face.D => new(column, -1, -row),
            Face.F => new(column, -row, 1),
            Face.B => new(-column, -row, -1),
            Face.R => new(1, -row, -column),
            _ => new(-1, -row, column),
        };
    }

    private static Vec Clockwise(Vec v, int axis) => axis switch
    {
        0 => new(-v.Z, v.Y, v.X),
        1 => new(v.Y, -v.X, v.Z),
        _ => new(v.X, v.Z, -v.Y),
    };

    private static byte[] SourcesOf(int turnIndex)
    {
        var turn = Turn.FromIndex(turnIndex);
        var layers = Layers[turn.LetterIndex];
        var quarters = layers.Direction > 0 ? turn.Quarters : 4 - turn.Quarters;
        var sources = new byte[54];
        for (var from = 0; from < 54; from++)
        {
            Vec cubie = Cubies[from], normal = Normals[from / 9];
            if (layers.Layers.Contains(cubie.On(layers.Axis)))
                for (var q = 0; q < quarters; q++)
                    (cubie, normal) = (Clockwise(cubie, layers.Axis), Clockwise(normal, layers.Axis));
            sources[FaceletAt(cubie, (Face)Array.IndexOf(Normals, normal))] = (byte)from;
        }

        return sources;
    }
}
