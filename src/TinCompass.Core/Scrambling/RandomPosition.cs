using TinCompass.Core.Cube;

namespace TinCompass.Core.Scrambling;

/// <summary>Draws positions, each of the 43 252 003 274 489 856 000 equally likely.</summary>
public static class RandomPosition
{
    /// <summary>
    /// Draws a position from a source of random numbers (an exclusive bound in, a number from 0 out). Every legal position is equally
    /// likely
    /// when the numbers are.
    /// </summary>
    public static CubeState Draw(Func<int, int> next)
    {
        var edges = Shuffled(12, next);
        var flips = new int[12];
        for (var i = 0; i < 12; i++) flips[i] = next(2);
        return Complete(edges, flips, lastFlip: 11, next);
    }

    /// <summary>
    /// Completes given edges to a legal position: the flip at <paramref name="lastFlip"/> is set for the flip law, the corners are drawn.
    /// </summary>
    internal static CubeState Complete(int[] edges, int[] flips, int lastFlip, Func<int, int> next)
    {
        flips[lastFlip] = (flips.Sum() - flips[lastFlip]) % 2;
        var corners = Shuffled(8, next);
        var twists = new int[8];
        for (var i = 0; i < 7; i++) twists[i] = next(3);
        twists[7] = (21 - twists.Sum()) % 3;
        // Half of the shuffles have the wrong parity; swapping two corners makes each right one from exactly one wrong one.
        if (Legality.IsOdd(corners) != Legality.IsOdd(edges)) (corners[6], corners[7]) = (corners[7], corners[6]);
        return CubeState.Create(corners, twists, edges, flips);
    }

    internal static int[] Shuffled(int count, Func<int, int> next)
    {
        var items = Enumerable.Range(0, count).ToArray();
        for (var i = count - 1; i > 0; i--)
        {
            var other = next(i + 1);
            (items[i], items[other]) = (items[other], items[i]);
        }

        return items;
    }
}
