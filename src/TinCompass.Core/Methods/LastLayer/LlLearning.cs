using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>A case that could be learnt: how often it comes, what it takes in two looks and in one, and what there is to learn.</summary>
/// <param name="Case">The case.</param>
/// <param name="InTwo">Relative time in two looks; null when a turn is avoided.</param>
/// <param name="InOne">Relative time of the book's quickest; null when a turn is avoided.</param>
/// <param name="Best">That sequence.</param>
/// <param name="NewBursts">Bursts of it that no sequence of a known case has.</param>
public sealed record LlLesson(LlCase Case, double? InTwo, double? InOne, LlChoice Best, int NewBursts)
{
    /// <summary>A new burst is as much to learn as so many turns.</summary>
    private const double TurnsABurst = 3;

    /// <summary>Relative time saved a solve, the case being as rare as it is.</summary>
    public double Saves => InTwo - InOne is { } saved ? Case.Chance * saved : 0;

    /// <summary>What there is to learn: its turns, and each new burst as some more.</summary>
    public double Effort => Best.Length + (TurnsABurst * NewBursts);

    /// <summary>Saved a solve for what there is to learn.</summary>
    public double Worth => Saves / Effort;
}

/// <summary>
/// The expected times of the top or the sides over all cases, the solved one too: in two looks, in one, and with what is known.
/// </summary>
public sealed record LlExpectation(double InTwo, double InOne, double Now);

/// <summary>What to learn next, by time saved for effort.</summary>
public sealed class LlLearning(LlTools tools)
{
    /// <summary>
    /// The cases of one look that are not known yet, the most worth learning first, and what knowing them all would save.
    /// </summary>
    public (IReadOnlyList<LlLesson> Lessons, LlExpectation Expected) Next(LlSet set, Repertoire repertoire, HandModel hands)
    {
        ArgumentNullException.ThrowIfNull(repertoire);
        var known = repertoire.Known(set.Id());
        var cases = LlCases.Of(set).Where(c => !c.IsSolved).Select(c => (Case: c, Best: tools.Rank(set, c.View, hands)[0])).ToArray();
        var bursts = cases.Where(c => known.Contains(c.Case.Id)).SelectMany(c => Bursts(c.Best)).ToHashSet();
        LlLesson[] all =
        [
            .. cases.Select(c => new LlLesson(c.Case, InTwo(c.Case, hands), c.Best.Time, c.Best,
                Bursts(c.Best).Where(b => !bursts.Contains(b)).Distinct().Count())),
        ];
        var (two, one) = (all.Sum(l => l.Case.Chance * (l.InTwo ?? 0)), all.Sum(l => l.Case.Chance * (l.InOne ?? 0)));
        var now = all.Sum(l => l.Case.Chance * ((known.Contains(l.Case.Id) ? Known(l) : l.InTwo) ?? 0));
        return ([.. all.Where(l => !known.Contains(l.Case.Id)).OrderByDescending(l => l.Worth)
            .ThenBy(l => l.Case.Id, StringComparer.Ordinal)],
            new LlExpectation(two, one, now));

        // Who keeps sequences of their own turns the quickest of those.
        double? Known(LlLesson l)
        {
            double?[] own = [.. repertoire.Own(set.Id(), l.Case.Id).Select(o => LlChooser.Own(set, l.Case.View, o, hands)?.Time)];
            return own.Any(t => t is not null) ? own.Min() : l.InOne;
        }
    }

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

    private static IEnumerable<string> Bursts(LlChoice choice) =>
        LlBursts.Of(choice.Sequence.Solves.ToCube(), choice.AsTurned).Where(b => b.To - b.From > 1)
            .Select(b => string.Join(' ', choice.AsTurned.Skip(b.From).Take(b.To - b.From)));
}
