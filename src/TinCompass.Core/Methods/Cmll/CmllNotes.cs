using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>What a burst does while the corners are solved.</summary>
public enum CmllDeed
{
    /// <summary>Turns the top.</summary>
    TurnsTop,

    /// <summary>Turns the whole cube.</summary>
    TurnsCube,

    /// <summary>The block at a side (<see cref="StageFact.To"/>: left, right) stands before it and not after.</summary>
    Opens,

    /// <summary>The block at a side does not stand before it and stands after.</summary>
    Closes,

    /// <summary>Blocks that do not stand stay so.</summary>
    Works,

    /// <summary>Both blocks stand before and after.</summary>
    Stands,
}

/// <summary>A sequence of the corners burst by burst: which block is open after each.</summary>
public static class CmllNotes
{
    /// <summary>One note for each burst.</summary>
    public static IReadOnlyList<StageNote> Of(CubeState held, IReadOnlyList<Turn> turns)
    {
        var notes = new List<StageNote>();
        foreach (var burst in LlBursts.Of(held, turns))
        {
            Turn[] made = [.. turns.Skip(burst.From).Take(burst.To - burst.From)];
            List<StageFact> facts = [];
            bool isWhole = Sides.All(side => Stands(burst.After, burst.CrossAfter, side));
            if (made.All(t => t.Kind == TurnKind.Rotation)) facts.Add(Fact(CmllDeed.TurnsCube));
            else if (made.All(t => t.Letter == 'U')) facts.Add(Fact(CmllDeed.TurnsTop));
            else
            {
                foreach (var side in Sides)
                    if (Stands(burst.Before, burst.CrossBefore, side) is var was && was != Stands(burst.After, burst.CrossAfter, side))
                        facts.Add(Fact(was ? CmllDeed.Opens : CmllDeed.Closes, LlNotes.NameOf(burst.Now(side, held.Hold))));
                if (facts.Count == 0) facts.Add(Fact(isWhole ? CmllDeed.Stands : CmllDeed.Works));
            }

            var isGood = isWhole && facts.Any(f => f.Kind == Words.Code(CmllDeed.Closes));
            notes.Add(new StageNote(burst.From, burst.To, facts, Say(facts), isGood ? NoteTone.Good : NoteTone.Plain, []));
        }

        return notes;

        // The slots and the base edge at a side.
        static bool Stands(IReadOnlyList<Slot> open, IReadOnlyList<Face> cross, Face side) =>
            !cross.Contains(side) && !open.Any(s => s.Faces().Contains(side));

        static StageFact Fact(CmllDeed deed, string? side = null) => new(Words.Code(deed), To: side);
    }

    /// <summary>Where the blocks are at first.</summary>
    private static readonly Face[] Sides = [Face.L, Face.R];

    private static string Say(List<StageFact> facts) => $"{Words.Capital(Words.Join(facts.Select(f =>
        Enum.Parse<CmllDeed>(f.Kind, ignoreCase: true) switch
        {
            CmllDeed.TurnsTop => "turns the top",
            CmllDeed.TurnsCube => "turns the cube",
            CmllDeed.Opens => $"opens the {f.To} block",
            CmllDeed.Closes => $"closes the {f.To} block",
            CmllDeed.Works => "works with a block open",
            _ => "opens and closes, both blocks stand",
        })))}.";
}
