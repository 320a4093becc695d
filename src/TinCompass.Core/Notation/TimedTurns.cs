using System.Globalization;
using System.Text.RegularExpressions;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Notation;

/// <summary>
/// A sequence of which each turn may have a time of its own: <c>R@0 U'@180 F2@410</c>, in ms from any beginning. All turns have one, or
/// none; times never fall.
/// </summary>
/// <param name="Turns">The turns.</param>
/// <param name="Ms">The time of each turn; null when they have none.</param>
public sealed partial record TimedTurns(IReadOnlyList<Turn> Turns, IReadOnlyList<int>? Ms)
{
    /// <summary>The latest time of a turn: an hour.</summary>
    public const int MaxMs = 3_600_000;

    /// <summary>
    /// Reads a text; without times it may have all the structure of an <see cref="Algorithm"/>. Throws <see cref="NotationException"/>: its
    /// codes, and <c>bad-time</c>.
    /// </summary>
    public static TimedTurns Parse(string text)
    {
        if (!text.Contains('@', StringComparison.Ordinal)) return new TimedTurns(Algorithm.Parse(text).Turns, null);
        var (turns, times) = (new List<Turn>(), new List<int>());
        foreach (Match word in Words().Matches(text))
        {
            var mark = word.Value.IndexOf('@', StringComparison.Ordinal);
            var name = mark < 0 ? word.Value : word.Value[..mark];
            var read = name.Length == 0 ? [] : ParseAt(name, word.Index);
            if (read.Count != 1 || mark < 0)
                throw Wrong(word.Index, word.Value, "one turn with its time, as in R'@1250",
                    "has no time of its own: all turns have one, or none");
            if (!int.TryParse(word.Value.AsSpan(mark + 1), NumberStyles.None, CultureInfo.InvariantCulture, out var ms) || ms > MaxMs)
                throw Wrong(word.Index + mark, word.Value[mark..], $"whole milliseconds up to {MaxMs}, as in @1250", "is no time");
            if (times.Count > 0 && ms < times[^1])
                throw Wrong(word.Index + mark, word.Value[mark..], $"{times[^1]} or more",
                    $"is before the turn before it, at {times[^1]}");
            if (turns.Count == Algorithm.MaxTurns)
                throw new NotationException("too-long", 1, word.Index + 1, word.Value, "the end",
                    $"Column {word.Index + 1}: more than {Algorithm.MaxTurns} turns.");
            turns.Add(read[0]);
            times.Add(ms);
        }

        return new TimedTurns(turns, times);

        static NotationException Wrong(int at, string offending, string expected, string said) =>
            new("bad-time", 1, at + 1, offending, expected, $"Column {at + 1}: '{offending}' {said}.");
    }

    /// <summary>
    /// The same with half turns as one: a cube that reports its turns tells them as two quarters. Two equal quarters of one layer are one
    /// when the second follows within three quarters of <paramref name="usualGap"/> (ms); its time is that of the second. Without times
    /// nothing is joined.
    /// </summary>
    public TimedTurns Joined(int usualGap)
    {
        if (Ms is null) return this;
        var (turns, times) = (new List<Turn>(), new List<int>());
        for (var i = 0; i < Turns.Count; i++)
        {
            var isDouble = i + 1 < Turns.Count && Turns[i + 1] == Turns[i] && Turns[i].Quarters != 2
                && Turns[i].Kind != TurnKind.Rotation && 4 * (Ms[i + 1] - Ms[i]) <= 3 * usualGap;
            turns.Add(isDouble ? Turn.FromIndex((Turns[i].Index / 3 * 3) + 1) : Turns[i]);
            if (isDouble) i++;
            times.Add(Ms[i]);
        }

        return new TimedTurns(turns, times);
    }

    /// <inheritdoc/>
    public override string ToString() => string.Join(' ', Turns.Select((t, i) => Ms is null ? $"{t}" : $"{t}@{Ms[i]}"));

    private static IReadOnlyList<Turn> ParseAt(string name, int at)
    {
        try
        {
            return Algorithm.Parse(name).Turns;
        }
        catch (NotationException e)
        {
            throw e.Shifted(at);
        }
    }

    [GeneratedRegex(@"\S+")]
    private static partial Regex Words();
}
