using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>
/// A sequence is shown, the last layer being covered: what is it for? The case that it solves, among others that look alike.
/// </summary>
public sealed class WhatItSolves(LlTools tools, LlSet set) : Drill(new DrillInfo(
    $"{set.Id()}.what-it-solves", "What does it solve", "Read a sequence and say which case it is for.", AnswerKind.Choice, 8_000)
{
    Cases = LlTasks.CasesOf(set),
})
{
    private const int Choices = 4;
    private const int Quickest = 3;

    private static readonly HandModel Usual = new(HandPreferences.Usual);

    /// <inheritdoc/>
    public override string FamilyOf(string name) => LlCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => LlCases.Find(name)!.Title;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (c, _) = LlTasks.Draw(set, wish, random);
        LlChoice[] ranked = [.. tools.RankInOneHold(set, c.View, Usual)];
        var sequence = ranked[random.Next(Math.Min(Quickest, ranked.Length))].Sequence;
        // The last layer that it solves is there, but not to be seen.
        var held = LlTasks.Hold(sequence.Solves, wish, random);
        var color = held.Hold.ColorAt(Face.D);
        return LlTasks.Task(this, wish, seed, c.Id, held, "Which case is this sequence for?",
            LlTasks.Alike(c, Choices, random).Select(o => new DrillOption(o.Id, o.Title))) with
        {
            Shown = sequence.Turns,
            Visible = new KnownPieces([color],
                [.. SlotSet.All.Slots.Select(s => s.NameIn(held.Hold)).Select(n => (color, n.First, n.Second))]),
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var c = LlCases.Of(set, LlState.SolvedBy(task.Shown)!.Value).Case;
        var right = answer.Chosen is [var chosen] && chosen == c.Id;
        return new DrillVerdict(right, right ? $"Yes: {c.Title}." : $"It is for: {c.Title}.",
            [$"It is {LlNotes.Way(task.Held, task.Shown)}."], c.Title, null, [.. task.Hold, .. task.Shown])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"Its family: {LlCases.Find(task.Case)!.Family}.";
}
