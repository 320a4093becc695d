using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>In which order centres and edges are made.</summary>
public enum BigSchool
{
    /// <summary>All six centres, then all edges.</summary>
    Centres,

    /// <summary>
    /// Two opposite centres, three edges round one of them, the other four centres, the last edge there, the other edges.
    /// </summary>
    Edges,
}

/// <summary>
/// The first part of the second school: two opposite centres, three edges joined round the first of them as they belong to each other, then
/// the other four centres by turns that leave those alone: the face of the open place, and inner slices beside the base.
/// </summary>
internal sealed class BaseFirst
{
    private static readonly ConcurrentDictionary<int, BaseFirst> Sizes = new();

    private static readonly int[] Quarters = [1, 2, 3];

    private readonly int size;
    private readonly BigPieces pieces;
    private readonly Hold[] holds;
    private readonly CentreView[] views;
    private readonly EdgeMove[] free;
    private readonly RingCentres ring;
    private readonly ConcurrentDictionary<(int Edge, int Goal), byte[]> near = new();

    private BaseFirst(int size)
    {
        this.size = size;
        pieces = BigPieces.Of(size);
        holds = [.. Hold.All];
        views = [.. holds.Select(h => new CentreView(pieces, h))];
        // With the base on the left: what leaves it and its opposite whole.
        free = [.. from face in Enum.GetValues<Face>()
                   from layer in Enumerable.Range(1, face is Face.L ? size - 2 : face is Face.R ? 2 : 1)
                   from quarters in Quarters
                   select new EdgeMove(pieces, [BigTurn.Of(face, layer, layer, quarters)])];
        ring = new RingCentres(pieces);
    }

    public static BaseFirst Of(int size) => Sizes.GetOrAdd(size, s => new BaseFirst(s));

    /// <summary>No centre stands, or one, or two across.</summary>
    public static bool CanBegin(BigState state) => Faces.AllColors.Where(c => Enum.GetValues<Face>()
        .Any(f => CentreShapes.On(state, f, c) == CentreShape.Whole)).ToArray() is var stand
        && (stand.Length < 2 || (stand.Length == 2 && stand[0].Opposite() == stand[1]
            && FaceOf(state, stand[0]).Opposite() == FaceOf(state, stand[1])));

    /// <summary>
    /// Stop by stop up to where all six centres stand and three edges of the base are joined. <paramref name="heard"/> is told of five
    /// parts how many are planned: the two centres one, each edge one, the four centres one.
    /// </summary>
    public IReadOnlyList<BigStop> Plan(BigState state, IProgress<int>? heard, CancellationToken cancel)
    {
        var stops = new List<BigStop>();
        heard?.Report(0);
        var now = Two(state, stops, cancel, out var color);
        heard?.Report(1);
        now = Three(now, color, stops, heard, cancel);
        Four(now, color, stops, cancel);
        return stops;
    }

    /// <summary>
    /// Two opposite centres in the fewest turns found. Where a third came to stand by chance beside which the first does not belong, the
    /// second may have been built for that one: such are left out.
    /// </summary>
    private BigState Two(BigState state, List<BigStop> stops, CancellationToken cancel, out Color color)
    {
        var planner = new CentrePlanner(size);
        var best = (Cost: int.MaxValue, First: default(CentreStop), Second: default(CentreStop));
        var bases = Faces.AllColors.Select(c => (Color: c, Ways: planner.Next(state, c, cancel))).Where(b => b.Ways.Count > 0)
            .OrderBy(b => b.Ways[0].Turns.Count).Take(size == 4 ? 6 : 2);
        foreach (var (one, ways) in bases)
            foreach (var second in planner.Next(state.Apply(ways[0].Turns), one.Opposite(), cancel).Where(s => IsBase(ways[0], s)).Take(1))
                if (ways[0].Turns.Count + second.Turns.Count < best.Cost)
                    best = (ways[0].Turns.Count + second.Turns.Count, ways[0], second);
        if (best.First is null) throw new InvalidOperationException("no two opposite centres were found");
        color = best.First.Color;
        foreach (var stop in new[] { best.First, best.Second! })
            stops.Add(new BigStop(BigStage.Centre, $"centre {stop.Color.Name()}", [stop.Color.Name()], stop.Turns));
        return state.Apply(best.First.Turns).Apply(best.Second!.Turns);

        bool IsBase(CentreStop one, CentreStop other) => state.Apply(one.Turns).Apply(other.Turns) is var made
            && CentreShapes.On(made, one.Face, one.Color) == CentreShape.Whole
            && CentreShapes.On(made, one.Face.Opposite(), other.Color) == CentreShape.Whole;
    }

