using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>The last two edges of a 4x4: those that take nine turns (level 1), and eleven (2).</summary>
public sealed class LastTwoEdges() : BigDrill(new DrillInfo(
    $"{BigEdgesStage.StageId}.last-two", "The last two edges to join", "Join the last two edges and keep the other ten.",
    AnswerKind.Turns, 25_000)
{
    Levels = 2,
})
{
    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var last = LastEdges.Of(4, 2);
        var wanted = last.Figures.Where(f => f.Turns > 0).ElementAt(wish.Level - 1).Turns;
        BigState cube;
        do
        {
            // An edge turned over first: backwards from there the same turns lead to other positions.
            var way = last.Ways[random.Next(last.Ways.Count)];
            var exchanged = Parities.Of(4).Exchanges[random.Next(Parities.Of(4).Exchanges.Length)].Turns;
            cube = BigTasks.Joined(4, random).Apply(random.Next(2) == 0 ? [] : exchanged).Apply(way.Reverse().Select(t => t.Inverse));
        }
        while (last.CostOf(cube) != wanted);
        return About(wish, seed, "last", cube, "Ten edges are joined. Join the two on top, at the front and at the back.", []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (cube, best) = (CubeOf(task), Best(task));
        var end = cube.Apply(answer.Bigger);
        var (centres, edges) = (ReducedCube.HasCentres(end), ReducedCube.HasEdges(end));
        var (count, least) = (BigTurns.Count(answer.Bigger, cube.Size), BigTurns.Count(best, cube.Size));
        return new DrillVerdict(centres && edges, centres && edges ? $"All twelve are joined, in {Words.Turns(count)}."
                : !edges ? $"{12 - ReducedCube.WholeEdges(end).Count} of the edges are not joined after that."
                : "The edges are joined, but the centres are not whole.",
            [$"Found here, {Words.Turns(least)}: {BigNotation.Written(best, cube.Size)}."],
            BigNotation.Written(best, cube.Size), centres && edges ? Math.Max(0, count - least) : null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of(Best(task));

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It begins with {Best(task)[0].Written(CubeOf(task).Size)}.";

    private static IReadOnlyList<BigTurn> Best(DrillTask task) => LastEdges.Of(4, 2).Of(CubeOf(task))
        ?? throw new ArgumentException("two edges are to be apart", nameof(task));
}
