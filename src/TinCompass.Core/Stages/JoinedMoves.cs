using TinCompass.Core.Cube;

namespace TinCompass.Core.Stages;

/// <summary>A move in which the end of one step and the beginning of a later one meet.</summary>
/// <param name="From">The step that ended with the first of them, from 0.</param>
/// <param name="To">The step that began with the second: the joined move belongs to it.</param>
/// <param name="First">The move of the first step; what was joined before counts.</param>
/// <param name="Second">The move of the second step.</param>
/// <param name="Together">Both at once; null when they undo each other.</param>
public sealed record JoinedMove(int From, int To, Turn First, Turn Second, Turn? Together);

/// <summary>
/// The steps of a plan as they are made one after the other: moves of one layer in which two steps meet are one move, which belongs to the
/// later step. What lies between them may turn about the same axis: R L | R' is L, and U y | U' is y.
/// </summary>
/// <param name="Steps">The moves of each step.</param>
/// <param name="Joined">What was joined, in the order in which the moves are made.</param>
public sealed record JoinedMoves(IReadOnlyList<IReadOnlyList<Turn>> Steps, IReadOnlyList<JoinedMove> Joined)
{
    /// <summary>All moves.</summary>
    public IReadOnlyList<Turn> All { get; } = [.. Steps.SelectMany(s => s)];

    /// <summary>Joins the moves of steps, each planned as if it were alone.</summary>
    public static JoinedMoves Of(IReadOnlyList<IReadOnlyList<Turn>> steps)
    {
        var (made, joined) = (new List<(Turn Turn, int Step)>(), new List<JoinedMove>());
        for (var step = 0; step < steps.Count; step++)
            foreach (var turn in steps[step])
            {
                var at = MeetsAt(made, turn, step);
                if (at < 0)
                {
                    made.Add((turn, step));
                    continue;
                }

                var (first, from) = made[at];
                made.RemoveAt(at);
                Turn? together = (first.Quarters + turn.Quarters) % 4 is > 0 and var quarters
                    ? Turn.FromIndex((turn.Index / 3 * 3) + quarters - 1) : null;
                joined.Add(new JoinedMove(from, step, first, turn, together));
                if (together is { } one) made.Add((one, step));
            }

        return new JoinedMoves(
            [.. Enumerable.Range(0, steps.Count).Select(s => (Turn[])[.. made.Where(m => m.Step == s).Select(m => m.Turn)])], joined);
    }

    /// <summary>The move of an earlier step that this one meets; −1 when there is none.</summary>
    private static int MeetsAt(List<(Turn Turn, int Step)> made, Turn turn, int step)
    {
        for (var i = made.Count - 1; i >= 0 && made[i].Turn.Axis == turn.Axis; i--)
            if (made[i].Turn.Letter == turn.Letter) return made[i].Step < step ? i : -1;
        return -1;
    }
}
