using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.FirstTwoLayers;

/// <summary>The one place where pair records become sentences. Slots are named by their colours in the hold whose base is down.</summary>
public static class PairsWords
{
    /// <summary>A way in two to four words.</summary>
    public static string Name(PairWay way) => way switch
    {
        PairWay.Insert => "joined: insert",
        PairWay.Apart => "insert apart",
        PairWay.ParkCorner => "park the corner, join, insert",
        PairWay.ParkEdge => "park the edge, join, insert",
        PairWay.JoinInsert => "join, then insert",
        PairWay.TakeOut => "take out and redo",
        PairWay.CornerFirst => "corner first, then the edge",
        PairWay.Keyhole => "through an open column",
        _ => "borrow a solved slot",
    };

    /// <summary>A family of cases as it is read.</summary>
    public static string Name(PairGroup group) => group switch
    {
        PairGroup.Differ => "Base on a side, tops differ",
        PairGroup.Agree => "Base on a side, tops agree",
        PairGroup.BaseUp => "Base up",
        PairGroup.EdgeInSlot => "Edge in the slot",
        PairGroup.CornerInSlot => "Corner in the slot",
        PairGroup.BothInSlot => "Both in the slot",
        _ => "Stuck in another slot",
    };

    /// <summary>A school as it is read.</summary>
    public static string Name(PairSchool school) => school switch
    {
        PairSchool.ByRule => "by rule",
        PairSchool.CornerFirst => "corner first",
        PairSchool.Keyhole => "keyhole",
        _ => "beginner",
    };

    /// <summary>How one reasons about a family: the rule.</summary>
    public static string Rule(PairGroup group) => group switch
    {
        PairGroup.Differ => "The tops differ: they go in apart. Bring the edge opposite its own side, the corner over the slot, and insert.",
        PairGroup.Agree => "The tops agree: they are joined first. Park one of them below, bring the other beside it, and the pair goes in.",
        PairGroup.BaseUp => "The base is up: lay the edge against its own side, turn that side so that the edge hides, bring the corner over it, turn back.",
        PairGroup.EdgeInSlot => "The edge sits in the slot: take it out so that it meets the corner, or bring the corner down to it when it stands the right way.",
        PairGroup.CornerInSlot => "The corner sits in the slot: bring the edge so that it meets the corner as that comes out.",
        PairGroup.BothInSlot => "Both sit in the slot, but not right: take them out in a way that leaves them easy.",
        _ => "A piece is stuck in another slot: take it out with a turn that does something for the pair.",
    };

    /// <summary>How a case touches, in words.</summary>
    public static string Name(PairJoint joint) => joint switch { PairJoint.Rightly => "joined rightly", PairJoint.Wrongly => "joined wrongly", _ => "apart" };

    /// <summary>A case by its name, also of pieces that are stuck.</summary>
    public static string CaseName(string id)
    {
        ArgumentNullException.ThrowIfNull(id);
        if (PairCases.Find(id) is { } found) return found.Name;
        var parts = id.Split('-');
        var stuck = new List<string>();
        for (var i = 1; i + 1 < parts.Length; i += 2) stuck.Add($"{parts[i]} stuck in the slot {(parts[i + 1] == "opposite" ? "opposite" : $"to the {parts[i + 1]}")}");
        return Capital(string.Join(", ", stuck));
    }

    /// <summary>Where the two pieces of a slot are, with their colours: "Corner at top front-left, white on its left; edge at top back, green up".</summary>
    public static string Stand(PairsState state, Slot slot, Hold hold)
    {
        int corner = state.CornerOf(slot), edge = state.EdgeOf(slot);
        var color = hold.ColorAt(Face.D);
        var (place, edgePlace) = (CornerStickers.Place(corner), EdgeStickers.Place(edge));
        var looks = FaceWord(Pieces.CornerFaces[(int)place][corner % 3]);
        var (top, other) = EdgeColors(edge, slot, hold);
        var edgeLooks = PairCases.IsOnTop(edgePlace) ? $"{top.Name()} up" : SlotPlaces.Of(edgePlace) is null ? $"{other.Name()} down" : $"{top.Name()} {FaceWord(Pieces.EdgeFaces[(int)edgePlace][0])}";
        return $"corner {CornerPlace(place)}, {color.Name()} {looks}; edge {EdgePlace(edgePlace)}, {edgeLooks}";
    }

    /// <summary>Why a pair is taken now.</summary>
    public static string Why(PairsStep step, Hold hold)
    {
        ArgumentNullException.ThrowIfNull(step);
        var others = string.Join(", ", step.Others.Select(o => $"{o.Slot.NameIn(hold)} {o.Length}"));
        return step.Reason switch
        {
            PairsReason.Last => "the last one",
            PairsReason.Cheapest => $"no other is cheaper ({others})",
            PairsReason.Frees => $"it frees {step.Concerns!.Value.NameIn(hold)}, a piece of which is stuck in this slot ({others})",
            PairsReason.BackFirst => $"the back cannot be seen later, so it is filled now ({others})",
            PairsReason.LeavesLess => $"what is left becomes cheaper by it ({others})",
            _ => "in the given order",
        };
    }

