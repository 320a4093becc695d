using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>Set-up and both parts are played, then the cube is covered: undo them from memory, in the right order.</summary>
public sealed class UndoTheSetup() : Drill(new DrillInfo(
    $"{CornersStage.StageId}.undo", "Undo it from memory", "Set-up and both parts are played; turn what is still to be undone.",
    AnswerKind.Turns, 15_000)
{
    Levels = 2,
    Cases = ["any"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => "a cycle of corners";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var cycle = EdgesTasks.Cycle(random, onTop: false);
            var way = EdgesTasks.Way(cycle);
            if (way.Setup.Count > 0 != wish.Level > 1) continue;
            return About(wish, seed, "any", EdgesTasks.Before(cycle, wish, random), way.Setup.Count > 0
                ? "Set-up, A and B are made. Undo A, then B, then the set-up." : "A and B are made. Undo A, then B.", []) with
            {
                Shown = [.. way.Setup, .. way.A, .. way.B],
                IsPlayed = true,
            };
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var undo = Undo(task);
        var end = task.Position.Apply(task.Hold).Apply(task.Shown).Apply(answer.Turns.Skip(task.Hold.Count));
        return new DrillVerdict(end.IsSolved, end.IsSolved ? "Undone: solved." : "Not undone.",
            end.IsSolved ? [] : [$"What was made: {EdgesTasks.Way(LastThreeCorners.CycleOf(task))}."], string.Join(' ', undo), null,
            [.. task.Hold, .. task.Shown, .. answer.Turns.Skip(task.Hold.Count)]);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. task.Hold, .. Undo(task)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It begins {Undo(task)[0]}.";

    private static Turn[] Undo(DrillTask task)
    {
        var way = EdgesTasks.Way(LastThreeCorners.CycleOf(task));
        return [.. way.Written.Skip(way.Setup.Count + way.A.Count + way.B.Count)];
    }
}
