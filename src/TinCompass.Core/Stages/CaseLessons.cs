using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>What is known of a case before it is decided what to learn.</summary>
/// <param name="Case">The case's stable name.</param>
/// <param name="Chance">How likely it is, 0 to 1.</param>
/// <param name="InTwo">Relative time in two looks; null when a turn is avoided.</param>
/// <param name="InOne">Relative time of the book's quickest; null when a turn is avoided.</param>
/// <param name="Best">That sequence.</param>
/// <param name="Bursts">Its bursts of more than one turn.</param>
/// <param name="Own">Relative time of the quickest sequence that the solver keeps; null when there is none.</param>
public sealed record LearntCase(
    string Case, double Chance, double? InTwo, double? InOne, IReadOnlyList<Turn> Best, IReadOnlyList<string> Bursts, double? Own);

/// <summary>A case that could be learnt: how often it comes, what it takes in two looks and in one, and what there is to learn.</summary>
/// <param name="Case">The case's stable name.</param>
/// <param name="Chance">How likely it is, 0 to 1.</param>
/// <param name="InTwo">Relative time in two looks; null when a turn is avoided.</param>
/// <param name="InOne">Relative time of the book's quickest; null when a turn is avoided.</param>
/// <param name="Best">That sequence.</param>
/// <param name="NewBursts">Bursts of it that no sequence of a known case has.</param>
public sealed record CaseLesson(string Case, double Chance, double? InTwo, double? InOne, IReadOnlyList<Turn> Best, int NewBursts)
{
    /// <summary>A new burst is as much to learn as so many turns.</summary>
    private const double TurnsABurst = 3;

    /// <summary>HTM.</summary>
    public int Length { get; } = Best.Sum(t => Metric.Htm.Cost(t));

    /// <summary>Relative time saved a solve, the case being as rare as it is.</summary>
    public double Saves => InTwo - InOne is { } saved ? Chance * saved : 0;

    /// <summary>What there is to learn: its turns, and each new burst as some more.</summary>
    public double Effort => Length + (TurnsABurst * NewBursts);

    /// <summary>Saved a solve for what there is to learn.</summary>
    public double Worth => Saves / Effort;
}

/// <summary>
/// What to learn next of a book, by time saved for effort, and the expected times over all cases, the solved one too.
/// </summary>
/// <param name="Lessons">The cases that are not known yet, the most worth learning first.</param>
/// <param name="Known">How many are known.</param>
/// <param name="InTwo">Expected relative time in two looks.</param>
/// <param name="InOne">Expected relative time when all are known.</param>
/// <param name="Now">Expected relative time with what is known: by own sequences where there are some, else by the book's quickest.</param>
public sealed record CaseLessons(IReadOnlyList<CaseLesson> Lessons, int Known, double InTwo, double InOne, double Now)
{
    /// <summary>Of all cases of a book.</summary>
    public static CaseLessons Of(IReadOnlyList<LearntCase> cases, IReadOnlySet<string> known)
    {
        var bursts = cases.Where(c => known.Contains(c.Case)).SelectMany(c => c.Bursts).ToHashSet();
        return new CaseLessons(
            [
                .. cases.Where(c => !known.Contains(c.Case))
                    .Select(c => new CaseLesson(c.Case, c.Chance, c.InTwo, c.InOne, c.Best,
                        c.Bursts.Where(b => !bursts.Contains(b)).Distinct().Count()))
                    .OrderByDescending(l => l.Worth).ThenBy(l => l.Case, StringComparer.Ordinal),
            ],
            cases.Count(c => known.Contains(c.Case)), cases.Sum(c => c.Chance * (c.InTwo ?? 0)), cases.Sum(c => c.Chance * (c.InOne ?? 0)),
            cases.Sum(c => c.Chance * ((known.Contains(c.Case) ? c.Own ?? c.InOne : c.InTwo) ?? 0)));
    }
}
