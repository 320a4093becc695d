using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>
/// The fewest cycles of three that bring pieces home, exactly: of edges and of corners, each by itself. How many are needed depends only
/// on how the pieces that are not home stand in each other's places and how they are turned when they come round; all such shapes are gone
/// through from solved, shape by shape (some hundreds), and kept for good.
/// </summary>
public static class CycleCount
{
    private const int EdgeCount = 12;
    private const int CornerCount = 8;

    private static readonly Lazy<Dictionary<UInt128, int>> Edges = new(() => All(EdgeCount, 2));
    private static readonly Lazy<Dictionary<UInt128, int>> Corners = new(() => All(CornerCount, 3));
    private static readonly Lazy<(ThreeCycle Cycle, CubeState State)[]> Every =
        new(() => [.. LeastCycles.Every.Select(c => (c, c.State))]);

    /// <summary>
    /// So many cycles bring all edges home; null where no number of them does: the edges are an odd number of exchanges away. The cube must
    /// be held as scrambled.
    /// </summary>
    public static int? OfEdges(CubeState state) => Find(Edges.Value, state, isOfEdges: true);

    /// <summary>The same of corners.</summary>
    public static int? OfCorners(CubeState state) => Find(Corners.Value, state, isOfEdges: false);

    /// <summary>
    /// Every cycle that is one of the fewest, of edges or of corners. None where cycles alone do not bring them home, or where they are.
    /// </summary>
    public static IEnumerable<ThreeCycle> Next(CubeState state, bool isOfEdges)
    {
        var all = isOfEdges ? Edges.Value : Corners.Value;
        return Find(all, state, isOfEdges) is > 0 and var count
            ? Every.Value.Where(e => e.Cycle.IsOfEdges == isOfEdges && Find(all, state.Then(e.State), isOfEdges) < count)
                .Select(e => e.Cycle)
            : [];
    }

    private static int? Find(Dictionary<UInt128, int> all, CubeState state, bool isOfEdges) =>
        all.TryGetValue(ShapeOf(state, isOfEdges), out var count) ? count : null;

    private static UInt128 ShapeOf(CubeState state, bool isOfEdges)
    {
        var (seen, shape, pieces, around) = (0u, UInt128.Zero, isOfEdges ? EdgeCount : CornerCount, isOfEdges ? 2 : 3);
        for (var begin = 0; begin < pieces; begin++)
        {
            var (at, length, twist) = (begin, 0, 0);
            while ((seen >> at & 1) == 0)
            {
                seen |= 1u << at;
                length++;
                twist += isOfEdges ? state.FlipAt((Edge)at) : state.TwistAt((Corner)at);
                at = isOfEdges ? (int)state.EdgeAt((Edge)at) : (int)state.CornerAt((Corner)at);
            }

            shape += Bit(length, twist % around, around);
        }

        return shape;
    }

    /// <summary>A shape is how many chains there are of each length and each twist, four bits each; what is home counts nothing.</summary>
    private static UInt128 Bit(int length, int twist, int around) =>
        length == 0 || (length == 1 && twist == 0) ? UInt128.Zero : UInt128.One << (4 * (((length - 1) * around) + twist));

    /// <summary>Every shape that cycles reach, with the fewest that do; where pieces are so many and turn in so many ways.</summary>
    internal static Dictionary<UInt128, int> All(int pieces, int around)
    {
        var cycles = Cycles(pieces, around).ToArray();
        var solved = Enumerable.Range(0, pieces).Select(p => (Piece: p, Turned: 0)).ToArray();
        var found = new Dictionary<UInt128, int> { [UInt128.Zero] = 0 };
        var next = new Queue<((int Piece, int Turned)[] State, int Count)>([(solved, 0)]);
        while (next.TryDequeue(out var now))
            foreach (var (places, turns) in cycles)
            {
                var after = now.State.ToArray();
                for (var i = 0; i < 3; i++)
                {
                    var (piece, turned) = now.State[places[i]];
                    after[places[(i + 1) % 3]] = (piece, (turned + turns[i]) % around);
                }

                if (found.TryAdd(ShapeOf(after, around), now.Count + 1)) next.Enqueue((after, now.Count + 1));
            }

        return found;
    }

    /// <summary>Every cycle of three: from place to place, and how each is turned on its way.</summary>
    private static IEnumerable<(int[] Places, int[] Turns)> Cycles(int pieces, int around) =>
        from a in Enumerable.Range(0, pieces)
        from b in Enumerable.Range(a + 1, pieces - a - 1)
        from c in Enumerable.Range(a + 1, pieces - a - 1)
        where b != c
        from s in Enumerable.Range(0, around)
        from t in Enumerable.Range(0, around)
        select ((int[])[a, b, c], (int[])[s, t, ((2 * around) - s - t) % around]);

    private static UInt128 ShapeOf((int Piece, int Turned)[] state, int around)
    {
        var (seen, shape) = (new bool[state.Length], UInt128.Zero);
        for (var begin = 0; begin < state.Length; begin++)
        {
            var (at, length, twist) = (begin, 0, 0);
            while (!seen[at])
            {
                seen[at] = true;
                length++;
                twist += state[at].Turned;
                at = state[at].Piece;
            }

            shape += Bit(length, twist % around, around);
        }

        return shape;
    }
}
