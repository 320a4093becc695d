using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// How many turns a centre of a 4x4 is from any face, for each of the 10 626 places of its four pieces: by walking from the whole ones, the
/// turns followed on the plain cube.
/// </summary>
internal static class PlainCentres
{
    private static readonly List<((int X, int Y, int Z) Cell, Face Face)> Cells = [.. new PlainBig(4).All.Select(s => (s.Cell, s.Face))
        .Where(s => new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }.Count(c => Math.Abs(c) == 3) == 1)];

    private static readonly Lazy<Dictionary<string, int>> Far = new(Walk);

    /// <summary>The fewest turns that make this colour's centre whole: of an outer layer, of two, of the second alone.</summary>
    public static int Of(PlainBig cube, Color color) => Far.Value[Key(cube.All.Where(s => s.Color == color)
        .Select(s => Cells.IndexOf((s.Cell, s.Face))).Where(i => i >= 0))];

    private static string Key(IEnumerable<int> cells) => string.Join(' ', cells.Order());

    private static Dictionary<string, int> Walk()
    {
        int[][] moves = [.. from face in Enum.GetValues<Face>()
                            from layers in new[] { (1, 1), (1, 2), (2, 2) }
                            from quarters in new[] { 1, 2, 3 }
                            select Moved(BigTurn.Of(face, layers.Item1, layers.Item2, quarters))];
        var row = Cells.GroupBy(c => c.Face).Select(f => f.Select(c => Cells.IndexOf(c)).ToArray()).ToList();
        var far = row.ToDictionary(Key, _ => 0);
        for (var depth = 1; row.Count > 0; depth++)
            row = [.. row.SelectMany(at => moves.Select(m => at.Select(c => m[c]).ToArray())).Where(to => far.TryAdd(Key(to), depth))];
        return far;
    }

    private static int[] Moved(BigTurn turn)
    {
        var before = new PlainBig(4).All.Select(s => (s.Cell, s.Face)).ToList();
        var after = new PlainBig(4).Turn([turn]).All.Select(s => (s.Cell, s.Face)).ToList();
        return [.. Cells.Select(c => Cells.IndexOf(after[before.IndexOf(c)]))];
    }
}
