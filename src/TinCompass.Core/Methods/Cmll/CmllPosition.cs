using System.Diagnostics.CodeAnalysis;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>A position whose two blocks stand at left and right, held so.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Rotation">What brings the blocks there, from the hold of the position; none when they are.</param>
/// <param name="Held">The position after that.</param>
/// <param name="Frame">By which its pieces are named.</param>
/// <param name="Corners">The top's corners (<see cref="CmllCorners"/>).</param>
public sealed record CmllPosition(Color Color, IReadOnlyList<Turn> Rotation, CubeState Held, Hold Frame, LlState Corners)
{
    /// <summary>
    /// Reads a position: as it is held, or after the shortest rotation that brings two blocks down. Refused with what is missing.
    /// </summary>
    public static bool TryRead(CubeState position, Color? down, [NotNullWhen(true)] out CmllPosition? read,
        [NotNullWhen(false)] out StageRefusal? refusal)
    {
        (read, refusal) = (null, null);
        var held = position.Hold.ColorAt(Face.D);
        foreach (var color in down is { } said ? [said] : Faces.AllColors.OrderByDescending(c => c == held).ToArray())
            if (Blocks.Bringing(position, color, s => Blocks.LeftStands(s) && Blocks.RightStands(s)) is { } rotation
                && (read is null || rotation.Count < read.Rotation.Count))
            {
                var state = position.Apply(rotation);
                var frame = Blocks.Frame(state.Hold, color)!.Value;
                read = new CmllPosition(color, rotation, state, frame, CmllCorners.Of(Blocks.Seen(state, frame)));
            }

        if (read is not null) return true;
        var base_ = down ?? held;
        if (Blocks.Frame(position.Hold, base_) is { } here && Blocks.LeftStands(Blocks.Seen(position, here)))
            refusal = new StageRefusal("second-block-open",
                $"The second block does not stand: {Words.Join(Blocks.RightMissing(Blocks.Seen(position, here), here))} "
                    + "are not at home.");
        else
            refusal = new StageRefusal("blocks-open", $"Two blocks on {base_.Name()} have to stand at left and right: "
                + (Blocks.Frame(position.Hold, base_) is { } frame
                    ? $"{Blocks.DoNot([.. Blocks.LeftMissing(Blocks.Seen(position, frame), frame), .. Blocks.RightMissing(
                        Blocks.Seen(position, frame), frame)])}."
                    : "the base is at a side."));
        return false;
    }
}

/// <summary>
/// The top's corners as a last layer whose edges are as at home: which corner stands where, twisted how. 648 looks: 4!·3³.
/// </summary>
public static class CmllCorners
{
    /// <summary>Reads them off pieces that are seen in a frame.</summary>
    public static LlState Of(CubeState seen)
    {
        Span<int> pieces = stackalloc int[4], twists = stackalloc int[4];
        for (var i = 0; i < 4; i++) (pieces[i], twists[i]) = ((int)seen.CornerAt((Corner)i), seen.TwistAt((Corner)i));
        return LlState.Create(pieces, twists, [0, 1, 2, 3], [0, 0, 0, 0]);
    }

    /// <summary>
    /// What a sequence does to solved corners, both blocks left where they are; null when it does not leave them. The middle and the edges
    /// of the top may end anywhere.
    /// </summary>
    public static LlState? Of(IEnumerable<Turn> turns)
    {
        var end = CubeState.Solved.Apply(turns);
        return Blocks.Frame(end.Hold, Hold.Scramble.ColorAt(Face.D)) is { } frame && frame.ColorAt(Face.L) == Hold.Scramble.ColorAt(Face.L)
            && Blocks.Seen(end, frame) is var seen && Blocks.LeftStands(seen) && Blocks.RightStands(seen) ? Of(seen) : null;
    }

    /// <summary>The corners that a sequence solves.</summary>
    public static LlState? SolvedBy(IEnumerable<Turn> turns) => Of(turns)?.Inverse() is { } undone ? Look(undone) : null;

    /// <summary>The corners alone, the edges as at home.</summary>
    public static LlState Look(LlState state) => LlState.Create(
        [state.CornerAt(0), state.CornerAt(1), state.CornerAt(2), state.CornerAt(3)],
        [state.TwistAt(0), state.TwistAt(1), state.TwistAt(2), state.TwistAt(3)], [0, 1, 2, 3], [0, 0, 0, 0]);

    /// <summary>The corners after a turn of the top by clockwise quarters.</summary>
    public static LlState Turned(LlState corners, int quarters) => Look(corners.Turned(quarters));

    /// <summary>Each corner called by the one so many places on.</summary>
    public static LlState Relabelled(LlState corners, int places) => Look(corners.Relabelled(places));

    /// <summary>They are solved but for a turn of the top.</summary>
    public static bool IsDone(LlState corners) => corners.Orientation == 0
        && LlState.Quarters.Any(k => Relabelled(LlState.Solved, k).CornerPlaces == corners.CornerPlaces);
}
