using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.XCross;

/// <summary>The one place where records of a pair that is planned with its cross become sentences.</summary>
public static class XCrossWords
{
    /// <summary>How a pair comes out: "joined on top, ready to go in".</summary>
    public static string Describe(PairReport pair)
    {
        return pair.Stand switch
        {
            PairStand.Solved => "solved, in its slot",
            PairStand.Joined => pair.PiecesOnTop == 2 ? "joined on top, ready to go in" : "joined, but below: it has to come out first",
            PairStand.OnTop => "both pieces on top, apart",
            // While the cross is not done the edge may lie in the base.
            _ => (pair.PiecesOnTop, pair.PiecesInOwnSlot) switch
            {
                (1, _) when pair.IsEdgeInBase => "the corner on top, the edge in the base",
                (_, 1) when pair.IsEdgeInBase => "the corner in its own slot, the edge in the base",
                _ when pair.IsEdgeInBase => "the corner stuck in another slot, the edge in the base",
                (1, 1) => "one piece on top, the other in its own slot",
                (1, _) => "one piece on top, the other stuck in another slot",
                (_, 2) => "both pieces in their slot, not right",
                (_, 1) => "one piece in its own slot, the other stuck in another",
                _ => "both pieces stuck in other slots",
            },
        };
    }

    /// <summary>What a turn does to a pair.</summary>
    private static string Say(PairDeed deed, string slot) => deed switch
    {
        PairDeed.PutsIn => $"puts {slot} in its slot",
        PairDeed.TakesPairOutJoined => $"takes {slot} out, joined",
        PairDeed.TakesPairOut => $"takes {slot} out",
        PairDeed.KeepsTogether => $"keeps {slot} together",
        PairDeed.Joins => $"joins {slot}",
        PairDeed.Splits => $"splits {slot}",
        PairDeed.MovesCorner => $"moves the corner of {slot}",
        PairDeed.MovesEdge => $"moves the edge of {slot}",
        _ => $"moves both pieces of {slot}",
    };

    /// <summary>A turn in words, made of its facts: what it does to the cross, if anything, and what to the pair.</summary>
    public static string Of(IReadOnlyList<StageFact> facts)
    {
        var pair = facts.Where(f => Enum.TryParse<PairDeed>(f.Kind, ignoreCase: true, out _)).ToArray();
        var cross = facts.Except(pair).Where(f => pair.Length == 0 || f.Kind != Words.Code(CrossFactKind.MovesNothing)).ToArray();
        var said = pair.Select(f => Say(Enum.Parse<PairDeed>(f.Kind, ignoreCase: true), f.Piece!)).Prepend(CrossWords.Of(cross));
        return string.Join("; ", said.Where(s => s.Length > 0));
    }
}
