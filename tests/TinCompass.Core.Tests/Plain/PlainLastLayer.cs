using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Tests.Plain;

/// <summary>The last layer of a plain cube, whatever is up: read off its stickers.</summary>
internal sealed class PlainLastLayer(PlainCube cube)
{
    private static readonly V[] Sides = [V.Front, V.Left, V.Back, V.Right];

    private readonly string top = cube.CentreAt(V.Up);

    /// <summary>Every sticker of the two layers below is that of its centre.</summary>
    public bool BelowStands => cube.Stickers.Where(s => s.At.Y < 1).All(s => s.Color == cube.CentreAt(s.Looks));

    /// <summary>Everything is solved.</summary>
    public bool IsSolved => cube.Stickers.All(s => s.Color == cube.CentreAt(s.Looks));

    /// <summary>The three colours a side shows, from its left.</summary>
    public string[] Side(int side)
    {
        var looks = Sides[side];
        var right = new V(looks.Z, 0, -looks.X);
        return [.. new[] { -1, 0, 1 }.Select(i => Sticker(looks + V.Up + (i == 0 ? default : i > 0 ? right : -right), looks))];
    }

    /// <summary>What a set asks for is so (and, in sets of one look of two, what was so before still is).</summary>
    public bool Is(LlSet set) => set switch
    {
        LlSet.Oll => Ups(edges: true) == 4 && Ups(edges: false) == 4,
        LlSet.Eoll => Ups(edges: true) == 4,
        LlSet.Ocll => Ups(edges: true) == 4 && Ups(edges: false) == 4,
        LlSet.Cpll => Is(LlSet.Oll) && Sides.Select((_, i) => Side(i)).All(s => s[0] == s[2]),
        _ => Is(LlSet.Oll) && Sides.Select((_, i) => Side(i)).All(s => s[0] == s[1] && s[1] == s[2]),
    };

    private int Ups(bool edges) => cube.Stickers.Count(s => s.Looks == V.Up && s.At != V.Up && s.Color == top
        && (s.At.X == 0 || s.At.Z == 0) == edges);

    private string Sticker(V at, V looks) => cube.Stickers.First(s => s.At == at && s.Looks == looks).Color;

    /// <summary>What is seen at a place that a glance names, as the glance would say it.</summary>
    public string See(string where)
    {
        string[] ends = ["left end", "middle", "right end"];
        if (where == "the edges on top")
        {
            var up = new[] { V.Front, V.Left, V.Back, V.Right }.Select(v => Sticker(v + V.Up, V.Up) == top).ToArray();
            return (up[0], up[1], up[2], up[3]) switch
            {
                (true, true, true, true) => "a cross",
                (false, false, false, false) => "a dot",
                (false, true, false, true) => "a line from left to right",
                (true, false, true, false) => "a line from front to back",
                (true, true, _, _) => "a corner at the front left",
                (_, true, true, _) => "a corner at the back left",
                (_, _, true, true) => "a corner at the back right",
                _ => "a corner at the front right",
            };
        }

        if (where == "the corners on top")
        {
            (string Name, V At)[] corners = [("front right", V.Front + V.Right), ("front left", V.Front + V.Left),
                ("back left", V.Back + V.Left),
                ("back right", V.Back + V.Right)];
            var up = corners.Where(c => Sticker(c.At + V.Up, V.Up) == top).Select(c => c.Name).ToArray();
            return up.Length switch
            {
                0 => "none up",
                1 => $"{up[0]} up",
                2 => $"{up[0]} and {up[1]} up",
                3 => $"{up[0]}, {up[1]} and {up[2]} up",
                _ => "all up",
            };
        }

        var (front, right) = (Side(0), Side(3));
        if (where is "the front" or "the right")
        {
            var s = where == "the front" ? front : right;
            return (s[0] == s[1], s[1] == s[2], s[0] == s[2]) switch
            {
                (true, true, _) => "a bar",
                (true, _, _) => "a pair at its left",
                (_, true, _) => "a pair at its right",
                (_, _, true) =>
                    "twins",
                _ => "no block",
            };
        }

        // "the left end of the front", "left end and middle of the right", "the middle of the front and the left end of the right".
        var found = new List<string>();
        foreach (var (name, side) in new[] { ("front", front), ("right", right) })
            for (var i = 0; i < 3; i++)
                if (where.Contains($"the {ends[i]} of the {name}", StringComparison.Ordinal)
                    || (where.EndsWith($" of the {name}", StringComparison.Ordinal) && where.Split(" of the ").Length == 2
                        && where.Split(" of the ")[0].Split(" and ").Contains(ends[i]))) found.Add(side[i]);
        if (found.Count == 1) return found[0] == top ? "the top's colour" : "another colour";
        Assert.Equal(2, found.Count);
        return found[0] == found[1] ? "one colour" : cube.Centre(found[0]) == -cube.Centre(found[1]) ? "opposite colours"
            : "neighbouring colours";
    }
}
