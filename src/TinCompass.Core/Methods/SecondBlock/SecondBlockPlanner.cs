using TinCompass.Core.Cube;
using TinCompass.Core.Hands;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>A step of a second block: what stands after it, from where, by which turns.</summary>
public sealed record SecondBlockStep(SecondBlockGoal Goal, SecondBlockPosition From, IReadOnlyList<Turn> Turns);

/// <summary>A second block planned.</summary>
/// <param name="Order">The order of its steps, as a code: base-front-back, base-back-front, square-pair.</param>
/// <param name="Steps">Step by step; what stood already is left out.</param>
/// <param name="Length">Turns of R, r, M, U; a half turn counts one.</param>
/// <param name="Time">Relative time of all of it; null when a turn is avoided.</param>
public sealed record SecondBlockPlan(string Order, IReadOnlyList<SecondBlockStep> Steps, int Length, double? Time)
{
    /// <summary>What it costs: turns, then time, or the other way round.</summary>
    public (double, double) Cost(bool byTurns) => byTurns ? (Length, Time ?? double.PositiveInfinity)
        : (Time ?? double.PositiveInfinity, Length);
}

/// <summary>
/// Plans second blocks by a beam over the orders of their steps; each step is one of the fewest turns. Pure; safe for several threads.
/// </summary>
public sealed class SecondBlockPlanner(SecondBlockTable table)
{
    /// <summary>So many ways of a step are measured.</summary>
    private const int MostWays = 48;

    private static readonly (string Order, SecondBlockGoal[] Goals)[] Orders =
    [
        ("base-front-back", [SecondBlockGoal.BaseEdge, SecondBlockGoal.FrontSquare, SecondBlockGoal.Block]),
        ("base-back-front", [SecondBlockGoal.BaseEdge, SecondBlockGoal.BackSquare, SecondBlockGoal.Block]),
        ("square-pair", [SecondBlockGoal.FrontSquare, SecondBlockGoal.Block]),
        ("square-pair", [SecondBlockGoal.BackSquare, SecondBlockGoal.Block]),
    ];

    private readonly SecondBlockSearch search = new(table);

    /// <summary>The exact distances.</summary>
    public SecondBlockTable Table => table;

    /// <summary>Every way of a step with the fewest turns, and some longer.</summary>
    public IEnumerable<IReadOnlyList<Turn>> Ways(SecondBlockPosition position, SecondBlockGoal goal, int slack, CancellationToken cancel) =>
        Enumerable.Range(0, slack + 1).SelectMany(longer => search.Find(position, goal, table.Distance(position, goal) + longer, cancel));

    /// <summary>The best plan, and the best of each order, the best first.</summary>
    public IReadOnlyList<SecondBlockPlan> Plan(SecondBlockPosition start, HandModel hands, bool byTurns, int beam,
        CancellationToken cancel = default) =>
        [.. Orders.Select(o => Along(start, o.Order, o.Goals, hands, byTurns, Math.Max(1, beam), cancel))
            .OrderBy(p => p.Cost(byTurns)).DistinctBy(p => p.Order)];

    /// <summary>The best plans that end with different positions, of all orders.</summary>
    public IReadOnlyList<SecondBlockPlan> Ends(SecondBlockPosition start, HandModel hands, bool byTurns, int beam, int most,
        CancellationToken cancel) => [.. Orders.SelectMany(o => Kept(start, o.Order, o.Goals, hands, byTurns, Math.Max(1, beam), cancel))
        .OrderBy(p => p.Cost(byTurns)).Take(most)];

    private SecondBlockPlan Along(SecondBlockPosition start, string order, SecondBlockGoal[] goals, HandModel hands, bool byTurns, int beam,
        CancellationToken cancel) => Kept(start, order, goals, hands, byTurns, beam, cancel)[0];

    private List<SecondBlockPlan> Kept(SecondBlockPosition start, string order, SecondBlockGoal[] goals, HandModel hands, bool byTurns,
        int beam, CancellationToken cancel)
    {
        List<(SecondBlockPlan Plan, SecondBlockPosition At, List<Turn> Made)> kept = [(new SecondBlockPlan(order, [], 0, 0), start, [])];
        foreach (var goal in goals)
        {
            var next = new List<(SecondBlockPlan Plan, SecondBlockPosition At, List<Turn> Made)>();
            foreach (var (plan, at, made) in kept)
            {
                // A square that stands by chance is not given up for the other one: what is left is one step then.
                if (table.Distance(at, goal) == 0 || !Keeps(SecondBlockWords.Stands(table, at), goal))
                {
                    next.Add((plan, at, made));
                    continue;
                }

                foreach (var way in search.Shortest(at, goal, cancel).Take(MostWays))
                {
                    List<Turn> all = [.. made, .. way];
                    next.Add((new SecondBlockPlan(order, [.. plan.Steps, new SecondBlockStep(goal, at, way)], all.Count,
                        hands.Measure(all)),
                        way.Aggregate(at, (p, t) => p.After(NumberOf(t))), all));
                }
            }

            // What lies outside the block is not looked at until it stands: then each way leads elsewhere.
            var ordered = next.OrderBy(n => n.Plan.Cost(byTurns));
            kept = [.. (goal == goals[^1] ? ordered : ordered.DistinctBy(n => n.At)).Take(beam)];
        }

        return kept.ConvertAll(k => k.Plan);
    }

    /// <summary>A step to a goal keeps what stands, given as bits: all of it is part of the goal.</summary>
    internal static bool Keeps(uint stood, SecondBlockGoal goal) => (stood & ~(goal switch
    {
        SecondBlockGoal.BaseEdge => 1u,
        SecondBlockGoal.FrontSquare => 0b11u,
        SecondBlockGoal.BackSquare => 0b101u,
        _ => 0b1111u,
    })) == 0;

    /// <summary>The number of a turn among <see cref="SecondBlockTable.Turns"/>.</summary>
    public static int NumberOf(Turn turn) => Numbers[turn.Index];

    private static readonly int[] Numbers = [.. Enumerable.Range(0, Turn.Count).Select(i =>
        SecondBlockTable.Turns.ToList().FindIndex(t => t.Index == i))];
}
