using TinCompass.Core.Methods.FirstTwoLayers;

namespace TinCompass.Core.Practice.FirstTwoLayers;

/// <summary>Which way is the quickest for this case? Asked with the other slots solved, so that the way hangs on the case alone.</summary>
public sealed class WhichWay(PairTasks tasks) : IDrill
{
    private static readonly PairWay[] Offered = [PairWay.Insert, PairWay.Apart, PairWay.ParkCorner, PairWay.ParkEdge, PairWay.TakeOut, PairWay.Borrow];

    /// <inheritdoc/>
    public string Id => "which-way";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public bool HasSlots => true;

    /// <inheritdoc/>
    public string Title => "Which way";

    /// <inheritdoc/>
    public string What => "Choose how this pair goes in: joined already, apart, or with one piece parked.";

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
        var ways = Ways(PairsState.Of(held), slot);
        PairWay[] options = [.. ways.Take(1), .. Offered.Where(w => !ways.Contains(w)).Take(4)];
        return PairTasks.Task(
            this, wish, seed, group, held, $"Which way is the quickest for {slot.NameIn(held.Hold)}?", AnswerKind.Choice, options.Order().Select(w => new DrillOption(w.ToString(), PairsWords.Name(w))), 8_000) with
        {
            About = slot.NameIn(held.Hold),
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (held, slot) = (PairTasks.Held(task), PairTasks.SlotOf(task));
        var best = tasks.NewSolver().Solve(PairsState.Of(held), slot, new PairsOptions(), slack: 1, most: 1).Solutions[0];
        var right = answer.Chosen is [var chosen] && chosen == best.Way.ToString();
        var trace = new PairTrace(PairsState.Of(held), slot, PairsState.Of(held).SolvedSlots, best.Turns);
        return new DrillVerdict(
            right, right ? $"Yes: {PairsWords.Name(best.Way)}." : $"The quickest: {PairsWords.Name(best.Way)}.",
            [.. PairsWords.Groups(trace, held.Hold, (a, b) => string.Join(' ', best.Turns.Skip(a).Take(b - a))).Select(g => $"{g.Turns}: {g.Words}")], $"{PairsWords.Name(best.Way)}: {string.Join(' ', best.AsTurned)}", null,
            [.. task.Hold, .. best.Turns]);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task) => PairsWords.Rule(Enum.Parse<PairGroup>(task.Case));

    private PairWay[] Ways(PairsState state, Slot slot) => [.. tasks.NewSolver().Solve(state, slot, new PairsOptions(), slack: 1).Solutions.Select(s => s.Way).Distinct()];
}
