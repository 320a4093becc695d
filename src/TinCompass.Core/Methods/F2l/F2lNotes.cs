using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>What a group of turns does to the two pieces of a pair. "Up" is in the top layer, "below" is not.</summary>
public enum F2lDeed
{
    /// <summary>A turn of the top carries the joined pair.</summary>
    TurnsPair,

    /// <summary>A turn of the top carries both, and the corner comes over its slot.</summary>
    BringsCornerOver,

    /// <summary>A turn of the top carries both.</summary>
    TurnsBoth,

    /// <summary>A turn of the top carries the corner to its edge, which is below: joined.</summary>
    BringsCornerToEdge,

    /// <summary>A turn of the top carries the corner; the edge is below.</summary>
    TurnsCorner,

    /// <summary>A turn of the top carries the edge; the corner is below.</summary>
    TurnsEdge,

    /// <summary>A turn of the top carries neither.</summary>
    TurnsTop,

    /// <summary>The pair was joined and is in its slot.</summary>
    PutsPairIn,

    /// <summary>The corner was in its place, and the edge comes in beside it.</summary>
    PutsEdgeIn,

    /// <summary>The edge was in its place, and the corner comes in beside it.</summary>
    PutsCornerIn,

    /// <summary>Not joined before, joined at some moment on the way, and in.</summary>
    JoinsAndPutsIn,

    /// <summary>Never joined before the last turn, which puts them in.</summary>
    MeetGoingIn,

    /// <summary>Not joined before, joined after.</summary>
    Joins,

    /// <summary>Both were below and are up.</summary>
    TakesBothOut,

    /// <summary>The corner was below and is up.</summary>
    TakesCornerOut,

    /// <summary>The edge was below and is up.</summary>
    TakesEdgeOut,

    /// <summary>The corner was up and is in its place.</summary>
    SetsCorner,

    /// <summary>The corner was up and is below.</summary>
    ParksCorner,

    /// <summary>The edge was up and is in its place.</summary>
    SetsEdge,

    /// <summary>The edge was up and is below.</summary>
    ParksEdge,

    /// <summary>Joined before, not joined after.</summary>
    Splits,

    /// <summary>The corner's base sticker was on top and is not.</summary>
    TurnsCornerOver,

    /// <summary>They stand otherwise than before.</summary>
    Changes,

    /// <summary>They stand as before.</summary>
    LeavesThem,
}

/// <summary>How one piece was kept out of the way inside a group: the top was turned while it was below and the other was up.</summary>
public enum F2lHiding
{
    /// <summary>That did not happen.</summary>
    None,

    /// <summary>The corner, which was up when the group began.</summary>
    HidesCorner,

    /// <summary>The edge, which was up when the group began.</summary>
    HidesEdge,

    /// <summary>The corner, which was below already.</summary>
    CornerWaits,

    /// <summary>The edge, which was below already.</summary>
    EdgeWaits,
}

/// <summary>What a group of turns takes care of.</summary>
public enum F2lCare
{
    /// <summary>A solved pair comes out of place on the way and stands again at the end of the group.</summary>
    Borrows,

    /// <summary>There are solved pairs, and none comes out of place.</summary>
    SparesPairs,

    /// <summary>No pair is solved; so many cross edges leave their places and come back.</summary>
    LiftsCross,

    /// <summary>No pair is solved, and no cross edge leaves its place.</summary>
    SparesAll,
}

/// <summary>What is told of a pair of an own sequence.</summary>
public enum F2lJudged
{
    /// <summary>Piece: the pair is in.</summary>
    IsIn,

    /// <summary>Piece, number: that pair, in so many turns, would have been better here with all that follows.</summary>
    Better,

    /// <summary>Turn: a rotation that was not needed.</summary>
    Needless,

    /// <summary>Piece, number: a piece of the next pair was out of view for so many turns, at least half of them.</summary>
    Unseen,
}

/// <summary>A group of turns as facts.</summary>
/// <param name="From">Its first turn, from 0.</param>
/// <param name="To">One past its last turn.</param>
/// <param name="Deed">What it does.</param>
/// <param name="Hiding">Which piece was kept below meanwhile.</param>
/// <param name="IsTop">It is a turn of the top alone.</param>
/// <param name="Borrows">Protected slots that come out of place on the way and stand again at its end.</param>
/// <param name="CrossEdges">How many cross edges leave their places on the way and stand again at its end.</param>
public sealed record F2lGroup(int From, int To, F2lDeed Deed, F2lHiding Hiding, bool IsTop, IReadOnlyList<Slot> Borrows, int CrossEdges);

