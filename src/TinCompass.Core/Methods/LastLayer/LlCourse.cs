using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// The last layer as stops of a course: the top, then the sides, each in one look or in two. What orients is chosen together with what
/// comes after it. The last stop ends with the turn of the top that solves everything.
/// </summary>
public sealed class LlCourse(LlTools tools, bool orients) : ICourseStage
{
    /// <summary>The wish that the top is done in two looks.</summary>
    public const string OrientsInTwo = "oll.two-looks";

    /// <summary>The wish that the sides are done in two looks.</summary>
    public const string PermutesInTwo = "pll.two-looks";

    /// <summary>The wish that the top is done in one look where the solver knows the case, else in two.</summary>
    public const string OrientsAsKnown = "oll.as-known";

    /// <summary>The same for the sides.</summary>
    public const string PermutesAsKnown = "pll.as-known";

    /// <summary>What is saved is told with one digit: less than half of it is nothing.</summary>
    private const double LeastTold = 0.05;

    private const double Rounding = 1e-6;

    private readonly LlPlanner planner = new(tools);

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = orients ? [OrientsInTwo, OrientsAsKnown] : [PermutesInTwo, PermutesAsKnown];

    /// <inheritdoc/>
    public ICourseStage? Following => orients ? new LlCourse(tools, false) : null;

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        LlPosition.TryRead(position, focus.Base, out var read, out _) && IsDone(read.State);

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) =>
        IsDone(position.Apply(Hold.BringingDown(position.Hold.FaceOf(focus.Base))[0].Rotation), focus);

    /// <summary>The case as it is seen from the hold: what has to be read is on top and at its sides.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        if (!LlPosition.TryRead(now, focus.Base, out var read, out _) || read.Rotation.Count > 0 || IsDone(read.State)) return null;
        var set = orients ? LlSet.Oll : LlSet.Pll;
        if (!orients && !LlSet.Oll.IsDone(read.State)) return null;
        var c = LlCases.Of(set, read.State).Case;
        return c.IsSolved ? StageSight.OnlyTop
            : new StageSight([], $"To be read was {c.Title}. {LlGlances.Say(LlGlances.Of(set, read.State))}".TrimEnd());
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var (stops, own) = (new List<CourseStop>(), Options(options));
        while (LlPosition.TryRead(position, focus.Base, out var read, out _) && !IsDone(read.State))
        {
            var stop = Next(read, own.After(options.Arrived.Concat(stops.SelectMany(s => s.Turns))));
            stops.Add(stop);
            position = position.Apply(stop.Turns);
        }

        return new StagePlan(stops, [], false);
    }

    /// <summary>The algorithms for what comes next, each with what it leads to; the best with what follows it first.</summary>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        if (!LlPosition.TryRead(position, focus.Base, out var read, out _) || read.State == LlState.Solved) return [];
        var own = Options(options).After(options.Arrived);
        if (own.Next(read.State) is not { } set) return [new WayGroup("home", "Only a turn of the top is left", [])];
        return
        [
            new WayGroup(set.Id(), Words.Capital(LlWords.StopTitle(set)), [.. planner.Ahead(read.State, own).Select(p =>
                new StageWay([.. read.Rotation, .. p.First.AsTurned], p.First.Time, p.First.Regrips,
                    LlWords.Way(p, LlNotes.Way(read.Held, p.First.AsTurned), options.Hands)))]),
        ];
    }

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel)
    {
        var own = Options(options).After(options.Arrived);
        // Looks of two are planned one after the other, and of the last look only the best counts.
        if (!LlPosition.TryRead(position, focus.Base, out var read, out _) || own.Next(read.State) != LlSet.Oll)
            return [[.. Plan(position, focus, options, cancel).Stops.Select(s => s.Turns)]];
        return [.. planner.Ahead(read.State, own).DistinctBy(p => p.First.Result).Take(most)
            .Select(p => (Turn[][])[[.. read.Rotation, .. p.First.AsTurned]])];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        if (!LlPosition.TryRead(position, focus.Base, out var before, out var refusal)) return (null, refusal);
        var written = string.Join(' ', turns);
        var end = position.Apply(turns);
        if (end.Hold.ColorAt(Face.D) != focus.Base)
            return (null, new StageRefusal("base-not-down", $"{written} ends with the base not down."));
        if (!LlPosition.TryRead(end, focus.Base, out var after, out _))
            return (null, new StageRefusal("breaks-solved", $"{written} breaks the first two layers and does not put them back."));
        var needed = Options(options).Next(before.State);
        if (LlSteps.Done(before.State, after.State, needed == LlSet.Ocll, needed == LlSet.Epll) is not { } set)
            return (null, new StageRefusal("solves-nothing", $"{written} brings the last layer no further."));
        return (Stop(before, set, turns, options.Hands.Measure(turns), "", true), null);
    }

    private bool IsDone(LlState state) => orients ? LlSet.Oll.IsDone(state) : state == LlState.Solved;

    private static LlOptions Options(CourseOptions options) => new(
        options.Hands, options.ByTurns, options.Wishes.Contains(OrientsInTwo), options.Wishes.Contains(PermutesInTwo))
    {
        TopAsKnown = options.Wishes.Contains(OrientsAsKnown),
        SidesAsKnown = options.Wishes.Contains(PermutesAsKnown),
        Repertoire = options.Repertoire,
    };

    private CourseStop Next(LlPosition read, LlOptions options)
    {
        var lead = read.Rotation;
        if (options.Next(read.State) is not { } set)
        {
            Turn[] top = [.. lead, .. read.State.TopLeft is > 0 and var q ? (Turn[])[Turn.Of(Face.U, q)] : []];
            return Stop(read, LlSet.Pll, top, options.Hands.Measure(top), "only the top is left to turn", false);
        }

        var pairs = planner.Ahead(read.State, options);
        var why = Why(pairs, tools.Rank(set, read.State, options), options, set);
        return Stop(read, set, [.. lead, .. pairs[0].First.AsTurned], pairs[0].First.Time, why, false);
    }

    /// <summary>Why the first of some pairs is taken: what comes after it, and what that saves.</summary>
    private static string Why(IReadOnlyList<LlPair> pairs, IReadOnlyList<LlChoice> ranked, LlOptions options, LlSet set)
    {
        var best = pairs[0];
        // Among those that are ranked before it alone: what is gained by looking further than the first algorithm.
        var alone = options.ByTurns ? pairs.MinBy(p => p.First.Length)!
            : pairs.MinBy(p => p.First.Cost + p.Grip ?? double.PositiveInfinity)!;
        var leads = best.Left.IsSolved ? "leads to the end" : $"leads to {best.Left.Title}";
        if (ReferenceEquals(alone, best))
        {
            var what = options.ByTurns ? Shortest(best.First, set, options) : IsQuickestOf(ranked) ? "the quickest"
                : best.First.Sequence.IsCommon && IsQuickestOf(ranked.Where(c => c.Sequence.IsCommon)) ? "the quickest common algorithm"
                : "";
            var whose = best.First.IsOwn ? "your own algorithm" : "";
            return string.Join(", ", new[] { what, whose, leads }.Where(s => s.Length > 0));
        }

        var saved = options.ByTurns ? alone.Length - best.Length : (alone.Time ?? 0) - (best.Time ?? 0);
        if (saved < LeastTold) return leads;
        var gain = options.ByTurns ? Words.Turns(alone.Length - best.Length)
            : options.Hands.Told(saved);
        return $"{leads}: {gain} less in all than with {string.Join(' ', alone.First.AsTurned)}";

        bool IsQuickestOf(IEnumerable<LlChoice> choices) => choices.All(c => !(Time(c) < best.FirstTime - Rounding));

        double? Time(LlChoice choice) => options.Arrived.Count == 0 ? choice.Time
            : options.Hands.MeasureAfter(options.Arrived, choice.AsTurned);
    }

    /// <summary>Of permutations those that mix both sides are planned only where they are common.</summary>
    private static string Shortest(LlChoice best, LlSet set, LlOptions options) =>
        set.Orients() || options.Hands.Preferences.Own is not null ? "the shortest"
        : best.IsOwn ? "" : best.MixesSides ? "the shortest common algorithm" : "the shortest that doesn't mix both sides";

    private static CourseStop Stop(LlPosition read, LlSet set, IReadOnlyList<Turn> turns, double? time, string why, bool isChosen)
    {
        var c = LlCases.Of(set, read.State).Case;
        var glances = LlGlances.Of(set, read.State);
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], made = [.. turns.Skip(lead.Length)];
        var (notes, way) = LlNotes.Read(read.Rotation.Count > 0 ? read.Held : read.Held.Apply(lead), made);
        return new CourseStop(
            LlSets.Id(set), LlWords.StopTitle(set), [read.Held.Hold.ColorAt(Face.U)], c.IsSolved ? "" : c.Id, c.Title,
            c.IsSolved ? "" : $"{LlGlances.Say(glances)} Comes {LlWords.HowOften(c)}.", turns, turns.Sum(t => Metric.Htm.Cost(t)), time,
            c.IsSolved ? "turns the top home" : way, why, null, notes, made, isChosen)
        { IsAsTurned = !isChosen };
    }
}
