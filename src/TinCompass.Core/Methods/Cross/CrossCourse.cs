using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>The cross as the first stop of a course: it ends with the cross standing and the base down.</summary>
public sealed class CrossCourse(CrossTools tools) : ICourseStage
{
    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        position.Hold.ColorAt(Face.D) == focus.Base && tools.Planner.Distance(position, focus.Base) == 0;

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => tools.Planner.Distance(position, focus.Base) == 0;

    /// <inheritdoc/>
    public StageSight Sight(CubeState before, CubeState now, CubeState after, Focus focus) =>
        StageSight.Of(now, Missing(now, focus.Base).Except(Missing(after, focus.Base)).Select(side => (Color[])[focus.Base, side]));

    /// <inheritdoc/>
    public CourseStop Standing(CubeState position, Focus focus) => Stop(position, focus, [], null, false);

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var planned = tools.Planner.Plan(
            position, focus.Base, new CrossPlanOptions(
                Order: options.ByTurns ? PlanOrder.Turns : PlanOrder.Time)
            { Hands = options.Hands }, cancel).Groups[0].Plans[0].Solution;
        return new StagePlan([Stop(position, focus, [.. planned.All], options.Hands, false)], [], false);
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        var order = options.ByTurns ? PlanOrder.Turns : PlanOrder.Time;
        return [.. tools.Planner.Plan(position, focus.Base, new CrossPlanOptions(1, order) { Hands = options.Hands }, cancel).Groups
            .SelectMany(g => g.Plans).Select(p => p.Solution).OrderBy(s => options.ByTurns ? s.All.Count() : s.Time ?? double.MaxValue)
            .ThenBy(s => s.Time ?? double.MaxValue).Take(most).Select(s => (Turn[][])[[.. s.All]])];
    }

    /// <summary>The six crosses.</summary>
    public IReadOnlyList<Opening> Openings(CubeState position, CourseOptions options, CancellationToken cancel) =>
        [.. tools.Planner.Compare(position).Where(o => options.Known?.Crosses.Contains(o.Color) ?? true).Select(Opening)];

    private static Opening Opening(CrossOutlook cross) => new(
        "", [cross.Color], $"{cross.Color.Name()} cross", [cross.Color], cross.Length, cross.Count,
        [.. cross.Edges.Where(e => e.Stand == EdgeStand.Home).Select(Name)], [OpeningFact.Bad(cross.FarEdges)])
    {
        Pieces = [.. cross.Edges.Select(e => new OpeningPiece(Name(e), e.Side, e.IsNear, e.Distance, e.Offset))],
    };

    private static string Name(CrossEdgeReport edge) => CrossWords.EdgeName(edge.Base, edge.Side);

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var end = position.Apply(turns);
        if (Refuse(end, focus.Base) is { } refusal) return (null, refusal);
        // Whatever comes next is held with the base down.
        var down = end.Hold.ColorAt(Face.D) == focus.Base ? [] : Hold.BringingDown(end.Hold.FaceOf(focus.Base))[0].Rotation;
        return (Stop(position, focus, [.. turns, .. down], options.Hands, true), null);
    }

    /// <summary>Why a colour's cross does not stand: which edges are missing, and which cross stands instead; null when it does.</summary>
    public static StageRefusal? Refuse(CubeState state, Color color)
    {
        var edges = Missing(state, color).Select(side => CrossWords.EdgeName(color, side)).ToArray();
        if (edges.Length == 0) return null;
        var missing = edges.Length == 4 ? "none of its four edges stands"
            : $"{Words.Join(edges)} {(edges.Length == 1 ? "is" : "are")} not at {(edges.Length == 1 ? "its place" : "their places")}";
        var done = Faces.AllColors.Where(c => Missing(state, c).Length == 0).ToArray();
        return done.Length == 0
            ? new StageRefusal("cross-not-done", $"The {color.Name()} cross is not done: {missing}.")
            : new StageRefusal("other-cross",
                $"The {color.Name()} cross is not done ({missing}); the {Words.Join(done.Select(c => c.Name()))} cross is. Ask for " +
                    $"{done[0].Name()}, or finish {color.Name()}.");
    }

    /// <summary>The base that is meant when none is said: the colour that is down, or else one whose cross stands.</summary>
    public static Color BaseOf(CubeState state)
    {
        var down = state.Hold.ColorAt(Face.D);
        var done = Faces.AllColors.Where(c => Missing(state, c).Length == 0).ToArray();
        return done.Length == 0 || done.Contains(down) ? down : done[0];
    }

    /// <summary>The side colours of a base's cross edges that are not at their places.</summary>
    private static Color[] Missing(CubeState state, Color color)
    {
        var seen = CrossPosition.Of(state, color);
        return [.. Enumerable.Range(0, 4).Where(e => seen.StateOf(e) != Search.EdgeStickers.State(CrossTable.Places[e], 0))
            .Select(seen.SideOf)];
    }

    private CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, HandModel? hands, bool isChosen)
    {
        Turn[] plain = [.. turns.SkipWhile(t => t.Kind == TurnKind.Rotation)];
        return new CourseStop(
            CrossStage.StageId, $"{focus.Base.Name()} cross", [focus.Base], "", "", "", turns, turns.Sum(t => Metric.Htm.Cost(t)),
                plain.Length == 0 ? 0 : hands?.Measure(plain), "", "", null,
            CrossNotes.Of(tools.Explainer.Explain(position, focus.Base, turns)), plain, isChosen);
    }
}