/// <summary>A solution of a pair as notes, one for each group of turns: facts read from the trace, and the sentence made of them.</summary>
public static class F2lNotes
{
    /// <summary>The facts of every group.</summary>
    public static IReadOnlyList<F2lGroup> Groups(F2lTrace trace) => [.. trace.Groups.Select(g => Group(trace, g.From, g.To))];

    /// <summary>Note by note; slots are named in a hold whose base is down.</summary>
    public static IReadOnlyList<StageNote> Of(F2lTrace trace, Hold hold)
    {
        var name = trace.Slot.NameIn(hold);
        return [.. Groups(trace).Select(g =>
        {
            var isIn = trace.StateAfter(g.To).IsSlotSolved(trace.Slot);
            var facts = Facts(g, trace, hold);
            return new StageNote(g.From, g.To, facts, F2lWords.Of(facts), isIn ? NoteTone.Good : NoteTone.Plain,
                isIn ? [name.First, name.Second] : []);
        })];
    }

    /// <summary>A pair of an own sequence as a note: what went in, and what would have been better.</summary>
    public static StageNote Of(JudgedPair pair, Hold hold, HandModel? hands = null)
    {
        SlotName[] names = [.. pair.Solved.Select(s => s.NameIn(hold))];
        List<StageFact> facts = [.. names.Select(n => new StageFact(Words.Code(F2lJudged.IsIn), n.ToString()))];
        if (pair.Better is { } better)
        {
            facts.Add(new StageFact(Words.Code(F2lJudged.Better), better.Slot.NameIn(hold).ToString(), Number: better.Length));
            if (pair.Needless is { } needless) facts.Add(new StageFact(Words.Code(F2lJudged.Needless), Turn: needless.At + 1));
            if (pair.Next is { } next && pair.IsUnseen) facts.Add(
                new StageFact(Words.Code(F2lJudged.Unseen), next.NameIn(hold).ToString(), Number: pair.OutOfView));
        }

        var notes = F2lWords.Notes(pair, hold, hands);
        var words = $"{Words.Join(names.Select(n => n.ToString()))} {(names.Length == 1 ? "is" : "are")} in. " +
            $"{(notes.Count == 0 ? "Nothing to mend." : string.Join(' ', notes))}";
        return new StageNote(pair.From, pair.To, facts, words, notes.Count == 0 ? NoteTone.Good : NoteTone.Care,
            [.. names.SelectMany(n => new[] { n.First, n.Second })]);
    }

    /// <summary>The facts of a group, in the order in which they are said: what is hidden, what is done, what is taken care of.</summary>
    private static List<StageFact> Facts(F2lGroup group, F2lTrace trace, Hold hold)
    {
        var name = trace.Slot.NameIn(hold).ToString();
        var facts = new List<StageFact>();
        if (group.Hiding != F2lHiding.None) facts.Add(new StageFact(Words.Code(group.Hiding), name));
        facts.Add(new StageFact(Words.Code(group.Deed), name));
        if (group.IsTop) return facts;
        facts.AddRange(group.Borrows.Select(s => new StageFact(Words.Code(F2lCare.Borrows), s.NameIn(hold).ToString())));
        if (group.Borrows.Count == 0) facts.Add(trace.Solved.Count > 0 ? new StageFact(Words.Code(F2lCare.SparesPairs))
            : group.CrossEdges > 0 ? new StageFact(Words.Code(F2lCare.LiftsCross), Number: group.CrossEdges)
            : new StageFact(Words.Code(F2lCare.SparesAll)));
        return facts;
    }

    private static F2lGroup Group(F2lTrace trace, int from, int to)
    {
        var isTop = trace.Turns.Skip(from).Take(to - from).All(t => t.Face == Face.U);
        var between = Enumerable.Range(from + 1, to - from - 1).ToArray();
        var borrows = between.SelectMany(trace.Open).Distinct().Order().Where(s => trace.StateAfter(to).IsSlotSolved(s)).ToArray();
        var crossEdges = Enumerable.Range(0, 4).Count(e => Stands(trace, to, e) && between.Any(i => !Stands(trace, i, e)));
        return new F2lGroup(from, to, isTop ? TopDeed(trace, from, to) : Deed(trace, from, to),
            isTop ? F2lHiding.None : Hiding(trace, from, to), isTop, borrows, crossEdges);
    }

