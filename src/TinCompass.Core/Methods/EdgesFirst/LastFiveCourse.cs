using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// The last five edges as stops of a course: series by series around the corner over the working place, each stop with the ending that it
/// begins from.
/// </summary>
public sealed class LastFiveCourse : ICourseStage
{
    /// <summary>The wish for one series alone.</summary>
    public const string OneSeries = $"{LastFiveStage.StageId}.one-series";

    /// <summary>The wish for series that leave three pairs standing.</summary>
    public const string KeepPairs = $"{LastFiveStage.StageId}.keep-pairs";

    /// <inheritdoc/>
    public IReadOnlyList<string> Wishes { get; } = [OneSeries, KeepPairs];

    /// <inheritdoc/>
    public bool IsDone(CubeState position, Focus focus) => position.Hold.ColorAt(Face.D) == focus.Base && Stands(position, focus);

    /// <inheritdoc/>
    public bool Stands(CubeState position, Focus focus) => EdgesHome.Of(position) == EdgeSet.Every;

    /// <summary>The ending, where it stands; before that the edges that are not home.</summary>
    public StageSight? Sight(CubeState before, CubeState now, CubeState after, Focus focus)
    {
        if (Open(now, focus) is { } hold && LastThree.UpToTop(hold.Set) is var (ending, top))
            return ending == EdgesEnding.Solved ? StageSight.OnlyTop : new StageSight([], EdgesWords.Say(ending, top));
        return Open(before, focus) is { } first && LastThree.UpToTop(first.Set) is null
            ? StageSight.Of(now, EdgesHome.Colors(EdgeSet.Every & ~EdgesHome.Of(before))) : null;
    }

    /// <inheritdoc/>
    public StagePlan Plan(CubeState position, Focus focus, CourseOptions options, CancellationToken cancel)
    {
        var (school, stops) = (School(options), new List<CourseStop>());
        if (Open(position, focus, school) is not { } hold) return new StagePlan([], [], false);
        var state = position;
        foreach (var stop in school.Stops(hold.Set))
        {
            var start = EdgesPosition.Holds(state, focus.Base)[0];
            var turns = FaceTurns.Led(state.Hold, start.Rotation,
                EdgesStop.Made(FaceTurns.Renamed(stop, hold.Held.Hold, start.Held.Hold), options));
            stops.Add(Stop(state, focus, turns, options, stops.Count > 0 ? "" : Why(school, hold), false));
            state = state.Apply(turns);
        }

        return new StagePlan(stops, [], false);
    }

    private static string Why(LastFive school, EdgesPosition hold) => school.Series(hold.Set) switch
    {
        0 => "only the top is left",
        1 => "one series is enough",
        var n => $"{n} series, fewer do not do it",
    };

    /// <inheritdoc/>
    public IReadOnlyList<WayGroup> Ways(CubeState position, Focus focus, CourseOptions options, int slack, CancellationToken cancel)
    {
        var school = School(options);
        if (Open(position, focus, school) is not { } hold || Stands(position, focus)) return [];
        var start = EdgesPosition.Holds(position, focus.Base)[0];
        var series = school.Series(hold.Set);
        var next = new List<(int Turns, StageWay Way)>();
        foreach (var way in school.Nexts(hold.Set))
        {
            var after = hold.Set.After(way);
            var leads = school.Series(after) == 0 ? "edges home, but for the top"
                : $"leads to: {EdgesWords.Name(LastThree.UpToTop(after))}";
            next.Add((school.Turns(after), As(way, school.Series(after) == 0 && school.Turns(after) == 0 ? "edges home" : leads)));
        }

        Turn[] whole = [.. school.Stops(hold.Set).SelectMany(t => t)];
        var least = EdgeSearch.For(EdgeSet.Every).Find(hold.Set, cancel);
        return
        [
            .. next.Count == 0 ? [] : (WayGroup[])[new WayGroup("series", $"A series that leads on: {series} in all",
                [.. next.OrderBy(n => n.Turns + n.Way.Length).ThenBy(n => FaceTurns.Cost(n.Way, options)).Select(n => n.Way)])],
            new WayGroup("school", $"All of it by series: {Words.Turns(whole.Length)}", [As(whole, "edges home")]),
            new WayGroup("fewest", $"All at once: {Words.Turns(least.Count)}, no fewer do it", [Fewest()]),
        ];

        // It looks at edges alone: where pairs are to stay, it is said how many do.
        StageWay Fewest()
        {
            var way = As(least, "edges home");
            var (was, stay) = (F2lCourse.PairsOf(position, focus.Base), F2lCourse.PairsOf(position.Apply(way.Turns), focus.Base));
            return school != LastFive.KeepingPairs || stay >= was ? way
                : way with { Words = $"edges home; of {was} pairs {stay} stand then" };
        }

        StageWay As(IReadOnlyList<Turn> faces, string words) => EdgesStop.Way(position.Hold, start.Rotation,
            FaceTurns.Renamed(faces, hold.Held.Hold, start.Held.Hold), options, _ => words);
    }

