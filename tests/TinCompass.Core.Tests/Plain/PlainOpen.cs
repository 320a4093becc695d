namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// What one who solves block first looks at, read off the plain cube held with its block at the back, left and down: up and right are open.
/// </summary>
internal sealed class PlainOpen(PlainCube cube, string color)
{
    private static readonly V[] Places = [.. from x in new[] { -1, 0, 1 } from y in new[] { -1, 0, 1 } from z in new[] { -1, 0, 1 }
        where (x, y, z) != (0, 0, 0) select new V(x, y, z)];

    /// <summary>The base is down.</summary>
    public bool IsDown => cube.Centre(color) == V.Down;

    /// <summary>Of the block behind, left and down a piece is elsewhere.</summary>
    public bool MissesSmall => !IsDown || Places.Any(p => p is { X: < 1, Y: < 1, Z: < 1 } && !IsHome(p));

    /// <summary>Of the block at the left and down a piece is elsewhere.</summary>
    public bool MissesLong => !IsDown || Places.Any(p => p is { X: < 1, Y: < 1 } && !IsHome(p));

    /// <summary>Of the block at the right and down a piece is elsewhere.</summary>
    public bool MissesRight => !IsDown || Places.Any(p => p is { X: 1, Y: < 1 } && !IsHome(p));

    /// <summary>
    /// The places of bad edges: some turns of the open faces, tried one after another, bring the edge home turned over; none brings it home
    /// as it should be.
    /// </summary>
    public string[] Bad() => [.. Places.Where(p => (p.X == 0 ? 1 : 0) + (p.Y == 0 ? 1 : 0) + (p.Z == 0 ? 1 : 0) == 1)
        .Where(p => p.X == 1 || p.Y == 1).Where(p => !ComesHome(p)).Select(Name)];

    private bool ComesHome(V place)
    {
        string[] colors = [.. cube.Stickers.Where(s => s.At == place).Select(s => s.Color)];
        var (seen, open) = (new HashSet<(V, V)>(), new Stack<PlainCube>([cube]));
        while (open.TryPop(out var now))
        {
            var sticker = now.Sticker(colors[0], colors);
            if (!seen.Add((sticker.At, sticker.Looks))) continue;
            if (now.IsHome(colors)) return true;
            foreach (var turn in new[] { "U", "R" }) open.Push(now.Turn(turn));
        }

        return false;
    }

    private bool IsHome(V place) => cube.Stickers.Where(s => s.At == place).All(s => cube.CentreAt(s.Looks) == s.Color);

    /// <summary>"UF": top or bottom first, else front or back.</summary>
    public static string Name(V at) => (at.Y switch { 1 => "U", -1 => "D", _ => "" }) + (at.Z switch { 1 => "F", -1 => "B", _ => "" })
        + (at.X switch { 1 => "R", -1 => "L", _ => "" });
}
