using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Cross;

/// <summary>/api/cross: plan, explain, judge. All are pure: nothing is stored.</summary>
internal sealed class CrossModule : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/cross").WithTags("Cross").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/plans", Plan).WithName("planCross").WithSummary("The plans of one colour, grouped by first edge.");
        group.MapGet("/explanation", Explain).WithName("explainCross")
            .WithSummary("A sequence explained turn by turn, for one colour's cross.");
        group.MapPost("/judgement", Judge).WithName("judgeCross").WithSummary("An own plan judged.");
    }

    private static Results<Ok<PlansResponse>, ProblemHttpResult> Plan(
        string? scramble, string? color, [AsParameters] CrossQuery query, StageBook book, HandModels hands, CancellationToken cancel,
            int slack = 0)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadColor(color, out var baseColor, out problem)
            || !query.TryRead(hands, out var options, out problem)) return problem;
        if (slack is < 0 or > CrossSearch.MaxSlack)
            return Problems.Bad("bad-slack", $"'slack' is 0, 1 or {CrossSearch.MaxSlack} turns over the best.", "slack");
        var plans = book.Get<CrossStage>().Tools.Planner.Plan(
            CubeState.Solved.Apply(turns.Turns), baseColor, options with { Slack = slack }, cancel);
        return TypedResults.Ok(PlansResponse.Of(plans, slack));
    }

    private static Results<Ok<ExplanationResponse>, ProblemHttpResult> Explain(
        string? scramble, string? color, string? plan, string? known, [AsParameters] CrossQuery query, StageBook book, HandModels hands)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadColor(color, out var baseColor, out problem)
            || !Door.TryReadKnown(known, out var looked, out problem)
                || !query.TryRead(hands, out var options, out problem)) return problem;
        var (stage, state) = (book.Get<CrossStage>(), CubeState.Solved.Apply(turns.Turns));
        if (!OwnTurns.TryRead(plan, "", stage, state, new Focus(baseColor), mayBeEmpty: true, out var own, out problem)) return problem;
        var explained = stage.Tools.Explainer.Explain(state, baseColor, own);
        return TypedResults.Ok(ExplanationResponse.Of(
            state, own, explained, stage.Tools.Planner.Distance(state, baseColor), looked, options.Hands));
    }

    private static Results<Ok<JudgementResponse>, ProblemHttpResult> Judge(JudgeRequest request, StageBook book, HandModels hands)
    {
        if (!Door.TryReadTurns(request.Scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadColor(request.Color, out var color, out problem)
            || !Door.TryReadKnown(request.Known, out var looked, out problem)
            || !HandsQuery.TryRead(request.LeftHanded ?? false, request.Avoid, request.MiddleHand, out var preferences,
                out problem)) return problem;
        if (!Door.TryReadEnum(request.Order, "order", PlanOrder.Turns, out var order, out problem)
            || !Door.TryReadEnum(request.Holds, "holds", HoldChoice.FewestBackTurns, out var holds, out problem)) return problem;
        var (stage, state) = (book.Get<CrossStage>(), CubeState.Solved.Apply(turns.Turns));
        if (!OwnTurns.TryRead(request.Plan, request.Hold, stage, state, new Focus(color), mayBeEmpty: false, out var own, out problem))
            return problem;
        return TypedResults.Ok(JudgementResponse.Of(
            state, own, stage.Tools.Judge.Judge(state, color, own, hands.For(preferences),
                request.Order is null ? null : order, request.Holds is null ? null : holds), looked, hands.For(preferences)));
    }
}
