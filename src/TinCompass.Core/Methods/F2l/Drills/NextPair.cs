using TinCompass.Core.Cube;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>Which pair next? Right is the cheapest, or the one our plan takes first.</summary>
public sealed class NextPair(F2lTasks tasks) : Drill(new DrillInfo(
    "f2l.next-pair", "Which pair next", "Choose the pair to take now: cheap, in view, and good for what is left.", AnswerKind.Choice, 9_000)
{
    Cases = ["4", "3", "2"],
    Version = 2,
    FormerIds = ["next-pair"],
})
{
    private const int Beam = 6;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{name} pairs open";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var solved = 4 - (name[0] - '0');
        CubeState held;
        do
        {
            var order = RandomPosition.Shuffled(4, random.Next);
            held = tasks.Draw(wish, order.Take(solved).Aggregate(SlotSet.None, (set, s) => set.With((Slot)s)), random);
        }
        while (IsAnyRight(held));
        var open = F2lState.Of(held).SolvedSlots.Others.Slots.Select(s => s.NameIn(held.Hold)).OrderBy(n => n.First).ThenBy(n => n.Second);
        return F2lTasks.Task(this, wish, seed, name, held, null, "Which pair would you take now?",
            open.Select(n => new DrillOption(n.ToString(), n.ToString())));
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var held = task.Held;
        var least = Least(held);
        var plan = Plan(held);
        var first = plan.Steps[0];
        var planned = first.Slot.NameIn(held.Hold).ToString();
        var cheapest = least.Values.Min();
        var right = answer.Chosen is [var chosen] && least.TryGetValue(chosen, out var length) && (length == cheapest || chosen == planned);
        var over = answer.Chosen is [var one] && least.TryGetValue(one, out var taken) ? taken - cheapest : (int?)null;
        return new DrillVerdict(
            right, right ? "A good choice." : $"Rather {planned}: {F2lWords.Why(first, held.Hold)}.",
            [$"Least turns: {string.Join(", ", least.OrderBy(l => l.Value).Select(l => $"{l.Key} {l.Value}"))}.",
                $"Our plan begins with {planned} and takes {Words.Turns(plan.Total)} for all."], planned, over, task.Hold)
        {
            SaysBest = !right,
        };
    }

    /// <summary>The least turns of each open pair, by its name.</summary>
    private Dictionary<string, int> Least(CubeState held)
    {
        var state = F2lState.Of(held);
        return state.SolvedSlots.Others.Slots.ToDictionary(s => s.NameIn(held.Hold).ToString(), s => tasks.Shortest(state, s).Length);
    }

    private F2lPlan Plan(CubeState held) => tasks.NewPlanner().Plan(F2lState.Of(held), new F2lOptions(), beam: Beam);

    /// <summary>Whatever one chooses is right: then there is nothing to ask.</summary>
    private bool IsAnyRight(CubeState held)
    {
        var least = Least(held);
        var dearer = least.Where(l => l.Value > least.Values.Min()).Select(l => l.Key).ToArray();
        return dearer.Length == 0 || (dearer.Length == 1 && Plan(held).Steps[0].Slot.NameIn(held.Hold).ToString() == dearer[0]);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var held = task.Held;
        var reports = PairStands.Report(held, task.Color).Where(r => r.Stand != PairStand.Solved && r.PiecesOnTop == 2)
            .Select(r => r.Slot.ToString()).ToArray();
        return reports.Length == 0 ? "No pair has both pieces on top: look for one whose stuck piece comes out easily."
            : $"Both pieces on top: {string.Join(", ", reports)}.";
    }
}
