using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;

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

/// <summary>A cross plan in short.</summary>
/// <param name="Text">Rotation and turns: "x2 R' D F2".</param>
/// <param name="Rotation">The rotation alone; empty when none is needed.</param>
/// <param name="Turns">The turns alone.</param>
/// <param name="Length">HTM.</param>
/// <param name="Flag">Whether the fourth edge ends flipped below or above its place.</param>
/// <param name="AlignmentTurns">Quarter turns of D at the end: 0, 1 or 2.</param>
/// <param name="BackTurns">Turns of the back face.</param>
public sealed record PlanResponse(string Text, string Rotation, string Turns, int Length, FourthFlag Flag, int AlignmentTurns, int BackTurns)
{
    internal static PlanResponse Of(CrossPlan p) =>
        new(p.Solution.ToString(), string.Join(' ', p.Solution.Rotation.Rotation), string.Join(' ', p.Solution.Turns), p.Length, p.Flag, p.AlignmentTurns, p.Solution.BackTurns);
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
/// <param name="Groups">By first edge.</param>
public sealed record PlansResponse(OutlookResponse Outlook, int Slack, bool IsCut, IReadOnlyList<PlanGroupResponse> Groups)
{
    internal static PlansResponse Of(CrossPlans plans, int slack) => new(
        OutlookResponse.Of(plans.Outlook), slack, plans.IsCut,
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
/// <param name="Pairs">The four pairs after the last turn; empty when only crosses are known.</param>
/// <param name="Time">Estimated time for two hands, relative: 1 is a quarter turn of the wrist.</param>
/// <param name="Regrips">How often a hand has to grip anew.</param>
public sealed record ExplanationResponse(
    string Color, string Text, string Rotation, string Hold, string Facelets, IReadOnlyList<EdgeResponse> Edges, IReadOnlyList<string> Points, FourthFlag Flag,
    IReadOnlyList<StepResponse> Steps, IReadOnlyList<PairStandResponse> Pairs, double Time, int Regrips)
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    internal static ExplanationResponse Of(CubeState start, IReadOnlyList<Turn> turns, CrossExplanation explained, IReadOnlyList<Color>? known, SlotName? slot = null)
    {
        var lead = turns.Count - explained.Notes.Count;
        var state = start.Apply(turns.Take(lead));
        var (hold, facelets) = (state.Hold.ToString(), Core.Cube.Facelets.Write(state, known));
        // Nothing is avoided, so there is always a reading.
        var reading = Hands.Read([.. turns.Skip(lead)])!;
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
            known is not null ? [] : [.. PairStates.Report(state, explained.Color).Select(p => new PairStandResponse(p.Slot.ToString(), p.Stand, PairWords.Describe(p)))],
            Math.Round(reading.Time, 2), reading.Regrips);
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

/// <summary>A pair as it stands after the last turn.</summary>
/// <param name="Slot">By its colours: "green-red".</param>
/// <param name="Stand">solved, joined, onTop or stuck.</param>
/// <param name="Words">The same in words.</param>
public sealed record PairStandResponse(string Slot, PairStand Stand, string Words);

/// <summary>Cross and one pair together.</summary>
/// <param name="Slot">By its colours: "green-red".</param>
/// <param name="Colors">The two side colours.</param>
/// <param name="Length">Least HTM of cross and pair; a bound from below when the search was stopped.</param>
/// <param name="Count">Number of distinct shortest solutions found.</param>
/// <param name="IsCut">The search was stopped by its deadline.</param>
/// <param name="Plans">The best of the shortest ones: fewest turns at the back first.</param>
public sealed record PairResponse(string Slot, IReadOnlyList<string> Colors, int Length, int Count, bool IsCut, IReadOnlyList<string> Plans)
{
    private const int MaxPlans = 12;

    internal static PairResponse Of(CrossPair pair) => new(
        pair.Slot.ToString(), [pair.Slot.First.Name(), pair.Slot.Second.Name()], pair.Length, pair.Solutions.Count, pair.IsCut,
        [.. pair.Solutions.Select(s => CrossSolution.Choose(pair.Position, s)).OrderBy(s => s.BackTurns).Take(MaxPlans).Select(s => s.ToString())]);
}

/// <summary>The four pairs of a colour.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="CrossLength">Least HTM of the cross alone.</param>
/// <param name="Pairs">In the order of their slots' names.</param>
public sealed record PairsResponse(string Color, int CrossLength, IReadOnlyList<PairResponse> Pairs);

/// <summary>A turn after which the best possible total grew.</summary>
/// <param name="Number">The turn, from 1.</param>
/// <param name="Cost">By how many HTM.</param>
/// <param name="Words">What it did.</param>
/// <param name="Instead">The best way from the position before it.</param>
public sealed record MistakeResponse(int Number, int Cost, string Words, string Instead);

/// <summary>An own plan judged.</summary>
/// <param name="Read">The whole sequence as it was tried, with the rotation it starts from.</param>
/// <param name="IsCross">The cross stands at the end.</param>
/// <param name="Turns">HTM used.</param>
/// <param name="Best">Least HTM possible.</param>
/// <param name="OverBest">HTM over the best, with the best continuation when the cross is not made.</param>
/// <param name="Verdict">In one sentence.</param>
/// <param name="Progress">As a plan in the making: whether it is on a best way, the best total from here, how many shortest ways lead on.</param>
/// <param name="Missing">Edges that are not right relative to the others.</param>
/// <param name="AlignmentLeft">Quarter turns of D still due.</param>
/// <param name="GoodStart">How many turns at the start stay on a best way.</param>
/// <param name="Mistakes">In order; the first one is where it went wrong.</param>
/// <param name="Onward">The best way on from the end; null when the cross stands.</param>
/// <param name="Explanation">Turn by turn.</param>
public sealed record JudgementResponse(
    string Read, bool IsCross, int Turns, int Best, int OverBest, string Verdict, string Progress, IReadOnlyList<string> Missing, int AlignmentLeft, int GoodStart,
    IReadOnlyList<MistakeResponse> Mistakes, string? Onward, ExplanationResponse Explanation)
{
    internal static JudgementResponse Of(CubeState start, IReadOnlyList<Turn> turns, CrossJudgement j, IReadOnlyList<Color>? known) => new(
        string.Join(' ', turns), j.IsCross, j.Turns, j.Best, j.OverBest, CrossWords.Verdict(j), CrossWords.Progress(j), [.. j.Missing.Select(m => CrossWords.EdgeName(j.Color, m))],
        j.AlignmentLeft, j.GoodStart, [.. j.Mistakes.Select(m => new MistakeResponse(m.Note.Number, m.Cost, CrossWords.ForMistake(j.Color, m), m.Instead.ToString()))],
        j.Onward?.ToString(), ExplanationResponse.Of(start, turns, j.Explanation, known));
}

/// <summary>An own plan to be judged.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Hold">The rotation from the scramble hold to how the solver holds the cube; may be empty.</param>
/// <param name="Plan">The turns, from that hold.</param>
/// <param name="Known">When only some crosses are known: their base colours, with commas between them.</param>
public sealed record JudgeRequest(string? Scramble, string? Color, string? Hold, string? Plan, string? Known = null);
