using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>A case is named, and it or its mirror is shown, from any angle: which of the two is it? The slip that costs most.</summary>
public sealed class MirrorOrSame(LlSet set) : Drill(new DrillInfo(
    $"{set.Id()}.mirror", "Mirror or the same", "A case is named: is it the one that is shown, or its mirror?", AnswerKind.Choice, 3_500)
{
    Cases = [.. LlCases.Of(set).Where(c => c.MirrorId != c.Id).Select(c => c.Id)],
})
{
    private const string Same = "same", Mirror = "mirror";

    /// <inheritdoc/>
    public override string FamilyOf(string name) => LlCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => LlCases.Find(name)!.Title;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var asked = LlCases.Find(wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var (_, state) = LlTasks.Draw(set, wish with { Case = random.Next(2) == 0 ? asked.Id : asked.MirrorId }, random);
        return LlTasks.Task(this, wish, seed, asked.Id, LlTasks.Hold(state, wish, random), $"Is this {asked.Title}, or its mirror?",
            [new DrillOption(Same, "this one"), new DrillOption(Mirror, "its mirror")]);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (asked, state) = (LlCases.Find(task.Case)!, LlTasks.StateOf(task));
        var shown = LlCases.Of(set, state).Case;
        var truth = shown.Id == asked.Id ? Same : Mirror;
        var right = answer.Chosen is [var chosen] && chosen == truth;
        // Told from where one stands: what is shown, against the same angle of its mirror.
        var apart = LlGlances.Between(set, shown.View, shown.View.Mirror());
        return new DrillVerdict(right, $"{(right ? "Yes" : "No")}: it is {shown.Title}.",
            apart is { } glances ? [$"Held as named, {glances.One.Where}: {glances.One.Seen}; in the mirror, {glances.Other.Seen}."] : [],
            truth == Same ? "this one" : "its mirror", null, task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        LlGlances.Of(set, LlTasks.StateOf(task)) is [var first, ..] ? $"Look at {first.Where}: {first.Seen}." : "Look at the sides.";
}
