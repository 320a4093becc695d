using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.Cross;

/// <summary>The one place where pair records become sentences.</summary>
public static class PairWords
{
    /// <summary>How a pair comes out: "joined: one insertion puts it in".</summary>
    public static string Describe(PairReport pair) => pair.Stand switch
    {
        PairStand.Solved => "solved, in its slot",
        PairStand.Joined => pair.PiecesOnTop == 2 ? "joined on top, ready to go in" : "joined, but below: it has to come out first",
        PairStand.OnTop => "both pieces on top, apart",
        _ => pair.PiecesOnTop == 1 ? "one piece on top, the other stuck in a slot" : "both pieces stuck in slots",
    };

    /// <summary>
    /// What a turn does to a pair; empty when it moves neither of its pieces. That it merely carries them is said only of a turn that does nothing else (<paramref name="isAlone"/>).
    /// </summary>
    public static string ForTurn(CubeState before, CubeState after, Color color, SlotName slot, bool isAlone = true)
    {
        PairReport was = One(before), now = One(after);
        return (was.Stand, now.Stand) switch
        {
            (PairStand.Solved, PairStand.Solved) => "",
            (_, PairStand.Solved) => $"puts {slot} in its slot",
            (PairStand.Solved, PairStand.Joined) => $"takes {slot} out, joined",
            (PairStand.Solved, _) => $"takes {slot} out",
            (PairStand.Joined, PairStand.Joined) => was.Place != now.Place ? $"keeps {slot} together" : "",
            (_, PairStand.Joined) => $"joins {slot}",
            (PairStand.Joined, _) => $"splits {slot} for now",
            _ => isAlone && was.Place != now.Place ? $"carries the pieces of {slot}" : "",
        };

        PairReport One(CubeState state) => PairStates.Report(state, color).Single(r => r.Slot == slot);
    }
}
