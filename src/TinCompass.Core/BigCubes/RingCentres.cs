using System.Collections.Concurrent;
using System.Numerics;
using System.Runtime.InteropServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// The four centres round a cube whose left and right ones stand, by turns of the top and of the inner layers beside left and right: what
/// lies on the left but at the top stays. A search over the colours of the sixteen places of each kind, led by tables of two colours that
/// lie across (1820 · 495 places); on a 4x4 in the fewest of these turns.
/// </summary>
internal sealed class RingCentres
{
    private const int Places = 16, First = 1820, Second = 495, Eager = 2, Middle = 3;

    private static readonly Face[] Ring = [Face.U, Face.F, Face.D, Face.B];

    private static readonly int[] Quarters = [1, 2, 3];

    private readonly BigPieces pieces;
    private readonly BigTurn[][] turns;

    // For each turn and kind, where each of the sixteen places comes from.
    private readonly byte[][][] sources;
    private readonly ConcurrentDictionary<int, byte[]> tables = new();
    private readonly ConcurrentDictionary<int, byte[]> alone = new();

    public RingCentres(BigPieces pieces)
    {
        this.pieces = pieces;
        // On a 5x5 the middle layer too, for what lies in it on the other faces would never move; and three turns at once (layers aside,
        // the top, the layers back), which change two faces alone.
        (Face Face, int From, int To)[] layers = [(Face.R, 1, 2), (Face.L, 2, 2), .. pieces.IsOdd ? [(Face.L, Middle, Middle)]
            : Array.Empty<(Face, int, int)>()];
        BigTurn[][] slices = [.. layers.SelectMany(l => Quarters.Select(q => (BigTurn[])[BigTurn.Of(l.Face, l.From, l.To, q)]))];
        BigTurn[][] top = [.. Quarters.Select(q => (BigTurn[])[BigTurn.Of(Face.U, 1, 1, q)])];
        turns = [.. slices, .. top, .. pieces.IsOdd ? slices.SelectMany(s => top.Select(u => (BigTurn[])[s[0], u[0], s[0].Inverse]))
            : Array.Empty<BigTurn[]>()];
        sources = [.. turns.Select(t => Enumerable.Range(0, pieces.Orbits).Select(o => Inner(pieces.CentreSources(o, t))).ToArray())];
    }

    /// <summary>Turns that make the four centres whole in the order that belongs beside the base on the left.</summary>
    public List<BigTurn> Solve(BigState state, Color color, CancellationToken cancel)
    {
        // The colours in order round the ring, as held with the base on the left.
        var hold = Hold.All.First(h => h.ColorAt(Face.L) == color && h.ColorAt(Face.R) == color.Opposite());
        Color[] order = [.. Ring.Select(h => hold.ColorAt(h))];
        // How far the middles are round from there; where there are none any beginning serves.
        var round = pieces.IsOdd ? Array.IndexOf(order, pieces.Middle(state, Ring[0])) : 0;
        var start = (State: 0UL, Round: round);
        for (var orbit = 0; orbit < pieces.Orbits; orbit++)
            for (var i = 0; i < Places; i++) start.State |= (ulong)Number(order, state, orbit, i) << ((32 * orbit) + (2 * i));
        if (!pieces.IsOdd) return [.. Way(start, 3, cancel).SelectMany(t => turns[t])];
        // Of a 5x5 one colour after the other, those before kept: all at once is too much to search.
        var way = new List<BigTurn>();
        for (var colors = 1; colors <= 3; colors++)
            foreach (var turn in Way(start, colors, cancel))
            {
                way.AddRange(turns[turn]);
                start = Turned(start, turn);
            }

        return way;
    }

