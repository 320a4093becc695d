using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>The second block as stops of a course: the base edge, then a pair, then the other; or a square, then a pair.</summary>
public sealed class SecondBlockCourse(Func<SecondBlockPlanner> planner, Func<BothBlocksSearch> both) : ICourseStage
{
    /// <summary>The wish for all six faces: the first block may be opened on the way.</summary>
    public const string AllFaces = $"{SecondBlockStage.StageId}.all-faces";

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = [AllFaces];

    /// <summary>Both blocks are solved, one of them the first one where the focus names it.</summary>
    public bool IsDone(CubeState position, Focus focus) =>
        Blocks.Frame(position.Hold, focus.Base) is { } frame && Blocks.IsMiddleEven(position.Hold, frame)
            && (!Faces.TryParseColor(focus.Part, out var side) || frame.FaceOf(side) is Face.L or Face.R)
            && Blocks.Seen(position, frame) is var seen && Blocks.LeftStands(seen) && Blocks.RightStands(seen);

    /// <inheritdoc/>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) =>
        Blocks.Coming(now, after, focus, opposite: true);

    /// <inheritdoc/>
    public int Unusual(Hold from, IReadOnlyList<Turn> turns) => Math.Min(
        turns.Count(t => t.Letter is not ('R' or 'r' or 'M' or 'U')),
        // Left-handers hold the first block at the right.
        turns.Count(t => t.Letter is not ('L' or 'l' or 'M' or 'U')));

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        if (!FirstBlockDone.TryRead(position, focus, out var read, out _)) return new StagePlan([], [], false);
        var chosen = planner();
        var plans = chosen.Plan(read.Right, options.Hands, options.ByTurns, options.Beam, cancel);
        CourseOrder[] orders = [.. plans.Select(p => Order(p.Order, p.Length, p.Time))];
        if (options.Wishes.Contains(AllFaces)
            && WithAllFaces(read, chosen.Table.Distance(read.Right, SecondBlockGoal.Block), options, cancel) is [var way, ..]
            && Cost(way, options).CompareTo(plans[0].Cost(options.ByTurns)) < 0)
            return new StagePlan(
                [
                    Stop(chosen.Table, position, focus, SecondBlockGoal.Block, way.Turns, options,
                        options.ByTurns ? "with all faces fewer turns, or as few and quicker" : "with all faces it is quicker", false),
                ],
                [
                    Order("all-faces", CountOf(way), way.Time), .. orders,
                ], false);
        var (stops, state, lead) = (new List<CourseStop>(), position, read.Rotation);
        foreach (var step in plans[0].Steps)
        {
            Turn[] turns = [.. lead, .. step.Turns];
            var why = stops.Count > 0 ? "" : plans.Count == 1 ? "" : options.ByTurns ? "the fewest turns of the orders weighed"
                : "the quickest of the orders weighed";
            stops.Add(Stop(chosen.Table, state, focus, step.Goal, turns, options, why, false));
            state = state.Apply(turns);
            lead = [];
        }

