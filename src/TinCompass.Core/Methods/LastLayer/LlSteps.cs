using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A part of an own sequence that brought the last layer further: which set it did, and its turns.</summary>
/// <param name="Set">The set that it did: both at once is told as two sets in one step.</param>
/// <param name="And">The second set, when it did two at once.</param>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Before">The last layer before it.</param>
/// <param name="After">The last layer after it.</param>
public sealed record LlStep(LlSet Set, LlSet? And, int From, int To, LlState Before, LlState After);

/// <summary>Cuts an own last layer where it came further with the first two layers standing.</summary>
public static class LlSteps
{
    /// <summary>The steps of a sequence from a position held with the base down.</summary>
    public static IReadOnlyList<LlStep> Of(CubeState held, LlState start, IReadOnlyList<Turn> turns)
    {
        var (steps, from, before, state) = (new List<LlStep>(), 0, start, held);
        for (var i = 0; i < turns.Count; i++)
        {
            state = state.Apply(turns[i]);
            // A turn of the top alone brings nothing further but the very end.
            if (state.Hold.ColorAt(Face.D) != held.Hold.ColorAt(Face.D) || LlState.Of(state) is not { } now) continue;
            if (Done(before, now, steps.Exists(s => s.Set is LlSet.Eoll), steps.Exists(s => s.Set is LlSet.Cpll)) is not { } set) continue;
            if (steps.Count > 0 && !steps[^1].Set.Orients() && before.IsSolvedButTop && turns.Skip(from).Take(i + 1 - from)
                .All(t => t.Letter == 'U'))
            {
                // The turn of the top that ends it all belongs to what permuted before it.
                steps[^1] = steps[^1] with { To = i + 1, After = now };
            }
            else
            {
                LlSet? and = set.Orients() && now.IsSolvedButTop ? LlSet.Pll : null;
                steps.Add(new LlStep(set, and, from, i + 1, before, now));
            }

            (from, before) = (i + 1, now);
        }

        return steps;
    }

    /// <summary>
    /// What brought one last layer to another: the set that is done after and was not before; null when it came no further. Seen in one
    /// look unless it is the second of two. That only the top was turned home is told as <see cref="LlSet.Pll"/>.
    /// </summary>
    public static LlSet? Done(LlState before, LlState after, bool orientsInTwo, bool permutesInTwo)
    {
        var (was, now) = (Far(before), Far(after));
        if (now <= was) return null;
        if (was < 2 && now >= 2) return was == 1 && orientsInTwo ? LlSet.Ocll : LlSet.Oll;
        if (was < 2) return LlSet.Eoll;
        return now == 3 ? LlSet.Cpll : was == 3 && permutesInTwo ? LlSet.Epll : LlSet.Pll;
    }

    /// <summary>How far a last layer is: edges up 1, all up 2, corners placed 3, all placed but the top's turn 4, solved 5.</summary>
    public static int Far(LlState state) => state == LlState.Solved ? 5 : !state.IsOriented ? (state.Flips == 0 ? 1 : 0)
        : state.IsSolvedButTop ? 4 : LlSet.Cpll.IsDone(state) ? 3 : 2;
}
