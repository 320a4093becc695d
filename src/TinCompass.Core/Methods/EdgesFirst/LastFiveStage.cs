using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.EdgesFirst.Drills;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>The last five edges: four on top and one in the working place.</summary>
public sealed class LastFiveStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "lastfive";

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Last five edges";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; } = [new NameTheEnding(), new IsItOdd(), new WhichSeries(), new FinishTheEdges()];

    /// <inheritdoc/>
    public ICasebook? Casebook { get; } = new EdgesCasebook();

    /// <inheritdoc/>
    public ICourseStage? Course { get; } = new LastFiveCourse();

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; } =
    [
        new StageHabit("series", "School, and series for the last five edges", "six",
            [new HabitChoice("six", "All six", "around the corner over the working place"),
                new HabitChoice("one", "One alone", "F first, then R: with turns of the top it does all"),
                new HabitChoice("pairs", "Three pairs first", "pairs instead of middle edges, then four series that keep them")]),
    ];

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (LastFiveCourse.Open(position, focus) is null) return NotOpen(position, focus.Base);
        return Course!.Stands(position, focus)
            ? new StageRefusal("all-solved", "All edges are home already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        // Who keeps to the one series is judged by it.
        var faces = HandModel.FaceTurns(turns);
        var school = EdgesPosition.Holds(position, focus.Base).Any(h => h.IsOpenInFront
            && LastFive.IsOfOneSeries(FaceTurns.Renamed(faces, position.Hold, h.Held.Hold))) ? LastFive.OfOneSeries
            // So is who has three pairs standing, and keeps them.
            : F2lCourse.PairsOf(position, focus.Base) >= MiddleCourse.Pairs
                && F2lCourse.PairsOf(position.Apply(turns), focus.Base) >= MiddleCourse.Pairs ? LastFive.KeepingPairs : LastFive.Usual;
        return SchoolJudge.Judge("last five edges", position, turns,
            state => LastFiveCourse.Open(state, focus, school) is { } hold
                ? (hold.Held.Hold, [.. school.Stops(hold.Set).SelectMany(s => s)]) : null,
            // An edge in the working place that stood by chance may be taken out on the way.
            (before, after) => LastFiveCourse.Open(after, focus) is null ? EdgesWords.Lost(before, after, focus.Base) : "",
            // The fewest turns look at edges alone: no advice for one who keeps pairs.
            school == LastFive.KeepingPairs ? null : () => EdgeSearch.For(EdgeSet.Every)
                .Find(EdgesPosition.Holds(position, focus.Base)[0].Set, CancellationToken.None).Count,
            (start, faces) => EdgesTrace.Notes(start, faces, focus.Base));
    }

    /// <summary>More than the last five edges is open.</summary>
    internal static StageRefusal NotOpen(CubeState position, Color color)
    {
        var home = EdgesHome.Of(position);
        return EdgesHome.HasCross(home, color)
            ? new StageRefusal("middle-open", $"Only {EdgesHome.MiddleCount(home, color)} of the middle edges are home; three come first.")
            : EdgesHome.NoCross(color);
    }
}
