using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cmll.Drills;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>The corners of the top, both blocks standing, the middle and the top's edges free.</summary>
public sealed class CmllStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "cmll";

    private readonly TableShelf shelf;

    /// <summary>Over the tables of a shelf.</summary>
    public CmllStage(TableShelf shelf)
    {
        this.shelf = shelf;
        Tools = new CmllTools(shelf);
        var twoLooks = new LlTools(shelf);
        Casebook = new CmllCasebook(Tools, twoLooks);
        Course = new CmllCourse(Tools, twoLooks, NewPlanner);
        Drills = [new CmllWhichCase(), new CmllRecall(Tools, twoLooks)];
    }

    /// <summary>The book and what was ranked of it.</summary>
    public CmllTools Tools { get; }

    /// <summary>A planner.</summary>
    public CmllPlanner NewPlanner() => new(Tools, shelf.Get(SixEdgesTable.Kind));

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Corners (CMLL)";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [CmllBook.Kind, LlBook.Kind, SixEdgesTable.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICasebook? Casebook { get; }

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; } =
    [
        new StageHabit("looks", "Looks at the corners", "one",
            [new HabitChoice("one", "One", "42 cases"), new HabitChoice("two", "Two", "turned up, then placed")]),
    ];

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!CmllPosition.TryRead(position, focus.Base, out var read, out var refusal)) return refusal;
        return CmllCorners.IsDone(read.Corners)
            ? new StageRefusal("all-solved", "The top's corners stand already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (!CmllPosition.TryRead(position, focus.Base, out var read, out var refusal))
            throw new ArgumentException(refusal.Message, nameof(position));
        var own = FaceTurns.After(read.Rotation, turns);
        return CmllJudge.Judge(Tools, NewPlanner(), read, own, options.Hands);
    }
}
