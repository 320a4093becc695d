using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.F2l;

/// <summary>The one place where pair records become sentences. Slots are named by their colours in the hold whose base is down.</summary>
public static class F2lWords
{
    /// <summary>A way in two to four words.</summary>
    public static string Name(F2lWay way) => way switch
    {
        F2lWay.Insert => "joined: insert",
        F2lWay.Apart => "insert apart",
        F2lWay.ParkCorner => "park the corner, join, insert",
        F2lWay.ParkEdge => "park the edge, join, insert",
        F2lWay.ParkCornerApart => "park the corner, then insert apart",
        F2lWay.ParkEdgeApart => "park the edge, then insert apart",
        F2lWay.JoinInsert => "join, then insert",
        F2lWay.TakeOut => "take out and redo",
        F2lWay.CornerFirst => "corner first, then the edge",
        F2lWay.Keyhole => "through an open column",
        _ => "borrow a solved slot",
    };

    /// <summary>A family of cases as it is read.</summary>
    public static string Name(F2lFamily group) => group switch
    {
        F2lFamily.Differ => "Base on a side, tops differ",
        F2lFamily.Agree => "Base on a side, tops agree",
        F2lFamily.BaseUp => "Base up",
        F2lFamily.EdgeInSlot => "Edge in the slot",
        F2lFamily.CornerInSlot => "Corner in the slot",
        F2lFamily.BothInSlot => "Both in the slot",
        _ => "Stuck in another slot",
    };

    /// <summary>An order of the pairs as it is read.</summary>
    public static string Name(F2lOrder order) => order switch
    {
        F2lOrder.Planned => "planned",
        F2lOrder.Greedy => "cheapest next",
        _ => "in a fixed order",
    };

    /// <summary>A school as it is read.</summary>
    public static string Name(F2lSchool school) => school switch
    {
        F2lSchool.ByRule => "by rule",
        F2lSchool.CornerFirst => "corner first",
        F2lSchool.Keyhole => "keyhole",
        _ => "beginner",
    };

    /// <summary>What a school does, in a few words.</summary>
    public static string Describe(F2lSchool school) => school switch
    {
        F2lSchool.ByRule => "joined or apart as the tops say, then one insertion",
        F2lSchool.CornerFirst => "three-turn triggers until the corner stands, then until the edge does",
        F2lSchool.Keyhole => "the corner, then the edge over an open column under a turned base",
        _ => "R U R' U' until the corner stands, then the two-trigger insertion",
    };

    /// <summary>Why a school has no way from here.</summary>
    public static string NoneOf(F2lSchool school) => school == F2lSchool.Keyhole
        ? "No column is open for it: a second slot has to be free." : "No way of this school from here.";

    /// <summary>How one reasons about a family: the rule.</summary>
    public static string Rule(F2lFamily group) => group switch
    {
        F2lFamily.Differ => "The tops differ: they go in apart. Bring the edge opposite its own side, the corner over the slot, and " +
            "insert.",
        F2lFamily.Agree => "The tops agree: they are joined first. Park one of them below, bring the other beside it, and the pair goes " +
            "in.",
        F2lFamily.BaseUp => "The base is up: lay the edge against its own side, turn that side so that the edge hides, bring the corner " +
            "over it, turn back.",
        F2lFamily.EdgeInSlot => "The edge sits in the slot: take it out so that it meets the corner, or bring the corner down to it when " +
            "it stands the right way.",
        F2lFamily.CornerInSlot => "The corner sits in the slot: bring the edge so that it meets the corner as that comes out.",
        F2lFamily.BothInSlot => "Both sit in the slot, but not right: take them out in a way that leaves them easy.",
        _ => "A piece is stuck in another slot: take it out with a turn that does something for the pair.",
    };

    /// <summary>How a case touches, in words.</summary>
    public static string Name(F2lJoint joint) =>
        joint switch { F2lJoint.Rightly => "joined rightly", F2lJoint.Wrongly => "joined wrongly", _ => "apart" };

