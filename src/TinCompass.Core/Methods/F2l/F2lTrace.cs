using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.F2l;

/// <summary>What happens in a solution of a pair.</summary>
public enum F2lWay
{
    /// <summary>The pair is joined already and goes in.</summary>
    Insert,

    /// <summary>Corner and edge meet only in the group of turns that puts them in.</summary>
    Apart,

    /// <summary>The corner waits below while the edge comes to it; joined on top they go in.</summary>
    ParkCorner,

    /// <summary>The edge waits below while the corner comes to it; joined on top they go in.</summary>
    ParkEdge,

    /// <summary>The corner waits below while the edge is turned; then they go in apart.</summary>
    ParkCornerApart,

    /// <summary>The edge waits below while the corner is turned; then they go in apart.</summary>
    ParkEdgeApart,

    /// <summary>They are joined otherwise; then they go in.</summary>
    JoinInsert,

    /// <summary>A piece that is in a slot already is taken out first.</summary>
    TakeOut,

    /// <summary>The corner is set into the base first, the edge follows.</summary>
    CornerFirst,

    /// <summary>
    /// The base layer is turned, a piece goes in through an open column by three turns, and the base layer is turned back.
    /// </summary>
    Keyhole,

    /// <summary>A solved slot is opened up to the top, used, and returned.</summary>
    Borrow,
}

/// <summary>
/// A solution of a pair turn by turn: where its pieces are, and what becomes of the rest. Everything that is said of a solution is read
/// from here.
/// </summary>
public sealed class F2lTrace
{
    private readonly F2lState[] states;

    /// <summary>Follows face turns from a position; <paramref name="solved"/> are the slots that have to stand again at the end.</summary>
    public F2lTrace(F2lState start, Slot slot, SlotSet solved, IReadOnlyList<Turn> turns)
    {
        (Slot, Solved, Turns) = (slot, solved, turns);
        states = new F2lState[turns.Count + 1];
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
    public F2lState StateAfter(int turns) => states[turns];

    /// <summary>True when, after so many turns, the cross and every protected slot stand.</summary>
    public bool IsSafe(int turns) => new F2lGoal(Solved).IsReached(states[turns]);

    /// <summary>The protected slots that do not stand after so many turns.</summary>
    public IEnumerable<Slot> Open(int turns) => Solved.Slots.Where(s => !states[turns].IsSlotSolved(s));

    /// <summary>True when the corner is in the top layer after so many turns.</summary>
    public bool IsCornerUp(int turns) => F2lCases.IsOnTop(CornerStickers.Place(states[turns].CornerOf(Slot)));

    /// <summary>True when the edge is in the top layer after so many turns.</summary>
    public bool IsEdgeUp(int turns) => F2lCases.IsOnTop(EdgeStickers.Place(states[turns].EdgeOf(Slot)));

    /// <summary>True when the pair stands joined after so many turns.</summary>
    public bool IsJoined(int turns) => F2lCases.IsJoined(states[turns], Slot);

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
                    if (F2lCases.IsOnTop(CornerStickers.Place(states[i].CornerOf(s)))
                        || F2lCases.IsOnTop(EdgeStickers.Place(states[i].EdgeOf(s)))) set = set.With(s);
            }