    /// <summary>Three edges of the base, one after the other, the cheapest next; those that stand come back.</summary>
    private BigState Three(BigState state, Color color, List<BigStop> stops, IProgress<int>? heard, CancellationToken cancel)
    {
        var view = Array.FindIndex(holds, h => views[Array.IndexOf(holds, h)].Over(FaceOf(state, color)) == Face.L);
        int[] goals = [.. Enumerable.Range(0, holds.Length).Where(g => holds[g].ColorAt(Face.L) == color
            && holds[g].ColorAt(Face.R) == color.Opposite())];
        var left = Enumerable.Range(0, 12).Where(e => Pieces.EdgeFaces[e].Contains((Face)color)).ToList();
        var (made, now) = (new List<int>(), state);
        while (made.Count < 3)
        {
            cancel.ThrowIfCancellationRequested();
            var turned = Turned(now, view);
            var (edge, turns) = left.Select(e => (Edge: e, Turns: Joined(turned, [.. made, e], goals, cancel))).MinBy(w => w.Turns.Count);
            var back = BigRuns.Merged([.. turns.Select(views[view].Back)], size);
            var name = ReducedCube.NameOf(edge);
            stops.Add(new BigStop(BigStage.Edges, $"edge {name}", [name], back));
            now = now.Apply(back);
            made.Add(edge);
            heard?.Report(1 + made.Count);
            left.Remove(edge);
        }

        return now;
    }

    /// <summary>The other four centres, the open place of the base on the top.</summary>
    private void Four(BigState state, Color color, List<BigStop> stops, CancellationToken cancel)
    {
        // Held so that the base is on the left and the edge at the top of it is the one that is not joined as it belongs.
        var last = Enumerable.Range(0, holds.Length).First(v => views[v].Over(FaceOf(state, color)) == Face.L
            && BaseEdges.All(e => IsThere(Turned(state, v), color, e)));
        var turned = Turned(state, last);
        var turns = BigRuns.Merged([.. ring.Solve(turned, color, cancel).Select(views[last].Back)], size);
        string[] names = [.. Faces.AllColors.Where(c => c != color && c != color.Opposite()).Select(c => c.Name())];
        stops.Add(new BigStop(BigStage.Centre, $"centres {string.Join(", ", names)}", names, turns));
    }

    private static readonly int[] BaseEdges = [(int)Edge.FL, (int)Edge.DL, (int)Edge.BL];

    /// <summary>An edge of the base lies whole in a place of the left face, the base's colour there.</summary>
    private bool IsThere(BigState turned, Color color, int place)
    {
        var state = EdgeState.Of(pieces, turned);
        if (!state.IsWhole(place)) return false;
        var first = state.At(place).First;
        var faces = Pieces.EdgeFaces[first / 2];
        var shown = Pieces.EdgeFaces[place][0] == Face.L ? faces[first % 2] : faces[1 - (first % 2)];
        return (Color)(int)shown == color;
    }

    private BigState Turned(BigState state, int view) => state.Apply(BigTurns.Of(holds[view].Rotation, size));

    private static Face FaceOf(BigState state, Color color) =>
        Enum.GetValues<Face>().First(f => CentreShapes.On(state, f, color) == CentreShape.Whole);

    /// <summary>The places of the parts of an edge: two wings, on a 5x5 the sticker of the middle on its first face.</summary>
    private static byte[] PartsOf(byte[] wings, byte[] middles, int edge)
    {
        byte[] two = [(byte)Array.IndexOf(wings, (byte)(2 * edge)), (byte)Array.IndexOf(wings, (byte)((2 * edge) + 1))];
        if (middles.Length == 0) return two;
        var place = Array.FindIndex(middles, m => m / 2 == edge);
        return [.. two, (byte)((2 * place) + (middles[place] % 2))];
    }

