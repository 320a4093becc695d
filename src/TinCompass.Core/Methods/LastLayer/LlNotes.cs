using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>What a burst does, as codes of facts.</summary>
public enum LlDeed
{
    /// <summary>It turns the top alone.</summary>
    TurnsTop,

    /// <summary>It turns the whole cube.</summary>
    TurnsCube,

    /// <summary>Slots that stood do not stand after it.</summary>
    TakesOut,

    /// <summary>Slots that did not stand do after it.</summary>
    BringsBack,

    /// <summary>The same slots are open before and after it.</summary>
    WorksInOpen,

    /// <summary>Cross edges that were in place are out after it.</summary>
    LiftsCross,

    /// <summary>Cross edges that were out are in place after it.</summary>
    LowersCross,

    /// <summary>The same cross edges are out before and after it.</summary>
    CrossUp,

    /// <summary>It turns the top, and the last layer is solved after it.</summary>
    TurnsTopHome,

    /// <summary>All slots are in place before and after it.</summary>
    Stands,

    /// <summary>It is an earlier burst again.</summary>
    Again,

    /// <summary>It undoes an earlier burst.</summary>
    Undone,

    /// <summary>It is an earlier burst in the mirror.</summary>
    Mirrored,
}

/// <summary>A sequence of the last layer, burst by burst, in words.</summary>
public static class LlNotes
{
    /// <summary>Notes of a sequence that is made from a position held with the base down.</summary>
    public static IReadOnlyList<StageNote> Of(CubeState held, IReadOnlyList<Turn> turns) => Of(LlBursts.Of(held, turns), held, turns);

    /// <summary>Notes of a sequence and how it is learnt, its bursts read once.</summary>
    public static (IReadOnlyList<StageNote> Notes, string Way) Read(CubeState held, IReadOnlyList<Turn> turns)
    {
        var bursts = LlBursts.Of(held, turns);
        return (Of(bursts, held, turns), Way(bursts, turns));
    }

    private static StageNote[] Of(IReadOnlyList<LlBurst> bursts, CubeState held, IReadOnlyList<Turn> turns) =>
        [.. bursts.Select((b, i) => Note(b, turns, held.Hold,
            i == bursts.Count - 1 && held.Apply(turns) is { IsSolved: true }))];

    /// <summary>"2 bursts", "1 burst and its mirror": how a sequence is learnt.</summary>
    public static string Way(CubeState held, IReadOnlyList<Turn> turns) => Way(LlBursts.Of(held, turns), turns);

    private static string Way(IReadOnlyList<LlBurst> all, IReadOnlyList<Turn> turns)
    {
        var bursts = all.Where(b => turns.Skip(b.From).Take(b.To - b.From).Any(t => !LlBursts.IsLittle(t))).ToArray();
        var different = bursts.Count(b => b.Likeness == LlLikeness.None);
        return different == bursts.Length ? (different == 1 ? "1 trigger" : $"{different} triggers")
            : $"{bursts.Length} triggers, {different} different";
    }

