namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// What a side of the last layer shows, as one looks at it: its left corner's, its edge's and its right corner's sticker. A sticker is the
/// top's colour (<see cref="Top"/>) or that of a side, sides being counted as U carries them: front 0, left 1, back 2, right 3.
/// </summary>
public readonly record struct LlSide(int Left, int Middle, int Right)
{
    /// <summary>The colour of the top.</summary>
    public const int Top = 4;

    /// <summary>What a side shows.</summary>
    public static LlSide Of(LlState state, int side)
    {
        // Of the corner at place j the facelet after the top one looks to side j − 1, the next to side j; of its stickers the first after
        // the top's has the colour of the side before its piece, the second that of its piece.
        int right = side, left = (side + 1) & 3;
        return new LlSide(
            OfCorner(state.CornerAt(left), (1 - state.TwistAt(left) + 3) % 3),
            state.FlipAt(side) == 1 ? Top : state.EdgeAt(side),
            OfCorner(state.CornerAt(right), (2 - state.TwistAt(right) + 3) % 3));
    }

    /// <summary>All four: front, left, back, right.</summary>
    public static LlSide[] All(LlState state) => [.. LlState.Quarters.Select(side => Of(state, side))];

    /// <summary>Which of the three have the top's colour: left 4, middle 2, right 1.</summary>
    public int Tops => (Left == Top ? 4 : 0) | (Middle == Top ? 2 : 0) | (Right == Top ? 1 : 0);

    /// <summary>All three are of one colour.</summary>
    public bool IsBar => Left == Middle && Middle == Right;

    /// <summary>The corners show one colour, the edge another.</summary>
    public bool IsTwins => Left == Right && Left != Middle;

    /// <summary>The left corner and the edge show one colour, the right corner another.</summary>
    public bool IsLeftPair => Left == Middle && Middle != Right;

    /// <summary>The edge and the right corner show one colour, the left corner another.</summary>
    public bool IsRightPair => Middle == Right && Left != Middle;

    private static int OfCorner(int piece, int sticker) => sticker switch { 0 => Top, 1 => (piece + 3) & 3, _ => piece };
}
