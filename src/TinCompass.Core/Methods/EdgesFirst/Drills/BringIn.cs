using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>An edge is brought into the middle layer; cross and middle edges that are home stay.</summary>
public sealed class BringIn() : Drill(new DrillInfo(
    $"{MiddleStage.StageId}.bring-in", "Bring an edge in", "Bring a middle edge home; the cross and what is home of the middle layer stay.",
    AnswerKind.Turns, 5_000)
{
    Cases = ["on-top", "sits-wrong"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "on-top" ? "an edge on top" : "an edge that sits wrong";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var start = EdgesTasks.WithCross(wish, random);
            var name = wish.Case ?? Cases[random.Next(Cases.Count)];
            foreach (var edge in EdgesHome.Each(EdgeSet.Middle).Select(e => (Edge)e))
            {
                if (start.Set.IsHome(edge) || Case(start, edge) != name) continue;
                return About(wish, seed, name, start.Held, $"Bring {start.Named(edge)} home; the cross stays.", [],
                    new Focus(start.Base, start.Named(edge)));
            }
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var start = EdgesTasks.Read(task);
        var (home, end) = (EdgesHome.Of(task.Position), EdgesHome.Of(task.Position.Apply(answer.Turns)));
        var isIn = EdgesHome.Names(end).Contains(task.Focus.Part);
        var lost = EdgesWords.Lost(home, end, task.Color);
        var (best, used) = (Best(start, EdgeOf(task, start)), answer.Turns.Sum(t => Metric.Htm.Cost(t)));
        var right = isIn && lost.Length == 0;
        string[] reasons = [.. isIn ? [] : (string[])[$"{task.Focus.Part} is not home."], .. lost.Length == 0 ? []
            : (string[])[$"{Words.Capital(lost)}."]];
        return new DrillVerdict(right, right ? $"In, with {Words.Turns(used)}; by series {best.Count}." : "Not in.", reasons,
            string.Join(' ', best), right ? Math.Max(0, used - best.Count) : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task)
    {
        var start = EdgesTasks.Read(task);
        return DrillAnswer.Of([.. task.Hold, .. Best(start, EdgeOf(task, start))]);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var start = EdgesTasks.Read(task);
        var edge = EdgeOf(task, start);
        return task.Case == "on-top" ? $"{WhichFaceFirst.Way(start, edge)!.Value.Series.First} goes first."
            : $"It lies at {EdgeStickers.Place(start.Set[edge])}: a series there brings it out.";
    }

    private static string Case(EdgesPosition start, Edge edge) => WhichFaceFirst.Way(start, edge) is null ? "sits-wrong" : "on-top";

    private static Edge EdgeOf(DrillTask task, EdgesPosition start) =>
        EdgesHome.Each(EdgeSet.Middle).Select(e => (Edge)e).First(e => start.Named(e) == task.Focus.Part);

    /// <summary>By series, one that takes it out first where it sits wrong; what is home of the middle layer stays.</summary>
    private static IReadOnlyList<Turn> Best(EdgesPosition start, Edge edge)
    {
        if (Bring(start, edge) is { } direct) return direct;
        return MiddleEdges.Series.Where(s => s.Column == EdgeStickers.Place(start.Set[edge]))
            .Select(s => (s.Turns, After: start with { Set = start.Set.After(s.Turns) }))
            .Select(t => (IReadOnlyList<Turn>)[.. t.Turns, .. Bring(t.After, edge)!]).MinBy(t => t.Count)!;
    }

    private static Turn[]? Bring(EdgesPosition start, Edge edge) => WhichFaceFirst.Way(start, edge) is not var (top, series) ? null
        : [.. top == 0 ? [] : (Turn[])[Turn.Of(Face.U, top)], .. series.Turns];
}