    private static StageNote Note(LlBurst burst, IReadOnlyList<Turn> turns, Hold hold, bool solves)
    {
        Turn[] made = [.. turns.Skip(burst.From).Take(burst.To - burst.From)];
        var facts = new List<StageFact>();
        if (made.All(t => t.Kind == TurnKind.Rotation)) facts.Add(Fact(LlDeed.TurnsCube));
        else if (made.All(t => t.Letter == 'U')) facts.Add(Fact(solves ? LlDeed.TurnsTopHome : LlDeed.TurnsTop));
        else
        {
            Slot[] taken = [.. burst.After.Except(burst.Before)], back = [.. burst.Before.Except(burst.After)];
            facts.AddRange(taken.Select(s => Fact(LlDeed.TakesOut, s)));
            facts.AddRange(back.Select(s => Fact(LlDeed.BringsBack, s)));
            if (taken.Length + back.Length == 0)
                facts.AddRange(burst.After.Count == 0 ? [Fact(LlDeed.Stands)] : burst.After.Select(s => Fact(LlDeed.WorksInOpen, s)));
            Face[] lifted = [.. burst.CrossAfter.Except(burst.CrossBefore)], lowered = [.. burst.CrossBefore.Except(burst.CrossAfter)];
            facts.AddRange(lifted.Select(f => Side(LlDeed.LiftsCross, f)));
            facts.AddRange(lowered.Select(f => Side(LlDeed.LowersCross, f)));
            if (lifted.Length + lowered.Length == 0) facts.AddRange(burst.CrossAfter.Select(f => Side(LlDeed.CrossUp, f)));
            if (burst.Likeness != LlLikeness.None)
                facts.Add(new StageFact(Words.Code(burst.Likeness switch
                {
                    LlLikeness.Again => LlDeed.Again,
                    LlLikeness.Undone => LlDeed.Undone,
                    _ => LlDeed.Mirrored,
                }), Number: burst.Like + 1));
        }

        var stands = burst.After.Count == 0 && burst.CrossAfter.Count == 0;
        return new StageNote(burst.From, burst.To, facts, Say(facts), stands && burst.Before.Count > 0 ? NoteTone.Good
            : NoteTone.Plain,
            []);

        // Places as the cube is held there; where the base is not down they have no names, their colours have.
        StageFact Side(LlDeed deed, Face face) => new(Words.Code(deed), $"{hold.ColorAt(Face.D).Name()}-{hold.ColorAt(face).Name()}",
            To: IsDown() ? NameOf(burst.Now(face, hold)) : $"{hold.ColorAt(Face.D).Name()}-{hold.ColorAt(face).Name()}");

        StageFact Fact(LlDeed deed, Slot? slot = null) => new(Words.Code(deed), slot?.NameIn(hold).ToString(), To: slot is not { } s ? null
            : IsDown() ? SlotSet.All.Slots.First(n => s.Faces().All(f => n.Faces().Contains(burst.Now(f, hold)))).Words()
            : $"{s.NameIn(hold)}");

        bool IsDown() => burst.Now(Face.D, hold) == Face.D;
    }

    /// <summary>A face as it is called beside a block or an edge: "front".</summary>
    internal static string NameOf(Face face) => face switch
    {
        Face.U => "top",
        Face.D => "bottom",
        Face.F => "front",
        Face.R => "right",
        Face.B => "back",
        _ => "left",
    };

    private static string Say(List<StageFact> facts)
    {
        var said = new List<string>();
        if (Has(LlDeed.TurnsCube)) said.Add("turns the cube");
        if (Has(LlDeed.TurnsTop)) said.Add("turns the top");
        if (Has(LlDeed.TurnsTopHome)) said.Add("turns the top: the last layer is solved");
        if (Parts(LlDeed.TakesOut, LlDeed.LiftsCross) is { Length: > 0 } taken) said.Add($"lifts {taken}");
        if (Parts(LlDeed.BringsBack, LlDeed.LowersCross) is { Length: > 0 } back) said.Add($"brings {back} back");
        var words = Words.Capital(Words.Join(said));
        if (words.Length == 0)
            words = Parts(LlDeed.WorksInOpen, LlDeed.CrossUp) is { Length: > 0 } open
                ? $"{Words.Capital(open)} {(IsOne(LlDeed.WorksInOpen, LlDeed.CrossUp) ? "is" : "are")} still out" : "Leaves nothing out";
        if (facts.FirstOrDefault(f => f.Number is not null) is { } like)
            words += like.Kind == Words.Code(LlDeed.Again) ? $"; trigger {like.Number} again"
                : like.Kind == Words.Code(LlDeed.Undone) ? $"; undoes trigger {like.Number}"
                : $"; the mirror image of trigger {like.Number}";
        return words + ".";

        bool Has(LlDeed deed) => facts.Any(f => f.Kind == Words.Code(deed));

        bool IsOne(params LlDeed[] deeds) => facts.Count(f => deeds.Any(d => f.Kind == Words.Code(d))) == 1;

        // "front-right, front-left and the front cross edge"
        string Parts(LlDeed slots, LlDeed cross)
        {
            string[] places = [.. facts.Where(f => f.Kind == Words.Code(slots)).Select(f => f.To!)];
            string[] edges = [.. facts.Where(f => f.Kind == Words.Code(cross)).Select(f => f.To!)];
            string[] all = places.Length == 4 ? ["all four slots"] : places;
            return Words.Join(edges.Length switch
            {
                0 => all,
                1 => [.. all, $"the {edges[0]} cross edge"],
                4 => [.. all, "all four cross edges"],
                _ => [.. all, $"the {Words.Join(edges)} cross edges"],
            });
        }
    }
}
