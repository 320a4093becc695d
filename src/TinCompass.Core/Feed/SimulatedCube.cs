using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Feed;

/// <summary>The lines of a cube that does not exist: solved, scrambled, solved again by simulated hands.</summary>
public static class SimulatedCube
{
    /// <summary>Whoever times what a simulated cube does keeps it apart under this purpose.</summary>
    public const string Purpose = "simulated cube";

    // Milliseconds: between the turns of the scramble, and from its last to the first of the solve.
    private const int ScrambleGap = 110, Looking = 1_500;

    /// <summary>After so many turns of a solve the cube tells how it stands.</summary>
    private const int StateEvery = 12;

    private const double Charge = 0.8;

    /// <summary>All its lines, numbered from 1, each with the time at which it is to be sent.</summary>
    public static IEnumerable<FeedLine> Lines(Algorithm scramble, TimedTurns solve, string? method = null)
    {
        var (number, at, state) = (0L, 0, CubeState.Solved);
        yield return new FeedLine.Stood(++number, at, state);
        yield return new FeedLine.Battery(++number, at, Charge);
        yield return new FeedLine.Asked(++number, at, scramble, method);
        foreach (var turn in scramble.Turns)
        {
            state = state.Apply(turn);
            yield return new FeedLine.Turned(++number, at += ScrambleGap, turn);
        }

        var begin = at + Looking;
        for (var i = 0; i < solve.Turns.Count; i++)
        {
            state = state.Apply(solve.Turns[i]);
            yield return new FeedLine.Turned(++number, begin + (solve.Ms?[i] ?? i * ScrambleGap), solve.Turns[i]);
            if ((i + 1) % StateEvery == 0 || i == solve.Turns.Count - 1)
                yield return new FeedLine.Stood(++number, begin + (solve.Ms?[i] ?? i * ScrambleGap), state);
        }
    }
}
