using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.XCross;

/// <summary>How the two pieces of a slot stand to each other.</summary>
public enum PairStand
{
    /// <summary>Both in their slot, solved.</summary>
    Solved,

    /// <summary>Joined rightly, as in their slot, somewhere else.</summary>
    Joined,

    /// <summary>Both in the top layer, not joined.</summary>
    OnTop,

    /// <summary>At least one of them is in a slot, not joined.</summary>
    Stuck,
}

/// <summary>
/// The pair of a slot: how it stands, how many of its two pieces are in the top layer, how many in their own slot (right or not), and where
/// the two are (seen with the slot at
/// front-right).
/// </summary>
public sealed record PairReport(SlotName Slot, PairStand Stand, int PiecesOnTop, int PiecesInOwnSlot, (Corner Corner, Edge Edge) Place)
{
    /// <summary>The edge lies in the base layer, where a cross edge belongs.</summary>
    public bool IsEdgeInBase => Pieces.EdgeFaces[(int)Place.Edge][0] == Face.D;
}

/// <summary>Where the corner and the edge of a slot are, and whether they belong together.</summary>
public static class PairStands
{
    /// <summary>All 24 ways of standing joined: the solved pair turned with the whole cube.</summary>
    private static readonly HashSet<(int Corner, int Edge)> JoinedStates = [.. Hold.All.Select(hold => hold.Rotation.Aggregate(
        (Corner: XCrossTables.SolvedCorner, Edge: XCrossTables.SolvedEdge),
        (s, turn) => (CornerStickers.After(s.Corner, turn), EdgeStickers.After(s.Edge, turn))))];

    /// <summary>
    /// True when the pair of the slot front-right stands side by side as in its slot, wherever it is: states of the base sticker and of the
    /// edge's front sticker.
    /// </summary>
    public static bool AreJoined((int Corner, int Edge) states) => JoinedStates.Contains(states);

    /// <summary>The sticker states of the pair that belongs at front-right in the hold of a view.</summary>
    internal static (int Corner, int Edge) Of(CubeState state, CrossPosition view)
    {
        for (var i = 0; i < view.Rotation.Rotation.Count; i++) state = state.Apply(view.Rotation.Rotation[i]);
        Color front = view.Hold.ColorAt(Face.F), right = view.Hold.ColorAt(Face.R);
        var corner = KnownPieces.CornerWith(view.Color, front, right)!.Value;
        return (CornerStickers.Find(state, corner, view.Color), EdgeStickers.Find(state, Pieces.EdgeWith(front, right)!.Value, front));
    }

    /// <summary>The four pairs of a colour as they stand, in the order of their slots' names.</summary>
    public static IReadOnlyList<PairReport> Report(CubeState state, Color color) =>
        [.. Enumerable.Range(0, 4).Select(y => Report(state, CrossPosition.Of(state, color, y))).OrderBy(r => r.Slot.First)
            .ThenBy(r => r.Slot.Second)];

    /// <summary>One pair of a colour as it stands.</summary>
    public static PairReport Report(CubeState state, Color color, SlotName slot)
    {
        for (var y = 0; ; y++)
        {
            var view = CrossPosition.Of(state, color, y);
            if (SlotName.Of(view.Hold.ColorAt(Face.F), view.Hold.ColorAt(Face.R)) == slot) return Report(state, view);
            if (y == 3) throw new ArgumentException($"{slot} is no slot of the {color.Name()} cross", nameof(slot));
        }
    }

    private static PairReport Report(CubeState state, CrossPosition view)
    {
        var (corner, edge) = Of(state, view);
        bool cornerOnTop = Pieces.CornerFaces[(int)CornerStickers.Place(corner)][0] == Face.U,
            edgeOnTop = Pieces.EdgeFaces[(int)EdgeStickers.Place(edge)][0] == Face.U;
        var stand = (corner, edge) == (XCrossTables.SolvedCorner, XCrossTables.SolvedEdge) ? PairStand.Solved
            : JoinedStates.Contains((corner, edge)) ? PairStand.Joined
            : cornerOnTop && edgeOnTop ? PairStand.OnTop : PairStand.Stuck;
        return new PairReport(SlotName.Of(view.Hold.ColorAt(Face.F), view.Hold.ColorAt(Face.R)), stand,
            (cornerOnTop ? 1 : 0) + (edgeOnTop ? 1 : 0),
            (CornerStickers.Place(corner) == Corner.DFR ? 1 : 0) + (EdgeStickers.Place(edge) == Edge.FR ? 1 : 0),
                (CornerStickers.Place(corner), EdgeStickers.Place(edge)));
    }
}
