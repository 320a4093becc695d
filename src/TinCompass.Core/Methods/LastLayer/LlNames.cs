using System.Globalization;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>
/// Names of the cases, made of what one sees: the shape of the edges that look up, then what the sides show. They are told for the hold in
/// which most is in front.
/// </summary>
internal static class LlNames
{
    // As counted around: front, left, back, right.
    private static readonly string[] Places = ["in front", "left", "behind", "right"];

    // What of the top's colour a side shows: left 4, middle 2, right 1.
    private static readonly string[] Tops =
        ["", "right end", "middle", "right two", "left end", "both ends", "left two", "full row"];

    private static readonly string[] InOrder = ["bar", "twins", "left pair", "right pair"];

    /// <summary>The stable name: the set and the least of its looks, place by place.</summary>
    public static string Id(LlSet set, IEnumerable<LlState> looks) =>
        $"{set.Id()}-{looks.Select(l => Written(set, l)).Min(StringComparer.Ordinal)}";

    /// <summary>The hold in which a case is named: most is to be seen in front, then behind.</summary>
    public static LlState BestView(LlSet set, IEnumerable<LlState> looks) =>
        looks.OrderByDescending(l => Weights(set, l), Comparer<int[]>.Create((a, b) => a.AsSpan().SequenceCompareTo(b)))
            .ThenBy(l => Written(set, l), StringComparer.Ordinal).First();

    /// <summary>The names of the cases of a set, all different.</summary>
    public static string[] Of(LlSet set, LlState[] views)
    {
        var names = views.Select(v => Name(set, v)).ToArray();
        return [.. names.Select((n, i) => names.Count(m => m == n) == 1 ? n : $"{n}, {Round(views[i])}")];
    }

    /// <summary>What is seen at the first glance.</summary>
    public static string Family(LlSet set, LlState view) => set switch
    {
        LlSet.Oll or LlSet.Eoll => Shape(view),
        LlSet.Ocll => LlState.Quarters.Count(i => view.TwistAt(i) == 0) switch
        {
            0 => "no corner up",
            1 => "one corner up",
            _ =>
            "two corners up"
        },
        LlSet.Epll => LlSide.All(view).Any(s => s.IsBar) ? "one bar" : "no bar",
        _ => Twins(view) switch { 0 => "no twins", 1 => "twins on one side", _ => "twins on all sides" },
    };

    /// <summary>In which order cases are read: plain families first, the likelier before.</summary>
    public static string Place(LlCase c) => string.Create(CultureInfo.InvariantCulture,
        $"{c.Set switch
        {
            LlSet.Oll or LlSet.Eoll => "cross line corner dot".IndexOf(c.Family, StringComparison.Ordinal),
            LlSet.Ocll => 0,
            _ => 4 - (Twins(c.View) % 4),
        }:00}{c.Letter}{(c.Set.Orients() ? 9 - LlState.Quarters.Count(i => c.View.TwistAt(i) == 0) : 0)}");

    /// <summary>
    /// The field's letter of a permutation, from the cycles it is made of under the turn of the top that leaves the fewest pieces to move.
    /// </summary>
    public static string Letter(LlSet set, LlState view)
    {
        if (set is not (LlSet.Pll or LlSet.Epll)) return "";
        var turned = LlState.Quarters.Select(view.Turned).ToArray();
        foreach (var s in turned)
        {
            int[] corners = [.. LlState.Quarters.Where(i => s.CornerAt(i) != i)],
                edges = [.. LlState.Quarters.Where(i => s.EdgeAt(i) != i)];
            switch (corners.Length, edges.Length)
            {
                case (0, 3): return "U";
                case (0, 4): return s.EdgeAt(0) == 2 ? "H" : "Z";
                case (3, 0): return "A";
                case (4, 0) when !turned.Any(t => t.CornerPlaces == LlState.Solved.CornerPlaces): return "E";
                case (3, 3) when !turned.Any(IsTwoSwaps): return "G";
                case (2, 2): return Swap(corners, edges);
            }
        }

        return "";
    }

