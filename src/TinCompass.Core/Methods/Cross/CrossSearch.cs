using System.Numerics;
using System.Runtime.CompilerServices;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// All shortest crosses, and all that are up to two turns longer. Optimal search visits only positions on shortest ways (a few hundred a
/// colour); each further turn of slack multiplies the work by about thirteen. No allocation per node.
/// </summary>
public sealed class CrossSearch(CrossTable table)
{
    /// <summary>The most that may be asked beyond the shortest, in HTM.</summary>
    public const int MaxSlack = 2;

    /// <summary>The exact distances that guide the search.</summary>
    public CrossTable Table { get; } = table;

    /// <summary>Least HTM to the cross, the base colour being down.</summary>
    public int Distance(CrossPosition position) => Table.Distances[position.Index];

    /// <summary>
    /// Adds to <paramref name="found"/> every sequence of exactly <paramref name="length"/> face turns after which the cross stands on D,
    /// in the order of <see cref="TurnOrder"/>, each class of commuting neighbours once. At the optimal length these are all shortest
    /// crosses; above it also sequences with a turn that no cross needs. Throws when cancelled; what was found stays in the list.
    /// </summary>
    public void Find(CrossPosition position, int length, SolutionList found, CancellationToken cancel = default)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(length, PackedTurns.MaxLength);
        var index = position.Index;
        int distance = Table.Distances[index];
        if (length < distance) return;
        if (length == 0)
        {
            found.Add(0);
            return;
        }

        int first = index / EdgeStickers.PairCount, second = index % EdgeStickers.PairCount;
        if (length == distance)
            Shortest(EdgeStickers.PairMoves, Table.Nearer, found, first, second, TurnOrder.All, length, 0, 0);
        else
            WithSlack(EdgeStickers.PairMoves, Table.Distances, found, first, second, TurnOrder.All, length, 0, 0, cancel);
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static void Shortest(
        ReadOnlySpan<ushort> moves, ReadOnlySpan<uint> nearer, SolutionList found, int first, int second, uint allowed, int left, ulong turns, int shift)
    {
        for (var open = nearer[(first * EdgeStickers.PairCount) + second] & allowed; open != 0; open &= open - 1)
        {
            var turn = BitOperations.TrailingZeroCount(open);
            var extended = turns | ((ulong)(turn + 1) << shift);
            if (left == 1)
            {
                found.Add(extended);
                continue;
            }

            var row = turn * EdgeStickers.PairCount;
            Shortest(moves, nearer, found, moves[row + first], moves[row + second], TurnOrder.AllowedAfter[turn], left - 1, extended, shift + PackedTurns.BitsPerTurn);
        }
    }

    /// <summary>As <see cref="Shortest"/>, with every turn tried that leaves the cross within reach. False when the list is full.</summary>
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static bool WithSlack(
        ReadOnlySpan<ushort> moves, ReadOnlySpan<byte> distances, SolutionList found, int first, int second, uint allowed, int left, ulong turns, int shift,
        CancellationToken cancel)
    {
        if (shift <= PackedTurns.BitsPerTurn) cancel.ThrowIfCancellationRequested();
        for (var open = allowed; open != 0; open &= open - 1)
        {
            var turn = BitOperations.TrailingZeroCount(open);
            var row = turn * EdgeStickers.PairCount;
            int nextFirst = moves[row + first], nextSecond = moves[row + second];
            if (distances[(nextFirst * EdgeStickers.PairCount) + nextSecond] > left - 1) continue;
            var extended = turns | ((ulong)(turn + 1) << shift);
            var goesOn = left == 1
                ? found.Add(extended)
                : WithSlack(moves, distances, found, nextFirst, nextSecond, TurnOrder.AllowedAfter[turn], left - 1, extended, shift + PackedTurns.BitsPerTurn, cancel);
            if (!goesOn) return false;
        }

        return true;
    }
}
