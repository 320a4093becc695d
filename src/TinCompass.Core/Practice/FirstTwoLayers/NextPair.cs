using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Core.Practice.FirstTwoLayers;

/// <summary>Which pair next? Right is the cheapest, or the one our plan takes first.</summary>
public sealed class NextPair(PairTasks tasks) : IDrill
{
    private const int Beam = 6;

    /// <inheritdoc/>
    public string Id => "next-pair";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public string Title => "Which pair next";

    /// <inheritdoc/>
    public string What => "Choose the pair to take now: cheap, in view, and good for what is left.";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases { get; } = ["4", "3", "2"];

    /// <inheritdoc/>
    public string CaseTitle(string name) => $"{name} pairs open";

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var solved = 4 - (name[0] - '0');
        var order = RandomPosition.Shuffled(4, random.Next);
        var held = tasks.Draw(wish, order.Take(solved).Aggregate(SlotSet.None, (set, s) => set.With((Slot)s)), random);
        var open = PairsState.Of(held).SolvedSlots.Others.Slots.Select(s => s.NameIn(held.Hold)).OrderBy(n => n.First).ThenBy(n => n.Second);
        return PairTasks.Task(this, wish, seed, name, held, "Which pair would you take now?", AnswerKind.Choice, open.Select(n => new DrillOption(n.ToString(), n.ToString())), 9_000);
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var held = PairTasks.Held(task);
        var (state, solver) = (PairsState.Of(held), tasks.NewSolver());
        var least = state.SolvedSlots.Others.Slots.Select(s => (Name: s.NameIn(held.Hold).ToString(), solver.Search.Find(state, new SlotGoal(state.SolvedSlots.With(s)), most: 1).Length)).ToDictionary(s => s.Name, s => s.Length);
        var plan = new PairsPlanner(solver).Plan(state, new PairsOptions(), beam: Beam);
        var first = plan.Steps[0];
        var planned = first.Slot.NameIn(held.Hold).ToString();
        var cheapest = least.Values.Min();
        var right = answer.Chosen is [var chosen] && least.TryGetValue(chosen, out var length) && (length == cheapest || chosen == planned);
        var over = answer.Chosen is [var one] && least.TryGetValue(one, out var taken) ? taken - cheapest : (int?)null;
        return new DrillVerdict(
            right, right ? "A good choice." : $"Rather {planned}: {PairsWords.Why(first, held.Hold)}.",
            [$"Least turns: {string.Join(", ", least.OrderBy(l => l.Value).Select(l => $"{l.Key} {l.Value}"))}.", $"Our plan begins with {planned} and takes {CrossWords.Turns(plan.Total)} for all."], planned, over, task.Hold);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task)
    {
        var held = PairTasks.Held(task);
        var reports = PairStates.Report(held, task.Color).Where(r => r.Stand is PairStand.Joined or PairStand.OnTop).Select(r => r.Slot.ToString()).ToArray();
        return reports.Length == 0 ? "No pair has both pieces on top: look for one whose stuck piece comes out easily." : $"Both pieces on top: {string.Join(", ", reports)}.";
    }
}

/// <summary>Do not break it: three turns of a side and the top; which solved pair do they take out?</summary>
public sealed class SafeTurn(PairTasks tasks) : IDrill
{
    private const string Safe = "none: it is safe";

    /// <inheritdoc/>
    public string Id => "safe-turn";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public string Title => "Do not break it";

    /// <inheritdoc/>
    public string What => "A side is opened, the top turned, the side closed: which solved pair is taken out?";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases { get; } = ["2", "1", "3"];

    /// <inheritdoc/>
    public string CaseTitle(string name) => name == "1" ? "one pair solved" : $"{name} pairs solved";

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var order = RandomPosition.Shuffled(4, random.Next);
        var held = tasks.Draw(wish, order.Take(name[0] - '0').Aggregate(SlotSet.None, (set, s) => set.With((Slot)s)), random);
        Face[] sides = [Face.F, Face.R, Face.B, Face.L];
        var (side, quarters, top) = (sides[random.Next(4)], random.Next(2) == 0 ? 1 : 3, random.Next(1, 4));
        Turn[] turns = [Turn.Of(side, quarters), Turn.Of(Face.U, top), Turn.Of(side, 4 - quarters)];
        string[] options = [Safe, .. PairsState.Of(held).SolvedSlots.Slots.Select(s => s.NameIn(held.Hold).ToString())];
        return PairTasks.Task(this, wish, seed, name, held, "Which solved pair does this take out?", AnswerKind.Choice, options.Select(o => new DrillOption(o, o)), 5_000) with { Shown = turns };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var held = PairTasks.Held(task);
        var (before, after) = (PairsState.Of(held), PairsState.Of(held.Apply(task.Shown)));
        var broken = before.SolvedSlots.Slots.Where(s => !after.IsSlotSolved(s)).Select(s => s.NameIn(held.Hold).ToString()).ToArray();
        var truth = broken.Length == 0 ? Safe : broken[0];
        var right = answer.Chosen is [var chosen] && chosen == truth;
        var opened = task.Shown[0];
        var slot = SlotSet.All.Slots.First(s => PairCases.IsOnTop(CornerStickers.Place(PairsState.Solved.After(opened.Index).CornerOf(s))));
        return new DrillVerdict(
            right, broken.Length == 0 ? $"{(right ? "Yes: it" : "It")} is safe." : $"{(right ? "Yes: it" : "It")} takes {truth} out.",
            [$"{opened} brings the slot {slot.Words()} up under the turn of the top; the other slot of that side goes below and comes back."], truth, null, [.. task.Hold, .. task.Shown]);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task) => $"Which slot does {task.Shown[0]} bring up into the top layer?";
}
