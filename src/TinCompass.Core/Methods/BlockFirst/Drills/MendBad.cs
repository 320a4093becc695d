using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>Bad edges mended by own turns; the block stands at the end.</summary>
public sealed class MendBad(BlockTools tools) : Drill(new DrillInfo(
    $"{MendStage.StageId}.mend", "Mend them", "Mend all bad edges, two at a time; the block stays.", AnswerKind.Turns, 12_000)
{
    Cases = ["2", "4", "6"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} bad";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var open = CountBad.Draw(wish, new Random(seed), Cases, out var name);
        return About(wish, seed, name, open.Held, "Make all edges good for the open faces up and right; the block stays.",
            []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var start = BlockTasks.Read(task);
        var end = OpenPosition.Of(task.Position.Apply(answer.Turns), task.Color).FirstOrDefault(o => o.Block == start.Block);
        var (right, used) = (end is { Bad: 0 }, answer.Turns.Sum(t => Metric.Htm.Cost(t)));
        Turn[] school = [.. start.School.SelectMany(s => s.Turns)];
        var least = tools.BadEdges().Find(start.Named, withBlock: true)[0];
        string[] reasons = [.. end is null ? ["The block does not stand at the end."] : right ? []
            : (string[])[$"{end.Count} are bad still."],
            $"By three turns at a time: {string.Join(' ', school)}."];
        return new DrillVerdict(right, right ? $"All good in {used} HTM; {least.Count} at least." : "Not mended.", reasons,
            string.Join(' ', least), right ? used - least.Count : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. task.Hold, .. BlockTasks.Read(task).School.SelectMany(s => s.Turns)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => BlockTasks.Read(task).School.First(s => s.Mended.Count > 0) is var step
        ? $"{Words.Join(step.Mended.Select(e => $"{e}"))} are mended by {string.Join(' ', step.Turns)}, once they lie there." : "";
}
