using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;

namespace TinCompass.Core.Practice.FirstTwoLayers;

/// <summary>Solve the pair: each of the 41 cases. Level 1 at front-right, level 2 at the front, level 3 in every slot; the other slots are free or solved as chance has it.</summary>
public sealed class SolvePair(PairTasks tasks) : IDrill
{
    /// <summary>Turns over the best that still count as right: the quickest is often not the shortest.</summary>
    private const int Allowed = 2;

    /// <inheritdoc/>
    public string Id => "solve-pair";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public bool HasSlots => true;

    /// <inheritdoc/>
    public string Title => "Solve the pair";

    /// <inheritdoc/>
    public string What => "See the case, then turn it in; at most two turns over the best count as right.";

    /// <inheritdoc/>
    public int Levels => 3;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases => PairTasks.CaseNames;

    /// <inheritdoc/>
    public string FamilyOf(string name) => PairCases.Find(name)!.Group.ToString();

    /// <inheritdoc/>
    public string CaseTitle(string name) => PairsWords.CaseName(name);

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var pairCase = PairCases.Find(wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var slot = wish.Slot ?? wish.Level switch { 1 => Slot.FR, 2 => random.Next(2) == 0 ? Slot.FR : Slot.FL, _ => (Slot)random.Next(4) };
        var held = tasks.DrawCase(wish, pairCase, slot, PairTasks.Others(slot, random.Next(3), random), random);
        return PairTasks.Task(this, wish, seed, pairCase.Id, held, $"Solve {slot.NameIn(held.Hold)}, {slot.Words()}.", AnswerKind.Turns, [], 5_000) with { About = slot.NameIn(held.Hold) };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer) => tasks.JudgeSlot(task, answer, Allowed);

    /// <inheritdoc/>
    public DrillAnswer Solution(DrillTask task) => tasks.Solution(task);

    /// <inheritdoc/>
    public string Hint(DrillTask task) => PairsWords.Rule(PairCases.Find(task.Case)!.Group);
}

/// <summary>The last slot: everything else stands, so whatever is opened has to come back.</summary>
public sealed class LastSlot(PairTasks tasks) : IDrill
{
    private const int Allowed = 2;

    /// <inheritdoc/>
    public string Id => "last-slot";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public bool HasSlots => true;

    /// <inheritdoc/>
    public string Title => "Last slot";

    /// <inheritdoc/>
    public string What => "Three pairs stand: solve the fourth and put back what you open.";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases { get; } = [.. Enum.GetValues<PairGroup>().Where(g => g != PairGroup.Elsewhere).Select(g => g.ToString())];

    /// <inheritdoc/>
    public string CaseTitle(string name) => PairsWords.Name(Enum.Parse<PairGroup>(name));

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var group = wish.Case ?? Cases[random.Next(Cases.Count)];
        PairCase[] family = [.. PairCases.All.Where(c => !c.IsSolved && c.Group.ToString() == group)];
        var (pairCase, slot) = (family[random.Next(family.Length)], wish.Slot ?? (Slot)random.Next(4));
        var held = tasks.DrawCase(wish, pairCase, slot, SlotSet.All.Without(slot), random);
        return PairTasks.Task(this, wish, seed, group, held, $"Only {slot.NameIn(held.Hold)} is left, {slot.Words()}.", AnswerKind.Turns, [], 6_000) with { About = slot.NameIn(held.Hold) };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer) => tasks.JudgeSlot(task, answer, Allowed);

    /// <inheritdoc/>
    public DrillAnswer Solution(DrillTask task) => tasks.Solution(task);

    /// <inheritdoc/>
    public string Hint(DrillTask task)
    {
        var best = tasks.NewSolver().Solve(PairsState.Of(PairTasks.Held(task)), PairTasks.SlotOf(task), new PairsOptions(), most: 1);
        return $"{CrossWords.Turns(best.Length)}: {PairsWords.Name(best.Solutions[0].Way)}.";
    }
}
