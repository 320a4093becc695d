using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>
/// A sequence is given with the case it is for: how must the top be turned first? The typical slip is the mirror or the half turn.
/// </summary>
public sealed class HowToHold(LlTools tools) : Drill(new DrillInfo(
    "oll.how-to-hold", "How to hold it", "Turn the top so that the sequence fits the case.", AnswerKind.Choice, 4_000)
{
    Cases = LlTasks.CasesOf(LlSet.Oll),
})
{
    private static readonly HandModel Usual = new(HandPreferences.Usual);
    private static readonly string[] Names = ["not at all", "U", "U2", "U'"];

    /// <inheritdoc/>
    public override string FamilyOf(string name) => LlCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => LlCases.Find(name)!.Title;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (c, state) = LlTasks.Draw(LlSet.Oll, wish, random);
        return LlTasks.Task(this, wish, seed, c.Id, LlTasks.Hold(state, wish, random), "How is the top turned before this sequence?",
            Names.Select((n, i) => new DrillOption($"{i}", n))) with
        {
            Shown = SequenceOf(c).Turns,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var c = LlCases.Find(task.Case)!;
        var (state, sequence) = (LlTasks.StateOf(task), SequenceOf(c));
        var fitting = LlState.Quarters.Where(k => Fits(state, k, sequence)).ToArray();
        var right = answer.Chosen is [var chosen] && fitting.Any(k => $"{k}" == chosen);
        var best = Core.Stages.Words.Join(fitting.Select(k => Names[k]));
        return new DrillVerdict(right, right ? $"Yes: {best}." : $"The top is turned like this: {best}.",
            LlGlances.Telltale(LlSet.Oll, sequence.Solves) is { Length: > 0 } told ? [told] : [], best, null,
            [.. task.Hold, .. Top(fitting[0]), .. sequence.Turns])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        LlGlances.Say(LlGlances.Of(LlSet.Oll, SequenceOf(LlCases.Find(task.Case)!).Solves)) is { Length: > 0 } said
            ? $"As the sequence needs it: {said}" : "Every hold is right.";

    private LlSequence SequenceOf(LlCase c) => tools.RankInOneHold(LlSet.Oll, c.View, Usual).First().Sequence;

    private static bool Fits(LlState state, int quarters, LlSequence sequence) =>
        LlSet.Oll.IsDone(state.Turned(quarters).Then(sequence.Solves.Inverse()));

    private static IEnumerable<Turn> Top(int quarters) => quarters == 0 ? [] : [Turn.Of(Face.U, quarters)];
}
