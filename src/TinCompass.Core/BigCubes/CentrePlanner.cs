using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>One centre of a plan: its colour, the face it stands on, the turns that make it.</summary>
public sealed record CentreStop(Color Color, Face Face, IReadOnlyList<BigTurn> Turns);

/// <summary>
/// All six centres, one after the other, what stands kept: some ways and some orders at once (a beam), the fewest turns in all taken.
/// Where five stand the sixth does. Each centre after the first is looked for by A* with the tables of its kinds of pieces as bounds; on a
/// 5x5 the two bounds are added, so that it is found at once and not always in the fewest turns.
/// </summary>
public sealed class CentrePlanner(int size)
{
    /// <summary>Plans that are carried on at once where nothing else is said.</summary>
    public const int UsualBeam = 3;

    private const int WaysEach = 12;

    private readonly BigPieces pieces = BigPieces.Of(size);
    private readonly CentreSearch search = CentreSearch.Of(size);

    /// <summary>
    /// The plan with the fewest turns that was found, whatever the order of the colours; white first and so on where the beam lost a better
    /// one. <paramref name="heard"/> is told how many of the five centres that are looked for are planned.
    /// </summary>
    public IReadOnlyList<CentreStop> Plan(BigState state, int beam, IProgress<int>? heard, CancellationToken cancel) =>
        Both(state, beam, heard, cancel).Best;

    /// <summary>That plan, and the best one in the order of the colours, white first.</summary>
    public (IReadOnlyList<CentreStop> Best, IReadOnlyList<CentreStop> Fixed) Both(BigState state, int beam, IProgress<int>? heard,
        CancellationToken cancel)
    {
        var (free, inOrder) = (Plan(state, null, beam, heard, cancel), Plan(state, Faces.AllColors, beam, null, cancel));
        return (Cost(inOrder) < Cost(free) ? inOrder : free, inOrder);

        static int Cost(IReadOnlyList<CentreStop> stops) => stops.Sum(s => s.Turns.Count);
    }

    private IReadOnlyList<CentreStop> Plan(BigState state, IReadOnlyList<Color>? order, int beam, IProgress<int>? heard,
        CancellationToken cancel)
    {
        List<Node> nodes = [Standing(state, null)];
        for (var step = nodes[0].Stops().Count; step < 6; step++)
        {
            heard?.Report(Math.Min(step, 5));
            var next = new Dictionary<string, Node>();
            foreach (var node in nodes)
                foreach (var color in order is null ? Faces.AllColors : [order.First(c => node.Faces[(int)c] < 0)])
                    foreach (var after in node.Faces[(int)color] < 0 ? Steps(node, color, cancel) : [])
                        if (!next.TryGetValue(after.Key, out var known) || known.Cost > after.Cost) next[after.Key] = after;
            nodes = [.. next.Values.OrderBy(n => n.Cost + Rest(n)).ThenBy(n => n.Key, StringComparer.Ordinal).Take(beam)];
        }

        return nodes.MinBy(n => n.Cost)!.Stops();
    }

    /// <summary>
    /// The next centre of one colour, what stands kept: on each face on which it may be built the ways found, the shortest first. Of
    /// centres that stand and do not go together as many others as do are kept. Where nothing stands <see cref="CentreSearch.First"/> is
    /// exact.
    /// </summary>
    public IReadOnlyList<CentreStop> Next(BigState state, Color color, CancellationToken cancel)
    {
        var node = Standing(state, color);
        return [.. Goals(node, color).SelectMany(f => Ways(node, color, f, cancel).Select(w =>
            new CentreStop(color, f, BigRuns.Merged(w, size)))).OrderBy(s => s.Turns.Count)];
    }

    /// <summary>
    /// The centres that stand as they lie on one cube, and their faces: all that are whole but those that do not go with more of the
    /// others (two last ones exchanged, two opposite ones beside each other). <paramref name="wanted"/> is the one that gives way first.
    /// </summary>
    public static IReadOnlyDictionary<Color, Face> Kept(BigState state, Color? wanted = null)
    {
        var pieces = BigPieces.Of(state.Size);
        List<(Color Color, Face Face)> whole = [.. from color in Faces.AllColors
                                                   from face in Enum.GetValues<Face>()
                                                   where CentreShapes.On(state, face, color) == CentreShape.Whole
                                                   select (color, face)];
        return HoldsOf(pieces, state).Select(h => whole.Where(w => h.FaceOf(w.Color) == w.Face).ToDictionary(w => w.Color, w => w.Face))
            .MaxBy(k => (2 * k.Count) - (wanted is { } one && k.ContainsKey(one) ? 1 : 0))!;
    }

    private static IReadOnlyList<Hold> HoldsOf(BigPieces pieces, BigState state) => [.. Hold.All.Where(h =>
        !pieces.IsOdd || Enum.GetValues<Face>().All(f => h.ColorAt(f) == pieces.Middle(state, f)))];

    private Node Standing(BigState state, Color? wanted) => Kept(state, wanted)
        .Aggregate(Node.Of(pieces, state), (node, kept) => node.After(pieces, search, kept.Key, kept.Value, []));

    /// <summary>What the next centre will take at least, whichever it is; the less of what is missing lies about, the better.</summary>
    private double Rest(Node node)
    {
        var sum = 0.0;
        foreach (var color in Faces.AllColors)
            if (node.Faces[(int)color] < 0)
            {
                var face = Goals(node, color)[0];
                var hold = search.Alike(node.Kept, face);
                for (var orbit = 0; orbit < pieces.Orbits; orbit++) sum += Math.Min(9, hold.Left(orbit, node.Mask(color, orbit)));
            }

        return sum * Weight;
    }

