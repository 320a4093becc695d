using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>How far the making of the book is: the sweep (from 1) of how many, its turns, and its share.</summary>
public readonly record struct LlBookProgress(int Sweep, int Of, string Turns, double Share);

/// <summary>
/// Makes the shipped book from sweeps over sets of turns: for each case the shortest sequences, the quickest for right and for left hands,
/// the quickest of each set of turns, and where something comes after it the quickest for each arrangement they may lead to. The same book
/// on any machine; about a minute on one core, half of it the sweep of all six faces up to 13 turns, from which the least lengths come.
/// </summary>
public static class LlBookBuilder
{
    private const int Shortest = 4;
    private const int Quickest = 12;
    private const int QuickestLeft = 4;
    private const int OfEachSet = 2;
    private const int Arrangements = 16;

    /// <summary>
    /// The sweeps. Least lengths are known from the first: all that is of 13 HTM or less is found by it. What it does not find has 14 at
    /// least, and has 14 when a later one finds one of 14.
    /// </summary>
    public static IReadOnlyList<(string Turns, int Most)> Sweeps { get; } =
    [
        (LlTurnSets.AllFaces, 13), ("R U", 15), ("R U F", 14), ("R U L", 13), ("R U D", 13), ("R U F D L", 14), ("R U r", 12),
        ("r U M", 12), ("M U", 14), ("R U F r M", 11), ("R U F f", 12), ("R U F S", 11), ("R U F r l M", 10),
    ];

    /// <summary>Makes the book.</summary>
    public static IReadOnlyList<LlEntry> Build(Action<LlBookProgress>? progress = null, CancellationToken cancel = default)
    {
        var (right, left) = (new HandModel(HandPreferences.Usual), new HandModel(new HandPreferences(LeftHanded: true)));
        var cases = LlSets.All.SelectMany(LlCases.Of).Where(c => !c.IsSolved).ToDictionary(c => c.Id, _ => new Collected());
        for (var i = 0; i < Sweeps.Count; i++)
        {
            var (name, most) = Sweeps[i];
            var isFirst = i == 0;
            LlFinder.Find(
                LlTurnSets.Read(name), most,
                found =>
                {
                    var made = new Made(found, Time(right, found), Time(left, found));
                    foreach (var set in LlSets.All)
                        if (set.Keeps(found.Solves) && set.Fits(found.Solves)
                            && LlCases.Of(set, found.Solves).Case is { IsSolved: false } c)
                            cases[c.Id].Add(made, isFirst, set.Orients() || set == LlSet.Cpll);
                },
                p => progress?.Invoke(new LlBookProgress(i + 1, Sweeps.Count, name, p.Share)), cancel);
        }

        return [.. LlSets.All.SelectMany(LlCases.Of).Where(c => !c.IsSolved).Select(c => cases[c.Id].Entry(c))];
    }

    private static double Time(HandModel hands, LlSequence sequence)
    {
        Span<byte> turns = stackalloc byte[sequence.Turns.Count];
        for (var i = 0; i < turns.Length; i++) turns[i] = (byte)sequence.Turns[i].Index;
        return hands.TryMeasure(turns, out var time, out _) ? time : double.PositiveInfinity;
    }

    private sealed record Made(LlSequence Sequence, double Right, double Left)
    {
        public string Text { get; } = Sequence.ToString();

        public int Length { get; } = Sequence.Turns.Sum(t => Metric.Htm.Cost(t));

        public bool IsOfFaces { get; } = Sequence.Turns.All(t => t.Kind == TurnKind.Face);

        public string Letters { get; } = string.Concat(Sequence.Turns.Select(t => t.Letter).Distinct().Order());
    }

    /// <summary>
    /// The best by one measure, as many as are asked for; ties by their text, so that the order of finding does not matter.
    /// </summary>
    private sealed class Best(int most, Func<Made, double> by)
    {
        private readonly SortedSet<(double By, string Text)> order = new(Comparer<(double By, string Text)>.Create((a, b) =>
            a.By != b.By ? a.By.CompareTo(b.By) : string.CompareOrdinal(a.Text, b.Text)));

        private readonly Dictionary<string, Made> all = [];

        public void Add(Made made)
        {
            if (double.IsInfinity(by(made)) || (order.Count == most && by(made) > order.Max.By) || !all.TryAdd(made.Text, made)) return;
            order.Add((by(made), made.Text));
            if (order.Count <= most) return;
            all.Remove(order.Max.Text);
            order.Remove(order.Max);
        }

        public IEnumerable<Made> All => order.Select(o => all[o.Text]);
    }

    /// <summary>What is found of one case.</summary>
    private sealed class Collected
    {
        private readonly Best quickest = new(Quickest, m => m.Right), left = new(QuickestLeft, m => m.Left);
        private readonly Best shortest = new(Shortest, m => m.IsOfFaces ? m.Length + (m.Right / 1000) : double.PositiveInfinity);
        private readonly Dictionary<string, Best> sets = [];
        private readonly Dictionary<int, Best> arrangements = [];
        private (int Length, int Count) least = (int.MaxValue, 0);

        public void Add(Made made, bool isExact, bool leadsOn)
        {
            if (isExact && made.Length <= least.Length) least = (made.Length, made.Length < least.Length ? 1 : least.Count + 1);
            foreach (var best in (Best[])[quickest, left, shortest]) best.Add(made);
            Of(sets, made.Letters, OfEachSet).Add(made);
            if (leadsOn) Of(arrangements, made.Sequence.Solves.Arrangement, 1).Add(made);
        }

        public LlEntry Entry(LlCase c)
        {
            var presets = LlTurnSets.Presets.Select(p => string.Concat(p.Split(' ').Order(StringComparer.Ordinal))).ToArray();
            Made[] chosen =
            [
                .. quickest.All.Concat(left.All).Concat(shortest.All)
                    .Concat(sets.Where(s => presets.Contains(s.Key)).SelectMany(s => s.Value.All))
                    .Concat(arrangements.Values.SelectMany(a => a.All).OrderBy(m => m.Right).ThenBy(m => m.Text, StringComparer.Ordinal)
                        .Take(Arrangements))
                    .DistinctBy(m => m.Text).OrderBy(m => m.Right).ThenBy(m => m.Text, StringComparer.Ordinal),
            ];
            var (length, count) = least.Count > 0 ? least : (chosen.Where(m => m.IsOfFaces).Min(m => m.Length), 0);
            return new LlEntry(c, length, count, [.. chosen.Select(m => m.Sequence)]);
        }

        private static Best Of<T>(Dictionary<T, Best> all, T key, int most)
            where T : notnull
        {
            if (!all.TryGetValue(key, out var best)) all[key] = best = new Best(most, m => m.Right);
            return best;
        }
    }
}