    /// <inheritdoc/>
    public (CourseStop? Stop, StageRefusal? Refusal) Take(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options)
    {
        var (school, end, written) = (School(options), position.Apply(turns), string.Join(' ', turns));
        if (Open(position, focus, school) is not { } before) return (null, LastFiveStage.NotOpen(position, focus.Base));
        if (Open(end, focus, school) is not { } after)
            return (null, new StageRefusal("breaks-solved",
                $"{written} does not leave what stood: {EdgesWords.Lost(position, end, focus.Base)} at its end."));
        var (was, now) = (Left(school, before), Left(school, after));
        if (now.CompareTo(was) >= 0)
            return (null, new StageRefusal("solves-nothing", now.Series == was.Series
                ? $"{written} leads no nearer: {Words.Turns(now.Turns)} by series are left, as before or more."
                : $"{written} leads no nearer: {now.Series} series are left, {was.Series} were."));
        return (Stop(position, focus, turns, options, "", true), null);
    }

    private static (int Series, int Turns) Left(LastFive school, EdgesPosition hold) =>
        (school.Series(hold.Set), school.Turns(hold.Set));

    private static LastFive School(CourseOptions options) => options.Wishes.Contains(OneSeries) ? LastFive.OfOneSeries
        : options.Wishes.Contains(KeepPairs) ? LastFive.KeepingPairs : LastFive.Usual;

    /// <summary>
    /// The hold with the working place in front-right that takes the fewest series; null when more than it is open. Who keeps pairs works
    /// where none stands, also where the edge there is home by chance.
    /// </summary>
    internal static EdgesPosition? Open(CubeState position, Focus focus, LastFive? school = null)
    {
        var by = school ?? LastFive.Usual;
        return EdgesPosition.Holds(position, focus.Base).Where(h => h.IsOpenInFront)
            .OrderBy(h => by == LastFive.KeepingPairs && HasPairInFront(h))
            .ThenBy(h => by.Series(h.Set)).ThenBy(h => by.Turns(h.Set)).FirstOrDefault();
    }

    private static bool HasPairInFront(EdgesPosition hold)
    {
        var named = hold.Held.AsHeld();
        return named.EdgeAt(Edge.FR) == Edge.FR && named.FlipAt(Edge.FR) == 0
            && named.CornerAt(Corner.DFR) == Corner.DFR && named.TwistAt(Corner.DFR) == 0;
    }

    private static CourseStop Stop(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options, string why,
        bool isChosen)
    {
        var stop = EdgesStop.Read(position, focus.Base, turns);
        var trace = new EdgesTrace(EdgesPosition.Holds(stop.Held, focus.Base)[0], stop.Faces);
        var ending = Open(position, focus) is { } hold ? LastThree.UpToTop(hold.Set) : null;
        return stop.Told(LastFiveStage.StageId, EdgesWords.Name(ending), [focus.Base.Opposite()],
            ending is var (known, top) ? EdgesWords.Say(known, top) : EdgesWords.Far(stop.Held), turns, options, EdgesWords.Way(trace), why,
            stop.IsPlain ? trace.Groups : [], isChosen);
    }
}
