using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// A bigger cube of stickers in space, turned by a rule of its own: a second, plain simulator that shares no table with the product's.
/// </summary>
internal sealed class PlainBig
{
    private readonly int size;
    private readonly (V Cell, V Looks, Color Color)[] stickers;

    public PlainBig(int size)
    {
        this.size = size;
        var geometry = BigGeometry.Of(size);
        stickers = [.. Enumerable.Range(0, geometry.Count).Select(s => (Point(geometry.Cell(s)), Looks(geometry.FaceOf(s)),
            (Color)geometry.FaceOf(s)))];
    }

    /// <summary>As letters say, in the order of the stickers.</summary>
    public PlainBig(int size, string letters)
        : this(size)
    {
        for (var s = 0; s < stickers.Length; s++) stickers[s].Color = (Color)"WYGBRO".IndexOf(letters[s], StringComparison.Ordinal);
    }

    /// <summary>Turns written in the notation of bigger cubes, layer by layer.</summary>
    public PlainBig Turn(IEnumerable<BigTurn> turns)
    {
        foreach (var turn in turns)
        {
            var axis = Looks(turn.Face);
            for (var s = 0; s < stickers.Length; s++)
            {
                var depth = (size + 1 - Along(stickers[s].Cell, axis)) / 2;
                if (depth < turn.From || depth > turn.To) continue;
                for (var q = 0; q < turn.Quarters; q++)
                    stickers[s] = (Clockwise(stickers[s].Cell, axis), Clockwise(stickers[s].Looks, axis), stickers[s].Color);
            }
        }

        return this;
    }

    /// <summary>Every sticker with the piece it is on, where it looks and its colour.</summary>
    public IEnumerable<((int X, int Y, int Z) Cell, Face Face, Color Color)> All =>
        stickers.Select(s => ((s.Cell.X, s.Cell.Y, s.Cell.Z), (Face)Array.IndexOf(Directions, s.Looks), s.Color));

    /// <summary>Each face has one colour.</summary>
    public bool IsSolved => All.GroupBy(s => s.Face).All(f => f.Select(s => s.Color).Distinct().Count() == 1);

    /// <summary>The faces whose centre has one colour, with the colour.</summary>
    public IReadOnlyDictionary<Face, Color> Centres => All.Where(s => Outer(s.Cell) == 1).GroupBy(s => s.Face)
        .Where(f => f.Select(s => s.Color).Distinct().Count() == 1).ToDictionary(f => f.Key, f => f.First().Color);

    /// <summary>
    /// The edges all of whose parts show the same two colours on the same two faces, by their colours in the cube's order.
    /// </summary>
    public IReadOnlyList<string> Edges => [.. All.Where(s => Outer(s.Cell) == 2).GroupBy(s => Where(s.Cell))
        .Where(e => e.GroupBy(s => s.Face).All(f => f.Select(s => s.Color).Distinct().Count() == 1))
        .Select(e => string.Join('-', e.Select(s => s.Color).Distinct().Order().Select(c => c.Name()))).Order(StringComparer.Ordinal)];

    /// <summary>
    /// The pieces of edges: where along which edge ("top-front" and how far along), the edge that they belong to, and the colour on the
    /// first of the place's faces.
    /// </summary>
    public IReadOnlyList<(string Place, int Along, string Edge, Color First)> Parts => [.. All.Where(s => Outer(s.Cell) == 2)
        .GroupBy(s => s.Cell).Select(piece => piece.OrderBy(s => s.Face).ToArray()).Select(two => (
            string.Join('-', two.Select(s => Words[(int)s.Face])), Inner(two[0].Cell),
            string.Join('-', two.Select(s => s.Color).Order().Select(c => c.Name())), two[0].Color))];

    /// <summary>One piece of an edge all red.</summary>
    public PlainBig Marked((string Place, int Along, string Edge, Color First) part)
    {
        var cell = All.Where(s => Outer(s.Cell) == 2 && Inner(s.Cell) == part.Along).GroupBy(s => s.Cell)
            .Single(g => string.Join('-', g.OrderBy(s => s.Face).Select(s => Words[(int)s.Face])) == part.Place).Key;
        for (var s = 0; s < stickers.Length; s++)
            if (stickers[s].Cell == Point(cell)) stickers[s].Color = Color.Red;
        return this;
    }

