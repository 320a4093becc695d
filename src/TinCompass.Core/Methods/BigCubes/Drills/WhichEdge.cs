using TinCompass.Core.BigCubes;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>Which of four edges of a 4x4 is whole in five turns: a slice, the edge turned in, the slice back?</summary>
public sealed class WhichEdge() : BigDrill(new DrillInfo(
    $"{BigEdgesStage.StageId}.which-next", "Which edge to join next", "See which edge a slice, three turns and the slice back make whole.",
    AnswerKind.Choice, 25_000))
{
    private const int Offered = 4, Five = 5;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cube = BigTasks.Centred(4, random);
            var ways = NextEdges.Of(cube);
            string[] five = [.. ways.Where(w => w.Turns.Count == Five).Select(w => w.Edge)];
            var whole = ReducedCube.WholeEdges(cube);
            string[] more = [.. ReducedCube.Parts(cube).Select(p => p.Edge).Where(e => !whole.Contains(e) && !five.Contains(e))];
            if (five.Length == 0 || more.Length < Offered - 1) continue;
            random.Shuffle(five);
            random.Shuffle(more);
            return About(wish, seed, "next", cube, "Which of these is whole in five turns: a slice, the edge turned in, the slice back?",
                more.Take(Offered - 1).Append(five[0]).Order(StringComparer.Ordinal).Select(e => new DrillOption(e, e)));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var cube = CubeOf(task);
        var ways = NextEdges.Of(cube).ToDictionary(w => w.Edge);
        var best = ways.Values.First(w => w.Turns.Count == Five && task.Options.Any(o => o.Answer == w.Edge));
        var right = answer.Chosen is [var chosen] && chosen == best.Edge;
        return new DrillVerdict(right, $"{(right ? "Yes: " : "")}{best.Edge} by {BigNotation.Written(best.Turns, cube.Size)}"
            + $"{(best.Also.Count > 0 ? $", and {Words.Join(best.Also)} as well" : "")}.",
            [
                .. task.Options.Where(o => o.Answer != best.Edge).Select(o => ways.TryGetValue(o.Answer, out var way)
                    ? $"{o.Answer} takes {Words.Turns(way.Turns.Count)}: {BigNotation.Written(way.Turns, cube.Size)}."
                    : $"{o.Answer} is not whole so with one turn before it either."),
            ], best.Edge, null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = NextEdges.Of(CubeOf(task)).First(w => w.Turns.Count == Five && task.Options.Any(o => o.Answer == w.Edge));
        return $"The slice is {best.Turns[0].Written(CubeOf(task).Size)}.";
    }
}
