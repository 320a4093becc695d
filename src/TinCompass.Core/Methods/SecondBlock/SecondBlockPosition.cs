using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>
/// Where the five pieces of the right block lie, and whether a base- or top-coloured centre is up: <c>edges · 576 + corners</c>, the edges
/// (at the base, in front, behind) with the centres in the last bit.
/// </summary>
public readonly record struct SecondBlockPosition(int Index)
{
    private static readonly Edge[] EdgePieces = [Cube.Edge.DR, Cube.Edge.FR, Cube.Edge.BR];
    private static readonly Corner[] CornerPieces = [Cube.Corner.DFR, Cube.Corner.DRB];

    /// <summary>All of it solved.</summary>
    public static SecondBlockPosition Solved { get; } = Of(CubeState.Solved, Hold.Scramble, Hold.Scramble);

    internal static IReadOnlyList<int> HomeEdges { get; } = [.. Enumerable.Range(0, 3).Select(i => Solved.Edge(i))];

    internal static IReadOnlyList<int> HomeCorners { get; } = [.. Enumerable.Range(0, 2).Select(i => Solved.Corner(i))];

    /// <summary>Reads pieces that are seen in a frame (<see cref="Blocks.Seen"/>); the left block is not asked.</summary>
    public static SecondBlockPosition Of(CubeState seen, Hold held, Hold frame)
    {
        var edges = 0;
        foreach (var e in EdgePieces) edges = (edges * EdgeStickers.Count) + EdgeStickers.Find(seen, e, (Color)Face.R);
        var corners = 0;
        foreach (var c in CornerPieces) corners = (corners * CornerStickers.Count) + CornerStickers.Find(seen, c, (Color)Face.R);
        return new SecondBlockPosition(
            (((edges * 2) + (Blocks.IsMiddleEven(held, frame) ? 0 : 1)) * SecondBlockTable.Corners) + corners);
    }

    /// <summary>Where an edge lies: 0 at the base, 1 in front, 2 behind.</summary>
    public int Edge(int piece) => Index / SecondBlockTable.Corners / 2 / (piece == 0 ? 576 : piece == 1 ? 24 : 1) % EdgeStickers.Count;

    /// <summary>Where a corner lies: 0 in front, 1 behind.</summary>
    public int Corner(int piece) => Index % SecondBlockTable.Corners / (piece == 0 ? 24 : 1) % CornerStickers.Count;

    /// <summary>After a turn, by its number among <see cref="SecondBlockTable.Turns"/>.</summary>
    public SecondBlockPosition After(int turn)
    {
        var (edges, corners) = (Index / SecondBlockTable.Corners, Index % SecondBlockTable.Corners);
        return new SecondBlockPosition((SecondBlockTable.EdgeMoves[(turn * SecondBlockTable.Edges) + edges] * SecondBlockTable.Corners)
            + SecondBlockTable.CornerMoves[(turn * SecondBlockTable.Corners) + corners]);
    }
}

/// <summary>A position with a first block at the left, held so.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">What brings the block to the left and down, from the hold of the position; none when it is there.</param>
/// <param name="Held">The position after that.</param>
/// <param name="Frame">By which its pieces are named.</param>
/// <param name="Right">The pieces of the right block.</param>
public sealed record FirstBlockDone(
    Color Color, IReadOnlyList<Turn> Rotation, CubeState Held, Hold Frame, SecondBlockPosition Right)
{
    /// <summary>
    /// Reads a position: as it is held, or after the shortest rotation that brings a first block on a base to the left. When no base is
    /// said, the one that is down is tried first. Refused with what is missing.
    /// </summary>
    public static bool TryRead(CubeState position, Color? down, [NotNullWhen(true)] out FirstBlockDone? read,
        [NotNullWhen(false)] out StageRefusal? refusal)
    {
        (read, refusal) = (null, null);
        var held = position.Hold.ColorAt(Face.D);
        foreach (var color in down is { } said ? [said] : Faces.AllColors.OrderByDescending(c => c == held).ToArray())
            if (Blocks.Bringing(position, color, Blocks.LeftStands) is { } rotation
                && (read is null || rotation.Count < read.Rotation.Count))
                read = At(position, color, rotation);
        if (read is not null) return true;
        refusal = FirstBlockCourse.Refuse(position, down ?? held);
        return false;
    }

    /// <summary>
    /// The same on the base of a focus: with the block that it names, where that one is solved; another may be by chance.
    /// </summary>
    public static bool TryRead(CubeState position, Focus focus, [NotNullWhen(true)] out FirstBlockDone? read,
        [NotNullWhen(false)] out StageRefusal? refusal)
    {
        if (!Faces.TryParseColor(focus.Part, out var side)
            || Blocks.Bringing(position, focus.Base, Blocks.LeftStands, side) is not { } rotation)
            return TryRead(position, focus.Base, out read, out refusal);
        (read, refusal) = (At(position, focus.Base, rotation), null);
        return true;
    }

    private static FirstBlockDone At(CubeState position, Color color, IReadOnlyList<Turn> rotation)
    {
        var held = position.Apply(rotation);
        var frame = Blocks.Frame(held.Hold, color)!.Value;
        return new FirstBlockDone(color, rotation, held, frame, SecondBlockPosition.Of(Blocks.Seen(held, frame), held.Hold, frame));
    }
}
