using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>What to learn next of the last layer.</summary>
public sealed class LlLearning(LlTools tools)
{
    /// <summary>
    /// The cases of one look that are not known yet, the most worth learning first, and what knowing them all would save.
    /// </summary>
    public CaseLessons Next(LlSet set, Repertoire repertoire, HandModel hands) => CaseLessons.Of(
        [
            .. LlCases.Of(set).Where(c => !c.IsSolved).Select(c =>
            {
                var best = tools.Rank(set, c.View, hands)[0];
                return new LearntCase(c.Id, c.Chance, InTwo(c, hands), best.Time, best.AsTurned,
                    LlBursts.Names(best.Sequence.Solves.ToCube(), best.AsTurned),
                    repertoire.Own(set.Id(), c.Id).Select(o => LlChooser.Own(set, c.View, o, hands)?.Time).Min());
            }),
        ],
        repertoire.Known(set.Id()));

    /// <summary>What two looks take for a case, each by its quickest.</summary>
    private double? InTwo(LlCase c, HandModel hands)
    {
        var options = new LlOptions(hands, OrientsInTwo: true, PermutesInTwo: true);
        var (state, time) = (c.View, (double?)0);
        while (!c.Set.IsDone(state) && options.Next(state) is { } set)
        {
            var best = tools.Rank(set, state, hands)[0];
            (state, time) = (best.Result, time + best.Time);
        }

        return time;
    }
}
