using TinCompass.Core.Hands;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>
/// A permutation and the sequence for it: which turn of the top will be left at the end? Seen before the sequence is begun.
/// </summary>
public sealed class LastTurn(LlTools tools) : Drill(new DrillInfo(
    "pll.last-turn", "The last turn", "See before the sequence which turn of the top will end the solve.", AnswerKind.Choice, 6_000)
{
    Cases = LlTasks.CasesOf(LlSet.Pll),
})
{
    private static readonly HandModel Usual = new(HandPreferences.Usual);
    private static readonly string[] Names = ["none", "U", "U2", "U'"];

    /// <inheritdoc/>
    public override string FamilyOf(string name) => LlCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => LlCases.Find(name)!.Title;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var random = new Random(seed);
        var (c, state) = LlTasks.Draw(LlSet.Pll, wish, random);
        return LlTasks.Task(this, wish, seed, c.Id, LlTasks.Hold(state, wish, random),
            "After this sequence, which turn of the top is left?",
            Names.Select((n, i) => new DrillOption($"{i}", n))) with
        {
            Shown = [.. Best(state) is var best && best.After > 0 ? best.Turns.SkipLast(1) : best.Turns],
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(answer);
        var after = LlState.Of(task.Held.Apply(task.Shown))?.TopLeft
            ?? throw new InvalidOperationException($"{task.Drill} shows a sequence that does not solve");
        var right = answer.Chosen is [var chosen] && chosen == $"{after}";
        return new DrillVerdict(right, right ? $"Yes: {Names[after]}." : $"It is: {Names[after]}.",
            ["Follow one corner that the sequence leaves in its place: where it stands now, the top will stand."], Names[after], null,
            [.. task.Hold, .. task.Shown])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        ArgumentNullException.ThrowIfNull(task);
        return $"It is {LlCases.Find(task.Case)!.Title}.";
    }

    private LlChoice Best(LlState state) => tools.RankInOneHold(LlSet.Pll, state, Usual).First();
}
