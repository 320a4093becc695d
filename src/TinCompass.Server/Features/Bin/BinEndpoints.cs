using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Club;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Bin;

/// <summary>Something that was deleted, and can be put back for thirty days.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When it was deleted.</param>
/// <param name="Kind">plan, answer, session, sequence, course, solve, import or solver.</param>
/// <param name="Title">What it was.</param>
/// <param name="Rows">Rows it is made of.</param>
public sealed record DeletedResponse(long Id, DateTimeOffset At, string Kind, string Title, int Rows)
{
    internal static DeletedResponse Of(BinEntry entry) => new(entry.Id, entry.At, entry.Kind, entry.Title, entry.Rows);
}

/// <summary>Something that was restored.</summary>
/// <param name="Rows">Rows that were restored.</param>
/// <param name="Left">Rows that stay in the bin: they're there already, or what they belong to is deleted too.</param>
public sealed record RestoredResponse(int Rows, int Left);

/// <summary>Deleting, of every kind, and the way back: /api/bin.</summary>
internal sealed class BinEndpoints : IFeature
{
    private const int MostListed = 100;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var deletes = app.MapGroup("/api").AsExchange().ProducesProblem(404);
        deletes.MapDelete("/attempts/{id:long}", Plan).WithTags("Attempts").WithName("deleteAttempt").WithSummary("Deletes a plan.");
        deletes.MapDelete("/courses/{id:long}", Course).WithTags("Courses").WithName("removeCourse").WithSummary("Deletes a course.");
        deletes.MapDelete("/solves/{id:long}", TimedSolve).WithTags("Solves").WithName("deleteSolve").WithSummary("Deletes a solve.");
        deletes.MapDelete("/practice/answers/{id:long}", Answer).WithTags("Practice").WithName("deleteAnswer")
            .WithSummary("Deletes an answer; how the solver stands is worked out anew.");
        deletes.MapDelete("/practice/sessions/{id:long}", Session).WithTags("Practice").WithName("deleteSession")
            .WithSummary("Deletes a session with its answers.");
        deletes.MapDelete("/casebook/{stage}/{id}/kept", Kept).WithTags("Casebook").WithName("deleteSequence")
            .WithSummary("Deletes an own sequence with its note.");
        deletes.MapDelete("/solvers/{id:int}/imports/{importId:long}", Import).WithTags("Exchange").WithName("deleteImport")
            .WithSummary("Takes back all that an import brought and that is still there.");
        deletes.MapDelete("/solvers/{id:int}", Solver).WithTags("Solvers").WithName("deleteSolver")
            .WithSummary("Deletes a solver with all that is theirs.")
            .ForOwner((_, id) => Task.FromResult<int?>((int)Math.Min(id, int.MaxValue)), alsoAdmins: true);
        var bin = app.MapGroup("/api/bin").WithTags("Bin").AsExchange().ProducesProblem(404);
        bin.MapGet("/", List).WithName("listDeleted")
            .WithSummary("What was deleted in the last thirty days: of a solver, or, without one, the solvers that were.");
        bin.MapPost("/{id:long}/restore", Restore).WithName("restoreDeleted").WithSummary("Puts it back as it was.").ProducesProblem(409)
            .ForOwner(OwnerAsync, alsoAdmins: true);
        bin.MapDelete("/{id:long}", Forget).WithName("forgetDeleted").WithSummary("Forgets it for good.")
            .ForOwner(OwnerAsync, alsoAdmins: true);
    }

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Plan(
        long id, int solverId, TinCompassDb db, Storage.Bin bin, CancellationToken cancel) =>
        await db.Attempts.AsNoTracking().FirstOrDefaultAsync(a => a.Id == id && a.SolverId == solverId, cancel) is { } plan
            ? await DeletedAsync(bin, solverId, "plan", plan.Plan, [Rows.Of<Attempt>($"\"Id\" = {id}")], $"plan {id}", cancel)
            : Problems.NotFound($"plan {id}");

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Course(
        long id, int solverId, TinCompassDb db, Storage.Bin bin, CancellationToken cancel) =>
        await db.Courses.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id && c.SolverId == solverId, cancel) is { } course
            ? await DeletedAsync(bin, solverId, "course", course.Scramble, [Rows.Of<KeptCourse>($"\"Id\" = {id}")], $"course {id}", cancel)
            : Problems.NotFound($"course {id}");

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> TimedSolve(
        long id, int solverId, TinCompassDb db, Storage.Bin bin, CancellationToken cancel) =>
        await db.Solves.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id && s.SolverId == solverId, cancel) is { } solve
            ? await DeletedAsync(bin, solverId, "solve", solve.Scramble, [Rows.Of<Solve>($"\"Id\" = {id}")], $"solve {id}", cancel)
            : Problems.NotFound($"solve {id}");

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Answer(
        long id, int solverId, TinCompassDb db, Storage.Bin bin, StageBook book, StandingKeeper standings, DayCounts counts, WriteLane lane,
        CancellationToken cancel)
    {
        if (await db.DrillAttempts.AsNoTracking().FirstOrDefaultAsync(a => a.Id == id && a.SolverId == solverId, cancel) is not { } answer)
            return Problems.NotFound($"answer {id}");
        var title = book.Drills.Find(answer.Drill)?.Title ?? answer.Drill;
        var done = await DeletedAsync(bin, solverId, "answer", title, [Rows.Of<DrillAttempt>($"\"Id\" = {id}")], $"answer {id}", cancel);
        await StandAnewAsync(solverId, standings, counts, lane, CancellationToken.None);
        return done;
    }

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Session(
        long id, int solverId, TinCompassDb db, Storage.Bin bin, StandingKeeper standings, DayCounts counts, WriteLane lane,
        CancellationToken cancel)
    {
        if (await db.Sessions.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id && s.SolverId == solverId, cancel) is not { } session)
            return Problems.NotFound($"session {id}");
        var done = await DeletedAsync(bin, solverId, "session", $"{session.Programme}, {session.Done} tasks",
            [Rows.Of<DrillSession>($"\"Id\" = {id}"), Rows.Of<DrillAttempt>($"\"SessionId\" = {id}")], $"session {id}", cancel);
        await StandAnewAsync(solverId, standings, counts, lane, CancellationToken.None);
        return done;
    }

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Kept(
        string stage, string id, int solverId, string view, Storage.Bin bin, StageBook book, CancellationToken cancel) =>
        await DeletedAsync(bin, solverId, "sequence", $"{book.Find(stage)?.Casebook?.Find(id)?.Title ?? id}, {view}",
            [Rows.Of<KeptSequence>($"\"SolverId\" = {solverId} AND \"Stage\" = {stage} AND \"Case\" = {id} AND \"View\" = {view}")],
            $"own sequence for '{id}' in the view '{view}'", cancel);

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Import(
        int id, long importId, TinCompassDb db, Storage.Bin bin, StandingKeeper standings, DayCounts counts, WriteLane lane,
        CancellationToken cancel)
    {
        if (await db.Imports.AsNoTracking().FirstOrDefaultAsync(i => i.Id == importId && i.SolverId == id && i.IsWhole, cancel)
            is not { } import) return Problems.NotFound($"import {importId}");
        // What a solver has kept anew since is not of the import any more.
        var done = await DeletedAsync(bin, id, "import", import.Name,
        [
            Rows.Of<ImportRow>($"\"Id\" = {importId}"), Rows.Of<DrillAttempt>($"\"ImportId\" = {importId}"),
            Rows.Of<Attempt>($"\"ImportId\" = {importId}"), Rows.Of<KeptSequence>($"\"ImportId\" = {importId}"),
            Rows.Of<KeptCourse>($"\"ImportId\" = {importId}"), Rows.Of<Solve>($"\"ImportId\" = {importId}"),
        ], $"import {importId}", cancel);
        await StandAnewAsync(id, standings, counts, lane, CancellationToken.None);
        return done;
    }

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> Solver(
        int id, TinCompassDb db, HttpContext http, Storage.Bin bin, DayCounts counts, OpenTalks talks, WriteLane lane, TimeProvider clock,
        CancellationToken cancel)
    {
        if (await db.Solvers.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } solver)
            return Problems.NotFound($"solver {id}");
        if (Guard.IsClub(http) && await db.Credentials.AnyAsync(c => c.SolverId == id && c.IsAdmin, cancel)
            && await db.Credentials.CountAsync(c => c.IsAdmin, cancel) == 1)
            return ClubEndpoints.LastAdmin("id");
        FormattableString theirs = $"\"SolverId\" = {id}";
        var done = await DeletedAsync(bin, id, BinEntry.Solver, solver.Name,
        [
            Rows.Of<Solver>($"\"Id\" = {id}"), new(typeof(SolverHabits), theirs), new(typeof(StageHabits), theirs),
            new(typeof(Credential), theirs), Rows.Of<Leave>($"\"SolverId\" = {id} OR \"CoachId\" = {id}"), new(typeof(ImportRow), theirs),
            new(typeof(DrillSession), theirs), new(typeof(DrillAttempt), theirs), new(typeof(Attempt), theirs),
            new(typeof(KeptSequence), theirs), new(typeof(KeptCourse), theirs), new(typeof(Solve), theirs),
            new(typeof(TimedHands), theirs),
        ], $"solver {id}", cancel);
        counts.Forget(id);
        talks.EndOf(id);
        await TellAsync(db, ClubEventKind.Deleted, solver.Name, http, lane, clock);
        return done;
    }

    private static Task<int?> OwnerAsync(TinCompassDb db, long id) =>
        db.Bin.Where(e => e.Id == id).Select(e => (int?)e.SolverId).FirstOrDefaultAsync();

    private static async Task<Results<Ok<List<DeletedResponse>>, ProblemHttpResult>> List(
        TinCompassDb db, HttpContext http, CancellationToken cancel, int? solverId = null)
    {
        if (solverId is null && Guard.IsClub(http) && Member.Of(http.User) is not { IsAdmin: true })
            return Problems.Of(StatusCodes.Status403Forbidden, "not-yours", "Only an admin sees which solvers were deleted.");
        var entries = await db.Bin.AsNoTracking().Where(e => e.Kind != BinEntry.Forgotten)
            .Where(e => solverId == null ? e.Kind == BinEntry.Solver : e.SolverId == solverId)
            .OrderByDescending(e => e.Id).Take(MostListed).ToListAsync(cancel);
        return TypedResults.Ok(entries.ConvertAll(DeletedResponse.Of));
    }

    private static async Task<Results<Ok<RestoredResponse>, ProblemHttpResult>> Restore(
        long id, TinCompassDb db, HttpContext http, Storage.Bin bin, BinWork work, StandingKeeper standings, DayCounts counts,
        WriteLane lane, TimeProvider clock, CancellationToken cancel)
    {
        if (await FindAsync(db, id, cancel) is not { } entry) return Problems.NotFound($"deleted thing {id}");
        if (!IsTheirs(http, entry)) return NotTheirs();
        var isThere = await db.Solvers.AnyAsync(s => s.Id == entry.SolverId, cancel);
        if (!isThere && entry.Kind != BinEntry.Solver)
            return Problems.Of(StatusCodes.Status409Conflict, "solver-deleted", "The solver it belongs to is deleted: put the solver " +
                "back first.");
        if (!isThere && await db.Solvers.AnyAsync(s => s.Name == entry.Title, cancel))
            return Problems.Of(StatusCodes.Status409Conflict, "name-taken", $"There is another solver named {entry.Title} now.", "name");
        using var own = work.Begin(id);
        if (own is null) return AtWork();
        var back = await bin.RestoreAsync(id, cancel);
        var left = await db.BinRows.CountAsync(r => r.EntryId == id, CancellationToken.None);
        if (back == 0)
            return Problems.Of(StatusCodes.Status409Conflict, "nothing-came-back", "Nothing could be restored: it's there already, or " +
                "what it belongs to is deleted too. It stays in the bin.");
        await StandAnewAsync(entry.SolverId, standings, counts, lane, CancellationToken.None);
        if (entry.Kind == BinEntry.Solver) await TellAsync(db, ClubEventKind.PutBack, entry.Title, http, lane, clock);
        return TypedResults.Ok(new RestoredResponse(back, left));
    }

    private static async Task TellAsync(
        TinCompassDb db, ClubEventKind kind, string name, HttpContext http, WriteLane lane, TimeProvider clock)
    {
        if (!Guard.IsClub(http)) return;
        using var turn = await lane.EnterAsync(CancellationToken.None);
        db.Tell(kind, name, http, clock.Now());
        await db.SaveChangesAsync(CancellationToken.None);
    }

    /// <summary>An admin puts back whole solvers; what a member deleted of their own is the member's.</summary>
    private static bool IsTheirs(HttpContext http, BinEntry entry) =>
        !Guard.IsClub(http) || entry.Kind == BinEntry.Solver || Member.Of(http.User)?.Id == entry.SolverId;

    private static Task<BinEntry?> FindAsync(TinCompassDb db, long id, CancellationToken cancel) =>
        db.Bin.AsNoTracking().FirstOrDefaultAsync(e => e.Id == id && e.Kind != BinEntry.Forgotten, cancel);

    private static ProblemHttpResult AtWork() => Problems.Of(
        StatusCodes.Status409Conflict, "at-work", "This is being deleted or restored right now. Try again in a moment.");

    private static ProblemHttpResult NotTheirs() => Problems.Of(
        StatusCodes.Status403Forbidden, "not-yours", "This is another solver's: only they can change it.");

    private static async Task<Results<NoContent, ProblemHttpResult>> Forget(
        long id, TinCompassDb db, HttpContext http, Storage.Bin bin, BinWork work, CancellationToken cancel)
    {
        if (await FindAsync(db, id, cancel) is not { } entry) return Problems.NotFound($"deleted thing {id}");
        if (!IsTheirs(http, entry)) return NotTheirs();
        using var own = work.Begin(id);
        if (own is null) return AtWork();
        await bin.ForgetAsync(id, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Results<Ok<DeletedResponse>, ProblemHttpResult>> DeletedAsync(
        Storage.Bin bin, int solverId, string kind, string title, IReadOnlyList<Rows> rows, string what, CancellationToken cancel) =>
        await bin.DeleteAsync(solverId, kind, title, rows, cancel) is { } entry ? TypedResults.Ok(DeletedResponse.Of(entry))
            : Problems.NotFound(what);

    /// <summary>How a solver stands is folded anew from the answers that are there now.</summary>
    private static async Task StandAnewAsync(
        int solverId, StandingKeeper standings, DayCounts counts, WriteLane lane, CancellationToken cancel)
    {
        counts.Forget(solverId);
        using var own = await lane.EnterForAsync(solverId, cancel);
        var folded = await standings.FoldAsync(solverId, cancel);
        using var turn = await lane.EnterAsync(cancel);
        await standings.WriteAsync(solverId, folded, cancel);
    }
}
