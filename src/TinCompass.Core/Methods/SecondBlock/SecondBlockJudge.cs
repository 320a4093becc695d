using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>An own second block judged, in turns of R, r, M and U (a half turn, a slice, a wide turn counts one).</summary>
/// <param name="Read">The parts it is cut into.</param>
/// <param name="Used">Turns of all of it.</param>
/// <param name="LeftToDo">The fewest turns that are left at the end; null when the first block does not stand there.</param>
/// <param name="FromStart">The fewest turns of the whole block from where it began.</param>
/// <param name="Mistake">The first turn (from 1) that took it no nearer than it might.</param>
/// <param name="Broken">What of the first block does not stand at the end.</param>
/// <param name="Said">What else there is to say.</param>
/// <param name="Told">What its turns do.</param>
public sealed record SecondBlockJudgement(
    IReadOnlyList<JudgedPart> Read, int Used, int? LeftToDo, int FromStart, int? Mistake, IReadOnlyList<string> Broken,
    IReadOnlyList<string> Said, IReadOnlyList<StageNote> Told) : StageJudgement
{
    /// <inheritdoc/>
    public override IReadOnlyList<StageNote> Notes => Told;

    /// <inheritdoc/>
    public override bool IsDone => Read.Count > 0 && !IsBroken;

    /// <inheritdoc/>
    public override int Turns => Used;

    /// <inheritdoc/>
    public override int Best => Read.Count > 0 ? Read.Sum(p => Math.Min(p.Used, p.Least)) : FromStart;

    /// <inheritdoc/>
    public override int OverBest => Read.Count > 0 ? Read.Sum(p => Math.Max(0, p.Over))
        : Math.Max(0, Used + (LeftToDo ?? FromStart) - FromStart);

    /// <inheritdoc/>
    protected override int? Costly => Mistake;

    /// <inheritdoc/>
    public override bool IsBroken => LeftToDo is null;

    /// <inheritdoc/>
    public override IReadOnlyList<JudgedPart> Parts => Read;

    /// <inheritdoc/>
    public override IReadOnlyList<string> Hints => Said;

    /// <inheritdoc/>
    public override string PartMetric => "turns";

    /// <inheritdoc/>
    public override string Verdict
    {
        get
        {
            if (IsBroken) return Broken.Count > 0 ? $"The first block does not stand at the end: {Words.Join(Broken)}."
                : "At the end the first block is not at the left.";
            if (Read.Count == 0)
                return $"No part of the second block stands yet; all of it takes {Words.Turns(LeftToDo!.Value)} from here.";
            var done = LeftToDo == 0 ? "Second block" : Words.Capital(Words.Join(Read.Select(p => p.Title)));
            if (LeftToDo == 0 && Used < FromStart)
                return $"{done} in {Words.Turns(Used)}; R, r, M and U alone need {FromStart}.";
            return OverBest == 0 ? $"{done} in {Words.Turns(Used)}: no part of it is shorter."
                : $"{done} in {Words.Turns(Used)}; part by part {Best} {(Best == 1 ? "is" : "are")} enough.";
        }
    }
}

