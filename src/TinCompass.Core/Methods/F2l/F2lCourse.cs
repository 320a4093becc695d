using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// The pairs as stops of a course: one for each slot that is open after the cross; by all faces, or only by some (of "UDFBRL", as the cube
/// is held), and then without a rotation.
/// </summary>
public sealed class F2lCourse(F2lTools tools, string faces = "") : ICourseStage
{
    /// <summary>The wish that halves of pairs that are joined already stay together.</summary>
    public const string KeepHalves = "f2l.keep-halves";

    /// <summary>
    /// A wish for some faces alone (of "UDFBRL" as the cube is held) is this and the faces. Ways are looked for by it; no whole course is
    /// planned by it, for it may leave none.
    /// </summary>
    public const string Only = "f2l.only-";

    /// <summary>So many ways are told of each pair.</summary>
    public const int MostWays = 4;

    private static readonly string[] Sets = ["RU", "RUF", "RUL", "LU"];

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = [KeepHalves];

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        F2lPosition.TryRead(position, focus.Base, out var read, out _) && read.Pairs.SolvedSlots == SlotSet.All;

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => PartsDone(position, focus) == SlotSet.All.Count;

    /// <inheritdoc/>
    public int PartsDone(CubeState position, Focus focus) => PairsOf(position, focus.Base);

    /// <summary>So many pairs stand with the cross of a base, however the cube is held; none where that cross does not.</summary>
    public static int PairsOf(CubeState position, Color color) =>
        F2lPosition.TryRead(position.Apply(Hold.BringingDown(position.Hold.FaceOf(color))[0].Rotation), color, out var read, out _)
            ? read.Pairs.SolvedSlots.Count : 0;

    /// <summary>The corners and edges of the pairs that the part puts in.</summary>
    public StageSight Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        return StageSight.Of(now, In(after).Except(In(before)).SelectMany(s => new Color[][]
        {
            [focus.Base, s.First, s.Second], [s.First, s.Second],
        }));

