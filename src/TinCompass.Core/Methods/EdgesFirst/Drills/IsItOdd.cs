using TinCompass.Core.Cycles;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>Is the order of the last edges odd, so that it takes a quarter turn of the top? Level 2: all five.</summary>
public sealed class IsItOdd() : Drill(new DrillInfo(
    $"{LastFiveStage.StageId}.odd", "Odd or even", "See whether the last edges need a quarter turn of the top.", AnswerKind.Choice, 5_000)
{
    Levels = 2,
    Cases = ["odd", "even"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        EdgeSet[] three = [.. LastThree.All().Where(s => LastThree.Of(s) != EdgesEnding.Solved)];
        while (true)
        {
            var start = wish.Level > 1 ? EdgesTasks.WithLastFive(wish, random)
                : EdgesTasks.With(three[random.Next(three.Length)], wish, random);
            var name = Exchanges(start) % 2 == 0 ? "even" : "odd";
            if (Exchanges(start) == 0 || (wish.Case is { } wanted && wanted != name)) continue;
            return About(wish, seed, name, start.Held, "As the edges lie now: is their order odd or even?",
                Cases.Select(c => new DrillOption(c, c)));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var count = Exchanges(EdgesTasks.Read(task));
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{task.Case}.",
            [$"{(count == 1 ? "One exchange of two brings" : $"{count} exchanges of two bring")} the edges home. A series is two "
                + $"exchanges, a quarter turn of the top three{(task.Case == "odd" ? ": one such turn is needed" : "")}."], task.Case, null,
            task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var chains = Chains(EdgesTasks.Read(task)).Select(c => c.Stickers.Count).ToArray();
        return $"Follow an edge to where it belongs, the one there too: {Words.Join(chains.Select(c => $"{c}"))} in a ring.";
    }

    private static PieceCycle[] Chains(EdgesPosition start) =>
        [.. PieceCycle.Of(start.Held.AsHeld()).Where(c => c is { IsOfEdges: true, Stickers.Count: > 1 })];

    private static int Exchanges(EdgesPosition start) => Chains(start).Sum(c => c.Exchanges);
}
