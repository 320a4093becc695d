using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>
/// Where are the two pieces of this pair? The fewer slots are solved, the more there is to search: level 1 with two solved, level 3 with
/// none.
/// </summary>
public sealed class FindPieces(F2lTasks tasks) : Drill(new DrillInfo(
    "f2l.find-pieces", "Find the pieces", "Where are the corner and the edge of this pair? Against the clock.", AnswerKind.Choice, 6_000)
{
    Levels = 3,
    Parts = F2lTasks.Slots,
    Version = 3,
    FormerIds = ["find-pieces"],
})
{
    private const int Choices = 5;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "0" ? "no slot solved" : name == "1" ? "one slot solved"
        : $"{name} slots solved";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var slot = F2lTasks.Wished(wish) ?? (Slot)random.Next(4);
        var solved = 3 - Math.Clamp(wish.Level, 1, Levels);
        var held = tasks.Draw(wish, F2lTasks.Others(slot, solved, random), random);
        var places = F2lTasks.Places(F2lState.Of(held), slot, held.Hold, Choices, random);
        var name = solved.ToString(System.Globalization.CultureInfo.InvariantCulture);
        return F2lTasks.Task(this, wish, seed, name, held, slot, $"Where are the two pieces of {slot.NameIn(held.Hold)}?", places);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var held = task.Held;
        var (state, truth, _) = F2lTasks.Place(F2lState.Of(held), F2lTasks.SlotOf(task), held.Hold);
        var right = answer.Chosen is [var chosen] && chosen == state;
        return new DrillVerdict(right, right ? $"Yes: {truth}." : $"They are: {truth}.", [], truth, null, task.Hold) { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var name = F2lTasks.NameOf(task);
        return $"Look for {task.Color.Name()}, {name.First.Name()} and {name.Second.Name()}: the corner has all three, the edge only the " +
            $"last two.";
    }
}
