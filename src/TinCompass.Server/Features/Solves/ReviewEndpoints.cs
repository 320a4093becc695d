using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
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
/// <param name="Time">Relative time of its turns by the solver's hands; null when a turn is avoided.</param>
/// <param name="Rotations">Turns of the whole cube.</param>
/// <param name="Regrips">How often a hand grips anew, by the model of the hands.</param>
/// <param name="RecognitionMs">From the last turn before it to its first; null for the first stage, and without times.</param>
/// <param name="TurningMs">From its first turn to its last; null without times.</param>
/// <param name="PausesMs">The long gaps in it, together; null without times.</param>
/// <param name="Verdict">What its judge says; null where it has no turns, or the cube was not held as it needs.</param>
/// <param name="Hints">What else the judge says.</param>
/// <param name="Losses">What it lost, the dearest first.</param>
/// <param name="Advice">What would have been better; turns it could have been made without.</param>
/// <param name="Pauses">Where the hands stood still, and what was in view.</param>
public sealed record ReviewedStageResponse(string Stage, string Title, string Turns, string Made, bool IsDone, int Htm, int Stm,
    double? Time, int Rotations, int Regrips, int? RecognitionMs, int? TurningMs, int? PausesMs, string? Verdict,
    IReadOnlyList<string> Hints, IReadOnlyList<LossResponse> Losses, IReadOnlyList<string> Advice, IReadOnlyList<PauseResponse> Pauses);

/// <summary>A solver's own solve of a scramble.</summary>
/// <param name="Review">Its review; null where there is none.</param>
public sealed record OwnSolveResponse(ReviewResponse? Review);

/// <summary>A moment at which the hands stood still.</summary>
/// <param name="Turn">The turn of the stage before which they did, from 1.</param>
/// <param name="Ms">Milliseconds.</param>
/// <param name="Sentence">The same in words, with what was in view.</param>
/// <param name="Made">The turns of the solve until then.</param>
/// <param name="Left">Those of the stage that came then.</param>
public sealed record PauseResponse(int Turn, int Ms, string Sentence, string Made, string Left);

/// <summary>A solve against what there was to find.</summary>
/// <param name="Solve">The solve.</param>
/// <param name="Method">The method it follows.</param>
/// <param name="MethodTitle">Its name.</param>
/// <param name="Color">The base.</param>
/// <param name="IsSolved">The cube is solved at the end.</param>
/// <param name="FollowsMethod">Its stages come to stand one after the other; else it follows no method that is known.</param>
/// <param name="Ms">From the first turn to the last; null without times.</param>
/// <param name="PaceMs">Milliseconds from one move to the next (STM), pauses and rotations left out; null without times.</param>
/// <param name="Worst">What cost most of all; null when nothing was lost.</param>
/// <param name="Stages">Stage by stage.</param>
public sealed record ReviewResponse(SolveResponse Solve, string Method, string MethodTitle, string Color, bool IsSolved,
    bool FollowsMethod, int? Ms, double? PaceMs, LossResponse? Worst, IReadOnlyList<ReviewedStageResponse> Stages);

