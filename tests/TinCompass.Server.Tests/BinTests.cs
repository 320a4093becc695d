using System.Net;
using System.Net.Http.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Bin;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Features.Solves;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>A key is one solver's; what is deleted is in the bin or where it was, and what cannot be put back stays in the bin.</summary>
public sealed class BinTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    [Fact]
    public async Task A_key_of_one_solver_means_nothing_to_another()
    {
        var (one, other) = ((await server.AddSolverAsync()).Id, (await server.AddSolverAsync()).Id);
        var (plan, solve) = (ServerFixture.Attempt(one), SolveApiTests.Solve(one));
        await server.PostAsync<AttemptResponse>("api/attempts", plan);
        await server.PostAsync<SolveResponse>("api/solves", solve);
        Assert.Equal(other, (await server.PostAsync<AttemptResponse>("api/attempts", plan with { SolverId = other })).SolverId);
        var theirs = await server.PostAsync<SolveResponse>("api/solves", solve with { SolverId = other, Ms = 77_770 });
        Assert.Equal(77_770, theirs.Ms);
        foreach (var solver in new[] { one, other })
            Assert.Equal(1, (await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}")).Total);
        // Taken in by both, taken back by one.
        var text = KeepingTests.Document(KeepingTests.Answers(server, 30));
        var (mine, yours) = (await KeepingTests.ImportAsync(server.Client, one, text),
            await KeepingTests.ImportAsync(server.Client, other, text));
        Assert.Equal((30, 30), (mine.Answers, yours.Answers));
        var gone = await DeleteAsync($"api/solvers/{one}/imports/{mine.Id}");
        Assert.Equal(30, (await RecordAsync(other)).Attempts);
        Assert.Equal(new RestoredResponse(gone.Rows, 0), await RestoreAsync(gone.Id));
        Assert.Equal((30, 30), ((await RecordAsync(one)).Attempts, (await RecordAsync(other)).Attempts));
    }

    [Fact]
    public async Task What_cannot_be_put_back_stays_in_the_bin_and_is_said()
    {
        var solver = (await server.AddSolverAsync()).Id;
        // The same plan was sent again meanwhile.
        var plan = ServerFixture.Attempt(solver);
        var kept = await server.PostAsync<AttemptResponse>("api/attempts", plan);
        var gone = await DeleteAsync($"api/attempts/{kept.Id}?solverId={solver}");
        var again = await server.PostAsync<AttemptResponse>("api/attempts", plan);
        Assert.Equal("nothing-came-back",
            (await server.ProblemAsync($"api/bin/{gone.Id}/restore", HttpStatusCode.Conflict, new { }))
            .GetProperty("code").GetString());
        Assert.Contains(await server.GetAsync<List<DeletedResponse>>($"api/bin?solverId={solver}"), d => d.Id == gone.Id);
        await DeleteAsync($"api/attempts/{again.Id}?solverId={solver}");
        Assert.Equal(new RestoredResponse(1, 0), await RestoreAsync(gone.Id));
        // An answer, and then the session it was given in.
        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "cross.last-edge", 5, 10));
        foreach (var number in new[] { 1, 2 })
            await server.PostAsync<VerdictResponse>($"api/practice/sessions/{session.Id}/answers",
                new AnswerRequest(Guid.NewGuid(), number, "R U", 1_000, 2_000, 0));
        var answer = await DeleteAsync($"api/practice/answers/{(await RecordAsync(solver)).Last[0].Id}?solverId={solver}");
        var whole = await DeleteAsync($"api/practice/sessions/{session.Id}?solverId={solver}");
        Assert.Equal("nothing-came-back",
            (await server.ProblemAsync($"api/bin/{answer.Id}/restore", HttpStatusCode.Conflict, new { }))
            .GetProperty("code").GetString());
        Assert.Equal(new RestoredResponse(2, 0), await RestoreAsync(whole.Id));
        Assert.Equal(new RestoredResponse(1, 0), await RestoreAsync(answer.Id));
        Assert.Equal(2, (await RecordAsync(solver)).Attempts);
        // Of an import one answer was taken in again.
        var answers = KeepingTests.Answers(server, 20);
        var import = await KeepingTests.ImportAsync(server.Client, solver, KeepingTests.Document(answers));
        var brought = await DeleteAsync($"api/solvers/{solver}/imports/{import.Id}");
        await KeepingTests.ImportAsync(server.Client, solver, KeepingTests.Document([answers[7]]));
        Assert.Equal(new RestoredResponse(brought.Rows - 1, 1), await RestoreAsync(brought.Id));
        Assert.Equal(1, (await server.GetAsync<List<DeletedResponse>>($"api/bin?solverId={solver}")).Single(d => d.Id == brought.Id).Rows);
        Assert.Equal(22, (await RecordAsync(solver)).Attempts);
    }

    [Fact]
    public async Task Bytes_that_another_program_wrote_into_a_text_are_deleted_and_come_back()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var plan = await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(solver));
        using var other = new SqliteConnection($"Data Source={Path.Combine(server.Folder, "tin-compass.db")};Pooling=False");
        other.Open();
        Run($"UPDATE Attempts SET Plan = X'00FF07' WHERE Id = {plan.Id}");
        foreach (var deletion in new[] { $"api/attempts/{plan.Id}?solverId={solver}", $"api/solvers/{solver}" })
        {
            var gone = await DeleteAsync(deletion);
            Assert.Equal(0L, Run($"SELECT count(*) FROM Attempts WHERE Id = {plan.Id}"));
            await RestoreAsync(gone.Id);
            Assert.Equal("00FF07", Run($"SELECT hex(Plan) FROM Attempts WHERE Id = {plan.Id} AND typeof(Plan) = 'blob'"));
        }

        object? Run(string sql)
        {
            using var command = other.CreateCommand();
#pragma warning disable CA2100 // Of this test alone.
            command.CommandText = sql;
#pragma warning restore CA2100
            return command.ExecuteScalar();
        }
    }

    [Fact]
    public async Task Killed_while_a_large_solver_is_deleted_or_put_back_all_is_in_one_place()
    {
        using var folder = new TemporaryFolder();
        ReadyTables.LinkIn(folder.Path);
        var (solver, export) = (0, "");
        for (var time = 0; time < 4; time++)
        {
            var isDeleting = time % 2 == 0;
            using (var running = await RunningServer.StartAsync(folder.Path))
            {
                using var client = new HttpClient { BaseAddress = running.Address };
                if (time == 0)
                {
                    using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Runa Teel"));
                    solver = (await added.Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;
                    await KeepingTests.ImportAsync(client, solver, KeepingTests.Document(KeepingTests.Answers(server, 20_000)));
                    export = KeepingTests.Plain(await KeepingTests.ExportAsync(client, solver));
                }

                var asked = isDeleting ? client.DeleteAsync(new Uri($"api/solvers/{solver}", UriKind.Relative))
                    : client.PostAsJsonAsync($"api/bin/{await GoneAsync(client)}/restore", new { });
                // In the midst: some rows are here, some there.
                using var db = Open(folder.Path);
                Assert.True(SpinWait.SpinUntil(() => db.BinRows.Count() is > 0 and < 20_000 && db.DrillAttempts.Any(), 20_000));
                running.Kill();
                await Record.ExceptionAsync(() => asked);
            }

            using (var next = await RunningServer.StartAsync(folder.Path))
            {
                using var client = new HttpClient { BaseAddress = next.Address };
                var solvers = (await client.GetFromJsonAsync<SolverPageResponse>("api/solvers", ServerFixture.Json))!;
                var gone = (await client.GetFromJsonAsync<List<DeletedResponse>>("api/bin", ServerFixture.Json))!;
                Assert.Equal(isDeleting ? (0, 1) : (1, 0), (solvers.Total, gone.Count));
                if (!isDeleting) Assert.Equal(export, KeepingTests.Plain(await KeepingTests.ExportAsync(client, solver)));
            }
        }

        async Task<long> GoneAsync(HttpClient client) =>
            (await client.GetFromJsonAsync<List<DeletedResponse>>("api/bin", ServerFixture.Json))![0].Id;
    }

    [Fact]
    public async Task Who_leaves_while_a_large_solver_is_deleted_leaves_no_half()
    {
        var solver = (await server.AddSolverAsync()).Id;
        await KeepingTests.ImportAsync(server.Client, solver, KeepingTests.Document(KeepingTests.Answers(server, 12_000)));
        var export = KeepingTests.Plain(await KeepingTests.ExportAsync(server.Client, solver));
        using (var db = Open(server.Folder))
        {
            using var leaving = new CancellationTokenSource();
            var asked = server.Client.DeleteAsync(new Uri($"api/solvers/{solver}", UriKind.Relative), leaving.Token);
            Assert.True(SpinWait.SpinUntil(() => db.BinRows.Any(), 20_000));
            await leaving.CancelAsync();
            await Record.ExceptionAsync(() => asked);
            // Hidden from the first moment, and moved to its last row although nobody waits for it.
            Assert.DoesNotContain(await SolversAsync(), s => s.Id == solver);
            Assert.True(SpinWait.SpinUntil(() => !db.DrillAttempts.Any(a => a.SolverId == solver)
                && !db.Bin.Any(b => b.SolverId == solver && b.Deleting != null), 30_000));
        }

        var gone = (await server.GetAsync<List<DeletedResponse>>("api/bin")).Single(d => d.Title.Length > 0 && d.Rows > 12_000);
        await RestoreAsync(gone.Id);
        Assert.Equal(export, KeepingTests.Plain(await KeepingTests.ExportAsync(server.Client, solver)));

        async Task<IReadOnlyList<SolverResponse>> SolversAsync() =>
            (await server.GetAsync<SolverPageResponse>("api/solvers?pageSize=200")).Items;
    }

    private static TinCompassDb Open(string folder) => new(new DbContextOptionsBuilder<TinCompassDb>()
        .UseSqlite($"Data Source={Path.Combine(folder, "tin-compass.db")};Pooling=False").Options);

    private Task<RecordResponse> RecordAsync(int solver) => server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}");

    private Task<RestoredResponse> RestoreAsync(long id) => server.PostAsync<RestoredResponse>($"api/bin/{id}/restore", new { });

    private async Task<DeletedResponse> DeleteAsync(string address)
    {
        using var answer = await server.Client.DeleteAsync(new Uri(address, UriKind.Relative));
        answer.EnsureSuccessStatusCode();
        return (await answer.Content.ReadFromJsonAsync<DeletedResponse>(ServerFixture.Json))!;
    }
}
