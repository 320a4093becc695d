using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>The first block: two corners and three edges of a side, 1x2x3, held at the left with its base down.</summary>
public sealed class FirstBlockStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "fb";

    private readonly TableShelf shelf;

    /// <summary>Over the tables of a shelf; waits for them when they are first needed.</summary>
    public FirstBlockStage(TableShelf shelf)
    {
        this.shelf = shelf;
        Course = new FirstBlockCourse(NewPlanner);
        Drills = [new FindBlockPieces(), new OneTurnPair(), new WhichBlock(NewPlanner), new BlockPlan(NewPlanner)];
    }

    /// <summary>A planner for one thread.</summary>
    public FirstBlockPlanner NewPlanner() => new(shelf.Get(FirstBlockTable.Kind));

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "First block";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [FirstBlockTable.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; } =
    [
        new StageHabit("side", "Side of the first block", "any",
            [new HabitChoice("any", "Any"), .. Faces.AllColors.Select(c => new HabitChoice(c.Name(), Words.Capital(c.Name())))]),
    ];

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus) => null;

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) =>
        FirstBlockJudge.Judge(NewPlanner(), position, focus, turns, options.Hands);
}