            return set;
        }
    }

    /// <summary>The way, found from what happens.</summary>
    public F2lWay Way
    {
        get
        {
            if (Borrowed.Count > 0) return F2lWay.Borrow;
            if (IsKeyhole) return F2lWay.Keyhole;
            if (Enumerable.Range(1, Math.Max(0, Turns.Count - 1)).Any(IsCornerSetAlone)) return F2lWay.CornerFirst;
            if (!IsCornerUp(0) || !IsEdgeUp(0)) return F2lWay.TakeOut;
            var joined = JoinedFrom;
            if (joined == 0) return F2lWay.Insert;
            // The last turn of the top, before they are joined and before the group that puts them in, that carried one of them while the
            // other waited below.
            var last = Groups[^1].From;
            bool isApart = joined > last, isOnTop = Enumerable.Range(joined, Turns.Count - joined).Any(i => IsCornerUp(i) && IsEdgeUp(i));
            for (var i = Math.Min(joined, last) - 1; i >= 0 && (isApart || isOnTop); i--)
            {
                if (Turns[i].Face != Face.U || IsCornerUp(i) == IsEdgeUp(i)) continue;
                return (isApart, IsCornerUp(i)) switch
                {
                    (true, true) => F2lWay.ParkEdgeApart,
                    (true, false) => F2lWay.ParkCornerApart,
                    (false, true) => F2lWay.ParkEdge,
                    _ => F2lWay.ParkCorner,
                };
            }

            return isApart ? F2lWay.Apart : F2lWay.JoinInsert;
        }
    }

    /// <summary>
    /// True when the words of a way describe this solution, whichever way it is counted as: a solution that takes a piece out may also put
    /// the two in apart.
    /// </summary>
    public bool Fits(F2lWay way)
    {
        int joined = JoinedFrom, last = Groups[^1].From;
        var isOnTop = Enumerable.Range(joined, Turns.Count - joined).Any(i => IsCornerUp(i) && IsEdgeUp(i));
        return way switch
        {
            F2lWay.Insert => joined == 0,
            F2lWay.Apart => joined > last,
            F2lWay.ParkCorner => joined <= last && isOnTop && Waits(joined, corner: true),
            F2lWay.ParkEdge => joined <= last && isOnTop && Waits(joined, corner: false),
            F2lWay.ParkCornerApart => joined > last && Waits(last, corner: true),
            F2lWay.ParkEdgeApart => joined > last && Waits(last, corner: false),
            F2lWay.JoinInsert => joined > 0 && joined <= last,
            F2lWay.TakeOut => !IsCornerUp(0) || !IsEdgeUp(0),
            F2lWay.CornerFirst => Enumerable.Range(1, Math.Max(0, Turns.Count - 1)).Any(IsCornerSetAlone),
            F2lWay.Keyhole => IsKeyhole,
            _ => Borrowed.Count > 0,
        };

        // The top was turned with the one below and the other in it.
        bool Waits(int before, bool corner) => Enumerable.Range(0, before)
            .Any(i => Turns[i].Face == Face.U && IsCornerUp(i) == !corner && IsEdgeUp(i) == corner);
    }

    /// <summary>
    /// The base layer is turned, three turns put something in (a side, the top, the side back), and the base layer is turned back; it is
    /// not turned otherwise.
    /// </summary>
    private bool IsKeyhole
    {
        get
        {
            int[] at = [.. Enumerable.Range(0, Turns.Count).Where(i => Turns[i].Face == Face.D)];
            return at is [var first, var last] && last - first == 4 && Turns[first].Quarters + Turns[last].Quarters == 4
                && Turns[first + 1].Face is not Face.U && Turns[first + 2].Face == Face.U && Turns[first + 3] == Turns[first + 1].Inverse;
        }
    }

    /// <summary>
    /// The corner stands in its slot, the cross and all that is protected too, the edge does not; and the corner did not stand there at
    /// first.
    /// </summary>
    private bool IsCornerSetAlone(int turns) => IsCornerHome(turns) && !states[turns].IsSlotSolved(Slot) && !IsCornerHome(0)
        && IsSafe(turns);

    private bool IsCornerHome(int turns) => states[turns].CornerOf(Slot) == F2lState.Solved.CornerOf(Slot);

    /// <summary>
    /// The solution in groups: each ends when the cross and all that is protected stand again; turns of the top layer between are groups of
    /// their own.
    /// </summary>
    public IReadOnlyList<(int From, int To)> Groups
    {
        get
        {
            var groups = new List<(int, int)>();
            var from = 0;
            for (var i = 1; i <= Turns.Count; i++)
            {
                // R and R' with nothing between would be a group of one; a turn of a free side alone is safe at once, so it waits for its
                // way back.
                if (i < Turns.Count && (!IsSafe(i) || IsUnfinished(from, i))) continue;
                groups.Add((from, i));
                from = i;
            }

            return groups;
        }
    }

    /// <summary>
    /// A side that was opened while nothing protected stands there is unfinished until it is turned back, or until the end.
    /// </summary>
    private bool IsUnfinished(int from, int to)
    {
        if (Turns[from].Face == Face.U) return false;
        var opened = Turns.Skip(from).Take(to - from).Where(t => t.Face != Face.U).GroupBy(t => t.Face)
            .Any(g => g.Sum(t => t.Quarters) % 4 != 0);
        return opened && !Turns.Skip(from).Take(to - from).All(t => t.Face != Face.U);
    }
}
