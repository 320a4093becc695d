using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>
/// All edges made good before anything else, together with the line of the base or, as a habit, with its cross: one stop, in the fewest
/// turns. Any two faces that lie across may be those in front and behind.
/// </summary>
public sealed class GoodStartCourse(TableShelf shelf) : ICourseStage
{
    /// <summary>The wish for the cross instead of the line.</summary>
    public const string WithCross = $"{GoodStartStage.StageId}.cross";

    private static readonly bool[] Both = [false, true];

    private const int MostShown = 6;
    private const int MostMeasured = 60;

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = [WithCross];

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) =>
        position.Hold.ColorAt(Face.D) == focus.Base && GoodHold.Of(position, focus.Base)[0].Stands;

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => GoodHold.Standing(position, focus.Base) is not null;

    /// <summary>How many are bad.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus) =>
        GoodHold.Standing(after, focus.Base) is { } end
            ? new StageSight([], $"{GoodHold.Of(now, focus.Base).First(h => h.Sides == end.Sides).Count} edges were bad.") : null;

    /// <inheritdoc/>
    public CourseStop? Standing(CubeState position, Focus focus) =>
        Stop(position, focus, [], new CourseOptions(Usual, false, false, 1), false);

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel) =>
        Best(position, focus, options, cancel) is [var first, ..]
            ? new StagePlan([Stop(position, focus, first, options, false)], [], false) : new StagePlan([], [], false);

    /// <inheritdoc/>
    public IReadOnlyList<IReadOnlyList<IReadOnlyList<Turn>>> Onward(CubeState position, Focus focus, CourseOptions options, int most,
        CancellationToken cancel) => [.. Best(position, focus, options, cancel).Take(most).Select(w => (IReadOnlyList<Turn>[])[w])];

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        var groups = from sides in GoodHold.Of(position, focus.Base).GroupBy(h => h.Sides)
                     from withCross in Both
                     let ways = Search().Find(sides.First().Named, withCross, slack, cancel)
                     where ways.Count > 0 && ways[0].Count > 0
                     orderby withCross != options.Wishes.Contains(WithCross), ways[0].Count
                     let what = withCross ? "cross" : "line"
                     select new WayGroup($"{what}-{sides.Key.Replace(' ', '-')}",
                         $"{Words.Capital(what)}, {sides.Key} in front and behind: {Words.Turns(ways[0].Count)}",
                         [.. Ranked(position, sides, ways, options).Take(MostShown).Select(w => StageWay.Of(w.Turns, options.Hands,
                             withCross ? "edges good, the cross stands" : "edges good, the line stands"))]);
        return [.. groups];
    }

    /// <summary>Good edges with the line, or the cross if that is wished for, on each base: for the faces that take the fewest.</summary>
    public IReadOnlyList<Opening> Openings(CubeState position, CourseOptions options, CancellationToken cancel)
    {
        var (search, withCross) = (Search(), options.Wishes.Contains(WithCross));
        return [.. Faces.AllColors.Select(color =>
        {
            var (hold, ways) = GoodHold.Of(position, color).DistinctBy(h => h.Sides)
                .Select(h => (Hold: h, Ways: search.Find(h.Named, withCross, 0, cancel)))
                .OrderBy(w => w.Ways[0].Count).ThenByDescending(w => w.Ways.Count).First();
            return new Opening("", [color], $"good edges and {(withCross ? "cross" : "line")} on {color.Name()}",
                [.. new[] { Face.F, Face.B }.Select(f => hold.Held.Hold.ColorAt(f)).Order()], ways[0].Count, ways.Count,
                hold.HasCross ? ["the cross"] : hold.HasLine ? ["the line"] : [],
                [OpeningFact.Sides(hold.Sides), OpeningFact.Bad(hold.Count)]);
        })];
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (end, written) = (position.Apply(turns), string.Join(' ', turns));
        if (GoodHold.Standing(end, focus.Base) is not { } standing)
        {
            var near = GoodHold.Of(end, focus.Base).MinBy(h => (h.Count, h.HasLine ? 0 : 1))!;
            return (null, new StageRefusal("solves-nothing",
                $"{written} does not end with all edges good and the line of {focus.Base.Name()}: with {near.Sides} in front and behind "
                + $"{GoodNotes.Left(near.Count)} bad, and the line {(near.HasLine ? "stands" : "does not stand")}."));
        }

        return end.Hold.ColorAt(Face.D) != focus.Base ? (null, new StageRefusal("base-not-down",
                $"{written} ends with {end.Hold.ColorAt(Face.D).Name()} down, not {focus.Base.Name()}."))
            : !GoodHold.Of(end, focus.Base)[0].Stands ? (null, new StageRefusal("sides-not-in-front",
                $"{written} ends with the wrong faces in front and behind: {standing.Sides} belong there."))
            : (Stop(position, focus, turns, options, true), null);
    }

    /// <summary>
    /// Judges turns for what stands at the end, the cross if that is more than the line, and for the faces for which it takes most, which
    /// is the kindest; where neither stands for what is nearest then.
    /// </summary>
    public SchoolJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CancellationToken cancel)
    {
        var (search, end) = (Search(), position.Apply(turns));
        var ends = GoodHold.Of(end, focus.Base);
        bool isCross = ends.Any(h => h.Stands && h.HasCross);
        IReadOnlyList<Turn> Way(GoodHold hold) => search.Find(hold.Named, isCross, 0, cancel)[0];
        GoodHold[] starts = [.. GoodHold.Of(position, focus.Base).DistinctBy(h => h.Sides)];
        var standing = ends.Where(h => h.Stands && (!isCross || h.HasCross)).Select(h => h.Sides).ToHashSet();
        var sides = standing.Count > 0 ? starts.Where(h => standing.Contains(h.Sides)).MaxBy(h => Way(h).Count)!.Sides
            : ends.DistinctBy(h => h.Sides).MinBy(h => Way(h).Count)!.Sides;
        return SchoolJudge.Judge(isCross ? "good edges and cross" : "good edges and line", position, turns,
            state => GoodHold.Of(state, focus.Base).First(h => h.Sides == sides) is var hold ? (hold.Held.Hold, Way(hold)) : null,
            (_, _) => "", null, (start, faces) => Notes(start, faces, focus.Base, sides));
    }

    /// <summary>The quickest of the ways of the fewest turns to the line.</summary>
    public IReadOnlyList<Turn> Fewest(CubeState position, Focus focus) =>
        Best(position, focus, new CourseOptions(Usual, true, true, 1), CancellationToken.None)[0];

    /// <summary>The turns are told as they are called in the hold before them, the edges as those faces have them that are meant.</summary>
    private static IReadOnlyList<StageNote> Notes(CubeState position, IReadOnlyList<Turn> faces, Color color, string sides)
    {
        var hold = GoodHold.Of(position, color).First(h => h.Sides == sides);
        return GoodNotes.Of(hold.Held, FaceTurns.Renamed(faces, position.Hold, hold.Held.Hold), faces);
    }

    private static HandModel Usual { get; } = new(HandPreferences.Usual);

    private GoodStartSearch Search() => new(shelf.Get(CrossTable.Kind));

    private IReadOnlyList<Turn>[] Best(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var search = Search();
        return [.. GoodHold.Of(position, focus.Base).GroupBy(h => h.Sides)
            .SelectMany(s => Ranked(position, s, search.Find(s.First().Named, options.Wishes.Contains(WithCross), 0, cancel), options))
            .Where(w => !double.IsPositiveInfinity(w.Time))
            .OrderBy(w => options.ByTurns ? w.Turns.Sum(t => Metric.Htm.Cost(t)) : w.Time).ThenBy(w => w.Time).Select(w => w.Turns)];
    }

    /// <summary>
    /// Ways, named in the first of two holds that lie across, as they are made in either: in inspection the cube is turned over for
    /// nothing. The edges stay good only where it is not turned over on the way.
    /// </summary>
    private static IReadOnlyList<(IReadOnlyList<Turn> Turns, double Time)> Ranked(CubeState position, IEnumerable<GoodHold> holds,
        IReadOnlyList<IReadOnlyList<Turn>> ways, CourseOptions options)
    {
        var first = holds.First();
        return [.. holds.SelectMany(h => ways.Take(MostMeasured).Select(w => FaceTurns.Renamed(w, first.Held.Hold, h.Held.Hold))
            .Select(w => (Turns: (IReadOnlyList<Turn>)[.. h.Rotation, .. w], Time: options.Hands.Measure(w) ?? double.PositiveInfinity)))
            .OrderBy(w => options.ByTurns ? w.Turns.Sum(t => Metric.Htm.Cost(t)) : w.Time).ThenBy(w => w.Time)
            .ThenBy(w => string.Join(' ', w.Turns), StringComparer.Ordinal)];
    }

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, bool isChosen)
    {
        Turn[] lead = [.. turns.TakeWhile(t => t.Kind == TurnKind.Rotation)], made = [.. turns.Skip(lead.Length)];
        var (begun, end) = (position.Apply(lead), GoodHold.Standing(position.Apply(turns), focus.Base)!);
        var (start, faces) = (GoodHold.Of(begun, focus.Base).First(h => h.Sides == end.Sides), HandModel.FaceTurns(made));
        return new CourseStop(GoodStartStage.StageId, end.HasCross ? "edges good, cross" : "edges good, line", [focus.Base], "", "",
            turns.Count == 0 ? "" : $"With {start.Sides} in front and behind {GoodNotes.Left(start.Count)} bad"
                + (start.Count == 0 ? "." : $": {Words.Join(start.BadNames)}."), turns,
            turns.Sum(t => Metric.Htm.Cost(t)), options.Hands.Measure(made), turns.Count == 0 ? "stands already"
                : $"{start.Count} bad before, none after", "", null, Notes(begun, faces, focus.Base, end.Sides), faces, isChosen)
        { IsAsTurned = !isChosen };
    }
}
