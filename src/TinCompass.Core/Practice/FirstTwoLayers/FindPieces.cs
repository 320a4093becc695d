using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;

namespace TinCompass.Core.Practice.FirstTwoLayers;

/// <summary>Where are the two pieces of this pair? The fewer slots are solved, the more there is to search: level 1 with two solved, level 3 with none.</summary>
public sealed class FindPieces(PairTasks tasks) : IDrill
{
    private const int Choices = 5;

    /// <inheritdoc/>
    public string Id => "find-pieces";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public bool HasSlots => true;

    /// <inheritdoc/>
    public string Title => "Find the pieces";

    /// <inheritdoc/>
    public string What => "Where are the corner and the edge of this pair? Against the clock.";

    /// <inheritdoc/>
    public int Levels => 3;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases => [];

    /// <inheritdoc/>
    public string CaseTitle(string name) => name == "0" ? "no slot solved" : name == "1" ? "one slot solved" : $"{name} slots solved";

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var slot = wish.Slot ?? (Slot)random.Next(4);
        var solved = 3 - Math.Clamp(wish.Level, 1, Levels);
        var held = tasks.Draw(wish, PairTasks.Others(slot, solved, random), random);
        var places = PairTasks.Places(PairsState.Of(held), slot, held.Hold, Choices, random);
        return PairTasks.Task(
            this, wish, seed, solved.ToString(System.Globalization.CultureInfo.InvariantCulture), held, $"Where are the two pieces of {slot.NameIn(held.Hold)}?", AnswerKind.Choice, places, 6_000) with
        {
            About = slot.NameIn(held.Hold),
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var held = PairTasks.Held(task);
        var (state, truth, _) = PairTasks.Place(PairsState.Of(held), PairTasks.SlotOf(task), held.Hold);
        var right = answer.Chosen is [var chosen] && chosen == state;
        return new DrillVerdict(right, right ? $"Yes: {truth}." : $"They are: {truth}.", [], truth, null, task.Hold);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task) => $"Look for {task.Color.Name()}, {task.About!.Value.First.Name()} and {task.About!.Value.Second.Name()}: the corner has all three, the edge only the last two.";
}

/// <summary>A pair is turned at the solver's speed; where are the next pair's pieces after it?</summary>
public sealed class LookAhead(PairTasks tasks) : IDrill
{
    private const int Choices = 4;

    /// <inheritdoc/>
    public string Id => "look-ahead";

    /// <inheritdoc/>
    public string Topic => "pairs";

    /// <inheritdoc/>
    public string Title => "Look ahead";

    /// <inheritdoc/>
    public string What => "One pair is turned in while you follow the pieces of the next: where do they end up?";

    /// <inheritdoc/>
    public int Levels => 1;

    /// <inheritdoc/>
    public IReadOnlyList<string> Cases => [];

    /// <inheritdoc/>
    public string CaseTitle(string name) => "one pair turned, the next followed";

    /// <inheritdoc/>
    public DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (slot, next) = ((Slot)random.Next(4), (Slot)random.Next(4));
        if (slot == next) next = (Slot)(((int)slot + 1 + random.Next(3)) % 4);
        var held = tasks.Draw(wish, SlotSet.None, random);
        var turns = tasks.NewSolver().Solve(PairsState.Of(held), slot, new PairsOptions { NoRotation = true }, most: 1).Solutions[0].Turns;
        var places = PairTasks.Places(PairsState.Of(held.Apply(turns)), next, held.Hold, Choices, random);
        return PairTasks.Task(
            this, wish, seed, "follow", held, $"{slot.NameIn(held.Hold)} goes in. Where are the pieces of {next.NameIn(held.Hold)} then?", AnswerKind.Choice, places, 12_000) with
        {
            About = next.NameIn(held.Hold),
            Shown = turns,
            IsPlayed = true,
        };
    }

    /// <inheritdoc/>
    public DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var after = PairTasks.Held(task).Apply(task.Shown);
        var (state, truth, _) = PairTasks.Place(PairsState.Of(after), PairTasks.SlotOf(task), after.Hold);
        var right = answer.Chosen is [var chosen] && chosen == state;
        return new DrillVerdict(right, right ? $"Yes: {truth}." : $"They are: {truth}.", [$"Turned: {string.Join(' ', task.Shown)}."], truth, null, [.. task.Hold, .. task.Shown]);
    }

    /// <inheritdoc/>
    public string Hint(DrillTask task)
    {
        var held = PairTasks.Held(task);
        return $"Before it: {PairsWords.Stand(PairsState.Of(held), PairTasks.SlotOf(task), held.Hold)}.";
    }
}
