namespace TinCompass.Core.Tests.Plain;

/// <summary>
/// Blocks at left and right of a plain cube as it is held, and the corners and edges between them: read off the stickers.
/// </summary>
internal sealed class PlainBlocks(PlainCube cube, string down)
{
    private static readonly V[] Round = [V.Front, V.Left, V.Back, V.Right];

    /// <summary>The block at the left stands, its base down, wherever the middle is.</summary>
    public bool Left => Stands(V.Left);

    /// <summary>The block at the right stands.</summary>
    public bool Right => Stands(V.Right);

    /// <summary>The colour that the base lies opposite to.</summary>
    public string Top { get; } = down switch
    {
        "white" => "yellow",
        "yellow" => "white",
        "green" => "blue",
        "blue" => "green",
        "red" => "orange",
        _ => "red",
    };

    /// <summary>A base- or top-coloured centre is up.</summary>
    public bool IsMiddleEven => cube.CentreAt(V.Up) == down || cube.CentreAt(V.Up) == Top;

    /// <summary>The four corners on top are turned up.</summary>
    public bool CornersUp => Corners.All(at => At(at, V.Up) == Top);

    /// <summary>They are solved but for a turn of the top: up, and each side shows one colour at both ends.</summary>
    public bool CornersDone => CornersUp && Round
        .All(side => Corners.Where(at => Looking(at, side)).Select(at => At(at, side)).Distinct().Count() == 1);

    /// <summary>How many of the six edges show neither base nor top colour up or down, on top and below.</summary>
    public (int Top, int Below) Bad => (Six.Count(at => at.Y == 1 && IsBad(at)), Six.Count(at => at.Y == -1 && IsBad(at)));

    /// <summary>Every one of the six shows the base's or the top's colour, and so does the middle of the top.</summary>
    public bool Oriented => IsMiddleEven && Bad == (0, 0);

    /// <summary>Left and right show one colour each, and the top is aligned.</summary>
    public bool SidesHome => Oriented && CornersDone && new[] { V.Left, V.Right }.All(side => cube.Stickers.Where(s => s.Looks == side)
        .All(s => s.Color == cube.CentreAt(side)));

    /// <summary>Everything is solved.</summary>
    public bool Solved => cube.Stickers.All(s => s.Color == cube.CentreAt(s.Looks));

    /// <summary>The goal of a step of the second block stands: 0 base edge, 1 front square, 2 back square, 3 all with the centre.</summary>
    public bool Has(int goal) => goal switch
    {
        0 => IsHome(V.Right + V.Down),
        1 => Has(0) && IsHome(V.Right + V.Front) && IsHome(V.Right + V.Front + V.Down),
        2 => Has(0) && IsHome(V.Right + V.Back) && IsHome(V.Right + V.Back + V.Down),
        _ => Has(1) && Has(2) && IsMiddleEven,
    };

    /// <summary>The piece that lies at a place belongs there, as the blocks see it.</summary>
    public bool IsHome(V at) => cube.Stickers.Where(s => s.At == at).All(s => s.Color == Belongs(s.Looks));

    /// <summary>The colour that belongs to a side of the blocks: front and back as the left block has them.</summary>
    public string Belongs(V side) => side == V.Down ? down : side == V.Up ? Top : side == V.Left || side == V.Right ? cube.CentreAt(side)
        : At(V.Left + side, side);

    private static V[] Corners { get; } = [V.Up + V.Front + V.Left, V.Up + V.Front + V.Right, V.Up + V.Back + V.Left, V.Up + V.Back
        + V.Right];

    private static V[] Six { get; } = [V.Up + V.Front, V.Up + V.Left, V.Up + V.Back, V.Up + V.Right, V.Down + V.Front, V.Down + V.Back];

    private bool IsBad(V at) => At(at, new V(0, at.Y, 0)) is var color && color != down && color != Top;

    private static bool Looking(V at, V side) => (at.X * side.X) + (at.Y * side.Y) + (at.Z * side.Z) == 1;

    private string At(V at, V looks) => cube.Stickers.First(s => s.At == at && s.Looks == looks).Color;

    private bool Stands(V side)
    {
        var own = cube.Stickers.Where(s => s.At.X == side.X && s.At.Y < 1 && s.At != side).ToArray();
        return own.Where(s => s.Looks == side).All(s => s.Color == cube.CentreAt(side))
            && own.Where(s => s.Looks == V.Down).All(s => s.Color == down)
            && new[] { V.Front, V.Back }.All(looks => own.Where(s => s.Looks == looks).Select(s => s.Color).Distinct().Count() == 1);
    }

    /// <summary>
    /// Two parts of a block, by their colours (one colour: a centre), lie joined: side by side, each colour they share looking the same
    /// way.
    /// </summary>
    public static bool AreJoined(PlainCube cube, string one, string other)
    {
        var (first, second) = (Stickers(cube, one), Stickers(cube, other));
        var shared = first.Select(s => s.Color).Intersect(second.Select(s => s.Color)).ToArray();
        var apart = first[0].At + -second[0].At;
        return Math.Abs(apart.X) + Math.Abs(apart.Y) + Math.Abs(apart.Z) == 1
            && shared.All(c => first.First(s => s.Color == c).Looks == second.First(s => s.Color == c).Looks);
    }

    /// <summary>The stickers of a piece or a centre by its colours.</summary>
    public static PlainSticker[] Stickers(PlainCube cube, string colors) => colors.Contains('-', StringComparison.Ordinal)
        ? cube.Piece(colors.Split('-')) : [.. cube.Stickers.Where(s => s.At == s.Looks && s.Color == colors)];
}
