using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Attempts;

/// <summary>A kept attempt.</summary>
/// <param name="Id">Its number.</param>
/// <param name="SolverId">Whose it is.</param>
/// <param name="At">When it was kept.</param>
/// <param name="Stage">The stage it was judged by.</param>
/// <param name="Part">The part of the cube it was about, if any.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Made">The turns to where it begins; empty when it begins at the scramble.</param>
/// <param name="Plan">The whole sequence from the hold that was reached.</param>
/// <param name="IsDone">The stage, or the part of it that was begun, is done.</param>
/// <param name="Turns">HTM.</param>
/// <param name="Best">Least HTM possible.</param>
/// <param name="OverBest">HTM over the best; with the best continuation when it was not done.</param>
/// <param name="FirstMistake">The first turn that cost something.</param>
/// <param name="PlanningMs">Milliseconds from the position shown to the plan given.</param>
/// <param name="Covered">The answers were covered meanwhile.</param>
public sealed record AttemptResponse(
    long Id, int SolverId, DateTimeOffset At, string Stage, string Part, string Scramble, string Color, string Made, string Plan,
        bool IsDone, int Turns, int Best, int OverBest,
    int? FirstMistake, int? PlanningMs, bool Covered)
{
    internal static AttemptResponse Of(Attempt a) => new(
        a.Id, a.SolverId, a.At, a.Stage, a.Part, a.Scramble, a.Color, a.Made, a.Plan, a.IsDone, a.Turns, a.Best, a.OverBest,
            a.FirstMistake, a.PlanningMs, a.Covered);
}

/// <summary>One page of the log, newest first.</summary>
/// <param name="Total">How many attempts there are in all.</param>
/// <param name="Items">Those of this page.</param>
public sealed record AttemptPageResponse(int Total, IReadOnlyList<AttemptResponse> Items);

/// <summary>An own plan to be judged and kept.</summary>
/// <param name="Key">Made by the sender; the same key sent again gives the attempt that is kept already.</param>
/// <param name="SolverId">Whose it is.</param>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Hold">The rotation from the hold that was reached to how the solver holds the cube.</param>
/// <param name="Plan">The turns, from that hold.</param>
/// <param name="PlanningMs">Milliseconds from the position shown to the plan given, when timed.</param>
/// <param name="Covered">The answers were covered meanwhile.</param>
/// <param name="Stage">The stage that judges it; the cross when left out.</param>
/// <param name="Made">The turns from the scramble to where it begins.</param>
/// <param name="Part">The part of the cube it is about, where the stage asks for one.</param>
public sealed record NewAttemptRequest(
    Guid Key, int SolverId, string? Scramble, string? Color, string? Hold, string? Plan, int? PlanningMs, bool Covered,
        string? Stage = null, string? Made = null, string? Part = null);

