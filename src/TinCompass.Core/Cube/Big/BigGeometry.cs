using System.Collections.Concurrent;

namespace TinCompass.Core.Cube.Big;

/// <summary>
/// The one source of every permutation of a cube of some size: stickers as points with a direction, turns as rotations of layers. The
/// stickers are counted face · n² + row · n + column, the faces in the order U D F B R L, row by row as one looks at the face, as on the
/// 3x3.
/// </summary>
public sealed class BigGeometry
{
    /// <summary>The smallest and the greatest cube that is known here.</summary>
    public const int Least = 2;

    /// <inheritdoc cref="Least"/>
    public const int Most = 7;

    private static readonly ConcurrentDictionary<int, BigGeometry> Sizes = new();

    private readonly (int X, int Y, int Z)[] cells;
    private readonly Dictionary<(int, int, int, Face), int> at = [];
    private readonly ConcurrentDictionary<BigTurn, ushort[]> sources = new();

    private BigGeometry(int size)
    {
        Size = size;
        cells = [.. Enumerable.Range(0, 6 * size * size).Select(CellOf)];
        for (var i = 0; i < cells.Length; i++) at[(cells[i].X, cells[i].Y, cells[i].Z, FaceOf(i))] = i;
    }

    /// <summary>Layers along an edge.</summary>
    public int Size { get; }

    /// <summary>Number of stickers.</summary>
    public int Count => cells.Length;

    /// <summary>That of a size from <see cref="Least"/> to <see cref="Most"/>.</summary>
    public static BigGeometry Of(int size) => size is >= Least and <= Most ? Sizes.GetOrAdd(size, s => new BigGeometry(s))
        : throw new ArgumentOutOfRangeException(nameof(size), size, $"cubes of {Least} to {Most} layers are known");

    /// <summary>The face on which a sticker lies.</summary>
    public Face FaceOf(int sticker) => (Face)(sticker / (Size * Size));

    /// <summary>
    /// The piece under a sticker: x to the right, y up, z towards the solver, each from −(n − 1) to n − 1 in steps of two.
    /// </summary>
    public (int X, int Y, int Z) Cell(int sticker) => cells[sticker];

    /// <summary>The sticker of a piece on a face; throws where it has none there.</summary>
    public int StickerAt((int X, int Y, int Z) cell, Face face) => at[(cell.X, cell.Y, cell.Z, face)];

    /// <summary>For each place the sticker that a turn brings there.</summary>
    public ReadOnlySpan<ushort> Sources(BigTurn turn) => turn.To <= Size ? sources.GetOrAdd(turn, SourcesOf)
        : throw new ArgumentOutOfRangeException(nameof(turn), $"a cube of {Size} has no layer {turn.To}");

    private (int X, int Y, int Z) CellOf(int sticker)
    {
        int row = (2 * (sticker % (Size * Size) / Size)) - Size + 1, column = (2 * (sticker % Size)) - Size + 1, far = Size - 1;
        return FaceOf(sticker) switch
        {
            Face.U => (column, far, row),
            Face.D => (column, -far, -row),
            Face.F => (column, -row, far),
            Face.B => (-column, -row, -far),
            Face.R => (far, -row, -column),
            _ => (-far, -row, column),
        };
    }

    private ushort[] SourcesOf(BigTurn turn)
    {
        var found = new ushort[Count];
        // The layer that a piece lies in, counted from the face.
        int LayerOf((int X, int Y, int Z) cell) => (((turn.Face is Face.U or Face.F or Face.R ? -1 : 1)
            * turn.Axis switch { 0 => cell.Y, 1 => cell.Z, _ => cell.X }) + Size + 1) / 2;
        var quarters = turn.Face is Face.U or Face.F or Face.R ? turn.Quarters : 4 - turn.Quarters;
        for (var from = 0; from < Count; from++)
        {
            var (cell, looks) = (cells[from], Normal(FaceOf(from)));
            if (LayerOf(cell) is var layer && layer >= turn.From && layer <= turn.To)
                for (var q = 0; q < quarters; q++) (cell, looks) = (Clockwise(cell, turn.Axis), Clockwise(looks, turn.Axis));
            found[StickerAt(cell, FaceTowards(looks))] = (ushort)from;
        }

        return found;
    }

    private static (int X, int Y, int Z) Normal(Face face) => face switch
    {
        Face.U => (0, 1, 0),
        Face.D => (0, -1, 0),
        Face.F => (0, 0, 1),
        Face.B => (0, 0, -1),
        Face.R => (1, 0, 0),
        _ => (-1, 0, 0),
    };

    private static Face FaceTowards((int X, int Y, int Z) looks) => Enum.GetValues<Face>().First(f => Normal(f) == looks);

    private static (int X, int Y, int Z) Clockwise((int X, int Y, int Z) v, int axis) => axis switch
    {
        0 => (-v.Z, v.Y, v.X),
        1 => (v.Y, -v.X, v.Z),
        _ => (v.X, v.Z, -v.Y),
    };
}
