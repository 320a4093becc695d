using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>
/// Solve the pair: each of the 41 cases. Level 1 at front-right, level 2 at the front, level 3 in every slot; the other slots are free or
/// solved as chance has it.
/// </summary>
public sealed class SolvePair(F2lTasks tasks) : Drill(new DrillInfo(
    DrillId, "Solve the pair", "See the case, then turn it in; at most two turns over the best count as right.", AnswerKind.Turns, 5_000)
{
    Levels = 3,
    Cases = F2lTasks.CaseNames,
    Parts = F2lTasks.Slots,
    FormerIds = ["solve-pair"],
})
{
    /// <summary>Its stable name.</summary>
    public const string DrillId = "f2l.solve-pair";

    /// <summary>Turns over the best that still count as right: the quickest is often not the shortest.</summary>
    private const int Allowed = 2;

    /// <inheritdoc/>
    public override string FamilyOf(string name) => F2lCases.Find(name)!.Family.ToString();

    /// <inheritdoc/>
    public override string CaseTitle(string name) => F2lWords.CaseName(name);

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var pairCase = F2lCases.Find(wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var slot = F2lTasks.Wished(wish) ?? wish.Level switch
        {
            1 => Slot.FR,
            2 => random.Next(2) == 0 ? Slot.FR : Slot.FL,
            _ => (Slot)random.Next(4)
        };
        var held = tasks.DrawCase(wish, pairCase, slot, F2lTasks.Others(slot, random.Next(3), random), random);
        return F2lTasks.Task(this, wish, seed, pairCase.Id, held, slot, $"Solve {slot.NameIn(held.Hold)}, {slot.Words()}.", []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer) => tasks.JudgeSlot(task, answer, Allowed);

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => tasks.Solution(task);

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => F2lWords.Rule(F2lCases.Find(task.Case)!.Family);
}
