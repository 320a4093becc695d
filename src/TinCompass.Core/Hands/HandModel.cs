using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Hands;

/// <summary>
/// Least time of a sequence for two hands: a dynamic programme over both wrists (4 × 4), the finger that moved last (9) and, when the
/// sequence may be
/// rewritten, the orientation of the cube (24): 144 or 3 456 states a turn. Some microseconds to read, some milliseconds to rewrite.
/// </summary>
public sealed class HandModel(HandPreferences preferences)
{
    private static readonly Turn[] Rotations =
        [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Where(t => t.Kind == TurnKind.Rotation)];

    private readonly HandGraph graph = new(preferences);

    /// <summary>Whose hands.</summary>
    public HandPreferences Preferences => preferences;

    /// <summary>
    /// The best reading of the turns as written; null when one of them is avoided. Leading rotations are the hold: they cost nothing and
    /// are left out.
    /// </summary>
    public HandReading? Read(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        return Run(written.Length, (node, _) => node < written.Length ? [(written[node], node + 1)] : [], mayRotate: false);
    }

    /// <summary>
    /// The best reading of any sequence that does the same up to a rotation of the whole cube: a face turn may be made as the wide turn of
    /// the opposite face, two opposite
    /// turns as a slice, and the cube may be turned between. Never slower than <see cref="Read"/>; null when nothing is left that is not
    /// avoided.
    /// </summary>
    public HandReading? Rewrite(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        var onCube = FaceTurns(written);
        var plain = Read(turns);
        var most = plain is null ? long.MaxValue : HandGraph.CostOf(plain);
        return Run(2 * onCube.Count, (node, hold) => Ways(onCube, node, hold), mayRotate: true, most) ?? plain;
    }

    /// <summary>
    /// By how much (relative time) another way to turn the same has to be quicker to be told: a smaller gain is less than the model can
    /// tell, and harder to read.
    /// </summary>
    public const double WorthTelling = 0.3;

    /// <summary>Longer sequences are read as they are written: rewriting takes time in proportion.</summary>
    private const int MostRewritten = 30;

    private HandModel? baseDown;

    /// <summary>The same hands without what tips the cube over: slices, wide turns of the sides, x and z.</summary>
    private HandModel BaseDown => baseDown ??= new HandModel(
        preferences with { Avoided = string.Concat(preferences.Avoided.Union("frblMSxz")) });

    /// <summary>
    /// As <see cref="Rewrite"/>, but the face that is down at the start is down at the end too, so that what comes next goes on from there.
    /// </summary>
    public HandReading? RewriteBaseDown(IReadOnlyList<Turn> turns)
    {
        var reading = Rewrite(turns);
        return reading is not null && reading.Turns.Aggregate(Hold.Scramble, (hold, turn) => hold.After(turn))
            .ColorAt(Face.D) != Hold.Scramble.ColorAt(Face.D)
            ? BaseDown.Rewrite(turns) : reading;
    }

    /// <summary>
    /// Another way to turn the same that is worth telling beside <paramref name="plain"/> (null: it cannot be turned as written); null when
    /// there is none.
    /// </summary>
    public HandReading? Quicker(IReadOnlyList<Turn> turns, HandReading? plain)
    {
        ArgumentNullException.ThrowIfNull(turns);
        return turns.Count <= MostRewritten && RewriteBaseDown(turns) is { } best
            && (plain is null || plain.Time - best.Time >= WorthTelling) ? best : null;
    }

    /// <summary>The sequence as turns of faces that stay with the cube: named by where each face was at the start.</summary>
    public static IReadOnlyList<Turn> FaceTurns(IEnumerable<Turn> turns)
    {
        var onCube = new List<Turn>();
        var hold = Hold.Scramble;
        foreach (var turn in turns)
        {
            foreach (var (face, quarters) in Parts(turn)) onCube.Add(Turn.Of(face, quarters).Renamed(hold, Hold.Scramble));
            hold = hold.After(turn);
        }

        return new Algorithm(onCube).Cancelled().Turns;
    }

    /// <summary>Relative time of turns as written; null when one of them is avoided.</summary>
    public double? Measure(IEnumerable<Turn> turns) => TryMeasure([.. turns.Select(t => (byte)t.Index)], out var time, out _) ? time : null;

