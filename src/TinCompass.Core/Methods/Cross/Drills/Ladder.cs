using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>
/// Crosses that get longer and worse while answers are right and quick: each rung has a shortest length and a number of bad edges.
/// </summary>
public sealed class Ladder(CrossTools cross) : Drill(new DrillInfo(
    "cross.ladder", "Ladder", "Plan crosses that get longer while you are right and quick. Right is at most one turn over the best.",
        AnswerKind.Turns, 5_500)
{
    Levels = 16,
    FormerIds = ["ladder"],
})
{
    private static readonly (int Length, int Bad)[] Rungs =
        [(1, 0), (2, 0), (2, 1), (3, 0), (3, 1), (4, 1), (4, 2), (5, 1), (5, 2), (5, 3), (6, 1), (6, 2), (6, 3), (7, 2), (7, 3), (7, 4)];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name.Split('+') is [var length, var bad] ? $"{length} turns, {bad} bad" : name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        var (length, bad) = Rungs[Math.Clamp(wish.Level, 1, Levels) - 1];
        var position = CrossTasks.Draw(cross, color, length, bad, random);
        return new DrillTask(
            Id, wish, seed, $"{length}+{bad}", position, new Focus(color), CrossTasks.HoldFor(position, color),
                $"Rung {wish.Level}: the {color.Name()} cross takes {Words.Turns(length)}.", AnswerKind.Turns, [])
        {
            IsInspected = true,
            TargetMs = 4_000 + (1_500 * length),
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer) => CrossTasks.JudgePlan(cross, task, answer, allowed: 1);

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => CrossTasks.BestPlan(cross, task);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => CrossTasks.HintForPlan(cross, task);
}
