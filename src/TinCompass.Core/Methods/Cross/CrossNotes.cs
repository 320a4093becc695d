using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// A cross explained as notes, one for each turn after the rotations at the start. The facts come from the trace; the sentence is made of
/// the same record.
/// </summary>
public static class CrossNotes
{
    /// <summary>Note by note.</summary>
    public static IReadOnlyList<StageNote> Of(CrossExplanation explained) => [.. explained.Notes.Select(n => Of(explained.Color, n))];

    private static StageNote Of(Color color, CrossTurnNote note)
    {
        var facts = CrossFacts.Of(color, note);
        var places = note.Events.Where(e => e.Deed is CrossDeed.Places or CrossDeed.PutsBack).Select(e => e.Side).ToArray();
        var isGood = places.Length > 0 || note.Events.Any(e => e.Deed == CrossDeed.BringsNear);
        return new StageNote(note.Number - 1, note.Number, facts, CrossWords.Of(facts), isGood ? NoteTone.Good : NoteTone.Plain,
            places);
    }
}
