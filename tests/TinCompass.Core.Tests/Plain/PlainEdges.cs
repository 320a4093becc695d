namespace TinCompass.Core.Tests.Plain;

/// <summary>What one who solves edges first looks at, read off the plain cube held with its base down.</summary>
internal sealed class PlainEdges(PlainCube cube, string color)
{
    private static readonly V Front = V.Up + V.Front, Right = V.Up + V.Right, Column = V.Front + V.Right;

    /// <summary>The places of the edges.</summary>
    private static readonly V[] Places = [.. from x in new[] { -1, 0, 1 } from y in new[] { -1, 0, 1 } from z in new[] { -1, 0, 1 }
        where (x == 0 ? 1 : 0) + (y == 0 ? 1 : 0) + (z == 0 ? 1 : 0) == 1 select new V(x, y, z)];

    private static readonly V[] Corners = [.. from x in new[] { -1, 1 } from y in new[] { -1, 1 } from z in new[] { -1, 1 }
        select new V(x, y, z)];

    /// <summary>Every edge is home.</summary>
    public bool AllHome => Places.All(p => IsHome(cube, p));

    /// <summary>The cross and the middle edges are home but for the one at front-right.</summary>
    public bool IsOpenInFront => cube.Centre(color) == V.Down && Places.Where(p => p.Y < 1 && p != Column).All(p => IsHome(cube, p));

    /// <summary>The edges between two side colours.</summary>
    public static IEnumerable<string[]> Middle(PlainCube cube, string color) => Places
        .Select(p => cube.Stickers.Where(s => s.At == p).Select(s => s.Color).ToArray())
        .Where(e => !e.Contains(color) && !e.Contains(cube.CentreAt(-cube.Centre(color))));

    /// <summary>The colours of a place.</summary>
    private string[] At(V place) => [.. cube.Stickers.Where(s => s.At == place).Select(s => s.Color)];

    /// <summary>Where a piece belongs: where the centres of its colours meet.</summary>
    public V Goal(string[] colors) => colors.Select(cube.Centre).Aggregate(default(V), (sum, v) => sum + v);

    /// <summary>So many edges are not where they belong.</summary>
    public int Elsewhere => Places.Count(p => Goal(At(p)) != p);

    /// <summary>The number of exchanges of two that bring the edges to their places is odd.</summary>
    public bool IsOdd
    {
        get
        {
            var (seen, exchanges) = (new HashSet<V>(), 0);
            foreach (var place in Places)
                for (var at = place; seen.Add(at); at = Goal(At(at)))
                    if (Goal(At(at)) != place) exchanges++;
            return exchanges % 2 == 1;
        }
    }

    /// <summary>The ending, by job and by eye: which of the last three are at their places, and how the others would land.</summary>
    public string? Ending(bool turnTop)
    {
        foreach (var top in turnTop ? new[] { "U", "U2", "U'", "" } : [""])
        {
            var now = cube.Turn(top);
            V[] last = [Front, Right, Column];
            if (!Places.Where(p => !last.Contains(p)).All(p => IsHome(now, p))) continue;
            var edges = new PlainEdges(now, color);
            var placed = last.Where(p => edges.Goal(edges.At(p)) == p).ToArray();
            return placed.Length switch
            {
                3 => placed.All(p => IsHome(now, p)) ? "solved" : "twoTurned",
                1 => "swapped",
                _ => last.Count(p => LandsRight(now, p)) == 2 ? "oneSeries" : "allTurned",
            };
        }

        return null;
    }

    /// <summary>One quarter turn of the face that both places have brings what lies there home, not turned over.</summary>
    private bool LandsRight(PlainCube now, V place)
    {
        var colors = now.Stickers.Where(s => s.At == place).Select(s => s.Color).ToArray();
        var goal = new PlainEdges(now, color).Goal(colors);
        var face = new[] { (V.Up, "U"), (V.Front, "F"), (V.Right, "R") }
            .Single(f => Has(place, f.Item1) && Has(goal, f.Item1)).Item2;
        return new[] { face, $"{face}'" }.Any(t => now.Turn(t) is var after
            && after.Piece(colors).All(s => after.CentreAt(s.Looks) == s.Color));

        static bool Has(V at, V face) => (face.X == 0 || at.X == face.X) && (face.Y == 0 || at.Y == face.Y) && (face.Z == 0
            || at.Z == face.Z);
    }

    /// <summary>The corners that are not where they belong: where each lies, and where it belongs.</summary>
    public (V From, V To)[] CornersAway() => [.. Corners.Select(c => (From: c, To: Goal(At(c)))).Where(m => m.From != m.To)];

    /// <summary>The corners that lie where they belong, turned: the colours of each in order of letters.</summary>
    public string[] CornersTurned() =>
        [.. Corners.Where(c => Goal(At(c)) == c && !IsHome(cube, c)).Select(c => string.Join('-', At(c).Order()))];

    /// <summary>
    /// The cube is what a cycle leaves of a solved one: "UFR → URB → DRF", what lay at the first sticker looks from the second, and so on;
    /// nothing else is elsewhere.
    /// </summary>
    public bool Does(string cycle)
    {
        var names = cycle.Split(" → ");
        return CornersAway().Length == 3 && AllHome && Enumerable.Range(0, 3).All(i =>
        {
            // The colour of the centre to which the first sticker belongs now looks from where the second one is.
            var (from, to) = (names[i], names[(i + 1) % 3]);
            return cube.Stickers.Single(s => s.At == V.Place(to) && s.Looks == V.Of(to[0])).Color == cube.CentreAt(V.Of(from[0]))
                && Goal(At(V.Place(to))) == V.Place(from);
        });
    }

    private static bool IsHome(PlainCube cube, V place) =>
        cube.Stickers.Where(s => s.At == place).All(s => cube.CentreAt(s.Looks) == s.Color);
}
