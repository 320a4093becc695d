using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>
/// Checks own turns as the stage's judge does, and holds them against our own plan before anything is called a mistake: what the planner
/// makes by the same options, and what costs no more by them, is not one. So plan and check have one cost.
/// </summary>
public static class PlanCheck
{
    private const double Rounding = 1e-6;

    /// <summary>Checks a whole sequence from the hold of a position that the stage does not refuse.</summary>
    /// <param name="stage">The stage.</param>
    /// <param name="position">The position.</param>
    /// <param name="focus">The cross colour, and the part where the stage has parts.</param>
    /// <param name="turns">The turns, rotations at the beginning included.</param>
    /// <param name="options">How the solver plans.</param>
    /// <param name="isKnown">
    /// The options are the solver's; else only the hands are known, and what any order or wish would plan counts as planned.
    /// </param>
    /// <param name="cancel">Stops the searches.</param>
    public static StageJudgement Check(this IStage stage, CubeState position, Focus focus, IReadOnlyList<Turn> turns,
        CourseOptions options, bool isKnown, CancellationToken cancel = default)
    {
        var judged = stage.Judge(position, focus, turns, options, cancel);
        if (!judged.FindsFault || judged.IsBroken || stage.Course is not { } course) return judged;
        // A plan never has moves that cancel, however quick the rest is.
        if (SpareTurns.Runs(turns).Any()) return judged;
        var begun = Beginning(stage, position, focus, options.Arrived);
        return (isKnown ? [options] : Ways(course, options)).Any(o => IsAsPlanned(course, position, focus, turns, o, judged, cancel)
                || (begun is { } at && IsRestOf(course, at.Start, focus, at.Since, turns, o, cancel)))
            ? judged.AsPlanned() : judged;
    }

    /// <summary>Judges by somebody's hands, least time first.</summary>
    public static StageJudgement Judge(this IStage stage, CubeState position, Focus focus, IReadOnlyList<Turn> turns, HandModel hands,
        IReadOnlyList<Turn>? made = null, CancellationToken cancel = default) => stage.Judge(position, focus, turns,
        new CourseOptions(hands, false, false, CourseOptions.UsualBeam) { Arrived = made ?? [] }, cancel);

    /// <summary>All orders, without wishes and with each wish of the stage.</summary>
    private static IEnumerable<CourseOptions> Ways(ICourseStage course, CourseOptions options) =>
        from wishes in course.Wishes.Select(w => (string[])[w]).Prepend([])
        from byTurns in new[] { options.ByTurns, !options.ByTurns }
        select options with { ByTurns = byTurns, Wishes = wishes };

    private static bool IsAsPlanned(ICourseStage course, CubeState position, Focus focus, IReadOnlyList<Turn> turns,
        CourseOptions options, StageJudgement judged, CancellationToken cancel)
    {
        var (made, own) = (new List<Turn>(), Faces(turns));
        for (var stage = course; stage is not null; stage = stage.Following)
        {
            var before = position.Apply(made);
            if (stage.IsDone(before, focus)) continue;
            foreach (var stop in stage.Plan(before, focus, options with { Arrived = [.. options.Arrived, .. made] }, cancel).Stops)
            {
                made.AddRange(stop.Turns);
                if (Faces(made).SequenceEqual(own) && Htm(turns) <= Htm(made) && Rotations(turns) <= Rotations(made)) return true;
            }

            if (made.Count == 0 || !stage.IsDone(position.Apply(made), focus)) return false;
            // No further than this stage: as good as the plan to its end.
            if (stage.IsDone(position.Apply(turns), focus) && stage.Following?.IsDone(position.Apply(turns), focus) != true
                && Cost(turns, options, judged) <= Cost(made, options, judged) + Rounding
                && (!options.ByTurns || Rotations(turns) <= Rotations(made))) return true;
        }

        return false;
    }

    /// <summary>
    /// Where the stage began, of moves that have made some of it already: the first of the positions from which it does not refuse, and the
    /// moves since. Null where it begins only here.
    /// </summary>
    private static (CubeState Start, IReadOnlyList<Turn> Since)? Beginning(IStage stage, CubeState position, Focus focus,
        IReadOnlyList<Turn> arrived)
    {
        (CubeState, IReadOnlyList<Turn>)? start = null;
        var state = position;
        for (var from = arrived.Count - 1; from >= 0; from--)
        {
            state = state.Apply(arrived[from].Inverse);
            if (stage.Refuses(state, focus) is null) start = (state, [.. arrived.Skip(from)]);
        }

        return start;
    }

    /// <summary>A plan from where the stage began has these moves after those that were made: as it goes on, it was planned.</summary>
    private static bool IsRestOf(ICourseStage course, CubeState start, Focus focus, IReadOnlyList<Turn> since, IReadOnlyList<Turn> turns,
        CourseOptions options, CancellationToken cancel)
    {
        var plan = course.Plan(start, focus, options with { Arrived = [.. options.Arrived.SkipLast(since.Count)] }, cancel);
        var (made, wanted) = (new List<Turn>(), Faces([.. since, .. turns]));
        foreach (var stop in plan.Stops)
        {
            made.AddRange(stop.Turns);
            if (made.Count >= since.Count && made.Take(since.Count).SequenceEqual(since) && Faces(made).SequenceEqual(wanted)) return true;
        }

        return false;
    }

    private static double Cost(IReadOnlyList<Turn> turns, CourseOptions options, StageJudgement judged)
    {
        if (!options.ByTurns) return options.Hands.MeasureAfter(options.Arrived, turns) ?? double.PositiveInfinity;
        var metric = judged.PartMetric == "STM" ? Metric.Stm : Metric.Htm;
        return turns.Sum(t => metric.Cost(t));
    }

    private static int Rotations(IEnumerable<Turn> turns) =>
        turns.SkipWhile(t => t.Kind == TurnKind.Rotation).Count(t => t.Kind == TurnKind.Rotation);

    private static int Htm(IEnumerable<Turn> turns) => turns.Sum(t => Metric.Htm.Cost(t));

    private static IReadOnlyList<Turn> Faces(IEnumerable<Turn> turns) => HandModel.FaceTurns(turns);
}
