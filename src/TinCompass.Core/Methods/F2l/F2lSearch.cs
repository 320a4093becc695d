using System.Runtime.CompilerServices;
using System.Runtime.InteropServices;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>
/// What a search found: the least HTM, every sequence of that length (the first <paramref name="Count"/>), then those that are longer, as
/// many turns as was asked. When it was
/// stopped (<paramref name="IsCut"/>) the list holds what was found so far, and the length is a bound from below while the list is empty.
/// </summary>
public sealed record F2lSolutions(int Length, int Count, IReadOnlyList<PackedTurns> Solutions, bool IsCut);

/// <summary>What has to stand at the end besides the cross: whole slots, and the corner alone or the edge alone of others.</summary>
/// <param name="Slots">Slots that stand whole.</param>
/// <param name="Corners">Slots whose corner stands.</param>
/// <param name="Edges">Slots whose edge stands.</param>
public readonly record struct F2lGoal(SlotSet Slots, SlotSet Corners = default, SlotSet Edges = default)
{
    /// <summary>True when a position has all of it, the cross included.</summary>
    public bool IsReached(F2lState state)
    {
        if (!state.IsCrossSolved) return false;
        for (var s = Slot.FR; s <= Slot.FL; s++)
        {
            if (Slots.Has(s) && !state.IsSlotSolved(s)) return false;
            if (Corners.Has(s) && state.CornerOf(s) != F2lState.Solved.CornerOf(s)) return false;
            if (Edges.Has(s) && state.EdgeOf(s) != F2lState.Solved.EdgeOf(s)) return false;
        }

        return true;
    }
}

/// <summary>
/// Every shortest sequence of face turns after which the cross and a set of slots stand, whatever becomes of the other slots meanwhile:
/// iterative deepening under the distances of the cross and of each
/// slot's 2x2x2 block, and, for the last turns, under the positions near to the goal (<see cref="F2lTables"/>). With four slots to stand
/// there are some 10¹² positions; on average some thousand are
/// looked at, and each further turn multiplies them by about ten. No allocation per node. One searcher serves one thread at a time.
/// </summary>
public sealed class F2lSearch(CrossTable cross, F2lTables tables)
{
    /// <summary>The most that may be asked beyond the shortest, in HTM.</summary>
    public const int MaxSlack = 2;

    private const int Pairs = EdgeStickers.PairCount;

    private readonly SolutionList found = new();

    /// <summary>
    /// Solves the cross and what <paramref name="goal"/> says. A sequence that has it standing before its end is left out. <paramref
    /// name="turns"/>: which of the 18 face turns may be
    /// used; with fewer there may be none, then the length is −1.
    /// </summary>
    /// <param name="state">Where the pieces lie.</param>
    /// <param name="goal">What stands at the end. Single corners and edges bound nothing: they are looked at when the rest stands.</param>
    /// <param name="slack">Also every sequence up to so many turns longer (0..2).</param>
    /// <param name="turns">The face turns that may be used, as bits.</param>
    /// <param name="most">A search that finds more sequences than this stops after that length's first ones; it is cut.</param>
    /// <param name="cancelled">Stops the search.</param>
    public F2lSolutions Find(F2lState state, F2lGoal goal, int slack = 0, uint turns = TurnOrder.All, int most = int.MaxValue,
        CancellationToken cancelled = default)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(slack, MaxSlack);
        found.Clear();
        if (goal.IsReached(state)) return new F2lSolutions(0, 1, [default], false);
        var searched = new Searched(cross.Distances, tables, goal, Order(state, goal), turns, found, most, cancelled);
        int shortest = -1, count = 0, length = Math.Max(Bound(state, goal), 1);
        var isCut = false;
        for (; length <= PackedTurns.MaxLength && (shortest < 0 || length <= shortest + slack); length++)
        {
            isCut = !Deepening.All<Searched, F2lState>(ref searched, state, turns, length);
            if (isCut) break;
            if (shortest < 0 && found.Count > 0) (shortest, count) = (length, found.Count);
        }

