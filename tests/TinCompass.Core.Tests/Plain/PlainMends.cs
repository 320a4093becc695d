namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Bad edges mended by three turns at a time, over all patterns of bad places: what each step does is read off a plain cube, costs are
/// lowered until none falls any more.
/// </summary>
internal static class PlainMends
{
    private static readonly string[] Places = ["UF", "UR", "UB", "UL", "FR", "BR", "DR"];

    /// <summary>Step by step where the edge of each place goes, and whether it is turned over as open faces see it.</summary>
    private static readonly (string Turns, int[] To, bool[] Over)[] Steps = [.. new[] { "U", "R" }.SelectMany(f => Quarters(f))
        .Concat(Quarters("U").Select(u => $"F' {u} F")).Concat(Quarters("U").Select(u => $"B {u} B'")).Select(Read)];

    /// <summary>For each pattern the fewest times three turns, then the fewest turns.</summary>
    private static readonly (int Mends, int Turns)[] Costs = Lowered();

    /// <summary>How many times three turns, and turns in all, it takes at least.</summary>
    public static (int Mends, int Turns) Cost(string[] bad) => Costs[Pattern(bad)];

    /// <summary>Which pairs of bad places a way of that cost mends first.</summary>
    public static HashSet<string> First(string[] bad)
    {
        var found = new HashSet<string>();
        Go(Pattern(bad), [0, 1, 2, 3, 4, 5, 6]);
        return found;

        void Go(int now, int[] from)
        {
            foreach (var step in Steps)
            {
                var (after, weight) = (After(now, step), Weight(step.Turns));
                if (now == 0 || (Costs[after].Mends + weight.Mends, Costs[after].Turns + weight.Turns) != Costs[now]) continue;
                int[] mended = [.. Enumerable.Range(0, 7).Where(p => (now >> p & 1) == 1 && step.Over[p])];
                if (weight.Mends == 1 && mended.Length > 0)
                    found.Add(string.Join(' ', mended.Select(p => Places[from[p]]).Order(StringComparer.Ordinal)));
                else Go(after, [.. Enumerable.Range(0, 7).Select(p => from[Array.IndexOf(step.To, p)])]);
            }
        }
    }

    private static IEnumerable<string> Quarters(string face) => [face, $"{face}2", $"{face}'"];

    private static (int Mends, int Turns) Weight(string turns) => turns.Contains(' ', StringComparison.Ordinal) ? (1, 3) : (0, 1);

    private static int Pattern(string[] bad) => bad.Sum(b => 1 << Array.IndexOf(Places, b));

    private static int After(int bad, (string Turns, int[] To, bool[] Over) step) =>
        Enumerable.Range(0, 7).Sum(p => (bad >> p & 1) == (step.Over[p] ? 0 : 1) ? 1 << step.To[p] : 0);

    private static (string, int[], bool[]) Read(string turns)
    {
        var cube = PlainCube.After(turns);
        var bad = new PlainOpen(cube, PlainCube.Solved.CentreAt(V.Down)).Bad();
        int[] to = [.. Places.Select(p => Array.IndexOf(Places, PlainOpen.Name(cube.Piece(
            [.. p.Select(face => PlainCube.Solved.CentreAt(V.Of(face)))])[0].At)))];
        return (turns, to, [.. to.Select(place => bad.Contains(Places[place]))]);
    }

    private static (int, int)[] Lowered()
    {
        var costs = Enumerable.Repeat((Mends: 99, Turns: 99), 128).ToArray();
        costs[0] = (0, 0);
        for (var falls = true; falls;)
        {
            falls = false;
            for (var bad = 0; bad < costs.Length; bad++)
                foreach (var step in Steps)
                {
                    var (next, weight) = (costs[After(bad, step)], Weight(step.Turns));
                    var cost = (next.Mends + weight.Mends, next.Turns + weight.Turns);
                    if (cost.CompareTo(costs[bad]) >= 0) continue;
                    (costs[bad], falls) = (cost, true);
                }
        }

        return costs;
    }
}
