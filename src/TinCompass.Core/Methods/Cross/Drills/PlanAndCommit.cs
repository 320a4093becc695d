using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>Fifteen seconds to plan a cross; then the plan is given and stands. Any cross is right; what it cost is told.</summary>
public sealed class PlanAndCommit(CrossTools cross) : Drill(new DrillInfo(
    "cross.plan-and-commit", "Plan and commit", "Inspect for fifteen seconds, then enter the whole plan: before you turn your cube, or " +
        "after.", AnswerKind.Turns, 15_000)
{
    Cases = ["4", "5", "6", "7", "3"],
    FormerIds = ["plan-and-commit"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"crosses of {name}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        int? length = wish.Case is { } name ? int.Parse(name, CultureInfo.InvariantCulture) : null;
        var position = CrossTasks.Draw(cross, color, length, null, random);
        return new DrillTask(
            Id, wish, seed, cross.Planner.Distance(position, color).ToString(CultureInfo.InvariantCulture), position, new Focus(color),
                CrossTasks.HoldFor(position, color),
            $"Plan the {color.Name()} cross.", AnswerKind.Turns, [])
        {
            IsInspected = true,
            TargetMs = 15_000,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer) =>
        CrossTasks.JudgePlan(cross, task, answer, allowed: int.MaxValue);

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => CrossTasks.BestPlan(cross, task);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => CrossTasks.HintForPlan(cross, task);
}
