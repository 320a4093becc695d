using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// A sequence used on a last layer as it lies: how the top is turned before it, the sequence, how the top is turned after it, and what two
/// hands need for all of it.
/// </summary>
/// <param name="Sequence">The sequence itself.</param>
/// <param name="Before">Clockwise quarters of the top before it.</param>
/// <param name="After">Clockwise quarters of the top after it; none when the set orients.</param>
/// <param name="Turns">All of it, as written.</param>
/// <param name="Result">The last layer after it.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
public sealed record LlChoice(
    LlSequence Sequence, int Before, int After, IReadOnlyList<Turn> Turns, LlState Result, double? Time, int Regrips)
{
    /// <summary>HTM of all of it.</summary>
    public int Length => Turns.Sum(t => Metric.Htm.Cost(t));

    /// <summary>STM of all of it.</summary>
    public int SliceLength => Turns.Sum(t => Metric.Stm.Cost(t));

    /// <summary>The letters it is made of, in the usual order: "R U F".</summary>
    public string Letters => string.Join(' ', Sequence.Turns.Select(t => t.LetterIndex).Distinct().Order()
        .Select(l => Turn.FromLetter(l, 1).Letter));
}

/// <summary>Uses sequences on last layers and ranks them for some hands.</summary>
public static class LlChooser
{
    /// <summary>
    /// A sequence of a set on a last layer, with the turn of the top before it that takes least time; null when the sequence is of another
    /// case or the set does not fit.
    /// </summary>
    public static LlChoice? Use(LlSet set, LlState state, LlSequence sequence, HandModel hands)
    {
        ArgumentNullException.ThrowIfNull(sequence);
        LlChoice? best = null;
        foreach (var before in LlState.Quarters)
        {
            var choice = Use(set, state, sequence, before, hands);
            if (choice is not null && (best is null || IsBetter(choice, best))) best = choice;
        }

        return best;
    }

    /// <summary>The sequences of an entry on a last layer that is its case, the quickest first; the same turns come once.</summary>
    public static IReadOnlyList<LlChoice> Rank(LlState state, LlEntry entry, HandModel hands)
    {
        ArgumentNullException.ThrowIfNull(entry);
        return [.. entry.Sequences.Select(s => Use(entry.Case.Set, state, s, hands)).OfType<LlChoice>()
            .OrderBy(c => c.Time ?? double.PositiveInfinity).ThenBy(c => c.Length).ThenBy(c => c.Sequence.ToString(), StringComparer.Ordinal)];
    }

    /// <summary>What a sequence is read for: how the top is turned so that the set's look is the one it solves, and what is left after it.</summary>
    private static LlChoice? Use(LlSet set, LlState state, LlSequence sequence, int before, HandModel hands)
    {
        if (!set.Fits(state) || !set.Keeps(sequence.Solves)) return null;
        var turned = state.Turned(before);
        var result = turned.Then(sequence.Solves.Inverse());
        if (!set.IsDone(result)) return null;
        var after = set.Orients() ? 0 : LlState.Quarters.First(k => set.Look(result.Turned(k)) == set.Look(LlState.Solved));
        Turn[] turns = [.. Top(before), .. sequence.Turns, .. Top(after)];
        Span<byte> indices = stackalloc byte[turns.Length];
        for (var i = 0; i < turns.Length; i++) indices[i] = (byte)turns[i].Index;
        var can = hands.TryMeasure(indices, out var time, out var regrips);
        return new LlChoice(sequence, before, after, turns, result.Turned(after), can ? time : null, regrips);
    }

    private static bool IsBetter(LlChoice one, LlChoice other) =>
        (one.Time ?? double.PositiveInfinity, one.Length, one.Before).CompareTo(
            (other.Time ?? double.PositiveInfinity, other.Length, other.Before)) < 0;

    private static IEnumerable<Turn> Top(int quarters) => quarters == 0 ? [] : [Turn.Of(Face.U, quarters)];
}
