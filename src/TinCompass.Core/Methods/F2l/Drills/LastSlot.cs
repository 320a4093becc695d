using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>The last slot: everything else stands, so whatever is opened has to come back.</summary>
public sealed class LastSlot(F2lTasks tasks)
    : Drill(new DrillInfo("f2l.last-slot", "Last slot", "Three pairs stand: solve the fourth and put back what you open.",
    AnswerKind.Turns, 6_000)
    {
        Cases = F2lTasks.Families,
        Parts = F2lTasks.Slots,
        FormerIds = ["last-slot"],
    })
{
    private const int Allowed = 2;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => F2lWords.Name(Enum.Parse<F2lFamily>(name));

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var group = wish.Case ?? Cases[random.Next(Cases.Count)];
        F2lCase[] family = [.. F2lCases.All.Where(c => !c.IsSolved && c.Family.ToString() == group)];
        var (pairCase, slot) = (family[random.Next(family.Length)], F2lTasks.Wished(wish) ?? (Slot)random.Next(4));
        var held = tasks.DrawCase(wish, pairCase, slot, SlotSet.All.Without(slot), random);
        return F2lTasks.Task(this, wish, seed, group, held, slot, $"Only {slot.NameIn(held.Hold)} is left, {slot.Words()}.", []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer) => tasks.JudgeSlot(task, answer, Allowed);

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => tasks.Solution(task);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = tasks.NewSolver().Solve(F2lState.Of(task.Held), F2lTasks.SlotOf(task), new F2lOptions(), most: 1);
        return $"{Words.Turns(best.Length)}: {F2lWords.Name(best.Solutions[0].Way)}.";
    }
}
