using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>The cross: four edges of one colour around their centre, held down.</summary>
public sealed class CrossStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "cross";

    /// <summary>Over the tables of a shelf; waits for the small table of the cross.</summary>
    public CrossStage(TableShelf shelf)
    {
        Tools = CrossTools.From(shelf);
        Drills =
        [
            new SortEdges(Tools), new LastEdge(Tools), new FollowEdge(), new PlanAndCommit(Tools), new Ladder(Tools),
                new ChooseColor(Tools), new SaveThePlan(Tools),
        ];
        Casebook = new CrossCasebook(Tools);
        Course = new CrossCourse(Tools);
    }

    /// <summary>Its planners.</summary>
    public CrossTools Tools { get; }

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Cross";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables { get; } = [CrossTable.Kind];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills { get; }

    /// <inheritdoc/>
    public ICasebook? Casebook { get; }

    /// <inheritdoc/>
    public ICourseStage? Course { get; }

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus) => null;

    /// <inheritdoc/>
    public IReadOnlyList<Turn> ReadOwn(CubeState position, Focus focus, IReadOnlyList<Turn> shown, IReadOnlyList<Turn> own) =>
        CrossJudge.FromHold(position, focus.Base, shown, own);

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => Tools.Judge.Judge(position, focus.Base, turns, options.Hands, null, null);

    /// <inheritdoc/>
    public IReadOnlyList<Weakness> Weaknesses(IReadOnlyList<KeptPlan> plans) =>
        CrossWeaknesses.Find([.. plans.Select(p => Tools.Judge.Judge(p.Position, p.Focus.Base, p.Turns))]);
}
