using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>The first two layers: four pairs in four slots, the cross undisturbed.</summary>
public sealed class F2lStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "f2l";

    /// <summary>Over the tables of a shelf; waits for those of the pairs when they are first needed.</summary>
    public F2lStage(TableShelf shelf)
    {
        Tools = new F2lTools(shelf);
        var tasks = new F2lTasks(Tools);
        Drills =
        [
            new FindPieces(tasks), new WhichCase(tasks), new WhichWay(tasks), new SolvePair(tasks), new NextPair(tasks),
                new SafeTurn(tasks), new LookAheadDrill(tasks),
            new LastSlot(tasks),
        ];
        Book = new F2lCasebook(Tools);
        Course = new F2lCourse(Tools);
    }

    /// <summary>Its searchers and planners.</summary>
    public F2lTools Tools { get; }

    /// <summary>Its casebook.</summary>
    public F2lCasebook Book { get; }

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Pairs";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [CrossTable.Kind, F2lTables.ReadyKind, F2lLastSlots.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICasebook? Casebook => Book;

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public IReadOnlyList<StageHabit> Habits { get; } =
    [
        new(
            "school", "Taught", Words.Code(F2lSchool.ByRule),
            [.. Enum.GetValues<F2lSchool>().Select(s =>
                new HabitChoice(Words.Code(s), Words.Capital(F2lWords.Name(s)), F2lWords.Describe(s)))]),
        new("beam", "All four are planned", $"{F2lPlanner.DefaultBeam}", [], 1, 60)
        {
            Steps =
            [
                new HabitChoice("6", "Quick", "a moment; about a turn more"),
                new HabitChoice($"{F2lPlanner.DefaultBeam}", "Usual", "a tenth of a second"),
                new HabitChoice("40", "Thorough", "some tenths of a second"),
            ],
        },
    ];

    /// <summary>Looking ahead shortens the pauses, solving a pair the turns.</summary>
    public string? DrillFor(LossKind loss) => loss == LossKind.Turns ? SolvePair.DrillId : Drills.OfType<LookAheadDrill>().First().Id;

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!F2lPosition.TryRead(position, focus.Base, out var read, out var refusal)) return refusal;
        return read.Pairs.SolvedSlots == SlotSet.All
            ? new StageRefusal("all-solved", "All four pairs stand already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (!F2lPosition.TryRead(position, focus.Base, out var read, out var refusal))
            throw new ArgumentException(refusal.Message, nameof(position));
        // Moves are made from the hold of the position; what brings the base down is the first of them.
        var own = FaceTurns.After(read.Rotation, turns);
        return new F2lJudge(Tools.NewPlanner()).Judge(read, own, new F2lOptions(options.Hands, options.ByTurns), cancel: cancel);
    }
}
