using System.Runtime.CompilerServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.BlockFirst;

/// <summary>Where the four pieces of a block 2x2x2 lie, held with its corner at the back, left and down.</summary>
/// <param name="Hold">That hold.</param>
/// <param name="Edges">Down-back, down-left, back-left.</param>
/// <param name="Corner">Its corner.</param>
public readonly record struct SmallBlock(Hold Hold, int Edges, int Corner)
{
    /// <summary>Its place in <see cref="BlockTables.OfSmall"/>.</summary>
    public int Index => (Edges * CornerStickers.Count) + Corner;

    /// <summary>The block of a corner, in a position that is held as scrambled.</summary>
    public static SmallBlock Of(CubeState state, Corner corner)
    {
        var faces = Pieces.CornerFaces[(int)corner];
        var hold = Hold.All.First(h => Colors(h, Face.D, Face.B, Face.L).All(c => faces.Contains(c.AsFace())));
        var held = state.Apply(hold.Rotation);
        var (down, back, left) = (hold.ColorAt(Face.D), hold.ColorAt(Face.B), hold.ColorAt(Face.L));
        int At(Color one, Color other) => EdgeStickers.Find(held, Pieces.EdgeWith(one, other)!.Value, one);
        return new SmallBlock(hold, (((At(down, back) * EdgeStickers.Count) + At(down, left)) * EdgeStickers.Count) + At(back, left),
            CornerStickers.Find(held, corner, down));
    }

    /// <summary>After a turn as it is called in <see cref="Hold"/>.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public SmallBlock After(int turn) => new(Hold, FirstBlockTable.EdgeMoves[(turn * FirstBlockTable.Edges) + Edges],
        CornerStickers.Moves[(turn * CornerStickers.Count) + Corner]);

    private static IEnumerable<Color> Colors(Hold hold, params Face[] faces) => faces.Select(f => hold.ColorAt(f));
}

/// <summary>
/// Where the seven pieces of a block 2x2x3 lie, held with its middle edge down and left: two blocks of three that share that edge and the
/// corners, one with its side left and its base down, the other the other way round.
/// </summary>
/// <param name="One">The hold of the first: the colours of the middle edge left and down.</param>
/// <param name="Other">The hold of the second.</param>
/// <param name="Edges">The three edges of the first, in its hold.</param>
/// <param name="Corners">The two corners, in its hold.</param>
/// <param name="OtherEdges">The three edges of the second, in its hold.</param>
/// <param name="OtherCorners">The two corners, in its hold.</param>
/// <param name="Pair">The two edges that the first has not, in its hold.</param>
public readonly record struct LongBlock(Hold One, Hold Other, int Edges, int Corners, int OtherEdges, int OtherCorners, int Pair)
{
    /// <summary>Its place in <see cref="BlockTables.OfEdges"/>.</summary>
    public int Five => (Edges * EdgeStickers.PairCount) + Pair;

    /// <summary>The first block's place in <see cref="FirstBlockTable"/>.</summary>
    public int Index => (Edges * FirstBlockTable.Corners) + Corners;

    /// <summary>The second block's place in <see cref="FirstBlockTable"/>.</summary>
    public int OtherIndex => (OtherEdges * FirstBlockTable.Corners) + OtherCorners;

    /// <summary>The block along an edge, in a position that is held as scrambled.</summary>
    public static LongBlock Of(CubeState state, Edge middle)
    {
        var (side, down) = ((Color)Pieces.EdgeFaces[(int)middle][1], (Color)Pieces.EdgeFaces[(int)middle][0]);
        var (one, other) = (FirstBlockPosition.Of(state, new Block(side, down)), FirstBlockPosition.Of(state, new Block(down, side)));
        var held = state.Apply(one.Hold.Rotation);
        int At(Face face) => EdgeStickers.Find(held, Pieces.EdgeWith(down, one.Hold.ColorAt(face))!.Value, down);
        return new LongBlock(one.Hold, other.Hold, one.Index / FirstBlockTable.Corners, one.Index % FirstBlockTable.Corners,
            other.Index / FirstBlockTable.Corners, other.Index % FirstBlockTable.Corners,
            (At(Face.F) * EdgeStickers.Count) + At(Face.B));
    }

    /// <summary>After a turn as it is called in the two holds.</summary>
    [MethodImpl(MethodImplOptions.AggressiveInlining)]
    public LongBlock After(int turn, int otherTurn) => new(One, Other,
        FirstBlockTable.EdgeMoves[(turn * FirstBlockTable.Edges) + Edges],
        FirstBlockTable.CornerMoves[(turn * FirstBlockTable.Corners) + Corners],
        FirstBlockTable.EdgeMoves[(otherTurn * FirstBlockTable.Edges) + OtherEdges],
        FirstBlockTable.CornerMoves[(otherTurn * FirstBlockTable.Corners) + OtherCorners],
        BlockTables.PairMoves[(turn * EdgeStickers.PairCount) + Pair]);
}
