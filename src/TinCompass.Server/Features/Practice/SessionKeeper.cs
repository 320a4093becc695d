using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>An open task with its drill.</summary>
internal sealed record OpenTask(Drill Drill, DrillTask Task);

/// <summary>
/// Keeps sessions: opens tasks, takes answers, goes on. The open task is a wish and a seed in the database, so that a page or a server that
/// dies in the middle finds it again; an
/// answer and the step to the next task are written in one transaction.
/// </summary>
internal sealed class SessionKeeper(TinCompassDb db, StageBook book, StandingKeeper standings, OpenTasks open, WriteLane lane,
    QuickRead reading, QuickWrite quick, Spent spent, TimeProvider clock)
{
    /// <summary>Now, to the millisecond, as it is stored.</summary>
    public DateTimeOffset Now => clock.Now();

    /// <summary>A session as it is kept.</summary>
    public DrillSession? Find(long id) => reading.One<DrillSession>(db, (nameof(DrillSession.Id), id));

    /// <summary>Begins a session; one that was left open is ended first.</summary>
    public async Task<SessionResponse> StartAsync(int solverId, ProgrammePart programme, int? minutes, int? tasks, CancellationToken cancel)
    {
        var session = new DrillSession
        {
            SolverId = solverId,
            Programme = programme.ToString(),
            Minutes = minutes,
            Tasks = tasks,
            StartedAt = Now,
            Drill = "",
            Colors = ""
        };
        var task = Open(session, StandingFor(programme, solverId));
        using (await lane.EnterAsync(cancel))
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            await db.Sessions.Where(s => s.SolverId == solverId && s.EndedAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(s => s.EndedAt, Now), cancel);
            db.Sessions.Add(session);
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(cancel);
        }

        open.Put(session, task);
        return Show(session, task);
    }

    /// <summary>The session with its open task. A task that another version of its drill made is made anew.</summary>
    public async Task<SessionResponse> ShowAsync(DrillSession session, CancellationToken cancel)
    {
        if (session.EndedAt is not null) return SessionResponse.Of(session, null);
        return Show(session, await TaskOfAsync(session, cancel));
    }

    /// <summary>The open task, made again from its wish and seed.</summary>
    public async Task<OpenTask> TaskOfAsync(DrillSession session, CancellationToken cancel)
    {
        if (open.Find(session) is { } known) return known;
        var drill = book.Drills.Find(session.Drill);
        if (drill is null || drill.Info.Version != session.DrillVersion || !IsWhole(session, drill))
        {
            var programme = standings.Programme.Find(session.Programme) ?? new ProgrammePart(Programme.Today, null, null);
            var anew = Open(session, StandingFor(programme, session.SolverId));
            using (await lane.EnterAsync(cancel))
            {
                // Unless the session has gone on meanwhile.
                await db.Sessions.Where(s => s.Id == session.Id && s.Done == session.Done && s.EndedAt == null).ExecuteUpdateAsync(
                    set => set.SetProperty(s => s.Drill, session.Drill).SetProperty(s => s.DrillVersion, session.DrillVersion)
                        .SetProperty(s => s.Level, session.Level).SetProperty(s => s.Case, session.Case)
                        .SetProperty(s => s.Seed, session.Seed).SetProperty(s => s.Colors, session.Colors),
                    cancel);
            }

            return anew;
        }

        var made = Make(session, drill);
        open.Put(session, made);
        return made;
    }

    /// <summary>
    /// Judges and keeps an answer to the open task and opens the next one. Throws <see cref="DbUpdateException"/> when the task was
    /// answered meanwhile, in another window, say, or when the key is kept already.
    /// </summary>
    public async Task<VerdictResponse> AnswerAsync(
        DrillSession session, OpenTask asked, DrillAnswer answer, AnswerRequest request, CancellationToken cancel)
    {
        spent.On("session");
        using var own = await lane.EnterForAsync(session.SolverId, cancel);
        spent.On("wait");
        var (drill, task) = asked;
        var verdict = Inspected(task, request, drill.Judge(task, answer));
        spent.On("judge");
        var attempt = new DrillAttempt
        {
            Key = request.Key,
            SessionId = session.Id,
            SolverId = session.SolverId,
            At = Now,
            Stage = drill.Stage,
            Drill = drill.Id,
            Case = task.Case,
            Part = task.Focus.Part,
            Level = task.Wish.Level,
            Position = task.Letters,
            Color = task.Color.Name(),
            Answer = task.Kind != AnswerKind.Turns ? string.Join(',', answer.Chosen)
                : task.Bigger is { } bigger ? BigNotation.Written(answer.Bigger, bigger.Size) : string.Join(' ', answer.Turns),
            Plan = string.Join(' ', verdict.Plan),
            Right = verdict.Right,
            TurnsOver = verdict.TurnsOver,
            FirstMs = request.FirstMs,
            TotalMs = request.TotalMs,
            Ms = task.Kind == AnswerKind.Turns ? request.FirstMs : request.TotalMs,
            TargetMs = task.TargetMs,
            Hints = request.Hints,
        };
        var programme = standings.Programme.Find(session.Programme) ?? new ProgrammePart(Programme.Today, null, null);
        var before = standings.ReadKept(session.SolverId, DrillOf(programme));
        spent.On("standing");
        // All of it is written in one piece, and only if nobody has taken the session on meanwhile.
        var step = new RowChange(session, RowChange.Kind.Step, (nameof(session.Done), session.Done),
            (nameof(session.EndedAt), session.EndedAt));
        session.Done++;
        session.RightCount += verdict.Right ? 1 : 0;
        session.UsedMs += request.TotalMs;
        OpenTask? next = null;
        if (session.Done >= session.Tasks || session.UsedMs >= session.Minutes * 60_000L) session.EndedAt = Now;
        else next = Open(session, With(before.Standing, attempt, drill));
        spent.On("draw");
        var added = new RowChange(attempt, RowChange.Kind.Add);
        Mastery mastery;
        if (StandingKeeper.With(before, attempt, drill) is { } kept)
        {
            await quick.WriteAsync(db, [step, added, .. kept.Rows], cancel);
            mastery = kept.Mastery;
        }
        else
        {
            using var turn = await lane.EnterAsync(cancel);
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            QuickWrite.WriteWithin(db, step, added);
            mastery = await standings.RebuildAsync(attempt, drill, cancel);
            await transaction.CommitAsync(cancel);
        }

        spent.On("write");
        if (next is not null) open.Put(session, next);
        return Verdict(attempt, verdict, mastery, Show(session, next));
    }

    /// <summary>The verdict of an answer that is kept already, told from what is stored; null when the key is new.</summary>
    public async Task<VerdictResponse?> RepeatedAsync(DrillSession session, Guid key, CancellationToken cancel)
    {
        if (await AnswerOfKey(db, session.SolverId, key, session.Id, cancel) is not { } kept) return null;
        var verdict = new DrillVerdict(
            kept.Right, kept.Right ? "Right; it was kept already." : "Not right; it was kept already.", [], "", kept.TurnsOver,
                Algorithm.Parse(kept.Plan).Turns);
        var (drill, name) = (book.Drills.Find(kept.Drill), kept.Case);
        if (drill is not null) name = Programme.CaseOf(drill, kept.Case);
        var mastery = await db.Masteries.AsNoTracking()
            .FirstOrDefaultAsync(m => m.SolverId == kept.SolverId && m.Drill == kept.Drill && m.Case == name, cancel);
        return Verdict(kept, verdict, mastery?.ToMastery(), await ShowAsync(session, cancel));
    }

    private static readonly Func<TinCompassDb, int, Guid, long, CancellationToken, Task<DrillAttempt?>> AnswerOfKey =
        EF.CompileAsyncQuery((TinCompassDb db, int solver, Guid key, long session, CancellationToken cancel) =>
            db.DrillAttempts.AsNoTracking().FirstOrDefault(a => a.SolverId == solver && a.Key == key && a.SessionId == session));

    private static string? DrillOf(ProgrammePart programme) => programme.Name == Programme.Today ? null : programme.Name;

    private Standing StandingFor(ProgrammePart programme, int solverId) => standings.Read(solverId, DrillOf(programme));

    /// <summary>How the solver will stand when the answer is kept.</summary>
    private static Standing With(Standing standing, DrillAttempt answer, Drill drill)
    {
        var name = Programme.CaseOf(drill, answer.Case);
        var result = new DrillResult(drill.Id, name, answer.At, answer.Right, answer.Ms, answer.TargetMs, answer.Level);
        var level = Levels.After(answer.Level, drill.Levels, answer.Right, answer.Ms, answer.TargetMs);
        return new Standing(
            [.. standing.Masteries.Select(m => m.Drill == drill.Id && m.Case == name ? m.After(result) : m)],
                id => id == drill.Id ? level : standing.LevelOf(id), (drill.Id, name));
    }

    private static SessionResponse Show(DrillSession session, OpenTask? task) =>
        SessionResponse.Of(session, task is null ? null : TaskResponse.Of(session.Done + 1, task.Drill, task.Task));

    private static VerdictResponse Verdict(DrillAttempt attempt, DrillVerdict verdict, Mastery? mastery, SessionResponse session) => new(
        verdict.Right, verdict.Words, verdict.Reasons, verdict.Best, verdict.SaysBest, verdict.TurnsOver,
            attempt.Right && attempt.Ms <= attempt.TargetMs, attempt.Stage, attempt.Position,
        attempt.Color, attempt.Plan, mastery?.Due, mastery?.State ?? MasteryState.Learning, session);

    /// <summary>Over fifteen seconds of inspection are told; over seventeen the answer does not count.</summary>
    private static DrillVerdict Inspected(DrillTask task, AnswerRequest request, DrillVerdict verdict)
    {
        if (!task.IsInspected || task.Kind != AnswerKind.Turns || Inspection.Penalty(request.FirstMs) is 0) return verdict;
        var seconds = Words.Figure(request.FirstMs / 1000.0);
        return Inspection.Penalty(request.FirstMs) is null
            ? verdict with { Right = false, Reasons = [$"{seconds} s of inspection: over 17 s it does not count.", .. verdict.Reasons] }
            : verdict with { Reasons = [$"{seconds} s of inspection: over 15 s costs two seconds.", .. verdict.Reasons] };
    }

    private OpenTask Open(DrillSession session, Standing standing)
    {
        var (colors, wants) = standings.HabitsOf(session.SolverId);
        var programme = standings.Programme.Find(session.Programme) ?? new ProgrammePart(Programme.Today, null, null);
        var next = standings.Programme.Next(programme, standing, colors, Now, wants);
        (session.Drill, session.DrillVersion, session.Level, session.Case) =
            (next.Drill.Id, next.Drill.Info.Version, next.Wish.Level, next.Wish.Case);
        session.Colors = string.Join(',', next.Wish.Colors.Select(c => c.Name()));
        session.Seed = RandomNumberGenerator.GetInt32(int.MaxValue);
        return Make(session, next.Drill);
    }

    /// <summary>What the open task is made of can be read.</summary>
    private static bool IsWhole(DrillSession session, Drill drill) =>
        session.Level >= 1 && session.Level <= drill.Levels && session.Colors.Split(',').All(c => Faces.TryParseColor(c, out _))
        && (session.Case is null || drill.Knows(session.Case));

    private static OpenTask Make(DrillSession session, Drill drill)
    {
        Color[] colors = [.. session.Colors.Split(',').Select(c => Faces.TryParseColor(c, out var color) ? color
            : throw new InvalidDataException($"'{c}' is no colour"))];
        return new OpenTask(drill, drill.Make(new DrillWish(
            session.Level, session.Case, colors, ProgrammePart.Read(session.Programme)?.Part), session.Seed));
    }
}
