using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>The top's corners as a stop of a course, or as two: turned up, then placed.</summary>
public sealed class CmllCourse(CmllTools tools, LlTools twoLooks, Func<CmllPlanner> planner) : ICourseStage
{
    /// <summary>The wish that the corners are done in two looks.</summary>
    public const string InTwo = "cmll.two-looks";

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = [InTwo];

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        Blocks.Frame(position.Hold, focus.Base) is { } frame && Blocks.Seen(position, frame) is var seen && Blocks.LeftStands(seen)
            && Blocks.RightStands(seen) && CmllCorners.IsDone(CmllCorners.Of(seen));

    /// <summary>The case as it is seen from the hold.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        if (!CmllPosition.TryRead(now, focus.Base, out var read, out _) || read.Rotation.Count > 0 || IsDone(now, focus)) return null;
        var c = CmllCases.Of(read.Corners).Case;
        return c.IsSolved ? StageSight.OnlyTop
            : new StageSight([], $"To be read was {c.Name}. {CmllGlances.Say(read.Corners)}".TrimEnd());
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var stops = new List<CourseStop>();
        while (CmllPosition.TryRead(position, focus.Base, out var read, out _) && !IsDone(position, focus))
        {
            CourseStop stop;
            if (CmllCorners.IsDone(read.Corners)) stop = Stop(position, focus, read.Rotation, options, "", false);
            else if (options.Wishes.Contains(InTwo))
            {
                var choice = TwoLooks(read, options)[0];
                stop = Stop(position, focus, [.. read.Rotation, .. choice.Turns], options, "the quickest of the book for this look", false);
            }
            else
            {
                var ahead = planner().Ahead(read, options.Hands, options.ByTurns, options.Repertoire);
                stop = Stop(position, focus, [.. read.Rotation, .. ahead[0].Choice.Turns], options,
                    Why(ahead, options.Hands, options.ByTurns), false);
            }

            stops.Add(stop);
            position = position.Apply(stop.Turns);
        }

