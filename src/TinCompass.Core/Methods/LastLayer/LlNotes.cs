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

    /// <summary>The cross stood before it and does not after it.</summary>
    BaseAway,

    /// <summary>The first two layers stand before and after it.</summary>
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
    public static IReadOnlyList<StageNote> Of(CubeState held, IReadOnlyList<Turn> turns)
    {
        ArgumentNullException.ThrowIfNull(turns);
        return Of(LlBursts.Of(held, turns), held, turns);
    }

    /// <summary>Notes of a sequence and how it is learnt, its bursts read once.</summary>
    public static (IReadOnlyList<StageNote> Notes, string Way) Read(CubeState held, IReadOnlyList<Turn> turns)
    {
        var bursts = LlBursts.Of(held, turns);
        return (Of(bursts, held, turns), Way(bursts, turns));
    }

    private static StageNote[] Of(IReadOnlyList<LlBurst> bursts, CubeState held, IReadOnlyList<Turn> turns) =>
        [.. bursts.Select((b, i) => Note(b, turns, held.Hold, i == bursts.Count - 1))];

    /// <summary>"2 bursts", "1 burst and its mirror": how a sequence is learnt.</summary>
    public static string Way(CubeState held, IReadOnlyList<Turn> turns) => Way(LlBursts.Of(held, turns), turns);

    private static string Way(IReadOnlyList<LlBurst> all, IReadOnlyList<Turn> turns)
    {
        var bursts = all.Where(b => turns.Skip(b.From).Take(b.To - b.From).Any(t => !LlBursts.IsLittle(t))).ToArray();
        var anew = bursts.Count(b => b.Likeness == LlLikeness.None);
        return anew == bursts.Length ? (anew == 1 ? "1 burst" : $"{anew} bursts")
            : $"{bursts.Length} bursts, {anew} of them new";
    }

    private static StageNote Note(LlBurst burst, IReadOnlyList<Turn> turns, Hold hold, bool isLast)
    {
        Turn[] made = [.. turns.Skip(burst.From).Take(burst.To - burst.From)];
        var facts = new List<StageFact>();
        if (made.All(t => t.Kind == TurnKind.Rotation)) facts.Add(Fact(LlDeed.TurnsCube));
        else if (made.All(t => t.Letter == 'U')) facts.Add(Fact(LlDeed.TurnsTop));
        else
        {
            Slot[] taken = [.. burst.After.Except(burst.Before)], back = [.. burst.Before.Except(burst.After)];
            facts.AddRange(taken.Select(s => Fact(LlDeed.TakesOut, s)));
            facts.AddRange(back.Select(s => Fact(LlDeed.BringsBack, s)));
            if (taken.Length + back.Length == 0)
                facts.AddRange(burst.After.Count == 0 ? [Fact(LlDeed.Stands)] : burst.After.Select(s => Fact(LlDeed.WorksInOpen, s)));
            if (burst.BaseStood && !burst.BaseStands) facts.Add(Fact(LlDeed.BaseAway));
            if (burst.Likeness != LlLikeness.None)
                facts.Add(new StageFact(Words.Code(burst.Likeness switch
                {
                    LlLikeness.Again => LlDeed.Again,
                    LlLikeness.Undone => LlDeed.Undone,
                    _ => LlDeed.Mirrored,
                }), Number: burst.Like + 1));
        }

        var stands = burst.After.Count == 0 && burst.BaseStands;
        return new StageNote(burst.From, burst.To, facts, Say(facts, isLast), stands && burst.Before.Count > 0 ? NoteTone.Good
            : NoteTone.Plain,
            []);

        StageFact Fact(LlDeed deed, Slot? slot = null) => new(Words.Code(deed), slot?.NameIn(hold).ToString(), To: slot?.Words());
    }

    private static string Say(List<StageFact> facts, bool isLast)
    {
        var said = new List<string>();
        if (Has(LlDeed.TurnsCube)) said.Add("turns the cube");
        if (Has(LlDeed.TurnsTop)) said.Add(isLast ? "turns the top home" : "turns the top");
        if (Places(LlDeed.TakesOut) is { Length: > 0 } taken) said.Add($"takes {taken} out");
        if (Places(LlDeed.BringsBack) is { Length: > 0 } back) said.Add($"brings {back} back");
        if (Places(LlDeed.WorksInOpen) is { Length: > 0 } open) said.Add($"works with {open} out");
        if (Has(LlDeed.Stands)) said.Add("opens and closes, nothing is left out");
        var words = Words.Capital(string.Join(" and ", said));
        if (Has(LlDeed.BaseAway)) words += "; the base is turned aside";
        if (facts.FirstOrDefault(f => f.Number is not null) is { } like)
            words += $"; {(like.Kind == Words.Code(LlDeed.Again) ? $"burst {like.Number} again"
                : like.Kind == Words.Code(LlDeed.Undone) ? $"undoes burst {like.Number}" : $"burst {like.Number} in the mirror")}";
        return words + ".";

        bool Has(LlDeed deed) => facts.Any(f => f.Kind == Words.Code(deed));

        string Places(LlDeed deed) => facts.Where(f => f.Kind == Words.Code(deed)).Select(f => f.To!).ToArray() switch
        {
            { Length: 4 } => "all four slots",
            var places => Words.Join(places),
        };
    }
}
