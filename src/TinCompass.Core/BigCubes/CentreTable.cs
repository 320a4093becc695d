using System.Numerics;
using TinCompass.Core.Cube;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// The fewest turns that bring four centre pieces of one kind to a face, or to any face, from each of their 10 626 places (24 over 4), by
/// the moves that keep what is kept. 10 626 bytes.
/// </summary>
internal sealed class CentreTable
{
    /// <summary>24 over 4.</summary>
    public const int Count = 10626;

    /// <summary>No move leads there.</summary>
    public const int Never = byte.MaxValue;

    private static readonly int[] Choose = [.. Enumerable.Range(0, 5).SelectMany(k => Enumerable.Range(0, 25).Select(n => Over(n, k)))];

    private readonly byte[] distances = new byte[Count];

    public CentreTable(CentreMoves moves, int orbit, IEnumerable<Face> goals)
    {
        distances.AsSpan().Fill(Never);
        var rows = new List<List<uint>> { new() };
        foreach (var face in goals)
        {
            distances[Rank(BigPieces.Whole(face))] = 0;
            rows[0].Add(BigPieces.Whole(face));
        }

        // A move costs one turn or three: places are settled row by row, each row all of one distance.
        for (var distance = 0; distance < rows.Count; distance++)
            foreach (var mask in rows[distance])
            {
                if (distances[Rank(mask)] != distance) continue;
                foreach (var move in moves.All)
                {
                    var (next, cost) = (move.Apply(orbit, mask), distance + move.Cost);
                    var rank = Rank(next);
                    if (distances[rank] <= cost) continue;
                    distances[rank] = (byte)cost;
                    while (rows.Count <= cost) rows.Add([]);
                    rows[cost].Add(next);
                }
            }
    }

    /// <summary>Turns from here; <see cref="Never"/> where the moves do not lead.</summary>
    public int this[uint mask] => distances[Rank(mask)];

    /// <summary>How many places are so many turns away, from 0 on.</summary>
    public IReadOnlyList<int> Figures => [.. Enumerable.Range(0, distances.Where(d => d != Never).Max() + 1)
        .Select(d => distances.Count(x => x == d))];

    /// <summary>The number of four of 24 bits, 0 to 10 625.</summary>
    private static int Rank(uint mask)
    {
        var rank = 0;
        for (var k = 1; mask != 0; k++, mask &= mask - 1) rank += Choose[(25 * k) + BitOperations.TrailingZeroCount(mask)];
        return rank;
    }

    private static int Over(int n, int k)
    {
        long found = 1;
        for (var i = 0; i < k; i++) found = found * (n - i) / (i + 1);
        return n < k ? 0 : (int)found;
    }
}
