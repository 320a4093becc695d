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
}
