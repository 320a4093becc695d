using TinCompass.Core.Cube;
using TinCompass.Core.Methods.SixEdges.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>The last six edges: by M and U, in three steps.</summary>
public sealed class SixEdgesStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "lse";

    private readonly TableShelf shelf;

    /// <summary>Over the tables of a shelf; waits for them when they are first needed.</summary>
    public SixEdgesStage(TableShelf shelf)
    {
        this.shelf = shelf;
        Course = new SixEdgesCourse(NewPlanner);
        Drills =
        [
            new BadEdges(), new ArrowOrNot(NewPlanner), new SixEdgesStepDrill(NewPlanner, SixEdgesGoal.Oriented), new MiddleWay(NewPlanner),
            new SixEdgesStepDrill(NewPlanner, SixEdgesGoal.SidesHome), new SixEdgesStepDrill(NewPlanner, SixEdgesGoal.Solved),
        ];
    }

    /// <summary>A planner.</summary>
    public SixEdgesPlanner NewPlanner() => new(shelf.Get(SixEdgesTable.Kind));

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Last six edges";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [SixEdgesTable.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus)
    {
        if (!SixEdgesPosition.TryRead(position, out _, out var refusal)) return refusal;
        return position.IsSolved ? new StageRefusal("all-solved", "Everything is solved already: there is nothing to judge.") : null;
    }

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default)
    {
        if (!SixEdgesPosition.TryRead(position, out var read, out var refusal))
            throw new ArgumentException(refusal.Message, nameof(position));
        var own = FaceTurns.After(read.Rotation, turns);
        return SixEdgesJudge.Judge(NewPlanner(), read, own, options.Hands);
    }
}
