using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Sequences;

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
        new(CrossWords.EdgeName(e.Base, e.Side), e.Side.Name(), e.Stand, e.IsNear, e.Distance, e.Offset, CrossWords.Describe(e));
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
        new(o.Color.Name(), o.Length, o.Count, o.FarEdges, string.Join(' ', o.Rotation.Rotation), [.. o.Edges.Select(EdgeResponse.Of)]);
}

/// <summary>How hard a plan is to see beforehand: what has to be kept in mind, and the points for it all together.</summary>
/// <param name="Score">Points: the sum of the parts with their weights.</param>
/// <param name="Followed">Edges (and pieces of a pair) that do not stand from the start.</param>
/// <param name="Moves">How often they move before the turn that places them.</param>
/// <param name="TurnedGood">How many of the edges are bad at the start.</param>
/// <param name="Aligns">A last turn of the base has to be reckoned.</param>
public sealed record ForesightResponse(int Score, int Followed, int Moves, int TurnedGood, bool Aligns)
{
    internal static ForesightResponse Of(CrossForesight f) => new(f.Score, f.Followed, f.Moves, f.BroughtNear, f.Aligns);
}

/// <summary>The points that foresight counts for each part.</summary>
/// <param name="Followed">For a piece to follow.</param>
/// <param name="Move">For a move of it.</param>
/// <param name="TurnedGood">For a bad edge.</param>
/// <param name="Alignment">For an alignment.</param>
public sealed record ForesightWeightsResponse(int Followed, int Move, int TurnedGood, int Alignment)
{
    internal static ForesightWeightsResponse Usual { get; } =
        new(CrossForesight.ForFollowed, CrossForesight.ForMove, CrossForesight.ForBroughtNear, CrossForesight.ForAlignment);
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
    string Text, string Rotation, string Turns, int Length, FourthFlag Flag, int AlignmentTurns, int BackTurns, double? Time, int Regrips,
        ForesightResponse Foresight)
{
    internal static PlanResponse Of(CrossPlan p) => new(
        p.Solution.ToString(), string.Join(' ', p.Solution.Rotation.Rotation), string.Join(' ', p.Solution.Turns), p.Length, p.Flag,
            p.AlignmentTurns, p.Solution.BackTurns,
        SequenceResponse.Rounded(p.Solution.Time), p.Solution.Regrips, ForesightResponse.Of(p.Foresight));
}

/// <summary>The plans that place the same edge first.</summary>
/// <param name="First">Side colours of the edges placed first.</param>
/// <param name="StandsAlready">They stand in the base layer from the start.</param>
/// <param name="BestLength">HTM of the best.</param>
/// <param name="Total">How many plans there are up to the asked length.</param>
/// <param name="Plans">The best of them.</param>
public sealed record PlanGroupResponse(IReadOnlyList<string> First, bool StandsAlready, int BestLength, int Total,
    IReadOnlyList<PlanResponse> Plans);

/// <summary>The plans of one colour, best group first.</summary>
/// <param name="Outlook">The colour at a glance.</param>
/// <param name="Slack">How many turns over the best were asked for.</param>
/// <param name="IsCut">More were found than could be looked at.</param>
/// <param name="Weights">What foresight counts.</param>
/// <param name="Groups">By first edge.</param>
public sealed record PlansResponse(OutlookResponse Outlook, int Slack, bool IsCut, ForesightWeightsResponse Weights,
    IReadOnlyList<PlanGroupResponse> Groups)
{
    internal static PlansResponse Of(CrossPlans plans, int slack) => new(
        OutlookResponse.Of(plans.Outlook), slack, plans.IsCut, ForesightWeightsResponse.Usual,
        [.. plans.Groups.Select(g => new PlanGroupResponse(
            [.. g.First.Select(c => c.Name())], g.StandsAlready, g.BestLength, g.Total, [.. g.Plans.Select(PlanResponse.Of)]))]);
}

/// <summary>The cross before the first turn, or after one.</summary>
/// <param name="Remaining">Least HTM to the cross.</param>
/// <param name="AlignmentLeft">Quarter turns of D left for the edges placed so far.</param>
/// <param name="Edges">The four edges.</param>
public sealed record CrossMomentResponse(int Remaining, int? AlignmentLeft, IReadOnlyList<EdgeResponse> Edges);

/// <summary>A sequence explained for one colour's cross.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Points">The five points of the plan in words; empty when it does not make the cross.</param>
/// <param name="Flag">Whether the fourth edge ends flipped below or above its place.</param>
/// <param name="Moments">The cross before the first turn, then after each.</param>
/// <param name="Sequence">The sequence, drawn and explained.</param>
public sealed record ExplanationResponse(
    string Color, IReadOnlyList<string> Points, FourthFlag Flag, IReadOnlyList<CrossMomentResponse> Moments, SequenceResponse Sequence)
{
    internal static ExplanationResponse Of(
        CubeState start, IReadOnlyList<Turn> turns, CrossExplanation explained, int least, KnownPieces? known, HandModel hands,
            IReadOnlyList<StageNote>? notes = null) => new(
        explained.Color.Name(), explained.Points is null ? [] : CrossWords.ForPoints(explained.Color, explained.Points),
            explained.Points?.Flag ?? FourthFlag.None,
        [
            new CrossMomentResponse(least, null, [.. explained.Edges.Select(EdgeResponse.Of)]),
            .. explained.Notes.Select(n => new CrossMomentResponse(n.Remaining, n.AlignmentLeft, [.. n.Edges.Select(EdgeResponse.Of)])),
        ],
        SequenceResponse.Of(start, turns, notes ?? CrossNotes.Of(explained), hands, known));
}
