namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// What one who makes edges good first looks at, read off the plain cube as it is held: turns of the faces up, down, right and left bring a
/// good edge home.
/// </summary>
internal sealed class PlainGood(PlainCube cube)
{
    private static readonly Dictionary<(V, V, V, V), bool> Known = [];

    private static readonly V[] Places = [.. from x in new[] { -1, 0, 1 } from y in new[] { -1, 0, 1 } from z in new[] { -1, 0, 1 }
        where Math.Abs(x) + Math.Abs(y) + Math.Abs(z) == 2 select new V(x, y, z)];

    /// <summary>The places of bad edges.</summary>
    public string[] Bad() => [.. Places.Where(p => !ComesHome(p)).Select(PlainOpen.Name)];

    /// <summary>An edge of the base, by its place below.</summary>
    public bool IsHome(string place) =>
        cube.Stickers.Where(s => s.At == V.Place(place)).All(s => cube.CentreAt(s.Looks) == s.Color);

    /// <summary>The base is down, its edges in front and behind are home.</summary>
    public bool HasLine(string color) => cube.Centre(color) == V.Down && IsHome("DF") && IsHome("DB");

    /// <summary>All four edges of the base are home.</summary>
    public bool HasCross(string color) => HasLine(color) && IsHome("DR") && IsHome("DL");

    /// <summary>No edge is bad, and the line stands.</summary>
    public bool Stands(string color) => HasLine(color) && Bad().Length == 0;

    private bool ComesHome(V place)
    {
        string[] colors = [.. cube.Stickers.Where(s => s.At == place).Select(s => s.Color)];
        var (one, goal) = (cube.Sticker(colors[0], colors), cube.Centre(colors[0]));
        var key = (one.At, one.Looks, goal, cube.Centre(colors[1]));
        lock (Known)
        {
            if (Known.TryGetValue(key, out var known)) return known;
        }

        var (seen, open, comes) = (new HashSet<(V, V)>(), new Stack<PlainCube>([cube]), false);
        while (!comes && open.TryPop(out var now))
        {
            var sticker = now.Sticker(colors[0], colors);
            if (!seen.Add((sticker.At, sticker.Looks))) continue;
            comes = now.IsHome(colors);
            foreach (var turn in new[] { "U", "D", "R", "L" }) open.Push(now.Turn(turn));
        }

        lock (Known) return Known[key] = comes;
    }
}
