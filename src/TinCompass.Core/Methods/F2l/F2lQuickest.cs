using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// The quickest ways to a last slot: those up to two turns over the least, for the quickest is often not the shortest, and ways of triggers
/// alone, which hands like. What is known of the slot at front-right (<see cref="F2lLastSlots"/>) serves the other slots too, whose turns
/// are the same but for their names. Safe for several threads.
/// </summary>
/// <param name="newSearch">Makes a search for one work.</param>
/// <param name="known">What was searched ahead; null as long as it is not there, then a position is searched when it is asked for.</param>
public sealed class F2lQuickest(Func<F2lSearch> newSearch, Func<F2lLastSlots?> known)
{
    /// <summary>Turns over the least that are looked at.</summary>
    internal const int Slack = 2;

    private const int MostShown = 6;

    /// <summary>One pair of hands has 656 positions; with many more it is worked out again now and then.</summary>
    private const int MostKept = 4_000;

    private readonly ConcurrentDictionary<(int Corner, int Edge), F2lSolutions> searched = new();
    private readonly ConcurrentDictionary<(int Corner, int Edge, Slot Slot, HandPreferences Hands), F2lOutlook> outlooks = new();

    /// <summary>
    /// For a slot beside which all is solved: the least HTM, how many shortest ways there are, and the quickest of all, in order, for the
    /// hands of the options.
    /// </summary>
    public F2lOutlook Find(F2lState state, Slot slot, F2lOptions options)
    {
        if (!Is(state, slot)) throw new ArgumentException("all but the slot has to be solved", nameof(state));
        if (outlooks.Count > MostKept) outlooks.Clear();
        var seen = F2lCases.Seen(state, slot);
        return outlooks.GetOrAdd((seen.Corner, seen.Edge, slot, options.Hands.Preferences),
            _ => Work(state, slot, seen, new F2lOptions { Hands = options.Hands }));
    }

    /// <summary>True when the slot is the last one.</summary>
    public static bool Is(F2lState state, Slot slot) => state.SolvedSlots == SlotSet.All.Without(slot);

    private F2lOutlook Work(F2lState state, Slot slot, (int Corner, int Edge) seen, F2lOptions options)
    {
        var found = known()?[seen] ?? searched.GetOrAdd(seen, s => F2lLastSlots.Search(newSearch(), s));
        PackedTurns[] here = [.. found.Solutions.Select(s => PackedTurns.Pack(F2lSchools.AtSlot(slot, s.ToArray())))];
        var solutions = F2lSolver.Rank(here, options, 0, F2lSolver.Rewritten)
            .Select(f => F2lSolver.Read(state, slot, state.SolvedSlots, f.Turns.ToArray(), options, f.Time))
            .Concat(F2lSchools.ByTriggers(state, slot, options, Slack))
            // Of two that read alike the shorter comes first.
            .OrderBy(s => Math.Round(s.Time ?? double.MaxValue, 1)).ThenBy(s => s.Length).ThenBy(s => s.Time)
            .DistinctBy(s => string.Join(' ', s.AsTurned)).Take(MostShown);
        return new F2lOutlook(slot, F2lCases.IdOf(state, slot), found.Length, found.Count, here.Length, [.. solutions], false);
    }
}
