using System.Collections.Concurrent;
using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// The last two or three edges of a 4x4 or 5x5: each way in which their parts lie in as many edges of the top (front and back; the right
/// one too), and the fewest turns of a set of moves that keep the others whole (slices of five, six and nine turns, two wings exchanged,
/// each after up to two outer turns that are undone) that join them. The edges not told apart, two have 12 positions on a 4x4 (four wings)
/// and 96 on a 5x5 (with the middle pieces, each either way round), three 120 and 5760. Made by a search from the joined ones outwards.
/// </summary>
public sealed class LastEdges
{
    private static readonly ConcurrentDictionary<(int, int), LastEdges> Made = new();

    private readonly BigPieces pieces;
    private readonly EdgeMoves moves;
    private readonly int[] places;
    private readonly int here;
    private readonly List<Step> steps;

    /// <summary>By the key of a position: what it takes, the step that comes next and the key after it.</summary>
    private readonly Dictionary<int, (int Cost, Step? Step, int Next)> known = [];

    private LastEdges(int size, int many)
    {
        (pieces, moves) = (BigPieces.Of(size), EdgeMoves.Of(size));
        places = [.. new[] { Face.F, Face.B, Face.R }.Take(many).Select(f => (int)Pieces.EdgeWith((Color)Face.U, (Color)f)!.Value)];
        here = places.Sum(e => 1 << e);
        steps = [.. Steps()];
        Build();
    }

    /// <summary>Those of a size, 4 or 5; two edges or three. Made once: 0.3 s, three of a 5x5 about 2 s.</summary>
    public static LastEdges Of(int size, int many) => many is 2 or 3 ? Made.GetOrAdd((size, many), of => new LastEdges(of.Item1, of.Item2))
        : throw new ArgumentOutOfRangeException(nameof(many), many, "two edges or three");

    /// <summary>The fewest turns known that join the last three edges or fewer at once; null where more are apart, or none.</summary>
    public static IReadOnlyList<BigTurn>? Fewest(BigState state) => Fewest(state.Size, EdgeState.Of(BigPieces.Of(state.Size), state));

    /// <inheritdoc cref="Fewest(BigState)"/>
    internal static IReadOnlyList<BigTurn>? Fewest(int size, EdgeState state) =>
        BitOperations.PopCount((uint)state.Free()) is 0 or > 3 ? null
            : new[] { Of(size, 2).Find(state), Of(size, 3).Find(state) }.OfType<IReadOnlyList<BigTurn>>().MinBy(w => w.Count);

    /// <summary>How many positions take so many turns, joined ones with none first.</summary>
    public IReadOnlyList<(int Turns, int Positions)> Figures =>
        [.. known.Values.GroupBy(k => k.Cost).OrderBy(g => g.Key).Select(g => (g.Key, g.Count()))];

    /// <summary>
    /// Ways that join: one for each position, to some of the joined ones. Made backwards from another joined one they lead to another
    /// position.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<BigTurn>> Ways => [.. known.OrderBy(k => k.Value.Cost).Select(k => WayFrom(k.Key))];

    /// <summary>What the position at those places of the top takes by the figures; null where others are apart.</summary>
    public int? CostOf(BigState state) => EdgeState.Of(pieces, state) is var edges && (edges.Free() & ~here) == 0
        && KeyOf(edges) is { } key && known.TryGetValue(key, out var at) ? at.Cost : null;

    /// <summary>Turns that join the last edges of a cube; null where more are apart, or none.</summary>
    public IReadOnlyList<BigTurn>? Of(BigState state) => Find(EdgeState.Of(pieces, state));

    /// <summary>
    /// Turns that join the last edges, or one edge whose wings lie the wrong way round; null where more are apart. Outer turns first bring
    /// them to their places.
    /// </summary>
    internal IReadOnlyList<BigTurn>? Find(EdgeState state)
    {
        var apart = BitOperations.PopCount((uint)state.Free());
        if (apart == 0 || apart > places.Length) return null;
        List<BigTurn>? best = null;
        foreach (var setup in moves.Setups) Try(setup);
        if (best is not null) return best;
        foreach (var setup in ThreeTurns()) Try(setup);
        return best;

        void Try(EdgeMove setup)
        {
            var brought = state.After(setup);
            if ((brought.Free() & ~here) != 0 || KeyOf(brought) is not { } key || !known.TryGetValue(key, out var at)) return;
            var merged = BigRuns.Merged([.. setup.Turns, .. WayFrom(key)], pieces.Size).ToList();
            // Outer turns at the end join nothing.
            while (merged.Count > 0 && merged[^1] is { From: 1, To: 1 }) merged.RemoveAt(merged.Count - 1);
            if (best is null || merged.Count < best.Count) best = merged;
        }
    }

    /// <summary>Three outer turns, for where two are not enough to bring them to their places.</summary>
    private IEnumerable<EdgeMove> ThreeTurns() => from two in moves.Setups.Skip(moves.One)
                                                  from one in moves.Outer
                                                  where two.Turns[^1].Axis != one.Turns[0].Axis
                                                  select new EdgeMove(pieces, [.. two.Turns, .. one.Turns]);

