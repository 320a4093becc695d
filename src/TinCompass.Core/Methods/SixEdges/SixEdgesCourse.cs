using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>The last six edges as three stops of a course: oriented, left and right home, the last four.</summary>
public sealed class SixEdgesCourse(Func<SixEdgesPlanner> planner) : ICourseStage
{
    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.IsSolved && position.Hold.ColorAt(Face.D) == focus.Base;

    /// <inheritdoc/>
    public int Unusual(Hold from, IReadOnlyList<Turn> turns) => turns.Count(t => t.Letter is not ('M' or 'U' or 'E'));

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => position.IsSolved;

    /// <summary>What a step is called.</summary>
    public static string Title(SixEdgesGoal goal) => goal switch
    {
        SixEdgesGoal.Oriented => "orient",
        SixEdgesGoal.SidesHome => "left and right",
        _ => "last four",
    };

    /// <summary>How the six edges stand, as far as one hold shows.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) =>
        SixEdgesPosition.TryRead(now, out var read, out _) && read.Rotation.Count == 0
            ? new StageSight([], SixEdgesNotes.Stand(planner().Table, read.Index)) : null;

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var (stops, chosen) = (new List<CourseStop>(), planner());
        while (SixEdgesPosition.TryRead(position, out var read, out _) && !IsDone(position, focus))
        {
            Turn[] lead = [.. read.Rotation];
            Turn[] turns;
            var goal = chosen.Next(read.Index);
            var why = "";
            if (chosen.Ways(read.Index, options.Hands, options.ByTurns) is { Count: > 0 } ways)
            {
                turns = [.. lead, .. ways[0].Step.Turns];
                why = Why(chosen, read.Index, ways[0].Step, [.. ways.Skip(1).Select(o => o.Step)]);
            }
            else
            {
                // All is solved but held otherwise.
                turns = [.. lead, .. Hold.BringingDown(read.Held.Hold.FaceOf(focus.Base))[0].Rotation];
                if (turns.Length == 0) break;
            }

            stops.Add(Stop(chosen.Table, position, focus, goal ?? SixEdgesGoal.Solved, turns, options, why, false));
            position = position.Apply(turns);
        }

        return new StagePlan(stops, [], false);
    }

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        var chosen = planner();
        if (!SixEdgesPosition.TryRead(position, out var read, out _) || chosen.Next(read.Index) is not { } goal) return [];
        var least = chosen.Table.Distance(read.Index, goal);
        var next = goal == SixEdgesGoal.Oriented ? "left and right" : "the last four";
        var groups = new List<WayGroup>
        {
            new(Words.Code(goal), $"{Words.Capital(Title(goal))}: {Words.Turns(least)}",
            [.. chosen.Ways(read.Index, options.Hands, options.ByTurns).Select(w => StageWay.Of([.. read.Rotation, .. w.Step.Turns],
                options.Hands, goal == SixEdgesGoal.Solved ? "solved" : w.Step.Then == 0 ? $"{next} for nothing"
                    : $"then {next} in {w.Step.Then}"))]),
        };
        if (goal != SixEdgesGoal.Solved)
        {
            var all = chosen.Table.Distance(read.Index, SixEdgesGoal.Solved);
            groups.Add(new WayGroup("all", $"All at once: {Words.Turns(all)}",
                [.. chosen.Table.Shortest(read.Index, SixEdgesGoal.Solved, MostAtOnce)
                .Select(w => StageWay.Of([.. read.Rotation, .. w], options.Hands, "solved"))
                .OrderBy(w => w.Time ?? double.PositiveInfinity).Take(MostShown)]));
        }

        var slices = SixEdgesSlices.Find(read.Held, focus.Base);
        if (slices.Count > 0)
            groups.Add(new WayGroup("slices", $"With the E slice: {Words.Turns(slices[0].Count)}", [.. slices
                .Select(w => StageWay.Of([.. read.Rotation, .. w], options.Hands, "solved"))
                .OrderBy(w => w.Time ?? double.PositiveInfinity).Take(MostShown)]));
        return groups;
    }

    private const int MostAtOnce = 60;
    private const int MostShown = 6;

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        if (!SixEdgesPosition.TryRead(position, out var read, out _) || planner() is var chosen && chosen.Next(read.Index) is null)
            return [[.. Plan(position, focus, options, cancel).Stops.Select(s => s.Turns)]];
        IReadOnlyList<Turn>[] steps = [.. chosen.Through(read.Index, options.Hands, options.ByTurns, options.Beam)];
        // All leads to one position: the best is enough, and at its end the base is brought down again.
        steps[0] = [.. read.Rotation, .. steps[0]];
        var end = position.Apply(steps.SelectMany(s => s)).Hold;
        if (end.ColorAt(Face.D) != focus.Base) steps = [.. steps, Hold.BringingDown(end.FaceOf(focus.Base))[0].Rotation];
        return [steps];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        if (!SixEdgesPosition.TryRead(position, out var read, out var refusal)) return (null, refusal);
        var (chosen, written) = (planner(), string.Join(' ', turns));
        if (SixEdgesIndex.IndexOf(position.Apply(turns), out var missing) is not { } end)
            return (null, new StageRefusal("breaks-solved", $"{written} does not leave what stood: {missing}"));
        var goals = Enum.GetValues<SixEdgesGoal>().Where(g => chosen.Table.Distance(end, g) == 0
            && chosen.Table.Distance(read.Index, g) > 0).ToArray();
        if (goals.Length == 0 || chosen.Next(read.Index) is { } needed && !goals.Contains(needed))
            return (null, new StageRefusal("solves-nothing", $"{written} finishes no step of the last six edges."));
        return (Stop(chosen.Table, position, focus, goals[^1], turns, options, "", true), null);
    }

    private static string Why(SixEdgesPlanner planner, int index, SixEdgesStep step, IReadOnlyList<SixEdgesStep> others)
    {
        if (step.Goal == SixEdgesGoal.Solved || planner.Next(planner.After(index, step.Turns)) is not { } next) return "";
        var worst = others.Count == 0 ? step.Then : others.Max(o => o.Then);
        return worst > step.Then ? $"{Title(next)} takes {step.Then} after it; other ways as short leave up to {worst}"
            : $"{Title(next)} takes {step.Then} after it";
    }

    private static CourseStop Stop(SixEdgesTable table, CubeState position, Focus focus, SixEdgesGoal goal, IReadOnlyList<Turn> turns,
        CourseOptions options, string why, bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], made = [.. turns.Skip(lead.Length)];
        var held = position.Apply(lead);
        var trace = new SixEdgesTrace(held, made, table);
        var stand = trace.At[0] is { } index ? SixEdgesNotes.Stand(table, index) : "";
        return new CourseStop(SixEdgesStage.StageId, Title(goal), [focus.Base, focus.Base.Opposite()], "", "", stand, turns,
            turns.Sum(t => Metric.Htm.Cost(t)), options.Hands.Measure(made),
                $"{Words.Turns(turns.Sum(t => Metric.Stm.Cost(t)))} of M and U",
            why, null, SixEdgesNotes.Of(trace), made, isChosen);
    }
}