    /// <summary>An edge turned over in its place: what is at one end comes to the other, what looks one way looks the other way.</summary>
    public PlainBig TurnOver(string place)
    {
        var faces = place.Split('-').Select(w => Looks((Face)Array.IndexOf(Words, w))).ToArray();
        var along = new V(1 - Math.Abs(faces[0].X + faces[1].X), 1 - Math.Abs(faces[0].Y + faces[1].Y),
            1 - Math.Abs(faces[0].Z + faces[1].Z));
        for (var s = 0; s < stickers.Length; s++)
        {
            var (cell, looks, color) = stickers[s];
            if (Along(cell, faces[0]) != size - 1 || Along(cell, faces[1]) != size - 1
                || Math.Abs(Along(cell, along)) == size - 1) continue;
            var by = -2 * Along(cell, along);
            stickers[s] = (new V(cell.X + (by * along.X), cell.Y + (by * along.Y), cell.Z + (by * along.Z)),
                looks == faces[0] ? faces[1] : faces[0], color);
        }

        return this;
    }

    /// <summary>
    /// How many exchanges bring all wings home: each wing is known by its two colours and by the sense in which they lie, which no turn
    /// changes.
    /// </summary>
    public int Exchanges()
    {
        var home = Wings(new PlainBig(size)).ToDictionary(w => w.Name, w => w.Cell);
        var goes = Wings(this).ToDictionary(w => w.Cell, w => home[w.Name]);
        var (count, seen) = (0, new HashSet<(int, int, int)>());
        foreach (var start in goes.Keys)
            for (var at = start; seen.Add(at); at = goes[at])
                if (at != start) count++;
        return count;

        static IEnumerable<((int X, int Y, int Z) Cell, (Color, Color, int) Name)> Wings(PlainBig cube) => cube.All
            .Where(s => cube.Outer(s.Cell) == 2 && cube.Inner(s.Cell) != 0).GroupBy(s => s.Cell)
            .Select(p => p.OrderBy(s => s.Color).ToArray()).Select(two => (two[0].Cell, (two[0].Color, two[1].Color,
                Math.Sign(Volume(Looks(two[0].Face), Looks(two[1].Face), Point(two[0].Cell))))));
    }

    /// <summary>
    /// Centres, edges and corners, whose parts lie together, are out of their places by an odd number of exchanges in all, which no 3x3 is,
    /// however it is held.
    /// </summary>
    public bool IsSwapped()
    {
        var count = 0;
        foreach (var outer in new[] { 1, 2, 3 })
        {
            var home = Named(new PlainBig(size), outer).ToDictionary(p => p.Name, p => p.Place);
            var goes = Named(this, outer).ToDictionary(p => p.Place, p => home[p.Name]);
            var seen = new HashSet<(int, int, int)>();
            foreach (var start in goes.Keys)
                for (var at = start; seen.Add(at); at = goes[at])
                    if (at != start) count++;
        }

        return count % 2 == 1;

        static IEnumerable<((int, int, int) Place, string Name)> Named(PlainBig cube, int outer) => cube.All
            .Where(s => cube.Outer(s.Cell) == outer).GroupBy(s => cube.Where(s.Cell))
            .Select(p => (p.Key, string.Join('-', p.Select(s => s.Color).Distinct().Order())));
    }

    private static int Volume(V a, V b, V c) =>
        Along(new V((a.Y * b.Z) - (a.Z * b.Y), (a.Z * b.X) - (a.X * b.Z), (a.X * b.Y) - (a.Y * b.X)), c);

    private static readonly string[] Words = [.. Enum.GetValues<Face>().Select(f => f switch
    {
        Face.U => "top", Face.D => "bottom", Face.F => "front", Face.B => "back", Face.R => "right", _ => "left",
    })];

    // The coordinates that are not outer, together.
    private int Inner((int X, int Y, int Z) cell) => cell.X + cell.Y + cell.Z - Far(cell.X) - Far(cell.Y) - Far(cell.Z);

    private int Outer((int X, int Y, int Z) cell) => Math.Abs(Math.Sign(Far(cell.X))) + Math.Abs(Math.Sign(Far(cell.Y)))
        + Math.Abs(Math.Sign(Far(cell.Z)));

    // The edge along which a piece lies: its outer coordinates.
    private (int, int, int) Where((int X, int Y, int Z) cell) => (Far(cell.X), Far(cell.Y), Far(cell.Z));

    private int Far(int c) => Math.Abs(c) == size - 1 ? c : 0;

    private static V Point((int X, int Y, int Z) c) => new(c.X, c.Y, c.Z);

    private static readonly V[] Directions = [.. Enum.GetValues<Face>().Select(f => V.Of($"{f}"[0]))];

    private static V Looks(Face face) => Directions[(int)face];

    private static int Along(V v, V axis) => (v.X * axis.X) + (v.Y * axis.Y) + (v.Z * axis.Z);

    // Clockwise as one looks at the face from outside: the part along the axis stays, the rest goes to its cross product with it.
    private static V Clockwise(V v, V n)
    {
        var along = Along(v, n);
        return new V((v.Y * n.Z) - (v.Z * n.Y) + (along * n.X), (v.Z * n.X) - (v.X * n.Z) + (along * n.Y),
            (v.X * n.Y) - (v.Y * n.X) + (along * n.Z));
    }
}
