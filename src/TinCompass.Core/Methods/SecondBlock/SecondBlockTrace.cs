using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>
/// A second block followed turn by turn: which goals stand for good from when on, how its five pieces lie (see <see cref="BlockLinks"/>),
/// where they are. Made from a position with the first block at the left.
/// </summary>
public sealed class SecondBlockTrace
{
    /// <summary>Follows turns.</summary>
    public SecondBlockTrace(FirstBlockDone start, IReadOnlyList<Turn> turns)
    {
        (Start, Turns, Links) = (start, turns, new BlockLinks(start.Frame, isRight: true));
        var (state, seen, lying, stands, left, rights) = (start.Held, new List<CubeState>(), new List<BlockLinks.Lying>(), new List<uint>(),
            new List<bool>(), new List<SecondBlockPosition?>());
        for (var i = 0; i <= turns.Count; i++)
        {
            var pieces = Blocks.Seen(state, start.Frame);
            seen.Add(pieces);
            lying.Add(Links.Of(state));
            // Turned so that another side is left, nothing of the frame can be told.
            var isHeld = state.Hold.ColorAt(Face.L) == start.Frame.ColorAt(Face.L);
            left.Add(isHeld && Blocks.LeftStands(pieces));
            stands.Add(isHeld ? StandsIn(pieces, state.Hold, start.Frame) : 0);
            rights.Add(isHeld ? SecondBlockPosition.Of(pieces, state.Hold, start.Frame) : null);
            if (i < turns.Count) state = state.Apply(turns[i]);
        }

        (Seen, Lying, LeftStands, End, Rights) = (seen, lying, left, state, rights);
        GoalSince = [.. Enum.GetValues<SecondBlockGoal>().Select(g =>
        {
            var at = stands.Count;
            while (at > 0 && (stands[at - 1] >> (int)g & 1) == 1) at--;
            return at;
        })];
    }

    /// <summary>Where it began.</summary>
    public FirstBlockDone Start { get; }

    /// <summary>The turns.</summary>
    public IReadOnlyList<Turn> Turns { get; }

    /// <summary>The parts of the right block.</summary>
    public BlockLinks Links { get; }

    /// <summary>The pieces before the first turn and after each, as they lie in the frame.</summary>
    public IReadOnlyList<CubeState> Seen { get; }

    /// <summary>How the parts lie to each other.</summary>
    public IReadOnlyList<BlockLinks.Lying> Lying { get; }

    /// <summary>Whether the first block stands, before the first turn and after each.</summary>
    public IReadOnlyList<bool> LeftStands { get; }

    /// <summary>Where the five pieces lie; null while another side is held at the left.</summary>
    public IReadOnlyList<SecondBlockPosition?> Rights { get; }

    /// <summary>The position at the end.</summary>
    public CubeState End { get; }

    /// <summary>After how many turns each goal stands for good; more than there are turns when it does not at the end.</summary>
    public IReadOnlyList<int> GoalSince { get; }

    /// <summary>What stands in a position, as bits.</summary>
    public static uint StandsIn(CubeState seen, Hold held, Hold frame)
    {
        var edge = Blocks.IsHome(seen, Edge.DR);
        var front = edge && Blocks.IsHome(seen, Edge.FR) && Blocks.IsHome(seen, Corner.DFR);
        var back = edge && Blocks.IsHome(seen, Edge.BR) && Blocks.IsHome(seen, Corner.DRB);
        return (edge ? 1u << (int)SecondBlockGoal.BaseEdge : 0) | (front ? 1u << (int)SecondBlockGoal.FrontSquare : 0)
            | (back ? 1u << (int)SecondBlockGoal.BackSquare : 0)
            | (front && back && Blocks.IsMiddleEven(held, frame) ? 1u << (int)SecondBlockGoal.Block : 0);
    }
}
