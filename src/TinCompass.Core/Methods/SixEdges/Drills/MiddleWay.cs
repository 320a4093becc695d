using TinCompass.Core.Notation;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.SixEdges.Drills;

/// <summary>Which way does the middle go? Of two ways to orient that are as short, one leaves left and right shorter.</summary>
public sealed class MiddleWay(Func<SixEdgesPlanner> planner) : Drill(new DrillInfo(
    $"{SixEdgesStage.StageId}.middle-way", "M or M'", "Oriented by the last turn, M or M': after which is left and right shorter?",
    AnswerKind.Choice, 6_000)
{
    Cases = ["M", "M'"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} is shorter";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (random, table) = (new Random(seed), planner().Table);
        var wanted = wish.Case ?? Cases[random.Next(Cases.Count)];
        var held = SixEdgesTasks.Draw(wish, random, i => table.Distance(i, SixEdgesGoal.Oriented) == 1
            && After(table, i, "M") is { } one && After(table, i, "M'") is { } other && one != other && (one < other) == (wanted == "M"));
        return About(wish, seed, wanted, held,
            "One turn of the middle orients all edges. Which leaves left and right shorter?",
            Cases.Select(c => new DrillOption(c, c)), SixEdgesTasks.FocusOf(held));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (index, table) = (SixEdgesTasks.IndexOf(task.Held), planner().Table);
        var (one, other) = (After(table, index, "M"), After(table, index, "M'"));
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var (better, worse) = task.Case == "M" ? (one, other) : (other, one);
        return new DrillVerdict(right, $"{task.Case}: left and right in {better} after it, not {worse}.",
            [SixEdgesNotes.Stand(table, index)],
            task.Case, null, [.. task.Hold, .. Algorithm.Parse(task.Case).Turns])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => "Follow the left and the right edge: where does each way of the middle bring them?";

    /// <summary>The fewest turns of left and right after a turn that orients; null when it does not.</summary>
    private static int? After(SixEdgesTable table, int index, string turn)
    {
        var after = table.After(index, SixEdgesTable.Turns.ToList().FindIndex(t => t.ToString() == turn));
        return table.Distance(after, SixEdgesGoal.Oriented) == 0 ? table.Distance(after, SixEdgesGoal.SidesHome) : null;
    }
}
