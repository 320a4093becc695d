using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>An edge on top belongs in a column: which of its two faces goes first, so that it lands right? Level 2: any column.</summary>
public sealed class WhichFaceFirst() : Drill(new DrillInfo(
    $"{MiddleStage.StageId}.which-face", "Which face first", "An edge goes into the middle layer: see which face of its column goes first.",
    AnswerKind.Choice, 3_000)
{
    Levels = 2,
    Cases = ["side", "front"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "side" ? "right or left first" : "front or back first";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var start = EdgesTasks.WithCross(wish, random);
            foreach (var edge in Columns(wish.Level))
            {
                if (Way(start, edge) is not var (_, series) || (wish.Case is { } name && NameOf(series) != name)) continue;
                return About(wish, seed, NameOf(series), start.Held,
                    $"{start.Named(edge)} is on top and goes into its place {edge}. Which face goes first?",
                    Pieces.EdgeFaces[(int)edge].Order().Select(f => new DrillOption($"{f}", $"{f}")),
                    new Focus(start.Base, start.Named(edge)));
            }
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var start = EdgesTasks.Read(task);
        var (top, series) = Way(start, EdgeOf(task, start))!.Value;
        var right = answer.Chosen is [var chosen] && chosen == $"{series.First}";
        Turn[] turns = [.. top == 0 ? [] : (Turn[])[Turn.Of(Face.U, top)], .. series.Turns];
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{series.First} first.",
            [$"{(top == 0 ? "" : $"After {turns[0]}, ")}{EdgesWords.Say(start, Turned(start.Set, top), series)}"], $"{series.First}", null,
            [.. task.Hold, .. turns])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var start = EdgesTasks.Read(task);
        var edge = EdgeOf(task, start);
        return $"{start.Named(edge)} lies at {EdgeStickers.Place(start.Set[edge])}: its sticker on the side, not that on top, tells.";
    }

    private static string NameOf(EdgeSeries series) => series.First is Face.R or Face.L ? "side" : "front";

    private static Edge EdgeOf(DrillTask task, EdgesPosition start) =>
        Columns(2).First(e => start.Named(e) == task.Focus.Part);

    private static Edge[] Columns(int level) => level > 1 ? [Edge.FL, Edge.BR, Edge.BL, Edge.FR] : [Edge.FR];

    private static EdgeSet Turned(EdgeSet set, int top) => top == 0 ? set : set.After(Turn.Of(Face.U, top).Index);

    /// <summary>The turn of the top and the series that bring an edge in; null when it is not on top.</summary>
    internal static (int Top, EdgeSeries Series)? Way(EdgesPosition start, Edge edge)
    {
        foreach (var series in MiddleEdges.Series.Where(s => s.Column == edge))
            for (var top = 0; top < 4; top++)
                if (Turned(start.Set, top) is var set && EdgeStickers.Place(set[edge]) == series.From && set.After(series.Turns)
                    .IsHome(edge))
                    return (top, series);
        return null;
    }
}
