using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// What the eyes can do meanwhile: how the next pair's two pieces stand while a pair is turned. A piece is in view when it is in the top
/// layer or in the slots at the front; it has to be looked
/// for at the back and in the base.
/// </summary>
/// <param name="Turns">Turns of the pair that is turned.</param>
/// <param name="InView">After how many of them both of the next pieces are in view.</param>
/// <param name="OnTop">How many of the two are in the top layer when it is done.</param>
/// <param name="AtHome">How many of the two stand right in their own slot then.</param>
public readonly record struct LookAhead(int Turns, int InView, int OnTop, int AtHome)
{
    /// <summary>
    /// What a turn costs during which the next pieces cannot be followed: a share of the pause that comes after, in relative time.
    /// </summary>
    public const double OutOfView = 0.12;

    /// <summary>What a next piece costs that is not on top: it hides a sticker, and mostly has to come out first.</summary>
    public const double Stuck = 0.5;

    /// <summary>
    /// The look-ahead term: <see cref="OutOfView"/> for each turn without view, <see cref="Stuck"/> for each piece that is not on top.
    /// </summary>
    public double Cost => ((Turns - InView) * OutOfView) + ((2 - OnTop) * Stuck);

    /// <summary>
    /// Looks for the pieces of <paramref name="next"/> during turns that are made with the cube <paramref name="held"/> y quarters away.
    /// </summary>
    public static LookAhead Of(F2lState state, PackedTurns turns, Slot next, int held)
    {
        var seen = 0;
        for (var i = 0; i < turns.Length; i++)
        {
            state = state.After(turns.IndexAt(i));
            if (IsInView(state, next, held)) seen++;
        }

        return At(state, next, turns.Length, seen);
    }

    /// <summary>The same at the end of turns during which the view was counted already.</summary>
    internal static LookAhead At(F2lState state, Slot next, int turns, int seen)
    {
        return new LookAhead(turns, seen,
            (F2lCases.IsOnTop(CornerStickers.Place(state.CornerOf(next))) ? 1 : 0)
            + (F2lCases.IsOnTop(EdgeStickers.Place(state.EdgeOf(next))) ? 1 : 0),
            (state.CornerOf(next) == F2lState.Solved.CornerOf(next) ? 1 : 0)
            + (state.EdgeOf(next) == F2lState.Solved.EdgeOf(next) ? 1 : 0));
    }

    /// <summary>True when both pieces of a pair can be seen without turning the cube.</summary>
    public static bool IsInView(F2lState state, Slot pair, int held) =>
        ((Corners[(int)CornerStickers.Place(state.CornerOf(pair))] & Edges[(int)EdgeStickers.Place(state.EdgeOf(pair))]) >> held & 1) != 0;

    // For each place, the holds in which it is in view: a bit for each number of y quarters.
    private static readonly int[] Corners = [.. Pieces.CornerFaces.Select(Views)], Edges = [.. Pieces.EdgeFaces.Select(Views)];

    /// <summary>
    /// On top always; a piece of the middle or the base shows two stickers or one in front, and none at the side and behind.
    /// </summary>
    private static int Views(IReadOnlyList<Face> place) => Enumerable.Range(0, F2lSolver.AfterY.Length)
        .Where(held => place[0] == Face.U || place.Any(f => F2lSolver.FaceAfterY(f, held) == Face.F)).Sum(held => 1 << held);
}
