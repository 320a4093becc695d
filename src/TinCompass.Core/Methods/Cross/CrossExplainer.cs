using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// Says for each turn of a sequence what it does to the cross of a colour. Any turns may be used; the edges are always seen with the
/// colour down and one side colour in front, so that rotations and slices do not confuse the account.
/// </summary>
public sealed class CrossExplainer(CrossSearch search)
{
    /// <summary>Explains the turns from a position. Leading rotations are the hold; they get no note of their own.</summary>
    public CrossExplanation Explain(CubeState start, Color color, IReadOnlyList<Turn> turns)
    {
        var lead = turns.TakeWhile(t => t.Kind == TurnKind.Rotation).ToArray();
        var held = start.Apply(lead);
        var rotation = Hold.Scramble;
        foreach (var turn in lead) rotation = rotation.After(turn);
        var front = AsHeld(held, color).Hold.ColorAt(Face.F);
        var states = new List<CubeState> { held };
        foreach (var turn in turns.Skip(lead.Length)) states.Add(states[^1].Apply(turn));
        var positions = states.Select(s => CrossPosition.Of(s, color, front)).ToArray();
        var trace = new CrossTrace(positions.Select(p => p.States).ToArray());
        var notes = new List<CrossTurnNote>();
        var spent = 0;
        for (var i = 1; i < states.Count; i++)
        {
            var turn = turns[lead.Length + i - 1];
            spent += Metric.Htm.Cost(turn);
            var (aim, aimFor) = AimOfBaseTurn(trace, positions, states, i);
            notes.Add(new CrossTurnNote(
                i, turn, EventsOf(trace, positions[0], i, states[i]), aim, aimFor, trace.AlignmentAt(i),
                ReportsAsHeld(states[i], color), spent, search.Distance(positions[i])));
        }

        var made = search.Distance(positions[^1]) == 0;
        return new CrossExplanation(color, rotation, ReportsAsHeld(held, color), made ? PointsOf(trace, positions) : null, notes);
    }

    /// <summary>
    /// The reports as the solver sees them: in the hold of the moment when the colour is down in it, else with the colour brought down.
    /// </summary>
    private static IReadOnlyList<CrossEdgeReport> ReportsAsHeld(CubeState state, Color color) =>
        CrossEdgeReport.Of(AsHeld(state, color));

    private static CrossPosition AsHeld(CubeState state, Color color) =>
        state.Hold.ColorAt(Face.D) == color ? CrossPosition.AsHeld(state) : CrossPosition.Of(state, color);

    private static List<CrossEvent> EventsOf(CrossTrace trace, CrossPosition start, int moment, CubeState now)
    {
        var events = new List<CrossEvent>();
        var seen = AsHeld(now, start.Color);
        for (var edge = 0; edge < 4; edge++)
        {
            int before = trace.StateAt(moment - 1, edge), after = trace.StateAt(moment, edge);
            if (before == after) continue;
            bool wasIn = CrossEdges.IsPlaced(before), isIn = CrossEdges.IsPlaced(after);
            // An edge that stays in the base from here on and moves with it is told by the alignment, not here.
            if (wasIn && isIn && trace.PlacedAt(edge) <= moment) continue;
            int? backAt = null;
            if (wasIn && !isIn)
                for (var later = moment + 1; later <= trace.Length && backAt is null; later++)
                    if (CrossEdges.IsPlaced(trace.StateAt(later, edge))) backAt = later;
            var deed = (wasIn, isIn) switch
            {
                (false, true) when trace.PlacedAt(edge) != moment => CrossDeed.Parks,
                (false, true) => WasInBefore(trace, edge, moment) ? CrossDeed.PutsBack : CrossDeed.Places,
                (true, true) => CrossDeed.GoesAlong,
                (true, false) => backAt is null ? CrossDeed.KnocksOut : CrossDeed.TakesOut,
                _ when !CrossEdges.IsNear(before) && CrossEdges.IsNear(after) => CrossDeed.BringsNear,
                _ when CrossEdges.IsNear(before) && !CrossEdges.IsNear(after) => CrossDeed.TakesFar,
                _ => CrossDeed.Moves,
            };
            var side = start.SideOf(edge);
            var place = seen.StateOf(seen.EdgeOf(side));
            int? placedBy = trace.PlacedAt(edge) > moment && trace.PlacedAt(edge) != CrossTrace.Never ? trace.PlacedAt(edge) : null;
            events.Add(new CrossEvent(deed, side, EdgeStickers.Place(place), EdgeStickers.FaceOf(place), backAt, placedBy));
        }

        // What matters most is said first; deeds are numbered in that order.
        events.Sort((a, b) => a.Deed.CompareTo(b.Deed));
        return events;
    }

