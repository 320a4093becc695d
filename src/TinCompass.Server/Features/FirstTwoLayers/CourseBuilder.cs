using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.FirstTwoLayers;

/// <summary>Puts a course together: the cross, the stops that were chosen, the stops that are planned after them.</summary>
internal sealed class CourseBuilder(PairsPlanner planner, PairsOptions options, PairsPosition start)
{
    private readonly List<StopResponse> stops = [];
    private readonly List<Turn> turned = [];
    private CubeState state = start.State;
    private int total;

    /// <summary>All four pairs stand.</summary>
    public bool IsDone => PairsState.Of(state).SolvedSlots == SlotSet.All;

    /// <summary>The turns that led to the cross, from the scramble hold.</summary>
    public void AddCross(CubeState scrambled, IReadOnlyList<Turn> made)
    {
        Turn[] turns = [.. made, .. start.Rotation];
        stops.Add(new StopResponse(
            $"{start.Color.Name()} cross", [start.Color.Name()], "", "", "", string.Join(' ', turns), turns.Sum(t => Metric.Htm.Cost(t)), Measure(turns.SkipWhile(t => t.Kind == TurnKind.Rotation)), "", "", null, [], true,
            scrambled.Hold.ToString(), Facelets.Write(scrambled), DrawnTurnResponse.Of(scrambled, turns)));
    }

    /// <summary>A stop that was chosen; it has to finish a slot and leave the cross and all that is solved.</summary>
    public bool TryAddChosen(IReadOnlyList<Turn> turns, int number, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        problem = null;
        var before = PairsState.Of(state);
        var after = state.Apply(turns);
        var isDown = after.Hold.ColorAt(Face.D) == start.Color;
        var end = isDown ? PairsState.Of(after) : PairsState.Of(after.Upright().Apply(state.Hold.Rotation));
        var solved = Named(before.SolvedSlots, state.Hold);
        var now = Named(end.SolvedSlots, isDown ? after.Hold : state.Hold);
        var finished = now.Except(solved).ToArray();
        var lost = solved.Except(now).ToArray();
        if (!end.IsCrossSolved || lost.Length > 0)
            problem = Problems.Bad("breaks-solved", $"Stop {number} breaks {(end.IsCrossSolved ? string.Join(" and ", lost) : "the cross")} and does not put it back.", "chosen");
        else if (finished.Length == 0)
            problem = Problems.Bad("solves-nothing", $"Stop {number}, {string.Join(' ', turns)}, finishes no pair.", "chosen");
        else if (!isDown)
            problem = Problems.Bad("base-not-down", $"Stop {number} ends with the base not down.", "chosen");
        if (problem is not null) return false;
        var slot = SlotPlaces.Find(finished[0], state.Hold)!.Value;
        var plain = HandModel.FaceTurns(turns);
        var look = (PairsLook?)null;
        Add(slot, before, plain, turns, Measure(turns), "chosen", look, null, true);
        return true;
    }

    /// <summary>Plans what is left, and compares the orders.</summary>
    public CourseResponse Finish(string scramble, PairsOrder order, int beam, CancellationToken cancel)
    {
        var from = PairsState.Of(state);
        var hold = state.Hold;
        var plans = from.SolvedSlots == SlotSet.All ? [] : Enum.GetValues<PairsOrder>().Select(o => (Order: o, Plan: planner.Plan(from, options, o, beam, cancel: cancel))).ToArray();
        var isCut = false;
        foreach (var (_, plan) in plans.Where(p => p.Order == order))
        {
            isCut = plan.IsCut;
            for (var i = 0; i < plan.Steps.Count; i++)
            {
                var step = plan.Steps[i];
                var next = i + 1 < plan.Steps.Count ? plan.Steps[i + 1].Slot.NameIn(hold) : (SlotName?)null;
                // The step's slot is named in the hold in which the planning began.
                Add(
                    SlotPlaces.Find(step.Slot.NameIn(hold), state.Hold)!.Value, PairsState.Of(state), HandModel.FaceTurns(step.AsTurned), step.AsTurned, step.Time, PairsWords.Why(step, hold), step.Look, next, false);
            }
        }

        return new CourseResponse(
            scramble, start.Color.Name(), stops, total, Measure(turned), [.. plans.Select(p => new OrderResponse(p.Order, p.Plan.Total, SlotEndpoints.Rounded(p.Plan.Time)))], isCut, Facelets.Write(state));
    }

    private void Add(Slot slot, PairsState before, IReadOnlyList<Turn> plain, IReadOnlyList<Turn> made, double? time, string why, PairsLook? look, SlotName? next, bool isChosen)
    {
        var (hold, name, id) = (state.Hold, slot.NameIn(state.Hold), PairCases.IdOf(before, slot));
        var trace = new PairTrace(before, slot, before.SolvedSlots, plain);
        stops.Add(new StopResponse(
            name.ToString(), [name.First.Name(), name.Second.Name()], id, PairsWords.CaseName(id), PairsWords.Stand(before, slot, hold), string.Join(' ', made), plain.Count, SlotEndpoints.Rounded(time), PairsWords.Name(trace.Way), why,
            look is { } l && next is { } n ? PairsWords.Look(l, n) : null,
            [.. PairsWords.Groups(trace, hold, (a, b) => string.Join(' ', plain.Skip(a).Take(b - a))).Select(g => new TurnGroupResponse(g.Turns, g.Words))], isChosen, hold.ToString(), Facelets.Write(state), DrawnTurnResponse.Of(state, made)));
        state = state.Apply(made);
        turned.AddRange(made);
        total += plain.Count;
    }

    private double? Measure(IEnumerable<Turn> turns) => options.Hands.TryMeasure([.. turns.Select(t => (byte)t.Index)], out var time, out _) ? Math.Round(time, 2) : null;

    private static SlotName[] Named(SlotSet slots, Hold hold) => [.. slots.Slots.Select(s => s.NameIn(hold))];
}
