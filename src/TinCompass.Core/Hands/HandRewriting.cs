using System.Buffers;
using System.Numerics;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Hands;

/// <summary>
/// The quickest sequence that does the same as given face turns, up to a rotation of the whole cube. A dynamic programme over nodes: node
/// 2·n, the first n of the turns are done; node 2·n + 1, turn n + 1 too, but not yet turn n, which is of the opposite face. So two opposite
/// turns are made in either order, or at once as a slice. In each node 24 holds × 240 states of the hands (5 760); what cannot come below
/// what is known, by the least that the turns which are left can cost, is given up: about a tenth of a millisecond for a cross of seven
/// turns. 8 bytes a state, borrowed from the shared pool.
/// </summary>
internal sealed class HandRewriting(HandGraph graph)
{
    private const int Size = Hold.Count * HandGraph.States;

    private static readonly byte[] Rotations =
        [.. Enumerable.Range(0, Turn.Count).Where(t => Turn.FromIndex(t).Kind == TurnKind.Rotation).Select(t => (byte)t)];

    /// <summary>For each face turn the wide turn of the opposite face: the same, up to a rotation.</summary>
    private static readonly byte[] Wide = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)
        .Select(t => (byte)Turn.FromLetter(6 + (int)t.Face.Opposite(), t.Quarters).Index)];

    private static readonly byte?[,] Slices = AllSlices();

    // It takes the ways of every turn, which who only reads sequences as they are written has no need of.
    private readonly Lazy<Bounds> bounds = new(() => Bounds.Of(graph));

    /// <summary>
    /// The least that a turn of a face can cost, by its quarters, in any hold and form; and the least of a slice.
    /// </summary>
    private sealed record Bounds(long[] OfFace, long OfSlice)
    {
        public static Bounds Of(HandGraph graph)
        {
            var (face, slice) = (new[] { 0, long.MaxValue, long.MaxValue, long.MaxValue }, long.MaxValue);
            for (var t = 0; t < Turn.Count; t++)
            {
                var turn = Turn.FromIndex(t);
                if (turn.Kind is TurnKind.Face or TurnKind.Wide) face[turn.Quarters] = Math.Min(face[turn.Quarters], graph.LeastOf(t));
                else if (turn.Kind == TurnKind.Slice) slice = Math.Min(slice, graph.LeastOf(t));
            }

            return new Bounds(face, slice);
        }
    }

    /// <summary>How a state was reached: by which turn and which of its ways, over how many nodes, from which hold and hands.</summary>
    private readonly record struct Came(byte Turn, byte Way, byte Hands, byte HoldAndNodes)
    {
        public int Hold => HoldAndNodes & 31;

        public int Nodes => HoldAndNodes >> 5;

        public static Came From(int turn, int way, int hold, int hands, int nodes) =>
            new((byte)turn, (byte)way, (byte)hands, (byte)(hold | (nodes << 5)));
    }

    /// <summary>What may be turned next in one hold: the turn, the nodes it goes on, the hold after it.</summary>
    private readonly record struct Way(byte Turn, byte Nodes, byte Hold);

    /// <summary>
    /// The best reading that costs less than <paramref name="most"/> (as <see cref="HandGraph"/> counts); null when there is none.
    /// </summary>
    /// <param name="onCube">Turns of faces that stay with the cube, no two of one face in a row.</param>
    /// <param name="most">What it has to be below.</param>
    /// <param name="baseDown">The face that is down at first has to be down at the end.</param>
    public HandReading? Best(IReadOnlyList<Turn> onCube, long most, bool baseDown)
    {
        var count = 2 * onCube.Count;
        Span<long> rest = stackalloc long[count + 4];
        BoundFromBelow(onCube, rest);
        if (rest[0] >= most) return null;
        var costs = ArrayPool<long>.Shared.Rent((count + 1) * Size);
        var ways = ArrayPool<Came>.Shared.Rent((count + 1) * Size);
        try
        {
            return Run(onCube, most, baseDown, rest, costs, ways);
        }
        finally
        {
            ArrayPool<long>.Shared.Return(costs);
            ArrayPool<Came>.Shared.Return(ways);
        }
    }

    private HandReading? Run(
        IReadOnlyList<Turn> onCube, long most, bool baseDown, ReadOnlySpan<long> rest, long[] costs, Came[] came)
    {
        var count = 2 * onCube.Count;
        // Which holds are reached, by node.
        Span<uint> holds = stackalloc uint[count + 4];
        Span<Way> open = stackalloc Way[8];
        Reach(0, 0, holds, costs);
        foreach (var start in graph.Starts) costs[start] = 0;
        for (var at = 0; at < count; at++)
        {
            if (holds[at] == 0) continue;
            Rotate(at, most - rest[at], holds, costs, came);
            for (var left = holds[at]; left != 0; left &= left - 1)
            {
                var hold = BitOperations.TrailingZeroCount(left);
                var found = WaysFrom(onCube, at, hold, open);
                var here = (at * Size) + (hold * HandGraph.States);
                for (var hands = 0; hands < HandGraph.States; hands++)
                {
                    var spent = costs[here + hands];
                    if (spent >= most - rest[at]) continue;
                    foreach (ref readonly var way in open[..found])
                    {
                        var to = at + way.Nodes;
                        var bound = most - rest[to];
                        var there = (to * Size) + (way.Hold * HandGraph.States);
                        var arcs = graph.From(way.Turn, hands);
                        for (var a = 0; a < arcs.Length; a++)
                        {
                            var total = spent + arcs[a].Cost;
                            if (total >= bound) continue;
                            Reach(to, way.Hold, holds, costs);
                            ref var known = ref costs[there + arcs[a].To];
                            if (total >= known) continue;
                            known = total;
                            came[there + arcs[a].To] = Came.From(way.Turn, a, hold, hands, way.Nodes);
                        }
                    }
                }
            }
        }

        var (end, best) = (-1, most);
        for (var left = holds[count]; left != 0; left &= left - 1)
        {
            var hold = BitOperations.TrailingZeroCount(left);
            if (baseDown && Hold.All[hold].ColorAt(Face.D) != Hold.Scramble.ColorAt(Face.D)) continue;
            for (var hands = 0; hands < HandGraph.States; hands++)
                if (costs[(count * Size) + (hold * HandGraph.States) + hands] is var total && total < best)
                    (end, best) = ((hold * HandGraph.States) + hands, total);
        }

        return end < 0 ? null : Trace(count, end, best, came);
    }

    /// <summary>A hold is reached at a node for the first time: none of its states is known yet.</summary>
    private static void Reach(int node, int hold, Span<uint> holds, long[] costs)
    {
        if ((holds[node] & (1u << hold)) != 0) return;
        holds[node] |= 1u << hold;
        costs.AsSpan((node * Size) + (hold * HandGraph.States), HandGraph.States).Fill(long.MaxValue);
    }

    /// <summary>
    /// The cube is turned over once, from the cheapest state of each hold: a rotation costs the same from any, and leaves both hands home.
    /// </summary>
    private void Rotate(int at, long bound, Span<uint> holds, long[] costs, Came[] came)
    {
        Span<(int Hands, long Cost)> cheapest = stackalloc (int, long)[Hold.Count];
        var reached = holds[at];
        for (var left = reached; left != 0; left &= left - 1)
        {
            var hold = BitOperations.TrailingZeroCount(left);
            cheapest[hold] = (0, long.MaxValue);
            for (var hands = 0; hands < HandGraph.States; hands++)
                if (costs[(at * Size) + (hold * HandGraph.States) + hands] is var cost && cost < cheapest[hold].Cost)
                    cheapest[hold] = (hands, cost);
        }

        for (var left = reached; left != 0; left &= left - 1)
        {
            var hold = BitOperations.TrailingZeroCount(left);
            var (hands, cost) = cheapest[hold];
            foreach (var rotation in Rotations)
            {
                var arcs = graph.From(rotation, hands);
                if (arcs.Length == 0) continue;
                var (total, to) = (cost + arcs[0].Cost, After(hold, rotation));
                var there = (at * Size) + (to * HandGraph.States) + arcs[0].To;
                if (total >= bound) continue;
                Reach(at, to, holds, costs);
                if (total >= costs[there]) continue;
                costs[there] = total;
                came[there] = Came.From(rotation, 0, hold, hands, 0);
            }
        }
    }

    private HandReading Trace(int node, int state, long total, Came[] came)
    {
        var steps = new List<HandStep>();
        while (node != 0 || !graph.Starts.Contains(state))
        {
            var c = came[(node * Size) + state];
            ref readonly var arc = ref graph.From(c.Turn, c.Hands)[c.Way];
            var (left, right) = HandGraph.WristsOf(state % HandGraph.States);
            steps.Add(new HandStep(Turn.FromIndex(c.Turn), arc.Move.Finger, arc.Time, arc.Regrip, left, right));
            (node, state) = (node - c.Nodes, (c.Hold * HandGraph.States) + c.Hands);
        }

        steps.Reverse();
        return new HandReading(steps, HandGraph.TimeOf(total));
    }

    /// <summary>For each node the least that what is left can cost.</summary>
    private void BoundFromBelow(IReadOnlyList<Turn> onCube, Span<long> rest)
    {
        var least = bounds.Value;
        rest[(2 * onCube.Count)..].Clear();
        for (var n = onCube.Count - 1; n >= 0; n--)
        {
            rest[2 * n] = Sum(least.OfFace[onCube[n].Quarters], rest[2 * (n + 1)]);
            if (!IsPair(onCube, n)) continue;
            rest[(2 * n) + 1] = Sum(least.OfFace[onCube[n].Quarters], rest[2 * (n + 2)]);
            rest[2 * n] = Math.Min(rest[2 * n], Sum(least.OfFace[onCube[n + 1].Quarters], rest[(2 * n) + 1]));
            if (Slices[onCube[n].Index, onCube[n + 1].Index] is not null)
                rest[2 * n] = Math.Min(rest[2 * n], Sum(least.OfSlice, rest[2 * (n + 2)]));
        }

        static long Sum(long turn, long after) => turn == long.MaxValue || after == long.MaxValue ? long.MaxValue : turn + after;
    }

    private static bool IsPair(IReadOnlyList<Turn> onCube, int n) =>
        n + 1 < onCube.Count && onCube[n + 1].Face == onCube[n].Face.Opposite();

    private static int WaysFrom(IReadOnlyList<Turn> onCube, int node, int hold, Span<Way> ways)
    {
        var (n, count, isSecondDone) = (node / 2, 0, node % 2 == 1);
        var names = TurnNames.Between(Hold.Scramble, Hold.All[hold]);
        var made = names[onCube[n].Index];
        Add(made, isSecondDone ? 3 : 2, ways);
        Add(Wide[made], isSecondDone ? 3 : 2, ways);
        if (isSecondDone || !IsPair(onCube, n)) return count;
        var other = names[onCube[n + 1].Index];
        Add(other, 1, ways);
        Add(Wide[other], 1, ways);
        if (Slices[made, other] is { } slice) Add(slice, 4, ways);
        return count;

        void Add(int turn, int nodes, Span<Way> all) => all[count++] = new Way((byte)turn, (byte)nodes, (byte)After(hold, turn));
    }

    private static int After(int hold, int turn) => Hold.All[hold].After(Turn.FromIndex(turn)).Index;

    /// <summary>For two turns of opposite faces the slice that does both at once, up to a rotation; null when there is none.</summary>
    private static byte?[,] AllSlices()
    {
        var slices = new byte?[Turn.FaceTurnCount, Turn.FaceTurnCount];
        foreach (var slice in Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Where(t => t.Kind == TurnKind.Slice))
        {
            var (a, b) = HandModel.FacesOf(slice);
            slices[a.Index, b.Index] = slices[b.Index, a.Index] = (byte)slice.Index;
        }

        return slices;
    }
}
