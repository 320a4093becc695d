using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// What a drawn position is wanted to be for one base colour: the HTM of its shortest cross, the number of its bad edges; null is any.
/// </summary>
public sealed record CrossWish(Color Color, int? Length, int? FarEdges);

/// <summary>No position fits the wishes, or none was found: why.</summary>
public sealed class CrossWishException(string message) : Exception(message);

/// <summary>
/// Draws positions that fit wishes, each of those that fit equally likely. The four edges of the rarest wish are drawn from a list of all
/// arrangements that fit (at most 190 080); those of each further wish from the arrangements that agree with what lies already. How many
/// agree differs from draw to draw: a draw with few of them is thrown away more often, so that none is preferred. The rest of the cube is
/// drawn evenly.
/// </summary>
public sealed class WishedPositions
{
    /// <summary>Sets of places that are looked at before one gives up: about a second.</summary>
    private const long MostWork = 200_000_000;

    /// <summary>What beginning a draw costs, in such sets.</summary>
    private const long DrawWork = 40;

    private readonly CrossTable table;
    private readonly CrossWish[] wishes;
    private readonly Arrangements[] levels;

    /// <summary>Prepares to draw. Throws <see cref="CrossWishException"/> when no cross fits one of the wishes.</summary>
    public WishedPositions(CrossTable table, IReadOnlyList<CrossWish> wishes)
    {
        this.table = table;
        var lists = wishes.Select(w => (Wish: w, Fitting: Fitting(w))).OrderBy(w => w.Fitting.Length).ToArray();
        foreach (var (wish, list) in lists)
            if (list.Length == 0) throw new CrossWishException(Impossible(wish));
        this.wishes = [.. lists.Select(w => w.Wish)];
        levels = new Arrangements[lists.Length];
        var before = new HashSet<int>();
        for (var k = 0; k < lists.Length; k++)
        {
            var (wish, fitting) = lists[k];
            // The first of them, mostly the only one, hangs on nothing else.
            levels[k] = k > 0 ? new Arrangements(wish.Color, fitting, before)
                : Firsts.GetOrCreateValue(table).GetOrAdd(wish, w => new Arrangements(w.Color, fitting, []));
            before.UnionWith(levels[k].Pieces);
        }
    }

    /// <summary>
    /// Draws a position, in the scramble hold, from a source of random numbers. One within two turns of solved is drawn again. Throws
    /// <see cref="CrossWishException"/> when no position fits several wishes together, or when they are so rare that none was found.
    /// </summary>
    public CubeState Draw(Func<int, int> next, CancellationToken cancel = default)
    {
        Span<sbyte> states = stackalloc sbyte[12];
        var work = 0L;
        for (var draw = 0; work < MostWork; draw++)
        {
            if ((draw & 255) == 0) cancel.ThrowIfCancellationRequested();
            states.Fill(-1);
            work += DrawWork;
            if (!TryDraw(next, states, ref work)) continue;
            var position = Complete(states, next);
            if (!NearSolved(position)) return position;
        }

        states.Fill(-1);
        work = 0;
        throw new CrossWishException(Exists(0, states, ref work, cancel) switch
        {
            false => "No position fits all these wishes together: loosen one of them.",
            true => "The positions that fit all these wishes are too rare to be drawn, or all but solved: loosen one of them.",
            null => "No position that fits all these wishes was found, perhaps there is none: loosen one of them.",
        });
    }

    private bool TryDraw(Func<int, int> next, Span<sbyte> states, ref long work)
    {
        foreach (var level in levels)
        {
            var (group, taken, count) = (level.Agreeing(states), Taken(states), 0);
            foreach (var (places, fitting) in group)
                if ((places & taken) == 0) count += fitting.Length;
            work += group.Length;
            if (count == 0 || (count < level.Largest && next(level.Largest) >= count)) return false;
            var chosen = next(count);
            foreach (var (places, fitting) in group)
            {
                if ((places & taken) != 0) continue;
                if (chosen < fitting.Length)
                {
                    level.Lay(fitting[chosen], states);
                    break;
                }

                chosen -= fitting.Length;
            }
        }

        return MayBe(states);
    }

