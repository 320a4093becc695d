using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>How a solver does the last layer.</summary>
/// <param name="Hands">Whose hands.</param>
/// <param name="ByTurns">Fewest turns first; else least time.</param>
/// <param name="OrientsInTwo">Edges first, then corners; else in one look.</param>
/// <param name="PermutesInTwo">Corners first, then edges; else in one look.</param>
public sealed record LlOptions(HandModel Hands, bool ByTurns = false, bool OrientsInTwo = false, bool PermutesInTwo = false)
{
    /// <summary>The top in one look where the case is known (<see cref="Repertoire"/>), else in two.</summary>
    public bool TopAsKnown { get; init; }

    /// <summary>The sides so.</summary>
    public bool SidesAsKnown { get; init; }

    /// <summary>What the solver can do: own sequences are weighed with those of the book.</summary>
    public Repertoire Repertoire { get; init; } = Repertoire.Empty;

    /// <summary>The last turns made before: a sequence is ranked from the grip that they end with.</summary>
    public IReadOnlyList<Turn> Arrived { get; private init; } = [];

    /// <summary>Turns longer ago have no say in the grip.</summary>
    private const int MostArrived = 10;

    /// <summary>The same after some turns.</summary>
    public LlOptions After(IEnumerable<Turn> turns) => this with { Arrived = [.. turns.TakeLast(MostArrived)] };

    /// <summary>The set that a last layer needs first; null when nothing is left but a turn of the top.</summary>
    public LlSet? Next(LlState state)
    {
        if (!state.IsOriented) return !InTwo(LlSet.Oll, state) ? LlSet.Oll : state.Flips != 0 ? LlSet.Eoll : LlSet.Ocll;
        if (state.IsSolvedButTop) return null;
        return !InTwo(LlSet.Pll, state) ? LlSet.Pll : LlSet.Cpll.IsDone(state) ? LlSet.Epll : LlSet.Cpll;
    }

    private bool InTwo(LlSet whole, LlState state) => (whole.Orients() ? OrientsInTwo : PermutesInTwo)
        || ((whole.Orients() ? TopAsKnown : SidesAsKnown) && !Repertoire.Knows(whole.Id(), LlCases.Of(whole, state).Case.Id));
}

/// <summary>A sequence for what comes first, and the best for what comes after it.</summary>
/// <param name="First">The sequence.</param>
/// <param name="Quickest">What is left after it, the quickest for that, a turn of the top too; null when nothing is.</param>
/// <param name="Shortest">The same, the shortest for that.</param>
/// <param name="Left">The case that is left.</param>
/// <param name="Grip">
/// Relative time that the first one takes more from the grip with which the hands arrive; less than nothing where its first turn goes
/// together with the last one before.
/// </param>
/// <param name="ByTurns">Which of the two counts.</param>
public sealed record LlPair(LlChoice First, LlChoice? Quickest, LlChoice? Shortest, LlCase Left, double Grip, bool ByTurns)
{
    /// <summary>What is taken for what is left.</summary>
    public LlChoice? Then => ByTurns ? Shortest : Quickest;

    /// <summary>HTM of both.</summary>
    public int Length => First.Length + (Then?.Length ?? 0);

    /// <summary>Relative time of the first one from the grip one arrives with; null when a turn is avoided.</summary>
    public double? FirstTime => First.Time + Grip;

    /// <summary>Relative time of both; null when a turn is avoided. Between them one looks, and grips anew.</summary>
    public double? Time => Then is null ? FirstTime : FirstTime + Then.Time;

    /// <summary>What pairs are ranked by: the time of both, with more weight on an algorithm that is not common.</summary>
    public double? Cost => First.Cost + Grip + (Then is null ? 0 : Then.Cost);

    /// <summary>
    /// It is better than another pair, whichever counts: quicker by more than the model can err, not longer, and where it is as long,
    /// quicker in that too. It is ranked before the other as well, so that nothing beats what the planner takes.
    /// </summary>
    public bool Beats(LlPair other)
    {
        var (mine, its) = (this with { ByTurns = true }, other with { ByTurns = true });
        return IsQuicker(this with { ByTurns = false }, other with { ByTurns = false }) && mine.Length <= its.Length
            && (mine.Length < its.Length || IsQuicker(mine, its));

        static bool IsQuicker(LlPair one, LlPair than) => one.Time is { } quick
            && (than.Time is not { } slow || slow - quick > HandModel.WorthTelling) && !(one.Cost > than.Cost);
    }
}

/// <summary>Chooses sequences for a last layer, each by what comes after it. Pure; over the book.</summary>
public sealed class LlPlanner(LlTools tools)
{
    /// <summary>
    /// So many of the quickest and of the shortest are looked at with what comes after them: the same ones whether time or turns count, so
    /// that the judge and the planner weigh alike.
    /// </summary>
    private const int Quickest = 16, Shortest = 4;

    /// <summary>
    /// The sequences of what a last layer needs first, each with the best of what it leads to, the best pair first. Of a set that nothing
    /// comes after, alone.
    /// </summary>
    public IReadOnlyList<LlPair> Ahead(LlState state, LlOptions options)
    {
        if (options.Next(state) is not { } set) return [];
        var ranked = Planned(set, state, options);
        var pairs = ranked.Take(Quickest).Concat(ranked.Skip(Quickest).OrderBy(c => c.Length).Take(Shortest)).Select(c => With(c, options));
        return [.. pairs.OrderBy(p => options.ByTurns ? p.Length : p.Cost ?? double.PositiveInfinity)
            .ThenBy(p => options.ByTurns ? p.Cost ?? double.PositiveInfinity : p.Length)];
    }

    /// <summary>
    /// What may be planned for a set. Hardly any solver turns a permutation that mixes the right and the left side, however short: it is
    /// planned where it is common or the solver's own, or where the solver's hands are known.
    /// </summary>
    private IReadOnlyList<LlChoice> Planned(LlSet set, LlState state, LlOptions options)
    {
        var ranked = tools.Rank(set, state, options);
        return set.Orients() || options.Hands.Preferences.Own is not null ? ranked
            : [.. ranked.Where(c => c.IsOwn || c.Sequence.IsCommon || !c.MixesSides)];
    }

    /// <summary>A sequence with the best of what it leads to.</summary>
    public LlPair With(LlChoice first, LlOptions options)
    {
        var left = options.Next(first.Result) ?? LlSet.Pll;
        var ranked = first.Result.TopLeft is > 0 and var top ? [LlChooser.TopAlone(first.Result, top, options.Hands)]
            : Planned(left, first.Result, options);
        var grip = first.Time is { } alone && options.Arrived.Count > 0
            ? (options.Hands.MeasureAfter(options.Arrived, first.AsTurned) ?? alone) - alone : 0;
        return new LlPair(first, ranked.Count > 0 ? ranked[0] : null, ranked.MinBy(c => c.Length), LlCases.Of(left, first.Result).Case,
            grip, options.ByTurns);
    }
}
