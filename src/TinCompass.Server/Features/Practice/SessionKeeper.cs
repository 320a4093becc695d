using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Scrambles;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>
/// Keeps sessions: opens tasks, takes answers, goes on. The open task is a wish and a seed in the database, so that a page or a server that dies in the middle finds it again; an answer and
/// the step to the next task are written in one transaction.
/// </summary>
internal sealed class SessionKeeper(TinCompassDb db, PracticeServices practice, ScrambleServices scrambles, TimeProvider clock)
{
    /// <summary>Now, to the millisecond, as it is stored.</summary>
    public DateTimeOffset Now => DateTimeOffset.FromUnixTimeMilliseconds(clock.GetUtcNow().ToUnixTimeMilliseconds());

    /// <summary>Begins a session; one that was left open is ended first.</summary>
    public async Task<SessionResponse> StartAsync(int solverId, string course, int? minutes, int? tasks, CancellationToken cancel)
    {
        var session = new DrillSession { SolverId = solverId, Course = course, Minutes = minutes, Tasks = tasks, StartedAt = Now, Drill = "", Colors = "" };
        await OpenTaskAsync(session, await PracticeServices.ResultsAsync(db, solverId, cancel), cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.Sessions.Where(s => s.SolverId == solverId && s.EndedAt == null).ExecuteUpdateAsync(set => set.SetProperty(s => s.EndedAt, Now), cancel);
        db.Sessions.Add(session);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return Show(session);
    }

    /// <summary>The session with its open task.</summary>
    public SessionResponse Show(DrillSession session)
    {
        if (session.EndedAt is not null) return SessionResponse.Of(session, null);
        var (drill, task) = TaskOf(session);
        return SessionResponse.Of(session, TaskResponse.Of(session.Done + 1, drill, task, session.Scramble));
    }

    /// <summary>The open task, made again from its wish and seed.</summary>
    public (IDrill Drill, DrillTask Task) TaskOf(DrillSession session)
    {
        var drill = practice.Course.Book.Find(session.Drill)!;
        Color[] colors = [.. session.Colors.Split(',').Select(c => Faces.TryParseColor(c, out var color) ? color : throw new InvalidDataException($"'{c}' is no colour"))];
        return (drill, drill.Make(new DrillWish(session.Level, session.Case, colors) { Slot = CoursePart.Read(session.Course)?.Slot }, session.Seed));
    }

    /// <summary>
    /// Judges and keeps an answer to the open task and opens the next one. Null when the task was answered meanwhile: in another window, say.
    /// </summary>
    public async Task<VerdictResponse?> AnswerAsync(DrillSession session, IDrill drill, DrillTask task, DrillAnswer answer, AnswerRequest request, CancellationToken cancel)
    {
        var verdict = Inspected(task, request, drill.Judge(task, answer));
        var attempt = new DrillAttempt
        {
            Key = request.Key,
            SessionId = session.Id,
            SolverId = session.SolverId,
            At = Now,
            Drill = drill.Id,
            Case = task.Case,
            Level = task.Wish.Level,
            Scramble = session.Scramble,
            Color = task.Color.Name(),
            Answer = task.Kind == AnswerKind.Turns ? string.Join(' ', answer.Turns) : string.Join(',', answer.Chosen),
            Plan = string.Join(' ', verdict.Plan),
            Right = verdict.Right,
            TurnsOver = verdict.TurnsOver,
            FirstMs = request.FirstMs,
            TotalMs = request.TotalMs,
            Ms = task.Kind == AnswerKind.Turns ? request.FirstMs : request.TotalMs,
            TargetMs = task.TargetMs,
            Hints = request.Hints,
        };
        var results = await PracticeServices.ResultsAsync(db, session.SolverId, cancel);
        results.Add(new DrillResult(attempt.Drill, attempt.Case, attempt.At, attempt.Right, attempt.Ms, attempt.TargetMs, attempt.Level));
        var answered = session.Done;
        session.Done++;
        session.RightCount += verdict.Right ? 1 : 0;
        session.UsedMs += request.TotalMs;
        if (session.Done >= session.Tasks || session.UsedMs >= session.Minutes * 60_000L) session.EndedAt = Now;
        else await OpenTaskAsync(session, results, cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        // Only one answer takes the session a step on.
        var moved = await db.Sessions.Where(s => s.Id == session.Id && s.Done == answered && s.EndedAt == null).ExecuteUpdateAsync(set => set
            .SetProperty(s => s.Done, session.Done).SetProperty(s => s.RightCount, session.RightCount).SetProperty(s => s.UsedMs, session.UsedMs).SetProperty(s => s.EndedAt, session.EndedAt)
            .SetProperty(s => s.Drill, session.Drill).SetProperty(s => s.Level, session.Level).SetProperty(s => s.Case, session.Case).SetProperty(s => s.Seed, session.Seed)
            .SetProperty(s => s.Colors, session.Colors).SetProperty(s => s.Scramble, session.Scramble), cancel);
        if (moved == 0) return null;
        db.DrillAttempts.Add(attempt);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return Verdict(attempt, verdict, results, Show(session));
    }

    /// <summary>The verdict of an answer that is kept already, told from what is stored; null when the key is new.</summary>
    public async Task<VerdictResponse?> RepeatedAsync(DrillSession session, Guid key, CancellationToken cancel)
    {
        if (await db.DrillAttempts.AsNoTracking().FirstOrDefaultAsync(a => a.Key == key && a.SessionId == session.Id, cancel) is not { } kept) return null;
        var results = await PracticeServices.ResultsAsync(db, session.SolverId, cancel);
        var turns = Algorithm.Parse(kept.Plan).Turns;
        var verdict = new DrillVerdict(kept.Right, kept.Right ? "Right; it was kept already." : "Not right; it was kept already.", [], "", kept.TurnsOver, turns);
        return Verdict(kept, verdict, results, Show(session));
    }

    private VerdictResponse Verdict(DrillAttempt attempt, DrillVerdict verdict, IReadOnlyList<DrillResult> results, SessionResponse session)
    {
        var byLevel = practice.Course.Book.Find(attempt.Drill)!.Cases.Count == 0;
        var mastery = practice.Course.Masteries(results, attempt.Drill).FirstOrDefault(m => m.Case == (byLevel ? Course.ByLevel : attempt.Case));
        return new VerdictResponse(
            verdict.Right, verdict.Words, verdict.Reasons, verdict.Best, verdict.TurnsOver, attempt.Right && attempt.Ms <= attempt.TargetMs, attempt.Scramble, attempt.Color, attempt.Plan, mastery?.Due,
            mastery?.State ?? MasteryState.Learning, session);
    }

    /// <summary>Over fifteen seconds of inspection are told; over seventeen the answer does not count.</summary>
    private static DrillVerdict Inspected(DrillTask task, AnswerRequest request, DrillVerdict verdict)
    {
        if (!task.IsInspected || task.Kind != AnswerKind.Turns || Inspection.Penalty(request.FirstMs) is 0) return verdict;
        var seconds = (request.FirstMs / 1000.0).ToString("0.0", System.Globalization.CultureInfo.InvariantCulture);
        return Inspection.Penalty(request.FirstMs) is null
            ? verdict with { Right = false, Reasons = [$"{seconds} s of inspection: over 17 s it does not count.", .. verdict.Reasons] }
            : verdict with { Reasons = [$"{seconds} s of inspection: over 15 s costs two seconds.", .. verdict.Reasons] };
    }

    private async Task OpenTaskAsync(DrillSession session, IReadOnlyList<DrillResult> results, CancellationToken cancel)
    {
        var next = practice.Course.Next(session.Course, results, await PracticeServices.ColorsAsync(db, session.SolverId, cancel), Now);
        (session.Drill, session.Level, session.Case) = (next.Drill.Id, next.Wish.Level, next.Wish.Case);
        session.Colors = string.Join(',', next.Wish.Colors.Select(c => c.Name()));
        session.Seed = RandomNumberGenerator.GetInt32(int.MaxValue);
        session.Scramble = (await scrambles.SearchAsync(cancel)).SequenceTo(TaskOf(session).Task.Position, cancel).ToString();
    }
}
