namespace TinCompass.Core.Tests.Plain;

/// <summary>What can be seen of one pair on a plain cube: its corner and edge, by their colours; the base is down.</summary>
internal sealed class PlainPair(PlainCube cube, string color, string first, string second)
{
    public static PlainPair Of(PlainCube cube, string color, string name) => new(cube, color, name.Split('-')[0], name.Split('-')[1]);

    public V Corner => cube.Sticker(color, color, first, second).At;

    public V Edge => cube.Sticker(first, first, second).At;

    /// <summary>Where the base sticker of the corner looks.</summary>
    public V CornerLooks => cube.Sticker(color, color, first, second).Looks;

    public V EdgeLooks(string side) => cube.Sticker(side, first, second).Looks;

    public bool IsCornerUp => Corner.Y == 1;

    public bool IsEdgeUp => Edge.Y == 1;

    public bool IsCornerHome => cube.IsHome(color, first, second);

    public bool IsEdgeHome => cube.IsHome(first, second);

    public bool IsIn => IsCornerHome && IsEdgeHome;

    /// <summary>Where the edge belongs; the corner belongs below it.</summary>
    public V Home => cube.Centre(first) + cube.Centre(second);

    /// <summary>Side by side, the colours of both faces they share alike.</summary>
    public bool IsJoined
    {
        get
        {
            var shared = cube.Piece(color, first, second).Where(s => s.Color != color).ToArray();
            return Corner == Edge + CornerLooks && shared.All(s => EdgeLooks(s.Color) == s.Looks);
        }
    }

    /// <summary>The two stand as on another cube, against the centres.</summary>
    public bool StandsAs(PlainPair other) => Against == other.Against;

    private string Against => $"{cube.Against(color, first, second)} {cube.Against(first, second)}";

    /// <summary>The slot a piece is in, as its place among the columns; null on top or in the cross.</summary>
    public static V? Column(V at) => at.X != 0 && at.Z != 0 && at.Y < 1 ? at with { Y = 0 } : null;

    /// <summary>A piece of it is in another slot.</summary>
    public bool IsStuckIn(V column) => column != Home && (Column(Corner) == column || Column(Edge) == column);

    /// <summary>Both pieces can be seen without turning the cube: on top, or a sticker in front.</summary>
    public bool IsInView => (IsCornerUp || Corner.Z == 1) && (IsEdgeUp || Edge.Z == 1);
}
