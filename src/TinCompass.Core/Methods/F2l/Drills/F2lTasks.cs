using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.Cross.Drills;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>
/// What the drills of pairs stand on: the tables, and positions made from them. Searchers are made for each task, so that one set serves
/// all threads.
/// </summary>
public sealed class F2lTasks(F2lTools tools)
{
    /// <summary>Every shortest way from a case in a slot to all four in: searched when the case is first drawn.</summary>
    private readonly ConcurrentDictionary<(string Case, Slot Slot), IReadOnlyList<PackedTurns>> ways = new();

    /// <summary>What <see cref="Best"/> found; for each position of a pair and those that stand already.</summary>
    private readonly ConcurrentDictionary<(F2lState Pieces, Slot Slot), F2lOutlook> kept = new();

    private const int MostKept = 10_000;

    /// <summary>The cases that are learnt one by one: all but the solved one.</summary>
    public static IReadOnlyList<string> CaseNames { get; } = [.. F2lCases.All.Where(c => !c.IsSolved).Select(c => c.Id)];

    /// <summary>The families of cases, as cases of drills that ask for one.</summary>
    public static IReadOnlyList<string> Families { get; } =
        [.. Enum.GetValues<F2lFamily>().Where(f => f != F2lFamily.Elsewhere).Select(f => f.ToString())];

    /// <summary>The slots a task can be asked in.</summary>
    public static IReadOnlyList<string> Slots { get; } = [.. SlotSet.All.Slots.Select(s => s.ToString())];

    /// <summary>The slot that is wished; null: any.</summary>
    internal static Slot? Wished(DrillWish wish) => wish.Part is { } part ? Enum.Parse<Slot>(part) : null;

    /// <summary>The quickest ways to a last slot.</summary>
    internal F2lQuickest Quickest => tools.Quickest;

    /// <summary>A solver for one task.</summary>
    internal F2lSolver NewSolver() => tools.NewSolver();

    /// <summary>A planner for one task.</summary>
    internal F2lPlanner NewPlanner() => tools.NewPlanner();

    /// <summary>Every shortest way to solve a slot, the solved ones kept.</summary>
    internal F2lSolutions Shortest(F2lState state, Slot slot) => tools.Finds.Shortest(NewSolver().Search, state, slot, new F2lOptions());

    /// <summary>A position with the cross and some slots solved, held with the base down; everything else as chance has it.</summary>
    internal CubeState Draw(DrillWish wish, SlotSet solved, Random random)
    {
        var (color, y) = (CrossTasks.ColorFor(wish, random), random.Next(4));
        while (true)
        {
            var position = WishedPositions.WithCross(color, y, CrossTable.SolvedIndex, random.Next);
            var held = position.Apply(CrossPosition.Of(position, color, y).Rotation.Rotation);
            foreach (var slot in solved.Slots)
            {
                var pairs = F2lState.Of(held);
                if (pairs.IsSlotSolved(slot)) continue;
                var found = Shortest(pairs, slot).Solutions;
                held = held.Apply(found[random.Next(found.Count)].ToArray());
            }

            // A slot that chance has solved too is no task.
            if (F2lState.Of(held).SolvedSlots == solved) return held;
        }
    }

    /// <summary>The same, with a case in one slot: that slot is solved too, then a solution of the case is undone.</summary>
    internal CubeState DrawCase(DrillWish wish, F2lCase pairCase, Slot slot, SlotSet solved, Random random)
    {
        var held = Draw(wish, solved.With(slot), random);
        var found = ways.GetOrAdd((pairCase.Id, slot), _ => NewSolver().Search
            .Find(F2lState.With(F2lState.Solved, slot, pairCase.Corner, pairCase.Edge), new F2lGoal(SlotSet.All)).Solutions);
        var undone = found[random.Next(found.Count)].ToArray().Reverse().Select(t => t.Inverse);
        return Top(Top(held, random).Apply(undone), random);
    }

    private static CubeState Top(CubeState held, Random random) => random.Next(4) is > 0 and var q ? held.Apply(Turn.Of(Face.U, q)) : held;

    /// <summary>So many of the other slots, drawn by chance.</summary>
    internal static SlotSet Others(Slot slot, int count, Random random)
    {
        var others = SlotSet.None.With(slot).Others.Slots.ToArray();
        return RandomPosition.Shuffled(others.Length, random.Next).Take(count).Aggregate(SlotSet.None, (set, i) => set.With(others[i]));
    }

    /// <summary>A task about a held position, and about one slot or (null) all of them.</summary>
    internal static DrillTask Task(
        Drill drill, DrillWish wish, int seed, string name, CubeState held, Slot? slot, string question, IEnumerable<DrillOption> options,
            int? targetMs = null) =>
        new(drill.Id, wish, seed, name, held.Upright(), new Focus(held.Hold.ColorAt(Face.D), slot?.NameIn(held.Hold).ToString() ?? ""),
            held.Hold.Rotation, question, drill.Info.Kind,
            [.. options])
        {
            TargetMs = targetMs ?? drill.Info.TargetMs,
        };

