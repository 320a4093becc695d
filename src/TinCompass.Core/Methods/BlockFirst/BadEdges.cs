using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>One step of mending bad edges: a turn of an open face, or the three turns.</summary>
/// <param name="Turns">As they are called with the open faces up and right.</param>
/// <param name="Mended">The places of the bad edges that are good after it; none for a turn of an open face.</param>
public sealed record MendStep(IReadOnlyList<Turn> Turns, IReadOnlyList<Edge> Mended);

/// <summary>A position as it is looked at with two open faces up and right.</summary>
/// <param name="Seen">The hold in which they are so, from that of the position.</param>
/// <param name="Held">The position in it, its pieces named by where they belong then.</param>
public readonly record struct OpenFaces(Hold Seen, CubeState Held)
{
    /// <summary>Of two faces that meet, as the position is held.</summary>
    public static OpenFaces Of(CubeState state, Face one, Face other)
    {
        var seen = Hold.All.First(h => h.ColorAt(Face.U) == (Color)one && h.ColorAt(Face.R) == (Color)other);
        return new OpenFaces(seen, state.Apply(seen.Rotation).AsHeld());
    }
}

/// <summary>
/// Bad edges with respect to two open faces, up and right: an edge is bad when turns of these faces, and of those opposite them, bring it
/// home turned over. Their number is even. Three turns mend two: a side face brings what stands in the working column up, the top turns,
/// the face goes back.
/// </summary>
public static class BadEdges
{
    /// <summary>The seven places beside the block, as bits.</summary>
    public const int Free = EdgeBits.Top | (1 << (int)Edge.FR) | (1 << (int)Edge.BR) | (1 << (int)Edge.DR);

    private static readonly Lazy<Turn[][]> Steps = new(AllSteps);
    private static readonly Lazy<Dictionary<int, (int Mends, int Turns, MendStep? Next)>> Ways = new(All);

    /// <summary>Where each turn takes the bad edges at the first eleven places: <c>turn · 2048 + bits</c>.</summary>
    internal static ushort[] Moves { get; } = AllMoves();

    /// <summary>The places of the bad edges, as bits. The pieces are named by where they belong as the cube is held.</summary>
    public static int Of(CubeState held)
    {
        var bad = 0;
        for (var p = 0; p < 12; p++) bad |= held.FlipAt((Edge)p) << p;
        return bad;
    }

    /// <summary>
    /// Which edges may be mended first without a detour: for each such pair, by its places as bits, the first turns of a way of the fewest
    /// times three turns and then of the fewest turns.
    /// </summary>
    public static IReadOnlyDictionary<int, IReadOnlyList<Turn>> First(int bad)
    {
        var pairs = new Dictionary<int, IReadOnlyList<Turn>>();
        Go(bad, [.. Enumerable.Range(0, 12)], []);
        return pairs;

        void Go(int now, int[] from, Turn[] made)
        {
            if (now == 0) return;
            foreach (var turns in Steps.Value)
            {
                var (here, next) = (Ways.Value[now], Ways.Value[turns.Aggregate(now, After)]);
                if ((next.Mends + (turns.Length == 3 ? 1 : 0), next.Turns + turns.Length) != (here.Mends, here.Turns)) continue;
                var mended = turns.Length == 3 ? Mended(now, turns).Sum(p => 1 << from[(int)p]) : 0;
                if (mended != 0) pairs.TryAdd(mended, [.. made, .. turns]);
                else Go(turns.Aggregate(now, After), turns.Aggregate(from, Moved), [.. made, .. turns]);
            }
        }

        static int[] Moved(int[] from, Turn turn) => [.. Enumerable.Range(0, 12).Select(p => from[TurnTable.Of(turn).EdgeFrom[p]])];
    }

    /// <summary>The places after a turn.</summary>
    public static int After(int bad, Turn turn)
    {
        var (table, after) = (TurnTable.Of(turn), 0);
        for (var p = 0; p < 12; p++) after |= ((bad >> table.EdgeFrom[p] & 1) ^ table.EdgeFlip[p]) << p;
        return after;
    }

    /// <summary>
    /// How bad edges at the seven free places are mended: the fewest times three turns, of such ways the fewest turns in all.
    /// </summary>
    public static IReadOnlyList<MendStep> Mend(int bad)
    {
        var way = new List<MendStep>();
        for (var now = bad; now != 0; now = way[^1].Turns.Aggregate(now, After)) way.Add(Ways.Value[now].Next!);
        return way;
    }

    /// <summary>So many times three turns at least.</summary>
    public static int Mends(int bad) => Ways.Value[bad].Mends;

    private static Dictionary<int, (int Mends, int Turns, MendStep? Next)> All()
    {
        var (ways, done) = (new Dictionary<int, (int Mends, int Turns, MendStep? Next)> { [0] = (0, 0, null) }, new HashSet<int>());
        var queue = new PriorityQueue<int, (int, int)>([(0, (0, 0))]);
        while (queue.TryDequeue(out var bad, out var cost))
        {
            if (!done.Add(bad)) continue;
            foreach (var turns in Steps.Value)
            {
                var before = turns.Reverse().Select(t => t.Inverse).Aggregate(bad, After);
                var next = (cost.Item1 + (turns.Length == 3 ? 1 : 0), cost.Item2 + turns.Length);
                if (ways.TryGetValue(before, out var known) && (known.Mends, known.Turns).CompareTo(next) <= 0) continue;
                ways[before] = (next.Item1, next.Item2, new MendStep(turns, turns.Length == 3 ? Mended(before, turns) : []));
                queue.Enqueue(before, next);
            }
        }

        return ways;
    }

    /// <summary>Eleven places are enough: the number of bad ones is even.</summary>
    private static ushort[] AllMoves()
    {
        var moves = new ushort[Turn.FaceTurnCount << 11];
        for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
            for (var bad = 0; bad < 1 << 11; bad++)
                moves[(turn << 11) + bad] = (ushort)(After(
                    bad | ((BitOperations.PopCount((uint)bad) & 1) << 11), Turn.FromIndex(turn)) & 0x7FF);
        return moves;
    }

    /// <summary>A turn of an open face, or the three turns of a side.</summary>
    private static Turn[][] AllSteps()
    {
        var open = new[] { Face.U, Face.R }.SelectMany(f => Enumerable.Range(1, 3).Select(q => (Turn[])[Turn.Of(f, q)]));
        var three = new[] { (Face.F, Edge.FR, Edge.UF), (Face.B, Edge.BR, Edge.UB) }.SelectMany(side =>
            Enumerable.Range(1, 3).Select(q => (Turn[])[Up(side), Turn.Of(Face.U, q), Up(side).Inverse]));
        return [.. open, .. three];

        static Turn Up((Face Face, Edge From, Edge To) side) => Enumerable.Range(0, 2).Select(q => Turn.Of(side.Face, 1 + (2 * q)))
            .First(t => EdgeStickers.Place(EdgeStickers.After(EdgeStickers.State(side.From, 0), t)) == side.To);
    }

    /// <summary>The places of the edges that are bad before and good after.</summary>
    private static Edge[] Mended(int bad, Turn[] turns) => [.. Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1
        && Count(turns.Aggregate(bad & ~(1 << p), After)) > Count(turns.Aggregate(bad, After)))
        .Select(p => (Edge)p)];

    private static int Count(int bad) => BitOperations.PopCount((uint)bad);

    /// <summary>Edges as bits.</summary>
    private static class EdgeBits
    {
        public const int Top = (1 << (int)Edge.UF) | (1 << (int)Edge.UR) | (1 << (int)Edge.UB) | (1 << (int)Edge.UL);
    }
}
