using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// Exact distances (HTM) of cross and one corner, and of cross and one slot edge, for the slot front-right: 4 561 920 (190 080 · 24) and
/// 3 041 280 (190 080 · 16) positions. Entry <c>cross index · 24 + state</c>; 8.0 MB each. The greater of the two bounds cross and pair from
/// below. Other slots and colours are turned to the front-right first, so these two serve all 24 pairs. Built in about a second, kept in a table file.
/// </summary>
public sealed class PairTables
{
    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "cross-pair 1";

    private readonly byte[] withCorner;
    private readonly byte[] withEdge;

    private PairTables(byte[] withCorner, byte[] withEdge) => (this.withCorner, this.withEdge) = (withCorner, withEdge);

    /// <summary>Distances of cross and corner.</summary>
    public ReadOnlySpan<byte> WithCorner => withCorner;

    /// <summary>Distances of cross and slot edge; 255 where a cross edge stands already.</summary>
    public ReadOnlySpan<byte> WithEdge => withEdge;

    /// <summary>The corner's state when it is solved: base sticker on D at down-front-right.</summary>
    public static int SolvedCorner { get; } = CornerStickers.State(Corner.DFR, 0);

    /// <summary>The slot edge's state when it is solved: its front sticker on F at front-right.</summary>
    public static int SolvedEdge { get; } = EdgeStickers.State(Edge.FR, 0);

    /// <summary>Builds both tables; throws when cancelled.</summary>
    public static PairTables Build(CancellationToken cancel = default)
    {
        var corner = Task.Run(() => Distances(CornerStickers.Moves, SolvedCorner, 4_561_920, cancel), cancel);
        var edge = Distances(EdgeStickers.Moves, SolvedEdge, 3_041_280, cancel);
        return new PairTables(corner.GetAwaiter().GetResult(), edge);
    }

    /// <summary>The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.</summary>
    public static PairTables Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        return new PairTables(sections[nameof(WithCorner)].Bytes, sections[nameof(WithEdge)].Bytes);
    }

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title, [new(nameof(WithCorner), withCorner), new(nameof(WithEdge), withEdge)]);

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static byte[] Distances(ReadOnlySpan<byte> pieceMoves, int home, int positions, CancellationToken cancel)
    {
        const int states = 24;
        var distances = new byte[EdgeStickers.PairCount * EdgeStickers.PairCount * states];
        Array.Fill(distances, byte.MaxValue);
        var queue = new int[positions];
        var pairMoves = EdgeStickers.PairMoves;
        int head = 0, tail = 0;
        distances[(CrossTable.SolvedIndex * states) + home] = 0;
        queue[tail++] = (CrossTable.SolvedIndex * states) + home;
        while (head < tail)
        {
            if ((head & 0xFFFF) == 0) cancel.ThrowIfCancellationRequested();
            var here = queue[head++];
            int piece = here % states, cross = here / states, first = cross / EdgeStickers.PairCount, second = cross % EdgeStickers.PairCount;
            var next = (byte)(distances[here] + 1);
            for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
            {
                var row = turn * EdgeStickers.PairCount;
                var there = (((pairMoves[row + first] * EdgeStickers.PairCount) + pairMoves[row + second]) * states) + pieceMoves[(turn * states) + piece];
                if (distances[there] != byte.MaxValue) continue;
                distances[there] = next;
                queue[tail++] = there;
            }
        }

        return distances;
    }
}
