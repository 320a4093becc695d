using TinCompass.Core.Cube;
using TinCompass.Core.Methods.EdgesFirst.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>The corners at the end, by cycles of three that touch nothing else.</summary>
public sealed class CornersStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "corners";

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Corners by cycles";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; } =
        [new AlongOrAcross(), new WayRound(), new LastThreeCorners(), new ReadACycle(), new WriteACycle(), new UndoTheSetup()];

    /// <inheritdoc/>
    public ICasebook? Casebook { get; } = new CornersCasebook();

    /// <inheritdoc/>
    public ICourseStage? Course { get; } = new CornersCourse();

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (CornersPosition.Of(position, focus.Base) is null) return EdgesOpen(position);
        return position.IsSolved ? new StageRefusal("all-solved", "Everything is solved already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => CornersJudge.Judge(position, focus.Base, turns, options.Hands, cancel);

    /// <summary>Which edges are not home.</summary>
    internal static StageRefusal EdgesOpen(CubeState position)
    {
        var away = EdgesHome.Names(EdgeSet.Every & ~EdgesHome.Of(position));
        return new StageRefusal("edges-open",
            $"{Words.Capital(Words.Join(away))} {(away.Count == 1 ? "is" : "are")} not home: the corners come when all edges are.");
    }
}
