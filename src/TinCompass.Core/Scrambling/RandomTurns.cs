using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Scrambling;

/// <summary>
/// A scramble of random face turns in the fixed order of <see cref="TurnOrder"/>, so that no turn cancels with a neighbour.
/// Positions are not exactly equally likely; 25 turns mix well enough for planning crosses.
/// </summary>
public static class RandomTurns
{
    /// <summary>The usual number of turns.</summary>
    public const int UsualLength = 25;

    /// <summary>Draws <paramref name="length"/> turns from a source of random numbers (an exclusive bound in, a number from 0 out).</summary>
    public static Algorithm Draw(Func<int, int> next, int length = UsualLength)
    {
        ArgumentNullException.ThrowIfNull(next);
        var turns = new Turn[length];
        var allowed = TurnOrder.All;
        for (var i = 0; i < length; i++)
        {
            int turn;
            do turn = next(Turn.FaceTurnCount);
            while ((allowed >> turn & 1) == 0);
            turns[i] = Turn.FromIndex(turn);
            allowed = TurnOrder.AllowedAfter[turn];
        }

        return new Algorithm(turns);
    }
}
