using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>Where are the parts of an edge? Level 2: of a 5x5, two wings and the middle piece.</summary>
public sealed class WhereParts() : BigDrill(new DrillInfo(
    $"{BigEdgesStage.StageId}.where", "Parts of an edge", "Find the places where the parts of one edge lie.",
    AnswerKind.Marks, 15_000)
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
            var cube = BigTasks.Centred(wish.Level > 1 ? 5 : 4, random);
            var parts = ReducedCube.Parts(cube).Where(p => p.Places.Count > 1).ToArray();
            if (parts.Length == 0) continue;
            var edge = parts[random.Next(parts.Length)].Edge;
            return About(wish, seed, "where", cube, $"Where are the {(wish.Level > 1 ? "three" : "two")} parts of {edge}?",
                Enum.GetValues<Edge>().Select(ReducedCube.PlaceOf).Select(p => new DrillOption(p, p)), part: edge);
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var places = Places(task);
        var right = places.ToHashSet().SetEquals(answer.Chosen);
        string[] missed = [.. places.Except(answer.Chosen)], wrong = [.. answer.Chosen.Except(places)];
        return new DrillVerdict(right, $"{(right ? "Yes" : "Not quite")}: {task.Focus.Part} lies at {Words.Join(places)}.",
            [
                .. missed.Length > 0 ? [$"Missed: {Words.Join(missed)}."] : Array.Empty<string>(),
                .. wrong.Length > 0 ? [$"Another edge there: {Words.Join(wrong)}."] : Array.Empty<string>(),
            ], string.Join(", ", places), null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of(Places(task));

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"One of them lies at {Places(task)[0]}.";

    private static string[] Places(DrillTask task) =>
        [.. ReducedCube.Parts(CubeOf(task)).First(p => p.Edge == task.Focus.Part).Places.Select(ReducedCube.PlaceOf)];
}
