using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>Tries own sequences on cases: a wrong one is told what it really does.</summary>
public static class LlTrial
{
    /// <summary>
    /// Why a sequence does not solve a case, whatever turn of the top comes before and after it; null when it does. A slot that it breaks,
    /// the case it solves instead, what it undoes.
    /// </summary>
    public static StageRefusal? Refusal(LlCase c, IReadOnlyList<Turn> turns)
    {
        var end = CubeState.Solved.Apply(turns);
        if (end.Hold.ColorAt(Face.D) != Hold.Scramble.ColorAt(Face.D))
            return new StageRefusal("base-not-down", "That sequence ends with the base not down.");
        if (LlState.Of(end) is not { } effect) return new StageRefusal("breaks-solved", Breaks(end));
        var solves = effect.Inverse();
        if (solves.IsSolvedButTop) return new StageRefusal("solves-nothing", "That sequence does nothing to the last layer but turn it.");
        if (!c.Set.Keeps(solves))
            return new StageRefusal("breaks-solved", c.Set switch
            {
                LlSet.Ocll => "That sequence turns edges over: here they are all up already.",
                LlSet.Epll => "That sequence moves corners: here they are all placed already.",
                _ => "That sequence turns pieces over: here the top is all of one colour already.",
            });
        var found = LlCases.Of(c.Set, solves).Case;
        if (found.Id == c.Id) return null;
        return new StageRefusal("solves-another", found.IsSolved ? $"That sequence does nothing that {LlWords.SetTitle(c.Set)} needs."
            : found.Id == c.MirrorId ? $"That sequence solves the mirror of this case: {found.Title}."
            : $"That sequence solves another case: {found.Title}.");
    }

    private static string Breaks(CubeState end)
    {
        var pairs = F2lState.Of(end);
        List<string> broken = pairs.IsCrossSolved ? [] : ["the cross"];
        broken.AddRange(pairs.SolvedSlots.Others.Slots.Select(s => $"the slot {s.Words()}"));
        return $"That sequence breaks {Words.Join(broken)}: it was tried with everything else solved.";
    }
}
