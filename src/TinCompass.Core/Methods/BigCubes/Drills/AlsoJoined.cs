using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>A slice joins an edge: what else does it join?</summary>
public sealed class AlsoJoined() : BigDrill(new DrillInfo(
    $"{BigEdgesStage.StageId}.also", "What else a slice joins", "A slice joins one edge: see which others it joins as well.",
    AnswerKind.Marks, 20_000)
{
    // Of tasks half have nothing more to find.
    Cases = ["more", "nothing"],
})
{
    private const int Offered = 6;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "more" ? "it joins more" : "nothing more";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var cube = BigTasks.Centred(4, random);
            var slice = BigTurn.Of((Face)random.Next(6), 2, 2, 1 + random.Next(3));
            var joined = Joined(cube, slice);
            if (joined.Length == 0 || joined.Length > 1 != (name == "more")) continue;
            var whole = ReducedCube.WholeEdges(cube);
            var others = ReducedCube.Parts(cube).Select(p => p.Edge).Where(e => !whole.Contains(e) && !joined.Contains(e)).ToArray();
            random.Shuffle(others);
            string[] offered = [.. joined[1..].Concat(others).Take(Offered).Order(StringComparer.Ordinal)];
            return About(wish, seed, name, cube,
                $"This slice joins {joined[0]}. Which of these does it join as well? None is an answer too.",
                offered.Select(e => new DrillOption(e, e)), part: joined[0]) with
            {
                BiggerShown = [slice],
            };
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var also = Also(task);
        var right = also.ToHashSet().SetEquals(answer.Chosen);
        var slice = BigNotation.Written(task.BiggerShown, CubeOf(task).Size);
        return new DrillVerdict(right, $"{(right ? "Yes" : "Not quite")}: after {slice} "
            + $"{(also.Length > 0 ? $"{Words.Join([task.Focus.Part, .. also])} are" : $"{task.Focus.Part} alone is")} newly together.",
            [], also.Length == 0 ? "none" : string.Join(", ", also), null, [])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of(Also(task));

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => "The slice carries four wings: follow each to the edge where it arrives.";

    private static string[] Also(DrillTask task) => [.. Joined(CubeOf(task), task.BiggerShown[0]).Where(e => e != task.Focus.Part)];

    private static string[] Joined(BigState cube, BigTurn slice) =>
        [.. ReducedCube.WholeEdges(cube.Apply(slice)).Except(ReducedCube.WholeEdges(cube)).Order(StringComparer.Ordinal)];
}
