using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// The one order in which sequences of face turns are searched and printed. Two turns of one face never follow each other; turns of
/// opposite faces commute, so of such neighbours only the order U before D, F before B, R before L is kept, and each class counts once.
/// </summary>
public static class TurnOrder
{
    /// <summary>All 18 face turns as bits.</summary>
    public const uint All = (1u << Turn.FaceTurnCount) - 1;

    private static readonly uint[] After = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(AllowedBits)];

    /// <summary>The face turns (bits 0..17) that may follow a face turn.</summary>
    public static ReadOnlySpan<uint> AllowedAfter => After;

    /// <summary>Puts neighbours of one axis into the fixed order, in place.</summary>
    public static void Sort(Span<Turn> turns)
    {
        for (var i = 1; i < turns.Length; i++)
            if (turns[i].Axis == turns[i - 1].Axis && turns[i].Index < turns[i - 1].Index)
                (turns[i - 1], turns[i]) = (turns[i], turns[i - 1]);
    }

    private static uint AllowedBits(int turn)
    {
        var face = turn / 3;
        var allowed = All & ~(7u << (3 * face));
        return (face & 1) == 0 ? allowed : allowed & ~(7u << (3 * (face ^ 1)));
    }
}
