namespace TinCompass.Core.Tests.Plain;

/// <summary>What can be seen of a colour's cross on a plain cube.</summary>
internal sealed class PlainCross(PlainCube cube, string color)
{
    private static readonly string[] Ring = ["green", "red", "blue", "orange", "white", "yellow"];

    public PlainCube Cube => cube;

    /// <summary>The colours beside the base.</summary>
    public string[] Sides => [.. Ring.Where(c => cube.Centre(c) != cube.Centre(color) && cube.Centre(c) != -cube.Centre(color))];

    public bool IsDown => cube.Centre(color) == V.Down;

    /// <summary>In the base layer, right way up.</summary>
    public bool IsIn(string side) => Sticker(side).Looks == cube.Centre(color);

    /// <summary>In the base layer, the base colour to the side.</summary>
    public bool LiesFlipped(string side) => !IsIn(side) && cube.Piece(color, side).Any(s => s.Looks == cube.Centre(color));

    /// <summary>At most one turn from the base layer, right way up.</summary>
    public bool IsGood(string side)
    {
        if (!good.TryGetValue(side, out var isGood))
            good[side] = isGood = IsIn(side) || EveryTurn.Any(t => new PlainCross(cube.Turn(t), color).IsIn(side));
        return isGood;
    }

    private readonly Dictionary<string, bool> good = [];

    /// <summary>The clockwise quarters of the base (as seen from it) that bring an edge beside its centre: 0, 1, 2, −1.</summary>
    public int? Left(string side)
    {
        if (!IsIn(side)) return null;
        var held = cube.WithDown(color);
        for (var quarters = 0; quarters < 4; quarters++, held = held.Turn("D"))
            if (held.IsHome(color, side)) return quarters == 3 ? -1 : quarters;
        return null;
    }

    public bool Stands => Sides.All(s => Left(s) == 0);

    public string Against(string side) => cube.Against(color, side);

    public V At(string side) => Sticker(side).At;

    /// <summary>How an edge stands as the edges that are in see it: where its place is, by the centre beside which it lies.</summary>
    public string? PlaceBy(string side, string other)
    {
        if (Left(other) is not { } left) return null;
        // The base turned by what is left brings the other home; its undoing takes the home of this one to its place.
        var held = cube.WithDown(color);
        var home = held.Centre(side);
        for (var i = 0; i < (4 - left) % 4; i++) home = (-Rotate(-home));
        return held.CentreAt(home);

        // A clockwise turn of the base as seen from below: counter-clockwise from above.
        static V Rotate(V v) => v.Quarter('y').Quarter('y').Quarter('y');
    }

    /// <summary>The centre beside which an edge that is in lies.</summary>
    public string Beside(string side) => cube.CentreAt(cube.Sticker(side, color, side).Looks);

    private PlainSticker Sticker(string side) => cube.Sticker(color, color, side);

    public static readonly string[] EveryTurn =
        [.. "UDFBRL".SelectMany(f => new[] { $"{f}", $"{f}2", $"{f}'" })];
}
