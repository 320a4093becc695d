using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>/api/practice: drills, sessions, answers.</summary>
internal sealed class PracticeEndpoints : IFeature
{
    private const int MaxMs = 3_600_000;
    private const int MaxMinutes = 60;
    private const int MaxTasks = 200;
    private const int MaxHints = 100;
    private const int MostListed = 50;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/practice").WithTags("Practice").AsPractice().ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/drills", List).WithName("listDrills").WithSummary("All drills.").ForMembers();
        group.MapPost("/sessions", Start).WithName("startSession").WithSummary("Begins a session; one that was left open is ended.");
        group.MapGet("/sessions", Sessions).WithName("listSessions").WithSummary("The sessions of a solver, newest first; the last fifty.");
        group.MapGet("/sessions/open", Open).WithName("getOpenSession")
            .WithSummary("The session a solver left open, with its task; nothing when there is none.");
        var one = group.MapGroup("/sessions/{id:long}").ForOwner(OwnerAsync);
        one.MapGet("/", Get).WithName("getSession").WithSummary("A session with its open task.");
        one.MapGet("/hint", Hint).WithName("getHint").WithSummary("A help for the open task.").ProducesProblem(409);
        one.MapPost("/answers", Answer).WithName("answerTask")
            .WithSummary("Answers the open task; the next one comes with the verdict.").ProducesProblem(409);
        one.MapPost("/end", End).WithName("endSession").WithSummary("Ends a session early.");
    }

    private static Task<int?> OwnerAsync(TinCompassDb db, long id) =>
        db.Sessions.Where(s => s.Id == id).Select(s => (int?)s.SolverId).FirstOrDefaultAsync();

    private static Ok<List<DrillResponse>> List(StageBook book) => TypedResults.Ok(book.Drills.All
        .Select(d => new DrillResponse(d.Id, d.Title, d.Info.What, d.Levels, d.Cases.Count, d.Info.Kind, d.Stage, book.StageOf(d).Title))
            .ToList());

    private static async Task<Results<Ok<SessionResponse>, ProblemHttpResult>> Start(
        NewSessionRequest request, TinCompassDb db, StageBook book, StandingKeeper standings, SessionKeeper keeper,
            CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (standings.Programme.Find(request.Programme ?? request.Course) is not { } programme)
            return Problems.Bad("unknown-drill",
                $"'{request.Programme ?? request.Course}' is no drill: today, {string.Join(", ", book.Drills.All.Select(d => d.Id))} " +
                    $"are.", "programme");
        if (request is { Minutes: null, Tasks: null } || request.Minutes is < 1 or > MaxMinutes || request.Tasks is < 1 or > MaxTasks)
            return Problems.Bad("bad-length", $"A session lasts 1 to {MaxMinutes} minutes, or 1 to {MaxTasks} tasks.",
                request.Tasks is null ? "minutes" : "tasks");
        return TypedResults.Ok(await keeper.StartAsync(request.SolverId, programme, request.Minutes, request.Tasks, cancel));
    }

    private static async Task<Results<Ok<List<PastSessionResponse>>, ProblemHttpResult>> Sessions(
        int solverId, TinCompassDb db, StageBook book, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var sessions = await db.Sessions.AsNoTracking().Where(s => s.SolverId == solverId && s.Done > 0).OrderByDescending(s => s.Id)
            .Take(MostListed).ToListAsync(cancel);
        return TypedResults.Ok(sessions.ConvertAll(s => new PastSessionResponse(
            s.Id, s.StartedAt, TitleOf(s.Programme, book), s.Done, s.EndedAt is not null)));
    }

    /// <summary>What a session was made of: a part of a drill is called as the drill.</summary>
    private static string TitleOf(string programme, StageBook book) =>
        ProgrammePart.Read(programme) is { } part && book.Drills.Find(part.Name) is { } drill ? drill.Title : programme;

    private static async Task<Results<Ok<SessionResponse>, NoContent>> Open(
        int solverId, TinCompassDb db, SessionKeeper keeper, CancellationToken cancel) =>
        await db.Sessions.AsNoTracking().Where(s => s.SolverId == solverId && s.EndedAt == null).OrderByDescending(s => s.Id)
            .FirstOrDefaultAsync(cancel) is { } session
            ? TypedResults.Ok(await keeper.ShowAsync(session, cancel))
            : TypedResults.NoContent();

    private static async Task<Results<Ok<SessionResponse>, ProblemHttpResult>> Get(
        long id, SessionKeeper keeper, CancellationToken cancel) =>
        keeper.Find(id) is { } session ? TypedResults.Ok(await keeper.ShowAsync(session, cancel))
            : Problems.NotFound($"session {id}");

    private static async Task<Results<Ok<HintResponse>, ProblemHttpResult>> Hint(
        long id, int number, SessionKeeper keeper, CancellationToken cancel)
    {
        if (keeper.Find(id) is not { } session) return Problems.NotFound($"session {id}");
        if (session.EndedAt is not null || number != session.Done + 1) return Over(session);
        var (drill, task) = await keeper.TaskOfAsync(session, cancel);
        return TypedResults.Ok(new HintResponse(drill.Hint(task)));
    }

    private static async Task<Results<Ok<VerdictResponse>, ProblemHttpResult>> Answer(
        long id, AnswerRequest request, TinCompassDb db, StageBook book, SessionKeeper keeper, Spent spent, HttpContext http,
        CancellationToken cancel)
    {
        if (request.Key == Guid.Empty)
            return Problems.Bad("no-key", "An answer carries a key of its own, so that it is kept only once.", "key");
        if (request.FirstMs is < 0 or > MaxMs || request.TotalMs is < 0 or > MaxMs || request.FirstMs > request.TotalMs)
            return Problems.Bad("bad-time", "Times are 0 to 3 600 000 milliseconds (one hour), and the first key comes before the whole " +
                "answer.", "totalMs");
        if (request.Hints is < 0 or > MaxHints) return Problems.Bad("bad-hints", $"Hints are counted from 0 to {MaxHints}.", "hints");
        if (keeper.Find(id) is not { } session) return Problems.NotFound($"session {id}");
        if (session.EndedAt is not null || request.Number != session.Done + 1)
            return await keeper.RepeatedAsync(session, request.Key, cancel) is { } repeated ? TypedResults.Ok(repeated) : Over(session);
        var asked = await keeper.TaskOfAsync(session, cancel);
        if (!TryRead(book.StageOf(asked.Drill), asked.Task, request.Answer, out var answer, out var problem)) return problem;
        try
        {
            var verdict = await keeper.AnswerAsync(session, asked, answer, request, cancel);
            http.Response.Headers["Server-Timing"] = spent.ToString();
            return TypedResults.Ok(verdict);
        }
        catch (DbUpdateException e) when (StorageTrouble.Of(e) is null)
        {
            // The session has gone on meanwhile, or the key is kept already, for another session say.
        }

        db.ChangeTracker.Clear();
        var now = keeper.Find(id) ?? session;
        return await keeper.RepeatedAsync(now, request.Key, cancel) is { } kept ? TypedResults.Ok(kept) : Over(now);
    }

    private static async Task<Results<Ok<SessionResponse>, ProblemHttpResult>> End(
        long id, TinCompassDb db, WriteLane lane, SessionKeeper keeper, CancellationToken cancel)
    {
        using (await lane.EnterAsync(cancel))
            await db.Sessions.Where(s => s.Id == id && s.EndedAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(s => s.EndedAt, keeper.Now), cancel);
        return keeper.Find(id) is { } session ? TypedResults.Ok(await keeper.ShowAsync(session, cancel))
            : Problems.NotFound($"session {id}");
    }

    private static ProblemHttpResult Over(DrillSession session) => Problems.Of(
        StatusCodes.Status409Conflict, "task-over",
        session.EndedAt is not null ? "This session has ended."
            : $"This task is over: the session goes on with task {session.Done + 1}. Perhaps it is open in another window too.", "number");

    /// <summary>An answer at the door: turns from the hold shown, or names of options.</summary>
    private static bool TryRead(IStage stage, DrillTask task, string? text, [NotNullWhen(true)] out DrillAnswer? answer,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (answer, problem) = (null, null);
        if (task.Kind == AnswerKind.Turns && task.Bigger is { } bigger)
        {
            if (!BigTurnsDoor.TryRead(text, "plan", bigger.Size, out var big, out problem)) return false;
            if (big.Count == 0) problem = Problems.Bad("empty", "No turns were entered.", "plan");
            else answer = DrillAnswer.Of(big);
            return problem is null;
        }

        if (task.Kind == AnswerKind.Turns)
        {
            if (!OwnTurns.TryRead(text, string.Join(' ', task.Hold), stage, task.Position, task.Focus, mayBeEmpty: false, out var turns,
                out problem)) return false;
            answer = DrillAnswer.Of(turns);
            return true;
        }

        string[] chosen = [.. Door.Names(text).Distinct()];
        if (chosen.FirstOrDefault(c => task.Options.All(o => o.Answer != c)) is { } odd)
            problem = Problems.Bad("unknown-answer",
                $"'{odd}' is no answer here: {string.Join(", ", task.Options.Select(o => o.Answer))} are.", "answer");
        else if (task.Kind == AnswerKind.Choice && chosen.Length != 1)
            problem = Problems.Bad("unknown-answer", "Choose one of the answers.", "answer");
        else answer = DrillAnswer.Of(chosen);
        return problem is null;
    }
}