    /// <summary>A turn as turns of outer faces, up to a rotation of the whole cube: r is L, M is L' and R, x is nothing.</summary>
    private static IEnumerable<(Face Face, int Quarters)> Parts(Turn turn) => turn.Kind switch
    {
        TurnKind.Face => [(turn.Face, turn.Quarters)],
        TurnKind.Wide => [(turn.Face.Opposite(), turn.Quarters)],
        TurnKind.Slice => turn.Letter switch
        {
            'M' => [(Face.L, 4 - turn.Quarters), (Face.R, turn.Quarters)],
            'E' => [(Face.D, 4 - turn.Quarters), (Face.U, turn.Quarters)],
            _ => [(Face.F, 4 - turn.Quarters), (Face.B, turn.Quarters)],
        },
        _ => [],
    };

    /// <summary>
    /// What may be turned next in a hold, and the node it leads to. Node 2·n: the first n of the cube's turns are done; node 2·n + 1: also
    /// turn n + 1, but not yet
    /// turn n, which is of the opposite face. So two opposite turns are made in either order, or at once as a slice.
    /// </summary>
    private static IEnumerable<(Turn Turn, int To)> Ways(IReadOnlyList<Turn> onCube, int node, Hold hold)
    {
        var at = node / 2;
        if (at >= onCube.Count) yield break;
        var isSecondDone = node % 2 == 1;
        foreach (var turn in Forms(onCube[at], hold)) yield return (turn, isSecondDone ? node + 3 : node + 2);
        if (isSecondDone || at + 1 >= onCube.Count || onCube[at + 1].Face != onCube[at].Face.Opposite()) yield break;
        foreach (var turn in Forms(onCube[at + 1], hold)) yield return (turn, node + 1);
        Face face = onCube[at].Renamed(Hold.Scramble, hold).Face, other = onCube[at + 1].Renamed(Hold.Scramble, hold).Face;
        for (var letter = 12; letter < 15; letter++)
            for (var quarters = 1; quarters <= 3; quarters++)
            {
                var slice = Turn.FromLetter(letter, quarters);
                var parts = Parts(slice).ToArray();
                if (parts.Contains((face, onCube[at].Quarters)) && parts.Contains((other, onCube[at + 1].Quarters)))
                    yield return (slice, node + 4);
            }
    }

    /// <summary>A turn of a face of the cube as it is made in a hold: of that face, or wide of the opposite one.</summary>
    private static Turn[] Forms(Turn onCube, Hold hold)
    {
        var made = onCube.Renamed(Hold.Scramble, hold);
        return [made, Turn.FromLetter(6 + (int)made.Face.Opposite(), made.Quarters)];
    }

    /// <summary>
    /// The least time of face turns as written, without the reading: nothing is allocated, about two microseconds for a cross. False when
    /// one of them is avoided.
    /// </summary>
    /// <param name="turns">Indices of turns (0..53).</param>
    /// <param name="time">Relative time.</param>
    /// <param name="regrips">How often a hand grips anew.</param>
    public bool TryMeasure(ReadOnlySpan<byte> turns, out double time, out int regrips)
    {
        Span<long> now = stackalloc long[HandGraph.States], then = stackalloc long[HandGraph.States];
        Span<byte> reached = stackalloc byte[HandGraph.States], next = stackalloc byte[HandGraph.States];
        now.Fill(long.MaxValue);
        then.Fill(long.MaxValue);
        now[HandGraph.Home] = 0;
        reached[0] = (byte)HandGraph.Home;
        var count = 1;
        foreach (var turn in turns)
        {
            var found = 0;
            for (var i = 0; i < count; i++)
            {
                int state = reached[i];
                var spent = now[state];
                now[state] = long.MaxValue;
                foreach (ref readonly var arc in graph.From(turn, state))
                {
                    var total = spent + arc.Cost;
                    if (total >= then[arc.To]) continue;
                    if (then[arc.To] == long.MaxValue) next[found++] = arc.To;
                    then[arc.To] = total;
                }
            }

            // A tuple cannot hold spans: exchanged by hand.
            var before = now;
            now = then;
            then = before;
            var left = reached;
            reached = next;
            next = left;
            count = found;
        }

        var best = long.MaxValue;
        for (var i = 0; i < count; i++) best = Math.Min(best, now[reached[i]]);
        (time, regrips) = best == long.MaxValue ? (double.PositiveInfinity, 0) : (HandGraph.TimeOf(best), HandGraph.RegripsOf(best));
        return best != long.MaxValue;
    }

