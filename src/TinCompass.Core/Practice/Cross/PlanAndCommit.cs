using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;

namespace TinCompass.Core.Practice.Cross;

/// <summary>Fifteen seconds to plan a cross; then the plan is given and stands. Any cross is right; what it cost is told.</summary>
public sealed class PlanAndCommit(CrossTools cross) : IDrill
{
    /// <inheritdoc/>
    public string Id => "plan-and-commit";

    /// <inheritdoc/>
    public string Title => "Plan and commit";

    /// <inheritdoc/>
    public string What => "Inspect for fifteen seconds, then enter the whole plan: before you turn your cube, or after.";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases { get; } = ["4", "5", "6", "7", "3"];

    /// <inheritdoc/>
    public string CaseTitle(string name) => $"crosses of {name}";

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        int? length = wish.Case is { } name ? int.Parse(name, CultureInfo.InvariantCulture) : null;
        var position = CrossTasks.Draw(cross, color, length, null, random);
        return new DrillTask(
            Id, wish, seed, cross.Planner.Distance(position, color).ToString(CultureInfo.InvariantCulture), position, color, CrossTasks.HoldFor(position, color),
            $"Plan the {color.Name()} cross.", AnswerKind.Turns, [])
        {
            IsInspected = true,
            TargetMs = 15_000,
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer) => CrossTasks.JudgePlan(cross, task, answer, allowed: int.MaxValue);

    /// <inheritdoc/>
    public DrillAnswer Solution(DrillTask task) => CrossTasks.BestPlan(cross, task);

    /// <inheritdoc/>
    public string Hint(DrillTask task) => CrossTasks.HintForPlan(cross, task);
}