        return new StagePlan(stops, [], false);
    }

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (!CmllPosition.TryRead(position, focus.Base, out var read, out _) || CmllCorners.IsDone(read.Corners)) return [];
        var least = tools.Book[CmllCases.Of(read.Corners).Case].Least;
        WayGroup[] groups =
        [
            new WayGroup("one", $"In one look: {Words.Turns(least)} at least", [.. planner().Ahead(read, options.Hands, options.ByTurns,
                options.Repertoire).Select(a => StageWay.Of([.. read.Rotation, .. a.Choice.Turns], options.Hands,
                    $"{(a.Choice.IsOwn ? "yours; " : a.Choice.Sequence.IsCommon ? "common; " : "")}{CmllPlanner.Say(a)}"))]),
        ];
        if (read.Corners.Orientation == 0) return groups;
        var two = new WayGroup("two", "Only turned up", [.. TwoLooks(read, options).Take(MostShown).Select(c =>
            StageWay.Of([.. read.Rotation, .. c.Turns], options.Hands, "then they are placed"))]);
        return options.Wishes.Contains(InTwo) ? [two, .. groups] : [.. groups, two];
    }

    private const int MostShown = 6;

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        if (options.Wishes.Contains(InTwo) || !CmllPosition.TryRead(position, focus.Base, out var read, out _)
            || CmllCorners.IsDone(read.Corners))
            return [[.. Plan(position, focus, options, cancel).Stops.Select(s => s.Turns)]];
        return [.. planner().Ahead(read, options.Hands, options.ByTurns, options.Repertoire).Take(most)
            .Select(a => (Turn[][])[[.. read.Rotation, .. a.Choice.Turns]])];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        if (!CmllPosition.TryRead(position, focus.Base, out var read, out var refusal)) return (null, refusal);
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (Blocks.Frame(end.Hold, focus.Base) is not { } frame || Blocks.Seen(end, frame) is var seen
            && (!Blocks.LeftStands(seen) || !Blocks.RightStands(seen)))
            return (null, new StageRefusal("breaks-solved", $"{written} does not leave both blocks at left and right, the base down."));
        var after = CmllCorners.Of(Blocks.Seen(end, Blocks.Frame(end.Hold, focus.Base)!.Value));
        if (!CmllCorners.IsDone(after) && (after.Orientation != 0 || read.Corners.Orientation == 0))
            return (null, new StageRefusal("solves-nothing", $"{written} brings the top's corners no further."));
        return (Stop(position, focus, turns, options, "", true), null);
    }

    /// <summary>Sequences of the two looks: they leave all below, so both blocks too.</summary>
    private IReadOnlyList<LlChoice> TwoLooks(CmllPosition read, CourseOptions options)
    {
        var set = read.Corners.Orientation != 0 ? LlSet.Ocll : LlSet.Cpll;
        var ranked = twoLooks.Rank(set, read.Corners, options.Hands);
        return options.ByTurns ? [.. ranked.OrderBy(c => c.Length)] : ranked;
    }

    private static string Why(IReadOnlyList<CmllAhead> ahead, HandModel hands, bool byTurns)
    {
        var best = ahead[0];
        var alone = byTurns ? ahead.MinBy(a => a.Choice.Length)! : ahead.MinBy(a => a.Choice.Time ?? double.PositiveInfinity)!;
        var leads = CmllPlanner.Say(best);
        if (ReferenceEquals(alone, best)) return $"the {(byTurns ? "shortest" : "quickest")} of the book; {leads}";
        var saved = byTurns ? alone.Length - best.Length : (alone.Time ?? 0) - (best.Time ?? 0);
        return saved < (byTurns ? 1 : LeastTold) ? $"{leads}: with orienting as good as the {(byTurns ? "shortest" : "quickest")}"
            : $"{leads}: with orienting {(byTurns ? Words.Turns((int)saved) : hands.Told(saved))} less than the "
                + (byTurns ? "shortest" : "quickest");
    }

    private const string TurnsUp = "turn corners";

    /// <summary>What is saved is told with one digit: less than half of it is nothing.</summary>
    private const double LeastTold = 0.05;

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, string why,
        bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], made = [.. turns.Skip(lead.Length)];
        CmllPosition.TryRead(position, focus.Base, out var read, out _);
        var (c, quarters) = CmllCases.Of(read!.Corners);
        var end = position.Apply(turns);
        var frame = Blocks.Frame(end.Hold, focus.Base)!.Value;
        var isDone = CmllCorners.IsDone(CmllCorners.Of(Blocks.Seen(end, frame)));
        var title = read.Corners.Orientation == 0 ? "place corners" : isDone ? "corners" : TurnsUp;
        var far = quarters == 2 ? "a half" : quarters == 1 ? "a quarter" : "a quarter back";
        var turned = quarters == 0 ? "" : $" The top is turned by {far} "
            + "to see it as it is named.";
        if (title == TurnsUp)
        {
            // Only how they are turned is looked at; which case of one look it would be does not matter.
            (c, var seen) = (c with { Name = LlCases.Of(LlSet.Ocll, read.Corners).Case.Name }, LlGlances.Of(LlSet.Ocll, read.Corners));
            return Made("", LlGlances.Say(seen));
        }

        return Made(c.IsSolved ? "" : c.Id, c.IsSolved ? "" : $"{CmllGlances.Say(read.Corners)} Comes {CmllCases.HowOften(c)}.{turned}");

        CourseStop Made(string id, string stand) =>
            new(CmllStage.StageId, title, [read.Frame.ColorAt(Face.U)], id, c.Name, stand, turns, CmllPlanner.Htm(turns),
            options.Hands.Measure(made), c.IsSolved ? "they stand" : LlNotes.Way(read.Held, made), why, null,
            CmllNotes.Of(read.Held.Apply(read.Rotation.Count > 0 ? [] : lead), made), made, isChosen)
            { IsAsTurned = !isChosen };
    }
}