        return new StagePlan(stops, orders, false);
    }

    /// <summary>
    /// The ways of fewest turns of all six faces from the hold in which the first block is at the left, the best first; none where R, r,
    /// M and U alone take fewer.
    /// </summary>
    private IReadOnlyList<StageWay> WithAllFaces(FirstBlockDone read, int least, CourseOptions options, CancellationToken cancel)
    {
        IReadOnlyList<Turn>[] found = [.. both().Find(read, cancel)
            .Where(w => w.TakeWhile(t => t.Kind == TurnKind.Rotation).SequenceEqual(read.Rotation))];
        if (found.Length == 0 || found[0].Count(t => t.Kind != TurnKind.Rotation) > least) return [];
        return
        [
            .. found.Take(MostMeasured).Select(w => StageWay.Of(w, options.Hands,
                SecondBlockNotes.Way(SecondBlockNotes.Of(new SecondBlockTrace(read, [.. w.Skip(read.Rotation.Count)])))))
                .OrderBy(w => w.Time ?? double.PositiveInfinity).ThenBy(w => string.Join(' ', w.Turns), StringComparer.Ordinal),
        ];
    }

    private static CourseOrder Order(string order, int length, double? time) =>
        new CourseOrder(SecondBlockStage.StageId, order, SecondBlockWords.Order(order), length, time);

    private static int CountOf(StageWay way) => way.Turns.Count(t => t.Kind != TurnKind.Rotation);

    private static (double, double) Cost(StageWay way, CourseOptions options) => options.ByTurns
        ? (CountOf(way), way.Time ?? double.PositiveInfinity) : (way.Time ?? double.PositiveInfinity, CountOf(way));

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (!FirstBlockDone.TryRead(position, focus, out var read, out _)) return [];
        var chosen = planner();
        var stood = SecondBlockWords.Stands(chosen.Table, read.Right);
        var faces = options.Wishes.Contains(AllFaces)
            ? WithAllFaces(read, chosen.Table.Distance(read.Right, SecondBlockGoal.Block), options, cancel) : [];
        return
        [
            .. faces.Count == 0 ? [] : (WayGroup[])[new WayGroup("all-faces",
                $"With all six faces: {Words.Turns(CountOf(faces[0]))}", [.. faces.Take(MostShown)])],
            .. Enum.GetValues<SecondBlockGoal>().Where(g => (stood >> (int)g & 1) == 0 && SecondBlockPlanner.Keeps(stood, g))
                .Select(g => (Goal: g, Title: SecondBlockWords.Title(g, stood), Least: chosen.Table.Distance(read.Right, g)))
                .DistinctBy(g => g.Title).OrderBy(g => g.Least)
                .Select(g => new WayGroup(Words.Code(g.Goal), $"{Words.Capital(g.Title)}: {Words.Turns(g.Least)}",
                    [.. chosen.Ways(read.Right, g.Goal, slack, cancel).Take(MostMeasured).Select(w =>
                        StageWay.Of([.. read.Rotation, .. w], options.Hands,
                            SecondBlockNotes.Way(SecondBlockNotes.Of(new SecondBlockTrace(read, w)))))
                        .OrderBy(w => options.ByTurns ? w.SliceLength : w.Time ?? double.PositiveInfinity)
                        .ThenBy(w => options.ByTurns ? w.Time ?? double.PositiveInfinity : w.SliceLength).Take(MostShown)])),
        ];
    }

    private const int MostMeasured = 120;
    private const int MostShown = 8;

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        if (!FirstBlockDone.TryRead(position, focus, out var read, out _)) return [];
        return [.. planner().Ends(read.Right, options.Hands, options.ByTurns, options.Beam, most, cancel).Select(p =>
            p.Steps.Select((s, i) => (IReadOnlyList<Turn>)[.. i == 0 ? read.Rotation : [], .. s.Turns]).ToArray())];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        if (!FirstBlockDone.TryRead(position, focus, out var read, out var refusal)) return (null, refusal);
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (Blocks.Frame(end.Hold, focus.Base) is not { } frame || end.Hold.ColorAt(Face.L) != read.Frame.ColorAt(Face.L))
            return (null, new StageRefusal("block-not-left", $"{written} ends with the first block not at the left."));
        var (seen, chosen) = (Blocks.Seen(end, frame), planner());
        if (!Blocks.LeftStands(seen))
            return (null, new StageRefusal("breaks-solved",
                $"{written} breaks the first block: {Blocks.DoNot(Blocks.LeftMissing(seen, frame))} stand at its end."));
        var stood = SecondBlockWords.Stands(chosen.Table, read.Right);
        var now = SecondBlockTrace.StandsIn(seen, end.Hold, frame);
        if ((stood & ~now) is not 0 and var lost && (lost & 7) != 0)
            return (null, new StageRefusal("breaks-solved", $"{written} breaks what stood of the second block and does not put it back."));
        if ((now & ~stood) == 0)
            return (null, new StageRefusal("solves-nothing", $"{written} finishes no part of the second block."));
        var goal = Enum.GetValues<SecondBlockGoal>().Last(g => ((now & ~stood) >> (int)g & 1) == 1);
        return (Stop(chosen.Table, position, focus, goal, turns, options, "", true), null);
    }

    private static CourseStop Stop(SecondBlockTable table, CubeState position, Focus focus, SecondBlockGoal goal, IReadOnlyList<Turn> turns,
        CourseOptions options, string why, bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], made = [.. turns.Skip(lead.Length)];
        if (!FirstBlockDone.TryRead(position.Apply(lead), focus, out var read, out _) || read.Rotation.Count > 0)
            FirstBlockDone.TryRead(position, focus, out read, out _);
        var trace = new SecondBlockTrace(read!, made);
        var notes = SecondBlockNotes.Of(trace);
        var stood = SecondBlockWords.Stands(table, read!.Right);
        return new CourseStop(
            SecondBlockStage.StageId, SecondBlockWords.Title(goal, stood), [read.Frame.ColorAt(Face.R), focus.Base], "", "",
            SecondBlockWords.Least(table, read.Right), turns, turns.Sum(t => Metric.Htm.Cost(t)), options.Hands.Measure(made),
            SecondBlockNotes.Way(notes), why, null, notes, made, isChosen);
    }
}
