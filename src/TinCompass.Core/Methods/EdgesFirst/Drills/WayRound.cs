using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>The last three corners are on top: which way round do they go home, seen from above? It says which series one needs.</summary>
public sealed class WayRound() : Drill(new DrillInfo(
    $"{CornersStage.StageId}.way-round", "Which way round", "Three corners of the top are left: see which way round they go home.",
    AnswerKind.Choice, 4_000)
{
    Cases = ["clockwise", "anti-clockwise"],
})
{
    // The places of the top clockwise as seen from above.
    private static readonly Corner[] Round = [Corner.UFL, Corner.ULB, Corner.UBR, Corner.URF];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cycle = EdgesTasks.Cycle(random, onTop: true);
            if (wish.Case is { } name && NameOf(cycle) != name) continue;
            return About(wish, seed, NameOf(cycle), EdgesTasks.Before(cycle, wish, random),
                "The last three corners: which way round do they go home, seen from above?", Cases.Select(c => new DrillOption(c, c)));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var cycle = LastThreeCorners.CycleOf(task);
        var way = EdgesTasks.Way(cycle);
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{task.Case}.", [$"They go {cycle}; {way} does it."], task.Case, null,
            [.. task.Hold, .. way.Turns])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var cycle = LastThreeCorners.CycleOf(task);
        return $"What lies at {Stickers.Name(cycle.First)} goes to {Stickers.Name(cycle.Second)}.";
    }

    /// <summary>Of three places of the top, each of them the next or the one after it: those in order go clockwise.</summary>
    private static string NameOf(ThreeCycle cycle)
    {
        int[] at = [.. new[] { cycle.First, cycle.Second, cycle.Third }.Select(s => Array.IndexOf(Round, CornersPosition.PlaceOf(s)))];
        // Once around: the three steps of a clockwise cycle make four quarters together, of the other one eight.
        return Enumerable.Range(0, 3).Sum(i => (at[(i + 1) % 3] - at[i] + 4) % 4) == 4 ? "clockwise" : "anti-clockwise";
    }
}