    /// <summary>A case by its name, also of pieces that are stuck.</summary>
    public static string CaseName(string id)
    {
        if (F2lCases.Find(id) is { } found) return found.Name;
        var parts = id.Split('-');
        var stuck = new List<string>();
        for (var i = 1; i + 1 < parts.Length; i += 2) stuck.Add(
            $"{parts[i]} stuck in the slot {(parts[i + 1] == "opposite" ? "opposite" : $"to the {parts[i + 1]}")}");
        return Words.Capital(string.Join(", ", stuck));
    }

    /// <summary>
    /// Where the two pieces of a slot are, with their colours: "Corner at top front-left, white on its left; edge at top back, green up".
    /// </summary>
    public static string Stand(F2lState state, Slot slot, Hold hold)
    {
        int corner = state.CornerOf(slot), edge = state.EdgeOf(slot);
        var color = hold.ColorAt(Face.D);
        var (place, edgePlace) = (CornerStickers.Place(corner), EdgeStickers.Place(edge));
        var looks = FaceWord(Pieces.CornerFaces[(int)place][corner % 3]);
        var (top, other) = EdgeColors(edge, slot, hold);
        var edgeLooks = F2lCases.IsOnTop(edgePlace) ? $"{top.Name()} up" : SlotPlaces.Of(edgePlace) is null ? $"{other.Name()} down"
            : $"{top.Name()} {FaceWord(Pieces.EdgeFaces[(int)edgePlace][0])}";
        return $"corner {CornerPlace(place)}, {color.Name()} {looks}; edge {EdgePlace(edgePlace)}, {edgeLooks}";
    }

    /// <summary>Why a pair is taken now.</summary>
    public static string Why(F2lStep step, Hold hold, HandModel? hands = null)
    {
        var others = string.Join(", ", step.Others.Select(o => $"{o.Slot.NameIn(hold)} {o.Length}"));
        return step.Reason switch
        {
            F2lReason.Last => "the last one",
            F2lReason.Cheapest => $"no other is cheaper ({others})",
            F2lReason.Frees => $"it frees {step.Concerns!.Value.NameIn(hold)}, a piece of which is stuck in this slot ({others})",
            F2lReason.BackFirst => $"it lies behind, where one sees least ({others})",
            F2lReason.Together =>
                $"always taking the cheapest would cost " +
                    $"{(step.IsByTurns ? $"{Words.Figure(step.Saves)} turns" : HandModel.Told(hands, step.Saves))} more " +
                    $"in all ({others})",
            F2lReason.Planned => $"not the cheapest by itself, but the plan of all takes it now ({others})",
            F2lReason.LeavesLess => $"what is left becomes cheaper by it ({others})",
            _ => "in the given order",
        };
    }

    /// <summary>What the eyes have of the next pair meanwhile.</summary>
    public static string Look(LookAhead look, SlotName next)
    {
        var seen = look.InView == look.Turns ? "both pieces stay in view" : look.InView == 0 ? "never both in view"
            : $"both in view for {look.InView} of {look.Turns} turns";
        var end = (look.OnTop, look.AtHome) switch
        {
            (2, _) => "both on top at the end",
            (1, 1) => "one on top and one in its place at the end",
            (1, _) => "one still stuck",
            (_, 2) => "both in their places at the end",
            (_, 1) => "one in its place, one still stuck",
            _ => "both still stuck",
        };
        return $"next {next}: {seen}, {end}";
    }

    /// <summary>An own sequence in one sentence.</summary>
    public static string Verdict(F2lJudgement judged, Hold hold)
    {
        if (judged.Broken.Count > 0)
        {
            var broken = judged.Broken.Select(b => $"{Name(b.Slot, hold)} was broken by turn {b.Number}, {b.Turn},");
            return $"{Words.Capital(Words.Join(broken))} and not put back.";
        }

        if (judged.Pairs.Count == 0) return judged.Open.Count == 0 ? "All pairs stood already."
            : $"No pair is done yet; open: {Words.Join(judged.Open.Slots.Select(s => Name(s, hold)))}.";
        var done = judged.Pairs.SelectMany(p => p.Solved).Select(s => Name(s, hold)).ToArray();
        if (judged.Open.Count > 0)
            return $"{Words.Join(done)} {(done.Length == 1 ? "is" : "are")} in, in {Words.Turns(judged.Length - judged.Rest)}"
                + $"{(judged.Rest > 0 ? $", and {Words.Turns(judged.Rest)} more" : "")}; open: "
                + $"{Words.Join(judged.Open.Slots.Select(s => Name(s, hold)))}.";
        return judged.OverTurns switch
        {
            null => $"All pairs are in, in {Words.Turns(judged.Length)}.",
            <= 0 => $"All pairs are in, in {Words.Turns(judged.Length)}: no more than our plan takes.",
            var over => $"All pairs are in, in {Words.Turns(judged.Length)}: {over} over our plan.",
        };
    }

