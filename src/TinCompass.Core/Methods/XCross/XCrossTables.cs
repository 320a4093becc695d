using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.XCross;

/// <summary>
/// Exact distances (HTM) of cross and one corner, and of cross and one slot edge, for the slot front-right: 4 561 920 (190 080 · 24) and
/// 3 041 280 (190 080 · 16) positions. Entry <c>cross index · 24 + state</c>; 8.0 MB each. The greater of the two bounds cross and pair
/// from
/// below. Other slots and colours are turned to the front-right first, so these two serve all 24 pairs. Built in about a second, kept in a
/// table file.
/// </summary>
public sealed class XCrossTables
{
    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "xcross 1";

    private const int States = 24;

    /// <summary>The tables on a shelf; kept between starts.</summary>
    public static TableKind<XCrossTables> Kind { get; } =
        new("xcross", _ => Build()) { Load = Load, Save = (tables, stream) => tables.Save(stream) };

    private readonly byte[] withCorner;
    private readonly byte[] withEdge;

    private XCrossTables(byte[] withCorner, byte[] withEdge) => (this.withCorner, this.withEdge) = (withCorner, withEdge);

    /// <summary>Distances of cross and corner.</summary>
    public ReadOnlySpan<byte> WithCorner => withCorner;

    /// <summary>Distances of cross and slot edge; 255 where a cross edge stands already.</summary>
    public ReadOnlySpan<byte> WithEdge => withEdge;

    /// <summary>The corner's state when it is solved: base sticker on D at down-front-right.</summary>
    public static int SolvedCorner { get; } = CornerStickers.State(Corner.DFR, 0);

    /// <summary>The slot edge's state when it is solved: its front sticker on F at front-right.</summary>
    public static int SolvedEdge { get; } = EdgeStickers.State(Edge.FR, 0);

    /// <summary>Builds both tables, side by side; throws when cancelled.</summary>
    public static XCrossTables Build(CancellationToken cancel = default)
    {
        var corner = Task.Run(() => Distances(CornerStickers.Moves.ToArray(), SolvedCorner, 4_561_920, cancel), cancel);
        var edge = Distances(EdgeStickers.Moves.ToArray(), SolvedEdge, 3_041_280, cancel);
        return new XCrossTables(corner.GetAwaiter().GetResult(), edge);
    }

    /// <summary>
    /// The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static XCrossTables Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        return new XCrossTables(sections[nameof(WithCorner)].Bytes, sections[nameof(WithEdge)].Bytes);
    }

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(
        stream, Title, [new(nameof(WithCorner), withCorner), new(nameof(WithEdge), withEdge)]);

    private static byte[] Distances(byte[] pieceMoves, int home, int positions, CancellationToken cancel) =>
        DistanceTable.Build(new CrossAndPiece(pieceMoves, positions), [(CrossTable.SolvedIndex * States) + home], cancel);

    /// <summary>The four cross edges as two pairs, and one more sticker.</summary>
    private struct CrossAndPiece(byte[] pieceMoves, int positions) : ITurnSpace
    {
        private readonly ushort[] pairMoves = EdgeStickers.PairMoveTable;
        private int first;
        private int second;
        private int piece;

        public readonly int Size => EdgeStickers.PairCount * EdgeStickers.PairCount * States;

        public readonly int Positions => positions;

        public readonly int Turns => Turn.FaceTurnCount;

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public void Leave(int index)
        {
            var cross = index / States;
            (first, second, piece) = (cross / EdgeStickers.PairCount, cross % EdgeStickers.PairCount, index % States);
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly int After(int turn)
        {
            var row = turn * EdgeStickers.PairCount;
            return (((pairMoves[row + first] * EdgeStickers.PairCount) + pairMoves[row + second]) * States)
                + pieceMoves[(turn * States) + piece];
        }
    }
}