    private static bool IsTwoSwaps(LlState s) =>
        LlState.Quarters.Count(i => s.CornerAt(i) != i) == 2 && LlState.Quarters.Count(i => s.EdgeAt(i) != i) == 2;

    private static string Swap(int[] corners, int[] edges)
    {
        var facing = edges[1] - edges[0] == 2;
        if (corners[1] - corners[0] == 2)
        {
            // The edge between corners i and i + 1 is the edge i.
            if (facing) return "N";
            var quiet = Enumerable.Range(0, 4).First(i => !edges.Contains(i) && !edges.Contains((i + 3) & 3));
            return corners.Contains(quiet) ? "Y" : "V";
        }

        var between = corners[1] - corners[0] == 1 ? corners[0] : 3;
        return (facing, edges.Contains(between)) switch { (true, true) => "T", (true, false) => "F", (false, true) => "J", _ => "R" };
    }

    private static string Name(LlSet set, LlState view)
    {
        if (set.IsDone(view)) return "solved";
        if (set == LlSet.Eoll) return Shape(view);
        if (set == LlSet.Cpll) return Family(set, view);
        var sides = LlSide.All(view);
        var words = sides.Select((s, i) => (Seen: set.Orients() ? Tops[s.Tops] : Blocks(s), Place: Places[i])).Where(s => s.Seen.Length > 0)
            .GroupBy(s => s.Seen).OrderBy(g => Array.IndexOf(InOrder, g.Key))
            .Select(g => g.Count() == LlState.Places ? $"{g.Key} all round" : $"{g.Key} {Words.Join(g.Select(p => p.Place))}").ToArray();
        var sight = words.Length == 0 ? "nothing matches" : string.Join(", ", words);
        return set == LlSet.Oll ? $"{Shape(view)}: {sight}" : sight;
    }

    private static string Shape(LlState state) => state.Flips switch
    {
        0 => "cross",
        0x4444 => "dot",
        0x0404 or 0x4040 => "line",
        _ => "corner",
    };

    private static string Blocks(LlSide side) =>
        side.IsBar ? "bar" : side.IsTwins ? "twins" : side.IsLeftPair ? "left pair" : side.IsRightPair ? "right pair" : "";

    private static int Twins(LlState view) => LlSide.All(view).Count(s => s.Left == s.Right);

    /// <summary>What tells two of one sight apart: to which side the edge in front belongs, seen from its corners.</summary>
    private static string Round(LlState view)
    {
        var side = LlSide.Of(view, 0);
        return ((side.Middle - side.Left + 4) & 3) switch
        {
            2 => "front edge belongs behind",
            1 => "front edge belongs left",
            3 => "front edge belongs right",
            _ => "front edge belongs there",
        };
    }

    private static int[] Weights(LlSet set, LlState look)
    {
        var sides = LlSide.All(look);
        int[] order = set.Orients() ? [0, 2, 1, 3] : [2, 0, 1, 3];
        return [.. order.Select(i => set.Orients() ? Array.IndexOf(OfTops, sides[i].Tops)
            : sides[i].IsBar ? 4 : sides[i].IsTwins ? 3 : sides[i].IsLeftPair ? 2 : sides[i].IsRightPair ? 1 : 0)];
    }

    // The more of the top's colour on a side, the sooner it is seen.
    private static readonly int[] OfTops = [0, 1, 4, 2, 3, 6, 5, 7];

    private static string Written(LlSet set, LlState look)
    {
        string corners = string.Concat(LlState.Quarters.Select(i => set.Orients() ? look.TwistAt(i) : look.CornerAt(i))),
            edges = string.Concat(LlState.Quarters.Select(i => set.Orients() ? look.FlipAt(i) : look.EdgeAt(i)));
        return set switch
        {
            LlSet.Eoll => edges,
            LlSet.Ocll or LlSet.Cpll => corners,
            _ => $"{edges}-{corners}",
        };
    }
}
