using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>
/// Exact distances (HTM) of a block 2x2x2, a corner and its three edges: 253 440 positions, entry <c>(three edges) · 24 + corner</c>; and
/// of the five edges of a block 2x2x3: 3 041 280 positions, entry <c>(three edges) · 576 + (two edges)</c>, by which a search of such a
/// block is bounded from below. 0.3 and 8.0 MB, built in about a second, kept in a table file.
/// </summary>
public sealed class BlockTables
{
    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "block-first 1";

    private const int Small = 253_440;
    private const int FiveEdges = 3_041_280;

    private readonly byte[] small;
    private readonly byte[] edges;

    private BlockTables(byte[] small, byte[] edges) => (this.small, this.edges) = (small, edges);

    /// <summary>The tables on a shelf; kept between starts.</summary>
    public static TableKind<BlockTables> Kind { get; } =
        new("block-first", _ => Build()) { Load = Load, Save = (tables, stream) => tables.Save(stream) };

    /// <summary>Distances of a block 2x2x2; 255 where no position is.</summary>
    public ReadOnlySpan<byte> OfSmall => small;

    /// <summary>Distances of the five edges.</summary>
    public ReadOnlySpan<byte> OfEdges => edges;

    /// <summary>Where each turn takes two edges: entry <c>turn · 576 + edges</c>.</summary>
    internal static ushort[] PairMoves { get; } = EdgeStickers.PairMoveTable;

    /// <summary>Builds both, side by side; throws when cancelled.</summary>
    public static BlockTables Build(CancellationToken cancel = default)
    {
        ushort[] corner = [.. CornerStickers.Moves.ToArray().Select(m => (ushort)m)];
        var (one, other) = (SmallBlock.Of(CubeState.Solved, Corner.DBL), LongBlock.Of(CubeState.Solved, Edge.DL));
        var edges = Task.Run(() => DistanceTable.Build(new TwoParts(FirstBlockTable.EdgeMoves, PairMoves, Turn.FaceTurnCount, FiveEdges),
            [other.Five], cancel), cancel);
        return new BlockTables(DistanceTable.Build(new TwoParts(FirstBlockTable.EdgeMoves, corner, Turn.FaceTurnCount, Small), [one.Index],
            cancel), edges.GetAwaiter().GetResult());
    }

    /// <summary>
    /// The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static BlockTables Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        return new BlockTables(sections[nameof(small)].Bytes, sections[nameof(edges)].Bytes);
    }

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(stream, Title, [new(nameof(small), small), new(nameof(edges), edges)]);
}