    /// <summary>Whether any position fits; null when that is not known after a while.</summary>
    private bool? Exists(int k, Span<sbyte> states, ref long work, CancellationToken cancel)
    {
        if (k == levels.Length) return MayBe(states);
        Span<sbyte> laid = stackalloc sbyte[12];
        var taken = Taken(states);
        foreach (var (places, fitting) in levels[k].Agreeing(states))
        {
            work++;
            if ((places & taken) != 0) continue;
            foreach (var index in fitting)
            {
                if ((++work & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
                if (work > MostWork) return null;
                states.CopyTo(laid);
                levels[k].Lay(index, laid);
                if (Exists(k + 1, laid, ref work, cancel) is not false and var found) return found;
            }
        }

        return false;
    }

    /// <summary>The places that are taken, a bit for each.</summary>
    private static int Taken(ReadOnlySpan<sbyte> states)
    {
        var taken = 0;
        foreach (var state in states)
            if (state >= 0) taken |= 1 << (state >> 1);
        return taken;
    }

    /// <summary>When all twelve edges are laid, an even number of them is flipped.</summary>
    private static bool MayBe(ReadOnlySpan<sbyte> states)
    {
        var odd = 0;
        foreach (var state in states)
        {
            if (state < 0) return true;
            odd ^= state & 1;
        }

        return odd == 0;
    }

    private static CubeState Complete(ReadOnlySpan<sbyte> states, Func<int, int> next)
    {
        var (edges, flips, others) = (new int[12], new int[12], new List<int>());
        Array.Fill(edges, -1);
        for (var piece = 0; piece < 12; piece++)
            if (states[piece] is >= 0 and var state) (edges[state >> 1], flips[state >> 1]) = (piece, state & 1);
            else others.Add(piece);
        if (others.Count == 12) return RandomPosition.Draw(next);
        return Fill(edges, flips, [.. others], next);
    }

    /// <summary>True when a position fits a wish.</summary>
    public bool Fits(CrossWish wish, CubeState position)
    {
        var index = CrossPosition.Of(position, wish.Color).Index;
        return (wish.Length is null || table.Distances[index] == wish.Length)
            && (wish.FarEdges is null || FarEdges(index) == wish.FarEdges);
    }

    /// <summary>Solved, or at most two turns away.</summary>
    public static bool NearSolved(CubeState position)
    {
        if (position.IsSolved) return true;
        for (var one = 0; one < Turn.FaceTurnCount; one++)
        {
            var after = position.Apply(Turn.FromIndex(one));
            if (after.IsSolved) return true;
            for (var other = 0; other < Turn.FaceTurnCount; other++)
                if (after.Apply(Turn.FromIndex(other)).IsSolved) return true;
        }

        return false;
    }

    /// <summary>The lists of a table, made once: a wish does not hang on the colour.</summary>
    private static readonly ConditionalWeakTable<CrossTable, ConcurrentDictionary<(int?, int?), int[]>> Lists = [];

    private static readonly ConditionalWeakTable<CrossTable, ConcurrentDictionary<CrossWish, Arrangements>> Firsts = [];

    private int[] Fitting(CrossWish wish) => Lists.GetOrCreateValue(table).GetOrAdd((wish.Length, wish.FarEdges), _ => List(wish));

    private int[] List(CrossWish wish)
    {
        var list = new List<int>();
        for (var index = 0; index < table.Distances.Length; index++)
            if (table.Distances[index] != 255 && (wish.Length is null || table.Distances[index] == wish.Length)
                && (wish.FarEdges is null || FarEdges(index) == wish.FarEdges))
                list.Add(index);
        return [.. list];
    }

    private static int FarEdges(int index)
    {
        var bad = 0;
        for (var i = 0; i < 4; i++, index /= EdgeStickers.Count)
            if (!CrossEdges.IsNear(index % EdgeStickers.Count)) bad++;
        return bad;
    }

    /// <summary>
    /// The four edges of a colour where the index says, seen in one of the four holds with it down (0..3); everything else evenly drawn.
    /// </summary>
    internal static CubeState WithCross(Color color, int yHold, int index, Func<int, int> next)
    {
        var seen = CrossPosition.Of(CubeState.Solved, color, yHold);
        var (edges, flips) = (new int[12], new int[12]);
        Array.Fill(edges, -1);
        for (var i = 3; i >= 0; i--, index /= EdgeStickers.Count)
        {
            // Back from the hold with the colour down to the scramble hold.
            var state = seen.Rotation.Rotation.Reverse()
                .Aggregate(index % EdgeStickers.Count, (s, turn) => EdgeStickers.After(s, turn.Inverse));
            var piece = Pieces.EdgeWith(color, seen.SideOf(i))!.Value;
            var place = (int)EdgeStickers.Place(state);
            edges[place] = (int)piece;
            flips[place] = (state & 1) ^ (Pieces.EdgeFaces[(int)piece][0] == color.AsFace() ? 0 : 1);
        }

        return Fill(edges, flips, [.. Enumerable.Range(0, 12).Except(edges)], next);
    }

    /// <summary>The edges that are not laid yet, and the corners, evenly drawn.</summary>
    private static CubeState Fill(int[] edges, int[] flips, int[] others, Func<int, int> next)
    {
        var order = RandomPosition.Shuffled(others.Length, next);
        var (taken, last) = (0, 0);
        for (var place = 0; place < 12; place++)
        {
            if (edges[place] >= 0) continue;
            edges[place] = others[order[taken++]];
            flips[place] = next(2);
            last = place;
        }

        return RandomPosition.Complete(edges, flips, last, next);
    }

    private static string Impossible(CrossWish wish)
    {
        var wanted = (wish.Length, wish.FarEdges) switch
        {
            ({ } length, { } bad) => $"a shortest cross of {length} HTM and {bad} bad edges",
            ({ } length, null) => $"a shortest cross of {length} HTM",
            (null, { } bad) => $"{bad} bad edges",
            _ => "this wish",
        };
        return $"No position has {wanted} for {wish.Color.Name()}: crosses take 0 to {CrossTable.MaxDistance} HTM and have 0 to 4 bad " +
            $"edges.";
    }

    /// <summary>
    /// The arrangements that fit a wish, by where those of its edges lie that earlier wishes have laid. An edge's state is twice its place,
    /// and one more when it is flipped, in the scramble hold.
    /// </summary>
    private sealed class Arrangements
    {
        private readonly Dictionary<int, (int Places, int[] Fitting)[]> groups;
        private readonly int[] shared, own;
        private readonly sbyte[][] stateOf;

        public Arrangements(Color color, int[] fitting, HashSet<int> before)
        {
            var seen = CrossPosition.Of(CubeState.Solved, color);
            (Pieces, stateOf) = (new int[4], new sbyte[4][]);
            for (var i = 0; i < 4; i++)
            {
                var piece = Cube.Pieces.EdgeWith(color, seen.SideOf(i))!.Value;
                Pieces[i] = (int)piece;
                stateOf[i] = new sbyte[EdgeStickers.Count];
                for (var sticker = 0; sticker < EdgeStickers.Count; sticker++)
                {
                    // Back from the hold with the colour down to the scramble hold.
                    var state = seen.Rotation.Rotation.Reverse().Aggregate(sticker, (s, turn) => EdgeStickers.After(s, turn.Inverse));
                    var flip = (state & 1) ^ (Cube.Pieces.EdgeFaces[(int)piece][0] == color.AsFace() ? 0 : 1);
                    stateOf[i][sticker] = (sbyte)(((int)EdgeStickers.Place(state) * 2) + flip);
                }
            }

            shared = [.. Enumerable.Range(0, 4).Where(i => before.Contains(Pieces[i]))];
            own = [.. Enumerable.Range(0, 4).Except(shared)];
            groups = fitting.GroupBy(index => shared.Aggregate(0, (key, i) => (key * 24) + StateOf(index, i)))
                .ToDictionary(g => g.Key, g => g.GroupBy(PlacesOf).Select(p => (p.Key, p.ToArray())).ToArray());
            // Whatever places are taken before, no more than so many agree.
            var subsets = Enumerable.Range(0, 1 << 12)
                .Where(m => System.Numerics.BitOperations.PopCount((uint)m) == before.Count).ToArray();
            Largest = groups.Values.Max(group => subsets.Max(
                taken => group.Sum(p => (p.Places & taken) == 0 ? p.Fitting.Length : 0)));
        }

        /// <summary>The four edges.</summary>
        public int[] Pieces { get; }

        /// <summary>More than so many agree with nothing.</summary>
        public int Largest { get; }

        /// <summary>Those that agree about the edges that are laid already, by the places that they want for the others.</summary>
        public (int Places, int[] Fitting)[] Agreeing(ReadOnlySpan<sbyte> states)
        {
            var key = 0;
            foreach (var i in shared) key = (key * 24) + states[Pieces[i]];
            return groups.GetValueOrDefault(key) ?? [];
        }

        /// <summary>Lays the edges of an arrangement.</summary>
        public void Lay(int index, Span<sbyte> states)
        {
            for (var i = 0; i < 4; i++) states[Pieces[i]] = StateOf(index, i);
        }

        private int PlacesOf(int index) => own.Aggregate(0, (places, i) => places | (1 << (StateOf(index, i) >> 1)));

        private sbyte StateOf(int index, int i)
        {
            for (var after = 3; after > i; after--) index /= EdgeStickers.Count;
            return stateOf[i][index % EdgeStickers.Count];
        }
    }
}
