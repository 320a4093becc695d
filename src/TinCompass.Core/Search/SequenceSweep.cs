using System.Numerics;
using TinCompass.Core.Cube;

namespace TinCompass.Core.Search;

/// <summary>
/// Finds all sequences of some turns that leave some pieces where they are, in one sweep from both ends: half sequences are joined where
/// they have brought those pieces to the same places. Each sequence comes once: of neighbours that commute one order is kept, and none
/// begins or ends with a turn of the face that may be turned freely before and after. With n turns allowed after each other the work is
/// about n^(length/2): all six faces up to 12 turns are 7 million halves, 16 bytes each; an odd last length is looked up without being
/// kept.
/// </summary>
public sealed class SequenceSweep
{
    /// <summary>The longest sequences that are found: halves of ten turns.</summary>
    public const int MostTurns = 20;

    private const int BitsPerTurn = 6;
    private const int FieldBits = 10;
    private const int IndexBits = 20;

    // An odd number: multiplying by it spreads the places over all bits and loses none.
    private const ulong Spread = 0x9E3779B97F4A7C15;

    private readonly Turn[] turns;
    private readonly ulong[] follows;
    private readonly ushort[][] fields;
    private readonly Root[] roots;
    private readonly byte[] holds;
    private readonly byte[] holdKeys;
    private readonly int free;

    /// <summary>
    /// Of these turns (face, wide, slice), leaving these pieces; <paramref name="free"/> turns before and after count nothing. With
    /// <paramref name="middleIsFree"/> nothing between left and right counts, its centres neither: the pieces may end turned about that
    /// axis as one.
    /// </summary>
    public SequenceSweep(IEnumerable<Turn> turns, IReadOnlyList<Edge> edges, IReadOnlyList<Corner> corners, Face free,
        bool middleIsFree = false)
    {
        this.turns = [.. turns.Distinct().OrderBy(t => t.Index)];
        if (this.turns.Length is 0 or > 64 || this.turns.Any(t => t.Kind == TurnKind.Rotation))
            throw new ArgumentException("some turns of faces, wide turns or slices are expected", nameof(turns));
        this.free = (int)free;
        follows = [.. this.turns.Select(before => Bits(after => after.Axis != before.Axis || after.LetterIndex > before.LetterIndex))];
        holds = [.. Hold.All.SelectMany(h => this.turns.Select(t => (byte)h.After(t).Index))];
        holdKeys = [.. Hold.All.Select(h => (byte)(middleIsFree ? (int)h.ColorAt(Face.L) : h.Index))];
        var pieces = edges.Select(e => (IsEdge: true, State: EdgeStickers.State(e, 0)))
            .Concat(corners.Select(c => (IsEdge: false, State: CornerStickers.State(c, 0)))).ToArray();
        if (pieces.Length > 12) throw new ArgumentException("at most twelve pieces fit", nameof(corners));
        fields = [.. pieces.Chunk(2).Select(p => Moves(p[0].IsEdge, p[^1].IsEdge))];
        // Turns of the middle of the top's axis may end with the cube turned beneath the top.
        var around = middleIsFree || this.turns.Any(t => t.Axis == 0 && (t.Kind != TurnKind.Face)) ? 4 : 1;
        roots = [.. Enumerable.Range(0, around).Select(q => RootOf(pieces, middleIsFree ? X : Y, q))];
    }

    /// <summary>How a sweep goes: which length is done, and how much of the whole work.</summary>
    public readonly record struct Progress(int Length, double Share);

    /// <summary>Half sequences of one length from one root, in the order of their keys.</summary>
    private sealed record Level(ulong[] Keys, ulong[] Words, int[] Starts);

    /// <summary>Where the pieces and the centres are before a half: solved, or turned beneath the top.</summary>
    private readonly record struct Root(ulong State, byte Hold);

    /// <summary>How many half sequences sequences of up to so many turns take: the work, before it is done.</summary>
    public double Work(int most)
    {
        var halves = 0.0;
        for (var length = 1; length <= (most + 1) / 2; length++)
            halves += Count(length) * (length > most / 2 ? 1 : roots.Length);
        return halves;
    }

