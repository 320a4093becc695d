using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Attempts;

/// <summary>A kept attempt.</summary>
/// <param name="Id">Its number.</param>
/// <param name="SolverId">Whose it is.</param>
/// <param name="At">When it was kept.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Plan">The whole sequence from the scramble hold.</param>
/// <param name="IsCross">It makes the cross.</param>
/// <param name="Turns">HTM.</param>
/// <param name="Best">Least HTM possible.</param>
/// <param name="OverBest">HTM over the best; with the best continuation when the cross was not made.</param>
/// <param name="FirstMistake">The first turn after which the best possible total grew.</param>
/// <param name="PlanningMs">Milliseconds from the position shown to the plan given.</param>
/// <param name="Covered">The answers were covered meanwhile.</param>
public sealed record AttemptResponse(
    long Id, int SolverId, DateTimeOffset At, string Scramble, string Color, string Plan, bool IsCross, int Turns, int Best, int OverBest, int? FirstMistake,
    int? PlanningMs, bool Covered)
{
    internal static AttemptResponse Of(Attempt a) =>
        new(a.Id, a.SolverId, a.At, a.Scramble, a.Color, a.Plan, a.IsCross, a.Turns, a.Best, a.OverBest, a.FirstMistake, a.PlanningMs, a.Covered);
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
/// <param name="Hold">The rotation from the scramble hold to how the solver holds the cube.</param>
/// <param name="Plan">The turns, from that hold.</param>
/// <param name="PlanningMs">Milliseconds from the position shown to the plan given, when timed.</param>
/// <param name="Covered">The answers were covered meanwhile.</param>
public sealed record NewAttemptRequest(
    Guid Key, int SolverId, string? Scramble, string? Color, string? Hold, string? Plan, int? PlanningMs, bool Covered);

/// <summary>/api/attempts: the log.</summary>
internal static class AttemptEndpoints
{
    private const int MaxPageSize = 200;
    private const int MaxPlanningMs = 3_600_000;

    public static void MapAttempts(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/attempts").WithTags("Attempts").ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", List).WithName("listAttempts").WithSummary("The log of a solver, newest first.");
        group.MapGet("/{id:long}", Get).WithName("getAttempt").WithSummary("One attempt.");
        group.MapPost("/", Add).WithName("addAttempt").WithSummary("Judges an own plan and keeps it.").RequireRateLimiting(Limits.Search);
    }

    private static async Task<Results<Ok<AttemptPageResponse>, ProblemHttpResult>> List(
        int solverId, TinCompassDb db, CancellationToken cancel, string? color = null, int page = 1, int pageSize = 50)
    {
        if (page < 1 || pageSize is < 1 or > MaxPageSize) return Problems.Bad("bad-page", $"'page' counts from 1, and 'pageSize' is 1 to {MaxPageSize}.", "page");
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var attempts = db.Attempts.AsNoTracking().Where(a => a.SolverId == solverId);
        if (!string.IsNullOrEmpty(color))
        {
            if (!Door.TryReadColor(color, out var asked, out var problem)) return problem;
            var name = asked.Name();
            attempts = attempts.Where(a => a.Color == name);
        }

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
        NewAttemptRequest request, TinCompassDb db, CrossServices cross, TimeProvider clock, CancellationToken cancel)
    {
        if (request.Key == Guid.Empty) return Problems.Bad("no-key", "An attempt carries a key of its own, so that it is kept only once.", "key");
        if (await db.Attempts.AsNoTracking().FirstOrDefaultAsync(a => a.Key == request.Key, cancel) is { } kept) return TypedResults.Ok(AttemptResponse.Of(kept));
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (request.PlanningMs is < 0 or > MaxPlanningMs) return Problems.Bad("bad-time", "A planning time is 0 to 3 600 000 milliseconds (one hour).", "planningMs");
        if (!Door.TryReadTurns(request.Scramble, "scramble", out var scramble, out var problem) || !Door.TryReadColor(request.Color, out var color, out problem)) return problem;
        var state = CubeState.Solved.Apply(scramble.Turns);
        if (!OwnPlan.TryRead(request.Plan, request.Hold, state, color, mayBeEmpty: false, out var own, out problem)) return problem;
        var attempt = From(cross.Judge.Judge(state, color, own));
        // To the millisecond, as it is stored: the answer now and the log later say the same.
        (attempt.Key, attempt.SolverId) = (request.Key, request.SolverId);
        attempt.At = DateTimeOffset.FromUnixTimeMilliseconds(clock.GetUtcNow().ToUnixTimeMilliseconds());
        (attempt.Scramble, attempt.Plan) = (scramble.ToString(), string.Join(' ', own));
        (attempt.PlanningMs, attempt.Covered) = (request.PlanningMs, request.Covered);
        db.Attempts.Add(attempt);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException)
        {
            // Sent twice at once: the other one is kept.
            if (await db.Attempts.AsNoTracking().FirstOrDefaultAsync(a => a.Key == request.Key, cancel) is not { } other) throw;
            return TypedResults.Ok(AttemptResponse.Of(other));
        }

        return TypedResults.Ok(AttemptResponse.Of(attempt));
    }

    /// <summary>What the judge found, as it is stored; who, when and what are still to be filled in.</summary>
    internal static Attempt From(CrossJudgement j) => new()
    {
        Scramble = "",
        Plan = "",
        Color = j.Color.Name(),
        IsCross = j.IsCross,
        Turns = j.Turns,
        Best = j.Best,
        OverBest = j.OverBest,
        FirstMistake = j.Mistakes.Count > 0 ? j.Mistakes[0].Note.Number : null,
    };
}