/// <summary>/api/solves/{id}/review: how it was solved, in stages, with what each lost.</summary>
internal sealed class ReviewEndpoints : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solves").WithTags("Solves").ProducesProblem(400).ProducesProblem(404).AsSearch();
        group.MapGet("/{id:long}/review", Review).WithName("reviewSolve")
            .WithSummary("A solve whose turns are known: its stages, what each of them lost, and what was in view meanwhile; by a method, "
                + "or by the one that fits best.").ForOwner(SolveEndpoints.OwnerAsync);
        group.MapGet("/own", Own).WithName("reviewOwnSolve")
            .WithSummary("The newest solve of a scramble by a solver whose turns are known, reviewed; null where there is none.");
    }

    private static async Task<Results<Ok<ReviewResponse>, ProblemHttpResult>> Review(
        long id, string? method, TinCompassDb db, StageBook book, HandModels hands, CancellationToken cancel)
    {
        if (await db.Solves.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } solve)
            return Problems.NotFound($"solve {id}");
        if (solve.Turns.Length == 0)
            return Problems.Bad("no-turns", "How it was solved is not known: write its turns down first.", "turns");
        SolveMethod? asked = null;
        if (!string.IsNullOrEmpty(method)
            && !Door.TryReadWord(method, "method", book.Methods, m => m.Id, out asked, out var problem)) return problem;
        var (review, refused) = Read(solve, asked, book, await hands.OfAsync(db, solve.SolverId, cancel), cancel);
        return review is null ? refused! : TypedResults.Ok(review);
    }

    private static async Task<Results<Ok<OwnSolveResponse>, ProblemHttpResult>> Own(
        int solverId, string? scramble, TinCompassDb db, StageBook book, HandModels hands, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var read, out var problem)) return problem;
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var (written, asRead) = (scramble?.Trim(), string.Join(' ', read.Turns));
        var solve = await db.Solves.AsNoTracking()
            .Where(s => s.SolverId == solverId && s.Turns != "" && (s.Scramble == written || s.Scramble == asRead))
            .OrderByDescending(s => s.At).ThenByDescending(s => s.Id).FirstOrDefaultAsync(cancel);
        if (solve is null) return TypedResults.Ok(new OwnSolveResponse(null));
        var (review, refused) = Read(solve, null, book, await hands.OfAsync(db, solverId, cancel), cancel);
        return review is null ? refused! : TypedResults.Ok(new OwnSolveResponse(review));
    }

    private static (ReviewResponse? Review, ProblemHttpResult? Refused) Read(Solve solve, SolveMethod? method, StageBook book,
        HandModel hands, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(solve.Scramble, "scramble", out var scramble, out var problem)) return (null, problem);
        TimedTurns timed;
        try
        {
            timed = TimedTurns.Parse(solve.Turns);
        }
        catch (NotationException e)
        {
            return (null, Problems.Text(e, "turns"));
        }

        var review = SolveReview.Of(book, CubeState.Solved.Apply(scramble.Turns), timed, hands, method,
            book.Method(solve.Method), cancel);
        return (new ReviewResponse(
            SolveResponse.Of(solve), review.Reading.Method.Id, review.Reading.Method.Title, review.Reading.Focus.Base.Name(),
            review.Reading.IsSolved, review.Reading.FollowsMethod, review.Ms, review.PaceMs,
            review.Worst is { } worst ? Loss(worst, book) : null,
            [.. review.Stages.Select(s => new ReviewedStageResponse(
                s.Read.Stage.Id, s.Read.Stage.Title, string.Join(' ', s.Turns), Written(review.Turns, 0, s.Read.From),
                s.Read.IsDone, s.Turns.Sum(t => Metric.Htm.Cost(t)), s.Turns.Sum(t => Metric.Stm.Cost(t)),
                SequenceResponse.Rounded(hands.Measure(s.Turns.SkipWhile(t => t.Kind == TurnKind.Rotation))),
                s.Turns.Count(t => t.Kind == TurnKind.Rotation), s.Regrips, s.Times?.RecognitionMs, s.Times?.TurningMs, s.Times?.PausesMs,
                s.Judged?.Verdict, s.Hints, [.. s.Losses.Select(l => Loss(l, book))], s.Advice, [.. s.Pauses.Select(p => new PauseResponse(
                    p.Turn - s.Read.From + 1, p.Ms, p.Sentence, Written(review.Turns, 0, p.Turn),
                    Written(review.Turns, p.Turn, s.Read.To)))]))]), null);
    }

    private static string Written(IReadOnlyList<Turn> turns, int from, int to) => string.Join(' ', turns.Skip(from).Take(to - from));

    private static LossResponse Loss(SolveLoss loss, StageBook book) => new(
        loss.Stage.Id, loss.Kind, loss.Count, loss.Ms, loss.Sentence, loss.Drill, book.Drills.Find(loss.Drill)?.Title);
}