    /// <summary>
    /// Finds all of them up to <paramref name="most"/> turns, the shortest first. Each is handed over as it is found; stopped by
    /// <paramref name="cancel"/>, what was handed over stays true.
    /// </summary>
    public void Run(int most, Action<Turn[]> found, Action<Progress>? progress = null, CancellationToken cancel = default)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(most, MostTurns);
        var (work, done) = (Work(most), 0.0);
        Level[] before = [.. roots.Select(r => Build(r, 0, cancel))];
        for (var length = 1; length <= most; length += 2)
        {
            var half = (length + 1) / 2;
            if (length == most)
            {
                // The longest halves are not kept: each is looked up among the shorter ones.
                foreach (var (root, i) in before.Select((b, i) => (b, i)))
                    Walk(roots[0], half, (key, word) => Probe(root, key, word, half, half - 1, roots[i], found), cancel);
                done += Count(half);
            }
            else
            {
                Level[] now = [Build(roots[0], half, cancel), .. roots.Skip(1).Select(r => Build(r, half, cancel))];
                for (var i = 0; i < roots.Length; i++) Join(now[0], before[i], half, half - 1, roots[i], found, cancel);
                done += Count(half) * roots.Length;
                progress?.Invoke(new Progress(length, done / work));
                for (var i = 0; i < roots.Length; i++) Join(now[0], now[i], half, half, roots[i], found, cancel);
                before = now;
            }

            progress?.Invoke(new Progress(Math.Min(most, length + 1), done / work));
        }
    }

    private double Count(int length)
    {
        var ending = turns.Select(t => t.LetterIndex == free ? 0.0 : 1).ToArray();
        for (var n = 1; n < length; n++)
        {
            var next = new double[turns.Length];
            for (var a = 0; a < turns.Length; a++)
                for (var b = 0; b < turns.Length; b++)
                    if ((follows[a] >> b & 1) == 1) next[b] += ending[a];
            ending = next;
        }

        return ending.Sum();
    }

    private ulong Bits(Func<Turn, bool> allowed)
    {
        ulong bits = 0;
        for (var i = 0; i < turns.Length; i++)
            if (allowed(turns[i])) bits |= 1UL << i;
        return bits;
    }

    private ushort[] Moves(bool isEdge, bool isOtherEdge)
    {
        var moves = new ushort[turns.Length << FieldBits];
        for (var t = 0; t < turns.Length; t++)
            for (var a = 0; a < EdgeStickers.Count; a++)
                for (var b = 0; b < EdgeStickers.Count; b++)
                    moves[(t << FieldBits) + (a * EdgeStickers.Count) + b] =
                        (ushort)((After(isEdge, a, turns[t]) * EdgeStickers.Count) + After(isOtherEdge, b, turns[t]));
        return moves;
    }

    private static int After(bool isEdge, int state, Turn turn) =>
        isEdge ? EdgeStickers.After(state, turn) : CornerStickers.After(state, turn);

    /// <summary>The letters of rotations.</summary>
    private const int X = 15, Y = 16;

    private static Root RootOf((bool IsEdge, int State)[] pieces, int letter, int quarters)
    {
        if (quarters > 0)
        {
            var rotation = Turn.FromLetter(letter, quarters);
            pieces = [.. pieces.Select(p => (p.IsEdge, After(p.IsEdge, p.State, rotation)))];
        }

        ulong state = 0;
        foreach (var (pair, i) in pieces.Chunk(2).Select((p, i) => (p, i)))
            state |= (ulong)((pair[0].State * EdgeStickers.Count) + pair[^1].State) << (FieldBits * i);
        return new Root(state, (byte)(quarters > 0 ? Hold.Scramble.After(Turn.FromLetter(letter, quarters)).Index : 0));
    }

    private ulong Key(ulong state, int hold) => (state ^ ((ulong)holdKeys[hold] << 59)) * Spread;

    private ulong After(ulong state, int turn)
    {
        ulong after = 0;
        for (var f = 0; f < fields.Length; f++)
            after |= (ulong)fields[f][(turn << FieldBits) + (int)((state >> (FieldBits * f)) & ((1 << FieldBits) - 1))] << (FieldBits * f);
        return after;
    }

    /// <summary>Goes through all halves of one length.</summary>
    private void Walk(Root root, int length, Action<ulong, ulong> visit, CancellationToken cancel)
    {
        if (length == 0)
        {
            visit(Key(root.State, root.Hold), 0);
            return;
        }

        Step(root.State, root.Hold, Bits(t => t.LetterIndex != free), 0, 0);

        void Step(ulong state, int hold, ulong allowed, ulong word, int depth)
        {
            if (depth == 2) cancel.ThrowIfCancellationRequested();
            for (; allowed != 0; allowed &= allowed - 1)
            {
                var turn = BitOperations.TrailingZeroCount(allowed);
                var (next, nextHold) = (After(state, turn), holds[(hold * turns.Length) + turn]);
                var longer = word | ((ulong)turn << (BitsPerTurn * depth));
                if (depth + 1 == length) visit(Key(next, nextHold), longer);
                else Step(next, nextHold, follows[turn], longer, depth + 1);
            }
        }
    }

    private Level Build(Root root, int length, CancellationToken cancel)
    {
        var count = length == 0 ? 1 : checked((int)Count(length));
        var (keys, words, n) = (new ulong[count], new ulong[count], 0);
        Walk(root, length, (key, word) => (keys[n], words[n++]) = (key, word), cancel);
        Array.Sort(keys, words);
        var starts = new int[(1 << IndexBits) + 1];
        foreach (var key in keys) starts[(key >> (64 - IndexBits)) + 1]++;
        for (var i = 0; i < 1 << IndexBits; i++) starts[i + 1] += starts[i];
        return new Level(keys, words, starts);
    }

    private void Probe(Level level, ulong key, ulong word, int length, int other, Root root, Action<Turn[]> found)
    {
        var bucket = key >> (64 - IndexBits);
        for (var i = level.Starts[bucket]; i < level.Starts[bucket + 1]; i++)
            if (level.Keys[i] == key) Offer(word, length, level.Words[i], other, root, found);
    }

    private void Join(Level first, Level second, int length, int other, Root root, Action<Turn[]> found, CancellationToken cancel)
    {
        for (int i = 0, j = 0; i < first.Keys.Length && j < second.Keys.Length;)
        {
            if (first.Keys[i] < second.Keys[j]) i++;
            else if (first.Keys[i] > second.Keys[j]) j++;
            else
            {
                cancel.ThrowIfCancellationRequested();
                var (key, end) = (first.Keys[i], j);
                while (end < second.Keys.Length && second.Keys[end] == key) end++;
                for (; i < first.Keys.Length && first.Keys[i] == key; i++)
                    for (var k = j; k < end; k++) Offer(first.Words[i], length, second.Words[k], other, root, found);
                j = end;
            }
        }
    }

    /// <summary>
    /// Joins two halves, the second undone, unless the same turns come in another order too; tells it when it is checked.
    /// </summary>
    private void Offer(ulong word, int length, ulong other, int otherLength, Root root, Action<Turn[]> found)
    {
        if (otherLength > 0)
        {
            var last = turns[At(word, length - 1)];
            var (next, at) = (turns[At(other, otherLength - 1)], otherLength - 1);
            if (next.Axis == last.Axis)
            {
                while (at > 0 && turns[At(other, at - 1)].Axis == next.Axis) next = turns[At(other, --at)];
                if (next.LetterIndex <= last.LetterIndex) return;
            }
        }

        var joined = new Turn[length + otherLength];
        for (var i = 0; i < length; i++) joined[i] = turns[At(word, i)];
        for (var i = 0; i < otherLength; i++) joined[length + i] = turns[At(other, otherLength - 1 - i)].Inverse;
        // Undone, neighbours of one axis stand in the other order.
        for (var i = 1; i < joined.Length; i++)
            for (var j = i; j > 0 && joined[j].Axis == joined[j - 1].Axis && joined[j].LetterIndex < joined[j - 1].LetterIndex; j--)
                (joined[j], joined[j - 1]) = (joined[j - 1], joined[j]);
        if (joined[0].LetterIndex == free || joined[^1].LetterIndex == free || EndsFree(joined)) return;
        // Two keys may be equal by chance.
        var (state, hold) = (roots[0].State, (int)roots[0].Hold);
        foreach (var turn in joined)
        {
            var index = Array.BinarySearch(turns, turn, ByIndex);
            // A half turned back may not be among the turns (only when a set has a quarter without its inverse).
            if (index < 0) return;
            (state, hold) = (After(state, index), holds[(hold * turns.Length) + index]);
        }

        if (state == root.State && holdKeys[hold] == holdKeys[root.Hold]) found(joined);
    }

    /// <summary>A free turn that commutes with what follows it to the end would be a turn after the end.</summary>
    private bool EndsFree(Turn[] joined)
    {
        for (var i = joined.Length - 1; i > 0 && joined[i].Axis == joined[^1].Axis; i--)
            if (joined[i].LetterIndex == free) return true;
        return false;
    }

    private static readonly Comparer<Turn> ByIndex = Comparer<Turn>.Create((a, b) => a.Index.CompareTo(b.Index));

    private static int At(ulong word, int place) => (int)(word >> (BitsPerTurn * place)) & ((1 << BitsPerTurn) - 1);
}
