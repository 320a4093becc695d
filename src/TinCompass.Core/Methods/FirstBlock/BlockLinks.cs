using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>What makes up a block of three: its side centre, the edge at its base, and front and back, an edge and a corner each.</summary>
public enum BlockPart
{
    /// <summary>The centre of the side.</summary>
    Centre,

    /// <summary>The edge of side and base.</summary>
    BaseEdge,

    /// <summary>The edge of side and front.</summary>
    FrontEdge,

    /// <summary>The edge of side and back.</summary>
    BackEdge,

    /// <summary>The corner in front.</summary>
    FrontCorner,

    /// <summary>The corner behind.</summary>
    BackCorner,
}

/// <summary>Two neighbouring parts of a block.</summary>
public readonly record struct BlockLink(BlockPart One, BlockPart Other);

/// <summary>
/// How the parts of a block lie to each other: each piece lies as one of 24 turns of the whole cube would have carried it from home, and
/// two neighbours are joined when it is the same turn. So a pair, a square, a block is known wherever it lies.
/// </summary>
public sealed class BlockLinks
{
    /// <summary>The seven places where neighbours touch.</summary>
    public static IReadOnlyList<BlockLink> All { get; } =
    [
        new(BlockPart.Centre, BlockPart.BaseEdge), new(BlockPart.Centre, BlockPart.FrontEdge), new(BlockPart.Centre, BlockPart.BackEdge),
        new(BlockPart.BaseEdge, BlockPart.FrontCorner), new(BlockPart.BaseEdge, BlockPart.BackCorner),
        new(BlockPart.FrontEdge, BlockPart.FrontCorner), new(BlockPart.BackEdge, BlockPart.BackCorner),
    ];

    private static readonly IReadOnlyList<Turn>[] Rotations = [.. Hold.All.Select(h => h.Rotation)];

    private readonly (Edge Piece, Color Side, int[] TurnOf)[] edges;
    private readonly (Corner Piece, Color Side, int[] TurnOf)[] corners;
    private readonly Color side;
    private readonly Face home;
    private readonly string[] names;

    /// <summary>Of a block named in a frame: the left one, or the right one.</summary>
    public BlockLinks(Hold frame, bool isRight = false)
    {
        home = isRight ? Face.R : Face.L;
        side = frame.ColorAt(home);
        Color down = frame.ColorAt(Face.D), front = frame.ColorAt(Face.F), back = frame.ColorAt(Face.B);
        var solved = CubeState.Solved.Apply(frame.Rotation);
        edges = [.. new[] { down, front, back }.Select(other => EdgeOf(solved, other))];
        corners = [.. new[] { front, back }.Select(other => CornerOf(solved, down, other))];
        names =
        [
            side.Name(), $"{down.Name()}-{side.Name()}", $"{side.Name()}-{front.Name()}", $"{side.Name()}-{back.Name()}",
            $"{down.Name()}-{side.Name()}-{front.Name()}", $"{down.Name()}-{side.Name()}-{back.Name()}",
        ];
    }

    /// <summary>A part by its colours.</summary>
    public string Name(BlockPart part) => names[(int)part];

    /// <summary>For each part which turn of the whole cube it lies as; the centre as four of them.</summary>
    public Lying Of(CubeState held)
    {
        Span<int> turns = stackalloc int[5];
        for (var i = 0; i < edges.Length; i++) turns[i] = edges[i].TurnOf[EdgeStickers.Find(held, edges[i].Piece, edges[i].Side)];
        for (var i = 0; i < corners.Length; i++)
            turns[edges.Length + i] = corners[i].TurnOf[CornerStickers.Find(held, corners[i].Piece, corners[i].Side)];
        uint centre = 0;
        var face = held.Hold.FaceOf(side);
        for (var r = 0; r < Rotations.Length; r++)
            if (FaceAfter(r) == face) centre |= 1u << r;
        return new Lying(centre, turns[0], turns[1], turns[2], turns[3], turns[4]);
    }

    /// <summary>How the parts lie.</summary>
    public readonly record struct Lying(uint Centre, int BaseEdge, int FrontEdge, int BackEdge, int FrontCorner, int BackCorner)
    {
        /// <summary>The turns of the whole cube as which a part lies, as bits.</summary>
        public uint this[BlockPart part] => part switch
        {
            BlockPart.Centre => Centre,
            BlockPart.BaseEdge => 1u << BaseEdge,
            BlockPart.FrontEdge => 1u << FrontEdge,
            BlockPart.BackEdge => 1u << BackEdge,
            BlockPart.FrontCorner => 1u << FrontCorner,
            _ => 1u << BackCorner,
        };

        /// <summary>Two neighbours are joined.</summary>
        public bool IsJoined(BlockLink link) => (this[link.One] & this[link.Other]) != 0;

        /// <summary>The square in front, or behind, stands: centre, base edge, edge and corner as one.</summary>
        public bool IsSquare(bool front) => (Centre & this[BlockPart.BaseEdge] & this[front ? BlockPart.FrontEdge : BlockPart.BackEdge]
            & this[front ? BlockPart.FrontCorner : BlockPart.BackCorner]) != 0;

        /// <summary>All of it is one.</summary>
        public bool IsBlock => IsSquare(true) && IsSquare(false);
    }

    private Face FaceAfter(int rotation)
    {
        // The centre that was at the block's home face goes where the rotation carries it.
        var hold = Hold.Scramble;
        var color = hold.ColorAt(home);
        foreach (var turn in Rotations[rotation]) hold = hold.After(turn);
        return hold.FaceOf(color);
    }

    private (Edge, Color, int[]) EdgeOf(CubeState solved, Color other)
    {
        var piece = Pieces.EdgeWith(side, other)!.Value;
        return (piece, side, WholeTurns.From(EdgeStickers.Find(solved, piece, side), EdgeStickers.After));
    }

    private (Corner, Color, int[]) CornerOf(CubeState solved, Color down, Color other)
    {
        var piece = KnownPieces.CornerWith(side, down, other)!.Value;
        return (piece, side, WholeTurns.From(CornerStickers.Find(solved, piece, side), CornerStickers.After));
    }
}
