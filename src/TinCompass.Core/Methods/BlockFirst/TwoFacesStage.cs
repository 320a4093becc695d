using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>The rest by two faces: last block and last layer.</summary>
public sealed class TwoFacesStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "twofaces";

    private readonly TwoFacesCourse course;

    /// <summary>Over the tables of block first.</summary>
    public TwoFacesStage(BlockTools tools)
    {
        course = new TwoFacesCourse(tools);
        Drills = [new LastBlockDrill()];
    }

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Two faces";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables => BlockTools.Tables;

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage? Course => course;

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (TwoFacesCourse.Read(position, focus.Base) is null) return NotGood(position, focus.Base);
        return position.IsSolved ? new StageRefusal("all-solved", "Everything is solved already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => SchoolJudge.Judge("last block and last layer", position, turns,
        state => TwoFacesCourse.Read(state, focus.Base) is { } open
            ? (open.Held.Hold, [.. course.Steps(open, cancel).SelectMany(s => s.Turns)]) : null, (_, _) => "",
        null, (start, faces) => TwoFacesCourse.Notes(start, faces, focus.Base));

    /// <summary>No block with all edges good stands.</summary>
    internal static StageRefusal NotGood(CubeState position, Color color) => OpenPosition.Of(position, color) is [var open, ..]
        ? new StageRefusal("edges-bad", $"{open.Count} edges are bad: two faces bring them home turned over.") : MendStage.NoBlock(color);
}
