using TinCompass.Core.Cube;
using TinCompass.Core.Hands;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>A step of the last six edges: what it brings, its turns, and the fewest turns of the step after it.</summary>
public sealed record SixEdgesStep(SixEdgesGoal Goal, IReadOnlyList<Turn> Turns, int Then);

/// <summary>
/// Plans the last six edges step by step, each with the fewest turns; of those the one after which the next step is best, so that the right
/// way to turn the middle is chosen two steps ahead. Pure; safe for several threads.
/// </summary>
public sealed class SixEdgesPlanner(SixEdgesTable table)
{
    /// <summary>So many ways of a step, and of the one after it, are measured.</summary>
    private const int MostWays = 24;

    /// <summary>The exact distances.</summary>
    public SixEdgesTable Table => table;

    /// <summary>What a position needs first; null when all is solved.</summary>
    public SixEdgesGoal? Next(int index) => table.Distance(index, SixEdgesGoal.Oriented) > 0 ? SixEdgesGoal.Oriented
        : table.Distance(index, SixEdgesGoal.SidesHome) > 0 ? SixEdgesGoal.SidesHome
        : table.Distance(index, SixEdgesGoal.Solved) > 0 ? SixEdgesGoal.Solved : null;

    /// <summary>Ways of the next step, the best with what follows it first; empty when all is solved.</summary>
    public IReadOnlyList<(SixEdgesStep Step, double Cost)> Ways(int index, HandModel hands, bool byTurns)
    {
        if (Next(index) is not { } goal) return [];
        return [.. table.Shortest(index, goal, MostWays).Select(way =>
        {
            var after = After(index, way);
            var (then, cost) = (0, 0.0);
            if (Next(after) is { } next)
            {
                then = table.Distance(after, next);
                cost = byTurns ? way.Count + then : table.Shortest(after, next, MostWays)
                    .Min(w => hands.Measure(way.Concat(w)) ?? double.PositiveInfinity);
            }
            else cost = byTurns ? way.Count : hands.Measure(way) ?? double.PositiveInfinity;
            return (Step: new SixEdgesStep(goal, way, then), Cost: cost);
        }).OrderBy(w => w.Cost).ThenBy(w => byTurns ? hands.Measure(w.Step.Turns) ?? double.PositiveInfinity : w.Step.Then)];
    }

    /// <summary>All steps, each the best with what follows it.</summary>
    public IReadOnlyList<SixEdgesStep> Plan(int index, HandModel hands, bool byTurns)
    {
        var steps = new List<SixEdgesStep>();
        while (Ways(index, hands, byTurns) is { Count: > 0 } ways)
        {
            steps.Add(ways[0].Step);
            index = After(index, ways[0].Step.Turns);
        }

        return steps;
    }

    /// <summary>
    /// The best way through all steps that a beam finds: each step one of the fewest turns, orienting and the sides also in one. STM first,
    /// then relative time, or the other way round.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Through(int index, HandModel hands, bool byTurns, int beam)
    {
        List<(int At, IReadOnlyList<Turn>[] Steps, (double, double) Cost)> kept = [(index, [], default)];
        while (kept.Exists(k => Next(k.At) is not null))
        {
            var next = new List<(int At, IReadOnlyList<Turn>[] Steps, (double, double) Cost)>();
            foreach (var (at, steps, cost) in kept)
            {
                if (Next(at) is not { } goal)
                {
                    next.Add((at, steps, cost));
                    continue;
                }

                SixEdgesGoal[] goals = goal == SixEdgesGoal.Oriented ? [goal, SixEdgesGoal.SidesHome] : [goal];
                foreach (var way in goals.SelectMany(g => table.Shortest(at, g, MostWays)))
                {
                    IReadOnlyList<Turn>[] made = [.. steps, way];
                    next.Add((After(at, way), made, Cost(made)));
                }
            }

            // What is left counts as well: by turns exactly, by time what so many turns take at least.
            kept = [.. next.OrderBy(n => Left(n.At, n.Cost)).ThenBy(n => n.Cost).DistinctBy(n => n.At).Take(Math.Max(1, beam))];
        }

        return kept.Count == 0 ? [] : kept.MinBy(k => k.Cost).Steps;

        double Left(int at, (double First, double) cost)
        {
            var left = table.Distance(at, SixEdgesGoal.Solved);
            return cost.First + (byTurns || left == 0 ? left : hands.LeastFor(left));
        }

        (double, double) Cost(IReadOnlyList<Turn>[] made)
        {
            var (turns, time) = (made.Sum(m => m.Count), hands.Measure(made.SelectMany(m => m)) ?? double.PositiveInfinity);
            return byTurns ? (turns, time) : (time, turns);
        }
    }

    /// <summary>The position after some turns of M and U.</summary>
    public int After(int index, IEnumerable<Turn> turns) => turns.Aggregate(index, (i, t) => table.After(i, Number(t)));

    private static int Number(Turn turn)
    {
        for (var i = 0; i < SixEdgesTable.Turns.Count; i++)
            if (SixEdgesTable.Turns[i] == turn) return i;
        throw new ArgumentException($"{turn} is no turn of M or U", nameof(turn));
    }
}
