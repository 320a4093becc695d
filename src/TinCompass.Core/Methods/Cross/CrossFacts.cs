using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// The kinds of facts about a turn of a cross, in the order in which they are said. The first of them are those of <see
/// cref="CrossDeed"/>.
/// </summary>
public enum CrossFactKind
{
    /// <summary>Piece, to: it comes into the base layer, right way up, for good.</summary>
    Places,

    /// <summary>Piece, to: it was in the base layer before and comes back for good.</summary>
    PutsBack,

    /// <summary>Piece, to: it comes into the base layer, right way up, and a later turn takes it out.</summary>
    Parks,

    /// <summary>Piece, to, turn: it leaves the base layer, and that turn puts it back.</summary>
    TakesOut,

    /// <summary>Piece, to: it leaves the base layer, and no later turn puts it back.</summary>
    KnocksOut,

    /// <summary>Piece, to: it was bad and is good.</summary>
    BringsNear,

    /// <summary>Piece, to: it was good and is bad.</summary>
    TakesFar,

    /// <summary>Piece: its place in the base, as the edges there have it, comes to where the piece then goes in.</summary>
    BringsPlace,

    /// <summary>All four meet their centres.</summary>
    Aligns,

    /// <summary>Number: the base layer turns with edges in it; so many quarters are left to align them (none: they do not agree).</summary>
    TurnsBase,

    /// <summary>Number: the base turns against the side centres by a turn of other layers; the rest as above.</summary>
    ShiftsBase,

    /// <summary>Piece, to, and the turn when it is the next and places it: it goes elsewhere, as good or bad as before.</summary>
    Moves,

    /// <summary>Piece, to: as above, and it now lies in the base layer flipped.</summary>
    MovesFlipped,

    /// <summary>Piece, to: it is in the base layer, right way up, and moves with it; a later turn takes it out.</summary>
    GoesAlong,

    /// <summary>No edge of the cross moves.</summary>
    MovesNothing,

    /// <summary>The cross stands.</summary>
    Stands,

    /// <summary>Number: all four are in the base layer in order, and so many quarters are left.</summary>
    InOrder,

    /// <summary>Number: the least HTM from here to the cross. Not said: the figure stands beside it.</summary>
    Remaining,
}

/// <summary>The facts of each turn of an explained cross: what is said is made of these, and tests prove them one by one.</summary>
public static class CrossFacts
{
    /// <summary>The facts of a turn, in the order in which they are said.</summary>
    public static IReadOnlyList<StageFact> Of(Color color, CrossTurnNote note)
    {
        List<StageFact> facts = [.. note.Events.Where(e => e.Deed < CrossDeed.Moves).Select(e => Fact(color, e, note.Number))];
        facts.AddRange(note.BaseTurn switch
        {
            BaseTurnAim.BringsPlace => note.BaseTurnFor.Select(
                side => new StageFact(Words.Code(CrossFactKind.BringsPlace), CrossWords.EdgeName(color, side))),
            BaseTurnAim.Aligns => [new StageFact(Words.Code(CrossFactKind.Aligns))],
            BaseTurnAim.Turns => [new StageFact(Words.Code(CrossFactKind.TurnsBase), Number: note.BaseLeft)],
            BaseTurnAim.Shifts => [new StageFact(Words.Code(CrossFactKind.ShiftsBase), Number: note.BaseLeft)],
            _ => [],
        });
        // That an edge merely moves is said when nothing is done that matters more, and of a turn of the base, which moves all in it.
        if (facts.Count == 0 || note.BaseTurn is BaseTurnAim.BringsPlace || note.BaseTurn is BaseTurnAim.Turns && facts.Count == 1)
            facts.AddRange(note.Events.Where(e => e.Deed >= CrossDeed.Moves).Select(e => Fact(color, e, note.Number)));
        if (note.DoesNothing) facts.Add(new StageFact(Words.Code(CrossFactKind.MovesNothing)));
        if (note.Remaining == 0 && note.BaseTurn != BaseTurnAim.Aligns) facts.Add(new StageFact(Words.Code(CrossFactKind.Stands)));
        else if (note.Remaining == 1 && note.BaseLeft is { } left && note.Edges.All(e => e.Offset is not null))
            facts.Add(new StageFact(Words.Code(CrossFactKind.InOrder), Number: left));
        facts.Add(new StageFact(Words.Code(CrossFactKind.Remaining), Number: note.Remaining));
        return facts;
    }

    /// <summary>What is done to one edge, by the turn with a number.</summary>
    internal static StageFact Fact(Color color, CrossEvent e, int number)
    {
        var kind = e.Deed < CrossDeed.Moves ? (CrossFactKind)e.Deed : e.Deed == CrossDeed.GoesAlong ? CrossFactKind.GoesAlong
            : Pieces.EdgeFaces[(int)e.Place][0] == Face.D && e.BaseStickerOn != Face.D ? CrossFactKind.MovesFlipped : CrossFactKind.Moves;
        return new StageFact(Words.Code(kind), CrossWords.EdgeName(color, e.Side), To: CrossWords.PlaceName(e.Place),
            Turn: e.BackAt ?? (kind == CrossFactKind.Moves && e.PlacedBy == number + 1 ? e.PlacedBy : null));
    }
}
