using System.Globalization;
using TinCompass.Core.Methods.Cross;

namespace TinCompass.Core.Practice;

/// <summary>Something that keeps going wrong: in how many of how many plans, what it cost on average (HTM), a sentence, and the drill that trains it.</summary>
public sealed record Weakness(int Times, int Of, double TurnsEach, string Words, string Drill);

/// <summary>Looks through judged plans for what keeps going wrong.</summary>
public static class Weaknesses
{
    /// <summary>Less often than this is chance.</summary>
    private const int FewestTimes = 2;

    /// <summary>The weaknesses of some plans of one solver, the dearest first.</summary>
    public static IReadOnlyList<Weakness> Find(IReadOnlyList<CrossJudgement> plans)
    {
        ArgumentNullException.ThrowIfNull(plans);
        Weakness[] all =
        [
            Of(plans, j => j.Explanation.Points?.Flag == FourthFlag.FlippedAbove, "your last edges end flipped above their place", "last-edge"),
            Of(plans, j => j.Explanation.Points?.Flag == FourthFlag.FlippedBelow, "your last edges end flipped in their own place", "last-edge"),
            Of(plans, j => j.Mistakes.Any(m => m.Note.Events.Any(e => e.Deed == CrossDeed.MakesBad)), "a turn makes a good edge bad", "sort-edges"),
            Of(plans, j => j.Mistakes.Any(m => m.Note.Events.Any(e => e.Deed is CrossDeed.KnocksOut or CrossDeed.TakesOut)), "a turn takes an edge out that stood", "save-the-plan"),
            Of(plans, j => !j.IsCross && j.Missing.Count == 0, "the last turn of the base is forgotten", "plan-and-commit"),
            Of(plans, j => !j.IsCross && j.Missing.Count > 0, "an edge is not where the plan had it", "follow-edge"),
        ];
        return [.. all.Where(w => w.Times >= FewestTimes && w.TurnsEach > 0).OrderByDescending(w => w.Times * w.TurnsEach)];
    }

    private static Weakness Of(IReadOnlyList<CrossJudgement> plans, Func<CrossJudgement, bool> has, string words, string drill)
    {
        var these = plans.Where(has).ToArray();
        var each = these.Length == 0 ? 0 : these.Average(j => j.OverBest);
        var cost = each.ToString("0.0", CultureInfo.InvariantCulture);
        return new Weakness(these.Length, plans.Count, each, $"In {these.Length} of {plans.Count} plans {words}: {cost} turns each.", drill);
    }
}
