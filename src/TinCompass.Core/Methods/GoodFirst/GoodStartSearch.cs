using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>
/// The fewest turns (HTM) after which no edge is bad and the line of the base stands, or its cross; every such way, and longer ones. Pieces
/// are named by where they belong as the cube is held, the base down. The line is read from a table of all 270 336 positions of its two
/// edges with all bad ones; the cross is searched between that table, the same of its other two edges and the distances of the cross.
/// </summary>
public sealed class GoodStartSearch(CrossTable cross)
{
    /// <summary>Positions of two edges with all bad ones: 12 · 11 · 2048.</summary>
    public const int PositionCount = 12 * 11 * (1 << 11);

    private static readonly Lazy<byte[]> Lines = new(() => Table(Edge.DF, Edge.DB));
    private static readonly Lazy<byte[]> Sides = new(() => Table(Edge.DR, Edge.DL));

    private readonly SolutionList found = new() { Limit = 2000 };

    /// <summary>
    /// Every shortest way, or those of up to <paramref name="slack"/> turns more as well, the shortest first; one empty one when it stands.
    /// Throws when cancelled.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Find(CubeState named, bool withCross, int slack = 0, CancellationToken cancel = default)
    {
        var searched = new Searched(Lines.Value, Sides.Value, cross.Distances, withCross, found, cancel);
        var start = Read(named);
        var least = searched.Bound(start);
        if (least == 0) return [[]];
        found.Clear();
        for (var (length, last) = (least, PackedTurns.MaxLength); length <= last; length++)
        {
            Deepening.All<Searched, Node>(ref searched, start, TurnOrder.All, length);
            if (last == PackedTurns.MaxLength && found.Count > 0) last = Math.Min(last, length + slack);
        }

        return [.. Enumerable.Range(0, found.Count).Select(i => found[i].ToArray())];
    }

    /// <summary>The fewest turns to the line alone, from the table.</summary>
    public static int Line(CubeState named)
    {
        var node = Read(named);
        return Lines.Value[(node.Bad * EdgeStickers.PairCount) + node.Line];
    }

    /// <summary>How many positions are so many turns away from the line, from none on.</summary>
    public static IReadOnlyList<int> LineCounts() => [.. Lines.Value.Where(d => d != DistanceTable.Unreached).GroupBy(d => d)
        .OrderBy(g => g.Key).Select(g => g.Count())];

    private static byte[] Table(Edge one, Edge other) => DistanceTable.Build(
        new TwoParts(BadEdges.Moves, EdgeStickers.PairMoveTable, Turn.FaceTurnCount, PositionCount),
        [Pair((byte)EdgeStickers.State(one, 0), (byte)EdgeStickers.State(other, 0))]);

    private static int Pair(byte one, byte other) => (one * EdgeStickers.Count) + other;

    private static Node Read(CubeState named)
    {
        Span<byte> states = stackalloc byte[4];
        for (var i = 0; i < 4; i++) states[i] = StateOf(named, CrossTable.Places[i]);
        return new Node(BadEdges.Of(named) & 0x7FF, Pair(states[0], states[2]), Pair(states[1], states[3]), CrossTable.Index(states));
    }

    private static byte StateOf(CubeState named, Edge piece)
    {
        for (var place = 0; place < 12; place++)
            if (named.EdgeAt((Edge)place) == piece) return (byte)EdgeStickers.State((Edge)place, named.FlipAt((Edge)place));
        throw new ArgumentException("an edge is missing", nameof(named));
    }

    private readonly record struct Node(int Bad, int Line, int Sides, int Cross);

    private ref struct Searched(ReadOnlySpan<byte> lines, ReadOnlySpan<byte> sides, ReadOnlySpan<byte> cross, bool withCross,
        SolutionList found, CancellationToken cancel) : ISearched<Node>
    {
        private readonly ReadOnlySpan<byte> lines = lines;
        private readonly ReadOnlySpan<byte> sides = sides;
        private readonly ReadOnlySpan<byte> cross = cross;
        private readonly ReadOnlySpan<ushort> bad = BadEdges.Moves;
        private readonly ReadOnlySpan<ushort> pairs = EdgeStickers.PairMoveTable;
        private int entered;

        public readonly int Bound(in Node node)
        {
            int line = lines[(node.Bad * EdgeStickers.PairCount) + node.Line];
            if (!withCross) return line;
            int side = sides[(node.Bad * EdgeStickers.PairCount) + node.Sides];
            return Math.Max(Math.Max(line, side), cross[node.Cross]);
        }

        public bool Enter()
        {
            if ((entered++ & 0xFFF) == 0) cancel.ThrowIfCancellationRequested();
            return true;
        }

        public readonly uint Turns(in Node node, int left) => TurnOrder.All;

        public readonly bool TryTurn(in Node node, int turn, int left, out Node after)
        {
            after = new Node(bad[(turn << 11) + node.Bad], pairs[(turn * EdgeStickers.PairCount) + node.Line],
                pairs[(turn * EdgeStickers.PairCount) + node.Sides], withCross ? CrossTable.After(node.Cross, turn) : node.Cross);
            // What stands already is not turned on.
            return Bound(after) is var least && least <= left && (least > 0 || left == 0);
        }

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn];

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Add(turns);
    }
}
