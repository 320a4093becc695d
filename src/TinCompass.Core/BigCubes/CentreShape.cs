using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>How much of a colour's centre lies together on a face.</summary>
public enum CentreShape
{
    /// <summary>Nothing side by side.</summary>
    Apart,

    /// <summary>Two side by side; on a 4x4 a bar, half a centre.</summary>
    Two,

    /// <summary>Three in a row through the face, on a 5x5.</summary>
    BarOfThree,

    /// <summary>Three of four, on a 4x4.</summary>
    ThreeOfFour,

    /// <summary>Four in a square, on a 5x5.</summary>
    Square,

    /// <summary>Three in a row and one beside the middle of them, on a 5x5.</summary>
    Tee,

    /// <summary>Two rows of three, on a 5x5.</summary>
    Block,

    /// <summary>All of it.</summary>
    Whole,
}

/// <summary>What of a colour lies ready on which face.</summary>
public static class CentreShapes
{
    // Cells as bits, row by row.
    private static readonly (CentreShape Shape, int[] Cells)[] OfTwo = [.. Patterns(2)];
    private static readonly (CentreShape Shape, int[] Cells)[] OfThree = [.. Patterns(3)];

    /// <summary>The centre of a colour is whole, on whichever face.</summary>
    public static bool Stands(BigState state, Color color) => Enum.GetValues<Face>().Any(f => On(state, f, color) == CentreShape.Whole);

    /// <summary>The greatest of the shapes that a colour makes on a face of a 4x4 or 5x5.</summary>
    public static CentreShape On(BigState state, Face face, Color color)
    {
        var bits = Cells(state, face, color);
        return (state.Size == 4 ? OfTwo : OfThree).First(p => p.Cells.Any(c => (bits & c) == c)).Shape;
    }

    /// <summary>How many cells of a face's centre have another colour.</summary>
    public static int Lacking(BigState state, Face face, Color color) =>
        ((state.Size - 2) * (state.Size - 2)) - int.PopCount(Cells(state, face, color));

    /// <summary>The cells of a face's centre that have a colour, as bits, row by row.</summary>
    private static int Cells(BigState state, Face face, Color color)
    {
        var (size, across, bits) = (state.Size, state.Size - 2, 0);
        for (var i = 0; i < across * across; i++)
            if (state[((int)face * size * size) + ((1 + (i / across)) * size) + 1 + (i % across)] == color) bits |= 1 << i;
        return bits;
    }

    /// <summary>The faces where a colour makes more than nothing, the greatest first.</summary>
    public static IReadOnlyList<(Face Face, CentreShape Shape)> Ready(BigState state, Color color) =>
        [.. Enum.GetValues<Face>().Select(f => (Face: f, Shape: On(state, f, color))).Where(r => r.Shape != CentreShape.Apart)
            .OrderByDescending(r => r.Shape)];

    /// <summary>As it is read: "a bar", "a block of 2x3".</summary>
    public static string Name(CentreShape shape, int size) => shape switch
    {
        CentreShape.Two => size == 4 ? "a bar" : "two side by side",
        CentreShape.BarOfThree => "a bar of three",
        CentreShape.ThreeOfFour => "three of four",
        CentreShape.Square => "a square of four",
        CentreShape.Tee => "a T",
        CentreShape.Block => "a block of 2x3",
        CentreShape.Whole => "the whole centre",
        _ => "nothing together",
    };

    /// <summary>The name of a face, as one looks at the cube.</summary>
    public static string Name(Face face) => face switch
    {
        Face.U => "top",
        Face.D => "bottom",
        Face.F => "front",
        Face.B => "back",
        Face.R => "right",
        _ => "left",
    };

    /// <summary>The greatest shapes first; each with all its places on the face.</summary>
    private static IEnumerable<(CentreShape, int[])> Patterns(int across)
    {
        yield return (CentreShape.Whole, [(1 << (across * across)) - 1]);
        if (across == 3)
        {
            yield return (CentreShape.Block, Placed(3, 0b011_011_011, 0b000_111_111));
            yield return (CentreShape.Tee, Placed(3, 0b000_010_111));
            yield return (CentreShape.Square, Placed(3, 0b000_011_011));
            yield return (CentreShape.BarOfThree, Placed(3, 0b000_000_111, 0b000_111_000));
        }
        else yield return (CentreShape.ThreeOfFour, [0b0111, 0b1011, 0b1101, 0b1110]);
        yield return (CentreShape.Two, across == 2 ? [0b0011, 0b1100, 0b0101, 0b1010] : [.. Sides()]);
        yield return (CentreShape.Apart, [0]);
    }

    private static IEnumerable<int> Sides()
    {
        for (var i = 0; i < 9; i++)
        {
            if (i % 3 < 2) yield return (1 << i) | (1 << (i + 1));
            if (i < 6) yield return (1 << i) | (1 << (i + 3));
        }
    }

    /// <summary>Cells of a square face, each turned by quarters.</summary>
    private static int[] Placed(int across, params int[] cells)
    {
        var found = new HashSet<int>();
        foreach (var one in cells)
            for (var (q, now) = (0, one); q < 4; q++)
            {
                found.Add(now);
                var turned = 0;
                for (var i = 0; i < across * across; i++)
                    if ((now >> i & 1) == 1) turned |= 1 << (((i % across) * across) + across - 1 - (i / across));
                now = turned;
            }

        return [.. found];
    }
}
