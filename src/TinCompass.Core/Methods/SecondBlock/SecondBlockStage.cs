using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>The second block: at the right, by R, r, M and U, the first one at the left undisturbed.</summary>
public sealed class SecondBlockStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "sb";

    private readonly TableShelf shelf;

    /// <summary>Over the tables of a shelf; waits for them when they are first needed.</summary>
    public SecondBlockStage(TableShelf shelf)
    {
        this.shelf = shelf;
        Course = new SecondBlockCourse(NewPlanner, () => new BothBlocksSearch(shelf.Get(FirstBlockTable.Kind)));
        Drills = [new BlockPair(NewPlanner, Blocks), new TakeOut(NewPlanner, Blocks)];

        FirstBlockPlanner Blocks() => new(shelf.Get(FirstBlockTable.Kind));
    }

    /// <summary>A planner.</summary>
    public SecondBlockPlanner NewPlanner() => new(shelf.Get(SecondBlockTable.Kind));

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Second block";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [FirstBlockTable.Kind, SecondBlockTable.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; } =
    [
        new StageHabit("faces", "Turns of the second block", "four",
        [
            new HabitChoice("four", "R r M U", "the first block stays closed"),
            new HabitChoice("six", "All faces", "where better; the first block is opened"),
        ]),
    ];

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!FirstBlockDone.TryRead(position, focus, out var read, out var refusal)) return refusal;
        return read.Right == SecondBlockPosition.Solved || Course!.IsDone(position.Apply(read.Rotation), focus)
            ? new StageRefusal("all-solved", "The second block stands already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (!FirstBlockDone.TryRead(position, focus, out var read, out var refusal))
            throw new ArgumentException(refusal.Message, nameof(position));
        var own = FaceTurns.After(read.Rotation, turns);
        return SecondBlockJudge.Judge(NewPlanner(), read, own, options.Hands, cancel);
    }
}
