using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Hands;

/// <summary>
/// Least time of a sequence for two hands: a dynamic programme over both wrists (4 × 4), the finger that moved last (9) and, when the sequence may be
/// rewritten, the orientation of the cube (24): 144 or 3 456 states a turn. Some microseconds to read, some milliseconds to rewrite.
/// </summary>
public sealed class HandModel(HandPreferences preferences)
{
    private static readonly Turn[] Rotations = [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Where(t => t.Kind == TurnKind.Rotation)];

    private readonly HandGraph graph = new(preferences);

    /// <summary>Whose hands.</summary>
    public HandPreferences Preferences => preferences;

    /// <summary>The best reading of the turns as written; null when one of them is avoided. Leading rotations are the hold: they cost nothing and are left out.</summary>
    public HandReading? Read(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        return Run(written.Length, (node, _) => node < written.Length ? [(written[node], node + 1)] : [], mayRotate: false);
    }

    /// <summary>
    /// The best reading of any sequence that does the same up to a rotation of the whole cube: a face turn may be made as the wide turn of the opposite face, two opposite
    /// turns as a slice, and the cube may be turned between. Never slower than <see cref="Read"/>; null when nothing is left that is not avoided.
    /// </summary>
    public HandReading? Rewrite(IReadOnlyList<Turn> turns)
    {
        var written = turns.SkipWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        var onCube = FaceTurns(written);
        var rewritten = Run(2 * onCube.Count, (node, hold) => Ways(onCube, node, hold), mayRotate: true);
        var plain = Read(turns);
        return plain is not null && (rewritten is null || plain.Time <= rewritten.Time) ? plain : rewritten;
    }

    /// <summary>The sequence as turns of faces that stay with the cube: named by where each face was at the start.</summary>
    private static IReadOnlyList<Turn> FaceTurns(IEnumerable<Turn> turns)
    {
        var onCube = new List<Turn>();
        var hold = Hold.Scramble;
        foreach (var turn in turns)
        {
            foreach (var (face, quarters) in Parts(turn)) onCube.Add(Turn.Of(hold.ColorAt(face).AsFace(), quarters));
            hold = hold.After(turn);
        }

        return new Algorithm(onCube).Cancelled().Turns;
    }

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
    /// What may be turned next in a hold, and the node it leads to. Node 2·n: the first n of the cube's turns are done; node 2·n + 1: also turn n + 1, but not yet
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
        Face face = hold.FaceOf((Color)onCube[at].Face), other = hold.FaceOf((Color)onCube[at + 1].Face);
        for (var letter = 12; letter < 15; letter++)
            for (var quarters = 1; quarters <= 3; quarters++)
            {
                var slice = Turn.FromLetter(letter, quarters);
                var parts = Parts(slice).ToArray();
                if (parts.Contains((face, onCube[at].Quarters)) && parts.Contains((other, onCube[at + 1].Quarters))) yield return (slice, node + 4);
            }
    }

    /// <summary>A turn of a face of the cube as it is made in a hold: of that face, or wide of the opposite one.</summary>
    private static Turn[] Forms(Turn onCube, Hold hold)
    {
        var face = hold.FaceOf((Color)onCube.Face);
        return [Turn.Of(face, onCube.Quarters), Turn.FromLetter(6 + (int)face.Opposite(), onCube.Quarters)];
    }

    /// <summary>
    /// The least time of face turns as written, without the reading: nothing is allocated, about two microseconds for a cross. False when one of them is avoided.
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

    /// <summary>The least that a turn (0..53) can cost, whatever was turned before: the sum over a sequence is a bound from below. Infinite for a turn that is avoided.</summary>
    public double LeastOf(int turn) => graph.LeastOf(turn) is var least && least == long.MaxValue ? double.PositiveInfinity : HandGraph.TimeOf(least);

    private readonly record struct Came(int From, int At, Turn Turn, HandArc Arc);

    /// <summary>The dynamic programme over nodes 0 to <paramref name="count"/>; every way leads to a later node. At each node the cube may first be turned once.</summary>
    private HandReading? Run(int count, Func<int, Hold, IEnumerable<(Turn Turn, int To)>> ways, bool mayRotate)
    {
        var size = (mayRotate ? Hold.Count : 1) * HandGraph.States;
        var cost = new long[count + 1][];
        var came = new Came?[count + 1][];
        for (var at = 0; at <= count; at++)
        {
            cost[at] = new long[size];
            Array.Fill(cost[at], long.MaxValue);
            came[at] = new Came?[size];
        }

        cost[0][HandGraph.Home] = 0;
        for (var at = 0; at < count; at++)
        {
            if (mayRotate)
                foreach (var state in Reached(cost[at]))
                    foreach (var rotation in Rotations)
                        Step(at, state, at, rotation, true);
            foreach (var state in Reached(cost[at]))
                foreach (var (turn, to) in ways(at, Hold.All[mayRotate ? state / HandGraph.States : 0]))
                    Step(at, state, to, turn, mayRotate);
        }

        var end = Enumerable.Range(0, size).MinBy(s => cost[count][s]);
        return cost[count][end] == long.MaxValue ? null : Trace(count, end, cost[count][end], came);

        void Step(int at, int state, int to, Turn turn, bool holdMoves)
        {
            var hold = holdMoves ? Hold.All[state / HandGraph.States].After(turn).Index : 0;
            foreach (ref readonly var arc in graph.From(turn.Index, state % HandGraph.States))
            {
                var next = (hold * HandGraph.States) + arc.To;
                var total = cost[at][state] + arc.Cost;
                if (total >= cost[to][next]) continue;
                cost[to][next] = total;
                came[to][next] = new Came(state, at, turn, arc);
            }
        }
    }

    private static int[] Reached(long[] cost) => [.. Enumerable.Range(0, cost.Length).Where(s => cost[s] != long.MaxValue)];

    private static HandReading Trace(int count, int end, long total, Came?[][] came)
    {
        var steps = new List<HandStep>();
        for (var (at, state) = (count, end); came[at][state] is { } c; (at, state) = (c.At, c.From))
        {
            var (left, right) = HandGraph.WristsOf(state % HandGraph.States);
            steps.Add(new HandStep(c.Turn, c.Arc.Move.Finger, c.Arc.Time, c.Arc.Regrip, left, right));
        }

        steps.Reverse();
        return new HandReading(steps, HandGraph.TimeOf(total));
    }
}
