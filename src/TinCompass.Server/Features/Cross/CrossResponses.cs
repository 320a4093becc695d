using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Features.Cross;

/// <summary>One cross edge as it stands, with the base down.</summary>
/// <param name="Name">Base and side colour: "white-red".</param>
/// <param name="Side">The side colour: "red".</param>
/// <param name="Stand">home, baseElsewhere, baseFlipped, middle, topBaseUp or topFlipped.</param>
/// <param name="Good">At most one turn from the base layer, right way up.</param>
/// <param name="Distance">Least HTM that brings it home, alone.</param>
/// <param name="Offset">For an edge in the base layer right way up: quarter turns of D that would bring it home (0, 1, 2, -1).</param>
/// <param name="Words">The same in words.</param>
public sealed record EdgeResponse(string Name, string Side, EdgeStand Stand, bool Good, int Distance, int? Offset, string Words)
{
    internal static EdgeResponse Of(CrossEdgeReport e) =>
        new(CrossWords.EdgeName(e.Base, e.Side), e.Side.Name(), e.Stand, e.IsGood, e.Distance, e.Offset, CrossWords.Describe(e));
}

/// <summary>One colour at a glance.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">Number of distinct shortest crosses.</param>
/// <param name="BadEdges">How many of the four are bad.</param>
/// <param name="Rotation">The plainest rotation that brings the colour down.</param>
/// <param name="Edges">The four edges in the order in which they belong: front, right, back, left.</param>
public sealed record OutlookResponse(string Color, int Length, int Count, int BadEdges, string Rotation, IReadOnlyList<EdgeResponse> Edges)
{
    internal static OutlookResponse Of(CrossOutlook o) =>
        new(o.Color.Name(), o.Length, o.Count, o.BadEdges, string.Join(' ', o.Rotation.Rotation), [.. o.Edges.Select(EdgeResponse.Of)]);
}

/// <summary>The six colours compared.</summary>
/// <param name="Scramble">The scramble as it was read.</param>
/// <param name="Turns">Its length in HTM.</param>
/// <param name="Facelets">The 54-facelet text of the position, held white up, green front.</param>
/// <param name="Outlooks">White, yellow, green, blue, red, orange.</param>
public sealed record CompareResponse(string Scramble, int Turns, string Facelets, IReadOnlyList<OutlookResponse> Outlooks);

/// <summary>How hard a plan is to see beforehand: what has to be kept in mind, and the points for it all together.</summary>
/// <param name="Score">Points: the sum of the parts with their weights.</param>
/// <param name="Followed">Edges (and pieces of a pair) that do not stand from the start.</param>
/// <param name="Moves">How often they move before the turn that places them.</param>
/// <param name="TurnedGood">How many of the edges are bad at the start.</param>
/// <param name="Aligns">A last turn of the base has to be reckoned.</param>
public sealed record ForesightResponse(int Score, int Followed, int Moves, int TurnedGood, bool Aligns)
{
    internal static ForesightResponse Of(CrossForesight f) => new(f.Score, f.Followed, f.Moves, f.TurnedGood, f.Aligns);
}

/// <summary>The points that foresight counts for each part.</summary>
/// <param name="Followed">For a piece to follow.</param>
/// <param name="Move">For a move of it.</param>
/// <param name="TurnedGood">For a bad edge.</param>
/// <param name="Alignment">For an alignment.</param>
public sealed record ForesightWeightsResponse(int Followed, int Move, int TurnedGood, int Alignment)
{
    internal static ForesightWeightsResponse Usual { get; } = new(CrossForesight.ForFollowed, CrossForesight.ForMove, CrossForesight.ForTurnedGood, CrossForesight.ForAlignment);
}

/// <summary>A cross plan in short.</summary>
/// <param name="Text">Rotation and turns: "x2 R' D F2".</param>
/// <param name="Rotation">The rotation alone; empty when none is needed.</param>
/// <param name="Turns">The turns alone.</param>
/// <param name="Length">HTM.</param>
/// <param name="Flag">Whether the fourth edge ends flipped below or above its place.</param>
/// <param name="AlignmentTurns">Quarter turns of D at the end: 0, 1 or 2.</param>
/// <param name="BackTurns">Turns of the back face.</param>
/// <param name="Time">Estimated time for two hands, relative; null when it holds a turn that is avoided.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
/// <param name="Foresight">How hard it is to see beforehand.</param>
public sealed record PlanResponse(
    string Text, string Rotation, string Turns, int Length, FourthFlag Flag, int AlignmentTurns, int BackTurns, double? Time, int Regrips, ForesightResponse Foresight)
{
    internal static PlanResponse Of(CrossPlan p) => new(
        p.Solution.ToString(), string.Join(' ', p.Solution.Rotation.Rotation), string.Join(' ', p.Solution.Turns), p.Length, p.Flag, p.AlignmentTurns, p.Solution.BackTurns,
        p.Time is { } time ? Math.Round(time, 2) : null, p.Regrips, ForesightResponse.Of(p.Foresight));
}

