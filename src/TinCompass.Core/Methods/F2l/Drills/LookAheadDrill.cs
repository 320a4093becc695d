using TinCompass.Core.Cube;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.F2l.Drills;

/// <summary>A pair is turned at the solver's speed; where are the next pair's pieces after it?</summary>
public sealed class LookAheadDrill(F2lTasks tasks) : Drill(new DrillInfo(
    "f2l.look-ahead", "Look ahead", "One pair is turned in while you follow the pieces of the next: where do they end up?",
        AnswerKind.Choice, 12_000)
{
    Version = 3,
    FormerIds = ["look-ahead"],
})
{
    private const int Choices = 4;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => "one pair turned, the next followed";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var solver = tasks.NewSolver();
        Slot slot, next;
        CubeState held;
        IReadOnlyList<Turn> turns;
        do
        {
            (slot, next) = ((Slot)random.Next(4), (Slot)random.Next(4));
            if (slot == next) next = (Slot)(((int)slot + 1 + random.Next(3)) % 4);
            held = tasks.Draw(wish, SlotSet.None, random);
            turns = solver.Solve(F2lState.Of(held), slot, new F2lOptions { NoRotation = true }, most: 1).Solutions[0].Turns;
        }
        while (!Move(F2lState.Of(held), next, turns));
        var places = F2lTasks.Places(F2lState.Of(held.Apply(turns)), next, held.Hold, Choices, random);
        var question = $"{slot.NameIn(held.Hold)} goes in. Where are the pieces of {next.NameIn(held.Hold)} then?";
        return F2lTasks.Task(this, wish, seed, "follow", held, next, question, places) with
        {
            Shown = turns,
            IsPlayed = true,
        };
    }

    /// <summary>Both pieces of a pair move on the way, and it is not solved by the way: else there is nothing to follow.</summary>
    private static bool Move(F2lState state, Slot pair, IReadOnlyList<Turn> turns)
    {
        var (corner, edge) = (false, false);
        foreach (var turn in turns)
        {
            var after = state.After(turn.Index);
            corner |= after.CornerOf(pair) != state.CornerOf(pair);
            edge |= after.EdgeOf(pair) != state.EdgeOf(pair);
            state = after;
        }

        return corner && edge && !state.IsSlotSolved(pair);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var after = task.Held.Apply(task.Shown);
        var (state, truth, _) = F2lTasks.Place(F2lState.Of(after), F2lTasks.SlotOf(task), after.Hold);
        var right = answer.Chosen is [var chosen] && chosen == state;
        return new DrillVerdict(right, right ? $"Yes: {truth}." : $"They are: {truth}.", [$"Turned: {string.Join(' ', task.Shown)}."],
            truth, null, [.. task.Hold, .. task.Shown])
        {
            SaysBest = true,
        };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var held = task.Held;
        return $"Before it: {F2lWords.Stand(F2lState.Of(held), F2lTasks.SlotOf(task), held.Hold)}.";
    }
}
