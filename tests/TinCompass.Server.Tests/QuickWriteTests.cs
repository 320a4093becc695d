using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Tests;

/// <summary>What is written by hand-made statements is what the model reads, and all of it or nothing.</summary>
public sealed class QuickWriteTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly DateTimeOffset At = new(2026, 3, 4, 5, 6, 7, 89, TimeSpan.Zero);

    [Fact]
    public async Task Rows_are_read_as_they_were_written()
    {
        using var scope = server.Services.CreateScope();
        var (db, quick) = Of(scope);
        var solver = (await server.AddSolverAsync()).Id;
        var session = await SessionAsync(db, solver);
        var answer = Answer(session);
        session.Done = 1;
        session.Case = "a case";
        session.EndedAt = At;
        var row = new MasteryRow { SolverId = solver, Drill = "d", Case = "c", Attempts = 1, Ease = 2.25, LastAt = At, Recent = "1" };
        var added = new RowChange(answer, RowChange.Kind.Add);
        await quick.WriteAsync(db, [Step(session, 0, null), added, new RowChange(row, RowChange.Kind.Put)], default);
        row.Attempts = 2;
        row.Since = At;
        await quick.WriteAsync(db, [new RowChange(row, RowChange.Kind.Put)], default);
        var kept = await db.DrillAttempts.AsNoTracking().SingleAsync(a => a.SolverId == solver);
        Assert.True(kept.Id > 0);
        answer.Id = kept.Id;
        Assert.Equivalent(answer, kept, strict: true);
        Assert.Equivalent(row, await db.Masteries.AsNoTracking().SingleAsync(m => m.SolverId == solver), strict: true);
        Assert.Equivalent(session, await db.Sessions.AsNoTracking().SingleAsync(s => s.SolverId == solver), strict: true);
    }

    [Fact]
    public async Task A_step_from_a_state_that_is_past_writes_nothing()
    {
        using var scope = server.Services.CreateScope();
        var (db, quick) = Of(scope);
        var solver = (await server.AddSolverAsync()).Id;
        var session = await SessionAsync(db, solver);
        var answer = new RowChange(Answer(session), RowChange.Kind.Add);
        session.Done = 4;
        await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => quick.WriteAsync(db, [answer, Step(session, 3, null)], default));
        await Assert.ThrowsAsync<DbUpdateConcurrencyException>(() => quick.WriteAsync(db, [answer, Step(session, 0, At)], default));
        Assert.Empty(await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solver).ToListAsync());
        Assert.Equal(0, (await db.Sessions.AsNoTracking().SingleAsync(s => s.SolverId == solver)).Done);
        await quick.WriteAsync(db, [answer, Step(session, 0, null)], default);
        Assert.Equal(4, (await db.Sessions.AsNoTracking().SingleAsync(s => s.SolverId == solver)).Done);
    }

    [Fact]
    public async Task A_key_that_is_kept_already_and_a_solver_that_is_not_there_are_refused_whole_and_what_follows_is_written()
    {
        using var scope = server.Services.CreateScope();
        var (db, quick) = Of(scope);
        var solver = (await server.AddSolverAsync()).Id;
        var session = await SessionAsync(db, solver);
        var (first, second) = (Answer(session), Answer(session));
        await quick.WriteAsync(db, [new RowChange(first, RowChange.Kind.Add)], default);
        session.Done = 1;
        var repeated = new RowChange(first, RowChange.Kind.Add);
        await Assert.ThrowsAsync<DbUpdateException>(() => quick.WriteAsync(db, [Step(session, 0, null), repeated], default));
        var stranger = new StandingRow { SolverId = 1_000_000, Levels = "" };
        var foreign = new RowChange(stranger, RowChange.Kind.Put);
        await Assert.ThrowsAsync<DbUpdateException>(() => quick.WriteAsync(db, [Step(session, 0, null), foreign], default));
        Assert.Equal(0, (await db.Sessions.AsNoTracking().SingleAsync(s => s.SolverId == solver)).Done);
        await quick.WriteAsync(db, [Step(session, 0, null), new RowChange(second, RowChange.Kind.Add)], default);
        Assert.Equal(2, await db.DrillAttempts.CountAsync(a => a.SolverId == solver));
    }

    [Fact]
    public async Task Answers_that_come_together_are_all_kept_but_those_that_cannot_be_and_those_given_up()
    {
        using var scope = server.Services.CreateScope();
        var (db, quick) = Of(scope);
        var lane = scope.ServiceProvider.GetRequiredService<WriteLane>();
        var solver = (await server.AddSolverAsync()).Id;
        var session = await SessionAsync(db, solver);
        var repeated = Answer(session);
        DrillAttempt[] answers = [.. Enumerable.Range(0, 90).Select(i => i is 20 or 70 ? repeated : Answer(session))];
        using var cancelled = new CancellationTokenSource();
        Task[] written;
        // While somebody else writes, they all wait.
        using (await lane.EnterAsync(default))
        {
            written = [.. answers.Select((a, i) => quick.WriteAsync(db, [new RowChange(a, RowChange.Kind.Add)],
                i % 10 == 5 ? cancelled.Token : default))];
            await cancelled.CancelAsync();
            for (var i = 5; i < 90; i += 10) await Assert.ThrowsAnyAsync<OperationCanceledException>(() => written[i]);
            Assert.Empty(await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solver).ToListAsync());
        }

        await Assert.ThrowsAsync<DbUpdateException>(() => written[70]);
        await Task.WhenAll(written.Where((_, i) => i % 10 != 5 && i != 70));
        var kept = await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solver).Select(a => a.Key).ToListAsync();
        Assert.Equal(answers.Where((_, i) => i % 10 != 5 && i != 70).Select(a => a.Key).Order(), kept.Order());
        // Each is acknowledged after its row is there: another connection reads the file at once.
        await Task.WhenAll(Enumerable.Range(0, 8).Select(async _ =>
        {
            using var own = server.Services.CreateScope();
            var other = Of(own).Db;
            for (var i = 0; i < 10; i++)
            {
                var answer = Answer(session);
                await quick.WriteAsync(other, [new RowChange(answer, RowChange.Kind.Add)], default);
                Assert.True(await other.DrillAttempts.AnyAsync(a => a.SolverId == solver && a.Key == answer.Key));
            }
        }));
    }

    [Fact]
    public async Task What_is_read_by_prepared_statements_is_what_the_model_reads_damaged_rows_too()
    {
        using var scope = server.Services.CreateScope();
        var (db, write) = Of(scope);
        var read = scope.ServiceProvider.GetRequiredService<QuickRead>();
        var solver = (await server.AddSolverAsync()).Id;
        Assert.Null(read.One<DrillSession>(db, (nameof(DrillSession.SolverId), solver)));
        var session = await SessionAsync(db, solver);
        var answer = Answer(session);
        db.Habits.Add(new SolverHabits { SolverId = solver, LeftHanded = true, Theme = Theme.Dark, TurnMs = 77, Method = "roux" });
        await db.SaveChangesAsync();
        MasteryRow Row(string name) => new()
        {
            SolverId = solver,
            Drill = "d",
            Case = name,
            Attempts = 3,
            Ease = 2.25,
            IntervalDays = 0.5,
            Since = At,
            Recent = "1,,3",
        };
        await write.WriteAsync(db, [new RowChange(answer, RowChange.Kind.Add), new RowChange(Row("a"), RowChange.Kind.Put),
            new RowChange(Row("b"), RowChange.Kind.Put), new RowChange(new StandingRow { SolverId = solver, Levels = "d=2" },
            RowChange.Kind.Put)], default);
        // What another program wrote into the file: a number too large, a time that is none, a key that is none, a word that is none.
        await db.Database.ExecuteSqlAsync($"""
            UPDATE "Masteries" SET "Attempts" = 9000000000 WHERE "SolverId" = {solver} AND "Case" = 'b';
            UPDATE "DrillAttempts" SET "At" = {long.MaxValue}, "Key" = 'x' WHERE "SolverId" = {solver};
            UPDATE "Habits" SET "Theme" = 'odd', "TurnMs" = 'odd' WHERE "SolverId" = {solver}
            """);
        Same(db.Sessions.Where(r => r.SolverId == solver), 1);
        Same(db.DrillAttempts.Where(r => r.SolverId == solver), 1);
        Same(db.Habits.Where(r => r.SolverId == solver), 1);
        Same(db.Standings.Where(r => r.SolverId == solver), 1);
        Same(db.Masteries.Where(r => r.SolverId == solver), 2);
        Assert.Equal("b", read.One<MasteryRow>(db, (nameof(MasteryRow.SolverId), solver), (nameof(MasteryRow.Case), "b"))!.Case);

        void Same<T>(IQueryable<T> asked, int count)
            where T : class
        {
            var rows = read.All<T>(db, ("SolverId", solver));
            Assert.Equal(count, rows.Count);
            Assert.Equivalent(asked.AsNoTracking().ToList(), rows, strict: true);
        }
    }

    [Fact]
    public async Task What_was_written_last_is_read_by_all_who_read_at_once_and_one_who_fails_harms_no_other()
    {
        using var scope = server.Services.CreateScope();
        var (db, write) = Of(scope);
        var read = scope.ServiceProvider.GetRequiredService<QuickRead>();
        var solver = (await server.AddSolverAsync()).Id;
        for (var i = 1; i <= 20; i++)
        {
            var row = new StandingRow { SolverId = solver, Levels = $"{i}" };
            await write.WriteAsync(db, [new RowChange(row, RowChange.Kind.Put)], default);
            var told = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => Task.Run(
                () => read.One<StandingRow>(db, (nameof(StandingRow.SolverId), solver))!.Levels)));
            Assert.All(told, levels => Assert.Equal($"{i}", levels));
            Assert.ThrowsAny<Exception>(() => read.All<StandingRow>(db, ("NoSuchProperty", 1)));
        }
    }

    [Fact]
    public void Every_connection_is_told_to_keep_foreign_keys_and_to_write_to_the_disk()
    {
        for (var i = 0; i < 3; i++)
        {
            using var scope = server.Services.CreateScope();
            var db = Of(scope).Db;
            Assert.Equal([1L], db.Database.SqlQueryRaw<long>("SELECT foreign_keys AS Value FROM pragma_foreign_keys").ToArray());
            Assert.Equal([2L], db.Database.SqlQueryRaw<long>("SELECT synchronous AS Value FROM pragma_synchronous").ToArray());
        }

        using var own = server.Services.GetRequiredService<DatabaseFile>().Open();
        using var command = own.CreateCommand();
        command.CommandText = "SELECT foreign_keys * 10 + synchronous FROM pragma_foreign_keys, pragma_synchronous";
        Assert.Equal(12L, command.ExecuteScalar());
    }

    private static (TinCompassDb Db, QuickWrite Quick) Of(IServiceScope scope) =>
        (scope.ServiceProvider.GetRequiredService<TinCompassDb>(), scope.ServiceProvider.GetRequiredService<QuickWrite>());

    private static RowChange Step(DrillSession session, int done, DateTimeOffset? ended) => new(
        session, RowChange.Kind.Step, (nameof(session.Done), done), (nameof(session.EndedAt), ended));

    private static async Task<DrillSession> SessionAsync(TinCompassDb db, int solver)
    {
        var session = new DrillSession { SolverId = solver, Programme = "today", Tasks = 9, StartedAt = At, Drill = "d", Colors = "white" };
        db.Sessions.Add(session);
        await db.SaveChangesAsync();
        db.ChangeTracker.Clear();
        return session;
    }

    private static DrillAttempt Answer(DrillSession session) => new()
    {
        Key = Guid.NewGuid(),
        SessionId = session.Id,
        SolverId = session.SolverId,
        At = At,
        Stage = "cross",
        Drill = "d",
        Case = "c",
        Part = "p",
        Level = 2,
        Position = Core.Cube.Facelets.Write(Core.Cube.CubeState.Solved),
        Color = "white",
        Answer = "it's \"this\"",
        Plan = "R U",
        Right = true,
        TurnsOver = null,
        FirstMs = 1,
        TotalMs = 2,
        Ms = 3,
        TargetMs = 4,
        Hints = 5,
    };
}