    /// <summary>What the eyes have of the next pair meanwhile.</summary>
    public static string Look(PairsLook look, SlotName next)
    {
        var seen = look.InView == look.Turns ? "both pieces stay in view" : look.InView == 0 ? "its pieces are out of view" : $"in view for {look.InView} of {look.Turns} turns";
        return $"next {next}: {seen}{(look.OnTop == 2 ? ", both on top at the end" : look.OnTop == 1 ? ", one still stuck" : ", both still stuck")}";
    }

    /// <summary>An own sequence in one sentence.</summary>
    public static string Verdict(PairsJudgement judged, Hold hold)
    {
        ArgumentNullException.ThrowIfNull(judged);
        if (judged.Broken.Count > 0)
            return $"{Capital(CrossWords.Join(judged.Broken.Select(b => $"{Name(b.Slot, hold)} was broken by turn {b.Number}, {b.Turn},")))} and not put back.";
        if (judged.Pairs.Count == 0) return judged.Open.Count == 0 ? "All pairs stood already." : $"No pair is done yet; open: {CrossWords.Join(judged.Open.Slots.Select(s => Name(s, hold)))}.";
        var done = judged.Pairs.SelectMany(p => p.Solved).Select(s => Name(s, hold)).ToArray();
        if (judged.Open.Count > 0) return $"{CrossWords.Join(done)} {(done.Length == 1 ? "is" : "are")} in, in {CrossWords.Turns(judged.Length)}; open: {CrossWords.Join(judged.Open.Slots.Select(s => Name(s, hold)))}.";
        return judged.OverTurns switch
        {
            null => $"All pairs are in, in {CrossWords.Turns(judged.Length)}.",
            <= 0 => $"All pairs are in, in {CrossWords.Turns(judged.Length)}: no more than our plan takes.",
            var over => $"All pairs are in, in {CrossWords.Turns(judged.Length)}: {over} over our plan.",
        };
    }

    /// <summary>What there is to say of one pair of an own sequence; empty when it was as good as can be.</summary>
    public static IReadOnlyList<string> Notes(JudgedPair pair, Hold hold)
    {
        ArgumentNullException.ThrowIfNull(pair);
        var notes = new List<string>();
        if (pair.Length > pair.Least) notes.Add($"{CrossWords.Turns(pair.Length)}; {pair.Least} would do.");
        if (pair.Best is { Time: { } best } && pair.Time is { } time && time - best > 0.5) notes.Add($"Quicker for the hands: {string.Join(' ', pair.Best.AsTurned)} ({Figure(best)} instead of {Figure(time)}).");
        if (pair.Cheaper is { } cheaper) notes.Add($"{Name(cheaper.Slot, hold)} was cheaper then: {cheaper.Length}.");
        if (pair.Needless is { } needless) notes.Add($"{needless.Rotation} (turn {needless.Number}) was not needed: {string.Join(' ', needless.Instead)}{(needless.Saves > 0.05 ? $" saves {Figure(needless.Saves)}" : " takes no longer")}.");
        if (pair.Next is { } next && pair.OutOfView > 0) notes.Add($"The next pair, {Name(next, hold)}, was out of view for {pair.OutOfView} of {pair.To - pair.From} turns: a pause is likely.");
        return notes;
    }

    private static string Name(Slot? slot, Hold hold) => slot?.NameIn(hold).ToString() ?? "the cross";

