using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Cross;

/// <summary>/api/cross: compare, plan, explain, judge. All are pure: nothing is stored.</summary>
internal static class CrossEndpoints
{
    public static void MapCross(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/cross").WithTags("Cross").AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/comparison", Compare).WithName("compareCrosses").WithSummary("The six colours of a scramble compared.");
        group.MapGet("/plans", Plan).WithName("planCross").WithSummary("The plans of one colour, grouped by first edge.");
        group.MapGet("/explanation", Explain).WithName("explainCross").WithSummary("A sequence explained turn by turn, for one colour's cross.");
        group.MapGet("/pairs", Pairs).WithName("planPairs").WithSummary("Cross and one pair together, for each slot of a colour.");
        group.MapPost("/judgement", Judge).WithName("judgeCross").WithSummary("An own plan judged.");
    }

    private static Results<Ok<CompareResponse>, ProblemHttpResult> Compare(string? scramble, string? known, CrossServices cross)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem) || !Door.TryReadKnown(known, out var looked, out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns);
        return TypedResults.Ok(new CompareResponse(
            turns.ToString(), turns.Length(Core.Notation.Metric.Htm), Facelets.Write(state, looked),
            [.. cross.Planner.Compare(state).Where(o => looked is null || looked.Crosses.Contains(o.Color)).Select(OutlookResponse.Of)]));
    }

    private static Results<Ok<PlansResponse>, ProblemHttpResult> Plan(
        string? scramble, string? color, [AsParameters] HabitsQuery habits, CrossServices cross, HandModels hands, CancellationToken cancel, int slack = 0)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem) || !Door.TryReadColor(color, out var baseColor, out problem)
            || !habits.TryRead(hands, out var options, out problem)) return problem;
        if (slack is < 0 or > CrossSearch.MaxSlack)
            return Problems.Bad("bad-slack", $"'slack' is 0, 1 or {CrossSearch.MaxSlack} turns over the best.", "slack");
        return TypedResults.Ok(PlansResponse.Of(cross.Planner.Plan(CubeState.Solved.Apply(turns.Turns), baseColor, options with { Slack = slack }, cancel), slack));
    }

    private static Results<Ok<ExplanationResponse>, ProblemHttpResult> Explain(
        string? scramble, string? color, string? plan, string? known, string? slot, [AsParameters] HabitsQuery habits, CrossServices cross, HandModels hands)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem) || !Door.TryReadColor(color, out var baseColor, out problem)
            || !Door.TryReadKnown(known, out var looked, out problem) || !habits.TryRead(hands, out var options, out problem)
            || !OwnPlan.TryRead(plan, "", CubeState.Solved.Apply(turns.Turns), baseColor, mayBeEmpty: true, out var own, out problem)) return problem;
        SlotName? wanted = null;
        if (!string.IsNullOrEmpty(slot))
        {
            if (!SlotName.TryParse(slot, out var read) || !read.Belongs(baseColor))
                return Problems.Bad("unknown-slot", $"'{slot}' is no slot of the {baseColor.Name()} cross: two neighbouring side colours are expected, as in green-red.", "slot");
            wanted = read;
        }

        var state = CubeState.Solved.Apply(turns.Turns);
        return TypedResults.Ok(ExplanationResponse.Of(state, own, cross.Explainer.Explain(state, baseColor, own), looked, options.Hands, wanted));
    }

    private static async Task<Results<Ok<PairsResponse>, ProblemHttpResult>> Pairs(
        string? scramble, string? color, string? known, [AsParameters] HabitsQuery habits, CrossServices cross, PairServices pairs, HandModels hands, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem) || !Door.TryReadColor(color, out var baseColor, out problem)
            || !Door.TryReadKnown(known, out var looked, out problem) || !habits.TryRead(hands, out var options, out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns);
        var search = await pairs.SearchAsync(cancel);
        using var deadline = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        deadline.CancelAfter(Limits.PairDeadline);
        return TypedResults.Ok(new PairsResponse(
            baseColor.Name(), cross.Planner.Distance(state, baseColor), [.. search.Find(state, baseColor, deadline.Token)
                .Where(p => looked is null || looked.KnowsPair(baseColor, p.Slot.First, p.Slot.Second)).Select(p => PairResponse.Of(state, p, options))]));
    }

    private static Results<Ok<JudgementResponse>, ProblemHttpResult> Judge(JudgeRequest request, CrossServices cross, HandModels hands)
    {
        if (!Door.TryReadTurns(request.Scramble, "scramble", out var turns, out var problem) || !Door.TryReadColor(request.Color, out var color, out problem)
            || !Door.TryReadKnown(request.Known, out var looked, out problem)
            || !HabitsQuery.TryReadHands(request.LeftHanded ?? false, request.Avoid, out var preferences, out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns);
        if (!OwnPlan.TryRead(request.Plan, request.Hold, state, color, mayBeEmpty: false, out var own, out problem)) return problem;
        return TypedResults.Ok(JudgementResponse.Of(state, own, cross.Judge.Judge(state, color, own), looked, hands.For(preferences)));
    }
}
