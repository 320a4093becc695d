namespace TinCompass.Core.Cube;

/// <summary>
/// The six faces in the order of the colours they carry when a solved cube is held white up, green front.
/// Opposite faces differ in the lowest bit; <c>face &gt;&gt; 1</c> is the axis (0 = y, 1 = z, 2 = x).
/// </summary>
public enum Face : byte
{
    /// <summary>Up.</summary>
    U,

    /// <summary>Down.</summary>
    D,

    /// <summary>Front.</summary>
    F,

    /// <summary>Back.</summary>
    B,

    /// <summary>Right.</summary>
    R,

    /// <summary>Left.</summary>
    L,
}

/// <summary>The six sticker colours. A colour's number is the number of the face it lies on in a solved, upright cube.</summary>
public enum Color : byte
{
    /// <summary>White: up in the scramble hold.</summary>
    White,

    /// <summary>Yellow: opposite white.</summary>
    Yellow,

    /// <summary>Green: front in the scramble hold.</summary>
    Green,

    /// <summary>Blue: opposite green.</summary>
    Blue,

    /// <summary>Red: right in the scramble hold.</summary>
    Red,

    /// <summary>Orange: opposite red.</summary>
    Orange,
}

/// <summary>
/// The eight corners: names both of the places and of the pieces that belong there. The U or D sticker comes first, the others follow
/// clockwise.
/// </summary>
public enum Corner : byte
{
    /// <summary>Up, right, front.</summary>
    URF,

    /// <summary>Up, front, left.</summary>
    UFL,

    /// <summary>Up, left, back.</summary>
    ULB,

    /// <summary>Up, back, right.</summary>
    UBR,

    /// <summary>Down, front, right.</summary>
    DFR,

    /// <summary>Down, left, front.</summary>
    DLF,

    /// <summary>Down, back, left.</summary>
    DBL,

    /// <summary>Down, right, back.</summary>
    DRB,
}

/// <summary>
/// The twelve edges: names both of the places and of the pieces that belong there. The U, D, F or B sticker named first is the reference
/// sticker.
/// </summary>
public enum Edge : byte
{
    /// <summary>Up, front.</summary>
    UF,

    /// <summary>Up, right.</summary>
    UR,

    /// <summary>Up, back.</summary>
    UB,

    /// <summary>Up, left.</summary>
    UL,

    /// <summary>Down, front.</summary>
    DF,

    /// <summary>Down, right.</summary>
    DR,

    /// <summary>Down, back.</summary>
    DB,

    /// <summary>Down, left.</summary>
    DL,

    /// <summary>Front, right.</summary>
    FR,

    /// <summary>Front, left.</summary>
    FL,

    /// <summary>Back, right.</summary>
    BR,

    /// <summary>Back, left.</summary>
    BL,
}

/// <summary>Small facts about faces and colours.</summary>
public static class Faces
{
    /// <summary>The face opposite <paramref name="face"/>.</summary>
    public static Face Opposite(this Face face) => (Face)((int)face ^ 1);

    /// <summary>The colour opposite <paramref name="color"/>.</summary>
    public static Color Opposite(this Color color) => (Color)((int)color ^ 1);

    /// <summary>The face on which a colour lies in the scramble hold.</summary>
    public static Face AsFace(this Color color) => (Face)(int)color;

    /// <summary>The axis of a face: 0 = y (U, D), 1 = z (F, B), 2 = x (R, L). Turns of one axis commute.</summary>
    public static int Axis(this Face face) => (int)face >> 1;

    /// <summary>The colour's name in lower case, as it is written everywhere: "white".</summary>
    public static string Name(this Color color) => Names[(int)color];

    /// <summary>The colour's letter in the 54-facelet text: W, Y, G, B, R or O.</summary>
    public static char Letter(this Color color) => Letters[(int)color];

    /// <summary>Reads a colour by its name, in either case. False when it is none of the six.</summary>
    public static bool TryParseColor(string? text, out Color color)
    {
        var at = Array.FindIndex(Names, n => string.Equals(n, text?.Trim(), StringComparison.OrdinalIgnoreCase));
        color = at < 0 ? default : (Color)at;
        return at >= 0;
    }

    /// <summary>All six colours in their fixed order: white, yellow, green, blue, red, orange.</summary>
    public static IReadOnlyList<Color> AllColors { get; } = Enum.GetValues<Color>();

    internal static readonly string[] Names = ["white", "yellow", "green", "blue", "red", "orange"];
    internal const string Letters = "WYGBRO";
}
