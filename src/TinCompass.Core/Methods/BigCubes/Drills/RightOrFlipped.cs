using TinCompass.Core.BigCubes;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>How do two parts of an edge lie to each other? Level 2: a wing and the middle piece of a 5x5.</summary>
public sealed class RightOrFlipped() : BigDrill(new DrillInfo(
    $"{BigEdgesStage.StageId}.right-or-flipped", "Wings right or flipped", "See whether a slice joins two parts of an edge.",
    AnswerKind.Choice, 8_000)
{
    Levels = 2,
    Cases = ["right", "flipped", "across"],
})
{
    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cube = BigTasks.Centred(wish.Level > 1 ? 5 : 4, random);
            var all = EdgeLies.Of(cube);
            var parts = all.Where(p => p.Wing != p.Other && (wish.Case is null || NameOf(p.Lie) == wish.Case)
                && all.Count(o => o.Edge == p.Edge && o.Wing == p.Wing) == 1).ToArray();
            if (parts.Length == 0) continue;
            var one = parts[random.Next(parts.Length)];
            var (at, other) = (ReducedCube.PlaceOf(one.Wing), ReducedCube.PlaceOf(one.Other));
            return About(wish, seed, NameOf(one.Lie), cube, wish.Level > 1
                    ? $"A wing of {one.Edge} lies at {at}, the middle piece at {other}. How do they lie?"
                    : $"The parts of {one.Edge} lie at {at} and {other}. How do they lie?",
                [
                    new DrillOption("right", "right: a slice joins them"),
                    new DrillOption("flipped", "flipped: along each other, but no slice joins them"),
                    new DrillOption("across", "across: no slice goes through both"),
                ], part: $"{one.Edge} {at}");
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var cube = CubeOf(task);
        var parts = EdgeLies.Of(cube).First(p => $"{p.Edge} {ReducedCube.PlaceOf(p.Wing)}" == task.Focus.Part);
        var right = answer.Chosen is [var chosen] && chosen == NameOf(parts.Lie);
        return new DrillVerdict(right, $"{(right ? "Yes, " : "")}{BigWords.Lie(parts, cube.Size)}.",
            [parts.Lie switch
            {
                EdgeLie.Across => "The two edges do not lie along each other: a face turned first can bring them so.",
                EdgeLie.Right => cube.Size == 4 ? "They lie in different layers: a slice takes one to the other."
                    : "Beside the middle piece its colours go on.",
                _ => (cube.Size == 4 ? "They lie in one layer: a slice takes both along. "
                    : "Beside the middle piece its colours would lie the other way round. ")
                    + "One turned over in its place, they lie right.",
            }], NameOf(parts.Lie), null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        task.Case == "across" ? "See whether the two edges lie along each other." : "The two edges lie along each other.";

    private static string NameOf(EdgeLie lie) => lie switch
    {
        EdgeLie.Right => "right",
        EdgeLie.Flipped => "flipped",
        _ => "across",
    };
}