/// <summary>
/// Judges own second blocks: cut where something stands for good so that the fewest turns are over, each part against the exact fewest
/// turns that bring the same. The steps of a plan are among these, so none of it is a mistake.
/// </summary>
public static class SecondBlockJudge
{
    /// <summary>Judges turns from where the first block stands at the left.</summary>
    public static SecondBlockJudgement Judge(SecondBlockPlanner planner, FirstBlockDone start, IReadOnlyList<Turn> turns, HandModel hands,
        CancellationToken cancel = default)
    {
        var (trace, table) = (new SecondBlockTrace(start, turns), planner.Table);
        int Cost(int from, int to) => turns.Skip(from).Take(to - from).Sum(t => Metric.Stm.Cost(t));
        var stands = trace.LeftStands[^1];
        // Where a goal comes to stand, for good or for now, and last what stands at the end.
        var final = Enum.GetValues<SecondBlockGoal>()
            .Where(g => trace.GoalSince[(int)g] <= turns.Count && table.Distance(start.Right, g) > 0)
            .Select(g => (Goal: g, At: trace.GoalSince[(int)g])).OrderBy(g => g.At)
                .ThenBy(g => table.Distance(start.Right, g.Goal)).ToArray();
        (SecondBlockGoal Goal, int At)[] goals = final.Length == 0 ? [] :
        [
            .. from g in Enum.GetValues<SecondBlockGoal>()
               from t in Enumerable.Range(1, final[^1].At)
               where (g, t) != final[^1] && trace.LeftStands[t] && Has(t, g) && !Has(t - 1, g)
               select (g, t),
            final[^1],
        ];
        var parts = !stands ? [] : JudgedPart.Kindest([.. goals.Select(g => g.At)],
            (goal, from, to) => trace.LeftStands[from] && trace.Rights[from] is { } at ? Part(at, goals[goal].Goal, from, to) : null);
        var left = stands && trace.Rights[^1] is { } end ? table.Distance(end, SecondBlockGoal.Block) : (int?)null;
        var frame = start.Frame;
        return new SecondBlockJudgement(
            parts, Cost(0, turns.Count), left, FromStart(), Mistake(), stands ? []
                : trace.Rights[^1] is null ? [] : FirstBlock.Blocks.LeftMissing(trace.Seen[^1], frame), [.. Hints()],
                    SecondBlockNotes.Of(trace));

        int FromStart() => table.Distance(start.Right, SecondBlockGoal.Block);

        bool Has(int at, SecondBlockGoal goal) => trace.Rights[at] is { } here && table.Distance(here, goal) == 0;

        JudgedPart Part(SecondBlockPosition at, SecondBlockGoal goal, int from, int to)
        {
            var (least, used) = (table.Distance(at, goal), Cost(from, to));
            return new JudgedPart(SecondBlockWords.Title(goal, SecondBlockWords.Stands(table, at)), from, to, used, least,
                used <= least ? [] : planner.Ways(at, goal, 0, cancel).Take(40)
                    .MinBy(w => hands.Measure(w) ?? double.PositiveInfinity) ?? []);
        }

        int? Mistake()
        {
            if (parts.FirstOrDefault(p => p.Over > 0) is not { } part) return null;
            var from = trace.Rights[part.From]!.Value;
            var goal = goals.First(g => g.At == part.To && table.Distance(from, g.Goal) == part.Least).Goal;
            for (var i = part.From; i < part.To; i++)
                if (trace.Rights[i + 1] is not { } at || Cost(part.From, i + 1) + table.Distance(at, goal) > part.Least) return i + 1;
            return part.To;
        }

        IEnumerable<string> Hints()
        {
            for (var i = 0; i < turns.Count; i++)
            {
                // Who takes no more turns for all of it than R, r, M and U need has lost nothing by that.
                if (trace.LeftStands[i] && !trace.LeftStands[i + 1] && !(left == 0 && Cost(0, turns.Count) <= FromStart()))
                    yield return $"Turn {i + 1}, {turns[i]}, takes the first block apart"
                        + (stands ? ": R, r, M and U alone leave it." : ".");
                if (turns[i].Kind == TurnKind.Rotation && trace.Rights[0] is not null)
                    yield return $"Turn {i + 1}, {turns[i]}, turns the whole cube: M or r does what it is for.";
            }

            foreach (var part in parts.Where(p => p.Over > 0))
            {
                if (trace.Rights[part.From] is not { } at) continue;
                var stood = SecondBlockWords.Stands(table, at);
                var other = part.Title == "front pair" ? SecondBlockGoal.BackSquare : part.Title == "back pair"
                    ? SecondBlockGoal.FrontSquare
                    : (SecondBlockGoal?)null;
                if (other is { } g && (stood >> (int)g & 1) == 0 && table.Distance(at, g) < part.Least)
                    yield return $"The {SecondBlockWords.Title(g, stood)} was nearer there: {Words.Turns(table.Distance(at, g))}, "
                        + $"not {part.Least}.";
            }
        }
    }
}
