using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>
/// Which case is it, from the top and two sides? The case, its mirror and others that look alike to choose from. Level 1 shows every side,
/// level 2 only front and right.
/// </summary>
public sealed class WhichCase(LlSet set) : Drill(new DrillInfo(
    IdOf(set), set.Orients() ? "Which orientation" : "Which permutation",
    set.Orients() ? "See the case from the top and what the sides show." : "See the case from two sides, from any angle.",
    AnswerKind.Choice, 5_000)
{
    Levels = 2,
    Cases = LlTasks.CasesOf(set),
})
{
    private const int Choices = 4;

    /// <summary>Its stable name.</summary>
    public static string IdOf(LlSet set) => $"{set.Id()}.which-case";

    /// <summary>The part of the drill that asks two cases alone, each among the choices of the other: "ID+ID".</summary>
    public static string Apart(LlCase one, LlCase other) => $"{one.Id}+{other.Id}";

    /// <inheritdoc/>
    public override bool KnowsPart(string part) => Two(part) is not null;

    /// <inheritdoc/>
    public override bool AsksIn(string part, string name) => Two(part) is { } two && (two.One == name || two.Other == name);

    private (string One, string Other)? Two(string? part) =>
        part?.Split('+') is [var one, var other] && one != other && Cases.Contains(one) && Cases.Contains(other) ? (one, other) : null;

    /// <inheritdoc/>
    public override string FamilyOf(string name) => LlCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => LlCases.Find(name)!.Title;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var two = Two(wish.Part);
        if (two is { } either && wish.Case is null)
            wish = wish with { Case = random.Next(2) == 0 ? either.One : either.Other };
        var (c, state) = LlTasks.Draw(set, wish, random);
        var held = LlTasks.Hold(state, wish, random);
        return LlTasks.Task(this, wish, seed, c.Id, held, "Which case is it, once it is held as it is named?",
            LlTasks.Alike(c, Choices, random, two is { } pair ? (pair.One == c.Id ? pair.Other : pair.One) : null)
                .Select(o => new DrillOption(o.Id, o.Title))) with
        {
            Covered = wish.Level > 1 ? [Face.D, Face.B, Face.L] : [],
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var c = LlCases.Find(task.Case)!;
        var right = answer.Chosen is [var chosen] && chosen == c.Id;
        var reasons = new List<string> { $"As it lay there: {LlGlances.Say(LlGlances.Of(set, LlTasks.StateOf(task)))}" };
        if (!right && answer.Chosen is [var other] && LlCases.Find(other) is { } wrong && wrong.Set == set
            && LlGlances.Between(set, c.View, wrong.View) is { } apart)
            reasons.Add($"Held as named, {apart.One.Where}: {apart.One.Seen}; of the one you chose, {apart.Other.Seen}.");
        return new DrillVerdict(right, right ? $"Yes: {c.Title}." : $"It is: {c.Title}.", reasons, c.Title, null,
            task.Hold)
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        LlGlances.Of(set, LlTasks.StateOf(task)) is [var first, ..] ? $"Look at {first.Where}: {first.Seen}."
            : $"{Words.Capital(LlCases.Find(task.Case)!.Family)}.";
}
