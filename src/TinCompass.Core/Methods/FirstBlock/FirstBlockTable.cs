using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>
/// Exact distances (HTM) of one block of three: two corners and three edges of a side, 1x2x3, held with the side at the left and the base
/// down. 5 322 240 positions; entry <c>(three edges) · 576 + (two corners)</c>, 8.0 MB for each of two goals: with the centre of the base
/// right too, and with that centre anywhere, so that the block may lie at the left in four ways. All 24 blocks are turned to this one.
/// Built in less than two seconds, kept in a table file.
/// </summary>
public sealed class FirstBlockTable
{
    /// <summary>Names this set and its version in a <see cref="TableFile"/>.</summary>
    public const string Title = "first-block 1";

    /// <summary>How many positions a block has.</summary>
    public const int Positions = 5_322_240;

    /// <summary>No position is further: 0 to 9, in either way.</summary>
    public const int MaxDistance = 9;

    internal const int Corners = CornerStickers.Count * CornerStickers.Count;

    internal const int Edges = EdgeStickers.Count * EdgeStickers.Count * EdgeStickers.Count;

    private readonly byte[] atHome;
    private readonly byte[] anywhere;

    private FirstBlockTable(byte[] atHome, byte[] anywhere) => (this.atHome, this.anywhere) = (atHome, anywhere);

    /// <summary>The tables on a shelf; kept between starts.</summary>
    public static TableKind<FirstBlockTable> Kind { get; } =
        new("first-block", _ => Build()) { Load = Load, Save = (table, stream) => table.Save(stream) };

    /// <summary>Where each turn takes three edges: entry <c>turn · 13 824 + edges</c>.</summary>
    internal static ushort[] EdgeMoves { get; } = Moves(3, EdgeStickers.Moves, EdgeStickers.Count);

    /// <summary>Where each turn takes two corners: entry <c>turn · 576 + corners</c>.</summary>
    internal static ushort[] CornerMoves { get; } = Moves(2, CornerStickers.Moves, CornerStickers.Count);

    /// <summary>The distances; 255 where no position is.</summary>
    /// <param name="centreIsFree">The centre of the base may be anywhere at the end.</param>
    public ReadOnlySpan<byte> Distances(bool centreIsFree) => centreIsFree ? anywhere : atHome;

    /// <summary>Builds both, side by side; throws when cancelled.</summary>
    public static FirstBlockTable Build(CancellationToken cancel = default)
    {
        var goals = FirstBlockPosition.Solved.ToArray();
        var anywhere = Task.Run(() => Distances(goals, cancel), cancel);
        return new FirstBlockTable(Distances(goals[..1], cancel), anywhere.GetAwaiter().GetResult());
    }

    /// <summary>
    /// The tables read from a stream that <see cref="Save"/> wrote; throws <see cref="InvalidDataException"/> when it cannot be used.
    /// </summary>
    public static FirstBlockTable Load(Stream stream)
    {
        var sections = TableFile.Read(stream, Title);
        return new FirstBlockTable(sections[nameof(atHome)].Bytes, sections[nameof(anywhere)].Bytes);
    }

    /// <summary>Writes the tables to a stream.</summary>
    public void Save(Stream stream) => TableFile.Write(
        stream, Title, [new(nameof(atHome), atHome), new(nameof(anywhere), anywhere)]);

    private static byte[] Distances(int[] goals, CancellationToken cancel) =>
        DistanceTable.Build(new TwoParts(EdgeMoves, CornerMoves, Turn.FaceTurnCount, Positions), goals, cancel);

    private static ushort[] Moves(int pieces, ReadOnlySpan<byte> single, int states)
    {
        var count = 1;
        for (var i = 0; i < pieces; i++) count *= states;
        var moves = new ushort[Turn.FaceTurnCount * count];
        for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
            for (var index = 0; index < count; index++)
            {
                var (after, unit) = (0, 1);
                for (var (rest, i) = (index, 0); i < pieces; i++, rest /= states, unit *= states)
                    after += single[(turn * states) + (rest % states)] * unit;
                moves[(turn * count) + index] = (ushort)after;
            }

        return moves;
    }
}
