using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// Three middle edges beside the working place front-right, the cross home: by turns of the top and series of two side faces alone. An edge
/// on top goes in by one series, from over the face that goes first; one that sits wrong comes out by one first.
/// </summary>
public static class MiddleEdges
{
    /// <summary>The three, as bits.</summary>
    public const int Edges = (1 << (int)Edge.FL) | (1 << (int)Edge.BL) | (1 << (int)Edge.BR);

    /// <summary>The two series at each column.</summary>
    public static IReadOnlyList<EdgeSeries> Series { get; } =
        [.. new[] { (Face.F, Face.R), (Face.R, Face.B), (Face.B, Face.L), (Face.L, Face.F) }
            .SelectMany(c => new EdgeSeries[] { new(c.Item1, c.Item2, Face.U), new(c.Item2, c.Item1, Face.U) })];

    private static readonly Lazy<Dictionary<ulong, (int Series, int Turns, Into? Next)>> Ways = new(All);

    /// <summary>
    /// The school's way of the fewest series in which each brings an edge in or takes one out that sits wrong; of such ways of the fewest
    /// turns. All positions of the three, some thousands, are worked out at first use.
    /// </summary>
    public static IReadOnlyList<EdgeStep> Way(EdgeSet set)
    {
        var (way, now) = (new List<EdgeStep>(), set.Only(Edges));
        while (Ways.Value[now.Key].Next is { } next)
        {
            if (next.Top.Turns.Count > 0) way.Add(next.Top);
            way.Add(new EdgeStep(next.Series.Turns, next.Series));
            now = now.After(next.Top.Turns).After(next.Series.Turns);
        }

        return way;
    }

    private sealed record Into(EdgeStep Top, EdgeSeries Series);

    /// <summary>The least first, from home: from each position the steps undone that are ones of the school.</summary>
    private static Dictionary<ulong, (int Series, int Turns, Into? Next)> All()
    {
        var home = EdgeSet.Home(Edges);
        var ways = new Dictionary<ulong, (int Series, int Turns, Into? Next)> { [home.Key] = (0, 0, null) };
        var open = new PriorityQueue<EdgeSet, (int Series, int Turns)>([(home, (0, 0))]);
        var done = new HashSet<ulong>();
        Into[] steps = [.. Enumerable.Range(0, 4).SelectMany(q => Series.Select(s =>
            new Into(new EdgeStep(q == 0 ? [] : [Turn.Of(Face.U, q)], null), s)))];
        int[][] undone = [.. steps.Select(s => s.Top.Turns.Concat(s.Series.Turns).Reverse().Select(t => t.Inverse.Index).ToArray())];
        while (open.TryDequeue(out var set, out var cost))
        {
            if (!done.Add(set.Key)) continue;
            for (var i = 0; i < steps.Length; i++)
            {
                var before = set;
                foreach (var turn in undone[i]) before = before.After(turn);
                if (!IsInOrOut(before, set, steps[i].Series)) continue;
                var (count, turns) = (cost.Series + 1, cost.Turns + undone[i].Length);
                if (ways.TryGetValue(before.Key, out var known) && (known.Series, known.Turns).CompareTo((count, turns)) <= 0) continue;
                ways[before.Key] = (count, turns, steps[i]);
                open.Enqueue(before, (count, turns));
            }
        }

        return ways;
    }

    /// <summary>One of the three more is home; or as many, and one that sat wrong in the column of the series is out.</summary>
    private static bool IsInOrOut(EdgeSet now, EdgeSet after, EdgeSeries series) => Left(after) < Left(now)
        || (Left(after) == Left(now) && Each.Any(e => !now.IsHome(e) && EdgeStickers.Place(now[e]) == series.Column));

    /// <summary>
    /// The holds whose working place front-right can be left open for the fewest series, and of those for the fewest turns, with their
    /// ways.
    /// </summary>
    public static IReadOnlyList<(EdgesPosition Hold, IReadOnlyList<EdgeStep> Way)> Best(IEnumerable<EdgesPosition> holds)
    {
        var ways = holds.Select(h => (Hold: h, Way: Way(h.Set))).ToArray();
        var least = ways.Min(w => Cost(w.Way));
        return [.. ways.Where(w => Cost(w.Way) == least)];
    }

    /// <summary>So many series, so many turns.</summary>
    public static (int Series, int Turns) Cost(IReadOnlyList<EdgeStep> way) =>
        (way.Count(s => s.Series is not null), way.Sum(s => s.Turns.Count));

    /// <summary>
    /// The next edges that can be brought in by one series: the turn of the top before it, if any, and the series; none that takes out.
    /// </summary>
    public static IEnumerable<(EdgeStep Top, EdgeSeries Series, EdgeSet After)> BringIn(EdgeSet set)
    {
        for (var quarters = 0; quarters < 4; quarters++)
        {
            var top = new EdgeStep(quarters == 0 ? [] : [Turn.Of(Face.U, quarters)], null);
            var turned = set.After(top.Turns);
            foreach (var series in Series)
                if (turned.After(series.Turns) is var after && Left(after) < Left(set)) yield return (top, series, after);
        }
    }

    /// <summary>So many of the three are not home.</summary>
    private static int Left(EdgeSet set) => Each.Count(e => !set.IsHome(e));

    private static readonly Edge[] Each = [.. Enumerable.Range(0, 12).Where(e => (Edges >> e & 1) == 1).Select(e => (Edge)e)];
}
