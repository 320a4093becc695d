using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>How many edges are bad, against the clock?</summary>
public sealed class CountBad() : Drill(new DrillInfo(
    $"{MendStage.StageId}.count", "How many are bad", "The block is left and down: count the bad edges, by the clock.", AnswerKind.Choice,
        5_000)
{
    Cases = ["2", "4", "6", "0"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} bad";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var open = Draw(wish, new Random(seed), Cases, out var name);
        return About(wish, seed, name, open.Held, "Up and right are open: how many edges are bad?",
            Cases.Order(StringComparer.Ordinal).Select(c => new DrillOption(c, c)));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (right, bad) = (answer.Chosen is [var chosen] && chosen == task.Case, BlockTasks.Read(task).Bad);
        string[] places = [.. Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1).Select(p => $"{(Edge)p}")];
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{task.Case}.",
            places.Length == 0 ? ["Turns of the two open faces bring every edge home as it should be."] : [$"Bad: {Words.Join(places)}."],
            task.Case, null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var bad = BlockTasks.Read(task).Bad;
        return $"{Enumerable.Range(0, 4).Count(p => (bad >> p & 1) == 1)} of them are on top.";
    }

    /// <summary>A position with so many bad edges as the wish has it, or as one of some cases.</summary>
    internal static OpenPosition Draw(DrillWish wish, Random random, IReadOnlyList<string> cases, out string name)
    {
        name = wish.Case ?? cases[random.Next(cases.Count)];
        while (true)
        {
            var open = BlockTasks.WithLong(wish, random, onlyTwoFaces: name == "0");
            if (open.Count.ToString(CultureInfo.InvariantCulture) == name) return open;
        }
    }
}
