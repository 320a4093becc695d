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

        var start = new Halves((ushort)(index / EdgeStickers.PairCount), (ushort)(index % EdgeStickers.PairCount));
        if (length == distance)
        {
            var shortest = new OnShortestWays(Table.Nearer, found);
            Deepening.All<OnShortestWays, Halves>(ref shortest, start, TurnOrder.All, length);
        }
        else
        {
            var within = new WithinReach(Table.Distances, found, cancel);
            Deepening.All<WithinReach, Halves>(ref within, start, TurnOrder.All, length);
        }
    }

    /// <summary>The four edges as two pairs.</summary>
    private readonly record struct Halves(ushort First, ushort Second)
    {
        public int Index => (First * EdgeStickers.PairCount) + Second;
    }

    /// <summary>Only turns that lead one nearer.</summary>
    private readonly ref struct OnShortestWays(ReadOnlySpan<uint> nearer, SolutionList found) : ISearched<Halves>
    {
        private readonly ReadOnlySpan<ushort> moves = EdgeStickers.PairMoves;
        private readonly ReadOnlySpan<uint> nearer = nearer;

        public bool Enter() => true;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public uint Turns(in Halves node, int left) => nearer[node.Index];

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public bool TryTurn(in Halves node, int turn, int left, out Halves after)
        {
            var row = turn * EdgeStickers.PairCount;
            after = new Halves(moves[row + node.First], moves[row + node.Second]);
            return true;
        }

        public uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }

    /// <summary>Every turn that leaves the cross within reach.</summary>
    private ref struct WithinReach(ReadOnlySpan<byte> distances, SolutionList found, CancellationToken cancel) : ISearched<Halves>
    {
        private readonly ReadOnlySpan<ushort> moves = EdgeStickers.PairMoves;
        private readonly ReadOnlySpan<byte> distances = distances;
        private int entered;

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in Halves node, int left) => TurnOrder.All;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly bool TryTurn(in Halves node, int turn, int left, out Halves after)
        {
            var row = turn * EdgeStickers.PairCount;
            after = new Halves(moves[row + node.First], moves[row + node.Second]);
            return distances[after.Index] <= left;
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }
}
