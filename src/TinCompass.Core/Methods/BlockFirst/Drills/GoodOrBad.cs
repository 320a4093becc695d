using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>Which of the seven free edges are bad, with the two open faces up and right?</summary>
public sealed class GoodOrBad() : Drill(new DrillInfo(
    $"{MendStage.StageId}.good-or-bad", "Good or bad", "The block is left and down: mark the bad edges of the two open faces.",
    AnswerKind.Marks, 12_000)
{
    Cases = ["2", "4", "6"],
})
{
    private static readonly Edge[] Free = [Edge.UF, Edge.UR, Edge.UB, Edge.UL, Edge.FR, Edge.BR, Edge.DR];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} bad";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var open = CountBad.Draw(wish, new Random(seed), Cases, out var name);
        return About(wish, seed, name, open.Held, "Which of the seven free places have a bad edge? Up and right are open.",
            Free.Select(e => new DrillOption($"{e}", $"{e}")));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var bad = Bad(task);
        var right = bad.ToHashSet().SetEquals(answer.Chosen);
        string[] missed = [.. bad.Except(answer.Chosen)], wrong = [.. answer.Chosen.Except(bad)];
        return new DrillVerdict(right, $"{(right ? "Yes" : "Not quite")}: bad are {Words.Join(bad)}.",
            [.. missed.Length > 0 ? [$"Missed: {Words.Join(missed)}."] : (string[])[], .. wrong.Length > 0
                ? [$"Good after all: {Words.Join(wrong)}."]
                : (string[])[], "Turns of the two open faces bring a bad edge home turned over."], string.Join(", ", bad), null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. Bad(task)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"{task.Case} are bad.";

    private static string[] Bad(DrillTask task)
    {
        var bad = BlockTasks.Read(task).Bad;
        return [.. Free.Where(e => (bad >> (int)e & 1) == 1).Select(e => $"{e}")];
    }
}
