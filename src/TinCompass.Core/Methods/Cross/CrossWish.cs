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
/// Draws positions that fit wishes, each of those that fit equally likely. The rarest wish is drawn from a list of all cross arrangements
/// that
/// fit (at most 190 080), the rest of the cube is drawn evenly; further wishes are met by drawing again.
/// </summary>
public sealed class WishedPositions
{
    private const int MaxDraws = 400_000;

    private readonly CrossTable table;
    private readonly IReadOnlyList<CrossWish> wishes;
    private readonly int[] fitting = [];

    /// <summary>Prepares to draw. Throws <see cref="CrossWishException"/> when no cross fits one of the wishes.</summary>
    public WishedPositions(CrossTable table, IReadOnlyList<CrossWish> wishes)
    {
        this.table = table;
        var lists = wishes.Select(w => (Wish: w, Fitting: Fitting(w))).OrderBy(w => w.Fitting.Length).ToArray();
        foreach (var (wish, list) in lists)
            if (list.Length == 0) throw new CrossWishException(Impossible(wish));
        this.wishes = [.. lists.Select(w => w.Wish)];
        if (lists.Length > 0) fitting = lists[0].Fitting;
    }

    /// <summary>
    /// Draws a position, in the scramble hold, from a source of random numbers. One within two turns of solved is drawn again. Throws
    /// <see cref="CrossWishException"/> when several wishes together are too rare to be met.
    /// </summary>
    public CubeState Draw(Func<int, int> next, CancellationToken cancel = default)
    {
        for (var draw = 0; draw < MaxDraws; draw++)
        {
            if ((draw & 1023) == 0) cancel.ThrowIfCancellationRequested();
            var position = wishes.Count == 0 ? RandomPosition.Draw(next)
                : WithCross(wishes[0].Color, 0, fitting[next(fitting.Length)], next);
            if (wishes.Skip(1).All(w => Fits(w, position)) && !NearSolved(position)) return position;
        }

        throw new CrossWishException($"No position that fits all wishes was found in {MaxDraws} draws: loosen one of them.");
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

        var others = Enumerable.Range(0, 12).Except(edges).ToArray();
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
}
