using TinCompass.Core.Cube;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// The one place where cross records become sentences. Short, plain, exact; the reason follows the advice; nobody is scolded.
/// Turns are written in ASCII; a view may print real primes.
/// </summary>
public static class CrossWords
{
    /// <summary>"white-red".</summary>
    public static string EdgeName(Color color, Color side) => $"{color.Name()}-{side.Name()}";

    /// <summary>"front-right", "top front", "base left": a place as the solver sees it with the base down.</summary>
    public static string PlaceName(Edge place)
    {
        var faces = Pieces.EdgeFaces[(int)place];
        return faces[0] switch
        {
            Face.U => $"top {FaceName(faces[1])}",
            Face.D => $"base {FaceName(faces[1])}",
            _ => $"{FaceName(faces[0])}-{FaceName(faces[1])}",
        };
    }

    /// <summary>
    /// "top left, white up", "front-right, white in front": a state in words, by the place and where the base sticker looks.
    /// </summary>
    internal static string State(int state, string color)
    {
        var looks = EdgeStickers.FaceOf(state) switch
        {
            Face.U => "up",
            Face.D => "down",
            Face.F => "in front",
            Face.B => "behind",
            Face.R => "on the right",
            _ => "on the left",
        };
        return $"{PlaceName(EdgeStickers.Place(state))}, {color} {looks}";
    }

    /// <summary>Where an edge stands and what that is worth: "top front, flipped: bad, 3 turns from its place".</summary>
    public static string Describe(CrossEdgeReport edge)
    {
        var worth = edge.IsNear ? "good" : "bad";
        return edge.Stand switch
        {
            EdgeStand.Home => "home",
            EdgeStand.BaseElsewhere => edge.RightWith.Count > 0
                ? $"in the base with {Words.Join(edge.RightWith.Select(c => c.Name()))}, {Align(edge.Offset!.Value)} off"
                : $"in the base, {Align(edge.Offset!.Value)} off",
            EdgeStand.BaseFlipped => $"{PlaceName(edge.Place)}, flipped: {worth}, {Words.Turns(edge.Distance)} from its place",
            EdgeStand.TopFlipped => $"{PlaceName(edge.Place)}, flipped: {worth}, {Words.Turns(edge.Distance)} from its place",
            EdgeStand.TopBaseUp => $"{PlaceName(edge.Place)}, {edge.Base.Name()} up: {worth}, {Words.Turns(edge.Distance)} from its place",
            _ => $"{PlaceName(edge.Place)}: {worth}, {Words.Turns(edge.Distance)} from its place",
        };
    }

    /// <summary>One turn: what it does, made of its facts.</summary>
    public static string Of(IReadOnlyList<StageFact> facts)
    {
        var groups = facts.GroupBy(f => (f.Kind, f.Kind == Moves ? null : f.Turn));
        return string.Join("; ", groups.Select(g => Say([.. g])).Where(s => s.Length > 0));
    }

    /// <summary>One turn of an explained cross: what it does.</summary>
    public static string ForTurn(Color color, CrossTurnNote note) => Of(CrossFacts.Of(color, note));

