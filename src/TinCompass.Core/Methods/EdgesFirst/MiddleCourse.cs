using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// Three edges of the middle layer as stops of a course: one for each edge that comes in, by turns of the top and series; or, as a second
/// school has it, with their corners, as three pairs.
/// </summary>
public sealed class MiddleCourse(F2lStage pairs) : ICourseStage
{
    /// <summary>The wish for three pairs instead of three edges.</summary>
    public const string ThreePairs = $"{MiddleStage.StageId}.three-pairs";

    /// <summary>So many pairs.</summary>
    internal const int Pairs = 3;

    private const int MostOfPair = 6;

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = [ThreePairs];

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.Hold.ColorAt(Face.D) == focus.Base && Stands(position, focus);

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus)
    {
        var home = EdgesHome.Of(position);
        return EdgesHome.HasCross(home, focus.Base) && EdgesHome.MiddleCount(home, focus.Base) >= 3;
    }

    /// <inheritdoc/>
    public int PartsDone(CubeState position, Focus focus)
    {
        var home = EdgesHome.Of(position);
        return EdgesHome.HasCross(home, focus.Base) ? EdgesHome.MiddleCount(home, focus.Base) : 0;
    }

    /// <summary>The edges of the middle layer that come home in the part.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        var come = EdgesHome.Of(after) & ~EdgesHome.Of(before) & EdgesHome.Middle(focus.Base);
        return come == 0 ? null : StageSight.Of(now, EdgesHome.Colors(come));
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (!EdgesHome.HasCross(EdgesHome.Of(position), focus.Base)) return new StagePlan([], [], false);
        if (!IsOfPairs(position, focus, options)) return new StagePlan(Plans(position, focus, options)[0], [], false);
        var plan = pairs.Course!.Plan(position, focus, options, cancel);
        var (stops, state) = (new List<CourseStop>(), position);
        foreach (var stop in plan.Stops.TakeWhile(_ => F2lCourse.PairsOf(state, focus.Base) < Pairs))
        {
            stops.Add(OfPair(stop));
            state = state.Apply(stop.Turns);
        }

        return new StagePlan(stops, [], plan.IsCut);
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        if (!EdgesHome.HasCross(EdgesHome.Of(position), focus.Base)) return [];
        if (IsOfPairs(position, focus, options))
            return [.. pairs.Course!.Onward(position, focus, options, most, cancel).Select(way => Cut(position, focus, way))];
        // Those with more turns as well: what they leave open may be better for what comes after.
        return [.. Plans(position, focus, options, all: true).Take(most).Select(p => p.Select(s => s.Turns).ToArray())];
    }

    /// <summary>Pairs are wished for, and not three of them stand.</summary>
    private static bool IsOfPairs(CubeState position, Focus focus, CourseOptions options) => options.Wishes.Contains(ThreePairs)
        && position.Hold.ColorAt(Face.D) == focus.Base && F2lCourse.PairsOf(position, focus.Base) < Pairs;

    /// <summary>A stop of the pairs as one of this stage, which has no book of their cases.</summary>
    private static CourseStop OfPair(CourseStop stop) => stop with { Stage = MiddleStage.StageId, Case = "" };

    /// <summary>Of a way through all pairs so much that three stand.</summary>
    private static IReadOnlyList<Turn>[] Cut(CubeState position, Focus focus, IReadOnlyList<IReadOnlyList<Turn>> way)
    {
        var (parts, state) = (new List<IReadOnlyList<Turn>>(), position);
        foreach (var part in way.TakeWhile(_ => F2lCourse.PairsOf(state, focus.Base) < Pairs))
        {
            parts.Add(part);
            state = state.Apply(part);
        }

        return [.. parts];
    }

    /// <summary>The ways of each pair that is open.</summary>
    private IReadOnlyList<WayGroup> WaysOfPairs(CubeState position, CourseOptions options, int slack, CancellationToken cancel)
    {
        var (state, by) = (F2lState.Of(position), new F2lOptions(options.Hands, options.ByTurns, options.NoRotation));
        return [.. state.SolvedSlots.Others.Slots.Select(slot => (Slot: slot,
                Found: pairs.Tools.NewSolver().Solve(state, slot, by, slack, MostOfPair, cancel)))
            .Where(s => s.Found.Solutions.Count > 0)
            .Select(s => new WayGroup($"{s.Slot}", $"{Words.Capital($"{s.Slot.NameIn(position.Hold)}")}, {s.Slot.Words()}",
                [.. s.Found.Solutions.Select(w => new StageWay(w.AsTurned, w.Time, w.Regrips, F2lWords.Name(w.Way)))]))
            .OrderBy(g => FaceTurns.Cost(g.Ways[0], options))];
    }

    /// <summary>
    /// The stops for each place that may stay open, the quickest first; those of more turns as well if asked, after the others.
    /// </summary>
    private static IReadOnlyList<CourseStop>[] Plans(CubeState position, Focus focus, CourseOptions options, bool all = false)
    {
        var holds = EdgesPosition.Holds(position, focus.Base);
        var ways = all ? [.. holds.Select(h => (Hold: h, Way: MiddleEdges.Way(h.Set))).OrderBy(w => MiddleEdges.Cost(w.Way))]
            : MiddleEdges.Best(holds);
        var plans = ways.Select(w => Stops(position, focus, w.Hold, w.Way, options));
        return all ? [.. plans] : [.. plans.OrderBy(p => Course.TimeOf(p, options.Hands) ?? double.PositiveInfinity)];
    }

    private static List<CourseStop> Stops(CubeState position, Focus focus, EdgesPosition hold, IReadOnlyList<EdgeStep> way,
        CourseOptions options)
    {
        var (stops, state, open) = (new List<CourseStop>(), position, new List<Turn>());
        foreach (var step in way)
        {
            open.AddRange(step.Turns);
            var start = EdgesPosition.Holds(state, focus.Base)[0];
            var faces = FaceTurns.Renamed(open, hold.Held.Hold, start.Held.Hold);
            // An edge that is only taken out comes in by what follows.
            if (start.Set.After(faces) is var after && !Come(start, after).Any()) continue;
            var turns = FaceTurns.Led(state.Hold, start.Rotation, EdgesStop.Made(faces, options));
            var why = stops.Count == 0 && way.Count > 0 ? $"{hold.Named(Edge.FR)} is left for last: "
                + $"{MiddleEdges.Cost(way).Series} series, no place takes fewer" : "";
            stops.Add(Stop(state, focus, turns, options, why, false));
            state = state.Apply(turns);
            // A third may be home before its turn: what follows would be a stop of the next stage.
            if (EdgesHome.MiddleCount(EdgesHome.Of(state), focus.Base) >= Pairs) break;
            open.Clear();
        }

        return stops;
    }

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (!EdgesHome.HasCross(EdgesHome.Of(position), focus.Base)) return [];
        if (IsOfPairs(position, focus, options)) return WaysOfPairs(position, options, slack, cancel);
        var (holds, groups) = (EdgesPosition.Holds(position, focus.Base), new Dictionary<string, List<StageWay>>());
        foreach (var hold in holds)
            foreach (var (top, series, after) in MiddleEdges.BringIn(hold.Set))
            {
                var name = Words.Join(Come(hold, after).Select(hold.Named));
                var faces = FaceTurns.Renamed([.. top.Turns, .. series.Turns], hold.Held.Hold, holds[0].Held.Hold);
                var made = EdgesStop.Way(position.Hold, holds[0].Rotation, faces, options,
                    held => $"{Turn.Of(series.First, 1).Renamed(hold.Held.Hold, held)} goes first");
                if (!groups.TryGetValue(name, out var known)) groups[name] = known = [];
                if (!known.Exists(w => w.Turns.SequenceEqual(made.Turns))) known.Add(made);
            }

        var search = EdgeSearch.For(EdgeSet.Base | MiddleEdges.Edges);
        var (shortest, least) = holds.Select(h => (h, search.Find(h.Set, cancel))).MinBy(f => f.Item2.Count);
        return
        [
            .. groups.Select(g => new WayGroup(g.Key, g.Key,
                [.. g.Value.OrderBy(w => FaceTurns.Cost(w, options))])).OrderBy(g => FaceTurns.Cost(g.Ways[0], options)),
            .. least.Count == 0 ? [] : (WayGroup[])[new WayGroup("fewest", $"All at once: {Words.Turns(least.Count)}, no fewer do it",
                [EdgesStop.Way(position.Hold, holds[0].Rotation, FaceTurns.Renamed(least, shortest.Held.Hold, holds[0].Held.Hold), options,
                    _ => $"{shortest.Named(Edge.FR)} is left open")])],
        ];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (home, end, written) = (EdgesHome.Of(position), position.Apply(turns), string.Join(' ', turns));
        if (!EdgesHome.HasCross(home, focus.Base)) return (null, EdgesHome.NoCross(focus.Base));
        if (IsOfPairs(position, focus, options) && pairs.Course!.Take(position, focus, turns, options).Stop is { } pair)
            return (OfPair(pair), null);
        if (EdgesWords.Lost(home, EdgesHome.Of(end), focus.Base) is { Length: > 0 } lost)
            return (null, new StageRefusal("breaks-solved", $"{written} does not leave what stood: {lost} at its end."));
        if ((EdgesHome.Of(end) & ~home & EdgesHome.Middle(focus.Base)) == 0)
            return (null, new StageRefusal("solves-nothing", $"{written} brings no edge of the middle layer home."));
        return (Stop(position, focus, turns, options, "", true), null);
    }

    /// <summary>The edges of the middle layer that come home.</summary>
    private static IEnumerable<Edge> Come(EdgesPosition start, EdgeSet after) =>
        EdgesHome.Each(EdgeSet.Middle).Select(e => (Edge)e).Where(e => !start.Set.IsHome(e) && after.IsHome(e));

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, string why,
        bool isChosen)
    {
        var stop = EdgesStop.Read(position, focus.Base, turns);
        var trace = new EdgesTrace(EdgesPosition.Holds(stop.Held, focus.Base)[0], stop.Faces);
        var come = EdgesHome.Of(position.Apply(turns)) & ~EdgesHome.Of(position) & EdgesHome.Middle(focus.Base);
        var stand = string.Join("; ", StageSight.Of(stop.Held, EdgesHome.Colors(come)).Pieces.Select(p => $"{p.Name} lies {p.Place}"));
        return stop.Told(MiddleStage.StageId, Words.Join(EdgesHome.Names(come)), EdgesHome.Colors(come)[0], $"{Words.Capital(stand)}.",
            turns, options, EdgesWords.Way(trace), why, stop.IsPlain ? trace.Groups : [], isChosen);
    }
}
