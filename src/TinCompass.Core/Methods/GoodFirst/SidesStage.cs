using TinCompass.Core.Cube;
using TinCompass.Core.Methods.GoodFirst.Drills;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>The line made the cross, by three faces.</summary>
public sealed class SidesStage : IStage
{
    /// <summary>Its stable name.</summary>
    public const string StageId = "sides";

    /// <inheritdoc/>
    public string Id => StageId;

    /// <inheritdoc/>
    public string Title => "Sides of the cross";

    /// <inheritdoc/>
    public IReadOnlyList<TableKind> Tables => [];

    /// <inheritdoc/>
    public IReadOnlyList<Drill> Drills => [];

    /// <summary>The sides are planned with the line.</summary>
    public string? DrillFor(LossKind loss) => PlanGoodStart.DrillId;

    /// <inheritdoc/>
    public ICourseStage? Course { get; } = new SidesCourse();

    /// <inheritdoc/>
    public StageRefusal? Refuses(CubeState position, Focus focus) =>
        GoodHold.Standing(position, focus.Base) is not { } start ? GoodStartStage.NotGood(position, focus.Base)
            : start.HasCross ? new StageRefusal("all-solved", "The cross stands already: there is nothing to judge.") : null;

    /// <inheritdoc/>
    public StageJudgement Judge(CubeState position, Focus focus, IReadOnlyList<Turn> turns, CourseOptions options,
        CancellationToken cancel = default) => SchoolJudge.Judge("sides of the cross", position, turns,
        state => GoodHold.Standing(state, focus.Base) is { } hold ? (hold.Held.Hold, SidesCourse.Ways(hold)[0]) : null,
        (_, _) => "", null, (start, faces) => GoodHold.Standing(start, focus.Base) is { Rotation.Count: 0 }
            ? GoodNotes.Of(start, faces) : []);
}
