using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

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
        var after = LlState.Of(task.Held.Apply(task.Shown))?.TopLeft
            ?? throw new InvalidOperationException($"{task.Drill} shows a sequence that does not solve");
        var right = answer.Chosen is [var chosen] && chosen == $"{after}";
        return new DrillVerdict(right, right ? $"Yes: {Names[after]}." : $"It is: {Names[after]}.",
            Staying(task, after) is { } staying ? [staying] : [], Names[after], null,
            [.. task.Hold, .. task.Shown])
        { SaysBest = true };
    }

    /// <summary>A corner that the algorithm leaves in its place tells the last turn beforehand; null where none stays.</summary>
    private static string? Staying(DrillTask task, int after)
    {
        if (LlState.Of(task.Held) is not { } before || LlState.Of(task.Held.Apply(task.Shown)) is not { } end) return null;
        int[] stays = [.. LlState.Quarters.Where(i => before.CornerAt(i) == end.CornerAt(i))];
        if (stays.Length == 0) return null;
        var faces = Pieces.CornerFaces[before.CornerAt(stays[0])];
        var name = string.Join('-', faces.Select(f => task.Held.Hold.ColorAt(f).Name()));
        return after == 0 ? $"{Words.Capital(name)} stays in its place: it's home now, and needs no AUF at the end either."
            : $"{Words.Capital(name)} stays in its place: it needs {Names[after]} now, and will at the end.";
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It is {LlCases.Find(task.Case)!.Title}.";

    private LlChoice Best(LlState state) => tools.RankInOneHold(LlSet.Pll, state, Usual).First();
}
