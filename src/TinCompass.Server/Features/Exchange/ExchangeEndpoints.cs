using System.Text.Json;
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
internal sealed class ExchangeEndpoints : IFeature
{
    private const long MaxImportBytes = 2L * 1024 * 1024 * 1024;
    private const int MostImports = 100;
    private const string CsvType = "text/csv; charset=utf-8";

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers/{id:int}").WithTags("Exchange").AsSpooled().ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/export", Export).WithName("exportSolver").WithSummary("Everything that is kept of a solver, as one JSON document.")
            .Produces<ExportResponse>();
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

    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> Export(
        int id, TinCompassDb db, StageBook book, SkippedRows skipped, TimeProvider clock, Spool spool,
        IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, HttpContext http, CancellationToken cancel)
    {
        if (await db.Solvers.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } solver)
            return Problems.NotFound($"solver {id}");
        return await spool.SendAsync(http, "application/json; charset=utf-8", $"tin-compass-{id}.json", async to =>
        {
            var habits = await HabitEndpoints.ReadAsync(db, id, book, skipped, cancel);
            await JsonSerializer.SerializeAsync(to, new ExportResponse(
                ExchangeDocument.FormatName, ExchangeDocument.NewestVersion, clock.GetUtcNow(), solver.Name,
                    habits is null ? null : HabitEndpoints.AsRequest(habits),
                Plans(db, id), Answers(db, id),
                await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == id).OrderBy(k => k.Stage).ThenBy(k => k.Case)
                    .ThenBy(k => k.View).Select(k => new ExchangeSequence(k.Case, k.View, k.Sequence, k.Note, k.Stage, null))
                    .ToListAsync(cancel),
                await db.Courses.AsNoTracking().Where(c => c.SolverId == id).OrderBy(c => c.At).ThenBy(c => c.Id)
                    .Select(c => new ExchangeCourse(c.Key, c.At, c.Scramble, c.Color, c.Made, c.Stops, c.Method)).ToListAsync(cancel),
                Solves(db, id), Hands(await OwnHandsEndpoints.ReadAsync(db, id, skipped, cancel))), json.Value.SerializerOptions, cancel);
        }, cancel);
    }

    private static ExchangeHands? Hands(TimedHandsData kept) => kept.Times.Count == 0 ? null : new ExchangeHands(kept.Own is not null,
        [.. kept.Times.Select(t => new ExchangeHandTime(t.Key, t.At, t.Turns, t.Ms, t.By == TimedBy.Cube ? "cube" : "key"))]);

    private static Task<Results<FileStreamHttpResult, ProblemHttpResult>> AnswersCsv(
        int id, TinCompassDb db, Spool spool, HttpContext http, CancellationToken cancel) =>
        CsvAsync(id, "answers", db, spool, http, to => ExchangeCsv.WriteAsync(to, Answers(db, id), cancel), cancel);

    private static Task<Results<FileStreamHttpResult, ProblemHttpResult>> PlansCsv(
        int id, TinCompassDb db, Spool spool, HttpContext http, CancellationToken cancel) =>
        CsvAsync(id, "plans", db, spool, http, to => ExchangeCsv.WriteAsync(to, Plans(db, id), cancel), cancel);

    private static Task<Results<FileStreamHttpResult, ProblemHttpResult>> SolvesCsv(
        int id, TinCompassDb db, Spool spool, HttpContext http, CancellationToken cancel) =>
        CsvAsync(id, "solves", db, spool, http, to => ExchangeCsv.WriteAsync(to, Solves(db, id), cancel), cancel);

    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> CsvAsync(
        int id, string what, TinCompassDb db, Spool spool, HttpContext http, Func<Stream, Task> write, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? await spool.SendAsync(http, CsvType, $"tin-compass-{id}-{what}.csv", write, cancel) : Problems.NotFound($"solver {id}");

    private static async Task<Results<FileStreamHttpResult, ProblemHttpResult>> Scrambles(
        int id, TinCompassDb db, Spool spool, HttpContext http, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? await spool.SendAsync(http, "text/plain; charset=utf-8", $"tin-compass-{id}-scrambles.txt", async to =>
            {
                await using var text = new StreamWriter(to, leaveOpen: true);
                await foreach (var plan in Plans(db, id).WithCancellation(cancel)) await text.WriteAsync($"{plan.Scramble}\n");
            }, cancel)
            : Problems.NotFound($"solver {id}");

    private static async Task<Results<Ok<ImportResponse>, ProblemHttpResult>> Import(
        int id, HttpRequest request, TinCompassDb db, ImportRun run, ImportProgress progress, Spool spool,
        CancellationToken cancel, bool dryRun = false, string? name = null)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        if (!progress.TryBegin(id))
            return Problems.Of(StatusCodes.Status409Conflict, "import-running", "Another import of this solver is on its way.");
        var isCsv = request.ContentType?.StartsWith("text/csv", StringComparison.OrdinalIgnoreCase) == true;
        try
        {
            // All of it is here before any of it is read: a slow line keeps nothing open, and what was cut short adds nothing.
            await using var file = spool.NewFile();
            await request.Body.CopyToAsync(file, cancel);
            using var turn = await spool.EnterImportAsync(request.HttpContext, cancel);
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
