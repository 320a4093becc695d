using System.Text;
using System.Text.Json;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Exchange;

/// <summary>/api/solvers/{id}/export and /import: everything out and in again, in open forms.</summary>
internal static class ExchangeEndpoints
{
    private const int MaxImportBytes = 16 * 1024 * 1024;
    private const int MaxToldRefused = 50;
    private const int KeysAtATime = 500;
    private const string CsvType = "text/csv; charset=utf-8";

    public static void MapExchange(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers/{id:int}").WithTags("Exchange").AsExchange().ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/export", Export).WithName("exportSolver").WithSummary("Everything that is kept of a solver, as one JSON document.");
        group.MapGet("/answers.csv", AnswersCsv).WithName("exportAnswers").WithSummary("The answered tasks, as CSV.")
            .Produces<string>(200, "text/csv");
        group.MapGet("/plans.csv", PlansCsv).WithName("exportPlans").WithSummary("The log, as CSV.").Produces<string>(200, "text/csv");
        group.MapGet("/scrambles.txt", Scrambles).WithName("exportScrambles").WithSummary("The scrambles of the log, one a line.")
            .Produces<string>(200, "text/plain");
        group.MapPost("/import", Import).WithName("importSolver")
            .WithSummary("Adds what an export holds; with dryRun it only says what it would add.")
            .Accepts<string>("application/json", "text/csv").ProducesProblem(413)
                .WithMetadata(new RequestSizeLimitAttribute(MaxImportBytes));
    }

    private static async Task<Results<Ok<ExportResponse>, ProblemHttpResult>> Export(
        int id, TinCompassDb db, TimeProvider clock, HttpResponse response, CancellationToken cancel)
    {
        if (await db.Solvers.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is not { } solver)
            return Problems.NotFound($"solver {id}");
        response.Headers.ContentDisposition = $"attachment; filename=tin-compass-{id}.json";
        var habits = await HabitEndpoints.ReadAsync(db, id, cancel);
        return TypedResults.Ok(new ExportResponse(
            ExchangeDocument.FormatName, ExchangeDocument.NewestVersion, clock.GetUtcNow(), solver.Name,
                habits is null ? null : HabitEndpoints.AsRequest(habits),
            Plans(db, id), Answers(db, id),
            await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == id).OrderBy(k => k.Stage).ThenBy(k => k.Case).ThenBy(k => k.View)
                .Select(k => new ExchangeSequence(k.Case, k.View, k.Sequence, k.Note, k.Stage, null)).ToListAsync(cancel),
            await db.Courses.AsNoTracking().Where(c => c.SolverId == id).OrderBy(c => c.At).ThenBy(c => c.Id)
                .Select(c => new ExchangeCourse(c.Key, c.At, c.Scramble, c.Color, c.Made, c.Stops, c.Method)).ToListAsync(cancel)));
    }

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

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> Scrambles(int id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == id, cancel)
            ? TypedResults.Text(string.Concat(await Plans(db, id).Select(p => p.Scramble + "\n").ToListAsync(cancel)))
            : Problems.NotFound($"solver {id}");

    private static async Task<Results<Ok<ImportResponse>, ProblemHttpResult>> Import(
        int id, HttpRequest request, TinCompassDb db, WriteLane lane, StageBook book, HandModels hands, StandingKeeper standings,
        IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, TimeProvider clock, CancellationToken cancel, bool dryRun = false)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        var reader = new ExchangeReader(book, hands, await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == id, cancel), id,
            clock.GetUtcNow());
        var problem = request.ContentType?.StartsWith("text/csv", StringComparison.OrdinalIgnoreCase) == true
            ? await ReadCsvAsync(request, reader, cancel)
            : await ReadJsonAsync(request, reader, json.Value.SerializerOptions, cancel);
        if (problem is not null) return problem;
        using var own = await lane.EnterForAsync(id, cancel);
        using var turn = await lane.EnterAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        var (plans, answers, courses, known) = await NewOnesAsync(reader, db, id, cancel);
        // An own sequence that stands there already is left as it is.
        var there = (await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == id).Select(k => new { k.Stage, k.Case, k.View })
            .ToListAsync(cancel)).Select(k => (k.Stage, k.Case, k.View)).ToHashSet();
        var sequences = reader.Sequences.Where(k => there.Add((k.Stage, k.Case, k.View))).ToList();
        known += reader.Sequences.Count - sequences.Count;
        // Habits that the solver has already are left as they are.
        var takesHabits = reader.Habits is not null && !await db.Habits.AnyAsync(h => h.SolverId == id, cancel);
        if (!dryRun)
        {
            db.Attempts.AddRange(plans);
            db.DrillAttempts.AddRange(answers);
            db.KeptSequences.AddRange(sequences);
            db.Courses.AddRange(courses);
            if (takesHabits)
            {
                db.Habits.Add(reader.Habits!.General);
                db.StageHabits.AddRange(reader.Habits.Stages);
            }

            await db.SaveChangesAsync(cancel);
            if (answers.Count > 0) await standings.RebuildAsync(id, cancel);
            await transaction.CommitAsync(cancel);
        }

        return TypedResults.Ok(new ImportResponse(
            dryRun, plans.Count, answers.Count, takesHabits, sequences.Count, courses.Count, known, reader.Refused.Count,
            [.. reader.Refused.Take(MaxToldRefused)]));
    }

    /// <summary>
    /// What is not there yet, each key once. A key that belongs to somebody else is refused. Only the keys that came are looked up, some
    /// hundred at a time.
    /// </summary>
    private static async Task<(List<Attempt> Plans, List<DrillAttempt> Answers, List<KeptCourse> Courses, int Known)> NewOnesAsync(
        ExchangeReader reader, TinCompassDb db, int id, CancellationToken cancel)
    {
        var known = 0;
        var planOwners = await OwnersAsync(reader.Plans.Select(p => p.Key),
            keys => db.Attempts.Where(a => keys.Contains(a.Key)).Select(a => new KeyValuePair<Guid, int>(a.Key, a.SolverId)), cancel);
        var answerOwners = await OwnersAsync(
            reader.Answers.Select(p => p.Key), keys =>
                db.DrillAttempts.Where(a => keys.Contains(a.Key)).Select(a => new KeyValuePair<Guid, int>(a.Key, a.SolverId)), cancel);
        var courseOwners = await OwnersAsync(reader.Courses.Select(p => p.Key),
            keys => db.Courses.Where(a => keys.Contains(a.Key)).Select(a => new KeyValuePair<Guid, int>(a.Key, a.SolverId)), cancel);
        return ([.. reader.Plans.Where(p => IsNew(p.Key, planOwners, "plan"))],
            [.. reader.Answers.Where(a => IsNew(a.Key, answerOwners, "answer"))],
            [.. reader.Courses.Where(c => IsNew(c.Key, courseOwners, "course"))], known);

        bool IsNew(Guid key, Dictionary<Guid, int> owners, string what)
        {
            if (owners.TryAdd(key, id)) return true;
            if (owners[key] == id) known++;
            else reader.Refuse($"{what} {key}", "another solver has it already.");
            return false;
        }
    }

    private static async Task<Dictionary<Guid, int>> OwnersAsync(
        IEnumerable<Guid> keys, Func<Guid[], IQueryable<KeyValuePair<Guid, int>>> ask, CancellationToken cancel)
    {
        var owners = new Dictionary<Guid, int>();
        foreach (var some in keys.Distinct().Chunk(KeysAtATime))
            foreach (var (key, owner) in await ask(some).ToListAsync(cancel)) owners[key] = owner;
        return owners;
    }

    private static async Task<ProblemHttpResult?> ReadJsonAsync(
        HttpRequest request, ExchangeReader reader, JsonSerializerOptions options, CancellationToken cancel)
    {
        ExchangeDocument? document;
        try
        {
            document = await JsonSerializer.DeserializeAsync<ExchangeDocument>(request.Body, options, cancel);
        }
        catch (JsonException e)
        {
            return Problems.Bad(
                "bad-document",
                    $"The document cannot be " +
                        $"read{(e.LineNumber is { } line ? $" at line {line + 1}" : "")}" +
                        $"{(e.Path is { Length: > 1 } path ? $", {path}" : "")}. Was it cut short? Nothing was added.", "file");
        }

        if (document?.Format != ExchangeDocument.FormatName)
            return Problems.Bad("bad-document", "This is no export of Tin Compass: it does not say \"format\": \"tin-compass\".", "file");
        if (document.Version < 1) return Problems.Bad("bad-document",
            $"This export says version {document.Version}; versions are counted from 1.", "file");
        if (document.Version > ExchangeDocument.NewestVersion)
            return Problems.Bad("newer-version",
                $"This export has version {document.Version}; here version {ExchangeDocument.NewestVersion} is read. Use the Tin Compass " +
                    $"that wrote it, or a newer one.", "file");
        reader.Read(document.Habits);
        for (var i = 0; i < (document.Plans?.Count ?? 0); i++) reader.Read(document.Plans![i], $"plans[{i}]");
        for (var i = 0; i < (document.Answers?.Count ?? 0); i++) reader.Read(document.Answers![i], $"answers[{i}]");
        for (var i = 0; i < (document.Sequences?.Count ?? 0); i++) reader.Read(document.Sequences![i], $"sequences[{i}]");
        for (var i = 0; i < (document.Courses?.Count ?? 0); i++) reader.Read(document.Courses![i], $"courses[{i}]");
        return null;
    }

    private static async Task<ProblemHttpResult?> ReadCsvAsync(HttpRequest request, ExchangeReader reader, CancellationToken cancel)
    {
        using var input = new StreamReader(request.Body, Encoding.UTF8);
        var text = await input.ReadToEndAsync(cancel);
        if (string.IsNullOrWhiteSpace(text))
            return Problems.Bad("bad-document", "The file is empty: a first line with the names of the columns is expected.", "file");
        return ExchangeCsv.Read(text, reader) is { } wrong ? Problems.Bad("bad-document", $"{wrong} Nothing was added.", "file") : null;
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
}
