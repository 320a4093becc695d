using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.Cross;

/// <summary>What a turn does to one edge.</summary>
public enum CrossDeed
{
    /// <summary>Brings it into the base layer, right way up, for good.</summary>
    Places,

    /// <summary>Puts a taken-out edge back into the base layer for good.</summary>
    PutsBack,

    /// <summary>Brings it into the base layer, right way up, but a later turn takes it out again.</summary>
    Parks,

    /// <summary>Takes it out of the base layer; a later turn puts it back.</summary>
    TakesOut,

    /// <summary>Takes it out of the base layer, and no later turn puts it back.</summary>
    KnocksOut,

    /// <summary>It was bad and is now good.</summary>
    BringsNear,

    /// <summary>It was good and is now bad.</summary>
    TakesFar,

    /// <summary>Moves it elsewhere, neither good to bad nor into or out of the base.</summary>
    Moves,

    /// <summary>It lies in the base layer, right way up, and moves with it; a later turn takes it out.</summary>
    GoesAlong,
}

/// <summary>A deed: what is done to which edge (by its side colour), where it stands afterwards,
/// for <see cref="CrossDeed.TakesOut"/> the turn (from 1) that puts it back, and the later turn that places it for good, if one
/// does.</summary>
public sealed record CrossEvent(CrossDeed Deed, Color Side, Edge Place, Face BaseStickerOn, int? BackAt, int? PlacedBy);

/// <summary>What a turn that carries edges round in the base layer is for.</summary>
public enum BaseTurnAim
{
    /// <summary>No edge that stands in the base layer comes to another centre.</summary>
    None,

    /// <summary>
    /// Edges stand in the base layer, and it brings the place of the next one to where that edge comes in; there it stays until then.
    /// </summary>
    BringsPlace,

    /// <summary>It turns the finished cross so that the side colours meet their centres.</summary>
    Aligns,

    /// <summary>Edges stand in the base layer and go round with it; neither of the above.</summary>
    Turns,

    /// <summary>Edges that stand in the base layer come to other centres by a turn of other layers: a slice, a wide turn.</summary>
    Shifts,
}

/// <summary>
/// One turn of a plan explained: its number (from 1), what it does to which edges, what a turn of the base is for and for which edge,
/// the quarter turns of D left for the edges placed so far (null: none is placed, or they disagree), the HTM spent so far and the least HTM
/// from here to the cross.
/// </summary>
public sealed record CrossTurnNote(
    int Number, Turn Turn, IReadOnlyList<CrossEvent> Events, BaseTurnAim BaseTurn, IReadOnlyList<Color> BaseTurnFor, int? AlignmentLeft,
    IReadOnlyList<CrossEdgeReport> Edges, int Spent, int Remaining)
{
    /// <summary>It moves no edge of the cross against the centres.</summary>
    public bool DoesNothing => Events.Count == 0 && BaseTurn == BaseTurnAim.None;

    /// <summary>
    /// The quarter turns of D that would bring all edges home that lie in the base layer right way up; null when none does or they
    /// disagree.
    /// </summary>
    public int? BaseLeft => Edges.Select(e => e.Offset).OfType<int>().Distinct().ToArray() is [var only] ? only : null;
}

/// <summary>
/// How an edge gets placed: as which of the four, by which turn (0: it stands already), how many turns after the one before, and with which
/// edges together.
/// </summary>
public sealed record CrossPlacement(Color Side, int AtTurn, int TurnsAfterPrevious, IReadOnlyList<Color> Together);

/// <summary>
/// The five points of a plan: the four edges in the order they are placed (the first fixes where the others belong), where the fourth stood
/// when three were placed and its flag, the final alignment in quarter turns of D (0, 1, 2, −1), and the edges (<paramref name="Aside"/>)
/// that were in the base layer before the first was placed and only stepped aside.
/// </summary>
public sealed record CrossPoints(IReadOnlyList<CrossPlacement> Placements, CrossEdgeReport? FourthStood, FourthFlag Flag, int? Alignment,
    IReadOnlyList<Color> Aside);

/// <summary>
/// A sequence explained: how the edges stand before it, its five points (null when it does not make the cross), a note for each turn.
/// </summary>
public sealed record CrossExplanation(
    Color Color, Hold Rotation, IReadOnlyList<CrossEdgeReport> Edges, CrossPoints? Points, IReadOnlyList<CrossTurnNote> Notes);
