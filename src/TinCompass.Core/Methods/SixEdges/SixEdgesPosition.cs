using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges;

/// <summary>
/// A position of which only the last six edges, the centres between the blocks and the turn of the top are left: both blocks stand at left
/// and right, and the top's corners are placed and turned up, as one.
/// </summary>
/// <param name="Rotation">What brings the blocks down, from the hold of the position that was read; none when they are.</param>
/// <param name="Held">The position after that rotation.</param>
/// <param name="Index">Its place in <see cref="SixEdgesTable"/>.</param>
public sealed record SixEdgesPosition(IReadOnlyList<Turn> Rotation, CubeState Held, int Index)
{
    /// <summary>Reads a position: as it is held, or after the shortest rotation that brings two blocks down.</summary>
    public static bool TryRead(CubeState position, [NotNullWhen(true)] out SixEdgesPosition? read,
        [NotNullWhen(false)] out StageRefusal? refusal)
    {
        (read, refusal) = (null, null);
        foreach (var rotation in Hold.All.Select(h => h.Rotation).OrderBy(r => r.Count))
        {
            var held = position.Apply(rotation);
            if (SixEdgesIndex.IndexOf(held, out var missing) is { } index)
            {
                read = new SixEdgesPosition(rotation, held, index);
                return true;
            }

            if (rotation.Count == 0) refusal = new StageRefusal("not-six-edges", missing);
        }

        return read is not null;
    }
}

/// <summary>
/// The last six edges as numbers. Places and pieces: UF, UL, UB, UR, DF, DB, named by the blocks beneath them, wherever the centres are.
/// 184 320 positions that M and U reach.
/// </summary>
public static class SixEdgesIndex
{
    /// <summary>Indices run from 0 to this; half of them are positions.</summary>
    public const int Size = 720 * 32 * 4 * 4;

    private static readonly Edge[] Places = [Edge.UF, Edge.UL, Edge.UB, Edge.UR, Edge.DF, Edge.DB];
    private static readonly Edge[] BlockEdges = [Edge.DL, Edge.FL, Edge.BL, Edge.DR, Edge.FR, Edge.BR];
    private static readonly Corner[] TopCorners = [Corner.URF, Corner.UFL, Corner.ULB, Corner.UBR];
    private static readonly Corner[] BlockCorners = [Corner.DFR, Corner.DLF, Corner.DBL, Corner.DRB];

    /// <summary>
    /// The index of a position that is held with the blocks at left and right, their base down; null when one of them, or a corner of the
    /// top, does not stand: then <paramref name="missing"/> says which.
    /// </summary>
    public static int? IndexOf(CubeState held, out string missing)
    {
        // The blocks say how the cube is held, the centres between them may be turned: the hold with these sides whose base is the blocks'.
        missing = "";
        Color left = held.Hold.ColorAt(Face.L), right = held.Hold.ColorAt(Face.R);
        foreach (var hold in Hold.All.Where(h => h.ColorAt(Face.L) == left && h.ColorAt(Face.R) == right))
        {
            var state = held.AsHeld(hold);
            var said = Missing(state, hold);
            if (said.Length == 0) return Index(state, (int)QuartersOf(hold, held.Hold));
            // Told of the base that is down.
            if (hold == held.Hold) missing = said;
        }

        return null;
    }

    /// <summary>Every edge has the base's or the top's colour up or down, and so has the middle of the top.</summary>
    public static bool IsOriented(int index) => (index / 16 % 32) == 0 && (index & 1) == 0;

    /// <summary>How many edges are turned over, on top and below; only meaningful while a base- or top-coloured centre is up.</summary>
    public static (int Top, int Below) Bad(int index)
    {
        var flips = index / 16 % 32;
        var all = flips | ((System.Numerics.BitOperations.PopCount((uint)flips) & 1) << 5);
        return (System.Numerics.BitOperations.PopCount((uint)all & 15), System.Numerics.BitOperations.PopCount((uint)all >> 4));
    }

    /// <summary>A base- or top-coloured centre is up.</summary>
    public static bool IsMiddleEven(int index) => (index & 1) == 0;

    /// <summary>Which edge lies at a place, both counted UF, UL, UB, UR, DF, DB.</summary>
    public static int EdgeAt(int index, int place) => Orders[index / (32 * 4 * 4)][place];

    /// <summary>The left and the right edge are in their places, and the top is turned home.</summary>
    public static bool AreSidesHome(int index)
    {
        if (index / 4 % 4 != 0) return false;
        var order = Orders[index / (32 * 4 * 4)];
        return order[1] == 1 && order[3] == 3;
    }

    private static readonly byte[][] Orders = AllOrders();

    private static byte[][] AllOrders()
    {
        var orders = new byte[720][];
        Go([], [0, 1, 2, 3, 4, 5]);
        return orders;

        void Go(byte[] before, byte[] left)
        {
            if (left.Length == 0) orders[Search.Permutations.Rank(before)] = before;
            foreach (var next in left) Go([.. before, next], [.. left.Where(n => n != next)]);
        }
    }

    private static string Missing(CubeState state, Hold hold)
    {
        var open = BlockEdges.Where(p => state.EdgeAt(p) != p || state.FlipAt(p) != 0)
            .Select(p => string.Join('-', Pieces.EdgeFaces[(int)p].Select(f => hold.ColorAt(f).Name())))
            .Concat(BlockCorners.Where(p => state.CornerAt(p) != p || state.TwistAt(p) != 0)
                .Select(p => string.Join('-', Pieces.CornerFaces[(int)p].Select(f => hold.ColorAt(f).Name())))).ToArray();
        if (open.Length > 0)
            return $"Both blocks have to stand at left and right: {Words.Join(open)} {(open.Length == 1 ? "does" : "do")} not.";
        var turned = ((int)state.CornerAt(Corner.URF) + 4) % 4;
        return Enumerable.Range(0, 4).All(i => state.TwistAt(TopCorners[i]) == 0 && (int)state.CornerAt(TopCorners[i]) == (turned + i) % 4)
            ? "" : "The corners of the top have to be placed and turned up, but for a turn of the top.";
    }

    private static int Index(CubeState state, int centres)
    {
        Span<byte> order = stackalloc byte[6];
        var flips = 0;
        for (var i = 0; i < 6; i++)
        {
            order[i] = (byte)Array.IndexOf(Places, state.EdgeAt(Places[i]));
            if (i < 5) flips |= state.FlipAt(Places[i]) << i;
        }

        return (((((Search.Permutations.Rank(order) * 32) + flips) * 4) + ((int)state.CornerAt(Corner.URF) % 4)) * 4) + centres;
    }

    /// <summary>Quarters of x by which the centres are turned against the blocks.</summary>
    private static int QuartersOf(Hold blocks, Hold centres) => blocks.FaceOf(centres.ColorAt(Face.U)) switch
    {
        Face.U => 0,
        Face.F => 1,
        Face.D => 2,
        _ => 3,
    };
}
