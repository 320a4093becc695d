using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>
/// Which two bad edges are mended next, on a way of the fewest times three turns and the fewest turns. Level 1: the bad ones are told;
/// level 2: they are to be found as well.
/// </summary>
public sealed class WhichTwo() : Drill(new DrillInfo(
    $"{MendStage.StageId}.which-two", "Which two next", "Mark the two bad edges that the shortest way by three turns mends next.",
    AnswerKind.Marks, 10_000)
{
    Levels = 2,
    Cases = ["4", "6"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} bad";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var open = CountBad.Draw(wish, new Random(seed), Cases, out var name);
        var places = Places(wish.Level == 1 ? open.Bad : BadEdges.Free);
        return About(wish, seed, name, open.Held, wish.Level == 1
            ? $"{Words.Join(places)} are bad: which two are mended next?" : "Up and right are open: which two bad edges are mended next?",
            places.Select(p => new DrillOption(p, p)));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var open = BlockTasks.Read(task);
        var first = BadEdges.First(open.Bad);
        var (chosen, best) = (first.Keys.Where(m => Places(m).ToHashSet().SetEquals(answer.Chosen)).ToArray(), first.First());
        var (pair, turns) = chosen is [var mask, ..] ? (mask, first[mask]) : (best.Key, best.Value);
        string[] good = [.. answer.Chosen.Except(Places(open.Bad))];
        var all = open.School.Sum(s => s.Turns.Count);
        return new DrillVerdict(chosen.Length > 0,
            $"{(chosen.Length > 0 ? "Yes: " : "")}{Words.Join(Places(pair))}, by {string.Join(' ', turns)}.",
            [.. good.Length > 0 ? [$"Good already: {Words.Join(good)}."] : (string[])[],
                $"Three turns {BadEdges.Mends(open.Bad)} times, {Words.Turns(all)} in all; {Others(first.Count)}."],
            string.Join(", ", Places(pair)), null, [.. task.Hold, .. turns])
        { SaysBest = true };
    }

    private static string Others(int pairs) => pairs == 1 ? "with any other two first it takes more" : $"{pairs} pairs are as good";

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. Places(BadEdges.First(BlockTasks.Read(task).Bad).Keys.First())]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It begins with {BadEdges.First(BlockTasks.Read(task).Bad).Values.First()[0]}.";

    private static string[] Places(int bits) =>
        [.. Enumerable.Range(0, 12).Where(p => (bits >> p & 1) == 1).Select(p => $"{(Edge)p}")];
}
