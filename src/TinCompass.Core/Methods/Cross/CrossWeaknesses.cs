using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>Looks through judged crosses for what keeps going wrong.</summary>
public static class CrossWeaknesses
{
    /// <summary>The weaknesses of some plans of one solver, the dearest first.</summary>
    public static IReadOnlyList<Weakness> Find(IReadOnlyList<CrossJudgement> plans)
    {
        return Weakness.Worth(
        [
            Of(plans,
                j => j.Explanation.Points?.Flag == FourthFlag.FlippedAbove, "your last edges end flipped above their " +
                    "place", "cross.last-edge"),
            Of(plans,
                j => j.Explanation.Points?.Flag == FourthFlag.FlippedBelow, "your last edges end flipped in their own " +
                    "place", "cross.last-edge"),
            Of(plans, j => j.Mistakes.Any(m => m.Reasons.Any(
                e => e.Deed == CrossDeed.TakesFar)), "a turn makes a good edge bad", "cross.sort-edges"),
            Of(plans, j => j.Mistakes.Any(m => m.Reasons.Any(
                e => e.Deed is CrossDeed.KnocksOut or CrossDeed.TakesOut)), "a turn takes an edge out that stood", "cross.save-the-plan"),
            Of(plans, j => !j.IsCross && j.Missing.Count == 0, "the last turn of the base is forgotten", "cross.plan-and-commit"),
            Of(plans, j => !j.IsCross && j.Missing.Count > 0, "an edge is not where the plan had it", "cross.follow-edge"),
        ]);
    }

    private static Weakness Of(IReadOnlyList<CrossJudgement> plans, Func<CrossJudgement, bool> has, string words, string drill)
    {
        var these = plans.Where(has).ToArray();
        var each = these.Length == 0 ? 0 : these.Average(j => j.OverBest);
        return new Weakness(these.Length, plans.Count, each,
            $"In {these.Length} of {plans.Count} plans {words}: {Words.Figure(each)} turns each.", drill);
    }
}
