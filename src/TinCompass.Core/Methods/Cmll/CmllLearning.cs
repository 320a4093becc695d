using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>A case that could be learnt: what it takes in two looks and in one.</summary>
/// <param name="Case">The case.</param>
/// <param name="InTwo">Relative time of the quickest that turns them up and then of what places them; null when a turn is avoided.</param>
/// <param name="InOne">Relative time of the book's quickest; null when a turn is avoided.</param>
/// <param name="Best">That sequence.</param>
public sealed record CmllLesson(CmllCase Case, double? InTwo, double? InOne, CmllChoice Best)
{
    /// <summary>Relative time saved a solve, the case being as rare as it is.</summary>
    public double Saves => InTwo - InOne is { } saved ? saved * Case.Count / CmllCase.Total : 0;

    /// <summary>Saved a solve for each turn there is to learn.</summary>
    public double Worth => Saves / Best.Length;
}

/// <summary>What to learn next of the corners, by time saved for what there is to learn.</summary>
public static class CmllLearning
{
    /// <summary>All cases, the most worth learning first.</summary>
    public static IReadOnlyList<CmllLesson> Order(CmllTools tools, LlTools twoLooks, HandModel hands)
    {
        ArgumentNullException.ThrowIfNull(tools);
        ArgumentNullException.ThrowIfNull(twoLooks);
        return [.. CmllCases.All.Where(c => !c.IsSolved).Select(c =>
        {
            var best = tools.Rank(c.View, hands)[0];
            return new CmllLesson(c, InTwo(c, twoLooks, hands), best.Time, best);
        }).OrderByDescending(l => l.Worth).ThenBy(l => l.Case.Id, StringComparer.Ordinal)];
    }

    /// <summary>The sequences of both looks, one after the other, each the quickest of the book.</summary>
    public static IReadOnlyList<IReadOnlyList<Turn>> TwoLooks(CmllCase c, LlTools twoLooks, HandModel hands)
    {
        ArgumentNullException.ThrowIfNull(c);
        ArgumentNullException.ThrowIfNull(twoLooks);
        var (state, made) = (c.View, new List<IReadOnlyList<Turn>>());
        foreach (var set in (LlSet[])[LlSet.Ocll, LlSet.Cpll])
            if (twoLooks.Rank(set, state, hands) is [var best, ..])
            {
                made.Add(best.AsTurned);
                state = CmllCorners.Look(best.Result);
            }

        return made;
    }

    private static double? InTwo(CmllCase c, LlTools twoLooks, HandModel hands) =>
        TwoLooks(c, twoLooks, hands).Aggregate((double?)0, (sum, turns) => sum + hands.Measure(turns));
}
