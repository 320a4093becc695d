using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>One series finishes the edges: which of the six?</summary>
public sealed class WhichSeries() : Drill(new DrillInfo(
    $"{LastFiveStage.StageId}.which-series", "Which series", "One series finishes the edges: see which of the six.", AnswerKind.Choice,
    6_000)
{
    Cases = [.. LastThree.Series.Select(s => $"{s.First}{s.Second}")],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name[0]} first, then {name[1]}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var series = LastThree.Series[wish.Case is { } name ? Cases.ToList().IndexOf(name) : random.Next(Cases.Count)];
        var set = EdgeSet.Home(EdgeSet.Every).After(series.Turns.Reverse().Select(t => t.Inverse));
        var order = RandomPosition.Shuffled(LastThree.Series.Count, random.Next);
        return About(wish, seed, $"{series.First}{series.Second}", EdgesTasks.With(set, wish, random).Held,
            "Which series brings the last three edges home?",
            order.Select(i => new DrillOption($"{LastThree.Series[i].First}{LastThree.Series[i].Second}", $"{LastThree.Series[i]}")));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var (start, series) = (EdgesTasks.Read(task), Series(task));
        return new DrillVerdict(right, $"{(right ? "Yes: " : "It is: ")}{series}.", [EdgesWords.Say(start, start.Set, series)], $"{series}",
            null, [.. task.Hold, .. series.Turns])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var series = Series(task);
        return $"The edge that lands right comes from {series.From} into {series.Column}.";
    }

    private static EdgeSeries Series(DrillTask task) => LastThree.Series.First(s => $"{s.First}{s.Second}" == task.Case);
}
