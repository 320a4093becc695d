using System.Numerics;
using System.Runtime.CompilerServices;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>
/// What a search found: the least HTM, every sequence of that length (the first <paramref name="Count"/>), then those that are longer, as many turns as was asked. When it was
/// stopped (<paramref name="IsCut"/>) the list holds what was found so far, and the length is a bound from below while the list is empty.
/// </summary>
public sealed record SlotSolutions(int Length, int Count, IReadOnlyList<PackedTurns> Solutions, bool IsCut);

/// <summary>What has to stand at the end besides the cross: whole slots, and the corner alone or the edge alone of others.</summary>
/// <param name="Slots">Slots that stand whole.</param>
/// <param name="Corners">Slots whose corner stands.</param>
/// <param name="Edges">Slots whose edge stands.</param>
public readonly record struct SlotGoal(SlotSet Slots, SlotSet Corners = default, SlotSet Edges = default)
{
    /// <summary>True when a position has all of it, the cross included.</summary>
    public bool IsReached(PairsState state)
    {
        if (!state.IsCrossSolved) return false;
        for (var s = Slot.FR; s <= Slot.FL; s++)
        {
            if (Slots.Has(s) && !state.IsSlotSolved(s)) return false;
            if (Corners.Has(s) && state.CornerOf(s) != PairsState.Solved.CornerOf(s)) return false;
            if (Edges.Has(s) && state.EdgeOf(s) != PairsState.Solved.EdgeOf(s)) return false;
        }

        return true;
    }
}

/// <summary>
/// Every shortest sequence of face turns after which the cross and a set of slots stand, whatever becomes of the other slots meanwhile: iterative deepening under the distances of the cross and of each
/// slot's 2x2x2 block, and, for the last turns, under the positions near to the goal (<see cref="PairsTables"/>). With four slots to stand there are some 10¹² positions; on average some thousand are
/// looked at, and each further turn multiplies them by about ten. No allocation per node. One searcher serves one thread at a time.
/// </summary>
public sealed class SlotSearch(CrossTable cross, PairsTables tables)
{
    /// <summary>The most that may be asked beyond the shortest, in HTM.</summary>
    public const int MaxSlack = 2;

    private const int Pairs = EdgeStickers.PairCount;

    private readonly SolutionList found = new();
    private SlotGoal goal;
    private bool hasHalves;
    private CancellationToken cancel;
    private long visited;
    private uint usable;
    private bool isCut;
    private int limit;

    /// <summary>Positions looked at since this searcher was made.</summary>
    public long Visited => visited;

    /// <summary>
    /// Solves the cross and what <paramref name="goal"/> says. A sequence that has it standing before its end is left out. <paramref name="turns"/>: which of the 18 face turns may be
    /// used; with fewer there may be none, then the length is −1.
    /// </summary>
    /// <param name="state">Where the pieces lie.</param>
    /// <param name="goal">What stands at the end. Single corners and edges bound nothing: they are looked at when the rest stands.</param>
    /// <param name="slack">Also every sequence up to so many turns longer (0..2).</param>
    /// <param name="turns">The face turns that may be used, as bits.</param>
    /// <param name="most">A search that finds more sequences than this stops after that length's first ones; it is cut.</param>
    /// <param name="cancelled">Stops the search.</param>
    public SlotSolutions Find(PairsState state, SlotGoal goal, int slack = 0, uint turns = TurnOrder.All, int most = int.MaxValue, CancellationToken cancelled = default)
    {
        ArgumentOutOfRangeException.ThrowIfGreaterThan(slack, MaxSlack);
        (this.goal, cancel, isCut, limit, usable) = (goal, cancelled, false, most, turns);
        found.Clear();
        hasHalves = (goal.Corners.Bits | goal.Edges.Bits) != 0;
        var length = Bound(state);
        if (goal.IsReached(state)) return new SlotSolutions(0, 1, [default], false);
        int shortest = -1, count = 0;
        for (length = Math.Max(length, 1); length <= PackedTurns.MaxLength && (shortest < 0 || length <= shortest + slack); length++)
        {
            Descend(state, TurnOrder.All & usable, length, 0, 0);
            if (isCut) break;
            if (shortest < 0 && found.Count > 0) (shortest, count) = (length, found.Count);
        }

        if (shortest < 0 && found.Count > 0) (shortest, count) = (length, found.Count);
        var solutions = new PackedTurns[found.Count];
        for (var i = 0; i < solutions.Length; i++) solutions[i] = found[i];
        return new SlotSolutions(shortest < 0 && isCut ? length : shortest, count, solutions, isCut);
    }

    /// <summary>The greatest of the exact distances of parts: no sequence is shorter.</summary>
    private int Bound(PairsState state)
    {
        int bound = cross.Distances[(state.CrossPair(0) * Pairs) + state.CrossPair(2)];
        for (var s = 0; s < 4; s++)
            if (goal.Slots.Has((Slot)s)) bound = Math.Max(bound, tables.Block(s)[(state.CrossPair(s) * Pairs) + state.SlotPair(s)]);
        return bound;
    }

    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private void Descend(PairsState state, uint allowed, int left, ulong turns, int shift)
    {
        if ((++visited & 0xFFF) == 0 && cancel.IsCancellationRequested) isCut = true;
        if (isCut) return;
        var within = left - 1;
        ReadOnlySpan<byte> crossDistances = cross.Distances;
        for (var open = allowed; open != 0; open &= open - 1)
        {
            var turn = BitOperations.TrailingZeroCount(open);
            var crossMoves = EdgeStickers.PairMoves.Slice(turn * Pairs, Pairs);
            int first = crossMoves[state.CrossPair(0)], third = crossMoves[state.CrossPair(2)], crossIndex = (first * Pairs) + third;
            if (crossDistances[crossIndex] > within) continue;
            var next = state.After(turn);
            var far = false;
            ulong slots = 0;
            var isGoal = crossDistances[crossIndex] == 0;
            for (var s = 0; s < 4; s++)
            {
                if ((goal.Slots.Bits >> s & 1) == 0) continue;
                var pair = next.SlotPair(s);
                var distance = tables.Block(s)[(next.CrossPair(s) * Pairs) + pair];
                if (distance > within)
                {
                    far = true;
                    break;
                }

                isGoal &= distance == 0;
                slots |= (ulong)pair << (16 * s);
            }

            if (far) continue;
            // Where only part of the goal stands, the search may have to go through.
            if (isGoal && hasHalves) isGoal = goal.IsReached(next);
            if (within == 0 || isGoal)
            {
                if (within > 0 || !isGoal) continue;
                if (found.Count == limit)
                {
                    isCut = true;
                    return;
                }

                found.Add(turns | ((ulong)(turn + 1) << shift));
                continue;
            }

            if (within <= PairsTables.NearTurns)
            {
                var place = PairsTables.Hash((ulong)crossIndex, slots);
                if ((tables.Near(goal.Slots)[(int)(place >> 6)] >> (int)(place & 63) & 1) == 0) continue;
            }

            Descend(next, TurnOrder.AllowedAfter[turn] & usable, within, turns | ((ulong)(turn + 1) << shift), shift + PackedTurns.BitsPerTurn);
        }
    }
}
