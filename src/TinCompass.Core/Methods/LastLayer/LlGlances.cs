using System.Collections.Concurrent;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>Something that is looked at, and what is seen there: "the front", "twins".</summary>
/// <param name="Where">What is looked at.</param>
/// <param name="Seen">What is seen.</param>
/// <param name="Cost">How hard it is to see: 2 is a glance at a shape.</param>
public sealed record LlGlance(string Where, string Seen, int Cost);

/// <summary>
/// How a last layer is told by what is in view: the top and two sides, front and right. For each look of a set the least hard glances are
/// worked out that no other look of the set shares; all sets of up to four glances are tried, the easiest first. How hard each is to see
/// stands in
/// <see cref="Costs"/>.
/// </summary>
public static class LlGlances
{
    private static readonly ConcurrentDictionary<LlSet, Sight> Sights = new();
    private static readonly string[] Ends = ["left end", "middle", "right end"];

    /// <summary>What each kind of glance costs.</summary>
    private static class Costs
    {
        /// <summary>A shape of the top, or the blocks of one side.</summary>
        public const int Shape = 2;

        /// <summary>Which corners look up; or whether one sticker is of the top's colour.</summary>
        public const int Sticker = 3;

        /// <summary>Two stickers of one side compared.</summary>
        public const int Compare = 4;

        /// <summary>Two stickers of different sides compared.</summary>
        public const int Across = 6;
    }

    /// <summary>The glances that tell a look of a set from every other, the easiest set of them.</summary>
    public static IReadOnlyList<LlGlance> Of(LlSet set, LlState state) => SightOf(set).Of(state);

    /// <summary>The easiest glance that tells two looks of a set apart; null when they look the same from front and right.</summary>
    public static (LlGlance One, LlGlance Other)? Between(LlSet set, LlState one, LlState other) => SightOf(set).Between(one, other);

    /// <summary>The glances in a sentence.</summary>
    public static string Say(IReadOnlyList<LlGlance> glances) =>
        glances.Count == 0 ? "" : $"{Words.Capital(string.Join("; ", glances.Select(g => $"{g.Where}: {g.Seen}")))}.";

    /// <summary>
    /// The telltale: what is seen in the right hold of a case and in none of its three others, and what separates the case from its mirror.
    /// Empty when they look the same.
    /// </summary>
    public static string Telltale(LlSet set, LlState view)
    {
        var said = new List<string>();
        if (Hold(set, view) is { Count: > 0 } held)
            said.Add($"Held right, {Words.Join(held.Select(g => $"{g.Where} {Show(g)} {g.Seen}"))}; no other hold shows "
                + $"{(held.Count == 1 ? "that" : "all of it")}.");
        if (LlCases.Of(set, view).Case is var c && c.MirrorId != c.Id && Between(set, view, view.Mirror()) is { } mirror)
            said.Add($"In the mirror case, held so, {mirror.Other.Where} {Show(mirror.Other)} {mirror.Other.Seen}.");
        return string.Join(' ', said);
    }

    /// <summary>What is seen at a place where one looks for the set.</summary>
    internal static string See(LlSet set, LlState state, string where) => SightOf(set).See(state, where);

    private static string Show(LlGlance glance) =>
        glance.Where.Contains(" and ", StringComparison.Ordinal) || glance.Where.Contains("edges", StringComparison.Ordinal)
            || glance.Where.Contains("corners", StringComparison.Ordinal) ? "show" : "shows";

    /// <summary>The easiest glances that tell the hold of a look from its other three; none when all four look the same.</summary>
    public static IReadOnlyList<LlGlance> Hold(LlSet set, LlState view) => SightOf(set).Hold(view);

    private static Sight SightOf(LlSet set) => Sights.GetOrAdd(set, s => new Sight(s));

    /// <summary>A feature: where one looks, what it costs, and what is seen of a state.</summary>
    private sealed record Feature(string Where, int Cost, Func<LlState, string> See);

    private sealed class Sight
    {
        private readonly Feature[] features;
        private readonly Dictionary<int, int> places;
        private readonly string[][] seen;
        private readonly int[][] subsets;
        private readonly ConcurrentDictionary<int, LlGlance[]> known = new();
        private readonly LlSet set;

        public Sight(LlSet set)
        {
            this.set = set;
            features = set.Orients() ? [.. Orienting(set)] : [.. Permuting(set)];
            var states = set.States();
            var forms = states.GroupBy(Form).ToArray();
            places = forms.Select((f, i) => (f.Key, i)).ToDictionary(p => p.Key, p => p.i);
            seen = [.. forms.Select(f => features.Select(x => x.See(f.First())).ToArray())];
            // Every choice of glances, the least hard first: at most some thousand.
            subsets =
            [
                .. Enumerable.Range(1, (1 << Math.Min(features.Length, 22)) - 1)
                    .Where(m => System.Numerics.BitOperations.PopCount((uint)m) <= 4)
                    .Select(m => Enumerable.Range(0, features.Length).Where(i => (m >> i & 1) == 1).ToArray())
                    .OrderBy(s => s.Sum(i => features[i].Cost)).ThenBy(s => s.Length),
            ];
        }

