namespace TinCompass.Core.Cube;

/// <summary>What is turned: a face, a face with the slice beside it (wide), a slice alone, or the whole cube.</summary>
public enum TurnKind : byte
{
    /// <summary>One outer layer: U D F B R L.</summary>
    Face,

    /// <summary>An outer layer with its neighbouring slice: u d f b r l (Uw …).</summary>
    Wide,

    /// <summary>A middle layer: M follows L, E follows D, S follows F.</summary>
    Slice,

    /// <summary>The whole cube: x follows R, y follows U, z follows F.</summary>
    Rotation,
}

/// <summary>
/// One turn: 18 letters times a quarter (1), half (2) or counter-clockwise quarter (3). Its index, <c>letter·3 + quarters − 1</c>,
/// runs over 0..53; the 18 face turns come first, so 0..17 is also the index used by every search.
/// </summary>
public readonly record struct Turn
{
    /// <summary>Number of different turns: 18 letters × 3.</summary>
    public const int Count = 54;

    /// <summary>Number of face turns: 6 faces × 3. They are the turns 0..17.</summary>
    public const int FaceTurnCount = 18;

    internal const string LetterText = "UDFBRLudfbrlMESxyz";

    private readonly byte index;

    private Turn(int index) => this.index = (byte)index;

    /// <summary>A turn by its index 0..53.</summary>
    public static Turn FromIndex(int index) =>
        index is >= 0 and < Count ? new Turn(index)
            : throw new ArgumentOutOfRangeException(nameof(index), index, "a turn's index is 0..53");

    /// <summary>A face turn by face and clockwise quarters (any integer that is not a multiple of 4).</summary>
    public static Turn Of(Face face, int quarters) => FromLetter((int)face, quarters);

    /// <summary>A turn by letter number (the order is UDFBRL udfbrl MES xyz) and clockwise quarters.</summary>
    internal static Turn FromLetter(int letter, int quarters) => FromIndex((letter * 3) + (((quarters % 4) + 4) % 4) - 1);

    /// <summary>0..53.</summary>
    public int Index => index;

    /// <summary>0..17, in the order UDFBRL udfbrl MES xyz.</summary>
    public int LetterIndex => index / 3;

    /// <summary>The letter as written: U, r, M, x …</summary>
    public char Letter => LetterText[LetterIndex];

    /// <summary>Clockwise quarters: 1, 2 or 3 (3 is the counter-clockwise quarter).</summary>
    public int Quarters => (index % 3) + 1;

    /// <summary>Face, wide, slice or rotation.</summary>
    public TurnKind Kind => LetterIndex switch
    {
        < 6 => TurnKind.Face,
        < 12 => TurnKind.Wide,
        < 15 => TurnKind.Slice,
        _ => TurnKind.Rotation
    };

    /// <summary>The face a face turn or wide turn belongs to; throws for slices and rotations.</summary>
    public Face Face => LetterIndex < 12 ? (Face)(LetterIndex % 6) : throw new InvalidOperationException($"{this} belongs to no face");

    /// <summary>0 = y, 1 = z, 2 = x. Turns of one axis commute.</summary>
    public int Axis => Geometry.Layers[LetterIndex].Axis;

    /// <summary>The turn that undoes this one.</summary>
    public Turn Inverse => FromLetter(LetterIndex, 4 - Quarters);

    /// <summary>The turn seen in a mirror that swaps left and right.</summary>
    public Turn Mirror => FromLetter(MirrorLetters[LetterIndex], LetterText[LetterIndex] is 'M' or 'x' ? Quarters : 4 - Quarters);

    /// <summary>The same letter turned by other quarters; null when they come to a multiple of a full turn.</summary>
    internal Turn? WithQuarters(int quarters) => ((quarters % 4) + 4) % 4 == 0 ? null : FromLetter(LetterIndex, quarters);

    /// <summary>The usual text, with an ASCII apostrophe: R, R2, R'.</summary>
    public override string ToString() => Texts[index];

    // U D F B stay, R and L change places; x and M keep letter and direction (the mirror plane is their own plane).
    private static readonly int[] MirrorLetters = [0, 1, 2, 3, 5, 4, 6, 7, 8, 9, 11, 10, 12, 13, 14, 15, 16, 17];

    private static readonly string[] Texts =
        [.. Enumerable.Range(0, Count).Select(i => LetterText[i / 3] + (i % 3) switch { 0 => "", 1 => "2", _ => "'" })];
}