        if (shortest < 0 && found.Count > 0) (shortest, count) = (length, found.Count);
        var solutions = new PackedTurns[found.Count];
        for (var i = 0; i < solutions.Length; i++) solutions[i] = found[i];
        return new F2lSolutions(shortest < 0 && isCut ? length : shortest, count, solutions, isCut);
    }

    /// <summary>Every sequence of exactly so many turns that has not reached the goal before its end.</summary>
    /// <param name="state">Where the pieces lie; the goal does not stand.</param>
    /// <param name="goal">What stands at the end.</param>
    /// <param name="length">1 to <see cref="PackedTurns.MaxLength"/>.</param>
    /// <param name="turns">The face turns that may be used, as bits.</param>
    public IReadOnlyList<PackedTurns> OfLength(F2lState state, F2lGoal goal, int length, uint turns)
    {
        found.Clear();
        if (length is < 1 or > PackedTurns.MaxLength || goal.IsReached(state)) return [];
        var searched = new Searched(cross.Distances, tables, goal, Order(state, goal), turns, found, int.MaxValue, default);
        Deepening.All<Searched, F2lState>(ref searched, state, turns, length);
        return [.. Enumerable.Range(0, found.Count).Select(i => found[i])];
    }

    /// <summary>The greatest of the exact distances of parts: no sequence is shorter.</summary>
    public int Bound(F2lState state, F2lGoal goal)
    {
        int bound = cross.Distances[(state.CrossPair(0) * Pairs) + state.CrossPair(2)];
        for (var s = 0; s < 4; s++)
            if (goal.Slots.Has((Slot)s)) bound = Math.Max(bound, DistanceOf(state, s));
        return bound;
    }

    private int DistanceOf(F2lState state, int slot) =>
        tables.Blocks[(slot * Pairs * Pairs) + (state.CrossPair(slot) * Pairs) + state.SlotPair(slot)];

    /// <summary>The slots of a goal, the one that is furthest from it first: two bits each, after their number.</summary>
    private uint Order(F2lState state, F2lGoal goal)
    {
        uint order = 0;
        var count = 0;
        for (var distance = F2lTables.MaxBlockDistance; distance >= 0; distance--)
            for (var s = 0; s < 4; s++)
                if (goal.Slots.Has((Slot)s) && DistanceOf(state, s) == distance) order |= (uint)s << (2 * count++);
        return order | ((uint)count << 8);
    }

    private ref struct Searched(
        ReadOnlySpan<byte> crossDistances, F2lTables tables, F2lGoal goal, uint order, uint usable, SolutionList found, int limit,
            CancellationToken cancel) : ISearched<F2lState>
    {
        private readonly ReadOnlySpan<ushort> crossMoves = EdgeStickers.PairMoves;
        private readonly ReadOnlySpan<ushort> slotMoves = F2lState.SlotMoves;
        private readonly ReadOnlySpan<byte> crossDistances = crossDistances;
        private readonly ReadOnlySpan<ulong> steps = tables.Steps;
        private readonly ReadOnlySpan<ulong> near = tables.Near(goal.Slots);
        private readonly int slots = (int)(order >> 8);
        private readonly ulong solved = F2lState.Solved.Pairs(goal.Slots);
        private readonly bool hasHalves = (goal.Corners.Bits | goal.Edges.Bits) != 0;
        private int entered;

        public bool Enter() => (entered++ & 0xFFF) != 0 || !cancel.IsCancellationRequested;

        /// <summary>Those after which no block of the goal is further than the turns that are left.</summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly uint Turns(in F2lState node, int left)
        {
            var turns = TurnOrder.All;
            for (var i = 0; i < slots; i++)
            {
                var s = (int)(order >> (2 * i)) & 3;
                var step = At(in MemoryMarshal.GetReference(steps), (((s * Pairs) + node.CrossPair(s)) * Pairs) + node.SlotPair(s));
                var distance = (int)(step >> F2lTables.From);
                if (distance > left) turns &= (uint)step;
                else if (distance == left) turns &= (uint)(step >> F2lTables.Kept);
            }

            return turns;
        }

        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        public readonly bool TryTurn(in F2lState node, int turn, int left, out F2lState after)
        {
            after = default;
            ref readonly var crossRow = ref Unsafe.Add(ref MemoryMarshal.GetReference(crossMoves), turn * Pairs);
            ref readonly var slotRow = ref Unsafe.Add(ref MemoryMarshal.GetReference(slotMoves), turn * Pairs);
            int first = At(in crossRow, node.CrossPair(0)), third = At(in crossRow, node.CrossPair(2));
            var crossIndex = (first * Pairs) + third;
            int crossDistance = At(in MemoryMarshal.GetReference(crossDistances), crossIndex);
            if (crossDistance > left) return false;
            // Other slots are followed only where halves count.
            ulong pairs = 0;
            for (var i = 0; i < slots; i++)
            {
                var s = (int)(order >> (2 * i)) & 3;
                pairs |= (ulong)At(in slotRow, node.SlotPair(s)) << (16 * s);
            }

            var isGoal = crossDistance == 0 && pairs == solved;
            if (!isGoal && left is <= F2lTables.NearTurns and >= F2lTables.NearestTurns
                && !F2lTables.MayBeWithin(near, left, crossIndex, pairs)) return false;
            after = hasHalves ? node.After(turn) : new F2lState((uint)first | ((ulong)At(in crossRow, node.CrossPair(1)) << 16)
                | ((ulong)(uint)third << 32) | ((ulong)At(in crossRow, node.CrossPair(3)) << 48), pairs);
            // Where only part of the goal stands, the search may have to go through.
            if (isGoal && hasHalves) isGoal = goal.IsReached(after);
            return left == 0 ? isGoal : !isGoal;
        }

        /// <summary>
        /// An entry of a table, without a bounds check: moves, distances and steps hold an entry for every state and turn. This is the
        /// innermost loop of every plan of pairs.
        /// </summary>
        [MethodImpl(MethodImplOptions.AggressiveInlining)]
        private static T At<T>(ref readonly T table, int index) => Unsafe.Add(ref Unsafe.AsRef(in table), index);

        public readonly uint AllowedAfter(int turn) => TurnOrder.AllowedAfter[turn] & usable;

        public readonly bool Found(scoped ReadOnlySpan<byte> turns) => found.Count < limit && found.Add(turns);
    }
}