    private static bool WasInBefore(CrossTrace trace, int edge, int moment)
    {
        for (var m = 0; m < moment; m++)
            if (CrossEdges.IsPlaced(trace.StateAt(m, edge))) return true;
        return false;
    }

    /// <summary>What a turn is for that carries edges round in the base layer.</summary>
    private static (BaseTurnAim Aim, IReadOnlyList<Color> For) AimOfBaseTurn(
        CrossTrace trace, CrossPosition[] positions, List<CubeState> states, int moment)
    {
        bool goesRound = false, areAllPlaced = true;
        for (var edge = 0; edge < 4; edge++)
        {
            int before = trace.StateAt(moment - 1, edge), after = trace.StateAt(moment, edge);
            goesRound |= before != after && CrossEdges.IsPlaced(before) && CrossEdges.IsPlaced(after);
            areAllPlaced &= trace.PlacedAt(edge) <= moment;
        }

        if (!goesRound) return (BaseTurnAim.None, []);
        if (!TurnsBaseAlone(states[moment - 1], states[moment], positions[0].Color)) return (BaseTurnAim.Shifts, []);
        if (areAllPlaced) return (trace.AlignmentAt(moment) == 0 ? BaseTurnAim.Aligns : BaseTurnAim.Turns, []);
        var next = BroughtFor(trace, moment);
        return (next.Count > 0 ? BaseTurnAim.BringsPlace : BaseTurnAim.Turns, [.. next.Select(positions[0].SideOf)]);
    }

    private static bool TurnsBaseAlone(CubeState before, CubeState after, Color color)
    {
        if (before.Hold != after.Hold) return false;
        var baseFace = before.Hold.FaceOf(color);
        var corners = Enum.GetValues<Corner>().Where(c => before.CornerAt(c) != after.CornerAt(c)).ToArray();
        return corners.Length == 4 && corners.All(c => Pieces.CornerFaces[(int)c].Contains(baseFace));
    }

    /// <summary>
    /// The edges that are placed next, when those in the base layer keep the place for them from this moment until they go in, and they go
    /// in there; none otherwise.
    /// </summary>
    private static List<int> BroughtFor(CrossTrace trace, int moment)
    {
        var (soonest, next) = (CrossTrace.Never, new List<int>());
        for (var edge = 0; edge < 4; edge++)
            if (trace.PlacedAt(edge) > moment) soonest = Math.Min(soonest, trace.PlacedAt(edge));
        if (soonest == CrossTrace.Never || trace.AlignmentAt(moment) is not { } offset) return next;
        // Once they are in, all have to agree: then each went in where the others had its place.
        for (var later = moment + 1; later <= soonest; later++)
            if (trace.AlignmentAt(later) != offset) return next;
        for (var edge = 0; edge < 4; edge++)
            if (trace.PlacedAt(edge) == soonest) next.Add(edge);
        return next;
    }

    private static CrossPoints PointsOf(CrossTrace trace, CrossPosition[] positions)
    {
        var order = trace.Order();
        var placements = new List<CrossPlacement>();
        for (var i = 0; i < 4; i++)
        {
            int at = trace.PlacedAt(order[i]), previous = i == 0 ? 0 : trace.PlacedAt(order[i - 1]);
            var together = new List<Color>();
            foreach (var other in order)
                if (other != order[i] && trace.PlacedAt(other) == at) together.Add(positions[0].SideOf(other));
            placements.Add(new CrossPlacement(positions[0].SideOf(order[i]), at, at - previous, together));
        }

        int first = trace.PlacedAt(order[0]), third = trace.PlacedAt(order[2]), fourth = trace.PlacedAt(order[3]);
        var aside = new List<Color>();
        foreach (var edge in order)
            if (trace.PlacedAt(edge) > first && WasInBefore(trace, edge, first)) aside.Add(positions[0].SideOf(edge));
        return new CrossPoints(placements, fourth == third ? null : CrossEdgeReport.Of(positions[third])[order[3]], trace.Flag(),
            trace.AlignmentAt(fourth), aside);
    }
}