    /// <summary>The cross edge of a slot's first face is at home.</summary>
    private static bool Stands(F2lTrace trace, int turns, int edge) =>
        trace.StateAfter(turns).CrossPair(edge) / EdgeStickers.Count == F2lState.Solved.CrossPair(edge) / EdgeStickers.Count;

    private static F2lDeed TopDeed(F2lTrace trace, int from, int to) => (trace.IsCornerUp(from), trace.IsEdgeUp(from)) switch
    {
        (true, true) when trace.IsJoined(from) => F2lDeed.TurnsPair,
        (true, true) => IsOverSlot(trace, to) ? F2lDeed.BringsCornerOver : F2lDeed.TurnsBoth,
        (true, false) => trace.IsJoined(to) ? F2lDeed.BringsCornerToEdge : F2lDeed.TurnsCorner,
        (false, true) => F2lDeed.TurnsEdge,
        _ => F2lDeed.TurnsTop,
    };

    private static F2lDeed Deed(F2lTrace trace, int from, int to)
    {
        bool wasJoined = trace.IsJoined(from), isJoined = trace.IsJoined(to);
        bool cornerWasUp = trace.IsCornerUp(from), cornerIsUp = trace.IsCornerUp(to), edgeWasUp = trace.IsEdgeUp(from),
            edgeIsUp = trace.IsEdgeUp(to);
        if (trace.StateAfter(to).IsSlotSolved(trace.Slot))
            return wasJoined ? F2lDeed.PutsPairIn
                : IsCornerHome(trace, from) ? F2lDeed.PutsEdgeIn
                : IsEdgeHome(trace, from) ? F2lDeed.PutsCornerIn
                : Enumerable.Range(from, to - from).Any(trace.IsJoined) ? F2lDeed.JoinsAndPutsIn : F2lDeed.MeetGoingIn;
        if (isJoined && !wasJoined) return F2lDeed.Joins;
        return (cornerWasUp, cornerIsUp, edgeWasUp, edgeIsUp) switch
        {
            (false, true, false, true) => F2lDeed.TakesBothOut,
            (false, true, _, _) => F2lDeed.TakesCornerOut,
            (_, _, false, true) => F2lDeed.TakesEdgeOut,
            (true, false, _, _) => IsCornerHome(trace, to) ? F2lDeed.SetsCorner : F2lDeed.ParksCorner,
            (_, _, true, false) => IsEdgeHome(trace, to) ? F2lDeed.SetsEdge : F2lDeed.ParksEdge,
            _ => wasJoined && !isJoined ? F2lDeed.Splits
                : BaseIsUp(trace, from) && !BaseIsUp(trace, to) ? F2lDeed.TurnsCornerOver
                : trace.StateAfter(from).SlotPair((int)trace.Slot) == trace.StateAfter(to).SlotPair((int)trace.Slot) ? F2lDeed.LeavesThem
                    : F2lDeed.Changes,
        };
    }

    /// <summary>The first turn of the top that carries one of the two while the other, not joined to it, is below.</summary>
    private static F2lHiding Hiding(F2lTrace trace, int from, int to)
    {
        for (var i = from; i < to; i++)
        {
            if (trace.Turns[i].Face != Face.U || trace.IsJoined(i) || trace.IsCornerUp(i) == trace.IsEdgeUp(i)) continue;
            return trace.IsCornerUp(i)
                ? trace.IsEdgeUp(from) ? F2lHiding.HidesEdge : F2lHiding.EdgeWaits
                : trace.IsCornerUp(from) ? F2lHiding.HidesCorner : F2lHiding.CornerWaits;
        }

        return F2lHiding.None;
    }

    private static bool IsCornerHome(F2lTrace trace, int turns) =>
        trace.StateAfter(turns).CornerOf(trace.Slot) == F2lState.Solved.CornerOf(trace.Slot);

    private static bool IsEdgeHome(F2lTrace trace, int turns) =>
        trace.StateAfter(turns).EdgeOf(trace.Slot) == F2lState.Solved.EdgeOf(trace.Slot);

    private static bool BaseIsUp(F2lTrace trace, int turns) => trace.IsCornerUp(turns)
        && trace.StateAfter(turns).CornerOf(trace.Slot) % 3 == 0;

    private static bool IsOverSlot(F2lTrace trace, int turns) =>
        F2lCases.Seen(trace.StateAfter(turns), trace.Slot).Corner / 3 == (int)Corner.URF;
}