/// <summary>The plans that place the same edge first.</summary>
/// <param name="First">Side colours of the edges placed first.</param>
/// <param name="StandsAlready">They stand in the base layer from the start.</param>
/// <param name="BestLength">HTM of the best.</param>
/// <param name="Total">How many plans there are up to the asked length.</param>
/// <param name="Plans">The best of them.</param>
public sealed record PlanGroupResponse(IReadOnlyList<string> First, bool StandsAlready, int BestLength, int Total, IReadOnlyList<PlanResponse> Plans);

/// <summary>The plans of one colour, best group first.</summary>
/// <param name="Outlook">The colour at a glance.</param>
/// <param name="Slack">How many turns over the best were asked for.</param>
/// <param name="IsCut">More were found than could be looked at.</param>
/// <param name="Weights">What foresight counts.</param>
/// <param name="Groups">By first edge.</param>
public sealed record PlansResponse(OutlookResponse Outlook, int Slack, bool IsCut, ForesightWeightsResponse Weights, IReadOnlyList<PlanGroupResponse> Groups)
{
    internal static PlansResponse Of(CrossPlans plans, int slack) => new(
        OutlookResponse.Of(plans.Outlook), slack, plans.IsCut, ForesightWeightsResponse.Usual,
        [.. plans.Groups.Select(g => new PlanGroupResponse([.. g.First.Select(c => c.Name())], g.StandsAlready, g.BestLength, g.Total, [.. g.Plans.Select(PlanResponse.Of)]))]);
}

/// <summary>One turn of a sequence: how it is drawn, and what it does.</summary>
/// <param name="Number">From 1; leading rotations are not counted.</param>
/// <param name="Turn">The turn: "R'".</param>
/// <param name="Axis">The axis to turn about: x, y or z.</param>
/// <param name="Layers">The layers along it that turn: -1, 0, 1.</param>
/// <param name="Quarters">Quarter turns, clockwise seen from the positive end of the axis: 1, 2 or -1.</param>
/// <param name="Words">What it does to the cross.</param>
/// <param name="Places">Side colours of the edges it brings in for good.</param>
/// <param name="MadeGood">Side colours of the edges that were bad and are good after it.</param>
/// <param name="MadeBad">Side colours of the edges that were good and are bad after it.</param>
/// <param name="TakenOut">Side colours of the edges it takes out of the base layer.</param>
/// <param name="AlignmentLeft">Quarter turns of D left for the edges placed so far.</param>
/// <param name="Remaining">Least HTM to the cross after it.</param>
/// <param name="Facelets">The position after it.</param>
/// <param name="Edges">The four edges after it.</param>
public sealed record StepResponse(
    int Number, string Turn, string Axis, IReadOnlyList<int> Layers, int Quarters, string Words, IReadOnlyList<string> Places, IReadOnlyList<string> MadeGood,
    IReadOnlyList<string> MadeBad, IReadOnlyList<string> TakenOut, int? AlignmentLeft, int Remaining, string Facelets, IReadOnlyList<EdgeResponse> Edges);

