using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.HandTimes;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Exchange;

/// <summary>/api/solvers/{id}/export and /import: everything out and in again, in open forms.</summary>
internal static class ExchangeEndpoints
{
    private const long MaxImportBytes = 2L * 1024 * 1024 * 1024;
    private const int MostImports = 100;
    private const string CsvType = "text/csv; charset=utf-8";

    public static void MapExchange(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers/{id:int}").WithTags("Exchange").AsExchange().ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/export", Export).WithName("exportSolver").WithSummary("Everything that is kept of a solver, as one JSON document.");
        group.MapGet("/answers.csv", AnswersCsv).WithName("exportAnswers").WithSummary("The answered tasks, as CSV.")
            .Produces<string>(200, "text/csv");
        group.MapGet("/plans.csv", PlansCsv).WithName("exportPlans").WithSummary("The log, as CSV.").Produces<string>(200, "text/csv");
        group.MapGet("/solves.csv", SolvesCsv).WithName("exportSolves").WithSummary("The timed solves, as CSV.")
            .Produces<string>(200, "text/csv");
        group.MapGet("/scrambles.txt", Scrambles).WithName("exportScrambles").WithSummary("The scrambles of the log, one a line.")
            .Produces<string>(200, "text/plain");
        group.MapPost("/import", Import).WithName("importSolver")
            .WithSummary("Adds what an export holds; with dryRun it only says what it would add.")
            .Accepts<string>("application/json", "text/csv").ProducesProblem(413)
            .ProducesProblem(409).WithMetadata(new RequestSizeLimitAttribute(MaxImportBytes)).WithRequestTimeout(Limits.Import);
        group.MapGet("/import", Progress).WithName("getImport").WithSummary("How far the import of a solver is.").DisableRateLimiting();
        group.MapGet("/imports", Imports).WithName("listImports").WithSummary("The files that were taken in, the newest first.");
    }

    private static async Task<Results<Ok<ExportResponse>, ProblemHttpResult>> Export(
        int id, TinCompassDb db, StageBook book, SkippedRows skipped, TimeProvider clock, HttpResponse response, CancellationToken cancel)
    {
        if (await db.Solvers.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } solver)
            return Problems.NotFound($"solver {id}");
        response.Headers.ContentDisposition = $"attachment; filename=tin-compass-{id}.json";
        var habits = await HabitEndpoints.ReadAsync(db, id, book, skipped, cancel);
        return TypedResults.Ok(new ExportResponse(
            ExchangeDocument.FormatName, ExchangeDocument.NewestVersion, clock.GetUtcNow(), solver.Name,
                habits is null ? null : HabitEndpoints.AsRequest(habits),
            Plans(db, id), Answers(db, id),
            await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == id).OrderBy(k => k.Stage).ThenBy(k => k.Case).ThenBy(k => k.View)
                .Select(k => new ExchangeSequence(k.Case, k.View, k.Sequence, k.Note, k.Stage, null)).ToListAsync(cancel),
            await db.Courses.AsNoTracking().Where(c => c.SolverId == id).OrderBy(c => c.At).ThenBy(c => c.Id)
                .Select(c => new ExchangeCourse(c.Key, c.At, c.Scramble, c.Color, c.Made, c.Stops, c.Method)).ToListAsync(cancel),
            Solves(db, id), Hands(await OwnHandsEndpoints.ReadAsync(db, id, skipped, cancel))));
    }

    private static ExchangeHands? Hands(TimedHandsData kept) => kept.Times.Count == 0 ? null : new ExchangeHands(kept.Own is not null,
        [.. kept.Times.Select(t => new ExchangeHandTime(t.Key, t.At, t.Turns, t.Ms, t.By == TimedBy.Cube ? "cube" : "key"))]);

    private static async Task<Results<PushStreamHttpResult, ProblemHttpResult>> AnswersCsv(
        int id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? TypedResults.Stream(to => ExchangeCsv.WriteAsync(to, Answers(db, id), cancel), CsvType, $"tin-compass-{id}-answers.csv")
            : Problems.NotFound($"solver {id}");

    private static async Task<Results<PushStreamHttpResult, ProblemHttpResult>> PlansCsv(
        int id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? TypedResults.Stream(to => ExchangeCsv.WriteAsync(to, Plans(db, id), cancel), CsvType, $"tin-compass-{id}-plans.csv")
            : Problems.NotFound($"solver {id}");

    private static async Task<Results<PushStreamHttpResult, ProblemHttpResult>> SolvesCsv(
        int id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? TypedResults.Stream(to => ExchangeCsv.WriteAsync(to, Solves(db, id), cancel), CsvType, $"tin-compass-{id}-solves.csv")
            : Problems.NotFound($"solver {id}");

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> Scrambles(int id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? TypedResults.Text(string.Concat(await Plans(db, id).Select(p => p.Scramble + "\n").ToListAsync(cancel)))
            : Problems.NotFound($"solver {id}");

    private static async Task<Results<Ok<ImportResponse>, ProblemHttpResult>> Import(
        int id, HttpRequest request, TinCompassDb db, ImportRun run, ImportProgress progress, IOptions<ServerOptions> options,
        CancellationToken cancel, bool dryRun = false, string? name = null)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        if (!progress.TryBegin(id))
            return Problems.Of(StatusCodes.Status409Conflict, "import-running", "Another import of this solver is on its way.");
        var isCsv = request.ContentType?.StartsWith("text/csv", StringComparison.OrdinalIgnoreCase) == true;
        try
        {
            // All of it is here before any of it is read: a slow line keeps nothing open, and what was cut short adds nothing.
            await using var file = new FileStream(
                Path.Combine(options.Value.Data, $"import-{Guid.NewGuid():N}.part"), FileMode.CreateNew, FileAccess.ReadWrite,
                FileShare.None, bufferSize: 64 * 1024, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
            await request.Body.CopyToAsync(file, cancel);
            file.Position = 0;
            return TypedResults.Ok(await run.RunAsync(id, file, isCsv, NameOf(name, isCsv), dryRun, cancel));
        }
        catch (BadDocumentException e)
        {
            return Problems.Bad(e.Code, $"{e.Message} Nothing was added.", "file");
        }
        finally
        {
            progress.End(id);
        }
    }

    private static Ok<ImportProgressResponse> Progress(int id, ImportProgress progress) => TypedResults.Ok(progress.Of(id));

    private static async Task<Results<Ok<List<ImportedResponse>>, ProblemHttpResult>> Imports(
        int id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? TypedResults.Ok(await db.Imports.AsNoTracking().Where(i => i.SolverId == id && i.IsWhole).OrderByDescending(i => i.Id)
                .Take(MostImports).Select(i => new ImportedResponse(i.Id, i.At, i.Name, i.Entries)).ToListAsync(cancel))
            : Problems.NotFound($"solver {id}");

    private static string NameOf(string? name, bool isCsv)
    {
        var plain = new string([.. (name ?? "").Where(c => !char.IsControl(c)).Take(ImportRow.MaxNameLength)]).Trim();
        return plain.Length > 0 ? plain : isCsv ? "a CSV file" : "an export";
    }

    private static IAsyncEnumerable<ExchangePlan> Plans(TinCompassDb db, int id) =>
        db.Attempts.AsNoTracking().Where(a => a.SolverId == id).OrderBy(a => a.At).ThenBy(a => a.Id)
            .Select(a => new ExchangePlan(a.Key, a.At, a.Scramble, a.Color, a.Plan, a.PlanningMs, a.Covered, a.Stage, a.Made, a.Part))
                .AsAsyncEnumerable();

    private static IAsyncEnumerable<ExchangeAnswer> Answers(TinCompassDb db, int id) =>
        db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == id).OrderBy(a => a.At).ThenBy(a => a.Id)
            .Select(a => new ExchangeAnswer(
                a.Key, a.At, a.Drill, a.Case, a.Level, a.Position, a.Color, a.Answer, a.Plan, a.Right, a.TurnsOver, a.FirstMs, a.TotalMs,
                    a.Ms, a.TargetMs, a.Hints, a.Part, null)).AsAsyncEnumerable();

    private static IAsyncEnumerable<ExchangeSolve> Solves(TinCompassDb db, int id) =>
        db.Solves.AsNoTracking().Where(s => s.SolverId == id).OrderBy(s => s.At).ThenBy(s => s.Id)
            .Select(s => new ExchangeSolve(s.Key, s.At, s.Method, s.Purpose, s.Scramble, s.Ms, Words.Code(s.Penalty), s.InspectionMs,
                s.Turns, s.Note)).AsAsyncEnumerable();
}
