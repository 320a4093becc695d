using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// The ways of single pairs that were searched, for all planners over the same tables. The ways of a pair depend on its own two pieces,
/// the cross and the pairs that have to stand, and on nothing else: with the cross solved there are some thousands of such cases, so that
/// a plan finds most of what it asks for. No search that was stopped is in it. Safe for several threads.
/// </summary>
public sealed class F2lFinds
{
    /// <summary>
    /// The most it remembers; when full, it is emptied. Six thousand plans with every face and no wish asked for 8 245 cases; the ways of
    /// these and 61 000 lists in order, for one pair of hands, took some 20 MB.
    /// </summary>
    private const int MostCases = 40_000, MostRanked = 100_000;

    private readonly ConcurrentDictionary<Asked, F2lSolutions> shortest = new();
    private readonly ConcurrentDictionary<Asked, IReadOnlyList<PackedTurns>> longer = new();
    private readonly ConcurrentDictionary<Asked, IReadOnlyList<(PackedTurns Turns, double? Time, int Y)>> ranked = new();

    /// <summary>Every shortest way to solve a slot, the solved ones kept.</summary>
    internal F2lSolutions Shortest(F2lSearch search, F2lState state, Slot slot, F2lOptions options)
    {
        var goal = F2lSolver.Goal(state, state.SolvedSlots, slot, options);
        var asked = Asked.Of(state, goal, slot, options);
        return shortest.TryGetValue(asked, out var known) ? known
            : Keep(shortest, asked, search.Find(state, goal, 0, options.Turns), MostCases);
    }

    /// <summary>The quickest of the shortest ways, or also of those a turn longer, from a hold: see <see cref="F2lSolver.Rank"/>.</summary>
    internal IReadOnlyList<(PackedTurns Turns, double? Time, int Y)> Ranked(
        F2lSearch search, F2lState state, Slot slot, F2lOptions options, int held, bool isLonger, int most)
    {
        var goal = F2lSolver.Goal(state, state.SolvedSlots, slot, options);
        var asked = Asked.Of(state, goal, slot, options);
        var inOrder = asked.By(options, held, isLonger, most);
        if (ranked.TryGetValue(inOrder, out var known)) return known;
        var found = Shortest(search, state, slot, options);
        return Keep(ranked, inOrder, F2lSolver.Rank(
            isLonger ? [.. found.Solutions, .. Longer(found.Length + 1)] : found.Solutions, options, held, most), MostRanked);

        IReadOnlyList<PackedTurns> Longer(int length) => longer.TryGetValue(asked, out var ways) ? ways
            : Keep(longer, asked, search.OfLength(state, goal, length, options.Turns & NearFaces[(int)slot]), MostCases);
    }

    private static T Keep<TKey, T>(ConcurrentDictionary<TKey, T> where, TKey key, T value, int most)
        where TKey : notnull
    {
        if (where.Count >= most) where.Clear();
        return where[key] = value;
    }

    /// <summary>
    /// The faces of which ways a turn longer are made: the top, the slot's own sides, right and left. Others are hardly ever quicker (0.2 %
    /// of a plan's cost), and leaving them out takes a third of the time.
    /// </summary>
    private static readonly uint[] NearFaces = [.. SlotSet.All.Slots.Select(slot => SlotPlaces.Faces(slot)
        .Concat([Face.U, Face.R, Face.L]).Aggregate(0u, (turns, face) => turns | (7u << (3 * (int)face))))];

    /// <summary>
    /// What is asked: where the pieces that have to stand lie, and as bits which they are, the slot, and the turns that may be used; for
    /// ways in order also by what, and whose hands.
    /// </summary>
    private readonly record struct Asked(F2lState Pieces, ulong What, HandPreferences? Hands = null)
    {
        private const int ToOrder = 32;

        public static Asked Of(F2lState state, F2lGoal goal, Slot slot, F2lOptions options) => new(state.Only(goal.Slots),
            goal.Slots.Bits | ((ulong)goal.Corners.Bits << 4) | ((ulong)goal.Edges.Bits << 8) | ((ulong)slot << 12)
                | ((ulong)options.Turns << 14));

        public Asked By(F2lOptions options, int held, bool isLonger, int most)
        {
            var order = (held & 3) | (options.ByTurns ? 4 : 0) | (options.NoRotation ? 8 : 0) | (isLonger ? 16 : 0) | (most << 5);
            return new Asked(Pieces, What | ((ulong)order << ToOrder), options.Hands.Preferences);
        }
    }
}
