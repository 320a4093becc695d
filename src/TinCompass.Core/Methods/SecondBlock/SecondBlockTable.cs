using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>What of the second block has to stand at the end of a step.</summary>
public enum SecondBlockGoal
{
    /// <summary>The edge at the base.</summary>
    BaseEdge,

    /// <summary>The base edge and the pair in front.</summary>
    FrontSquare,

    /// <summary>The base edge and the pair behind.</summary>
    BackSquare,

    /// <summary>All of it, a base- or top-coloured centre up.</summary>
    Block,
}

/// <summary>
/// Exact distances of the second block by R, r, M and U and their halves, each one turn: the whole of it, a base- or top-coloured centre
/// up (1 088 640 placings of five pieces, twice for the centres: 2 177 280 of 15.9 million entries, a byte each), and what its steps have
/// to bring: the base edge (24 entries), a square in front or behind (13 824 each). Built in less than a second.
/// </summary>
public sealed class SecondBlockTable
{
    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "second-block 1";

    /// <summary>How many placings the five pieces have, the centres left out: 9·8·7·2³ edges, 6·5·3² corners.</summary>
    public const int Placings = 1_088_640;

    internal const int Corners = CornerStickers.Count * CornerStickers.Count;

    internal const int Edges = EdgeStickers.Count * EdgeStickers.Count * EdgeStickers.Count * 2;

    private readonly byte[] whole;
    private readonly byte[] baseEdge;
    private readonly byte[] frontSquare;
    private readonly byte[] backSquare;

    private SecondBlockTable(byte[] whole)
    {
        this.whole = whole;
        var (edge, corner) = (SecondBlockPosition.HomeEdges, SecondBlockPosition.HomeCorners);
        baseEdge = DistanceTable.Build(new OnePart(EdgeMoves24, Turns.Count), [edge[0]]);
        frontSquare = DistanceTable.Build(new Square(Turns.Count), [Square.Index(edge[0], edge[1], corner[0])]);
        backSquare = DistanceTable.Build(new Square(Turns.Count), [Square.Index(edge[0], edge[2], corner[1])]);
    }

    /// <summary>R R2 R' r r2 r' M M2 M' U U2 U': the turns.</summary>
    public static IReadOnlyList<Turn> Turns { get; } = Algorithm.Parse("R R2 R' r r2 r' M M2 M' U U2 U'").Turns;

    /// <summary>The turns (as bits) that may follow each: of those about one axis the order R, r, M alone, none twice.</summary>
    public static IReadOnlyList<uint> AllowedAfter { get; } = [.. Enumerable.Range(0, 12).Select(t =>
        (uint)Enumerable.Range(0, 12).Where(n => t / 3 == 3 ? n / 3 != 3 : n / 3 > t / 3).Sum(n => 1 << n))];

    /// <summary>The tables on a shelf; kept between starts.</summary>
    public static TableKind<SecondBlockTable> Kind { get; } =
        new("second-block", _ => Build()) { Load = Load, Save = (table, stream) => table.Save(stream) };

    private static byte[] EdgeMoves24 { get; } = Single(EdgeStickers.After);

    private static byte[] CornerMoves24 { get; } = Single(CornerStickers.After);

    /// <summary>Where each turn takes the edges and the centres: entry <c>turn · 27 648 + edges</c>.</summary>
    internal static ushort[] EdgeMoves { get; } = AllEdges();

    /// <summary>Where each turn takes the corners: entry <c>turn · 576 + corners</c>.</summary>
    internal static ushort[] CornerMoves { get; } = AllCorners();

    /// <summary>The fewest turns from a position to a goal.</summary>
    public int Distance(SecondBlockPosition position, SecondBlockGoal goal) => goal switch
    {
        SecondBlockGoal.BaseEdge => baseEdge[position.Edge(0)],
        SecondBlockGoal.FrontSquare => frontSquare[Square.Index(position.Edge(0), position.Edge(1), position.Corner(0))],
        SecondBlockGoal.BackSquare => backSquare[Square.Index(position.Edge(0), position.Edge(2), position.Corner(1))],
        _ => whole[position.Index],
    };

    /// <summary>The distances of the whole block; 255 where no position is.</summary>
    public ReadOnlySpan<byte> Whole => whole;

    /// <summary>Builds them; throws when cancelled.</summary>
    public static SecondBlockTable Build(CancellationToken cancel = default) => new(DistanceTable.Build(
        new TwoParts(EdgeMoves, CornerMoves, Turns.Count, 2 * Placings), [SecondBlockPosition.Solved.Index], cancel));

    /// <summary>
    /// The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static SecondBlockTable Load(Stream stream) => new(TableFile.Read(stream, Title)[nameof(whole)].Bytes);

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title, [new(nameof(whole), whole)]);

    private static byte[] Single(Func<int, Turn, int> after) =>
        [.. Turns.SelectMany(t => Enumerable.Range(0, EdgeStickers.Count).Select(s => (byte)after(s, t)))];

    private static ushort[] AllEdges()
    {
        var moves = new ushort[Turns.Count * Edges];
        for (var t = 0; t < Turns.Count; t++)
        {
            var turnsMiddle = Turns[t].Letter is 'r' or 'M' && Turns[t].Quarters != 2 ? 1 : 0;
            for (var e = 0; e < Edges; e++)
            {
                int a = e / 2 / 576, b = e / 2 / 24 % 24, c = e / 2 % 24;
                var after = (((EdgeMoves24[(t * 24) + a] * 24) + EdgeMoves24[(t * 24) + b]) * 24) + EdgeMoves24[(t * 24) + c];
                moves[(t * Edges) + e] = (ushort)((after * 2) + ((e & 1) ^ turnsMiddle));
            }
        }

        return moves;
    }

    private static ushort[] AllCorners()
    {
        var moves = new ushort[Turns.Count * Corners];
        for (var t = 0; t < Turns.Count; t++)
            for (var c = 0; c < Corners; c++)
                moves[(t * Corners) + c] = (ushort)((CornerMoves24[(t * 24) + (c / 24)] * 24) + CornerMoves24[(t * 24) + (c % 24)]);
        return moves;
    }

    /// <summary>One piece: 24 states.</summary>
    private struct OnePart(byte[] moves, int turns) : ITurnSpace
    {
        private int state;

        public readonly int Size => EdgeStickers.Count;

        public readonly int Positions => EdgeStickers.Count;

        public readonly int Turns => turns;

        public void Leave(int index) => state = index;

        public readonly int After(int turn) => moves[(turn * EdgeStickers.Count) + state];
    }

    /// <summary>Two edges and a corner: 24³ states.</summary>
    private struct Square(int turns) : ITurnSpace
    {
        private int one;
        private int other;
        private int corner;

        public static int Index(int one, int other, int corner) => (((one * 24) + other) * 24) + corner;

        public readonly int Size => 24 * 24 * 24;

        public readonly int Positions => Size;

        public readonly int Turns => turns;

        public void Leave(int index) => (one, other, corner) = (index / 576, index / 24 % 24, index % 24);

        public readonly int After(int turn) =>
            Index(EdgeMoves24[(turn * 24) + one], EdgeMoves24[(turn * 24) + other], CornerMoves24[(turn * 24) + corner]);
    }
}