    /// <summary>The turns, by their numbers, that make the first so many colours whole; the others are not told apart.</summary>
    private List<int> Way((ulong State, int Round) from, int colors, CancellationToken cancel)
    {
        var start = (Told(from.State, colors), from.Round);
        var ends = Enumerable.Range(0, Ring.Length).Select(o => (Told(Whole(o), colors), pieces.IsOdd ? o : 0)).ToHashSet();
        var best = new Dictionary<(ulong, int), (int Cost, (ulong, int) Before, int Turn)> { [start] = (0, default, -1) };
        var open = new PriorityQueue<((ulong State, int Round) At, int Cost), int>();
        open.Enqueue((start, 0), 0);
        for (var opened = 1; open.TryDequeue(out var now, out _); opened++)
        {
            if (best[now.At].Cost < now.Cost) continue;
            if (ends.Contains(now.At)) return Back(now.At);
            if (opened % 256 == 0) cancel.ThrowIfCancellationRequested();
            for (var t = 0; t < turns.Length; t++)
            {
                var (next, cost) = (Turned(now.At, t), now.Cost + turns[t].Length);
                ref var seen = ref CollectionsMarshal.GetValueRefOrAddDefault(best, next, out var isKnown);
                if (isKnown && seen.Cost <= cost) continue;
                seen = (cost, now.At, t);
                open.Enqueue((next, cost), cost + (pieces.IsOdd ? Eager * Each(next, colors) : Left(next.State)));
            }
        }

        throw new InvalidOperationException("the four centres cannot be made");

        List<int> Back((ulong, int) at)
        {
            var way = new List<int>();
            for (var step = best[at]; step.Turn >= 0; step = best[step.Before]) way.Add(step.Turn);
            way.Reverse();
            return way;
        }
    }

    /// <summary>Colours from a number on are all called 3.</summary>
    private ulong Told(ulong state, int colors)
    {
        if (colors == 3) return state;
        for (var at = 0; at < 32 * pieces.Orbits; at += 2)
            if (((state >> at) & 3) >= (ulong)colors) state |= 3UL << at;
        return state;
    }

    /// <summary>What each of the first colours takes by itself, of each kind of pieces, added up.</summary>
    private int Each((ulong State, int Round) at, int colors)
    {
        var sum = 0;
        for (var orbit = 0; orbit < pieces.Orbits; orbit++)
            for (var color = 0; color < colors; color++)
                sum += Alone(orbit)[(((at.Round - color) & 3) * First) + Rank(Mask(at.State, orbit, color))];
        return sum;
    }

    /// <summary>
    /// For the first colour of a 5x5: how many turns to where it is whole round its middle, from each place of its pieces and of the
    /// middle.
    /// </summary>
    private byte[] Alone(int kind) => alone.GetOrAdd(kind, orbit =>
    {
        var far = new byte[4 * First];
        Array.Fill(far, byte.MaxValue);
        var row = new List<(uint Mask, int Round)>();
        for (var round = 0; round < 4; round++)
        {
            row.Add((0xFu << (4 * (-round & 3)), round));
            far[(round * First) + Rank(row[^1].Mask)] = 0;
        }

        for (byte depth = 1; row.Count > 0; depth++)
        {
            var next = new List<(uint, int)>();
            foreach (var (mask, round) in row)
                for (var t = 0; t < turns.Length; t++)
                {
                    if (turns[t].Length > 1) continue;
                    var to = (Mask: Moved(mask, sources[t][orbit]), Round: Turned((0, round), t).Round);
                    ref var seen = ref far[(to.Round * First) + Rank(to.Mask)];
                    if (seen != byte.MaxValue) continue;
                    seen = depth;
                    next.Add(to);
                }

            row = next;
        }

        return far;
    });

    /// <summary>Each face of the ring of one colour, the first of them so far round.</summary>
    private ulong Whole(int round)
    {
        var state = 0UL;
        for (var orbit = 0; orbit < pieces.Orbits; orbit++)
            for (var i = 0; i < Places; i++) state |= (ulong)(((i / 4) + round) & 3) << ((32 * orbit) + (2 * i));
        return state;
    }

