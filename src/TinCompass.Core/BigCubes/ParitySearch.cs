using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// Turns that mend a parity, found by search in a few turns: all sequences of half the length from the solved cube; two of them after which
/// the same wings lie together and the centres look the same make one, the second backwards. What is found is read on the simulator before
/// it counts (<see cref="ParityWay.Read"/>).
/// </summary>
public sealed class ParitySearch
{
    /// <summary>Of a parity and a reach so many are kept, with inner layers by themselves and without; the fewest turns first.</summary>
    public const int Kept = 6;

    private const int Bits = 4, Places = 24, Looked = 200, Longer = 2;

    private static readonly ConcurrentDictionary<int, Lazy<IReadOnlyList<ParityWay>>> Sizes = new();

    // The turns of a search, half the length, and whether the wings become odd: two layers and half turns; inner layers and half turns;
    // half turns alone, which leave them even.
    private static readonly (string Turns, int Half, bool IsOdd)[] Sets =
    [
        ("Rw Rw' Rw2 U2 D2 F2 B2", 8, true), ("2R 2R' 2R2 2L 2L' U2 F2 B2", 8, true),
        ("2R2 Rw2 Uw2 Dw2 2U2 U2 D2 F2 B2 Fw2", 4, false),
    ];

    private static readonly int[] EdgesOf = [.. Enum.GetValues<Face>().Select(f => Enumerable.Range(0, 12)
        .Where(e => Pieces.EdgeFaces[e].Contains(f)).Sum(e => 1 << e))];

    private readonly int size;
    private readonly int half;
    private readonly BigTurn[] turns;
    private readonly bool[] odd;

    // What a turn brings to each place, first the wings, then the pieces in the corners of centres: they turn on a 5x5 as on a 4x4.
    private readonly byte[][] sources;
    private readonly byte[][] back;
    private readonly byte[][] state;
    private readonly BigTurn[] path;
    private readonly List<ulong> keys = [];
    private readonly List<Half> halves = [];

    private ParitySearch(string set, int half, int size)
    {
        (this.size, this.half) = (size, half);
        turns = [.. BigNotation.Parse(set, size)];
        var pieces = BigPieces.Of(BigPieces.Least);
        sources = [.. turns.Select(t => Sources(pieces, t))];
        back = [.. turns.Select(t => Sources(pieces, t.Inverse))];
        odd = [.. sources.Select(s => Legality.IsOdd(s.Take(Places).Select(w => (int)w)))];
        path = new BigTurn[half];
        state = [.. Enumerable.Range(0, half + 1).Select(_ => Solved())];
    }

    /// <summary>
    /// Those of a 4x4 or 5x5: of each parity and each reach the fewest turns, and others of as few. Some seconds for the first who asks.
    /// </summary>
    public static IReadOnlyList<ParityWay> Of(int size) => Sizes.GetOrAdd(size, s => new(() => Found(s))).Value;

    private static IReadOnlyList<ParityWay> Found(int size) =>
    [
        .. Sets.SelectMany(s => new ParitySearch(s.Turns, s.Half, size).Run(s.IsOdd))
            .Where(w => w.Reach == ParityReach.Cube || (w.Layer == Face.U && (w.Reach == ParityReach.Layer || w.Edges.All(IsAcross))))
            .DistinctBy(w => BigRuns.Key(w.Turns, size))
            .GroupBy(w => (w.Mends, w.Reach, w.Turns.Any(t => t.From > 1))).OrderBy(g => g.Key)
            .SelectMany(g => g.OrderBy(w => w.Turns.Count).ThenBy(w => w.Edges.Count + w.Corners.Count).Take(Kept)),
    ];

    // In one hold of those that are alike.
    private static bool IsAcross(string place) => place is "top-front" or "top-back";