        SlotName[] In(CubeState state) => state.Apply(Hold.BringingDown(state.Hold.FaceOf(focus.Base))[0].Rotation) is var down
            && F2lPosition.TryRead(down, focus.Base, out var read, out _) ? Named(read.Pairs.SolvedSlots, down.Hold) : [];
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var (planner, pairs) = (tools.NewPlanner(), Of(options));
        var (from, hold) = (F2lState.Of(position), position.Hold);
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel, options.Enough);
        var plans = Enum.GetValues<F2lOrder>().Select(o => (Order: o, Plan: planner.Plan(from, pairs, o, options.Beam, cancel: stop.Token)))
            .ToArray();
        var planned = plans.First(p => p.Order == F2lOrder.Planned).Plan;
        var (stops, state) = (new List<CourseStop>(), position);
        for (var i = 0; i < planned.Steps.Count; i++)
        {
            var step = planned.Steps[i];
            // The slots of a plan are named in the hold in which it began.
            var next = i + 1 < planned.Steps.Count ? planned.Steps[i + 1].Slot.NameIn(hold) : (SlotName?)null;
            var look = step.Look is { } seen && next is { } name ? F2lWords.Look(seen, name) : null;
            stops.Add(Stop(state, step.Slot.NameIn(hold), HandModel.FaceTurns(step.AsTurned), step.AsTurned, step.Time,
                F2lWords.Why(step, hold, options.Hands), look, false));
            state = state.Apply(step.AsTurned);
        }

        return new StagePlan(stops,
        [
            .. plans.Select(p => new CourseOrder(F2lStage.StageId, Words.Code(p.Order), F2lWords.Name(p.Order), p.Plan.Total,
                p.Plan.Time)),
        ], planned.IsCut);
    }

    /// <summary>
    /// Every open pair with its best ways, the one with the fewest turns first; of one that has none, what leaves it none.
    /// </summary>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (!F2lPosition.TryRead(position, focus.Base, out var read, out _)) return [];
        var (solver, pairs) = (tools.NewSolver(), Of(options));
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel, options.Enough);
        return
        [
            .. read.Pairs.SolvedSlots.Others.Slots.Select(s => solver.Solve(read.Pairs, s, pairs, slack, MostWays, stop.Token))
                .OrderBy(o => o.Length < 0 ? int.MaxValue : o.Length).Select(Group),
        ];

        WayGroup Group(F2lOutlook outlook)
        {
            var name = outlook.Slot.NameIn(read.Hold);
            return new WayGroup(name.ToString(), name.ToString(), [.. outlook.Solutions.Select(s => Way(s, read.Rotation))])
            {
                Colors = [name.First, name.Second],
                Words = outlook.Solutions.Count == 0 && !outlook.IsCut ? Loosen(solver, read, outlook.Slot, pairs, slack)
                    : $"{outlook.Slot.Words()}: {Words.Small(F2lWords.CaseName(outlook.Case))}",
                Least = outlook.Length < 0 ? null : outlook.Length,
            };
        }
    }

    /// <summary>The pair that the focus names as four schools teach it.</summary>
    public IReadOnlyList<WayGroup> Schools(CubeState position, Focus focus, CourseOptions options) =>
        F2lPosition.TryRead(position, focus.Base, out var read, out _) && SlotName.TryParse(focus.Part, out var name)
            && SlotPlaces.Find(name, read.Hold) is { } slot && !read.Pairs.SolvedSlots.Slots.Contains(slot)
            ?
            [
                .. tools.NewSchools().Compare(read.Pairs, slot, Of(options)).Select(s =>
                    new WayGroup(Words.Code(s.School), F2lWords.Name(s.School), s.Solution is { } way ? [Way(way, read.Rotation)] : [])
                    {
                        Words = s.Solution is null ? F2lWords.NoneOf(s.School) : "",
                    }),
            ]
            : [];

    private static StageWay Way(F2lSolution solution, IReadOnlyList<Turn> lead) =>
        new StageWay([.. lead, .. solution.AsTurned], solution.Time, solution.Regrips, F2lWords.Name(solution.Way));

    /// <summary>Which of the filters that are on leaves a pair a way when it is taken off.</summary>
    private static string Loosen(F2lSolver solver, F2lPosition position, Slot slot, F2lOptions options, int slack)
    {
        List<(string Filter, F2lOptions Without)> loosened = [];
        if (options.Faces.Length > 0)
            loosened.Add(($"the chosen faces {string.Join(' ', options.Faces.ToCharArray())}", options with { Faces = "" }));
        if (options.KeepHalves) loosened.Add(("keeping the halves", options with { KeepHalves = false }));
        if (options.NoRotation) loosened.Add(("no rotation", options with { NoRotation = false }));
        string[] helps = [.. loosened.Where(l => solver.Solve(position.Pairs, slot, l.Without, slack, 1).Solutions.Count > 0)
            .Select(l => l.Filter)];
        return $"Nothing within these filters. {(helps.Length > 0 ? $"Loosen {string.Join(" or ", helps)}."
            : "Take off more than one of them.")}";
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel) => tools.NewPlanner().Ends(F2lState.Of(position), Of(options), options.Beam, most, cancel);

    /// <summary>How pairs are planned by a course's options.</summary>
    public F2lOptions Of(CourseOptions options) =>
        new F2lOptions(options.Hands, options.ByTurns, options.NoRotation || faces.Length > 0,
            faces.Length > 0 ? faces : Sets.FirstOrDefault(s => options.Wishes.Contains(Only + s)) ?? "",
            options.Wishes.Contains(KeepHalves));

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (before, after) = (F2lState.Of(position), position.Apply(turns));
        var isDown = after.Hold.ColorAt(Face.D) == focus.Base;
        var end = isDown ? F2lState.Of(after) : F2lState.Of(after.Upright().Apply(position.Hold.Rotation));
        var solved = Named(before.SolvedSlots, position.Hold);
        var now = Named(end.SolvedSlots, isDown ? after.Hold : position.Hold);
        var finished = now.Except(solved).ToArray();
        var lost = solved.Except(now).ToArray();
        var written = string.Join(' ', turns);
        if (!end.IsCrossSolved || lost.Length > 0)
            return (null, new StageRefusal("breaks-solved",
                $"{written} breaks {(end.IsCrossSolved ? string.Join(" and ", lost) : "the cross")} and does not put it back."));
        if (finished.Length == 0) return (null, new StageRefusal("solves-nothing", $"{written} finishes no pair."));
        if (!isDown) return (null, new StageRefusal("base-not-down", $"{written} ends with the base not down."));
        return (Stop(position, finished[0], HandModel.FaceTurns(turns), turns, options.Hands.Measure(turns), "", null, true), null);
    }

    private static CourseStop Stop(
        CubeState state, SlotName name, IReadOnlyList<Turn> plain, IReadOnlyList<Turn> made, double? time, string why, string? look,
            bool isChosen)
    {
        var (slot, before) = (SlotPlaces.Find(name, state.Hold)!.Value, F2lState.Of(state));
        var id = F2lCases.IdOf(before, slot);
        var trace = new F2lTrace(before, slot, before.SolvedSlots, plain);
        return new CourseStop(
            F2lStage.StageId, name.ToString(), [name.First, name.Second], F2lCases.Find(id) is null ? "" : id, F2lWords.CaseName(id),
                F2lWords.Stand(before, slot, state.Hold), made, plain.Count, time,
            F2lWords.Name(trace.Way), why, look, F2lNotes.Of(trace, state.Hold), plain, isChosen)
        {
            // What is planned is the quickest of its forms already.
            IsAsTurned = !isChosen,
        };
    }

    private static SlotName[] Named(SlotSet slots, Hold hold) => [.. slots.Slots.Select(s => s.NameIn(hold))];
}
