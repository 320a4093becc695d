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

    /// <summary>Turns written in the notation of bigger cubes, layer by layer.</summary>
    public PlainBig Turn(IEnumerable<BigTurn> turns)
    {
        foreach (var turn in turns)
            for (var s = 0; s < stickers.Length; s++)
            {
                var axis = Looks(turn.Face);
                var depth = (size + 1 - Along(stickers[s].Cell, axis)) / 2;
                if (depth < turn.From || depth > turn.To) continue;
                for (var q = 0; q < turn.Quarters; q++)
                    stickers[s] = (Clockwise(stickers[s].Cell, axis), Clockwise(stickers[s].Looks, axis), stickers[s].Color);
            }

        return this;
    }

    /// <summary>Every sticker with the piece it is on, where it looks and its colour.</summary>
    public IEnumerable<((int X, int Y, int Z) Cell, Face Face, Color Color)> All =>
        stickers.Select(s => ((s.Cell.X, s.Cell.Y, s.Cell.Z), Enum.GetValues<Face>().First(f => Looks(f) == s.Looks), s.Color));

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

    private int Outer((int X, int Y, int Z) cell) => new[] { cell.X, cell.Y, cell.Z }.Count(c => Math.Abs(c) == size - 1);

    // The edge along which a piece lies: its outer coordinates.
    private (int, int, int) Where((int X, int Y, int Z) cell) => (Far(cell.X), Far(cell.Y), Far(cell.Z));

    private int Far(int c) => Math.Abs(c) == size - 1 ? c : 0;

    private static V Point((int X, int Y, int Z) c) => new(c.X, c.Y, c.Z);

    private static V Looks(Face face) => V.Of($"{face}"[0]);

    private static int Along(V v, V axis) => (v.X * axis.X) + (v.Y * axis.Y) + (v.Z * axis.Z);

    // Clockwise as one looks at the face from outside: the part along the axis stays, the rest goes to its cross product with it.
    private static V Clockwise(V v, V n)
    {
        var along = Along(v, n);
        return new V((v.Y * n.Z) - (v.Z * n.Y) + (along * n.X), (v.Z * n.X) - (v.X * n.Z) + (along * n.Y),
            (v.X * n.Y) - (v.Y * n.X) + (along * n.Z));
    }
}
