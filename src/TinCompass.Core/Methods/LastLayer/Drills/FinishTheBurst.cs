using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.LastLayer.Drills;

/// <summary>A sequence is begun and stops in the middle of a burst: how does the burst go on? Learnt by burst, not by letter.</summary>
public sealed class FinishTheBurst(LlTools tools, LlSet set) : Drill(new DrillInfo(
    $"{set.Id()}.finish-the-burst", "Finish the burst", "A sequence stops in the middle of a burst: how does it go on?", AnswerKind.Choice,
    5_000)
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
        var c = LlCases.Find(wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var (sequence, cut, end) = Cut(c, random);
        var rest = sequence.Turns.Skip(cut).Take(end - cut).ToArray();
        var others = Others(rest).Where(o => o != Text(rest)).Distinct().ToArray();
        var options = RandomPosition.Shuffled(others.Length, random.Next).Take(Choices - 1)
            .Select(i => others[i]).Append(Text(rest)).ToArray();
        return LlTasks.Task(this, wish, seed, c.Id, LlTasks.Hold(sequence.Solves, wish, random), "How does the burst go on?",
            RandomPosition.Shuffled(options.Length, random.Next).Select(i => new DrillOption(options[i], options[i]))) with
        {
            Shown = [.. sequence.Turns.Take(cut)],
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        // The same draw again tells which sequence it was.
        var random = new Random(task.Seed);
        var c = LlCases.Find(task.Wish.Case ?? Cases[random.Next(Cases.Count)])!;
        var (sequence, cut, end) = Cut(c, random);
        var rest = Text(sequence.Turns.Skip(cut).Take(end - cut));
        var right = answer.Chosen is [var chosen] && chosen == rest;
        return new DrillVerdict(right, right ? $"Yes: {rest}." : $"It goes on {rest}.", [$"The whole sequence: {sequence}."], rest, null,
            [.. task.Hold, .. sequence.Turns])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => $"It is for {LlCases.Find(task.Case)!.Title}.";

    /// <summary>
    /// One of the quickest sequences that has a burst of three turns or more, cut within that burst, and where the burst ends.
    /// </summary>
    private (LlSequence Sequence, int Cut, int End) Cut(LlCase c, Random random)
    {
        var cuts = tools.RankInOneHold(set, c.View, Usual).Select(r => r.Sequence)
            .Select(s => (Sequence: s, Bursts: LlBursts.Of(s.Solves.ToCube(), s.Turns).Where(b => b.To - b.From > 2).ToArray()))
            .Where(s => s.Bursts.Length > 0).Take(Quickest).ToArray();
        if (cuts.Length == 0)
        {
            // Every burst is short: the last three turns do.
            var only = tools.RankInOneHold(set, c.View, Usual).First().Sequence;
            return (only, only.Turns.Count - 2, only.Turns.Count);
        }

        var (sequence, bursts) = cuts[random.Next(cuts.Length)];
        var burst = bursts[random.Next(bursts.Length)];
        return (sequence, burst.From + 2, burst.To);
    }

    /// <summary>Ways to go on that look alike: with turns the other way, halves, their mirror, the other order.</summary>
    private static IEnumerable<string> Others(Turn[] rest)
    {
        yield return Text(rest.Select(t => t.Inverse));
        yield return Text(rest.Select(t => t.Mirror));
        yield return Text(rest.Reverse());
        yield return Text(rest.Select((t, i) => i == 0 ? t.Inverse : t));
        yield return Text(rest.Select((t, i) => i == 0 ? Turn.FromIndex((t.Index / 3 * 3) + ((t.Index + 1) % 3)) : t));
        yield return Text(rest.Select((t, i) => i == rest.Length - 1 ? Turn.FromIndex((t.Index / 3 * 3) + ((t.Index + 1) % 3)) : t));
        yield return Text(rest.Select((t, i) => i == rest.Length - 1 ? t.Inverse : t));
        yield return Text(rest.Prepend(Turn.Of(Face.U, 1)).Take(rest.Length));
    }

    private static string Text(IEnumerable<Turn> turns) => string.Join(' ', turns);
}
