using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>How a time was taken.</summary>
public enum TimedBy
{
    /// <summary>By a key: the way from the key to the cube and back is in the time.</summary>
    Key,

    /// <summary>By a cube that reports: from the end of the first turn to the end of the last.</summary>
    Cube,

    /// <summary>The same, of turns within a solve, between two pauses: the eyes are busy meanwhile.</summary>
    Solving,
}

/// <summary>What a solver's hands took for a sequence.</summary>
/// <param name="Sequence">The sequence once, as it is written: what is timed again is known by it.</param>
/// <param name="Turns">The turns that were made: the sequence, several times over.</param>
/// <param name="Seconds">What they took.</param>
/// <param name="By">How it was taken.</param>
public sealed record HandTiming(string Sequence, IReadOnlyList<Turn> Turns, double Seconds, TimedBy By)
{
    /// <summary>So often a sequence is turned for one time.</summary>
    public const int Times = 5;

    /// <summary>
    /// Whether a sequence can be turned several times without a turn less: where its end and its beginning cancel, nobody knows what was
    /// turned.
    /// </summary>
    public static bool CanRepeat(IReadOnlyList<Turn> sequence) =>
        HandModel.FaceTurns([.. sequence, .. sequence]).Count == 2 * HandModel.FaceTurns(sequence).Count;

    /// <summary>A sequence turned <see cref="Times"/> times.</summary>
    public static HandTiming Of(IReadOnlyList<Turn> sequence, double seconds, TimedBy by) =>
        new(string.Join(' ', sequence), [.. Enumerable.Repeat(sequence, Times).SelectMany(t => t)], seconds, by);
}
