using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>The last two centres of a 4x4, the other four given back.</summary>
public sealed class LastTwoCentres() : BigDrill(new DrillInfo(
    $"{BigCentresStage.StageId}.last-two", "The last two centres", "Make the last two centres and give the other four back.",
    AnswerKind.Turns, 25_000))
{
    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cube = BigTasks.Scrambled(4, random);
            var stops = new CentrePlanner(4).Plan(cube, 1, null, CancellationToken.None);
            cube = cube.Apply(stops.Take(4).SelectMany(s => s.Turns));
            if (ReducedCube.HasCentres(cube)) continue;
            string[] left = [.. stops.Skip(4).Select(s => s.Color.Name())];
            return About(wish, seed, "last", cube, $"Four centres stand where they belong. Make {Words.Join(left)}, so that all six do.",
                [], stops[4].Color);
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (cube, best) = (CubeOf(task), Best(task));
        var right = ReducedCube.HasCentres(cube.Apply(answer.Bigger));
        var (count, least) = (BigTurns.Count(answer.Bigger, cube.Size), BigTurns.Count(best, cube.Size));
        return new DrillVerdict(right, right ? $"All six stand, in {Words.Turns(count)}." : "Not all six stand after that.",
            [$"Found here, {Words.Turns(least)}: {BigNotation.Written(best, cube.Size)}."],
            BigNotation.Written(best, cube.Size), right ? Math.Max(0, count - least) : null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of(Best(task));

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It begins with {Best(task)[0].Written(CubeOf(task).Size)}.";

    private static IReadOnlyList<BigTurn> Best(DrillTask task) =>
        new CentrePlanner(4).Next(CubeOf(task), task.Color, CancellationToken.None)[0].Turns;
}
