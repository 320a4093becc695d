using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// The quickest ways to a last slot: those up to two turns over the least, for the quickest is often not the shortest, and ways of triggers
/// alone, which hands like. What is found for the slot at front-right is kept (some 164 positions, tens of milliseconds each) and serves
/// the other slots too, whose turns are the same but for their names. Safe for several threads.
/// </summary>
public sealed class F2lQuickest(Func<F2lSolver> newSolver)
{
    /// <summary>Turns over the least that are looked at.</summary>
    internal const int Slack = 2;

    private const int MostShown = 6;

    private readonly ConcurrentDictionary<(int Corner, int Edge), F2lSolutions> kept = new();

    /// <summary>
    /// For a slot beside which all is solved: the least HTM, how many shortest ways there are, and the quickest of all, in order.
    /// </summary>
    public (int Length, int Count, IReadOnlyList<F2lSolution> Solutions) Find(F2lState state, Slot slot, F2lOptions options)
    {
        ArgumentNullException.ThrowIfNull(options);
        var solved = SlotSet.All.Without(slot);
        if (state.SolvedSlots != solved) throw new ArgumentException("all but the slot has to be solved", nameof(state));
        var found = kept.GetOrAdd(F2lCases.Seen(state, slot), seen => newSolver().Search.Find(
            F2lState.With(F2lState.Solved, Slot.FR, seen.Corner, seen.Edge), new F2lGoal(SlotSet.All), Slack));
        PackedTurns[] here = [.. found.Solutions.Select(s => PackedTurns.Pack(F2lSchools.AtSlot(slot, s.ToArray())))];
        var solutions = F2lSolver.Rank(here, options, 0, F2lSolver.Rewritten)
            .Select(f => F2lSolver.Read(state, slot, solved, f.Turns.ToArray(), options, f.Time))
            .Concat(F2lSchools.ByTriggers(state, slot, options, Slack))
            // Of two that read alike the shorter comes first.
            .OrderBy(s => Math.Round(s.Time ?? double.MaxValue, 1)).ThenBy(s => s.Length).ThenBy(s => s.Time)
            .DistinctBy(s => string.Join(' ', s.AsTurned)).Take(MostShown);
        return (found.Length, found.Count, [.. solutions]);
    }
}
