using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges.Drills;

/// <summary>
/// Is it the arrow, three turns from oriented, or not yet? Level 2 shows top, front and right, from which all is known.
/// </summary>
public sealed class ArrowOrNot(Func<SixEdgesPlanner> planner) : Drill(new DrillInfo(
    $"{SixEdgesStage.StageId}.arrow", "Arrow or not", "Three on top and one below: do three turns orient them as they lie?",
    AnswerKind.Choice, 4_000)
{
    Levels = 2,
    Cases = ["arrow", "not"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "arrow" ? "the arrow" : "not yet the arrow";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (random, table) = (new Random(seed), planner().Table);
        var isArrow = wish.Case is { } name ? name == "arrow" : random.Next(2) == 0;
        var held = SixEdgesTasks.Draw(wish, random, i => SixEdgesIndex.IsMiddleEven(i) && SixEdgesIndex.Bad(i) == (3, 1)
            && SixEdgesTrace.IsArrow(table, i) == isArrow);
        return About(wish, seed, isArrow ? "arrow" : "not", held,
            "Do three turns of M and U orient all edges as they lie?",
            [new DrillOption("arrow", "yes, the arrow"), new DrillOption("not", "not yet")], SixEdgesTasks.FocusOf(held)) with
        {
            Covered = SixEdgesTasks.CoveredAt(wish.Level),
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (index, chosen) = (SixEdgesTasks.IndexOf(task.Held), planner());
        var right = answer.Chosen is [var said] && said == task.Case;
        var way = chosen.Ways(index, SixEdgesTasks.Usual, byTurns: false)[0].Step.Turns;
        return new DrillVerdict(right, task.Case == "arrow" ? $"It is the arrow: {string.Join(' ', way)}."
            : $"Not yet: {Words.Turns(way.Count)}, {string.Join(' ', way)}.", [SixEdgesNotes.Stand(chosen.Table, index)],
            task.Case == "arrow" ? "yes, the arrow" : "not yet", null, [.. task.Hold, .. way])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => "Look where the one good edge on top lies, and where the one below that is turned over.";
}
