using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>What to learn next of the corners, by time saved for what there is to learn.</summary>
public static class CmllLearning
{
    /// <summary>The cases that are not known yet, the most worth learning first, and what knowing them all would save.</summary>
    public static CaseLessons Next(CmllTools tools, LlTools twoLooks, Repertoire repertoire, HandModel hands) => CaseLessons.Of(
        [
            .. CmllCases.All.Where(c => !c.IsSolved).Select(c =>
            {
                var best = tools.Rank(c.View, hands)[0];
                return new LearntCase(c.Id, (double)c.Count / CmllCase.Total, InTwo(c, twoLooks, hands), best.Time, best.Turns,
                    LlBursts.Names(CmllCasebook.Position(c.View, LlCasebook.Hold), best.Turns),
                    repertoire.Own(CmllStage.StageId, c.Id).Select(o => CmllTools.Own(c.View, o, hands)?.Time).Min());
            }),
        ],
        repertoire.Known(CmllStage.StageId));

    /// <summary>The sequences of both looks, one after the other, each the quickest of the book.</summary>
    public static IReadOnlyList<IReadOnlyList<Turn>> TwoLooks(CmllCase c, LlTools twoLooks, HandModel hands)
    {
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