    private byte[] PartsOf(BigState state, IEnumerable<int> edges)
    {
        var (wings, middles) = (pieces.Wings(state), pieces.Middles(state));
        return [.. edges.SelectMany(e => PartsOf(wings, middles, e))];
    }

    /// <summary>
    /// Turns that bring edges to the base as they belong to each other: a search that is led by how far each by itself is, so that it is
    /// found at once and not always in the fewest turns.
    /// </summary>
    private List<BigTurn> Joined(BigState turned, int[] edges, int[] goals, CancellationToken cancel)
    {
        var each = pieces.IsOdd ? 3 : 2;
        var start = PartsOf(turned, edges);
        byte[][][] tables = [.. goals.Select(g => edges.Select(e => Near(e, g)).ToArray())];
        var best = new Dictionary<string, (int Cost, string? Before, int Move)> { [Key(start)] = (0, null, -1) };
        var open = new PriorityQueue<(byte[] State, int Cost), int>();
        open.Enqueue((start, 0), 0);
        for (var opened = 0; open.TryDequeue(out var now, out _); opened++)
        {
            var key = Key(now.State);
            if (best[key].Cost < now.Cost) continue;
            if (Left(now.State) == 0) return Way(key);
            if (opened % 256 == 0) cancel.ThrowIfCancellationRequested();
            for (var m = 0; m < free.Length; m++)
            {
                var next = Moved(now.State, m, each);
                var (name, cost) = (Key(next), now.Cost + 1);
                if (best.TryGetValue(name, out var seen) && seen.Cost <= cost) continue;
                best[name] = (cost, key, m);
                open.Enqueue((next, cost), cost + Left(next));
            }
        }

        throw new InvalidOperationException("the edges of the base cannot be joined");

        List<BigTurn> Way(string key)
        {
            var way = new List<BigTurn>();
            for (var at = best[key]; at.Before is { } before; at = best[before]) way.Add(free[at.Move].Turns[0]);
            way.Reverse();
            return way;
        }

        int Left(byte[] state)
        {
            var least = int.MaxValue;
            foreach (var table in tables)
            {
                var sum = 0;
                for (var i = 0; i < table.Length; i++) sum += table[i][Index(state, i * each, each)];
                least = Math.Min(least, sum);
            }

            return least;
        }
    }

    private static string Key(byte[] state) => string.Create(state.Length, state, static (text, bytes) =>
    {
        for (var i = 0; i < text.Length; i++) text[i] = (char)('0' + bytes[i]);
    });

    private static int Index(byte[] state, int from, int each) =>
        each == 2 ? (24 * state[from]) + state[from + 1] : (((24 * state[from]) + state[from + 1]) * 24) + state[from + 2];

    private byte[] Moved(byte[] state, int move, int each)
    {
        var next = new byte[state.Length];
        for (var i = 0; i < next.Length; i++)
            next[i] = (byte)Array.IndexOf(i % each == 2 ? free[move].Middles : free[move].Wings, state[i]);
        return next;
    }

    /// <summary>How far one edge is from its place in a hold, from every place of its parts.</summary>
    private byte[] Near(int edge, int goal) => near.GetOrAdd((edge, goal), key =>
    {
        var each = pieces.IsOdd ? 3 : 2;
        var far = new byte[pieces.IsOdd ? 24 * 24 * 24 : 24 * 24];
        Array.Fill(far, byte.MaxValue);
        var solved = BigState.Solved(size).Apply(BigTurns.Of(holds[key.Goal].Rotation, size));
        var row = new List<byte[]> { PartsOf(solved, [key.Edge]) };
        far[Index(row[0], 0, each)] = 0;
        for (byte depth = 1; row.Count > 0; depth++)
        {
            var next = new List<byte[]>();
            foreach (var at in row)
                for (var m = 0; m < free.Length; m++)
                    if (Moved(at, m, each) is var to && far[Index(to, 0, each)] == byte.MaxValue)
                    {
                        far[Index(to, 0, each)] = depth;
                        next.Add(to);
                    }

            row = next;
        }

        return far;
    });
}
