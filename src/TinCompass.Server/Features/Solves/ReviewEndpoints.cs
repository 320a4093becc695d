using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solves;

/// <summary>What a stage lost in one way.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Kind">turns, before or within.</param>
/// <param name="Count">Turns over what was needed; pauses.</param>
/// <param name="Ms">Milliseconds; null where the solve has no times.</param>
/// <param name="Sentence">The same in words.</param>
/// <param name="Drill">What trains it.</param>
/// <param name="DrillTitle">Its name.</param>
public sealed record LossResponse(string Stage, LossKind Kind, int Count, double? Ms, string Sentence, string? Drill, string? DrillTitle);

/// <summary>A stage of a solve that was reviewed.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Title">Its name.</param>
/// <param name="Turns">Its turns; empty when it stood already.</param>
/// <param name="Made">The turns of the solve before it.</param>
/// <param name="IsDone">It is done after them.</param>
/// <param name="Htm">HTM.</param>
/// <param name="Stm">STM.</param>
/// <param name="Rotations">Turns of the whole cube.</param>
/// <param name="Regrips">How often a hand grips anew, by the model of the hands.</param>
/// <param name="RecognitionMs">From the last turn before it to its first; null for the first stage, and without times.</param>
/// <param name="TurningMs">From its first turn to its last; null without times.</param>
/// <param name="PausesMs">The long gaps in it, together; null without times.</param>
/// <param name="Verdict">What its judge says; null where it has no turns, or the cube was not held as it needs.</param>
/// <param name="Hints">What else the judge says.</param>
/// <param name="Losses">What it lost, the dearest first.</param>
public sealed record ReviewedStageResponse(string Stage, string Title, string Turns, string Made, bool IsDone, int Htm, int Stm,
    int Rotations, int Regrips, int? RecognitionMs, int? TurningMs, int? PausesMs, string? Verdict, IReadOnlyList<string> Hints,
    IReadOnlyList<LossResponse> Losses);

/// <summary>A solve against what there was to find.</summary>
/// <param name="Solve">The solve.</param>
/// <param name="Method">The method it follows.</param>
/// <param name="MethodTitle">Its name.</param>
/// <param name="Color">The base.</param>
/// <param name="IsSolved">The cube is solved at the end.</param>
/// <param name="Ms">From the first turn to the last; null without times.</param>
/// <param name="PaceMs">Milliseconds a turn (HTM), pauses left out; null without times.</param>
/// <param name="Worst">What cost most of all; null when nothing was lost.</param>
/// <param name="Stages">Stage by stage.</param>
public sealed record ReviewResponse(SolveResponse Solve, string Method, string MethodTitle, string Color, bool IsSolved, int? Ms,
    double? PaceMs, LossResponse? Worst, IReadOnlyList<ReviewedStageResponse> Stages);

/// <summary>/api/solves/{id}/review: how it was solved, in stages, with what each lost.</summary>
internal static class ReviewEndpoints
{
    public static void MapReview(this IEndpointRouteBuilder app) => app.MapGroup("/api/solves").WithTags("Solves").ProducesProblem(400)
        .ProducesProblem(404).AsSearch().MapGet("/{id:long}/review", Review).WithName("reviewSolve")
        .WithSummary("A solve whose turns are known: its stages, and what each of them lost.").ForOwner(SolveEndpoints.OwnerAsync);

    private static async Task<Results<Ok<ReviewResponse>, ProblemHttpResult>> Review(
        long id, TinCompassDb db, StageBook book, HandModels hands, CancellationToken cancel)
    {
        if (await db.Solves.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } solve)
            return Problems.NotFound($"solve {id}");
        if (solve.Turns.Length == 0)
            return Problems.Bad("no-turns", "How it was solved is not known: write its turns down first.", "turns");
        if (!Door.TryReadTurns(solve.Scramble, "scramble", out var scramble, out var problem)) return problem;
        TimedTurns timed;
        try
        {
            timed = TimedTurns.Parse(solve.Turns);
        }
        catch (NotationException e)
        {
            return Problems.Text(e, "turns");
        }

        var review = SolveReview.Of(
            book, CubeState.Solved.Apply(scramble.Turns), timed, await hands.OfAsync(db, solve.SolverId, cancel), cancel: cancel);
        return TypedResults.Ok(new ReviewResponse(
            SolveResponse.Of(solve), review.Reading.Method.Id, review.Reading.Method.Title, review.Reading.Focus.Base.Name(),
            review.Reading.IsSolved, review.Ms, review.PaceMs, review.Worst is { } worst ? Loss(worst, book) : null,
            [.. review.Stages.Select(s => new ReviewedStageResponse(
                s.Read.Stage.Id, s.Read.Stage.Title, string.Join(' ', s.Turns), string.Join(' ', timed.Turns.Take(s.Read.From)),
                s.Read.IsDone, s.Turns.Sum(t => Metric.Htm.Cost(t)), s.Turns.Sum(t => Metric.Stm.Cost(t)),
                s.Turns.Count(t => t.Kind == TurnKind.Rotation), s.Regrips, s.Times?.RecognitionMs, s.Times?.TurningMs, s.Times?.PausesMs,
                s.Judged?.Verdict, s.Hints, [.. s.Losses.Select(l => Loss(l, book))]))]));
    }

    private static LossResponse Loss(SolveLoss loss, StageBook book) => new(
        loss.Stage.Id, loss.Kind, loss.Count, loss.Ms, loss.Sentence, loss.Drill, book.Drills.Find(loss.Drill)?.Title);
}
