using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>Which centre of a 4x4 takes the fewest turns? Level 1: by two turns at least.</summary>
public sealed class WhichCentre() : BigDrill(new DrillInfo(
    $"{BigCentresStage.StageId}.which-first", "Which centre first", "See which of the six centres takes the fewest turns.",
    AnswerKind.Choice, 30_000)
{
    Levels = 2,
})
{
    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cube = BigTasks.Scrambled(4, random);
            var lengths = Ways(cube).Select(w => w.Turns.Count).Order().ToArray();
            if (lengths[0] == 0 || lengths[1] - lengths[0] < (wish.Level > 1 ? 1 : 2)) continue;
            return About(wish, seed, "first", cube, "Which centre takes the fewest turns?",
                Faces.AllColors.Select(c => new DrillOption(c.Name(), c.Name(), c)));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var cube = CubeOf(task);
        var ways = Ways(cube);
        var best = ways.MinBy(w => w.Turns.Count);
        var chosen = answer.Chosen is [var name] ? ways.FirstOrDefault(w => w.Color.Name() == name).Turns : null;
        var over = chosen is null ? (int?)null : chosen.Count - best.Turns.Count;
        return new DrillVerdict(over == 0, $"{Words.Capital(best.Color.Name())} takes {Words.Turns(best.Turns.Count)}: "
            + $"{BigNotation.Written(best.Turns, cube.Size)}.",
            [
                .. over > 0 ? [$"{Words.Capital(answer.Chosen[0])} takes {Words.Turns(chosen!.Count)}: "
                    + $"{BigNotation.Written(chosen, cube.Size)}."] : Array.Empty<string>(),
                Words.Capital(Words.Join(ways.Where(w => w.Color != best.Color && !answer.Chosen.Contains(w.Color.Name()))
                    .OrderBy(w => w.Turns.Count).Select(w => $"{w.Color.Name()} {w.Turns.Count}"))) + ".",
            ], best.Color.Name(), over, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"The best takes {Words.Turns(Ways(CubeOf(task)).Min(w => w.Turns.Count))}.";

    private static (Color Color, IReadOnlyList<BigTurn> Turns)[] Ways(BigState cube) => [.. Faces.AllColors
        .Select(c => (c, CentreSearch.Of(cube.Size).First(cube, c, 0, 1, CancellationToken.None)[0]))];
}
