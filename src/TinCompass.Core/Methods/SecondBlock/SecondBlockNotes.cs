using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock;

/// <summary>What a turn does to the second block.</summary>
public enum SecondBlockDeed
{
    /// <summary>
    /// An edge (<see cref="StageFact.Piece"/>) comes under the middle: down in front or behind (<see cref="StageFact.To"/>).
    /// </summary>
    Loads,

    /// <summary>A corner whose base sticker was up shows another up.</summary>
    TurnsOver,

    /// <summary>A corner and its edge come to lie as they belong together (<see cref="StageFact.To"/> is the edge) and stay so.</summary>
    Matches,

    /// <summary>
    /// A pair comes home for good; <see cref="StageFact.To"/> is front or back, <see cref="StageFact.From"/> which sticker of the corner
    /// was up while they were joined on top: side, neighbour, base; empty when they met elsewhere.
    /// </summary>
    PutsIn,

    /// <summary>The base edge comes home for good.</summary>
    BaseEdge,

    /// <summary>
    /// A pair (<see cref="StageFact.To"/>: front, back) or the base edge (base) that stood at first is home again for good.
    /// </summary>
    Returns,

    /// <summary>A piece leaves the places of the block without being at home there.</summary>
    TakesOut,

    /// <summary>A piece that is home leaves and comes back later.</summary>
    Lends,

    /// <summary>A base- or top-coloured centre is up again, for good.</summary>
    Centre,

    /// <summary>The first block is taken apart.</summary>
    BreaksFirst,

    /// <summary>The first block stands again.</summary>
    MendsFirst,

    /// <summary>Nothing of that: the top, the middle or the right side is set for what comes.</summary>
    Sets,
}

/// <summary>A second block explained turn by turn.</summary>
public static class SecondBlockNotes
{
    private static readonly (Edge Place, string Words)[] Below = [(Edge.DF, "down in front"), (Edge.DB, "down behind")];

    /// <summary>One note for each turn.</summary>
    public static IReadOnlyList<StageNote> Of(SecondBlockTrace trace) =>
        [.. Enumerable.Range(0, trace.Turns.Count).Select(t => Note(trace, t))];

    /// <summary>What happens in it, in some words: how each pair was put in.</summary>
    public static string Way(IReadOnlyList<StageNote> notes)
    {
        var put = notes.SelectMany(n => n.Facts).Where(f => f.Kind == Words.Code(SecondBlockDeed.PutsIn) && f.From is not null)
            .Select(f => $"{f.To} pair, {Up(f.From!)} up").ToArray();
        // A piece that had to leave the block's places before it could come home.
        var home = notes.SelectMany(n => n.Facts).Where(f => f.Kind is "baseEdge" or "putsIn").Select(f => f.Piece).ToHashSet();
        var stuck = notes.SelectMany(n => n.Facts).Where(f => f.Kind == Words.Code(SecondBlockDeed.TakesOut) && home.Contains(f.Piece))
            .Select(f => $"{f.Piece} taken out first").Distinct();
        return string.Join("; ", put.Length > 0 ? stuck.Prepend(Words.Join(put)) : stuck);
    }

    private static string Up(string sticker) =>
        sticker switch { "side" => "side colour", "base" => "base colour", _ => "base's neighbour" };

    private static StageNote Note(SecondBlockTrace trace, int turn)
    {
        var (was, now, after, facts, links) = (trace.Seen[turn], trace.Seen[turn + 1], turn + 1, new List<StageFact>(), trace.Links);
        var frame = trace.Start.Frame;
        foreach (var piece in (Edge[])[Edge.DR, Edge.FR, Edge.BR])
            foreach (var (place, words) in Below)
                if (now.EdgeAt(place) == piece && was.EdgeAt(place) != piece)
                    facts.Add(new StageFact(Words.Code(SecondBlockDeed.Loads), Blocks.Name(piece, frame), To: words));
        foreach (var piece in (Corner[])[Corner.DFR, Corner.DRB])
            if (UpOf(was, piece) == "base" && UpOf(now, piece) is { } up && up != "base")
                facts.Add(new StageFact(Words.Code(SecondBlockDeed.TurnsOver), Blocks.Name(piece, frame)));
        foreach (var front in (bool[])[true, false])
        {
            var (corner, edge) = front ? (Corner.DFR, Edge.FR) : (Corner.DRB, Edge.BR);
            if (MatchedSince(trace, front) == after && !Joined(trace, 0, front))
                facts.Add(new StageFact(Words.Code(SecondBlockDeed.Matches), Blocks.Name(corner, frame), To: Blocks.Name(edge, frame)));
            bool IsHome(CubeState s) => Blocks.IsHome(s, corner) && Blocks.IsHome(s, edge);
            if (HomeSince(trace, IsHome) == after && IsHome(trace.Seen[0]))
                facts.Add(new StageFact(Words.Code(SecondBlockDeed.Returns), Blocks.Name(corner, frame), To: front ? "front" : "back"));
            else if (HomeSince(trace, IsHome) == after)
                facts.Add(new StageFact(Words.Code(SecondBlockDeed.PutsIn), Blocks.Name(corner, frame), JoinedUp(trace, front, after),
                    front ? "front" : "back"));
        }

        if (HomeSince(trace, s => Blocks.IsHome(s, Edge.DR)) == after)
            facts.Add(new StageFact(Words.Code(Blocks.IsHome(trace.Seen[0], Edge.DR) ? SecondBlockDeed.Returns : SecondBlockDeed.BaseEdge),
                Blocks.Name(Edge.DR, frame), To: "base"));
        foreach (var (name, wasIn, isIn, wasHome) in Pieces(was, now, frame).Where(p => p.WasIn && !p.IsIn))
            facts.Add(new StageFact(Words.Code(wasHome && ComesBack(name) ? SecondBlockDeed.Lends : SecondBlockDeed.TakesOut), name));
        if (trace.GoalSince[(int)SecondBlockGoal.Block] == after && !facts.Any(f => f.Kind is "putsIn" or "baseEdge" or "returns"))
            facts.Add(new StageFact(Words.Code(SecondBlockDeed.Centre)));
        if (trace.LeftStands[turn] != trace.LeftStands[after])
            facts.Add(new StageFact(Words.Code(trace.LeftStands[turn] ? SecondBlockDeed.BreaksFirst : SecondBlockDeed.MendsFirst)));
        if (facts.Count == 0) facts.Add(new StageFact(Words.Code(SecondBlockDeed.Sets)));
        var isGood = facts.Any(f => f.Kind is "putsIn" or "baseEdge" or "matches" or "centre");
        return new StageNote(turn, after, facts, Say(facts, trace.Turns[turn]),
            isGood ? NoteTone.Good : facts.Any(f => f.Kind == "breaksFirst") ? NoteTone.Care : NoteTone.Plain, []);

        bool ComesBack(string name) => Pieces(trace.Seen[^1], trace.Seen[^1], frame).First(p => p.Name == name).WasHome;
    }

