using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock;

/// <summary>
/// Blocks of three at left and right as they are held: the side centres say which blocks they are, the base says which way is down; where
/// the centres between the blocks are turned does not matter.
/// </summary>
public static class Blocks
{
    private static readonly Edge[] LeftEdges = [Edge.DL, Edge.FL, Edge.BL], RightEdges = [Edge.DR, Edge.FR, Edge.BR];
    private static readonly Corner[] LeftCorners = [Corner.DLF, Corner.DBL], RightCorners = [Corner.DFR, Corner.DRB];

    private static readonly Hold?[] Frames = [.. from left in Faces.AllColors from down in Faces.AllColors
        select Hold.All.Cast<Hold?>().FirstOrDefault(h => h!.Value.ColorAt(Face.L) == left && h.Value.ColorAt(Face.D) == down)];

    /// <summary>
    /// The hold by which blocks on a base are named, the cube held so: its left side, that base down; null when there is none, the base
    /// being at left or right.
    /// </summary>
    public static Hold? Frame(Hold hold, Color down) => Frames[((int)hold.ColorAt(Face.L) * 6) + (int)down];

    /// <summary>The pieces as they lie, named in a frame: solved, each is at home, wherever the centres between are.</summary>
    public static CubeState Seen(CubeState held, Hold frame) => held.AsHeld(frame);

    /// <summary>The five pieces of the left block are at home.</summary>
    public static bool LeftStands(CubeState seen) => Stand(seen, LeftEdges, LeftCorners);

    /// <summary>The five pieces of the right block are at home.</summary>
    public static bool RightStands(CubeState seen) => Stand(seen, RightEdges, RightCorners);

    /// <summary>What of the left block is not at home, by its colours.</summary>
    public static IReadOnlyList<string> LeftMissing(CubeState seen, Hold frame) => Missing(seen, frame, LeftEdges, LeftCorners);

    /// <summary>What of the right block is not at home.</summary>
    public static IReadOnlyList<string> RightMissing(CubeState seen, Hold frame) => Missing(seen, frame, RightEdges, RightCorners);

    /// <summary>"white-green": an edge, the base first where it has it.</summary>
    public static string Name(Edge piece, Hold frame) =>
        string.Join('-', Pieces.EdgeFaces[(int)piece].Select(f => frame.ColorAt(f).Name()));

    /// <summary>"white-green-red": a corner, the base first.</summary>
    public static string Name(Corner piece, Hold frame) =>
        string.Join('-', Pieces.CornerFaces[(int)piece].Select(f => frame.ColorAt(f).Name()));

    /// <summary>A piece is at home.</summary>
    public static bool IsHome(CubeState seen, Edge piece) => seen.EdgeAt(piece) == piece && seen.FlipAt(piece) == 0;

    /// <summary>A piece is at home.</summary>
    public static bool IsHome(CubeState seen, Corner piece) => seen.CornerAt(piece) == piece && seen.TwistAt(piece) == 0;

    /// <summary>The centre on top has the base's or the top's colour.</summary>
    public static bool IsMiddleEven(Hold hold, Hold frame) => hold.ColorAt(Face.U) == frame.ColorAt(Face.U)
        || hold.ColorAt(Face.U) == frame.ColorAt(Face.D);

    /// <summary>
    /// The shortest rotation after which something stands in the frame of a base, with a colour at the left where one is named; null when
    /// there is none. As it is held comes first.
    /// </summary>
    public static IReadOnlyList<Turn>? Bringing(CubeState position, Color down, Func<CubeState, bool> stands, Color? left = null)
    {
        foreach (var rotation in Rotations)
        {
            var held = position.Apply(rotation);
            if ((left is null || held.Hold.ColorAt(Face.L) == left)
                && Frame(held.Hold, down) is { } frame && stands(Seen(held, frame))) return rotation;
        }

        return null;
    }

    private static readonly IReadOnlyList<Turn>[] Rotations = [.. Hold.All.Select(h => h.Rotation).OrderBy(r => r.Count)];

    /// <summary>"the piece x does not", "x and y do not" stand.</summary>
    public static string DoNot(IReadOnlyList<string> missing) => $"{Words.Join(missing)} {(missing.Count == 1 ? "does" : "do")} not";

    /// <summary>The pieces of the block at one side (or of that opposite it) that lie elsewhere now and are at home later.</summary>
    public static StageSight Coming(CubeState now, CubeState to, Focus focus, bool opposite)
    {
        if (!Faces.TryParseColor(focus.Part, out var side)) return new StageSight([], "");
        return StageSight.Of(now, Left(now).Except(Left(to))
            .Select(name => (Color[])[.. name.Split('-').Select(n => Faces.TryParseColor(n, out var c) ? c : default)]));

        IReadOnlyList<string> Left(CubeState state)
        {
            var held = state.Apply(Rotations.First(r => state.Apply(r).Hold.ColorAt(Face.L) == side));
            var frame = Frame(held.Hold, focus.Base)!.Value;
            return opposite ? RightMissing(Seen(held, frame), frame) : LeftMissing(Seen(held, frame), frame);
        }
    }

    private static bool Stand(CubeState seen, Edge[] edges, Corner[] corners)
    {
        foreach (var e in edges)
            if (!IsHome(seen, e)) return false;
        foreach (var c in corners)
            if (!IsHome(seen, c)) return false;
        return true;
    }

    private static string[] Missing(CubeState seen, Hold frame, Edge[] edges, Corner[] corners) =>
        [.. edges.Where(e => !IsHome(seen, e)).Select(e => Name(e, frame)),
            .. corners.Where(c => !IsHome(seen, c)).Select(c => Name(c, frame))];
}
