using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>The corners as stops of a course: a cycle of three each, the fewest of them.</summary>
public sealed class CornersCourse : ICourseStage
{
    private const int MostGroups = 8;
    private const int MostWays = 4;
    private const int MostMade = 6;

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.Hold.ColorAt(Face.D) == focus.Base && position.IsSolved;

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => position.IsSolved;

    /// <summary>The corners that are home, where all edges are.</summary>
    public int PartsDone(CubeState position, Focus focus) =>
        PieceSet.Home(position) is { Edges: EdgeSet.Every } home ? int.PopCount(home.Corners) : 0;

    /// <summary>The corners that come home in the part.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        var come = PieceSet.Home(after).Without(PieceSet.Home(before)) with { Edges = 0 };
        return come.IsEmpty ? null : StageSight.Of(now, come.Colors);
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (CornersPosition.Of(position, focus.Base) is not { } start) return new StagePlan([], [], false);
        if (start.Cycles == 0)
            return new StagePlan(start.Rotation.Count == 0 ? [] : [Stop(position, focus, start.Rotation, options, "", false)], [], false);
        var (stops, state) = (new List<CourseStop>(), position);
        foreach (var choice in start.Cube.Plan(edges: false))
        {
            var now = CornersPosition.Of(state, focus.Base)!;
            var (way, turns) = Quickest(choice.Cycle, start.Held.Hold, now, options, cancel);
            stops.Add(Stop(state, focus, turns, options, Why(choice), false, way));
            state = state.Apply(turns);
        }

        return new StagePlan(stops, [], false);
    }

    /// <summary>
    /// Of the shortest ways of a cycle (named in a hold) the one that is quickest as two hands make it: it, named as the position is held
    /// with the base down, and its turns.
    /// </summary>
    private static (CycleWay Way, IReadOnlyList<Turn> Turns) Quickest(ThreeCycle cycle, Hold named, CornersPosition now,
        CourseOptions options, CancellationToken cancel)
    {
        var (way, made) = CycleFinder.Ranked(cycle, Metric.Htm, 0, options.Hands, null, cancel).Take(MostMade)
            .Select(w => Renamed(w.Way, named, now.Held.Hold)).Select(w => (Way: w, Made: EdgesStop.Made(w.Turns, options)))
            .MinBy(w => options.Hands.Measure(w.Made) ?? double.PositiveInfinity);
        return (way, FaceTurns.Led(now.From, now.Rotation, made));
    }

    private static CycleWay Renamed(CycleWay way, Hold from, Hold to) => new(FaceTurns.Renamed(way.Setup, from, to),
        FaceTurns.Renamed(way.A, from, to), FaceTurns.Renamed(way.B, from, to));

    private static string Why(CycleChoice choice) => choice.Home.Count switch
    {
        3 => "the end: all three come home",
        2 => "two come home at once",
        1 => "one comes home, and no cycle more is needed for it",
        _ => "none comes home yet, and still no way has fewer cycles",
    };

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (CornersPosition.Of(position, focus.Base) is not { } start || start.Cycles == 0) return [];
        return [.. start.Cube.Choices(isOfEdges: false).Take(MostGroups).Select(c => new WayGroup($"{c.Cycle}", Title(start, c),
            [.. CycleFinder.Ranked(c.Cycle, Metric.Htm, Math.Min(slack, CycleFinder.MostOver), options.Hands, null, cancel).Take(MostWays)
                .Select(w => EdgesStop.Way(position.Hold, start.Rotation, w.Way.Turns, options,
                    held => $"{Renamed(w.Way, start.Held.Hold, held)}"))
                .OrderBy(w => FaceTurns.Cost(w, options))]))];
    }

    private static string Title(CornersPosition start, CycleChoice choice)
    {
        var homes = start.Homes(choice);
        return homes.Count == 0 ? $"{choice.Cycle}: none home yet"
            : $"{Words.Join(homes.Select(h => start.Named(h.Corner)))} home";
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (CornersPosition.Of(position, focus.Base) is not { } before) return (null, CornersStage.EdgesOpen(position));
        if (CornersPosition.Of(end, focus.Base) is not { } after)
            return (null, new StageRefusal("breaks-solved", $"{written} does not leave the edges: {CornersStage.EdgesOpen(end).Message}"));
        if (after.Cycles >= before.Cycles && !(before.Cycles == 0 && end.Hold.ColorAt(Face.D) == focus.Base))
            return (null, new StageRefusal("solves-nothing",
                $"{written} leads no nearer: {after.Cycles} cycles of three are left, {before.Cycles} were."));
        return (Stop(position, focus, turns, options, "", true), null);
    }

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, string why,
        bool isChosen, CycleWay? way = null)
    {
        var stop = EdgesStop.Read(position, focus.Base, turns);
        var start = CornersPosition.Of(stop.Held, focus.Base)!;
        var named = way is null ? null : Renamed(way, CornersPosition.Of(position, focus.Base)!.Held.Hold, stop.Held.Hold);
        var notes = named is not null && named.Turns.SequenceEqual(stop.Faces) ? CornersNotes.Of(start, named)
            : stop.IsPlain ? CornersNotes.Of(start, stop.Faces) : [];
        var left = CornersPosition.Of(position.Apply(turns), focus.Base)!.Cycles;
        var (home, _) = CornersNotes.Ends(start, stop.Faces);
        return stop.Told(CornersStage.StageId, left == 0 ? "the last corners" : $"corners, {left} more",
            home.Count > 0 ? start.Colors(home[0].Corner) : [focus.Base], start.Cycles == 0 ? "" : start.Stand, turns, options,
            named is null ? Words.Turns(stop.Faces.Count) : $"{named}", why, notes, isChosen);
    }
}