    /// <summary>The five points of a plan, one sentence each.</summary>
    public static IReadOnlyList<string> ForPoints(Color color, CrossPoints points)
    {
        var (first, fourth) = (points.Placements[0], points.Placements[3]);
        return
        [
            first.AtTurn == 0
                ? $"{EdgeName(color, first.Side)} already stands in the base: it fixes where the others belong."
                : points.Aside.Count == 0
                ? $"{EdgeName(color, first.Side)} goes in by turn {first.AtTurn} and fixes where the others belong."
                : $"{EdgeName(color, first.Side)} is the first in for good, by turn {first.AtTurn}; {Names(color, points.Aside)} " +
                    $"{(points.Aside.Count == 1 ? "was in before and steps" : "were in before and step")} aside.",
            ForPlacement(color, points.Placements[1], "Second"),
            ForPlacement(color, points.Placements[2], "Third"),
            points.FourthStood is null
                ? $"Fourth: {EdgeName(color, fourth.Side)} stands together with the third."
                : points.Flag switch
                {
                    FourthFlag.FlippedBelow =>
                        $"Fourth: {EdgeName(color, fourth.Side)} lies flipped in its own place: {Words.Turns(fourth.TurnsAfterPrevious)} " +
                            $"more. Another first edge may do better.",
                    FourthFlag.FlippedAbove =>
                        $"Fourth: {EdgeName(color, fourth.Side)} ends flipped above its place: {Words.Turns(fourth.TurnsAfterPrevious)} " +
                            $"more. Another first edge may do better.",
                    _ => $"Fourth: {EdgeName(color, fourth.Side)} waits at " +
                        $"{PlaceName(points.FourthStood.Place)}{(points.FourthStood.IsNear ? "" : ", bad")}: " +
                        $"{Words.Turns(fourth.TurnsAfterPrevious)}.",
                },
            points.Alignment switch
            {
                0 => "Alignment: none needed.",
                2 or -2 => "Alignment: a half turn of the base at the end.",
                null => "Alignment: open.",
                _ => "Alignment: one quarter turn of the base at the end.",
            },
        ];
    }

    /// <summary>A judged plan in one line: "7 HTM, the best is 6".</summary>
    public static string Verdict(CrossJudgement judgement)
    {
        if (judgement.IsCross)
        {
            var wasted = judgement.CrossedAfter is { } after && after < judgement.Explanation.Notes.Count
                ? $" The cross already stood after turn {after}." : "";
            if (judgement.IsQuickest)
                return $"{judgement.Turns} HTM; the shortest take {judgement.Best}, but none of them is quicker for the hands.";
            return judgement.OverBest == 0
                ? $"{judgement.Turns} HTM: no cross is shorter.{wasted}"
                : $"{judgement.Turns} HTM, the best is {judgement.Best}.{wasted}";
        }

        var alignment = judgement.AlignmentLeft == 0 ? "" : $"{Align(judgement.AlignmentLeft)} of the base";
        return judgement.Missing.Count switch
        {
            0 => $"Not aligned yet: all four are in order, {alignment} is missing.",
            4 => "No cross yet: none of the four edges stands right way up in the base.",
            _ => $"No cross yet: {Names(judgement.Color, judgement.Missing)} {(judgement.Missing.Count == 1 ? "is" : "are")} missing"
                + (alignment.Length == 0 ? "." : $", and {alignment} to align."),
        };
    }

    /// <summary>A plan in the making: "Your 3 turns are on a best way; best total 6, 2 shortest ways on."</summary>
    public static string Progress(CrossJudgement judgement)
    {
        if (judgement.IsCross) return Verdict(judgement);
        var count = judgement.Explanation.Notes.Count;
        var so = judgement.Mistakes.Count == 0
            ? count switch { 0 => "No turn yet", 1 => "Your first turn is on a best way", _ => $"Your {count} turns are on a best way" }
            : ForMistake(judgement.Color, judgement.Mistakes[^1]).TrimEnd('.');
        return $"{so}; best total {(judgement.Mistakes.Count == 0 ? "" : "now ")}{judgement.BestTotal}, {judgement.WaysOn} shortest " +
            $"{(judgement.WaysOn == 1 ? "way" : "ways")} on.";
    }

    /// <summary>A mistake: "Turn 4 cost one: it takes white-red out."</summary>
    public static string ForMistake(Color color, CrossMistake mistake)
    {
        var note = mistake.Note;
        // Of what was taken out by a mistake nobody says that it was on purpose.
        var bad = mistake.Reasons.Select(e => CrossFacts.Fact(color, e, note.Number))
            .GroupBy(f => f.Turn).Select(g => g.First().Kind == Words.Code(CrossFactKind.TakesOut)
                ? $"takes {Words.Join(g.Select(f => f.Piece!))} out until turn {g.Key}" : Of([.. g])).ToArray();
        var reason = bad.Length > 0 ? "it " + string.Join("; ", bad)
            : mistake.Instead.Length == 0 ? "the cross stood already"
            // The turns of that way have numbers of their own.
            : $"better {mistake.Missed.Turn}, which {Of([.. CrossFacts.Of(color, mistake.Missed).Select(f => f with { Turn = null })])}";
        return $"Turn {note.Number} ({note.Turn}) cost {Number(mistake.Cost)}: {reason}.";
    }