    private const double Weight = 0.4;

    /// <summary>The faces on which a colour may be built beside what stands: those of the holds that have it so.</summary>
    private static Face[] Goals(Node node, Color color) => [.. node.Holds.Select(h => h.FaceOf(color)).Distinct().Order()];

    private IEnumerable<Node> Steps(Node node, Color color, CancellationToken cancel)
    {
        foreach (var face in Goals(node, color))
            foreach (var way in Ways(node, color, face, cancel))
                yield return node.After(pieces, search, color, face, way);
    }

    /// <summary>Ways to one centre on one face: on a 4x4 some of the fewest turns, on a 5x5 the first that the search comes upon.</summary>
    private IEnumerable<BigTurn[]> Ways(Node node, Color color, Face face, CancellationToken cancel)
    {
        var hold = search.Alike(node.Kept, face);
        uint[] masks = [.. Enumerable.Range(0, pieces.Orbits).Select(o => hold.View.Over(o, node.Mask(color, o)))];
        var found = pieces.IsOdd ? Found(hold, masks[0], masks[1], cancel) : Downhill(hold, masks[0]);
        return found.Select(way => way.SelectMany(m => m.Turns).Select(hold.View.Back).ToArray());
    }

    /// <summary>From place to place, each nearer by what the move costs.</summary>
    private static List<List<CentreMove>> Downhill(CentreHold hold, uint start)
    {
        var near = hold.Near[0];
        var (found, path) = (new List<List<CentreMove>>(), new List<CentreMove>());
        Down(start);
        return found;

        void Down(uint mask)
        {
            if (near[mask] == 0) found.Add([.. path]);
            else
                foreach (var move in hold.Moves.All)
                {
                    if (found.Count >= WaysEach) return;
                    var next = move.Apply(0, mask);
                    if (near[next] + move.Cost != near[mask]) continue;
                    path.Add(move);
                    Down(next);
                    path.RemoveAt(path.Count - 1);
                }
        }
    }

    private static List<List<CentreMove>> Found(CentreHold hold, uint corners, uint middles, CancellationToken cancel)
    {
        var (first, second) = (hold.Near[0], hold.Near[1]);
        var (start, goal) = (Joined(corners, middles), Joined(BigPieces.Whole(hold.Goal), BigPieces.Whole(hold.Goal)));
        var (met, end) = (new Met(), -1);
        var open = new PriorityQueue<(int At, int Cost), int>();
        open.Enqueue((met.Keep(start, new Met.Step(0, -1, -1))!.Value, 0), 0);
        for (var opened = 1; open.TryDequeue(out var now, out _); opened++)
        {
            var state = met.Key(now.At);
            if (state == goal)
            {
                end = now.At;
                break;
            }

            if (met[now.At].Cost < now.Cost) continue;
            if (opened % 256 == 0) cancel.ThrowIfCancellationRequested();
            var all = hold.Moves.All;
            for (var m = 0; m < all.Length; m++)
            {
                var (one, other) = (all[m].Apply(0, (uint)(state & 0xFFFFFF)), all[m].Apply(1, (uint)(state >> 24)));
                var (left, also) = (first[one], second[other]);
                if (left == CentreTable.Never || also == CentreTable.Never) continue;
                var cost = now.Cost + all[m].Cost;
                if (met.Keep(Joined(one, other), new Met.Step(cost, now.At, m)) is { } next) open.Enqueue((next, cost), cost + left + also);
            }
        }

        if (end < 0) return [];
        var way = new List<CentreMove>();
        for (var at = end; met[at].Before >= 0; at = met[at].Before) way.Add(hold.Moves.All[met[at].Move]);
        way.Reverse();
        return [way];
    }

    private static ulong Joined(uint one, uint other) => one | ((ulong)other << 24);

    /// <summary>A part of a plan: where the centre pieces of each colour lie, and which stand.</summary>
    private sealed record Node(uint[] Masks, int[] Faces, int Kept, IReadOnlyList<Hold> Holds, int Cost, Node? Before, CentreStop? Stop)
    {
        public string Key { get; } = string.Join('.', Masks) + ":" + Kept;

        public static Node Of(BigPieces pieces, BigState state) => new(
            [.. Cube.Faces.AllColors.SelectMany(c => Enumerable.Range(0, pieces.Orbits).Select(o => pieces.Mask(state, o, c)))],
            [-1, -1, -1, -1, -1, -1], 0,
            HoldsOf(pieces, state), 0, null, null);

        public uint Mask(Color color, int orbit) => Masks[((int)color * (Masks.Length / 6)) + orbit];

        public Node After(BigPieces pieces, CentreSearch search, Color color, Face face, BigTurn[] way)
        {
            var (masks, faces) = (Masks.ToArray(), Faces.ToArray());
            foreach (var turn in BigRuns.Merged(way, pieces.Size))
                for (var i = 0; i < masks.Length; i++) masks[i] = search.Move(turn).Apply(i % pieces.Orbits, masks[i]);
            faces[(int)color] = (int)face;
            var turns = BigRuns.Merged(way, pieces.Size);
            return new Node(masks, faces, Kept | (1 << (int)face), [.. Holds.Where(h => h.FaceOf(color) == face)], Cost + turns.Count,
                this, new CentreStop(color, face, turns));
        }

        public IReadOnlyList<CentreStop> Stops() => Before is null ? [] : [.. Before.Stops(), Stop!];
    }
}
