using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>
/// The fewest turns of all six faces (HTM) after which both blocks stand and a base- or top-coloured centre is up: the first block may be
/// taken apart on the way. Iterative deepening under the greater of the exact distances of both blocks.
/// </summary>
public sealed class BothBlocksSearch(FirstBlockTable table)
{
    /// <summary>The most ways that are found.</summary>
    public const int MostFound = 200_000;

    /// <summary>
    /// Every shortest way, rotation first (from the hold of the position as it was read); the blocks are at left and right after it, the
    /// base down. Throws when cancelled.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Find(FirstBlockDone position, CancellationToken cancel = default)
    {
        Color left = position.Frame.ColorAt(Face.L), right = position.Frame.ColorAt(Face.R);
        var start = position.Held.Apply(position.Rotation.Reverse().Select(t => t.Inverse));
        var found = new List<IReadOnlyList<Turn>>();
        var starts = new (Node Node, Hold Hold)[2];
        // The centres may end with the base's colour down or up: the other way, the base is called by the top's name.
        for (var i = 0; i < starts.Length; i++)
        {
            var (one, other) = (FirstBlockPosition.Of(start, new Block(left, position.Color)),
                FirstBlockPosition.Of(start, new Block(right, position.Color)));
            starts[i] = i == 0 ? (new Node(one.Index, other.Index), one.Hold)
                : (new Node(HalfTurned(one.Index), HalfTurned(other.Index)), one.Turned(2));
        }

        for (var length = 0; found.Count == 0; length++)
            foreach (var (node, hold) in starts)
            {
                if (length == 0 && node.IsSolved) found.Add(FirstBlockPosition.Rotation(start.Hold, hold));
                if (length == 0) continue;
                var rotation = FirstBlockPosition.Rotation(start.Hold, hold);
                var searched = new Searched(table, rotation, found, cancel);
                Deepening.All<Searched, Node>(ref searched, node, TurnOrder.All, length);
            }

        return found;
    }

    private static int HalfTurned(int index)
    {
        var (edges, corners) = (index / FirstBlockTable.Corners, index % FirstBlockTable.Corners);
        int Edge(int e) => EdgeStickers.After(e, HalfX);
        int Corner(int c) => CornerStickers.After(c, HalfX);
        return ((((((Edge(edges / 576) * 24) + Edge(edges / 24 % 24)) * 24) + Edge(edges % 24)) * 24) + Corner(corners / 24)) * 24
            + Corner(corners % 24);
    }

    private static readonly Turn HalfX = Notation.Algorithm.Parse("x2").Turns[0];

    // A turn as it is called when the right block is held at the left: the cube turned by y2.
    private static readonly byte[] Facing = [.. Enumerable.Range(0, Turn.FaceTurnCount)
        .Select(t => (byte)Turn.FromIndex(t).Renamed(Hold.Scramble, Hold.Scramble.After(Notation.Algorithm.Parse("y2").Turns[0])).Index)];

    /// <summary>Both blocks, each as if held at the left.</summary>
    private readonly record struct Node(int LeftEdges, int LeftCorners, int RightEdges, int RightCorners)
    {
        public Node(int left, int right)
            : this(left / FirstBlockTable.Corners, left % FirstBlockTable.Corners, right / FirstBlockTable.Corners,
                right % FirstBlockTable.Corners)
        {
        }

        public int Left => (LeftEdges * FirstBlockTable.Corners) + LeftCorners;

        public int Right => (RightEdges * FirstBlockTable.Corners) + RightCorners;

        public bool IsSolved => Left == FirstBlockPosition.Solved[0] && Right == FirstBlockPosition.Solved[0];
    }

    private ref struct Searched(FirstBlockTable table, IReadOnlyList<Turn> rotation, List<IReadOnlyList<Turn>> found,
        CancellationToken cancel) : ISearched<Node>
    {
        private readonly ReadOnlySpan<byte> distances = table.Distances(centreIsFree: false);
        private readonly ushort[] edges = FirstBlockTable.EdgeMoves;
        private readonly ushort[] corners = FirstBlockTable.CornerMoves;
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
            after = default;
            var (e, c) = (edges[(turn * FirstBlockTable.Edges) + node.LeftEdges],
                corners[(turn * FirstBlockTable.Corners) + node.LeftCorners]);
            if (distances[(e * FirstBlockTable.Corners) + c] > left) return false;
            int other = Facing[turn];
            after = new Node(e, c, edges[(other * FirstBlockTable.Edges) + node.RightEdges],
                corners[(other * FirstBlockTable.Corners) + node.RightCorners]);
            var distance = distances[after.Right];
            return distance <= left && (left == 0 || distance > 0 || distances[after.Left] > 0);
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns)
        {
            var made = new List<Turn>(rotation);
            foreach (var turn in turns) made.Add(Turn.FromIndex(turn));
            found.Add(made);
            return found.Count < MostFound;
        }
    }
}
