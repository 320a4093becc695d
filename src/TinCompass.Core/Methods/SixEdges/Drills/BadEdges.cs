using System.Globalization;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.SixEdges.Drills;

/// <summary>
/// How many of the last six edges are turned over? Level 2 shows top, front and right: the edge that is not seen is known from the others,
/// since their number is even.
/// </summary>
public sealed class BadEdges() : Drill(new DrillInfo(
    $"{SixEdgesStage.StageId}.bad-edges", "How many turned over", "Count the edges that show neither base nor top colour up or down.",
    AnswerKind.Choice, 4_000)
{
    Levels = 2,
    Cases = ["2", "4", "6", "0"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} turned over";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var held = SixEdgesTasks.Draw(wish, random, i => SixEdgesIndex.IsMiddleEven(i) && (wish.Case is null || Count(i) == wish.Case));
        return About(wish, seed, Count(SixEdgesTasks.IndexOf(held)), held, "How many of the six edges are turned over?",
            Cases.Order(StringComparer.Ordinal).Select(c => new DrillOption(c, c)), SixEdgesTasks.FocusOf(held)) with
        {
            Covered = SixEdgesTasks.CoveredAt(wish.Level),
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (top, below) = SixEdgesIndex.Bad(SixEdgesTasks.IndexOf(task.Held));
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{task.Case}: {top} on top, {below} below.",
            ["An edge is turned over when its sticker up or down has a colour that is neither the base's nor the top's."], task.Case, null,
            task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"{SixEdgesIndex.Bad(SixEdgesTasks.IndexOf(task.Held)).Top} are on top.";

    private static string Count(int index)
    {
        var (top, below) = SixEdgesIndex.Bad(index);
        return (top + below).ToString(CultureInfo.InvariantCulture);
    }
}