    private static string Figure(double time) => time.ToString("0.0", System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>One sentence for each group of turns: what it does, what it protects.</summary>
    public static IReadOnlyList<(string Turns, string Words)> Groups(PairTrace trace, Hold hold, Func<int, int, string> turnsOf)
    {
        ArgumentNullException.ThrowIfNull(trace);
        ArgumentNullException.ThrowIfNull(turnsOf);
        return [.. trace.Groups.Select(g => (turnsOf(g.From, g.To), Sentence(trace, g.From, g.To, hold)))];
    }

    private static string Sentence(PairTrace trace, int from, int to, Hold hold)
    {
        var deed = Deed(trace, from, to);
        if (trace.Turns.Skip(from).Take(to - from).All(t => t.Face == Face.U)) return Capital(deed) + ".";
        var open = Enumerable.Range(from + 1, to - from).SelectMany(trace.Open).Distinct().Select(s => s.NameIn(hold).ToString()).ToArray();
        var crossMoves = Enumerable.Range(from + 1, to - from).Any(i => !trace.StateAfter(i).IsCrossSolved);
        var care = open.Length > 0 ? $"{CrossWords.Join(open)} {(open.Length > 1 ? "come" : "comes")} out of place and {(open.Length > 1 ? "return" : "returns")}"
            : trace.Solved.Count > 0 ? "no solved pair is touched"
            : crossMoves ? "the cross edge it lifts comes back" : "nothing solved is touched";
        return $"{Capital(deed)}; {care}.";
    }

    private static string Deed(PairTrace trace, int from, int to)
    {
        bool wasJoined = trace.IsJoined(from), isJoined = trace.IsJoined(to), isIn = trace.StateAfter(to).IsSlotSolved(trace.Slot);
        if (trace.Turns.Skip(from).Take(to - from).All(t => t.Face == Face.U))
            return wasJoined ? "brings the pair to where it goes in"
                : trace.IsCornerUp(from) && trace.IsEdgeUp(from) ? (IsOverSlot(trace, to) ? "brings the corner over its slot" : "turns both to where they can be used")
                : trace.IsCornerUp(from) ? "brings the corner to the edge that waits" : trace.IsEdgeUp(from) ? "brings the edge to the corner that waits" : "turns the top only";
        if (isIn)
            return wasJoined ? "puts the joined pair in" : trace.Way == PairWay.CornerFirst ? "puts the edge in beside its corner"
                : Hides(trace, from, to) is { } hides ? $"{hides}, joins them and puts them in" : "opens the slot, brings the two together and puts them in";
        if (isJoined && !wasJoined) return trace.Way == PairWay.ParkCorner ? "parks the corner, brings the edge to it: joined" : trace.Way == PairWay.ParkEdge ? "parks the edge, brings the corner to it: joined" : "joins corner and edge";
        bool cornerOut = !trace.IsCornerUp(from) && trace.IsCornerUp(to), edgeOut = !trace.IsEdgeUp(from) && trace.IsEdgeUp(to);
        if (cornerOut && edgeOut) return "takes corner and edge out";
        if (cornerOut) return "takes the corner out";
        if (edgeOut) return "takes the edge out";
        if (trace.IsCornerUp(from) && !trace.IsCornerUp(to)) return trace.StateAfter(to).CornerOf(trace.Slot) == PairsState.Solved.CornerOf(trace.Slot) ? "sets the corner in its place" : "parks the corner below";
        if (trace.IsEdgeUp(from) && !trace.IsEdgeUp(to)) return trace.StateAfter(to).EdgeOf(trace.Slot) == PairsState.Solved.EdgeOf(trace.Slot) ? "sets the edge in its place" : "parks the edge below";
        if (wasJoined && !isJoined) return "splits them";
        var over = BaseIsUp(trace, from) && !BaseIsUp(trace, to) ? "; the corner is turned over" : "";
        if (Hides(trace, from, to) is { } hidden) return hidden + over;
        return over.Length > 0 ? "turns the corner over" : "changes how the two stand";
    }

    /// <summary>A turn of the top that carried one of the two while the other was hidden below; null when there was none.</summary>
    private static string? Hides(PairTrace trace, int from, int to)
    {
        for (var i = from; i < to; i++)
            if (trace.Turns[i].Face == Face.U && !trace.IsJoined(i) && trace.IsCornerUp(i) != trace.IsEdgeUp(i))
                return trace.IsCornerUp(i) ? "hides the edge below while the corner moves on" : "hides the corner below while the edge moves on";
        return null;
    }

    private static bool BaseIsUp(PairTrace trace, int turns) =>
        trace.IsCornerUp(turns) && trace.StateAfter(turns).CornerOf(trace.Slot) % 3 == 0;

    private static bool IsOverSlot(PairTrace trace, int turns) => PairCases.Seen(trace.StateAfter(turns), trace.Slot).Corner / 3 == (int)Corner.URF;

    /// <summary>The colours of an edge's stickers: on the reference facelet of its place, and the other.</summary>
    private static (Color Reference, Color Other) EdgeColors(int edge, Slot slot, Hold hold)
    {
        var home = Pieces.EdgeFaces[(int)slot.EdgePlace()];
        Color first = hold.ColorAt(home[0]), second = hold.ColorAt(home[1]);
        return edge % 2 == 0 ? (first, second) : (second, first);
    }

    private static string CornerPlace(Corner place)
    {
        var faces = Pieces.CornerFaces[(int)place];
        var (front, right) = (faces.Contains(Face.F) ? "front" : "back", faces.Contains(Face.R) ? "right" : "left");
        return $"{(faces[0] == Face.U ? "on top" : "in the slot")} {front}-{right}";
    }

    private static string EdgePlace(Edge place) => PairCases.IsOnTop(place) ? $"on top {Side(Pieces.EdgeFaces[(int)place][1])}" : SlotPlaces.Of(place) is { } slot ? $"in the slot {slot.Words()}" : "in the base";

    private static string Side(Face face) => face switch { Face.F => "in front", Face.B => "behind", Face.R => "right", _ => "left" };

    private static string FaceWord(Face face) => face switch { Face.U => "up", Face.D => "down", Face.F => "in front", Face.B => "behind", Face.R => "to the right", _ => "to the left" };

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];
}
