using System.Collections.Concurrent;

namespace TinCompass.Core.Tests.Plain;

/// <summary>A point or a direction: x to the right, y up, z to the front.</summary>
internal readonly record struct V(int X, int Y, int Z)
{
    public static V operator +(V a, V b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    public static V operator -(V a) => new(-a.X, -a.Y, -a.Z);

    public static readonly V Up = new(0, 1, 0);
    public static readonly V Down = new(0, -1, 0);
    public static readonly V Front = new(0, 0, 1);
    public static readonly V Back = new(0, 0, -1);
    public static readonly V Right = new(1, 0, 0);
    public static readonly V Left = new(-1, 0, 0);

    /// <summary>Where a face looks, by its letter.</summary>
    public static V Of(char face) => face switch
    {
        'U' => Up,
        'D' => Down,
        'F' => Front,
        'B' => Back,
        'R' => Right,
        _ => Left,
    };

    /// <summary>A place by its faces: "UF".</summary>
    public static V Place(string name) => name.Select(Of).Aggregate((a, b) => a + b);

    public int On(char axis) => axis switch { 'x' => X, 'y' => Y, _ => Z };

    /// <summary>A quarter turn clockwise as seen from the positive end of an axis.</summary>
    public V Quarter(char axis) => axis switch { 'x' => new(X, Z, -Y), 'y' => new(-Z, Y, X), _ => new(Y, -X, Z) };
}

/// <summary>A sticker: the small cube it sits on, where it looks, its colour.</summary>
internal readonly record struct PlainSticker(V At, V Looks, string Color);

/// <summary>
/// A second cube, to hold what is said against: 54 stickers in space, moved by geometry. It reads turns as text and shares nothing with
/// the code it checks. Where a turn takes a sticker is worked out once: it is asked hundreds of millions of times.
/// </summary>
internal sealed class PlainCube
{
    // All (At, Looks) a sticker can have, and for each the small cube it is on, by number.
    private static readonly (V At, V Looks)[] Places = [.. Sides().SelectMany(side => Cells()
        .Where(c => (c.X * side.Looks.X) + (c.Y * side.Looks.Y) + (c.Z * side.Looks.Z) == 1).Select(c => (c, side.Looks)))];

    private static readonly byte[] CellOf = [.. Places.Select(p => (byte)((9 * (p.At.X + 1)) + (3 * (p.At.Y + 1)) + p.At.Z + 1))];
    private static readonly bool[] IsCentre = [.. Places.Select(p => p.At == p.Looks)];
    private static readonly ConcurrentDictionary<string, byte[]> Known = new();

    private readonly string[] colors;
    private readonly byte[] places;
    private PlainSticker[]? stickers;

    private PlainCube(string[] colors, byte[] places) => (this.colors, this.places) = (colors, places);

    public static PlainCube Solved { get; } = new(
        [.. Sides().SelectMany(side => Enumerable.Repeat(side.Color, 9))], [.. Enumerable.Range(0, 54).Select(i => (byte)i)]);

    private static IEnumerable<PlainSticker> Sides() =>
    [
        new(default, V.Up, "white"), new(default, V.Down, "yellow"), new(default, V.Front, "green"), new(default, V.Back, "blue"),
        new(default, V.Right, "red"), new(default, V.Left, "orange"),
    ];

    private static IEnumerable<V> Cells() => from x in new[] { -1, 0, 1 }
                                             from y in new[] { -1, 0, 1 }
                                             from z in new[] { -1, 0, 1 }
                                             select new V(x, y, z);

    public static PlainCube After(string turns) => Solved.Turn(turns);

    /// <summary>
    /// From 54 letters, nine for each face in the order up, down, front, back, right, left, row by row as one looks at the face (up with
    /// the front below, down with the front above).
    /// </summary>
    public static PlainCube Of(string letters)
    {
        var (colors, places) = (new string[54], new byte[54]);
        for (var i = 0; i < 54; i++)
        {
            int row = (i % 9 / 3) - 1, column = (i % 3) - 1;
            var (at, looks) = (i / 9) switch
            {
                0 => (new V(column, 1, row), V.Up),
                1 => (new V(column, -1, -row), V.Down),
                2 => (new V(column, -row, 1), V.Front),
                3 => (new V(-column, -row, -1), V.Back),
                4 => (new V(1, -row, -column), V.Right),
                _ => (new V(-1, -row, column), V.Left),
            };
            colors[i] = Sides().Select(s => s.Color).First(c => char.ToUpperInvariant(c[0]) == letters[i]);
            places[i] = PlaceOf(at, looks);
        }

        return new PlainCube(colors, places);
    }

    /// <summary>After turns as text: R U2 F' r M x …</summary>
    public PlainCube Turn(string turns) =>
        turns.Split(' ', StringSplitOptions.RemoveEmptyEntries).Aggregate(this, (cube, turn) => cube.Make(turn));

    private PlainCube Make(string turn)
    {
        var to = Known.GetOrAdd(turn, Goes);
        var moved = new byte[54];
        for (var i = 0; i < moved.Length; i++) moved[i] = to[places[i]];
        return new PlainCube(colors, moved);
    }

    private static byte PlaceOf(V at, V looks) => (byte)Array.IndexOf(Places, (at, looks));

    /// <summary>Where a turn takes what is at each place.</summary>
    private static byte[] Goes(string turn)
    {
        var quarters = turn[1..] switch { "" => 1, "2" or "2'" => 2, "'" or "3" => 3, _ => throw new ArgumentException(turn) };
        var (axis, layers, back) = turn[0] switch
        {
            'R' => ('x', new[] { 1 }, false),
            'L' => ('x', [-1], true),
            'U' => ('y', [1], false),
            'D' => ('y', [-1], true),
            'F' => ('z', [1], false),
            'B' => ('z', [-1], true),
            'r' => ('x', [0, 1], false),
            'l' => ('x', [-1, 0], true),
            'u' => ('y', [0, 1], false),
            'd' => ('y', [-1, 0], true),
            'f' => ('z', [0, 1], false),
            'b' => ('z', [-1, 0], true),
            'M' => ('x', [0], true),
            'E' => ('y', [0], true),
            'S' => ('z', [0], false),
            'x' or 'y' or 'z' => (turn[0], [-1, 0, 1], false),
            _ => throw new ArgumentException(turn),
        };
        if (back) quarters = 4 - quarters;
        return [.. Places.Select(place =>
        {
            for (var q = 0; q < quarters; q++)
                if (layers.Contains(place.At.On(axis))) place = (place.At.Quarter(axis), place.Looks.Quarter(axis));
            return PlaceOf(place.At, place.Looks);
        })];
    }

    /// <summary>All stickers, in an order of their own.</summary>
    public IReadOnlyList<PlainSticker> Stickers => stickers ??= [.. Enumerable.Range(0, places.Length).Select(At)];

    private PlainSticker At(int sticker) => new(Places[places[sticker]].At, Places[places[sticker]].Looks, colors[sticker]);

    /// <summary>Where the centre of a colour looks.</summary>
    public V Centre(string color)
    {
        for (var i = 0; i < places.Length; i++)
            if (IsCentre[places[i]] && colors[i] == color) return Places[places[i]].Looks;
        throw new ArgumentException(color);
    }

    /// <summary>The colour of the centre that looks there.</summary>
    public string CentreAt(V looks)
    {
        for (var i = 0; i < places.Length; i++)
            if (IsCentre[places[i]] && Places[places[i]].Looks == looks) return colors[i];
        throw new ArgumentException($"{looks}");
    }

    /// <summary>The stickers of the piece with these colours.</summary>
    public PlainSticker[] Piece(params string[] colors)
    {
        for (var first = 0; first < places.Length; first++)
        {
            if (this.colors[first] != colors[0]) continue;
            var (cell, count, isOther) = (CellOf[places[first]], 0, false);
            for (var i = 0; i < places.Length && !isOther; i++)
            {
                if (CellOf[places[i]] != cell) continue;
                count++;
                isOther = Array.IndexOf(colors, this.colors[i]) < 0;
            }

            if (isOther || count != colors.Length) continue;
            var piece = new PlainSticker[count];
            for (var i = places.Length - 1; i >= 0; i--)
                if (CellOf[places[i]] == cell) piece[--count] = At(i);
            return piece;
        }

        throw new ArgumentException(string.Join('-', colors));
    }

    /// <summary>The sticker of one colour on a piece.</summary>
    public PlainSticker Sticker(string color, params string[] colors) => Piece(colors).First(s => s.Color == color);

    /// <summary>How a piece stands against the centres: each of its colours with the centre beside it.</summary>
    public string Against(params string[] colors) =>
        string.Join(' ', Piece(colors).OrderBy(s => s.Color, StringComparer.Ordinal).Select(s => $"{s.Color}>{CentreAt(s.Looks)}"));

    /// <summary>True when every sticker of the piece looks where its centre looks.</summary>
    public bool IsHome(params string[] colors) => Piece(colors).All(s => CentreAt(s.Looks) == s.Color);

    /// <summary>Held otherwise, with a colour down.</summary>
    public PlainCube WithDown(string color) => Turn(ToBringDown(color));

    /// <summary>The rotation that brings a colour down.</summary>
    public string ToBringDown(string color) => Centre(color) switch
    {
        var c when c == V.Up => "x2",
        var c when c == V.Front => "x'",
        var c when c == V.Back => "x",
        var c when c == V.Right => "z",
        var c when c == V.Left => "z'",
        _ => "",
    };

    /// <summary>The place of an edge in words, the base being down: "top front", "base left", "front-right".</summary>
    public static string EdgePlace(V at)
    {
        var side = at.Z == 1 ? "front" : at.Z == -1 ? "back" : "";
        var flank = at.X == 1 ? "right" : at.X == -1 ? "left" : "";
        return at.Y == 0 ? $"{side}-{flank}" : $"{(at.Y == 1 ? "top" : "base")} {side}{flank}";
    }
}