    /// <summary>What there is to say of one pair of an own sequence; empty when it was as good as what the planner prefers.</summary>
    public static IReadOnlyList<string> Notes(JudgedPair pair, Hold hold, HandModel? hands = null)
    {
        if (pair.Better is not { } better) return [];
        var (isOther, turns) = (!pair.Solved.Contains(better.Slot), string.Join(' ', better.AsTurned));
        List<string> figures = [];
        if (!isOther && better.Length < pair.Length) figures.Add($"{Words.Turns(better.Length)} instead of {pair.Length}");
        if (!isOther && better.Time is { } quick && pair.Time is { } slow && slow - quick > HandModel.WorthTelling)
            figures.Add($"{HandModel.Told(hands, quick)} instead of {hands?.Number(slow) ?? Words.Figure(slow)}");
        var notes = new List<string>
        {
            $"Better{(isOther ? $" {Name(better.Slot, hold)} first" : "")}: {turns}" +
                $"{(figures.Count > 0 ? $" ({string.Join(", ", figures)})" : "")}; " +
                $"{HandModel.Told(hands, pair.Loss)} less with all that follows.",
        };
        if (pair.Needless is { } needless) notes.Add(SpareTurns.Say(needless, 0, hands));
        if (pair.Next is { } next && pair.IsUnseen) notes.Add(
            $"Of the next pair, {Name(next, hold)}, a piece was out of view for {pair.OutOfView} of {pair.Seen} turns: a pause is likely.");
        return notes;
    }

    /// <summary>Pair by pair what would have been better, then the order of the pairs against that of our plan.</summary>
    public static IReadOnlyList<string> Advice(F2lJudgement judged, HandModel hands)
    {
        // Rotations are told by themselves.
        List<string> said = [.. judged.Pairs.Where(p => p.Better is not null).Select(p =>
            $"{Words.Capital(Names(p.Solved))}, {Words.Small(string.Join(' ', Notes(p with { Needless = null }, judged.Hold, hands)))}")];
        if (said.Count == 0 || judged.Planned is not { Steps.Count: > 1 } planned) return said;
        var (own, ours) = (judged.Pairs.SelectMany(p => p.Solved).ToArray(), planned.Steps.Select(s => s.Slot).ToArray());
        var isQuicker = judged.Time is null || judged.Time - planned.Time > HandModel.WorthTelling;
        if (own.Length != ours.Length || own.SequenceEqual(ours) || planned.Total > judged.Length || !isQuicker) return said;
        var figures = planned.Time is { } quick && judged.Time is { } slow ? $", {hands.Told(quick)} against {hands.Told(slow)}" : "";
        said.Add($"You took {Names(own)}; our plan takes {Names(ours)}: {planned.Total} HTM against {judged.Length}{figures}.");
        return said;

        string Names(IEnumerable<Slot> slots) => string.Join(", ", slots.Select(s => Name(s, judged.Hold)));
    }

    /// <summary>Pairs that were put in, by their colours.</summary>
    public static string Names(IReadOnlyList<Slot> slots, Hold hold) => Words.Join(slots.Select(s => Name(s, hold)));

    private static string Name(Slot? slot, Hold hold) => slot?.NameIn(hold).ToString() ?? "the cross";

