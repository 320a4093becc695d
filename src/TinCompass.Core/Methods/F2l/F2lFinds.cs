using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// What was searched for one planner: a plan is made again from each of its steps, beside two simple orders, and asks for the same pairs
/// of the same positions again. All of it is for one set of options; with others it begins anew. No search that was stopped is in it.
/// </summary>
internal sealed class F2lFinds(F2lSearch search)
{
    /// <summary>Positions that are remembered at most; then it begins anew.</summary>
    private const int Most = 2_000;

    private readonly Dictionary<(F2lState State, Slot Slot), F2lSolutions> shortest = [];
    private readonly Dictionary<(F2lState State, Slot Slot), IReadOnlyList<PackedTurns>> longer = [];
    private readonly Dictionary<(F2lState State, Slot Slot, int Held, bool IsLonger, int Most),
        IReadOnlyList<(PackedTurns Turns, double? Time, int Y)>> ranked = [];
    private F2lOptions? of;

    /// <summary>Every shortest way to solve a slot, the solved ones kept.</summary>
    public F2lSolutions Shortest(F2lState state, Slot slot, F2lOptions options)
    {
        if (!ReferenceEquals(of, options) || shortest.Count >= Most)
        {
            shortest.Clear();
            longer.Clear();
            ranked.Clear();
            of = options;
        }

        if (shortest.TryGetValue((state, slot), out var known)) return known;
        return shortest[(state, slot)] = search.Find(state, F2lSolver.Goal(state, state.SolvedSlots, slot, options), 0, options.Turns);
    }

    /// <summary>The quickest of the shortest ways, or also of those a turn longer, from a hold: see <see cref="F2lSolver.Rank"/>.</summary>
    public IReadOnlyList<(PackedTurns Turns, double? Time, int Y)> Ranked(
        F2lState state, Slot slot, F2lOptions options, int held, bool isLonger, int most)
    {
        var found = Shortest(state, slot, options);
        if (ranked.TryGetValue((state, slot, held, isLonger, most), out var known)) return known;
        return ranked[(state, slot, held, isLonger, most)] = F2lSolver.Rank(
            isLonger ? [.. found.Solutions, .. Longer(state, slot, options, found.Length + 1)] : found.Solutions, options, held, most);
    }

    private IReadOnlyList<PackedTurns> Longer(F2lState state, Slot slot, F2lOptions options, int length)
    {
        if (longer.TryGetValue((state, slot), out var known)) return known;
        return longer[(state, slot)] = search.OfLength(
            state, F2lSolver.Goal(state, state.SolvedSlots, slot, options), length, options.Turns & Near(slot));
    }

    /// <summary>
    /// The faces of which ways a turn longer are made: the top, the slot's own sides, right and left. Others are hardly ever quicker (0.2 %
    /// of a plan's cost), and leaving them out takes a third of the time.
    /// </summary>
    private static uint Near(Slot slot) => NearFaces[(int)slot];

    private static readonly uint[] NearFaces = [.. SlotSet.All.Slots.Select(slot => SlotPlaces.Faces(slot)
        .Concat([Face.U, Face.R, Face.L]).Aggregate(0u, (turns, face) => turns | (7u << (3 * (int)face))))];
}
