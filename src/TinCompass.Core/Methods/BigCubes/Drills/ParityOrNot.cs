using TinCompass.Core.BigCubes;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>Will an edge be left turned over? Level 1: two edges of a 4x4 are apart, 2: three, 3: all.</summary>
public sealed class ParityOrNot() : BigDrill(new DrillInfo(
    $"{BigParityStage.StageId}.odd", "Parity of a big cube", "See whether an edge will be left turned over when all are joined.",
    AnswerKind.Choice, 12_000)
{
    Levels = 3,
    Cases = ["yes", "no"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "yes" ? "an edge turned over" : "none";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var cube = wish.Level > 2 ? BigTasks.Centred(4, random) : BigTasks.Apart(4, wish.Level + 1, name == "yes", random);
        while (Parities.IsOdd(cube) != (name == "yes")) cube = BigTasks.Centred(4, random);
        return About(wish, seed, name, cube, "Slices and slices back join the edges. Will one of them be left turned over?",
            [new DrillOption("yes", "yes, one"), new DrillOption("no", "no")]);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var right = answer.Chosen is [var chosen] && chosen == task.Case;
        var rings = Parities.Rings(CubeOf(task));
        var exchanges = rings.Sum(n => n - 1);
        return new DrillVerdict(right, exchanges % 2 == 1
                ? $"One edge will be left turned over: the wings are {exchanges} exchanges out of place, an odd number."
                : $"No edge will be left turned over: the wings are {exchanges} exchanges out of place, an even number.",
            [
                .. rings.Count == 0 ? Array.Empty<string>()
                    : [$"They go round in rings of {Words.Join(rings.Order().Select(n => $"{n}"))}: a ring "
                    + "takes one exchange less than it has wings."],
                "A slice with its way back changes the number by an even one.",
            ], task.Case, null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"Follow each wing to its home: there are {Parities.Rings(CubeOf(task)).Count} rings.";
}
