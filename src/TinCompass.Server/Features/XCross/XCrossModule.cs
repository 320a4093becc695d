using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.XCross;

/// <summary>/api/xcross: the cross together with a first pair. All are pure: nothing is stored.</summary>
internal sealed class XCrossModule : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/xcross").WithTags("XCross").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/plans", Plan).WithName("planXCross").WithSummary("Cross and one pair together, for each slot of a colour.");
        group.MapGet("/explanation", Explain).WithName("explainXCross")
            .WithSummary("A sequence explained turn by turn, for one colour's cross and one of its pairs.");
        group.MapGet("/stands", Stands).WithName("pairStands").WithSummary("How the four pairs of a colour stand after some turns.");
    }

    private static async Task<Results<Ok<XCrossPlansResponse>, ProblemHttpResult>> Plan(
        string? scramble, string? color, string? known, [AsParameters] CrossQuery query, StageBook book, TableShelf shelf,
            HandModels hands, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadColor(color, out var baseColor, out problem)
            || !Door.TryReadKnown(known, out var looked, out problem)
                || !query.TryRead(hands, out var options, out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns);
        var search = new XCrossSearch(await shelf.GetAsync(CrossTable.Kind, cancel), await shelf.GetAsync(XCrossTables.Kind, cancel));
        using var deadline = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        deadline.CancelAfter(Limits.PairDeadline);
        var found = search.Find(state, baseColor, deadline.Token)
            .Where(p => looked is null || looked.KnowsPair(baseColor, p.Slot.First, p.Slot.Second));
        return TypedResults.Ok(new XCrossPlansResponse(
            baseColor.Name(), book.Get<CrossStage>().Tools.Planner.Distance(state, baseColor),
                [.. found.Select(p => XCrossResponse.Of(state, p, options))]));
    }

    private static Results<Ok<ExplanationResponse>, ProblemHttpResult> Explain(
        string? scramble, string? color, string? slot, string? plan, string? known, [AsParameters] CrossQuery query, StageBook book,
            HandModels hands)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadColor(color, out var baseColor, out problem)
            || !TryReadSlot(slot, baseColor, out var pair, out problem) || !Door.TryReadKnown(known, out var looked, out problem)
                || !query.TryRead(hands, out var options, out problem)) return problem;
        var (tools, state) = (book.Get<CrossStage>().Tools, CubeState.Solved.Apply(turns.Turns));
        if (!OwnTurns.TryRead(plan, "", book.Get<XCrossStage>(), state, new Focus(baseColor, pair.ToString()), mayBeEmpty: true,
            out var own, out problem)) return problem;
        var explained = tools.Explainer.Explain(state, baseColor, own);
        return TypedResults.Ok(ExplanationResponse.Of(
            state, own, explained, tools.Planner.Distance(state, baseColor), looked, options.Hands,
                XCrossNotes.Of(state, own, explained, pair)));
    }

    private static Results<Ok<IReadOnlyList<PairStandResponse>>, ProblemHttpResult> Stands(
        string? scramble, string? color, string? made, string? known)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadColor(color, out var baseColor, out problem)
            || !Door.TryReadMaybe(made, "made", out var done, out problem)
                || !Door.TryReadKnown(known, out var looked, out problem)) return problem;
        var reports = PairStands.Report(CubeState.Solved.Apply(turns.Turns).Apply(done.Turns), baseColor)
            .Where(p => looked is null || looked.KnowsPair(baseColor, p.Slot.First, p.Slot.Second));
        return TypedResults.Ok<IReadOnlyList<PairStandResponse>>([.. reports.Select(PairStandResponse.Of)]);
    }

    private static bool TryReadSlot(string? text, Color color, out SlotName slot, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        problem = SlotName.TryParse(text, out slot) && slot.Belongs(color) ? null
            : Problems.Bad("unknown-slot",
                $"'{text}' is no slot of the {color.Name()} cross: two neighbouring side colours are expected, as in green-red.", "slot");
        return problem is null;
    }
}