    /// <summary>A group of turns in one sentence, made of its facts: what it does, what it takes care of.</summary>
    public static string Of(IReadOnlyList<StageFact> facts)
    {
        var (hiding, deed) = (Kind<F2lHiding>(facts) ?? F2lHiding.None, Kind<F2lDeed>(facts)!.Value);
        // Where a piece is hidden, that the two then stand otherwise goes without saying; what comes down or up says it all.
        var isBoth = deed is F2lDeed.JoinsAndPutsIn or F2lDeed.MeetGoingIn or F2lDeed.Joins or F2lDeed.TurnsCornerOver
            or F2lDeed.PutsEdgeIn or F2lDeed.PutsCornerIn;
        var done = hiding == F2lHiding.None ? Say(deed) : isBoth ? $"{Say(hiding)}; {Say(deed)}"
            : deed is F2lDeed.Changes or F2lDeed.LeavesThem ? Say(hiding) : Say(deed);
        if (Kind<F2lCare>(facts) is not { } care) return Words.Capital(done) + ".";
        var number = facts.FirstOrDefault(f => f.Number is not null)?.Number;
        string[] open = [.. facts.Where(f => f.Kind == Words.Code(F2lCare.Borrows)).Select(f => f.Piece!)];
        var cared = care switch
        {
            F2lCare.Borrows =>
                $"{Words.Join(open)} {(open.Length > 1 ? "come" : "comes")} out of place and {(open.Length > 1 ? "return" : "returns")}",
            F2lCare.SparesPairs => "no solved pair is touched",
            F2lCare.SparesAll => "nothing solved is touched",
            _ => number == 1 ? "the cross edge it lifts comes back" : $"the {number} cross edges it lifts come back",
        };
        return $"{Words.Capital(done)}; {cared}.";
    }

    /// <summary>The fact of one sort among others; null when there is none.</summary>
    private static T? Kind<T>(IEnumerable<StageFact> facts)
        where T : struct, Enum
    {
        foreach (var value in Enum.GetValues<T>())
            if (facts.Any(f => f.Kind == Words.Code(value))) return value;
        return null;
    }

    private static string Say(F2lHiding hiding) => hiding switch
    {
        F2lHiding.HidesCorner => "hides the corner below while the edge moves on",
        F2lHiding.HidesEdge => "hides the edge below while the corner moves on",
        F2lHiding.CornerWaits => "moves the edge while the corner waits below",
        _ => "moves the corner while the edge waits below",
    };

    private static string Say(F2lDeed deed) => deed switch
    {
        F2lDeed.TurnsPair => "turns the joined pair",
        F2lDeed.BringsCornerOver => "brings the corner over its slot",
        F2lDeed.TurnsBoth => "turns both",
        F2lDeed.BringsCornerToEdge => "brings the corner to its edge: joined",
        F2lDeed.TurnsCorner => "turns the corner; the edge stays below",
        F2lDeed.TurnsEdge => "turns the edge; the corner stays below",
        F2lDeed.TurnsTop => "turns the top only",
        F2lDeed.PutsPairIn => "puts the joined pair in",
        F2lDeed.PutsEdgeIn => "puts the edge in beside its corner",
        F2lDeed.PutsCornerIn => "puts the corner in beside its edge",
        F2lDeed.JoinsAndPutsIn => "brings them together on the way in",
        F2lDeed.MeetGoingIn => "puts them in: they meet only in the slot",
        F2lDeed.Joins => "joins corner and edge",
        F2lDeed.TakesBothOut => "takes corner and edge out",
        F2lDeed.TakesCornerOut => "takes the corner out",
        F2lDeed.TakesEdgeOut => "takes the edge out",
        F2lDeed.SetsCorner => "sets the corner in its place",
        F2lDeed.ParksCorner => "parks the corner below",
        F2lDeed.SetsEdge => "sets the edge in its place",
        F2lDeed.ParksEdge => "parks the edge below",
        F2lDeed.Splits => "splits them",
        F2lDeed.TurnsCornerOver => "turns the corner over",
        F2lDeed.LeavesThem => "leaves both where they were",
        _ => "changes how the two stand",
    };

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

    private static string EdgePlace(Edge place) => F2lCases.IsOnTop(place) ? $"on top {Side(Pieces.EdgeFaces[(int)place][1])}"
        : SlotPlaces.Of(place) is { } slot ? $"in the slot {slot.Words()}" : "in the base";

    private static string Side(Face face) => face switch { Face.F => "in front", Face.B => "behind", Face.R => "right", _ => "left" };

    private static string FaceWord(Face face) =>
        face switch
        {
            Face.U => "up",
            Face.D => "down",
            Face.F => "in front",
            Face.B => "behind",
            Face.R => "to the right",
            _ => "to the left"
        };
}
