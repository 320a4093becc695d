using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
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
    public static IReadOnlyList<StageNote> Of(CubeState held, Color down, IReadOnlyList<Turn> turns)
    {
        ArgumentNullException.ThrowIfNull(turns);
        var notes = new List<StageNote>();
        var frame = Blocks.Frame(held.Hold, down);
        var before = held;
        foreach (var burst in LlBursts.Of(held, turns))
        {
            Turn[] made = [.. turns.Skip(burst.From).Take(burst.To - burst.From)];
            var after = before.Apply(made);
            List<StageFact> facts = [];
            if (made.All(t => t.Kind == TurnKind.Rotation)) facts.Add(Fact(CmllDeed.TurnsCube));
            else if (made.All(t => t.Letter == 'U')) facts.Add(Fact(CmllDeed.TurnsTop));
            else
            {
                foreach (var (side, stands) in Sides)
                    if (Stands(before, stands) is var was && Stands(after, stands) is var now && was != now)
                        facts.Add(Fact(was ? CmllDeed.Opens : CmllDeed.Closes, side));
                if (facts.Count == 0) facts.Add(Fact(Sides.All(s => Stands(after, s.Stands)) ? CmllDeed.Stands : CmllDeed.Works));
            }

            var isGood = facts.Any(f => f.Kind == Words.Code(CmllDeed.Closes)) && Sides.All(s => Stands(after, s.Stands));
            notes.Add(new StageNote(burst.From, burst.To, facts, Say(facts), isGood ? NoteTone.Good : NoteTone.Plain, []));
            before = after;
        }

        return notes;

        // As the blocks stood at first: a block that lies elsewhere with the whole cube does not count.
        bool Stands(CubeState state, Func<CubeState, bool> stands) =>
            frame is { } f && Blocks.Frame(state.Hold, down) == f && stands(Blocks.Seen(state, f));

        static StageFact Fact(CmllDeed deed, string? side = null) => new(Words.Code(deed), To: side);
    }

    private static readonly (string Side, Func<CubeState, bool> Stands)[] Sides = [("left", Blocks.LeftStands),
        ("right", Blocks.RightStands)];

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