    /// <summary>What moves do to the places, the shortest of those that do the same; the others stay whole.</summary>
    private Dictionary<string, Step>.ValueCollection Steps()
    {
        var solved = EdgeState.Of(pieces, BigState.Solved(pieces.Size));
        var among = moves.Short.Concat(moves.Long).Concat(Parities.Of(pieces.Size).Exchanges)
            .Where(m => m.Breaks != 0 && BitOperations.PopCount((uint)m.Breaks) <= places.Length).ToList();
        var found = new Dictionary<string, Step>();
        foreach (var setup in moves.Setups)
        {
            // Where the places are after the outer turns.
            var after = solved.After(setup);
            var away = Enumerable.Range(0, 12).Where(e => places.Contains(after.At(e).First / 2)).Sum(e => 1 << e);
            BigTurn[] back = [.. setup.Turns.Reverse().Select(t => t.Inverse)];
            if (away == here && setup.Turns.Count > 0) Take(setup);
            foreach (var move in among)
                if ((move.Breaks & ~away) == 0)
                    Take(new EdgeMove(pieces, BigRuns.Merged([.. setup.Turns, .. move.Turns, .. back], pieces.Size)));
        }

        return found.Values;

        void Take(EdgeMove move)
        {
            if (StepOf(move) is not { } step) return;
            if (!found.TryGetValue(step.Key, out var old) || old.Turns.Count > step.Turns.Count) found[step.Key] = step;
        }
    }

    /// <summary>
    /// Which part comes to each of the places from which, and whether it lies the other way round in its new place; null where whole edges
    /// come from elsewhere.
    /// </summary>
    private Step? StepOf(EdgeMove move)
    {
        var each = pieces.IsOdd ? 3 : 2;
        var (from, flips) = (new int[each * places.Length], new int[each * places.Length]);
        for (var i = 0; i < places.Length; i++)
            for (var part = 0; part < each; part++)
            {
                var to = (each * i) + part;
                var place = (2 * places[i]) + part;
                var source = part == 2 ? move.Middles[2 * places[i]] : move.Wings[place];
                if (!places.Contains(source / 2)) return null;
                from[to] = (each * Array.IndexOf(places, source / 2)) + (part == 2 ? 2 : source % 2);
                // Any wing tells: all of them lie the other way round in the other place, or none.
                flips[to] = part == 2 ? source & 1 : (pieces.Codes[24 * place] ^ pieces.Codes[24 * source]) & 1;
            }

        return new Step(move.Turns, from, flips);
    }

    private void Build()
    {
        var open = new PriorityQueue<(int[] Parts, int Key, Step? Step, int Next), int>();
        foreach (var joined in Joined()) open.Enqueue((joined, KeyOf(joined), null, 0), 0);
        while (open.TryDequeue(out var now, out var cost))
        {
            if (!known.TryAdd(now.Key, (cost, now.Step, now.Next))) continue;
            foreach (var step in steps)
            {
                var next = step.Backwards(now.Parts);
                if (KeyOf(next) is var key && !known.ContainsKey(key)) open.Enqueue((next, key, step, now.Key), cost + step.Turns.Count);
            }
        }
    }

    /// <summary>The joined positions: each of the edges either way round.</summary>
    private IEnumerable<int[]> Joined()
    {
        var each = pieces.IsOdd ? 3 : 2;
        return Enumerable.Range(0, 1 << places.Length).Select(ways => (int[])[.. Enumerable.Range(0, each * places.Length)
            .Select(slot => (2 * (slot / each)) + ((ways >> (slot / each)) & 1))]);
    }

    private List<BigTurn> WayFrom(int key)
    {
        var turns = new List<BigTurn>();
        for (var at = known[key]; at.Step is { } step; at = known[at.Next]) turns.AddRange(step.Turns);
        return turns;
    }

    /// <summary>How the parts lie in the places; null where parts of other edges are there.</summary>
    private int? KeyOf(EdgeState state)
    {
        int[] parts = [.. places.SelectMany(e => state.At(e) is var at ? at.Middle is { } middle ? new[] { at.First, at.Second, middle }
            : [at.First, at.Second] : [])];
        return parts.Select(p => p / 2).Distinct().Count() == places.Length ? KeyOf(parts) : null;
    }

    /// <summary>The same, the edge whose wing lies first called 0, the next that is met 1.</summary>
    private static int KeyOf(int[] parts)
    {
        Span<int> names = stackalloc int[12];
        names.Fill(-1);
        var (key, met) = (0, 0);
        foreach (var part in parts)
        {
            ref var name = ref names[part / 2];
            if (name < 0) name = met++;
            key = (key * 6) + (2 * name) + (part & 1);
        }

        return key;
    }

    /// <summary>A move by what it does to the parts in the places: where each comes from, and whether it is turned over.</summary>
    private sealed record Step(IReadOnlyList<BigTurn> Turns, int[] From, int[] Flips)
    {
        public string Key { get; } = string.Join(',', From) + ";" + string.Join(',', Flips);

        /// <summary>What lay in the places before the move.</summary>
        public int[] Backwards(int[] after)
        {
            var before = new int[after.Length];
            for (var i = 0; i < after.Length; i++) before[From[i]] = after[i] ^ Flips[i];
            return before;
        }
    }
}