    /// <summary>
    /// The least that a turn (0..53) can cost, whatever was turned before: the sum over a sequence is a bound from below. Infinite for a
    /// turn that is avoided.
    /// </summary>
    public double LeastOf(int turn) => graph.LeastOf(turn) is var least && least == long.MaxValue ? double.PositiveInfinity
        : HandGraph.TimeOf(least);

    /// <summary>
    /// No turn takes less, and a slice does two at once: half of it for each turn of the cube that is left is a bound from below.
    /// </summary>
    private static readonly long LeastEach = Enumerable.Range(0, Turn.Count).Min(t => new HandGraph(HandPreferences.Usual).LeastOf(t)) / 2;

    /// <summary>How a state was reached: from which node and state, by which turn and which of its ways.</summary>
    private readonly record struct Came(int At, int From, byte Turn, byte Way);

    /// <summary>
    /// The dynamic programme over nodes 0 to <paramref name="count"/>; every way leads to a later node. At each node the cube may first be
    /// turned once. States
    /// that cannot come to less than <paramref name="most"/> are given up: null when nothing does.
    /// </summary>
    private HandReading? Run(int count, Func<int, Hold, IEnumerable<(Turn Turn, int To)>> ways, bool mayRotate, long most = long.MaxValue)
    {
        var size = (mayRotate ? Hold.Count : 1) * HandGraph.States;
        var cost = new long[(count + 1) * size];
        Array.Fill(cost, long.MaxValue);
        var came = new Came[cost.Length];
        cost[HandGraph.Home] = 0;
        for (var at = 0; at < count; at++)
        {
            if (mayRotate)
            {
                var reached = new List<int>();
                for (var state = 0; state < size; state++)
                    if (cost[(at * size) + state] != long.MaxValue) reached.Add(state);
                foreach (var state in reached)
                    foreach (var rotation in Rotations)
                        Step(at, state, at, rotation, true);
            }

            for (var hold = 0; hold < size / HandGraph.States; hold++)
            {
                (Turn Turn, int To)[]? open = null;
                for (var hands = 0; hands < HandGraph.States; hands++)
                {
                    var state = (hold * HandGraph.States) + hands;
                    if (cost[(at * size) + state] == long.MaxValue) continue;
                    open ??= [.. ways(at, Hold.All[hold])];
                    foreach (var (turn, to) in open) Step(at, state, to, turn, mayRotate);
                }
            }
        }

        var end = count * size;
        for (var state = end; state < cost.Length; state++)
            if (cost[state] < cost[end]) end = state;
        return cost[end] == long.MaxValue ? null : Trace(end, cost[end]);

        void Step(int at, int state, int to, Turn turn, bool holdMoves)
        {
            var hold = holdMoves ? Hold.All[state / HandGraph.States].After(turn).Index : 0;
            var spent = cost[(at * size) + state];
            // Rewriting counts two nodes a turn.
            var bound = most == long.MaxValue ? most : most - ((count - to) / 2 * LeastEach);
            var arcs = graph.From(turn.Index, state % HandGraph.States);
            for (var way = 0; way < arcs.Length; way++)
            {
                var next = (to * size) + (hold * HandGraph.States) + arcs[way].To;
                var total = spent + arcs[way].Cost;
                if (total >= cost[next] || total >= bound) continue;
                cost[next] = total;
                came[next] = new Came(at, state, (byte)turn.Index, (byte)way);
            }
        }

        HandReading Trace(int index, long total)
        {
            var steps = new List<HandStep>();
            while (index != HandGraph.Home)
            {
                var c = came[index];
                ref readonly var arc = ref graph.From(c.Turn, c.From % HandGraph.States)[c.Way];
                var (left, right) = HandGraph.WristsOf(index % HandGraph.States);
                steps.Add(new HandStep(Turn.FromIndex(c.Turn), arc.Move.Finger, arc.Time, arc.Regrip, left, right));
                index = (c.At * size) + c.From;
            }

            steps.Reverse();
            return new HandReading(steps, HandGraph.TimeOf(total));
        }
    }
}
