using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>
/// The sequence from the case: seen, then turned. Any sequence is right that does what the set is for; what it costs over the book's
/// quickest is told.
/// </summary>
public sealed class Recall(LlTools tools, LlSet set) : Drill(new DrillInfo(
    IdOf(set), $"Recall: {LlWords.SetTitle(set)}", "See the case, then turn its sequence.", AnswerKind.Turns, 4_000)
{
    Cases = LlTasks.CasesOf(set),
})
{
    private static readonly HandModel Usual = new(HandPreferences.Usual);

    /// <summary>Its stable name.</summary>
    public static string IdOf(LlSet set) => $"{set.Id()}.recall";

    // One order for each set of known cases that came up lately.
    private readonly ConcurrentDictionary<string, IReadOnlyList<string>> orders = new();

    /// <summary>
    /// By time saved for what there is to learn (<see cref="LlLearning"/>); where two looks are learnt, as they stand.
    /// </summary>
    public override IReadOnlyList<string> InOrderOfLearning(IReadOnlySet<string> known)
    {
        if (set is not (LlSet.Oll or LlSet.Pll) || !tools.IsReady) return Cases;
        if (orders.Count > MostOrders) orders.Clear();
        return orders.GetOrAdd(string.Join(' ', known.Order(StringComparer.Ordinal)), _ =>
        [
            .. Cases.Where(known.Contains), .. new LlLearning(tools).Next(
                set, new Repertoire(known.Select(k => (set.Id(), k)), []), Usual).Lessons.Select(l => l.Case),
        ]);
    }

    private const int MostOrders = 200;

    /// <inheritdoc/>
    public override string FamilyOf(string name) => LlCases.Find(name)!.Family;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => LlCases.Find(name)!.Title;

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (c, state) = LlTasks.Draw(set, wish, random);
        return LlTasks.Task(this, wish, seed, c.Id, LlTasks.Hold(state, wish, random), Question, []);
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (c, state) = (LlCases.Find(task.Case)!, LlTasks.StateOf(task));
        var best = tools.Rank(set, state, Usual)[0];
        var shown = string.Join(' ', best.AsTurned);
        var end = task.Position.Apply(answer.Turns);
        var after = end.Hold.ColorAt(Face.D) == task.Color ? LlState.Of(end) : null;
        var right = after is { } now && set.IsDone(now);
        var length = answer.Turns.Sum(t => Metric.Htm.Cost(t));
        var reasons = new List<string>();
        if (right)
        {
            Turn[] own = [.. answer.Turns.Skip(task.Hold.Count)];
            if (Usual.Measure(own) is { } time && best.Time is { } quick && time - quick > HandModel.WorthTelling)
                reasons.Add($"Quicker for the hands: {shown} ({Words.Figure(quick)} wt instead of {Words.Figure(time)}).");
            reasons.Add($"It is learnt as {LlNotes.Way(task.Held, own)}.");
        }
        else
        {
            if (after is null) reasons.Add("The first two layers do not stand at the end.");
            reasons.Add($"It was {c.Title}.");
        }

        return new DrillVerdict(right, right ? $"{Words.Capital(LlWords.StopTitle(set))} done, in {Words.Turns(length)}."
            : $"{Words.Capital(LlWords.StopTitle(set))} {(set is LlSet.Oll ? "is" : "are")} not done.", reasons, shown,
            right ? length - best.Length : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) =>
        DrillAnswer.Of([.. task.Hold, .. tools.Rank(set, LlTasks.StateOf(task), Usual)[0].Turns]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = tools.Rank(set, LlTasks.StateOf(task), Usual)[0].AsTurned;
        return $"It begins {string.Join(' ', best.Take(3))}.";
    }

    private string Question => set switch
    {
        LlSet.Oll => "Turn the whole top up.",
        LlSet.Eoll => "Turn the edges up; the corners may do what they like.",
        LlSet.Ocll => "Turn the corners up; the edges are.",
        LlSet.Pll => "Put the sides in order.",
        LlSet.Cpll => "Put the corners in order; the edges may do what they like.",
        _ => "Put the edges in order; the corners are.",
    };
}
