using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>The block 2x2x2 with which block first begins; and the same made longer, to 2x2x3.</summary>
public sealed class BuildStage : IStage
{
    /// <summary>The stable name of the first.</summary>
    public const string SmallId = "small";

    /// <summary>The stable name of the second.</summary>
    public const string LongId = "long";

    private readonly bool isLong;
    private readonly BuildCourse course;

    private BuildStage(BlockTools tools, bool isLong)
    {
        this.isLong = isLong;
        course = new BuildCourse(tools, isLong);
        Drills = [new BuildBlock(tools, isLong)];
    }

    /// <summary>Both, over the tables of block first.</summary>
    public static IEnumerable<BuildStage> All(BlockTools tools) => [new(tools, false), new(tools, true)];

    /// <inheritdoc/>
    public string Id => isLong ? LongId : SmallId;

    /// <inheritdoc/>
    public string Title => isLong ? "Block 2x2x3" : "Block 2x2x2";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables => BlockTools.Tables;

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage Course => course;

    /// <summary>A first block can be asked for at any position.</summary>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!isLong) return null;
        if (course.Asked(PieceSet.Home(position), focus).Count == 0)
            return new StageRefusal("block-not-done", $"No block 2x2x2 with {focus.Base.Name()} stands: it is made longer when it does.");
        return course.Stands(position, focus)
            ? new StageRefusal("all-solved", "A block 2x2x3 with that base stands already: there is nothing to judge.") : null;
    }

    /// <summary>Own turns may begin with the rotation that is shown, as the plan does: then it is meant once.</summary>
    public IReadOnlyList<Turn> ReadOwn(CubeState position, Focus focus, IReadOnlyList<Turn> shown, IReadOnlyList<Turn> own) =>
        shown.Count > 0 && own.Take(shown.Count).SequenceEqual(shown) ? own : [.. shown, .. own];

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => course.Judge(position, focus, turns, cancel);
}
