using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>How the last edges stand, in the order in which they become each other.</summary>
public enum EdgesEnding
{
    /// <summary>All are home.</summary>
    Solved,

    /// <summary>Three change places; two land right, one turned over: one series.</summary>
    OneSeries,

    /// <summary>Three change places; all land turned over.</summary>
    AllTurned,

    /// <summary>One is home, two lie at home turned over.</summary>
    TwoTurned,

    /// <summary>One lies at home, turned over or not, two have changed places: odd.</summary>
    Swapped,
}

/// <summary>
/// The last three edges around a corner, the other nine home. An edge <em>lands right</em> when the turn of the one face that carries it to
/// its place brings it there not turned over.
/// </summary>
public static class LastThree
{
    /// <summary>The places around the corner up, right, in front: its three edges.</summary>
    public static IReadOnlyList<Edge> Places { get; } = [EdgeSeries.EdgeOf(Face.U, Face.F), EdgeSeries.EdgeOf(Face.U, Face.R),
        EdgeSeries.EdgeOf(Face.F, Face.R)];

    /// <summary>The six series around it.</summary>
    public static IReadOnlyList<EdgeSeries> Series { get; } = EdgeSeries.Around(Face.F, Face.R, Face.U);

    /// <summary>The ending; null when one of the other nine is not home.</summary>
    public static EdgesEnding? Of(EdgeSet set)
    {
        for (var e = 0; e < 12; e++)
            if (!Places.Contains((Edge)e) && !set.IsHome((Edge)e)) return null;
        var home = Places.Where(e => EdgeStickers.Place(set[e]) == e).ToArray();
        return (home.Length, Places.Count(set.IsHome)) switch
        {
            (3, 3) => EdgesEnding.Solved,
            (3, _) => EdgesEnding.TwoTurned,
            (1, _) => EdgesEnding.Swapped,
            _ => Places.Count(e => LandsRight(set, e)) == 2 ? EdgesEnding.OneSeries : EdgesEnding.AllTurned,
        };
    }

    /// <summary>
    /// The ending once the top is turned so that what is placed among each other is home, with that turn (none where the top is home);
    /// null where more is left.
    /// </summary>
    public static (EdgesEnding Ending, Turn? Top)? UpToTop(EdgeSet set)
    {
        if (Of(set) is { } now) return (now, null);
        foreach (var top in Enumerable.Range(1, 3).Select(q => Turn.Of(Face.U, q)))
            if (Of(set.After(top.Index)) is { } ending) return (ending, top);
        return null;
    }

    /// <summary>The edge lies at another of the three places, and the face turn between the two brings it home not turned over.</summary>
    public static bool LandsRight(EdgeSet set, Edge edge)
    {
        var at = EdgeStickers.Place(set[edge]);
        if (at == edge) return false;
        var face = Pieces.EdgeFaces[(int)at].Intersect(Pieces.EdgeFaces[(int)edge]).Single();
        return EdgeStickers.After(set[edge], EdgeSeries.Towards(face, at, edge)) == 2 * (int)edge;
    }

    /// <summary>All 24 positions: three edges in any order, an even number of them turned over.</summary>
    public static IEnumerable<EdgeSet> All()
    {
        int[][] orders = [[0, 1, 2], [1, 2, 0], [2, 0, 1], [1, 0, 2], [0, 2, 1], [2, 1, 0]];
        foreach (var order in orders)
            foreach (var turned in new[] { 0, 0b011, 0b101, 0b110 })
            {
                var key = EdgeSet.Home(EdgeSet.Every).Key;
                for (var i = 0; i < 3; i++)
                {
                    var (edge, lies) = ((int)Places[i], (ulong)((2 * (int)Places[order[i]]) + (turned >> i & 1)));
                    key = (key & ~(31UL << (5 * edge))) | (lies << (5 * edge));
                }

                yield return new EdgeSet(key);
            }
    }
}
