using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>On which faces does a colour lie ready? Level 2: on a 5x5, more than two side by side.</summary>
public sealed class WhichBars() : BigDrill(new DrillInfo(
    $"{BigCentresStage.StageId}.which-bars", "What of a centre lies ready",
    "Mark the faces on which pieces of one centre lie together already.",
    AnswerKind.Marks, 15_000)
{
    Levels = 2,
})
{
    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (color, cube) = (BigTasks.Color(wish, random), BigTasks.Scrambled(wish.Level > 1 ? 5 : 4, random));
        return About(wish, seed, "ready", cube, wish.Level > 1
            ? $"On which faces does {color.Name()} make more than two side by side: a bar of three, a square, a T or more?"
            : $"On which faces do two or more of {color.Name()}'s centre lie side by side?",
            Enum.GetValues<Face>().Select(f => new DrillOption(CentreShapes.Name(f), CentreShapes.Name(f))), color);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var ready = Ready(task);
        string[] faces = [.. ready.Select(r => CentreShapes.Name(r.Face))];
        var right = faces.ToHashSet().SetEquals(answer.Chosen);
        string[] missed = [.. faces.Except(answer.Chosen)], wrong = [.. answer.Chosen.Except(faces)];
        return new DrillVerdict(right, $"{(right ? "Yes" : "Not quite")}: " + (ready.Count == 0 ? "on none." : Words.Join(ready.Select(r =>
            $"{CentreShapes.Name(r.Shape, CubeOf(task).Size)} on the {CentreShapes.Name(r.Face)}")) + "."),
            [
                .. missed.Length > 0 ? [$"Missed: {Words.Join(missed)}."] : Array.Empty<string>(),
                .. wrong.Length > 0 ? [$"Not enough there: {Words.Join(wrong)}."] : Array.Empty<string>(),
            ], faces.Length == 0 ? "none" : string.Join(", ", faces), null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. Ready(task).Select(r => CentreShapes.Name(r.Face))]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => Ready(task).Count switch
    {
        0 => "Look again before you mark any.",
        1 => "It is one face.",
        var n => $"There are {n} such faces.",
    };

    private static IReadOnlyList<(Face Face, CentreShape Shape)> Ready(DrillTask task) =>
        [.. CentreShapes.Ready(CubeOf(task), task.Color).Where(r => task.Wish.Level == 1 || r.Shape > CentreShape.Two)];
}
