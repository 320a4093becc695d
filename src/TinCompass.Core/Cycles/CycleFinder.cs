using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Cycles;

/// <summary>
/// The shortest ways [S: [A, B]] to cycle three pieces: all of those whose parts are in the book (see <see cref="CycleBook"/>) and whose
/// set-up has three turns of faces and slices at most. Lengths are those of the turns as they are made, after what meets is merged.
/// </summary>
public static class CycleFinder
{
    /// <summary>The longest set-up.</summary>
    public const int LongestSetup = 3;

    /// <summary>So many turns longer than the shortest a way may be that is asked for.</summary>
    public const int MostOver = 2;

    // At most 2768 cycles in four metrics, some ways each.
    private static readonly ConcurrentDictionary<(int Key, Metric Metric), IReadOnlyList<CycleWay>> Known = new();

    private static readonly Lazy<Setup[]> Setups = new(AllSetups);
    private static readonly int[] Axes = [.. Enumerable.Range(0, Turn.Count / 3).Select(l => Turn.FromIndex(3 * l).Axis)];
    private static readonly byte[] Undone = [.. Enumerable.Range(0, Turn.Count).Select(t => (byte)Turn.FromIndex(t).Inverse.Index)];

    /// <summary>
    /// Every way that is at most <paramref name="over"/> turns longer than the shortest, the shortest first; of ways that are made by the
    /// same turns the one with the fewest as written, then the shortest set-up. Every cycle has one, unless only some letters may be
    /// turned.
    /// </summary>
    /// <param name="cycle">The three.</param>
    /// <param name="metric">How turns are counted.</param>
    /// <param name="over">So many turns longer than the shortest, 0 to <see cref="MostOver"/>.</param>
    /// <param name="only">Turns that may be made; null: all faces and slices.</param>
    /// <param name="cancel">Stops the search, which throws.</param>
    public static IReadOnlyList<CycleWay> Find(ThreeCycle cycle, Metric metric, int over = 0, IReadOnlyCollection<Turn>? only = null,
        CancellationToken cancel = default)
    {
        // The names of a cycle have the same ways.
        if (over == 0 && only is null && Known.TryGetValue((cycle.Key, metric), out var known)) return known;
        var (book, least) = (CycleBook.All, int.MaxValue - over);
        var costs = Enumerable.Range(0, Turn.Count).Select(t => metric.Cost(Turn.FromIndex(t))).ToArray();
        var found = new List<(int Length, CycleWay Way)>();
        var letters = only is null ? null : only.Select(t => (byte)t.LetterIndex).ToHashSet();
        Span<byte> written = stackalloc byte[2 * (LongestSetup + CycleBook.MostOfFaces)];
        foreach (var setup in Setups.Value)
        {
            cancel.ThrowIfCancellationRequested();
            if (!MayBe(setup.Turns)) continue;
            var seen = new ThreeCycle(setup.To[cycle.First], setup.To[cycle.Second], setup.To[cycle.Third]);
            foreach (var (a, b) in book.Of(seen.Key))
            {
                if (!MayBe(a) || !MayBe(b)) continue;
                var length = Merged(Write(setup.Turns, a, b, written), costs);
                if (length > least + over) continue;
                least = Math.Min(least, length);
                found.Add((length, new CycleWay(CycleBook.Named(setup.Turns), CycleBook.Named(a), CycleBook.Named(b))));
            }
        }

        CycleWay[] ways = [.. found.Where(f => f.Length <= least + over)
            .OrderBy(f => f.Length).ThenBy(f => f.Way.Written.Count).ThenBy(f => f.Way.Setup.Count).ThenBy(f => f.Way.A.Count)
            .DistinctBy(f => string.Join(' ', f.Way.Turns)).Select(f => f.Way)];
        if (over == 0 && only is null) Known[(cycle.Key, metric)] = ways;
        return ways;

        bool MayBe(byte[] turns) => letters is null || Array.TrueForAll(turns, t => letters.Contains((byte)(t / 3)));
    }

    /// <summary>The same, of equal length the quickest for these hands first; each with its time, null where a turn is avoided.</summary>
    public static IReadOnlyList<(CycleWay Way, double? Time)> Ranked(ThreeCycle cycle, Metric metric, int over, HandModel hands,
        IReadOnlyCollection<Turn>? only = null, CancellationToken cancel = default) =>
        [.. Find(cycle, metric, over, only, cancel).Select(w => (Way: w, Time: hands.Measure(w.Turns)))
            .OrderBy(w => w.Way.Length(metric)).ThenBy(w => w.Time ?? double.PositiveInfinity)];

    private static Span<byte> Write(byte[] setup, byte[] a, byte[] b, Span<byte> written)
    {
        var at = 0;
        foreach (var turn in setup) written[at++] = turn;
        foreach (var turn in a) written[at++] = turn;
        foreach (var turn in b) written[at++] = turn;
        for (var i = a.Length - 1; i >= 0; i--) written[at++] = Undone[a[i]];
        for (var i = b.Length - 1; i >= 0; i--) written[at++] = Undone[b[i]];
        for (var i = setup.Length - 1; i >= 0; i--) written[at++] = Undone[setup[i]];
        return written[..at];
    }

    // Of turns on one axis each letter is one, whatever stands between them there.
    private static int Merged(ReadOnlySpan<byte> written, int[] costs)
    {
        Span<byte> letters = stackalloc byte[written.Length], quarters = stackalloc byte[written.Length];
        var kept = 0;
        foreach (var turn in written)
        {
            var (letter, more) = ((byte)(turn / 3), (turn % 3) + 1);
            var at = kept - 1;
            while (at >= 0 && letters[at] != letter && Axes[letters[at]] == Axes[letter]) at--;
            if (at < 0 || letters[at] != letter) (letters[kept], quarters[kept++]) = (letter, (byte)more);
            else if ((quarters[at] = (byte)((quarters[at] + more) % 4)) == 0)
            {
                letters[(at + 1)..kept].CopyTo(letters[at..]);
                quarters[(at + 1)..kept].CopyTo(quarters[at..]);
                kept--;
            }
        }

        var sum = 0;
        for (var i = 0; i < kept; i++) sum += costs[(letters[i] * 3) + quarters[i] - 1];
        return sum;
    }

    private static Setup[] AllSetups()
    {
        Setup[] last = [new([], [.. Enumerable.Range(0, Facelets.Count).Select(i => (byte)i)])];
        var all = new List<Setup>(last);
        for (var n = 1; n <= LongestSetup; n++)
        {
            last = [.. last.SelectMany(s => CycleBook.Letters
                .Where(t => s.Turns.Length == 0 || CycleBook.Follows(Turn.FromIndex(s.Turns[^1]), t))
                .Select(t => new Setup([.. s.Turns, (byte)t.Index], [.. s.To.Select(f => (byte)Stickers.After(f, t))])))];
            all.AddRange(last);
        }

        return [.. all];
    }

    /// <summary>Turns, and where what lies at each sticker goes.</summary>
    private readonly record struct Setup(byte[] Turns, byte[] To);
}