        public LlGlance[] Of(LlState state) => known.GetOrAdd(places[Form(state)], at =>
        {
            var subset = subsets.FirstOrDefault(s => seen.Where((_, i) => i != at).All(other => s.Any(f => other[f] != seen[at][f])))
                ?? [.. Enumerable.Range(0, features.Length)];
            return [.. subset.Select(f => new LlGlance(features[f].Where, seen[at][f], features[f].Cost))];
        });

        public (LlGlance One, LlGlance Other)? Between(LlState one, LlState other)
        {
            var (a, b) = (seen[places[Form(one)]], seen[places[Form(other)]]);
            var best = Enumerable.Range(0, features.Length).Where(f => a[f] != b[f])
                .OrderBy(f => features[f].Cost).Cast<int?>().FirstOrDefault();
            return best is { } f ? (Glance(a), Glance(b)) : null;

            LlGlance Glance(string[] of) => new(features[best.Value].Where, of[best.Value], features[best.Value].Cost);
        }

        public string See(LlState state, string where) => seen[places[Form(state)]][Array.FindIndex(features, f => f.Where == where)];

        public IReadOnlyList<LlGlance> Hold(LlState state)
        {
            var mine = seen[places[Form(state)]];
            string[][] others = [.. LlState.Quarters.Skip(1).Select(k => Form(state.Turned(k))).Distinct()
                .Where(f => f != Form(state)).Select(f => seen[places[f]])];
            var telling = others.Length == 0 ? null : subsets.FirstOrDefault(s => others.All(o => s.Any(f => o[f] != mine[f])));
            return [.. (telling ?? []).Select(f => new LlGlance(features[f].Where, mine[f], features[f].Cost))];
        }

        /// <summary>A look, whatever its sides are called.</summary>
        private int Form(LlState state) =>
            set.Orients() ? set.Look(state) : LlState.Quarters.Min(b => set.Look(state.Relabelled(b)));
    }

    private static IEnumerable<Feature> Orienting(LlSet set)
    {
        if (set != LlSet.Ocll) yield return new Feature("the edges on top", Costs.Shape, SeeEdges);
        if (set == LlSet.Eoll) yield break;
        yield return new Feature("the corners on top", Costs.Sticker, SeeCorners);
        foreach (var (side, name) in ((int, string)[])[(0, "front"), (3, "right")])
            foreach (var end in (int[])[0, 2])
                yield return new Feature($"the {Ends[end]} of the {name}", Costs.Sticker,
                    s => StickerAt(LlSide.Of(s, side), end) == LlSide.Top ? "the top's colour" : "another colour");
    }

    private static IEnumerable<Feature> Permuting(LlSet set)
    {
        // Where the edges do not count they are not looked at.
        int[] parts = set == LlSet.Cpll ? [0, 2] : [0, 1, 2];
        (int Side, string Name)[] sides = [(0, "front"), (3, "right")];
        if (set != LlSet.Cpll)
            foreach (var (side, name) in sides) yield return new Feature($"the {name}", Costs.Shape, s => SeeBlocks(LlSide.Of(s, side)));
        var stickers = sides.SelectMany(s => parts.Select(p => (s.Side, s.Name, Part: p))).ToArray();
        for (var i = 0; i < stickers.Length; i++)
            for (var j = i + 1; j < stickers.Length; j++)
            {
                var (a, b) = (stickers[i], stickers[j]);
                var isOneSide = a.Side == b.Side;
                var where = isOneSide ? $"{Ends[a.Part]} and {Ends[b.Part]} of the {a.Name}"
                    : $"the {Ends[a.Part]} of the front and the {Ends[b.Part]} of the right";
                yield return new Feature(where, isOneSide ? Costs.Compare : Costs.Across, s =>
                    ((StickerAt(LlSide.Of(s, a.Side), a.Part) - StickerAt(LlSide.Of(s, b.Side), b.Part) + 4) & 3) switch
                    {
                        0 => "one colour",
                        2 => "opposite colours",
                        _ => "neighbouring colours",
                    });
            }
    }

    private static int StickerAt(LlSide side, int part) => part switch { 0 => side.Left, 1 => side.Middle, _ => side.Right };

    private static string SeeEdges(LlState state) => state.Flips switch
    {
        0 => "a cross",
        0x4444 => "a dot",
        0x0404 => "a line from left to right",
        0x4040 => "a line from front to back",
        0x4400 => "a corner at the front left",
        0x0440 => "a corner at the front right",
        0x0044 => "a corner at the back right",
        _ => "a corner at the back left",
    };

    private static string SeeCorners(LlState state)
    {
        string[] names = ["front right", "front left", "back left", "back right"];
        var up = LlState.Quarters.Where(i => state.TwistAt(i) == 0).Select(i => names[i]).ToArray();
        return up.Length switch { 0 => "none up", 4 => "all up", _ => $"{Words.Join(up)} up" };
    }

    private static string SeeBlocks(LlSide side) => side.IsBar ? "a bar" : side.IsTwins ? "twins" : side.IsLeftPair ? "a pair at its left"
        : side.IsRightPair ? "a pair at its right" : "no block";
}
