namespace TinCompass.Core.Cube.Big;

/// <summary>
/// A position of a cube of some size by the colours of its stickers, in the order of <see cref="BigGeometry"/>. Immutable.
/// </summary>
public sealed class BigState : IEquatable<BigState>
{
    private readonly byte[] colors;

    private BigState(BigGeometry geometry, byte[] colors) => (Geometry, this.colors) = (geometry, colors);

    /// <summary>Where its stickers lie.</summary>
    public BigGeometry Geometry { get; }

    /// <summary>Layers along an edge.</summary>
    public int Size => Geometry.Size;

    /// <summary>Solved, white up and green in front.</summary>
    public static BigState Solved(int size)
    {
        var geometry = BigGeometry.Of(size);
        return new BigState(geometry, [.. Enumerable.Range(0, geometry.Count).Select(i => (byte)geometry.FaceOf(i))]);
    }

    /// <summary>The colour of a sticker.</summary>
    public Color this[int sticker] => (Color)colors[sticker];

    /// <summary>Every face has one colour, however the cube is held.</summary>
    public bool IsSolved
    {
        get
        {
            var each = Size * Size;
            for (var i = 0; i < colors.Length; i++)
                if (colors[i] != colors[i / each * each]) return false;
            return true;
        }
    }

    /// <summary>After a turn.</summary>
    public BigState Apply(BigTurn turn)
    {
        var sources = Geometry.Sources(turn);
        var after = new byte[colors.Length];
        for (var i = 0; i < after.Length; i++) after[i] = colors[sources[i]];
        return new BigState(Geometry, after);
    }

    /// <summary>After turns.</summary>
    public BigState Apply(IEnumerable<BigTurn> turns) => turns.Aggregate(this, (state, turn) => state.Apply(turn));

    /// <summary>6 · n² colour letters, face by face.</summary>
    public override string ToString() => string.Create(colors.Length, colors, static (text, given) =>
    {
        for (var i = 0; i < text.Length; i++) text[i] = ((Color)given[i]).Letter();
    });

    /// <inheritdoc/>
    public bool Equals(BigState? other) => other is not null && Size == other.Size && colors.AsSpan().SequenceEqual(other.colors);

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as BigState);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        var hash = default(HashCode);
        hash.AddBytes(colors);
        return hash.ToHashCode();
    }

    /// <summary>Of colours that were read and found to be a cube's.</summary>
    internal static BigState Of(BigGeometry geometry, byte[] colors) => new(geometry, colors);
}