    private int Number(Color[] order, BigState state, int orbit, int place)
    {
        var bit = 1u << ((4 * (int)Ring[place / 4]) + (place % 4));
        return Array.FindIndex(order, c => (pieces.Mask(state, orbit, c) & bit) != 0);
    }

    private (ulong State, int Round) Turned((ulong State, int Round) at, int turn)
    {
        var next = 0UL;
        for (var orbit = 0; orbit < pieces.Orbits; orbit++)
            for (var i = 0; i < Places; i++)
                next |= ((at.State >> ((32 * orbit) + (2 * sources[turn][orbit][i]))) & 3) << ((32 * orbit) + (2 * i));
        // A middle layer takes what is on the top to the front.
        return (next, turns[turn] is [{ From: Middle } middle] ? (at.Round - middle.Quarters) & 3 : at.Round);
    }

    /// <summary>Of each kind the more of what its two pairs of colours take; of both kinds the sum.</summary>
    private int Left(ulong state)
    {
        var sum = 0;
        for (var orbit = 0; orbit < pieces.Orbits; orbit++)
        {
            var most = 0;
            for (var pair = 0; pair < 2; pair++)
            {
                var (one, other) = (Mask(state, orbit, pair), Mask(state, orbit, pair + 2));
                most = Math.Max(most, Table(orbit)[Index(one, other)]);
            }

            sum += most;
        }

        return sum;
    }

    private static uint Mask(ulong state, int orbit, int color)
    {
        var mask = 0u;
        for (var i = 0; i < Places; i++)
            if (((state >> ((32 * orbit) + (2 * i))) & 3) == (uint)color) mask |= 1u << i;
        return mask;
    }

    /// <summary>For two colours across: how many turns to where they are whole on two faces across.</summary>
    private byte[] Table(int kind) => tables.GetOrAdd(kind, orbit =>
    {
        var far = new byte[First * Second];
        Array.Fill(far, byte.MaxValue);
        var row = new List<(uint One, uint Other)>();
        for (var face = 0; face < 4; face++)
        {
            row.Add((0xFu << (4 * face), 0xFu << (4 * ((face + 2) % 4))));
            far[Index(row[^1].One, row[^1].Other)] = 0;
        }

        for (byte depth = 1; row.Count > 0; depth++)
        {
            var next = new List<(uint, uint)>();
            foreach (var (one, other) in row)
                for (var t = 0; t < turns.Length; t++)
                {
                    if (turns[t].Length > 1) continue;
                    var to = (Moved(one, sources[t][orbit]), Moved(other, sources[t][orbit]));
                    ref var seen = ref far[Index(to.Item1, to.Item2)];
                    if (seen != byte.MaxValue) continue;
                    seen = depth;
                    next.Add(to);
                }

            row = next;
        }

        return far;
    });

    private static uint Moved(uint mask, byte[] from)
    {
        var next = 0u;
        for (var i = 0; i < Places; i++) next |= (mask >> from[i] & 1) << i;
        return next;
    }

    /// <summary>Four of sixteen places, then four of the twelve that are left.</summary>
    private static int Index(uint one, uint other)
    {
        var (squeezed, bit) = (0u, 0);
        for (var i = 0; i < Places; i++)
            if ((one >> i & 1) == 0) squeezed |= (other >> i & 1) << bit++;
        return (Rank(one) * Second) + Rank(squeezed);
    }

    private static int Rank(uint mask)
    {
        var rank = 0;
        for (var k = 1; mask != 0; k++, mask &= mask - 1)
        {
            var (n, over) = (BitOperations.TrailingZeroCount(mask), 1);
            for (var i = 0; i < k; i++) over = over * (n - i) / (i + 1);
            rank += n < k ? 0 : over;
        }

        return rank;
    }

    private static byte[] Inner(byte[] all) => [.. Enumerable.Range(0, Places).Select(i =>
    {
        var from = all[(4 * (int)Ring[i / 4]) + (i % 4)];
        return (byte)((4 * Array.IndexOf(Ring, (Face)(from / 4))) + (from % 4));
    })];
}
