using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.XCross;

/// <summary>The one place where records of a pair that is planned with its cross become sentences.</summary>
public static class XCrossWords
{
    /// <summary>How a pair comes out: "joined on top, ready to go in".</summary>
    public static string Describe(PairReport pair)
    {
        ArgumentNullException.ThrowIfNull(pair);
        return pair.Stand switch
        {
            PairStand.Solved => "solved, in its slot",
            PairStand.Joined => pair.PiecesOnTop == 2 ? "joined on top, ready to go in" : "joined, but below: it has to come out first",
            PairStand.OnTop => "both pieces on top, apart",
            _ => (pair.PiecesOnTop, pair.PiecesInOwnSlot) switch
            {
                (1, 1) => "one piece on top, the other in its own slot",
                (1, _) => "one piece on top, the other stuck in another slot",
                (_, 2) => "both pieces in their slot, not right",
                (_, 1) => "one piece in its own slot, the other stuck in another",
                _ => "both pieces stuck in other slots",
            },
        };
    }

    /// <summary>What a turn does to a pair.</summary>
    internal static string Say(PairDeed deed, string slot) => deed switch
    {
        PairDeed.PutsIn => $"puts {slot} in its slot",
        PairDeed.TakesOutJoined => $"takes {slot} out, joined",
        PairDeed.TakesOut => $"takes {slot} out",
        PairDeed.KeepsTogether => $"keeps {slot} together",
        PairDeed.Joins => $"joins {slot}",
        PairDeed.Splits => $"splits {slot}",
        _ => $"carries the pieces of {slot}",
    };

    /// <summary>A turn of the cross with what it does to the pair.</summary>
    internal static string Say(string cross, bool crossDoesNothing, string pair) => crossDoesNothing ? pair : $"{cross}; {pair}";

    internal static string Code(PairDeed deed) => Words.Code(deed);
}
