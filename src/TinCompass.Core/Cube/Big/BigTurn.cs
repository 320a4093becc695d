namespace TinCompass.Core.Cube.Big;

/// <summary>
/// A turn of neighbouring layers of a bigger cube: from the face inwards, the face being layer 1. Outer layers (1 to k) are R, Rw, 3Rw …;
/// a layer by itself is 2R, 3R …; all of them are a rotation.
/// </summary>
public readonly record struct BigTurn
{
    private BigTurn(Face face, int from, int to, int quarters) => (Face, From, To, Quarters) = (face, from, to, quarters);

    /// <summary>The face from which the layers are counted; a quarter is clockwise as one looks at it.</summary>
    public Face Face { get; }

    /// <summary>The first layer, from 1.</summary>
    public int From { get; }

    /// <summary>The last layer.</summary>
    public int To { get; }

    /// <summary>Clockwise quarters: 1, 2 or 3.</summary>
    public int Quarters { get; }

    /// <summary>How many layers.</summary>
    public int Width => To - From + 1;

    /// <summary>The turn that undoes this one.</summary>
    public BigTurn Inverse => new(Face, From, To, 4 - Quarters);

    /// <summary>0 = y, 1 = z, 2 = x. Turns of one axis commute.</summary>
    public int Axis => (int)Face >> 1;

    /// <summary>Layers from the face inwards, or one layer by itself.</summary>
    /// <param name="face">The face.</param>
    /// <param name="from">1, or the same as <paramref name="to"/>.</param>
    /// <param name="to">The last layer.</param>
    /// <param name="quarters">Clockwise quarters, any integer that is not a multiple of 4.</param>
    public static BigTurn Of(Face face, int from, int to, int quarters)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(from, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(to, from);
        if (from > 1 && from != to) throw new ArgumentException("inner layers are turned one by one", nameof(from));
        var clockwise = ((quarters % 4) + 4) % 4;
        return clockwise == 0 ? throw new ArgumentException("a turn is no multiple of four quarters", nameof(quarters))
            : new BigTurn(face, from, to, clockwise);
    }

    /// <summary>It turns the cube of this size as a whole.</summary>
    public bool IsRotation(int size) => From == 1 && To == size;

    /// <summary>As it is written for a cube of some size: R, Rw2, 3Rw', 2R, M, x.</summary>
    public string Written(int size)
    {
        var (letter, quarters) = ($"{Face}", Quarters);
        if (IsRotation(size))
        {
            var isBack = Face is Face.D or Face.B or Face.L;
            (letter, quarters) = ("yzx"[Axis].ToString(), isBack ? 4 - quarters : quarters);
        }
        else if (From == To && From > 1 && size % 2 == 1 && From == (size + 1) / 2)
        {
            // The middle layers follow L, D and F.
            var follows = Face is Face.L or Face.D or Face.F;
            (letter, quarters) = ("ESM"[Axis].ToString(), follows ? quarters : 4 - quarters);
        }
        else if (From == To && From > 1) letter = $"{From}{letter}";
        else if (To > 1) letter = To == 2 ? $"{letter}w" : $"{To}{letter}w";
        return letter + quarters switch { 1 => "", 2 => "2", _ => "'" };
    }
}