    /// <summary>The slot a task is about, in the hold shown.</summary>
    internal static Slot SlotOf(DrillTask task) => SlotPlaces.Find(NameOf(task), task.Held.Hold)!.Value;

    /// <summary>Its name by its colours.</summary>
    internal static SlotName NameOf(DrillTask task) => SlotName.TryParse(task.Focus.Part, out var name) ? name
        : throw new InvalidOperationException($"{task.Drill} is about no slot");

    /// <summary>
    /// An own sequence for one slot judged: right when the slot is in and all that was solved stands, in at most <paramref name="allowed"/>
    /// turns over the best.
    /// </summary>
    internal DrillVerdict JudgeSlot(DrillTask task, DrillAnswer answer, int allowed)
    {
        var held = task.Held;
        var (slot, before) = (SlotOf(task), F2lState.Of(held));
        var goal = new F2lGoal(before.SolvedSlots.With(slot));
        var best = F2lQuickest.Is(before, slot) ? Quickest.Find(before, slot, new F2lOptions()) : Best(before, goal, slot);
        var shown = string.Join(' ', best.Solutions[0].AsTurned);
        var end = task.Position.Apply(answer.Turns).Upright().Apply(held.Hold.Rotation);
        var solved = goal.IsReached(F2lState.Of(end));
        var length = answer.Turns.Sum(t => Metric.Htm.Cost(t));
        var lead = answer.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        var reasons = new List<string>();
        if (F2lPosition.TryRead(task.Position.Apply(lead), task.Color, out var start, out _) && start.Rotation.Count == 0
            && answer.Turns.Count > lead.Length)
        {
            // The task is about this pair alone: what the others would say to its way is not asked.
            var judged = new F2lJudge(tools.NewPlanner()).Judge(start, [.. answer.Turns.Skip(lead.Length)], new F2lOptions(),
                isWeighed: false);
            if (!solved) reasons.Add(F2lWords.Verdict(judged, start.Hold));
            else if (best.Solutions[0].Time is { } quick && judged.Time is { } slow && slow - quick > F2lJudge.Margin)
                reasons.Add($"Quicker for the hands: {shown} ({Words.Figure(quick)} wt instead of {Words.Figure(slow)}).");
        }

        var words = !solved ? $"The {task.Focus.Part} pair is not in with the rest standing."
            : length <= best.Length ? $"In, in {Words.Turns(length)}: no way is shorter."
                : $"In, in {Words.Turns(length)}; {best.Length} would do.";
        reasons.Add($"The quickest: {F2lWords.Name(best.Solutions[0].Way)}.");
        return new DrillVerdict(solved && length <= best.Length + allowed, words, reasons, shown, solved ? length - best.Length : null,
            answer.Turns);
    }

    /// <summary>The quickest way to a slot of those up to a turn longer than the shortest.</summary>
    private F2lOutlook Best(F2lState state, F2lGoal goal, Slot slot)
    {
        if (kept.Count > MostKept) kept.Clear();
        return kept.GetOrAdd((state.Only(goal.Slots), slot), _ => NewSolver().Solve(state, slot, new F2lOptions(), slack: 1, most: 1));
    }

    /// <summary>A right answer for a task of one slot.</summary>
    internal DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. task.Hold, .. NewSolver()
            .Solve(F2lState.Of(task.Held), SlotOf(task), new F2lOptions(), slack: 1, most: 1).Solutions[0].Turns]);

    /// <summary>Where the pieces of a slot could be: the truth and others that look alike, each text once, in an order of chance.</summary>
    internal static IEnumerable<DrillOption> Places(F2lState state, Slot slot, Hold hold, int count, Random random)
    {
        var places = new List<DrillOption> { Place(state, slot, hold) };
        for (var tries = 0; places.Count < count && tries < 200; tries++)
        {
            var other = state;
            for (var i = random.Next(3); i >= 0; i--) other = other.After(random.Next(Turn.FaceTurnCount));
            // Turns of the base would put the edge where no edge of a pair is while the cross stands; and what is solved is full.
            if (F2lCases.IsInBase(EdgeStickers.Place(other.EdgeOf(slot))) || state.SolvedSlots.Slots.Any(IsPut)) continue;
            var place = Place(other, slot, hold);
            if (places.All(p => p.Answer != place.Answer)) places.Add(place);

            bool IsPut(Slot full) => SlotPlaces.Of(CornerStickers.Place(other.CornerOf(slot))) == full
                || SlotPlaces.Of(EdgeStickers.Place(other.EdgeOf(slot))) == full;
        }

        return RandomPosition.Shuffled(places.Count, random.Next).Select(i => places[i]);
    }

    /// <summary>Where a slot's pieces are, as an option: the two sticker states are the answer.</summary>
    internal static DrillOption Place(F2lState state, Slot slot, Hold hold) =>
        new($"{state.CornerOf(slot)}-{state.EdgeOf(slot)}", F2lWords.Stand(state, slot, hold));
}
