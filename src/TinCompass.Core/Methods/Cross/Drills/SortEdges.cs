using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>
/// Which of the four edges are bad? Level 1 with the base held down; level 2 in the scramble hold, before the cube is turned over.
/// </summary>
public sealed class SortEdges(CrossTools cross) : Drill(new DrillInfo(
    "cross.sort-edges", "Sort the edges", "Mark the bad ones of four edges: those that need two turns to get into the base the right way " +
        "up.", AnswerKind.Marks, 7_000)
{
    Levels = 2,
    Cases = ["1", "2", "3", "0", "4"],
    FormerIds = ["sort-edges"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name switch { "0" => "none bad", "4" => "all four bad", _ => $"{name} bad" };

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        int? bad = wish.Case is { } name ? int.Parse(name, CultureInfo.InvariantCulture) : null;
        var position = CrossTasks.Draw(cross, color, null, bad, random);
        var edges = CrossEdgeReport.Of(CrossPosition.Of(position, color));
        return new DrillTask(
            Id, wish, seed, edges.Count(e => !e.IsNear).ToString(CultureInfo.InvariantCulture), position, new Focus(color),
                wish.Level > 1 ? [] : CrossTasks.HoldFor(position, color),
            $"Which {color.Name()} edges are bad?", AnswerKind.Marks,
                [.. edges.Select(e => new DrillOption(e.Side.Name(), CrossWords.EdgeName(color, e.Side), e.Side))])
        {
            TargetMs = wish.Level > 1 ? 10_000 : 7_000,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var edges = CrossEdgeReport.Of(CrossPosition.Of(task.Position, task.Color));
        var wrong = edges.Where(e => e.IsNear == answer.Chosen.Contains(e.Side.Name())).ToArray();
        var bad = edges.Where(e => !e.IsNear).Select(e => CrossWords.EdgeName(task.Color, e.Side)).ToArray();
        var best = bad.Length == 0 ? "none" : string.Join(", ", bad);
        var words = wrong.Length == 0 ? "All four right."
            : $"{(wrong.Length == 1 ? "One is" : $"{wrong.Length} are")} otherwise; bad: {best}.";
        return new DrillVerdict(
            wrong.Length == 0, words, [.. wrong.Select(e => $"{CrossWords.EdgeName(task.Color, e.Side)}: {CrossWords.Describe(e)}.")],
                best, null, task.Hold)
        {
            SaysBest = wrong.Length > 0,
        };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. CrossEdgeReport.Of(CrossPosition.Of(task.Position, task.Color)).Where(e => !e.IsNear)
        .Select(e => e.Side.Name())]);

    /// <inheritdoc/>
    public override string Hint(
        DrillTask task) => "Bad are: on top with the base colour on the side, and in the base layer flipped. All in the middle layer are " +
            "good.";
}
