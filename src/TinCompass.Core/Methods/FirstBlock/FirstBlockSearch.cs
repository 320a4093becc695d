using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>A first block: how the cube is held, and the turns of faces; the block then lies at the left, its base down.</summary>
/// <param name="Rotation">How the cube is turned before, from the hold of the position.</param>
/// <param name="Turns">Turns of faces in the hold after it.</param>
public sealed record BlockWay(IReadOnlyList<Turn> Rotation, IReadOnlyList<Turn> Turns)
{
    /// <summary>"x2 R U' F2": all of it.</summary>
    public override string ToString() => string.Join(' ', Rotation.Concat(Turns));
}

/// <summary>
/// All shortest ways to build a block, and all that are up to two turns longer, under exact distances: optimal search visits only positions
/// on shortest ways. The centre of the base may end anywhere, or has to be right. One searcher serves one thread at a time.
/// </summary>
public sealed class FirstBlockSearch(FirstBlockTable table)
{
    /// <summary>The most that may be asked beyond the shortest, in HTM.</summary>
    public const int MaxSlack = 2;

    private readonly SolutionList found = new();

    /// <summary>Least HTM to a block.</summary>
    public int Distance(FirstBlockPosition position, bool centreIsFree) => table.Distances(centreIsFree)[position.Index];

    /// <summary>
    /// Every sequence of exactly <paramref name="length"/> turns after which the block stands, each class of commuting neighbours once,
    /// none of which it stands before its end. Throws when cancelled.
    /// </summary>
    public IReadOnlyList<BlockWay> Find(FirstBlockPosition position, bool centreIsFree, int length, CancellationToken cancel = default)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(length, FirstBlockTable.MaxDistance + MaxSlack);
        var distance = Distance(position, centreIsFree);
        if (length < distance || (distance == 0 && length > 0)) return [];
        found.Clear();
        if (length == 0) found.Add(0);
        else
        {
            var searched = new Searched(table.Distances(centreIsFree), found, cancel);
            Deepening.All<Searched, Node>(
                ref searched, new Node(position.Index / FirstBlockTable.Corners, position.Index % FirstBlockTable.Corners), TurnOrder.All,
                    length);
        }

        return [.. Enumerable.Range(0, found.Count).Select(i => Held(position, found[i].ToArray()))];
    }

    /// <summary>The same turns as they are called where the block ends at the base.</summary>
    private static BlockWay Held(FirstBlockPosition position, IReadOnlyList<Turn> turns)
    {
        var node = new Node(position.Index / FirstBlockTable.Corners, position.Index % FirstBlockTable.Corners);
        foreach (var turn in turns) node = node.After(turn.Index);
        var at = -1;
        for (var n = 0; n < FirstBlockPosition.Solved.Count; n++)
            if (FirstBlockPosition.Solved[n] == node.Index) at = n;
        var hold = position.Turned(at);
        return new BlockWay(FirstBlockPosition.Rotation(position.From, hold), [.. turns.Select(t => t.Renamed(position.Hold, hold))]);
    }

    /// <summary>The three edges and the two corners.</summary>
    private readonly record struct Node(int Edges, int Corners)
    {
        public int Index => (Edges * FirstBlockTable.Corners) + Corners;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public Node After(int turn) => new(FirstBlockTable.EdgeMoves[(turn * FirstBlockTable.Edges) + Edges],
            FirstBlockTable.CornerMoves[(turn * FirstBlockTable.Corners) + Corners]);
    }

    private ref struct Searched(ReadOnlySpan<byte> distances, SolutionList found, CancellationToken cancel) : ISearched<Node>
    {
        private readonly ReadOnlySpan<byte> distances = distances;
        private int entered;

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in Node node, int left) => TurnOrder.All;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly bool TryTurn(in Node node, int turn, int left, out Node after)
        {
            after = node.After(turn);
            var distance = distances[after.Index];
            return distance <= left && (distance > 0 || left == 0);
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }
}
