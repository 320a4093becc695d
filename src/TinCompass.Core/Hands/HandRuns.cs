using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>Pieces of solves that were turned without a pause: what a cube that reports tells of hands.</summary>
public static class HandRuns
{
    /// <summary>Shorter ones tell next to nothing.</summary>
    private const int Fewest = 6;

    // So long a wait is a pause, whatever the pace: a half of a second, or so many times the wait in the middle.
    private const int LeastPause = 500;
    private const double PauseToMiddle = 2.5;

    /// <summary>
    /// The runs of a solve: between pauses, without turns that were taken back and without turning the whole cube (no cube reports when
    /// that was).
    /// </summary>
    /// <param name="turns">The turns of the solve.</param>
    /// <param name="ms">When each was done.</param>
    public static IReadOnlyList<HandTiming> Of(IReadOnlyList<Turn> turns, IReadOnlyList<int> ms)
    {
        if (turns.Count < Fewest) return [];
        int[] waits = [.. ms.Skip(1).Zip(ms, (b, a) => b - a).Order()];
        var pause = Math.Max(LeastPause, PauseToMiddle * waits[waits.Length / 2]);
        var (runs, from) = (new List<HandTiming>(), 0);
        for (var at = 1; at <= turns.Count; at++)
        {
            if (at < turns.Count && ms[at] - ms[at - 1] <= pause && turns[at] != turns[at - 1].Inverse
                && turns[at].Kind != TurnKind.Rotation && turns[at - 1].Kind != TurnKind.Rotation) continue;
            if (at - from >= Fewest && ms[at - 1] > ms[from])
                runs.Add(new HandTiming(string.Join(' ', turns.Take(at).Skip(from)), [.. turns.Take(at).Skip(from)],
                    (ms[at - 1] - ms[from]) / 1000.0, TimedBy.Solving));
            from = at;
        }

        return runs;
    }
}
