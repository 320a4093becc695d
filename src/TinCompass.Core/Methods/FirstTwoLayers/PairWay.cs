using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>What happens in a solution of a pair.</summary>
public enum PairWay
{
    /// <summary>The pair is joined already and goes in.</summary>
    Insert,

    /// <summary>Corner and edge meet only while they go in.</summary>
    Apart,

    /// <summary>The corner waits below while the edge comes to it; joined they go in.</summary>
    ParkCorner,

    /// <summary>The edge waits below while the corner comes to it; joined they go in.</summary>
    ParkEdge,

    /// <summary>They are joined by turns in which neither waits below; then they go in.</summary>
    JoinInsert,

    /// <summary>A piece that is in a slot already is taken out first.</summary>
    TakeOut,

    /// <summary>The corner is set into the base first, the edge follows.</summary>
    CornerFirst,

    /// <summary>The base layer is turned, a piece goes in through an open column, and the base layer is turned back.</summary>
    Keyhole,

    /// <summary>A solved slot is opened up to the top, used, and returned.</summary>
    Borrow,
}

/// <summary>A solution of a pair turn by turn: where its pieces are, and what becomes of the rest. Everything that is said of a solution is read from here.</summary>
public sealed class PairTrace
{
    private readonly PairsState[] states;

    /// <summary>Follows face turns from a position; <paramref name="solved"/> are the slots that have to stand again at the end.</summary>
    public PairTrace(PairsState start, Slot slot, SlotSet solved, IReadOnlyList<Turn> turns)
    {
        ArgumentNullException.ThrowIfNull(turns);
        (Slot, Solved, Turns) = (slot, solved, turns);
        states = new PairsState[turns.Count + 1];
        states[0] = start;
        for (var i = 0; i < turns.Count; i++) states[i + 1] = states[i].After(turns[i].Index);
    }

    /// <summary>The slot whose pair is solved.</summary>
    public Slot Slot { get; }

    /// <summary>The slots that are protected.</summary>
    public SlotSet Solved { get; }

    /// <summary>The face turns.</summary>
    public IReadOnlyList<Turn> Turns { get; }

    /// <summary>The position after so many turns.</summary>
    public PairsState StateAfter(int turns) => states[turns];

    /// <summary>True when, after so many turns, the cross and every protected slot stand.</summary>
    public bool IsSafe(int turns) => new SlotGoal(Solved).IsReached(states[turns]);

    /// <summary>The protected slots that do not stand after so many turns.</summary>
    public IEnumerable<Slot> Open(int turns) => Solved.Slots.Where(s => !states[turns].IsSlotSolved(s));

    /// <summary>True when the corner is in the top layer after so many turns.</summary>
    public bool IsCornerUp(int turns) => PairCases.IsOnTop(CornerStickers.Place(states[turns].CornerOf(Slot)));

    /// <summary>True when the edge is in the top layer after so many turns.</summary>
    public bool IsEdgeUp(int turns) => PairCases.IsOnTop(EdgeStickers.Place(states[turns].EdgeOf(Slot)));

    /// <summary>True when the pair stands joined after so many turns.</summary>
    public bool IsJoined(int turns) => PairCases.IsJoined(states[turns], Slot);

    /// <summary>After how many turns the pair is joined for good.</summary>
    public int JoinedFrom
    {
        get
        {
            var from = Turns.Count;
            while (from > 0 && IsJoined(from - 1)) from--;
            return from;
        }
    }

    /// <summary>The solved slots of which a turn of the top layer moves a piece: they were taken out and come back.</summary>
    public SlotSet Borrowed
    {
        get
        {
            var set = SlotSet.None;
            for (var i = 0; i < Turns.Count; i++)
            {
                if (Turns[i].Face != Face.U) continue;
                foreach (var s in Solved.Slots)
                    if (PairCases.IsOnTop(CornerStickers.Place(states[i].CornerOf(s))) || PairCases.IsOnTop(EdgeStickers.Place(states[i].EdgeOf(s)))) set = set.With(s);
            }

            return set;
        }
    }

    /// <summary>The way, found from what happens.</summary>
    public PairWay Way
    {
        get
        {
            if (Borrowed.Count > 0) return PairWay.Borrow;
            if (Turns.Any(t => t.Face == Face.D)) return PairWay.Keyhole;
            if (Enumerable.Range(1, Math.Max(0, Turns.Count - 1)).Any(IsCornerSetAlone)) return PairWay.CornerFirst;
            if (!IsCornerUp(0) || !IsEdgeUp(0)) return PairWay.TakeOut;
            var joined = JoinedFrom;
            if (joined == 0) return PairWay.Insert;
            // The last turn of the top layer that carried one of them while the other waited below.
            for (var i = joined - 1; i >= 0; i--)
                if (Turns[i].Face == Face.U && IsCornerUp(i) != IsEdgeUp(i)) return IsCornerUp(i) ? PairWay.ParkEdge : PairWay.ParkCorner;
            if (joined > Groups[^1].From) return PairWay.Apart;
            return PairWay.JoinInsert;
        }
    }

    /// <summary>The corner stands in its slot, the cross and all that is protected too, the edge does not; and the corner did not stand there at first.</summary>
    private bool IsCornerSetAlone(int turns) => IsCornerHome(turns) && !states[turns].IsSlotSolved(Slot) && !IsCornerHome(0) && IsSafe(turns);

    private bool IsCornerHome(int turns) => states[turns].CornerOf(Slot) == PairsState.Solved.CornerOf(Slot);

    /// <summary>The solution in groups: each ends when the cross and all that is protected stand again; turns of the top layer between are groups of their own.</summary>
    public IReadOnlyList<(int From, int To)> Groups
    {
        get
        {
            var groups = new List<(int, int)>();
            var from = 0;
            for (var i = 1; i <= Turns.Count; i++)
            {
                // R and R' with nothing between would be a group of one; a turn of a free side alone is safe at once, so it waits for its way back.
                if (i < Turns.Count && (!IsSafe(i) || IsUnfinished(from, i))) continue;
                groups.Add((from, i));
                from = i;
            }

            return groups;
        }
    }

    /// <summary>A side that was opened while nothing protected stands there is unfinished until it is turned back, or until the end.</summary>
    private bool IsUnfinished(int from, int to)
    {
        if (Turns[from].Face == Face.U) return false;
        var opened = Turns.Skip(from).Take(to - from).Where(t => t.Face != Face.U).GroupBy(t => t.Face).Any(g => g.Sum(t => t.Quarters) % 4 != 0);
        return opened && !Turns.Skip(from).Take(to - from).All(t => t.Face != Face.U);
    }
}