    private static string FaceName(Face face) => face switch
    {
        Face.U => "top",
        Face.D => "base",
        Face.F => "front",
        Face.B => "back",
        Face.R => "right",
        _ => "left",
    };

    private static string ForPlacement(Color color, CrossPlacement placement, string which) =>
        placement.AtTurn == 0 ? $"{which}: {EdgeName(color, placement.Side)} stands in order with it already."
        : placement.TurnsAfterPrevious == 0 ? $"{which}: {EdgeName(color, placement.Side)} goes in by the same turn."
        : $"{which}: {EdgeName(color, placement.Side)}, {Words.Turns(placement.TurnsAfterPrevious)}.";

    private static readonly string Moves = Words.Code(CrossFactKind.Moves);

    /// <summary>Facts of one kind (and one other turn, if any) in words; empty for what is not said.</summary>
    private static string Say(StageFact[] facts)
    {
        var names = Words.Join(facts.Select(f => f.Piece ?? ""));
        var (first, many) = (facts[0], facts.Length > 1);
        return Enum.Parse<CrossFactKind>(first.Kind, ignoreCase: true) switch
        {
            CrossFactKind.Places => many ? $"places {names} at once" : $"places {names}",
            CrossFactKind.PutsBack => $"puts {names} back",
            CrossFactKind.Parks => $"parks {names} in the base for now",
            CrossFactKind.TakesOut when first.Turn is null => $"takes {names} out and later puts {(many ? "them" : "it")} back",
            CrossFactKind.TakesOut => $"takes {names} out on purpose: turn {first.Turn} puts {(many ? "them" : "it")} back",
            CrossFactKind.KnocksOut => $"takes {names} out of the base",
            CrossFactKind.BringsNear => $"makes {Words.Join(facts.Select(f => $"{f.Piece} good ({f.To})"))}",
            CrossFactKind.TakesFar => $"makes {Words.Join(facts.Select(f => $"{f.Piece} bad ({f.To})"))}",
            CrossFactKind.BringsPlace => many ? $"turns the cross side so that the places of {names} are where they go in"
                : $"turns the cross side so that the place of {names} is where it goes in",
            CrossFactKind.Aligns => "aligns the cross: each side meets its centre",
            CrossFactKind.TurnsBase => $"turns the base{Left(first.Number)}",
            CrossFactKind.ShiftsBase => $"shifts the base against the sides{Left(first.Number)}",
            CrossFactKind.Moves => $"moves {Words.Join(facts.Select(f =>
                $"{f.Piece} to {f.To}{(f.Turn is { } next ? $", where turn {next} takes it" : "")}"))}",
            CrossFactKind.MovesFlipped => $"moves {Words.Join(facts.Select(f => $"{f.Piece}, flipped, to {f.To}"))}",
            CrossFactKind.GoesAlong => $"{names}, taken out later, {(many ? "move" : "moves")} along",
            CrossFactKind.MovesNothing => "moves nothing of the cross",
            CrossFactKind.Stands => "the cross stands",
            CrossFactKind.InOrder => $"all four in order; {Align(first.Number!.Value)} left to align",
            _ => "",
        };

        static string Left(int? quarters) => quarters is { } left && left != 0 ? $"; {Align(left)} left to align" : "";
    }

    private static string Names(Color color, IEnumerable<Color> sides) => Words.Join(sides.Select(s => EdgeName(color, s)));

    private static string Align(int quarters) => Math.Abs(quarters) == 2 ? "a half turn" : "a quarter turn";

    private static string Number(int n) => n switch
    {
        1 => "one",
        2 => "two",
        3 => "three",
        _ => n.ToString(System.Globalization.CultureInfo.InvariantCulture),
    };
}
