namespace TinCompass.Core.Cube;

/// <summary>A slot by its two side colours, in the fixed order of colours: "green-red".</summary>
public readonly record struct SlotName(Color First, Color Second)
{
    /// <summary>The slot between two side colours, in either order.</summary>
    public static SlotName Of(Color one, Color other) => one < other ? new(one, other) : new(other, one);

    /// <summary>Reads "green-red", in either order; false when it names no two neighbouring side colours.</summary>
    public static bool TryParse(string? text, out SlotName slot)
    {
        var parts = text?.Split('-') ?? [];
        slot = default;
        if (parts.Length != 2 || !Faces.TryParseColor(parts[0], out var one) || !Faces.TryParseColor(parts[1], out var other)
            || Pieces.EdgeWith(one, other) is null) return false;
        slot = Of(one, other);
        return true;
    }

    /// <summary>True when a base colour has this slot.</summary>
    public bool Belongs(Color color) => First != color && Second != color && First != color.Opposite() && Second != color.Opposite();

    /// <summary>"green-red".</summary>
    public override string ToString() => $"{First.Name()}-{Second.Name()}";
}
