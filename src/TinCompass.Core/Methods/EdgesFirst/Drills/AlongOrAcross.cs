using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>How does a corner go home: along an edge, across the diagonal of a face, or through the cube?</summary>
public sealed class AlongOrAcross() : Drill(new DrillInfo(
    $"{CornersStage.StageId}.path", "Along or across", "See how a corner goes home: along an edge, across a face, or through the cube.",
    AnswerKind.Choice, 3_000)
{
    Cases = [.. Paths.Select(p => Words.Code(p))],
})
{
    private static readonly CornerPath[] Paths = [CornerPath.Along, CornerPath.Across, CornerPath.Through];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => Text(Paths.First(p => Words.Code(p) == name));

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var held = EdgesTasks.WithCorners(wish, random);
            var (start, state) = (CornersPosition.Of(held, held.Hold.ColorAt(Face.D))!, held.AsHeld());
            foreach (var at in Enumerable.Range(0, 8).Select(p => (Corner)p))
            {
                var travel = new CornerTravel(state.CornerAt(at), at);
                if (!Paths.Contains(travel.Path) || (wish.Case is { } name && Words.Code(travel.Path) != name)) continue;
                return About(wish, seed, Words.Code(travel.Path), held, $"How does {start.Named(travel.Corner)} go home?",
                    Paths.Select(p => new DrillOption(Words.Code(p), Text(p))),
                    new Focus(start.Base, start.Named(travel.Corner)));
            }
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var travel = Travel(task);
        return new DrillVerdict(right, $"{(right ? "Yes: it " : "It ")}{travel.Words}.",
            [$"It lies at {travel.From} and belongs to {travel.Corner}."], Text(travel.Path), null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It lies at {Travel(task).From}.";

    private static CornerTravel Travel(DrillTask task)
    {
        var (start, state) = (CornersPosition.Of(task.Held, task.Color)!, task.Held.AsHeld());
        return Enumerable.Range(0, 8).Select(p => new CornerTravel(state.CornerAt((Corner)p), (Corner)p))
            .First(t => start.Named(t.Corner) == task.Focus.Part);
    }

    private static string Text(CornerPath path) => path switch
    {
        CornerPath.Along => "along an edge of the cube",
        CornerPath.Across => "across the diagonal of a face",
        _ => "through the cube",
    };
}
