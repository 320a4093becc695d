using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>A locked file, a full or read-only disk, greedy neighbours, being told to stop.</summary>
public class HardTimesTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    [Fact]
    public async Task While_another_program_holds_the_file_one_is_told_to_try_again_and_then_it_is_kept()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var plan = ServerFixture.Attempt(solver);
        using (var other = new SqliteConnection($"Data Source={Path.Combine(server.Folder, "tin-compass.db")};Pooling=False"))
        {
            other.Open();
            using var hold = new SqliteCommand("BEGIN IMMEDIATE", other);
            hold.ExecuteNonQuery();
            using var refused = await server.Client.PostAsJsonAsync(new Uri("api/attempts", UriKind.Relative), plan, ServerFixture.Json);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, refused.StatusCode);
            Assert.Equal(TimeSpan.FromSeconds(1), refused.Headers.RetryAfter?.Delta);
            var problem = await refused.Content.ReadFromJsonAsync<JsonElement>();
            Assert.Equal("storage-busy", problem.GetProperty("code").GetString());
            // Whoever reads is not kept waiting.
            Assert.Equal(0, (await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}")).Total);
        }

        await server.PostAsync<AttemptResponse>("api/attempts", plan);
        Assert.Equal(1, (await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}")).Total);
    }

    [Theory]
    [InlineData(5, 503, "storage-busy")]
    [InlineData(6, 503, "storage-busy")]
    [InlineData(8, 503, "storage-read-only")]
    [InlineData(10, 503, "storage-unreadable")]
    [InlineData(13, 507, "no-room")]
    public void What_is_wrong_with_the_disk_is_told_as_what_it_is(int number, int status, string code)
    {
        var trouble = StorageTrouble.Of(new InvalidOperationException("saving", new SqliteException("it", number)));
        Assert.Equal((status, code), (trouble!.Status, trouble.Code));
        Assert.Equal(status, Problems.StatusOf(new SqliteException("it", number)));
        Assert.Null(StorageTrouble.Of(new InvalidOperationException("another fault")));
    }

    [Fact]
    public void A_full_file_and_a_read_only_one_are_known_from_what_the_database_says()
    {
        using var folder = new TemporaryFolder();
        var path = Path.Combine(folder.Path, "small.db");
        using (var small = new SqliteConnection($"Data Source={path};Pooling=False"))
        {
            small.Open();
            Run(small, "CREATE TABLE t (x)");
            Run(small, "PRAGMA max_page_count = 3");
            Assert.Equal("no-room", StorageTrouble.Of(Record.Exception(() => Run(small,
                "INSERT INTO t VALUES (randomblob(100000))")))?.Code);
        }

        using var closed = new SqliteConnection($"Data Source={path};Pooling=False;Mode=ReadOnly");
        closed.Open();
        Assert.Equal("storage-read-only", StorageTrouble.Of(Record.Exception(() => Run(closed, "INSERT INTO t VALUES (1)")))?.Code);
        Assert.Equal("no-room", StorageTrouble.Of(new IOException("full", 28))?.Code);
    }

    [Fact]
    public async Task Two_greedy_clients_keep_nobody_from_practising()
    {
        var solver = (await server.AddSolverAsync()).Id;
        using var enough = new CancellationTokenSource();
        var greedy = Enumerable.Range(0, 120).Select(i => Task.Run(async () =>
        {
            while (!enough.IsCancellationRequested)
            {
                try
                {
                    var scramble = string.Join("%20", Enumerable.Range(0, 12).Select(t => "RUFLDB"[(i + (t * t)) % 6]));
                    using var answer = await server.Client.GetAsync(
                        new Uri($"api/course?color=white&beam=60&scramble={scramble}", UriKind.Relative), enough.Token);
                    Assert.Contains(answer.StatusCode,
                        new[] { HttpStatusCode.OK, HttpStatusCode.TooManyRequests, HttpStatusCode.GatewayTimeout });
                }
                catch (OperationCanceledException)
                {
                    return;
                }
            }
        })).ToArray();
        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "cross.sort-edges", null, 40));
        for (var task = 1; task <= 40; task++)
            await server.PostAsync<VerdictResponse>($"api/practice/sessions/{session.Id}/answers",
                new AnswerRequest(Guid.NewGuid(), task, "", 1_000, 2_000, 0));
        await enough.CancelAsync();
        await Task.WhenAll(greedy);
        Assert.Equal(40, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")).Attempts);
    }

    [Fact]
    public async Task Told_to_stop_it_ends_at_once_whatever_it_is_at()
    {
        using var folder = new TemporaryFolder();
        ReadyTables.LinkIn(folder.Path);
        var plans = Enumerable.Range(0, 120).Select(_ => new ExchangePlan(
            Guid.NewGuid(), DateTimeOffset.UnixEpoch.AddYears(50), "R U F", "white", "(R U R' U' F)80", null, false));
        int solver;
        using (var running = await RunningServer.StartAsync(folder.Path))
        {
            using var client = new HttpClient { BaseAddress = running.Address };
            using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Runa Teel"));
            solver = (await added.Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;
            var sending = client.PostAsJsonAsync($"api/solvers/{solver}/import",
                new { format = "tin-compass", version = 3, plans }, ServerFixture.Json);
            while (!(await client.GetFromJsonAsync<ImportProgressResponse>($"api/solvers/{solver}/import", ServerFixture.Json))!.IsRunning)
                Assert.False(sending.IsCompleted);
            Assert.InRange(await running.StopAsync(), TimeSpan.Zero, TimeSpan.FromSeconds(15));
            await Record.ExceptionAsync(() => sending);
        }

        using var again = ServerFixture.At(folder.Path);
        Assert.Equal(0, (await again.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}")).Total);
    }

    private static void Run(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Only the constants above.
        command.CommandText = sql;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }
}
