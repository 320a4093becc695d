using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>Own last six edges judged, in turns of M and U (STM: a half turn, a slice counts one).</summary>
/// <param name="Read">The steps they are cut into.</param>
/// <param name="Used">STM of all of it.</param>
/// <param name="LeftToDo">The fewest turns that are left at the end; null when blocks or corners do not stand.</param>
/// <param name="FromStart">The fewest turns of all at once.</param>
/// <param name="Mistake">The first turn (from 1) that cost something.</param>
/// <param name="Broken">What does not stand at the end, in a sentence.</param>
/// <param name="Told">What its turns do.</param>
public sealed record SixEdgesJudgement(
    IReadOnlyList<JudgedPart> Read, int Used, int? LeftToDo, int FromStart, int? Mistake, string Broken,
    IReadOnlyList<StageNote> Told) : StageJudgement
{
    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes => Told;

    /// <inheritdoc/>
    public override bool IsDone => Read.Count > 0;

    /// <inheritdoc/>
    public override int Turns => Used;

    /// <inheritdoc/>
    public override int Best => Read.Count > 0 ? Read.Sum(p => p.Least) : FromStart;

    /// <inheritdoc/>
    public override int OverBest => Read.Count > 0 ? Read.Sum(p => p.Over) : Math.Max(0, Used + (LeftToDo ?? FromStart) - FromStart);

    /// <inheritdoc/>
    protected override int? Costly => Mistake;

    /// <inheritdoc/>
    public override bool IsBroken => LeftToDo is null;

    /// <inheritdoc/>
    public override IReadOnlyList<JudgedPart> Parts => Read;

    /// <inheritdoc/>
    public override string PartMetric => "STM";

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => Read.Count > 0 && LeftToDo == 0 && FromStart < Used
        ? [$"All at once takes at least {FromStart} STM."] : [];

    /// <inheritdoc/>
    public override string Verdict => IsBroken ? Broken
        : Read.Count == 0 ? $"No step is done; {LeftToDo} STM are left at least."
        : $"{(LeftToDo == 0 ? "Solved" : Words.Capital(Words.Join(Read.Select(p => p.Title))))} in {Used} STM"
            + (OverBest == 0 ? ": no step of it is shorter." : $"; step by step {Best} {(Best == 1 ? "is" : "are")} enough.");
}

/// <summary>
/// Judges the last six edges: cut where a step stands for good so that the fewest turns are over, each step against its exact fewest.
/// </summary>
public static class SixEdgesJudge
{
    /// <summary>Judges turns from a position held with the blocks down.</summary>
    public static SixEdgesJudgement Judge(SixEdgesPlanner planner, SixEdgesPosition start, IReadOnlyList<Turn> turns, HandModel hands)
    {
        var (trace, table) = (new SixEdgesTrace(start.Held, turns, planner.Table), planner.Table);
        int Cost(int from, int to) => turns.Skip(from).Take(to - from).Sum(t => Metric.Stm.Cost(t));
        var end = trace.At[^1];
        // Where a step comes to stand, for good or for now, and last what stands at the end.
        var final = Enum.GetValues<SixEdgesGoal>().Where(g => trace.GoalSince[(int)g] <= turns.Count
            && table.Distance(start.Index, g) > 0)
            .Select(g => (Goal: g, At: trace.GoalSince[(int)g])).OrderBy(g => g.At).ThenBy(g => g.Goal).ToArray();
        (SixEdgesGoal Goal, int At)[] goals = final.Length == 0 ? [] :
        [
            .. from g in Enum.GetValues<SixEdgesGoal>()
               from t in Enumerable.Range(1, final[^1].At)
               where (g, t) != final[^1] && Has(t, g) && !Has(t - 1, g)
               select (g, t),
            final[^1],
        ];
        var parts = end is null ? [] : JudgedPart.Kindest([.. goals.Select(g => g.At)],
            (goal, from, to) => trace.At[from] is { } at ? Part(at, goals[goal].Goal, from, to) : null);
        _ = SixEdgesIndex.IndexOf(start.Held.Apply(turns), out var missing);
        return new SixEdgesJudgement(parts, Cost(0, turns.Count), end is { } last ? table.Distance(last, SixEdgesGoal.Solved) : null,
            table.Distance(start.Index, SixEdgesGoal.Solved), Mistake(), missing.Length > 0 ? missing
                : "At the end the blocks do not stand.",
            SixEdgesNotes.Of(trace));

        bool Has(int at, SixEdgesGoal goal) => trace.At[at] is { } here && table.Distance(here, goal) == 0;

        JudgedPart Part(int at, SixEdgesGoal goal, int from, int to)
        {
            var (least, used) = (table.Distance(at, goal), Cost(from, to));
            return new JudgedPart(SixEdgesCourse.Title(goal), from, to, used, least, used <= least ? []
                : table.Shortest(at, goal, 40).MinBy(w => hands.Measure(w) ?? double.PositiveInfinity) ?? []);
        }

        int? Mistake()
        {
            if (parts.FirstOrDefault(p => p.Over > 0) is not { } part) return null;
            var goal = goals.Last(g => g.At == part.To && table.Distance(trace.At[part.From]!.Value, g.Goal) == part.Least).Goal;
            for (var i = part.From; i < part.To; i++)
                if (trace.At[i + 1] is not { } at || Cost(part.From, i + 1) + table.Distance(at, goal) > part.Least) return i + 1;
            return part.To;
        }
    }
}