    /// <summary>After how many turns something holds for good.</summary>
    private static int HomeSince(SecondBlockTrace trace, Func<CubeState, bool> holds)
    {
        var at = trace.Seen.Count;
        while (at > 0 && holds(trace.Seen[at - 1])) at--;
        return at;
    }

    private static int MatchedSince(SecondBlockTrace trace, bool front)
    {
        var at = trace.Lying.Count;
        while (at > 0 && Joined(trace, at - 1, front)) at--;
        return at;
    }

    private static bool Joined(SecondBlockTrace trace, int at, bool front) => trace.Lying[at].IsJoined(
        new BlockLink(front ? BlockPart.FrontEdge : BlockPart.BackEdge, front ? BlockPart.FrontCorner : BlockPart.BackCorner));

    /// <summary>Which sticker of the corner was up when the pair, joined already, last lay on top before it came home.</summary>
    private static string? JoinedUp(SecondBlockTrace trace, bool front, int home)
    {
        for (var at = home - 1; at >= MatchedSince(trace, front); at--)
            if (UpOf(trace.Seen[at], front ? Corner.DFR : Corner.DRB) is { } up) return up;
        return null;
    }

    /// <summary>Which sticker of a corner looks up: base, side or neighbour; null when the corner is not on top.</summary>
    private static string? UpOf(CubeState seen, Corner piece)
    {
        for (var place = Corner.URF; place <= Corner.UBR; place++)
            if (seen.CornerAt(place) == piece)
            {
                // The sticker that was on U or D comes first; a twist brings another one up.
                var face = Cube.Pieces.CornerFaces[(int)piece][(3 - seen.TwistAt(place)) % 3];
                return face == Face.D ? "base" : face == Face.R ? "side" : "neighbour";
            }

        return null;
    }

    private static IEnumerable<(string Name, bool WasIn, bool IsIn, bool WasHome)> Pieces(CubeState was, CubeState now, Hold frame)
    {
        foreach (var piece in (Edge[])[Edge.DR, Edge.FR, Edge.BR])
            yield return (Blocks.Name(piece, frame), InEdge(was, piece), InEdge(now, piece), Blocks.IsHome(was, piece));
        foreach (var piece in (Corner[])[Corner.DFR, Corner.DRB])
            yield return (Blocks.Name(piece, frame), InCorner(was, piece), InCorner(now, piece), Blocks.IsHome(was, piece));

        static bool InEdge(CubeState s, Edge piece) => s.EdgeAt(Edge.DR) == piece || s.EdgeAt(Edge.FR) == piece
            || s.EdgeAt(Edge.BR) == piece;

        static bool InCorner(CubeState s, Corner piece) => s.CornerAt(Corner.DFR) == piece || s.CornerAt(Corner.DRB) == piece;
    }

    private static string Say(List<StageFact> facts, Turn turn)
    {
        var said = new List<string>();
        foreach (var fact in facts)
            said.Add(Enum.Parse<SecondBlockDeed>(fact.Kind, ignoreCase: true) switch
            {
                SecondBlockDeed.Loads => $"loads {fact.Piece} {fact.To}",
                SecondBlockDeed.TurnsOver => $"turns {fact.Piece} over, its base colour no longer up",
                SecondBlockDeed.Matches => $"matches {fact.Piece} with {fact.To}",
                SecondBlockDeed.PutsIn => fact.From is null ? $"the {fact.To} pair is home"
                    : $"puts the {fact.To} pair in, {Up(fact.From)} up before",
                SecondBlockDeed.Returns => fact.To == "base" ? $"{fact.Piece} is home again" : $"the {fact.To} pair is home again",
                SecondBlockDeed.BaseEdge => $"{fact.Piece} is home at the base",
                SecondBlockDeed.TakesOut => $"takes {fact.Piece} out",
                SecondBlockDeed.Lends => $"lifts {fact.Piece} for now",
                SecondBlockDeed.Centre => "brings a base- or top-coloured centre up",
                SecondBlockDeed.BreaksFirst => "takes the first block apart",
                SecondBlockDeed.MendsFirst => "the first block stands again",
                _ => turn.Letter switch
                {
                    'U' => "sets the top",
                    'M' => "sets the middle",
                    _ => turn.Kind == TurnKind.Rotation ? "turns the whole cube" : "sets the side",
                },
            });
        return $"{Words.Capital(string.Join("; ", said))}.";
    }
}
