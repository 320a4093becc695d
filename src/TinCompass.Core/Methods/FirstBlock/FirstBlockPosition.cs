using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>One of the 24 blocks of three: the colour of its side, and that of its base.</summary>
public readonly record struct Block(Color Side, Color Base)
{
    /// <summary>All of them, by side, then by base.</summary>
    public static IReadOnlyList<Block> All { get; } =
        [.. from side in Faces.AllColors from down in Faces.AllColors where down != side
            && down != side.Opposite() select new Block(side, down)];

    /// <summary>"green/white": side, then base.</summary>
    public override string ToString() => $"{Side.Name()}/{Base.Name()}";

    /// <summary>Reads "green/white"; false when that is no block.</summary>
    public static bool TryParse(string? text, out Block block)
    {
        block = default;
        if (text?.Split('/') is not [var side, var down] || !Faces.TryParseColor(side, out var one)
            || !Faces.TryParseColor(down, out var other))
            return false;
        block = new Block(one, other);
        return All.Contains(block);
    }
}

/// <summary>Where the five pieces of a block lie, its side held at the left and its base down.</summary>
/// <param name="From">The hold of the position that was read.</param>
/// <param name="Hold">The hold in which the side is left and the base down.</param>
/// <param name="Index">The position's place in <see cref="FirstBlockTable"/>.</param>
public readonly record struct FirstBlockPosition(Hold From, Hold Hold, int Index)
{
    private static readonly Dictionary<Block, Hold> Holds = Block.All.ToDictionary(
        b => b, b => Hold.All.First(h => h.ColorAt(Face.L) == b.Side && h.ColorAt(Face.D) == b.Base));

    private static readonly Turn X = Algorithm.Parse("x").Turns[0];

    /// <summary>
    /// The block solved: with the centre of the base down, then turned by x once, twice, three times with its centre left behind.
    /// </summary>
    internal static IReadOnlyList<int> Solved { get; } = FindSolved();

    /// <summary>The pieces of a block in a position, however it is held.</summary>
    public static FirstBlockPosition Of(CubeState state, Block block)
    {
        var hold = Holds[block];
        return new FirstBlockPosition(state.Hold, hold, IndexOf(state.Apply(Rotation(state.Hold, hold)), hold));
    }

    /// <summary>The rotation that leads from one hold to another.</summary>
    internal static IReadOnlyList<Turn> Rotation(Hold from, Hold to) =>
        Hold.All.First(h => h.Rotation.Aggregate(from, (hold, turn) => hold.After(turn)) == to).Rotation;

    /// <summary>The hold in which a block that was solved as the n-th of <see cref="Solved"/> lies at the left, at the base.</summary>
    internal Hold Turned(int n)
    {
        var hold = Hold;
        for (var i = 0; i < (4 - n) % 4; i++) hold = hold.After(X);
        return hold;
    }

    private static int IndexOf(CubeState held, Hold hold)
    {
        Color side = hold.ColorAt(Face.L), down = hold.ColorAt(Face.D), front = hold.ColorAt(Face.F), back = hold.ColorAt(Face.B);
        int EdgeAt(Color other) => EdgeStickers.Find(held, Pieces.EdgeWith(side, other)!.Value, side);
        int CornerAt(Color other) => CornerStickers.Find(held, KnownPieces.CornerWith(side, down, other)!.Value, side);
        var edges = (((EdgeAt(down) * EdgeStickers.Count) + EdgeAt(front)) * EdgeStickers.Count) + EdgeAt(back);
        return (edges * FirstBlockTable.Corners) + (CornerAt(front) * CornerStickers.Count) + CornerAt(back);
    }

    private static int[] FindSolved()
    {
        var (hold, solved) = (Holds[Block.All[0]], new List<int>());
        var state = CubeState.Solved.Apply(hold.Rotation);
        for (var n = 0; n < 4; n++, state = state.Apply(X)) solved.Add(IndexOf(state, hold));
        return [.. solved];
    }
}
