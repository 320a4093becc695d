using TinCompass.Core.Cube;
using TinCompass.Core.Methods.EdgesFirst.Drills;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Three edges of the middle layer, one place left open to work with.</summary>
public sealed class MiddleStage(F2lStage pairs) : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "middle";

    /// <summary>What it is for, in words.</summary>
    private const string What = "three middle edges";

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Middle edges";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = pairs.Tables;

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; } = [new WhichFaceFirst(), new BringIn()];

    /// <inheritdoc/>
    public ICourseStage? Course { get; } = new MiddleCourse(pairs);

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!EdgesHome.HasCross(EdgesHome.Of(position), focus.Base)) return EdgesHome.NoCross(focus.Base);
        return Course!.Stands(position, focus)
            ? new StageRefusal("all-solved", "Three edges of the middle layer are home already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        var bySeries = BySeries(position, focus, turns);
        if (bySeries.FirstMistake is null || pairs.Refuses(position, focus) is not null) return bySeries;
        // Who brings in edges with their corners, as the second school does, is judged as at pairs.
        var (was, end) = (Standing(position), Standing(position.Apply(turns)));
        if (end.Pairs <= was.Pairs) return bySeries;
        var asPairs = pairs.Judge(position, focus, turns, options.Hands, options.Arrived, cancel);
        // A corner may come home by chance as well: what follows it is judged too, and of both schools the one by which fewer turns were
        // lost is theirs.
        var isByChance = end.Edges - was.Edges > end.Pairs - was.Pairs && asPairs is F2lJudgement { Rest: > 0 };
        return (asPairs.FirstMistake is null && !isByChance)
            || (end.Edges - was.Edges == end.Pairs - was.Pairs && asPairs.OverBest < bySeries.OverBest) ? asPairs : bySeries;

        (int Edges, int Pairs) Standing(CubeState state) =>
            (EdgesHome.MiddleCount(EdgesHome.Of(state), focus.Base), F2lCourse.PairsOf(state, focus.Base));
    }

    private static SchoolJudgement BySeries(CubeState position, Focus focus, IReadOnlyList<Turn> turns) =>
        SchoolJudge.Judge(What, position, turns,
            state =>
            {
                if (!EdgesHome.HasCross(EdgesHome.Of(state), focus.Base)) return null;
                var (hold, way) = MiddleEdges.Best(EdgesPosition.Holds(state, focus.Base))[0];
                return (hold.Held.Hold, [.. way.SelectMany(s => s.Turns)]);
            },
            (before, after) => EdgesWords.Lost(before, after, focus.Base),
            () => EdgesPosition.Holds(position, focus.Base)
                .Min(h => EdgeSearch.For(EdgeSet.Base | MiddleEdges.Edges).Find(h.Set, CancellationToken.None).Count),
            (start, faces) => EdgesTrace.Notes(start, faces, focus.Base));
}
