using System.Runtime.CompilerServices;

namespace TinCompass.Core.Search;

/// <summary>
/// Positions that turns lead between, each with an index of its own. A struct, so that every table gets code of its own without a virtual
/// call; it may keep parts of the
/// index it was told to leave from.
/// </summary>
public interface ITurnSpace
{
    /// <summary>Indices run from 0 to this; not all of them need be positions.</summary>
    int Size { get; }

    /// <summary>How many of them are positions: the length of the queue.</summary>
    int Positions { get; }

    /// <summary>Number of turns.</summary>
    int Turns { get; }

    /// <summary>Says from which position the next turns are made.</summary>
    void Leave(int index);

    /// <summary>The position that a turn leads to.</summary>
    int After(int turn);
}

/// <summary>
/// Two parts that turns move independently, as one index <c>first · Seconds + second</c>; the moves of a part are listed turn by turn:
/// <c>turn · Count + place</c>.
/// </summary>
/// <param name="firstMoves">Where each turn takes the first part.</param>
/// <param name="secondMoves">Where each turn takes the second part.</param>
/// <param name="turns">Number of turns.</param>
/// <param name="positions">How many index values are positions.</param>
public struct TwoParts(ushort[] firstMoves, ushort[] secondMoves, int turns, int positions) : ITurnSpace
{
    private readonly int firsts = firstMoves.Length / turns;
    private readonly int seconds = secondMoves.Length / turns;
    private int first;
    private int second;

    /// <inheritdoc/>
    public readonly int Size => firsts * seconds;

    /// <inheritdoc/>
    public readonly int Positions => positions;

    /// <inheritdoc/>
    public readonly int Turns => turns;

    /// <inheritdoc/>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public void Leave(int index) => (first, second) = (index / seconds, index % seconds);

    /// <inheritdoc/>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public readonly int After(int turn) => (firstMoves[(turn * firsts) + first] * seconds) + secondMoves[(turn * seconds) + second];
}

/// <summary>The one builder of exact distances, breadth first: each position is left once, so the work is positions · turns.</summary>
public static class DistanceTable
{
    /// <summary>The distance of an index that no turns lead to.</summary>
    public const byte Unreached = byte.MaxValue;

    /// <summary>
    /// The least number of turns to a goal, for every index; where turns come with their inverses it is the same there and back. Throws
    /// when cancelled.
    /// </summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static byte[] Build<TSpace>(TSpace space, ReadOnlySpan<int> goals, CancellationToken cancel = default)
        where TSpace : struct, ITurnSpace
    {
        var distances = new byte[space.Size];
        Array.Fill(distances, Unreached);
        var queue = new int[space.Positions];
        int head = 0, tail = 0, turns = space.Turns;
        foreach (var goal in goals)
        {
            distances[goal] = 0;
            queue[tail++] = goal;
        }

        while (head < tail)
        {
            if ((head & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            var here = queue[head++];
            var next = (byte)(distances[here] + 1);
            space.Leave(here);
            for (var turn = 0; turn < turns; turn++)
            {
                var there = space.After(turn);
                if (distances[there] != Unreached) continue;
                distances[there] = next;
                queue[tail++] = there;
            }
        }

        return distances;
    }

    /// <summary>For each index the turns (as bits) that come one nearer; 0 at a goal and where no turns lead to.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    public static uint[] Nearer<TSpace>(TSpace space, byte[] distances)
        where TSpace : struct, ITurnSpace
    {
        var nearer = new uint[distances.Length];
        var turns = space.Turns;
        for (var here = 0; here < distances.Length; here++)
        {
            int distance = distances[here];
            if (distance is 0 or Unreached) continue;
            space.Leave(here);
            uint bits = 0;
            for (var turn = 0; turn < turns; turn++)
                if (distances[space.After(turn)] == distance - 1) bits |= 1u << turn;
            nearer[here] = bits;
        }

        return nearer;
    }
}