    private IEnumerable<ParityWay> Run(bool isOdd)
    {
        Go(0, 0, false);
        var (sorted, ends) = (keys.ToArray(), halves.ToArray());
        Array.Sort(sorted, ends);
        var (nearest, least, far) = (2 * half, 2 * half, new List<(Half, Half)>());
        for (int from = 0, to; from < sorted.Length; from = to)
        {
            for (to = from + 1; to < sorted.Length && sorted[to] == sorted[from];) to++;
            for (var one = from; one < to; one++)
                for (var other = from; other < to; other++)
                {
                    var (a, b) = (ends[one], ends[other]);
                    if (one == other || (isOdd && a.IsOdd == b.IsOdd) || a.Count + b.Count > Math.Max(least, nearest + Longer)) continue;
                    var near = IsInLayer(a, b);
                    if (near && ParityWay.Read(Whole(a, b), size, out _) is { } way)
                    {
                        nearest = Math.Min(nearest, a.Count + b.Count);
                        yield return way;
                    }

                    // Of those that reach far the shortest alone are read.
                    if (near || a.Count + b.Count > least) continue;
                    if (a.Count + b.Count < least) far.Clear();
                    least = a.Count + b.Count;
                    far.Add((a, b));
                }
        }

        foreach (var (a, b) in far.Take(Looked))
            if (ParityWay.Read(Whole(a, b), size, out _) is { } way) yield return way;
    }

    private void Go(int at, ulong code, bool isOdd)
    {
        keys.Add(KeyOf(state[at]));
        halves.Add(new Half(code, (byte)at, isOdd));
        if (at == half) return;
        for (var t = 0; t < turns.Length; t++)
        {
            if (at > 0 && !BigRuns.IsInOrder([path[at - 1]], turns[t])) continue;
            for (var i = 0; i < state[at].Length; i++) state[at + 1][i] = state[at][sources[t][i]];
            path[at] = turns[t];
            Go(at + 1, (code << Bits) | (uint)t, isOdd ^ odd[t]);
        }
    }

    /// <summary>Equal where the same wings lie together and the centres look the same.</summary>
    private static ulong KeyOf(byte[] state)
    {
        Span<byte> placeOf = stackalloc byte[Places];
        for (var i = 0; i < Places; i++) placeOf[state[i]] = (byte)i;
        var key = 14695981039346656037UL;
        for (var i = 0; i < Places; i++)
            key = (key ^ placeOf[state[i] ^ 1] ^ ((ulong)(state[Places + i] - Places) / 4 << 8)) * 1099511628211UL;
        return key ^ (key >> 29);
    }

    /// <summary>The edges that are elsewhere, or turned over, after one half and the other backwards, lie in one layer.</summary>
    private bool IsInLayer(Half one, Half other)
    {
        Span<byte> now = stackalloc byte[Places], next = stackalloc byte[Places];
        for (var i = 0; i < Places; i++) now[i] = (byte)i;
        for (var i = 0; i < one.Count + other.Count; i++)
        {
            var turn = i < one.Count ? sources[one.TurnAt(i)] : back[other.TurnAt(one.Count + other.Count - 1 - i)];
            for (var p = 0; p < Places; p++) next[p] = now[turn[p]];
            next.CopyTo(now);
        }

        var moved = 0;
        for (var e = 0; e < 12; e++) moved |= now[2 * e] == 2 * e ? 0 : 1 << e;
        foreach (var layer in EdgesOf)
            if ((moved & ~layer) == 0) return true;
        return false;
    }

    private IReadOnlyList<BigTurn> Whole(Half one, Half other) => BigRuns.Merged(
    [
        .. Enumerable.Range(0, one.Count).Select(i => turns[one.TurnAt(i)]),
        .. Enumerable.Range(0, other.Count).Reverse().Select(i => turns[other.TurnAt(i)].Inverse),
    ], size);

    private static byte[] Solved() => [.. Enumerable.Range(0, 2 * Places).Select(i => (byte)i)];

    private static byte[] Sources(BigPieces pieces, BigTurn turn) =>
        [.. pieces.WingSources([turn]), .. pieces.CentreSources(0, [turn]).Select(s => (byte)(s + Places))];

    /// <summary>A sequence as a number, four bits a turn.</summary>
    private readonly record struct Half(ulong Code, byte Count, bool IsOdd)
    {
        public int TurnAt(int index) => (int)((Code >> (Bits * (Count - 1 - index))) & ((1 << Bits) - 1));
    }
}
