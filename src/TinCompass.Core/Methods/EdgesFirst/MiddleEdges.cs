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

    private const int MostSeries = 8;

    /// <summary>The two series at each column.</summary>
    public static IReadOnlyList<EdgeSeries> Series { get; } =
        [.. new[] { (Face.F, Face.R), (Face.R, Face.B), (Face.B, Face.L), (Face.L, Face.F) }
            .SelectMany(c => new EdgeSeries[] { new(c.Item1, c.Item2, Face.U), new(c.Item2, c.Item1, Face.U) })];

    /// <summary>
    /// The school's way of the fewest series in which each brings an edge in or takes one out that sits wrong; of such ways of the fewest
    /// turns.
    /// </summary>
    public static IReadOnlyList<EdgeStep> Way(EdgeSet set)
    {
        IReadOnlyList<EdgeStep>? best = null;
        for (var most = Left(set); best is null && most <= MostSeries; most++) Go(set, [], most);
        return best ?? throw new InvalidOperationException("three middle edges are brought in by eight series");

        void Go(EdgeSet now, IReadOnlyList<EdgeStep> made, int most)
        {
            var left = Left(now);
            if (left == 0)
            {
                if (best is null || made.Sum(s => s.Turns.Count) < best.Sum(s => s.Turns.Count)) best = made;
                return;
            }

            if (left > most) return;
            foreach (var (top, series, after) in Next(now, mayTakeOut: left < most))
            {
                EdgeStep[] turned = top.Turns.Count > 0 ? [top] : [];
                Go(after, [.. made, .. turned, new EdgeStep(series.Turns, series)], most - 1);
            }
        }
    }

    /// <summary>So many of the three are not home.</summary>
    private static int Left(EdgeSet set) => Each.Count(e => !set.IsHome(e));

    private static readonly Edge[] Each = [.. Enumerable.Range(0, 12).Where(e => (Edges >> e & 1) == 1).Select(e => (Edge)e)];

    private static IEnumerable<(EdgeStep Top, EdgeSeries Series, EdgeSet After)> Next(EdgeSet now, bool mayTakeOut)
    {
        var left = Left(now);
        for (var quarters = 0; quarters < 4; quarters++)
        {
            var top = new EdgeStep(quarters == 0 ? [] : [Turn.Of(Face.U, quarters)], null);
            var turned = now.After(top.Turns);
            foreach (var series in Series)
            {
                var after = turned.After(series.Turns);
                var isIn = Left(after) < left;
                // Taken out is one of the three that sits wrong in this column; none that is home.
                var isOut = mayTakeOut && Left(after) == left
                    && Each.Any(e => !now.IsHome(e) && EdgeStickers.Place(now[e]) == series.Column);
                if (isIn || isOut) yield return (top, series, after);
            }
        }
    }
}
