using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>What the turns of a second layer by idea do, as codes of facts.</summary>
public enum SecondLayerDeed
{
    /// <summary>An edge that sits in a slot, not as it should, comes up.</summary>
    Out,

    /// <summary>So many quarters of the top lay it over the side whose colour it shows outwards.</summary>
    Over,

    /// <summary>From there a quarter carries it away from the side whose colour looks up.</summary>
    Away,

    /// <summary>The corner of the slot comes out and lies joined with it.</summary>
    Joined,

    /// <summary>The two go in together.</summary>
    Home,
}

/// <summary>
/// The second layer as it is taught with an idea instead of a sequence: the corner stands; the edge is laid over its own side, the top is
/// turned away from the other colour, the corner comes out and joins it, and the two go in as one block.
/// </summary>
public static class F2lSecondLayer
{
    private const string Title = "the edge of the second layer";

    /// <summary>The way for a slot, told turn by turn; null where the corner does not stand, or the edge does.</summary>
    public static SchoolSolution? Of(CubeState position, Slot slot, HandModel hands)
    {
        var state = F2lState.Of(position);
        if (state.CornerOf(slot) != F2lState.Solved.CornerOf(slot) || state.IsSlotSolved(slot)) return null;
        // The quickest; all are told by the same idea.
        var best = Ways(position, slot, state.SolvedSlots).OrderBy(w => w.Turns.Count)
            .ThenBy(w => hands.Measure(w.Turns) ?? double.PositiveInfinity).FirstOrDefault();
        if (best.Turns is null) return null;
        var reading = hands.Read(best.Turns);
        return new SchoolSolution("idea", Title, new ExplainedSolution(
            new StageSolution(Hold.Scramble, best.Turns, best.Turns, reading?.Time, reading?.Regrips ?? 0), "idea", Title, best.Notes),
            null);
    }

    private static IEnumerable<(IReadOnlyList<Turn> Turns, IReadOnlyList<StageNote> Notes)> Ways(CubeState position, Slot slot,
        SlotSet solved)
    {
        var goal = new F2lGoal(solved.With(slot));
        foreach (var lead in F2lSchools.EdgeLeads(F2lState.Of(position), slot, solved))
            for (var quarters = 0; quarters < 4; quarters++)
                foreach (var (form, away) in F2lSchools.Insertions(slot).Zip(slot.Faces().Reverse()))
                {
                    Turn[] turns = [.. lead, .. F2lSchools.After(quarters, form)];
                    if (!goal.IsReached(F2lState.Of(position.Apply(turns)))) continue;
                    yield return (turns, Told(position.Hold, slot, away, lead, quarters, turns));
                }
    }

    /// <summary>The last seven turns are the corner's three and the block's four; one more may be before them, that of the top.</summary>
    private static List<StageNote> Told(Hold hold, Slot slot, Face away, IReadOnlyList<Turn> lead, int quarters, Turn[] turns)
    {
        const int Block = 4, Corner = 3;
        var (looksUp, outwards) = (hold.ColorAt(away), hold.ColorAt(slot.Faces().First(f => f != away)));
        var (edge, corner) = ($"{slot.NameIn(hold)}", $"{hold.ColorAt(Face.D).Name()}-{slot.NameIn(hold)}");
        var (joins, goesIn) = (turns.Length - Block - Corner, turns.Length - Block);
        var notes = new List<StageNote>();
        if (lead.Count > 0)
            Add(0, lead.Count, [Fact(SecondLayerDeed.Out, edge)], $"{edge} sits wrongly in a slot: the same turns bring it up.");
        StageFact[] laid = [Fact(SecondLayerDeed.Over, edge, outwards.Name(), quarters), Fact(SecondLayerDeed.Away, edge, looksUp.Name())];
        var idea = $"{edge} belongs over its own side, {outwards.Name()}; {looksUp.Name()} looks up, so the top turns away from "
            + $"{looksUp.Name()}";
        if (joins > lead.Count) Add(lead.Count, joins, laid, $"{idea}.");
        Add(joins, goesIn, [.. joins > lead.Count ? [] : laid, Fact(SecondLayerDeed.Joined, edge, corner)],
            (joins > lead.Count ? "" : $"{idea}, and there it lies already. ")
                + $"{Words.Capital(corner)} comes out and meets it: a block of two.");
        Add(goesIn, turns.Length, [Fact(SecondLayerDeed.Home, edge, corner)], "The block goes in as one.");
        return notes;

        void Add(int from, int to, IReadOnlyList<StageFact> facts, string words) => notes.Add(new StageNote(from, to, facts,
            Words.Capital(words), to == turns.Length ? NoteTone.Good : NoteTone.Plain, to == turns.Length ? [outwards, looksUp] : []));
    }

    private static StageFact Fact(SecondLayerDeed deed, string piece, string? to = null, int? number = null) =>
        new(Words.Code(deed), piece, To: to, Number: number);
}
