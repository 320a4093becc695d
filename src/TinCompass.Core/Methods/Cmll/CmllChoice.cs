using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>A sequence used on corners as they lie: how the top is turned before it, then the sequence.</summary>
/// <param name="Before">Clockwise quarters of the top before it.</param>
/// <param name="Sequence">The sequence.</param>
/// <param name="Turns">Both.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
public sealed record CmllChoice(int Before, CmllSequence Sequence, IReadOnlyList<Turn> Turns, double? Time, int Regrips)
{
    /// <summary>HTM of both.</summary>
    public int Length { get; } = Turns.Sum(t => Metric.Htm.Cost(t));

    /// <summary>The solver keeps it for this case.</summary>
    public bool IsOwn { get; init; }

    /// <summary>
    /// What its time is multiplied by where it is ranked: more than 1 for an algorithm that is not common
    /// (<see cref="CommonAlgorithms.Weight"/>).
    /// </summary>
    public double Weight { get; init; } = 1;

    /// <summary>What it is ranked by; null when a turn is avoided.</summary>
    public double? Cost => Time * Weight;
}

/// <summary>The book over the tables of a shelf, and what was ranked of it, which is kept. Safe for several threads.</summary>
public sealed class CmllTools(TableShelf shelf)
{
    private const int MostKept = 1600;

    private readonly ConcurrentDictionary<(int Look, HandPreferences Hands), IReadOnlyList<CmllChoice>> ranked = new();

    /// <summary>The shipped sequences.</summary>
    public CmllBook Book => shelf.Get(CmllBook.Kind);

    /// <summary>The sequences for some corners, the quickest first; the solver's own among them. None when they are done.</summary>
    public IReadOnlyList<CmllChoice> Rank(LlState corners, HandModel hands, Repertoire? repertoire = null)
    {
        if (CmllCorners.IsDone(corners)) return [];
        if (ranked.Count > MostKept) ranked.Clear();
        var found = ranked.GetOrAdd((CmllCorners.Look(corners).Code, hands.Preferences), _ => Ranked(corners, hands));
        if (repertoire is null || repertoire.Sequences.Count == 0) return found;
        CmllChoice[] own = [.. repertoire.Own(CmllStage.StageId, CmllCases.Of(corners).Case.Id).Select(t => Own(corners, t, hands))
            .OfType<CmllChoice>()];
        return own.Length == 0 ? found : [.. InOrder(own.Concat(found)).DistinctBy(c => string.Join(' ', c.Turns))];
    }

    /// <summary>
    /// The common algorithms and those of the book; for left-handers the mirror images of the mirror case's common ones too.
    /// </summary>
    private IReadOnlyList<CmllChoice> Ranked(LlState corners, HandModel hands)
    {
        var entry = Book[CmllCases.Of(corners).Case];
        var mirrored = hands.Preferences.LeftHanded ? Book[CmllCases.Find(entry.Case.MirrorId)!].Common.Select(s =>
        {
            Turn[] turns = [.. s.Turns.Select(t => t.Mirror)];
            return s with { Turns = turns, Solves = CmllCorners.SolvedBy(turns)!.Value };
        }) : [];
        return [.. InOrder(entry.Common.Concat(mirrored).Concat(entry.Sequences).Select(s => Use(corners, s, hands, false))
            .OfType<CmllChoice>()).DistinctBy(c => string.Join(' ', c.Turns))];
    }

    /// <summary>An own sequence on corners; null when it is of another case.</summary>
    public static CmllChoice? Own(LlState corners, IReadOnlyList<Turn> turns, HandModel hands)
    {
        Turn[] bare = [.. turns.SkipWhile(t => t.Letter == 'U').Reverse().SkipWhile(t => t.Letter == 'U').Reverse()];
        return CmllCorners.SolvedBy(bare) is { } solves ? Use(corners, new CmllSequence(bare, solves), hands, true) : null;
    }

    /// <summary>A sequence with the turn of the top before it that takes least time; null when it is of another case.</summary>
    private static CmllChoice? Use(LlState corners, CmllSequence sequence, HandModel hands, bool isOwn)
    {
        CmllChoice? best = null;
        foreach (var before in LlState.Quarters)
        {
            if (!CmllCorners.IsDone(CmllCorners.Look(CmllCorners.Turned(corners, before).Then(sequence.Solves.Inverse())))) continue;
            Turn[] turns = [.. before == 0 ? [] : (Turn[])[Turn.Of(Face.U, before)], .. sequence.Turns];
            var reading = hands.Read(turns);
            var choice = new CmllChoice(before, sequence, turns, reading?.Time, reading?.Regrips ?? 0)
            {
                IsOwn = isOwn,
                Weight = CommonAlgorithms.Weight(hands, isOwn || sequence.IsCommon),
            };
            if (best is null || Key(choice).CompareTo(Key(best)) < 0) best = choice;
        }

        return best;
    }

    private static IReadOnlyList<CmllChoice> InOrder(IEnumerable<CmllChoice> choices) =>
        [.. choices.OrderBy(Key).ThenBy(c => c.Sequence.ToString(), StringComparer.Ordinal)];

    private static (double, int, int) Key(CmllChoice c) => (c.Cost ?? double.PositiveInfinity, c.Length, c.Before);
}