/// <summary>A sequence explained, turn by turn.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Text">The whole sequence as it was read.</param>
/// <param name="Rotation">The leading rotations.</param>
/// <param name="Hold">How the cube is held after them: "yellow up, blue front".</param>
/// <param name="Facelets">The position after them, before the first turn.</param>
/// <param name="Edges">The four edges before the first turn.</param>
/// <param name="Points">The five points of the plan in words; empty when it does not make the cross.</param>
/// <param name="Flag">Whether the fourth edge ends flipped below or above its place.</param>
/// <param name="Steps">Turn by turn.</param>
/// <param name="Pairs">The pairs after the last turn, as far as they are known.</param>
/// <param name="Lengths">Its length in every metric.</param>
/// <param name="Time">Estimated time for two hands, relative: 1 is a quarter turn of the wrist; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
/// <param name="Quicker">Another way to make the same turns of the cube that is quicker, with wide turns, slices or rotations; null when there is none.</param>
public sealed record ExplanationResponse(
    string Color, string Text, string Rotation, string Hold, string Facelets, IReadOnlyList<EdgeResponse> Edges, IReadOnlyList<string> Points, FourthFlag Flag,
    IReadOnlyList<StepResponse> Steps, IReadOnlyList<PairStandResponse> Pairs, LengthsResponse Lengths, double? Time, int Regrips,
    QuickerResponse? Quicker)
{
    internal static ExplanationResponse Of(
        CubeState start, IReadOnlyList<Turn> turns, CrossExplanation explained, KnownPieces? known, HandModel hands, SlotName? slot = null)
    {
        var lead = turns.Count - explained.Notes.Count;
        var state = start.Apply(turns.Take(lead));
        var (hold, facelets) = (state.Hold.ToString(), Core.Cube.Facelets.Write(state, known));
        Turn[] turned = [.. turns.Skip(lead)];
        var reading = hands.Read(turned);
        var steps = new List<StepResponse>();
        foreach (var note in explained.Notes)
        {
            var before = state;
            state = state.Apply(note.Turn);
            var pair = slot is { } wanted ? PairWords.ForTurn(before, state, explained.Color, wanted, isAlone: CrossWords.ForTurn(explained.Color, note) == CrossWords.NothingMoved) : "";
            steps.Add(StepOf(explained.Color, note, Core.Cube.Facelets.Write(state, known), pair));
        }

        return new ExplanationResponse(
            explained.Color.Name(), string.Join(' ', turns), string.Join(' ', turns.Take(lead)), hold, facelets, [.. explained.Edges.Select(EdgeResponse.Of)],
            explained.Points is null ? [] : CrossWords.ForPoints(explained.Color, explained.Points), explained.Points?.Flag ?? FourthFlag.None, steps,
            [.. PairStates.Report(state, explained.Color).Where(p => known is null || known.KnowsPair(explained.Color, p.Slot.First, p.Slot.Second)).Select(p => new PairStandResponse(p.Slot.ToString(), p.Stand, PairWords.Describe(p)))],
            LengthsResponse.Of(turns), reading is null ? null : Math.Round(reading.Time, 2), reading?.Regrips ?? 0, QuickerResponse.Of(hands, turned, reading));
    }

    private static StepResponse StepOf(Color color, CrossTurnNote note, string faceletsAfter, string pair)
    {
        var layers = Geometry.Layers[note.Turn.LetterIndex];
        var quarters = note.Turn.Quarters == 3 ? -1 : note.Turn.Quarters;
        return new StepResponse(
            note.Number, note.Turn.ToString(), "yzx"[layers.Axis].ToString(), layers.Layers, quarters == 2 ? 2 : quarters * layers.Direction,
            CrossWords.ForTurn(color, note, pair), Sides(CrossDeed.Places, CrossDeed.PutsBack), Sides(CrossDeed.MakesGood), Sides(CrossDeed.MakesBad),
            Sides(CrossDeed.TakesOut, CrossDeed.KnocksOut), note.AlignmentLeft, note.Remaining, faceletsAfter, [.. note.Edges.Select(EdgeResponse.Of)]);

        string[] Sides(params CrossDeed[] deeds) => [.. note.Events.Where(e => deeds.Contains(e.Deed)).Select(e => e.Side.Name())];
    }
}

/// <summary>The length of a sequence in every metric.</summary>
/// <param name="Htm">Half-turn metric.</param>
/// <param name="Stm">Slice-turn metric.</param>
/// <param name="Qtm">Quarter-turn metric.</param>
/// <param name="Etm">Execution metric: rotations count too.</param>
public sealed record LengthsResponse(int Htm, int Stm, int Qtm, int Etm)
{
    internal static LengthsResponse Of(IReadOnlyList<Turn> turns) =>
        new(In(Metric.Htm, turns), In(Metric.Stm, turns), In(Metric.Qtm, turns), In(Metric.Etm, turns));

    private static int In(Metric metric, IReadOnlyList<Turn> turns) => turns.Sum(t => metric.Cost(t));
}

/// <summary>A quicker way to turn the same.</summary>
/// <param name="Text">The turns; the cube may end up held otherwise.</param>
/// <param name="Time">Estimated time for two hands, relative.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
public sealed record QuickerResponse(string Text, double Time, int Regrips)
{
    // Longer own plans are read as written: rewriting takes time in proportion.
    private const int MaxTurns = 30;

    // A smaller gain is less than the model can tell.
    private const double WorthSaying = 0.3;

    internal static QuickerResponse? Of(HandModel hands, IReadOnlyList<Turn> turns, HandReading? plain) =>
        turns.Count <= MaxTurns && hands.Rewrite(turns) is { } best && (plain is null || best.Time <= plain.Time - WorthSaying)
            ? new(string.Join(' ', best.Turns), Math.Round(best.Time, 2), best.Regrips) : null;
}
