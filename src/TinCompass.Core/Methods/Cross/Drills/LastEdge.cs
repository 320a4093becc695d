using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>Three edges of the cross stand: finish it in the fewest turns. Its cases are the seventeen endings.</summary>
public sealed class LastEdge(CrossTools cross) : Drill(new DrillInfo(
    DrillId, "Last edge", "Three edges stand and the gap is in front: enter the shortest ending. There are seventeen.", AnswerKind.Turns,
        6_000)
{
    Cases = [.. CrossEndings.All(cross.Search.Table).Select(e => e.Name)],
    FormerIds = ["last-edge"],
})
{
    /// <summary>Its stable name.</summary>
    public const string DrillId = "cross.last-edge";

    private readonly Dictionary<string, CrossEnding> endings = CrossEndings.All(cross.Search.Table).ToDictionary(e => e.Name);

    /// <inheritdoc/>
    public override string CaseTitle(string name) => endings.TryGetValue(name, out var ending) ? ending.Title : name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var color = CrossTasks.ColorFor(wish, random);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        // The states are those of the hold with the gap in front; one of the four such holds is drawn.
        var y = random.Next(4);
        var position = WishedPositions.WithCross(color, y, CrossEndings.Index(endings[name].State), random.Next);
        var seen = CrossPosition.Of(position, color, y);
        var side = seen.SideOf(0);
        var question = $"Finish the cross: only {CrossWords.EdgeName(color, side)} is missing.";
        return new DrillTask(Id, wish, seed, name, position, new Focus(color, side.Name()), seen.Rotation.Rotation, question,
            AnswerKind.Turns, [])
        {
            Visible = new KnownPieces([color], []),
            TargetMs = Info.TargetMs,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var verdict = CrossTasks.JudgePlan(cross, task, answer, allowed: 0);
        return verdict with { Best = string.Join(" or ", Shortest(task).Take(3)) };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => CrossTasks.BestPlan(cross, task);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        $"It takes {Stages.Words.Turns(endings[task.Case].Length)} and begins with {Shortest(task)[0].Split(' ')[0]}.";

    /// <summary>Every shortest ending in the hold shown, the quickest to turn first.</summary>
    private string[] Shortest(DrillTask task)
    {
        var seen = CrossPosition.AsHeld(task.Held);
        var found = new Search.SolutionList();
        cross.Search.Find(seen, endings[task.Case].Length, found);
        var hands = new CrossPlanOptions().Hands;
        var all = Enumerable.Range(0, found.Count).Select(i => CrossHolds.AsHeld(found[i]).Turns);
        return [.. all.OrderBy(turns => hands.Measure(turns)).Select(turns => string.Join(' ', turns))];
    }
}
