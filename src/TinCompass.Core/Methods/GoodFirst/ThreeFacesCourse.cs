using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>
/// Four pairs by turns of U, R and L alone: no edge is turned over by them, so that the top cross stands after them. Planned as pairs are,
/// with these faces and without a rotation.
/// </summary>
public sealed class ThreeFacesCourse(F2lStage pairs) : ICourseStage
{
    /// <summary>The faces, as the cube is held.</summary>
    public const string Faces = "URL";

    private const int MostOfPair = 6;

    /// <summary>The pairs by these faces.</summary>
    internal F2lCourse Pairs { get; } = new(pairs.Tools, Faces);

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => Pairs.IsDone(position, focus) && GoodHold.Of(position, focus.Base)[0].Bad == 0;

    /// <summary>With all pairs in, an edge that is good for two faces is good for all.</summary>
    public bool Stands(CubeState position, Focus focus) => Pairs.Stands(position, focus) && GoodHold.Of(position, focus.Base)[0].Bad == 0;

    /// <inheritdoc/>
    public int PartsDone(CubeState position, Focus focus) => Pairs.PartsDone(position, focus);

    /// <inheritdoc/>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) => Pairs.Sight(before, now, after, focus);

    /// <summary>Turns of other faces than three.</summary>
    public int Unusual(Hold from, IReadOnlyList<Turn> turns) => SidesCourse.OtherFaces(from, turns);

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (GoodHold.Standing(position, focus.Base, withCross: true) is not { } start) return new StagePlan([], [], false);
        var plan = Pairs.Plan(start.Held, focus, options, cancel);
        return plan with { Stops = [.. plan.Stops.Select((s, i) => Of(i == 0 ? Led(position, start, s, options) : s))] };
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        if (GoodHold.Standing(position, focus.Base, withCross: true) is not { } start) return [];
        return [.. Pairs.Onward(start.Held, focus, options, most, cancel).Select(way => start.Rotation.Count == 0 || way.Count == 0 ? way
            : [FaceTurns.Led(position.Hold, start.Rotation, way[0]), .. way.Skip(1)])];
    }

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (GoodHold.Standing(position, focus.Base, withCross: true) is not { } start) return [];
        var (state, by) = (F2lState.Of(start.Held), Pairs.Of(options));
        return [.. state.SolvedSlots.Others.Slots.Select(slot => (Slot: slot,
                Found: pairs.Tools.NewSolver().Solve(state, slot, by, slack, MostOfPair, cancel)))
            .Where(s => s.Found.Solutions.Count > 0)
            .Select(s => new WayGroup($"{s.Slot}", $"{Words.Capital($"{s.Slot.NameIn(start.Held.Hold)}")}, {s.Slot.Words()}",
                [.. s.Found.Solutions.Select(w => new StageWay(FaceTurns.Led(position.Hold, start.Rotation, w.AsTurned), w.Time, w.Regrips,
                    F2lWords.Name(w.Way)))]))
            .OrderBy(g => FaceTurns.Cost(g.Ways[0], options))];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        if (Good(position, focus) is not { Length: > 0 } sides) return (null, GoodStartStage.NotGood(position, focus.Base));
        var (stop, refusal) = Pairs.Take(position, focus, turns, options);
        if (stop is null) return (null, refusal);
        var bad = Turned(position.Apply(turns), focus, sides);
        return bad > 0 ? (null, new StageRefusal("edges-bad", $"{string.Join(' ', turns)} turns edges over: {GoodNotes.Left(bad)} bad."))
            : (Of(stop), null);
    }

    /// <summary>The faces that may be in front and behind: the cross stands, and with them no edge is bad.</summary>
    internal static string[] Good(CubeState position, Focus focus) =>
        [.. GoodHold.Of(position, focus.Base).Where(h => h.Stands && h.HasCross).Select(h => h.Sides).Distinct()];

    /// <summary>So many edges are bad, for those of some faces in front and behind for which the fewest are.</summary>
    internal static int Turned(CubeState position, Focus focus, string[] sides) =>
        GoodHold.Of(position, focus.Base).Where(h => sides.Contains(h.Sides)).Min(h => h.Count);

    /// <summary>A stop of the pairs as one of this stage, which has no book of their cases.</summary>
    private static CourseStop Of(CourseStop stop) => stop with { Stage = ThreeFacesStage.StageId, Case = "" };

    /// <summary>A first stop for which the cube is turned over before it.</summary>
    private static CourseStop Led(CubeState position, GoodHold start, CourseStop stop, CourseOptions options)
    {
        if (start.Rotation.Count == 0) return stop;
        var turns = FaceTurns.Led(position.Hold, start.Rotation, stop.Turns);
        return stop with { Turns = turns, Time = options.Hands.Measure(turns) };
    }
}