/// <summary>/api/attempts: the log.</summary>
internal sealed class AttemptEndpoints : IFeature
{
    private const int MaxPageSize = 200;
    private const int MaxPlanningMs = 3_600_000;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/attempts").WithTags("Attempts").ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", List).WithName("listAttempts").WithSummary("The log of a solver, newest first.");
        group.MapGet("/{id:long}", Get).WithName("getAttempt").WithSummary("One attempt.")
            .ForOwner((db, id) => db.Attempts.Where(a => a.Id == id).Select(a => (int?)a.SolverId).FirstOrDefaultAsync());
        group.MapPost("/", Add).WithName("addAttempt").WithSummary("Judges an own plan and keeps it.").RequireRateLimiting(Limits.Search);
    }

    private static async Task<Results<Ok<AttemptPageResponse>, ProblemHttpResult>> List(
        int solverId, TinCompassDb db, CancellationToken cancel, string? color = null, string? stage = null, int page = 1,
            int pageSize = 50)
    {
        if (page < 1 || pageSize is < 1 or > MaxPageSize)
            return Problems.Bad("bad-page", $"'page' counts from 1, and 'pageSize' is 1 to {MaxPageSize}.", "page");
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var attempts = db.Attempts.AsNoTracking().Where(a => a.SolverId == solverId);
        if (!string.IsNullOrEmpty(color))
        {
            if (!Door.TryReadColor(color, out var asked, out var problem)) return problem;
            var name = asked.Name();
            attempts = attempts.Where(a => a.Color == name);
        }

        if (!string.IsNullOrEmpty(stage)) attempts = attempts.Where(a => a.Stage == stage);
        var total = await attempts.CountAsync(cancel);
        var items = await attempts.OrderByDescending(a => a.At).ThenByDescending(a => a.Id)
            .Skip((int)Math.Min((long)(page - 1) * pageSize, int.MaxValue)).Take(pageSize).ToListAsync(cancel);
        return TypedResults.Ok(new AttemptPageResponse(total, [.. items.Select(AttemptResponse.Of)]));
    }

    private static async Task<Results<Ok<AttemptResponse>, ProblemHttpResult>> Get(long id, TinCompassDb db, CancellationToken cancel) =>
        await db.Attempts.AsNoTracking().FirstOrDefaultAsync(a => a.Id == id, cancel) is { } attempt
            ? TypedResults.Ok(AttemptResponse.Of(attempt))
            : Problems.NotFound($"attempt {id}");

    private static async Task<Results<Ok<AttemptResponse>, ProblemHttpResult>> Add(
        NewAttemptRequest request, TinCompassDb db, WriteLane lane, StageBook book, HandModels hands, TimeProvider clock,
            CancellationToken cancel)
    {
        if (request.Key == Guid.Empty)
            return Problems.Bad("no-key", "An attempt carries a key of its own, so that it is kept only once.", "key");
        if (await KeptAsync(db, request, cancel) is { } kept) return TypedResults.Ok(AttemptResponse.Of(kept));
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (request.PlanningMs is < 0 or > MaxPlanningMs)
            return Problems.Bad("bad-time", "A planning time is 0 to 3 600 000 milliseconds (one hour).", "planningMs");
        if (!Door.TryReadTurns(request.Scramble, "scramble", out var scramble, out var problem)
            || !Door.TryReadColor(request.Color, out var color, out problem)
            || !Door.TryReadMaybe(request.Made, "made", out var made, out problem)
                || !Door.TryReadWord(request.Stage, "stage", book.All, s => s.Id, out var stage, out problem)) return problem;
        var (state, focus) = (CubeState.Solved.Apply(scramble.Turns).Apply(made.Turns), new Focus(color, request.Part ?? ""));
        if (!OwnTurns.TryRead(request.Plan, request.Hold, stage, state, focus, mayBeEmpty: false, out var own, out problem)) return problem;
        if (stage.Refuses(state, focus) is { } refusal) return Problems.Bad(refusal.Code, refusal.Message, "plan");
        var attempt = New(stage, focus);
        Fill(attempt, stage.Check(state, focus, own,
            new CourseOptions(hands.For(HandPreferences.Usual), false, false, CourseOptions.UsualBeam) { Arrived = made.Turns },
            isKnown: false, cancel));
        (attempt.Key, attempt.SolverId, attempt.At) = (request.Key, request.SolverId, clock.Now());
        (attempt.Scramble, attempt.Made, attempt.Plan) = (scramble.ToString(), made.ToString(), string.Join(' ', own));
        (attempt.PlanningMs, attempt.Covered) = (request.PlanningMs, request.Covered);
        using (await lane.EnterAsync(cancel))
        {
            // Sent twice at once: the other one is kept.
            if (await KeptAsync(db, request, cancel) is { } other) return TypedResults.Ok(AttemptResponse.Of(other));
            db.Attempts.Add(attempt);
            await db.SaveChangesAsync(cancel);
        }

        return TypedResults.Ok(AttemptResponse.Of(attempt));
    }

    private static Task<Attempt?> KeptAsync(TinCompassDb db, NewAttemptRequest request, CancellationToken cancel) =>
        db.Attempts.AsNoTracking().FirstOrDefaultAsync(a => a.SolverId == request.SolverId && a.Key == request.Key, cancel);

    /// <summary>An attempt of a stage; what was planned and what the judge found is still to be filled in.</summary>
    internal static Attempt New(IStage stage, Focus focus) => new()
    {
        Stage = stage.Id,
        Part = focus.Part,
        Scramble = "",
        Plan = "",
        Color = focus.Base.Name(),
    };

    /// <summary>What the judge found, as it is stored.</summary>
    internal static void Fill(Attempt attempt, StageJudgement j)
    {
        (attempt.IsDone, attempt.Turns, attempt.Best) = (j.IsDone, j.Turns, j.Best);
        (attempt.OverBest, attempt.FirstMistake) = (j.OverBest, j.FirstMistake);
    }
}
