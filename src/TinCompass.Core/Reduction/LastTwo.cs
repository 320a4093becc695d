using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.Reduction;

/// <summary>
/// The last two edges of a 4x4 or 5x5: each way in which their parts lie in the two edges at the front of the top and at its back, and the
/// fewest turns of a set of moves that keep the other ten whole (slices of five, six and nine turns, two wings exchanged, each after up to
/// two outer turns that are undone) that join them. The two edges not told apart, on a 4x4 12 positions (four wings),
/// on a 5x5 96 (with the two middle pieces, each either way round). Made by a search from the joined ones outwards.
/// </summary>
public sealed class LastTwo
{
    private static readonly ConcurrentDictionary<int, LastTwo> Sizes = new();

    private readonly BigPieces pieces;
    private readonly EdgeMoves moves;
    private readonly int[] places;
    private readonly Dictionary<string, (int Cost, IReadOnlyList<BigTurn> Way)> known = [];

    private LastTwo(int size)
    {
        (pieces, moves) = (BigPieces.Of(size), EdgeMoves.Of(size));
        places = [(int)Pieces.EdgeWith((Color)Face.U, (Color)Face.F)!.Value, (int)Pieces.EdgeWith((Color)Face.U, (Color)Face.B)!.Value];
        Build(size);
    }

    /// <summary>Those of a size, 4 or 5.</summary>
    public static LastTwo Of(int size) => Sizes.GetOrAdd(size, s => new LastTwo(s));

    /// <summary>How many positions take so many turns, joined ones with none first.</summary>
    public IReadOnlyList<(int Turns, int Positions)> Figures =>
        [.. known.Values.GroupBy(k => k.Cost).OrderBy(g => g.Key).Select(g => (g.Key, g.Count()))];

    /// <summary>
    /// Ways that join, from the front and the back of the top: one for each position, to some of the joined ones. Made backwards from
    /// another joined one they lead to another position.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<BigTurn>> Ways => [.. known.Values.OrderBy(k => k.Cost).Select(k => k.Way)];

    /// <summary>What the position at the front and the back of the top takes by the figures; null where others are apart.</summary>
    public int? CostOf(BigState state) => EdgeState.Of(pieces, state) is var edges && (edges.Free() & ~places.Sum(e => 1 << e)) == 0
        && KeyOf(edges) is { } key && known.TryGetValue(key, out var at) ? at.Cost : null;

    /// <summary>Turns that join the last two edges of a cube; null where more are apart, or none.</summary>
    public IReadOnlyList<BigTurn>? Of(BigState state) => Find(EdgeState.Of(pieces, state));

    /// <summary>
    /// Turns that join the last two edges, or one edge whose wings lie the wrong way round; null where more are apart. Outer turns first
    /// bring them to their two places.
    /// </summary>
    internal IReadOnlyList<BigTurn>? Find(EdgeState state)
    {
        var apart = Enumerable.Range(0, 12).Where(e => !state.IsWhole(e)).ToList();
        if (apart.Count is 0 or > 2) return null;
        List<BigTurn>? best = null;
        foreach (var setup in Setups())
        {
            var brought = state.After(setup);
            if (Enumerable.Range(0, 12).Any(e => !places.Contains(e) && !brought.IsWhole(e))) continue;
            if (KeyOf(brought) is not { } key || !known.TryGetValue(key, out var at)) continue;
            var merged = BigRuns.Merged([.. setup.Turns, .. at.Way], pieces.Size).ToList();
            // Outer turns at the end join nothing.
            while (merged.Count > 0 && merged[^1] is { From: 1, To: 1 }) merged.RemoveAt(merged.Count - 1);
            if (best is null || merged.Count < best.Count) best = merged;
        }

        return best;
    }

    /// <summary>Outer turns, up to two; where that is not enough three.</summary>
    private IEnumerable<EdgeMove> Setups()
    {
        var three = from two in moves.Setups.Skip(moves.One)
                    from one in moves.Setups.Take(moves.One).Skip(1)
                    where two.Turns[^1].Axis != one.Turns[0].Axis
                    select new EdgeMove(pieces, [.. two.Turns, .. one.Turns]);
        return moves.Setups.Concat(three);
    }

    private void Build(int size)
    {
        var solved = EdgeState.Of(pieces, BigState.Solved(size));
        var here = places.Sum(e => 1 << e);
        var steps = new Dictionary<string, EdgeMove>();
        foreach (var setup in moves.Setups)
        {
            // Where the two places are after the outer turns.
            var away = Enumerable.Range(0, 12).Where(e => places.Contains(solved.After(setup).At(e).First / 2)).Sum(e => 1 << e);
            BigTurn[] back = [.. setup.Turns.Reverse().Select(t => t.Inverse)];
            if (away == here && setup.Turns.Count > 0) Take(setup);
            foreach (var move in moves.Careful)
                if ((move.Breaks & ~away) == 0) Take(new EdgeMove(pieces, BigRuns.Merged([.. setup.Turns, .. move.Turns, .. back], size)));
        }

        var open = new PriorityQueue<(EdgeState State, IReadOnlyList<BigTurn> Way), int>();
        foreach (var joined in Joined(solved)) open.Enqueue((joined, []), 0);
        while (open.TryDequeue(out var now, out var cost))
        {
            if (!known.TryAdd(KeyOf(now.State)!, (cost, now.Way))) continue;
            foreach (var step in steps.Values)
            {
                var next = now.State.After(step);
                if (known.ContainsKey(KeyOf(next)!)) continue;
                open.Enqueue((next, [.. step.Turns.Reverse().Select(t => t.Inverse), .. now.Way]), cost + step.Turns.Count);
            }
        }

        // One for each thing it does to the two places, the shortest.
        void Take(EdgeMove move)
        {
            var key = string.Join(',', places.SelectMany(e => new[] { move.Wings[2 * e], move.Wings[(2 * e) + 1] })) + ";"
                + (move.Middles.Length == 0 ? "" : string.Join(',', places.Select(e => move.Middles[2 * e])));
            if (!steps.TryGetValue(key, out var old) || old.Turns.Count > move.Turns.Count) steps[key] = move;
        }
    }

    /// <summary>The joined positions, by outer turns from the solved one: each of the two edges either way round.</summary>
    private List<EdgeState> Joined(EdgeState solved)
    {
        const int All = 4;
        var found = new Dictionary<string, EdgeState>();
        foreach (var one in moves.Setups)
            foreach (var other in moves.Setups)
            {
                var state = solved.After(one).After(other);
                found.TryAdd(KeyOf(state)!, state);
                if (found.Count == All) return [.. found.Values];
            }

        throw new InvalidOperationException("an edge cannot be turned over by four outer turns");
    }

    /// <summary>How the parts lie in the two places, the edge whose wing lies first called 0, the other 1.</summary>
    private string? KeyOf(EdgeState state)
    {
        int?[] parts = [.. places.SelectMany(e => state.At(e) is var at ? new int?[] { at.First, at.Second, at.Middle } : [])];
        int[] edges = [.. parts.Where(p => p is not null).Select(p => p!.Value / 2).Distinct()];
        if (edges.Length != 2) return null;
        return string.Join(',', parts.Where(p => p is not null).Select(p => (2 * Array.IndexOf(edges, p!.Value / 2)) + (p.Value % 2)));
    }
}
