using System.Globalization;
using System.Net.Http.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>
/// Killed at any moment: at its first start, in the midst of writes, while a file is upgraded, copied, put back. Afterwards it starts,
/// what was acknowledged is there once, and no copy is torn. './tc test --long' kills many times more.
/// </summary>
public sealed class KillTests : IDisposable
{
    private static readonly int Times = Environment.GetEnvironmentVariable("TC_LONG") is null ? 1 : 25;
    private readonly TemporaryFolder folder = new();
    private readonly Random random = new(7);

    public KillTests() => ReadyTables.LinkIn(folder.Path);

    private string DatabasePath => Path.Combine(folder.Path, "tin-compass.db");

    public void Dispose() => folder.Dispose();

    [Fact]
    public async Task Killed_in_the_midst_of_writes_everything_acknowledged_is_there_once()
    {
        var (acknowledged, solver) = (new HashSet<Guid>(), 0);
        for (var time = 0; time < Times; time++)
        {
            using var server = await RunningServer.StartAsync(folder.Path);
            using var client = new HttpClient { BaseAddress = server.Address };
            if (solver == 0)
            {
                using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Runa Teel"));
                solver = (await added.Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;
            }

            var enough = acknowledged.Count + random.Next(5, 60);
            var writers = Enumerable.Range(0, 4).Select(_ => Task.Run(async () =>
            {
                while (true)
                {
                    // Plans and timed solves in turn.
                    var (plan, solve) = (ServerFixture.Attempt(solver), SolveApiTests.Solve(solver));
                    var isPlan = Random.Shared.Next(2) == 0;
                    using var answer = await client.PostAsJsonAsync(
                        isPlan ? "api/attempts" : "api/solves", isPlan ? plan : (object)solve, ServerFixture.Json);
                    answer.EnsureSuccessStatusCode();
                    lock (acknowledged)
                        if (acknowledged.Add(isPlan ? plan.Key : solve.Key) && acknowledged.Count == enough) server.Kill();
                }
            })).ToArray();
            await Task.WhenAll(writers.Select(w => Record.ExceptionAsync(() => w)));
        }

        using var file = DatabaseFile.Claim(folder.Path);
        using var db = Open(file);
        var keys = db.Attempts.Select(a => a.Key).ToList().Concat(db.Solves.Select(s => s.Key)).ToList();
        Assert.Equal(keys.Count, keys.Distinct().Count());
        Assert.Empty(acknowledged.Except(keys));
    }

    [Fact]
    public async Task Killed_at_its_first_start_the_next_start_goes_well()
    {
        if (Times > 1)
            foreach (var table in Directory.GetFiles(folder.Path, "*.tables")) File.Delete(table);
        for (var time = 0; time < Times; time++)
        {
            await RunningServer.KilledAsync(folder.Path, TimeSpan.FromMilliseconds(200 + random.Next(1_500)));
            using (var server = await RunningServer.StartAsync(folder.Path, demo: true))
            {
                // Who asked before all were there was told so, and to come again.
                Assert.Contains(Demo.MovingIn.Code, server.AtFirst, StringComparison.Ordinal);
                using var client = new HttpClient { BaseAddress = server.Address };
                var page = await client.GetFromJsonAsync<SolverPageResponse>("api/solvers", ServerFixture.Json);
                Assert.Equal(Demo.DemoClub.Members.Count, page!.Total);
                Assert.Equal(page.Total, page.Items.Select(s => s.Name).Distinct().Count());
                server.Kill();
            }

            foreach (var left in Directory.GetFiles(folder.Path, "tin-compass*")) File.Delete(left);
        }
    }

    [Fact]
    public async Task Killed_in_an_upgrade_it_is_upgraded_by_the_next_start_and_every_copy_is_whole()
    {
        for (var time = 0; time < Times; time++)
        {
            MigrationTests.UnpackTo(DatabasePath, "stages.db.gz");
            var answers = Count("DrillAttempts");
            await RunningServer.KilledAsync(folder.Path, TimeSpan.FromMilliseconds(300 + random.Next(1_500)));
            using (ServerFixture.At(folder.Path)) Assert.Equal(answers, Count("DrillAttempts"));
            foreach (var copy in Copies.Of(DatabasePath)) Assert.NotNull(FileCheck.Look(copy.Path));
            Assert.NotEmpty(Copies.Of(DatabasePath));
            Assert.Empty(Directory.GetFiles(folder.Path, "*.part"));
            foreach (var left in Directory.GetFiles(folder.Path, "tin-compass*")) File.Delete(left);
        }
    }

    [Fact]
    public async Task Killed_while_a_copy_is_made_or_put_back_what_was_or_the_copy_is_there()
    {
        MigrationTests.UnpackTo(DatabasePath, "stages.db.gz");
        ServerFixture.At(folder.Path).Dispose();
        var copy = Copies.MakeBackup(DatabasePath, null, new DateTime(2026, 1, 2));
        var then = Count("DrillAttempts");
        using (var file = DatabaseFile.Claim(folder.Path))
        using (var db = Open(file)) db.Database.ExecuteSqlRaw("DELETE FROM DrillAttempts WHERE Id % 2 = 0");
        var now = Count("DrillAttempts");
        for (var time = 0; time < 2 * Times; time++)
        {
            await RunningServer.KilledAsync(folder.Path, TimeSpan.FromMilliseconds(100 + random.Next(500)),
                time % 2 == 0 ? ["--job", "restore", "--job-file", copy] : ["--job", "backup"]);
            using (var file = DatabaseFile.Claim(folder.Path)) file.ClearRemains();
            Assert.Contains(Count("DrillAttempts"), new[] { then, now });
            foreach (var made in Copies.Of(DatabasePath)) Assert.NotNull(FileCheck.Look(made.Path));
        }
    }

    private long Count(string table)
    {
        using var connection = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Names of our own tables alone.
        command.CommandText = $"SELECT count(*) FROM \"{table}\"";
#pragma warning restore CA2100
        return Convert.ToInt64(command.ExecuteScalar(), CultureInfo.InvariantCulture);
    }

    private static TinCompassDb Open(DatabaseFile file)
    {
        var options = new DbContextOptionsBuilder<TinCompassDb>();
        file.Configure(options);
        return new TinCompassDb(options.Options);
    }
}
