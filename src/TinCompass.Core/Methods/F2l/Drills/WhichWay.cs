using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>Which way is the quickest for this case? Asked with the other slots solved, so that the way hangs on the case alone.</summary>
public sealed class WhichWay(F2lTasks tasks) : Drill(new DrillInfo(
    "f2l.which-way", "Which way", "Choose how this pair goes in: joined already, apart, or with one piece parked.", AnswerKind.Choice,
        8_000)
{
    Cases = F2lTasks.Families,
    Parts = F2lTasks.Slots,
    Version = 2,
    FormerIds = ["which-way"],
})
{
    private static readonly F2lWay[] Offered =
        [F2lWay.Insert, F2lWay.Apart, F2lWay.ParkCorner, F2lWay.ParkEdge, F2lWay.TakeOut, F2lWay.Borrow];

    private const int Others = 4;

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
        var solutions = Quickest(F2lState.Of(held), slot);
        var best = Trace(held, slot, solutions[0]);
        // No other option describes the quickest as well, and none is the way of another that is about as quick.
        F2lWay[] options = [best.Way, .. Offered.Where(w => solutions.All(s => s.Way != w) && !best.Fits(w)).Take(Others)];
        return F2lTasks.Task(
            this, wish, seed, group, held, slot, $"Which way is the quickest for {slot.NameIn(held.Hold)}?",
            options.Order().Select(w => new DrillOption(w.ToString(), F2lWords.Name(w))));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (held, slot) = (task.Held, F2lTasks.SlotOf(task));
        var best = Quickest(F2lState.Of(held), slot)[0];
        var right = answer.Chosen is [var chosen] && chosen == best.Way.ToString();
        var trace = Trace(held, slot, best);
        return new DrillVerdict(
            right, right ? $"Yes: {F2lWords.Name(best.Way)}." : $"The quickest: {F2lWords.Name(best.Way)}.",
            [.. F2lNotes.Of(trace, held.Hold).Select(n => $"{string.Join(' ', best.Turns.Skip(n.From).Take(n.To - n.From))}: {n.Words}")],
                $"{F2lWords.Name(best.Way)}: {string.Join(' ', best.AsTurned)}", null,
            [.. task.Hold, .. best.Turns]);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => F2lWords.Rule(Enum.Parse<F2lFamily>(task.Case));

    private IReadOnlyList<F2lSolution> Quickest(F2lState state, Slot slot) =>
        tasks.Quickest.Find(state, slot, new F2lOptions()).Solutions;

    private static F2lTrace Trace(CubeState held, Slot slot, F2lSolution solution) =>
        new(F2lState.Of(held), slot, F2lState.Of(held).SolvedSlots, solution.Turns);
}
