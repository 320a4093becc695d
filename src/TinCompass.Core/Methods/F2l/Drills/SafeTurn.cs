using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>Do not break it: three turns of a side and the top; which solved pair do they take out?</summary>
public sealed class SafeTurn(F2lTasks tasks) : Drill(new DrillInfo(
    "f2l.safe-turn", "Do not break it", "A side is opened, the top turned, the side closed: which solved pair is taken out?",
        AnswerKind.Choice, 5_000)
{
    Cases = ["2", "1", "3"],
    Version = 2,
    FormerIds = ["safe-turn"],
})
{
    private const string Safe = "none";
    private const string IsSafe = "none: it is safe";

    /// <inheritdoc/>
    public override string CaseTitle(string name) => name == "1" ? "one pair solved" : $"{name} pairs solved";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        var order = RandomPosition.Shuffled(4, random.Next);
        var held = tasks.Draw(wish, order.Take(name[0] - '0').Aggregate(SlotSet.None, (set, s) => set.With((Slot)s)), random);
        Face[] sides = [Face.F, Face.R, Face.B, Face.L];
        var (side, quarters, top) = (sides[random.Next(4)], random.Next(2) == 0 ? 1 : 3, random.Next(1, 4));
        Turn[] turns = [Turn.Of(side, quarters), Turn.Of(Face.U, top), Turn.Of(side, 4 - quarters)];
        DrillOption[] options =
        [
            new(Safe, IsSafe), .. F2lState.Of(held).SolvedSlots.Slots.Select(s => s.NameIn(held.Hold).ToString())
                .Select(o => new DrillOption(o, o)),
        ];
        return F2lTasks.Task(this, wish, seed, name, held, null, "Which solved pair does this take out?", options) with { Shown = turns };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var held = task.Held;
        var (before, after) = (F2lState.Of(held), F2lState.Of(held.Apply(task.Shown)));
        var broken = before.SolvedSlots.Slots.Where(s => !after.IsSlotSolved(s)).Select(s => s.NameIn(held.Hold).ToString()).ToArray();
        var truth = broken.Length == 0 ? Safe : broken[0];
        var right = answer.Chosen is [var chosen] && chosen == truth;
        var opened = task.Shown[0];
        var slot = SlotSet.All.Slots.First(s => F2lCases.IsOnTop(CornerStickers.Place(F2lState.Solved.After(opened.Index).CornerOf(s))));
        return new DrillVerdict(
            right, broken.Length == 0 ? $"{(right ? "Yes: it" : "It")} is safe." : $"{(right ? "Yes: it" : "It")} takes {truth} out.",
            [$"{opened} brings the slot {slot.Words()} up under the turn of the top; the other slot of that side goes below and comes " +
                $"back."],
            truth == Safe ? IsSafe : truth, null, [.. task.Hold, .. task.Shown])
        {
            SaysBest = true,
        };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"Which slot does {task.Shown[0]} bring up into the top layer?";
}
