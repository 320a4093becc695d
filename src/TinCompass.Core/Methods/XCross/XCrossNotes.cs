using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.XCross;

/// <summary>What a turn does to a pair that is planned with its cross.</summary>
public enum PairDeed
{
    /// <summary>It was not solved and is now.</summary>
    PutsIn,

    /// <summary>It was solved; now it stands joined elsewhere.</summary>
    TakesPairOutJoined,

    /// <summary>It was solved and is not.</summary>
    TakesPairOut,

    /// <summary>It stands joined before and after, elsewhere.</summary>
    KeepsTogether,

    /// <summary>It was not joined and is now.</summary>
    Joins,

    /// <summary>It was joined and is not.</summary>
    Splits,

    /// <summary>Its corner moves, no more.</summary>
    MovesCorner,

    /// <summary>Its edge moves, no more.</summary>
    MovesEdge,

    /// <summary>Both pieces move, no more.</summary>
    MovesBoth,
}

/// <summary>Notes of a cross with a first pair: those of the cross, and what every turn does to the pair.</summary>
public static class XCrossNotes
{
    /// <summary>Note by note, for turns that were explained from a position.</summary>
    public static IReadOnlyList<StageNote> Of(CubeState start, IReadOnlyList<Turn> turns, CrossExplanation explained, SlotName slot)
    {
        var lead = turns.Count - explained.Notes.Count;
        var state = start.Apply(turns.Take(lead));
        var notes = CrossNotes.Of(explained).ToArray();
        var was = PairStands.Report(state, explained.Color, slot);
        for (var i = 0; i < notes.Length; i++)
        {
            state = state.Apply(turns[lead + i]);
            var now = PairStands.Report(state, explained.Color, slot);
            var doesNothing = explained.Notes[i].DoesNothing;
            // That pieces merely move is said only of a turn that does nothing else.
            if (DeedOf(was, now) is { } deed && (deed < PairDeed.MovesCorner || doesNothing)) notes[i] = With(notes[i], deed, slot);
            was = now;
        }

        return notes;
    }

    private static StageNote With(StageNote note, PairDeed deed, SlotName slot)
    {
        StageFact[] facts = [.. note.Facts, new StageFact(Words.Code(deed), slot.ToString())];
        return note with
        {
            Facts = facts,
            Words = XCrossWords.Of(facts),
            Tone = deed == PairDeed.PutsIn ? NoteTone.Good : note.Tone,
            Marks = deed == PairDeed.PutsIn ? [.. note.Marks, slot.First, slot.Second] : note.Marks,
        };
    }

    /// <summary>What happened between two reports of one pair; null when neither of its pieces moved.</summary>
    public static PairDeed? DeedOf(PairReport was, PairReport now) => (was.Stand, now.Stand) switch
    {
        (PairStand.Solved, PairStand.Solved) => null,
        (_, PairStand.Solved) => PairDeed.PutsIn,
        (PairStand.Solved, PairStand.Joined) => PairDeed.TakesPairOutJoined,
        (PairStand.Solved, _) => PairDeed.TakesPairOut,
        (PairStand.Joined, PairStand.Joined) => was.Place != now.Place ? PairDeed.KeepsTogether : null,
        (_, PairStand.Joined) => PairDeed.Joins,
        (PairStand.Joined, _) => PairDeed.Splits,
        _ => (was.Place.Corner != now.Place.Corner, was.Place.Edge != now.Place.Edge) switch
        {
            (true, true) => PairDeed.MovesBoth,
            (true, _) => PairDeed.MovesCorner,
            (_, true) => PairDeed.MovesEdge,
            _ => null,
        },
    };
}
