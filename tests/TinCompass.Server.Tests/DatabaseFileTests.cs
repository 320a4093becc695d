using System.Net.Http.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

public sealed class DatabaseFileTests : IDisposable
{
    private readonly TemporaryFolder folder = new();

    public DatabaseFileTests() => ReadyTables.LinkIn(folder.Path);

    private string DatabasePath => Path.Combine(folder.Path, "tin-compass.db");

    public void Dispose() => folder.Dispose();

    [Fact]
    public async Task A_file_that_is_no_database_is_refused_and_untouched()
    {
        await File.WriteAllTextAsync(DatabasePath, "these are my notes, not a database");
        var (status, said) = await RunningServer.RefusedAsync(folder.Path);
        Assert.Equal(3, status);
        Assert.Contains("is no database of Tin Compass", said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
        Assert.Equal("these are my notes, not a database", await File.ReadAllTextAsync(DatabasePath));
    }

    [Fact]
    public void A_damaged_page_is_refused_and_the_file_is_untouched()
    {
        MakeDatabase();
        var bytes = File.ReadAllBytes(DatabasePath);
        // The second and third page: their heads overwritten.
        for (var page = 1; page <= 2; page++) Array.Fill(bytes, (byte)0xAB, page * 4096, 200);
        File.WriteAllBytes(DatabasePath, bytes);
        var refused = Assert.Throws<StartRefusedException>(() => DatabaseFile.Claim(folder.Path));
        Assert.Contains("damaged", refused.Message, StringComparison.Ordinal);
        Assert.Equal(bytes, File.ReadAllBytes(DatabasePath));
    }

    [Fact]
    public void A_file_locked_by_another_program_is_refused()
    {
        MakeDatabase();
        using var other = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
        other.Open();
        using var begin = new SqliteCommand("BEGIN EXCLUSIVE", other);
        begin.ExecuteNonQuery();
        var refused = Assert.Throws<StartRefusedException>(() => DatabaseFile.Claim(folder.Path));
        Assert.Contains("locked by another program", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_folder_is_used_by_one_server_at_a_time()
    {
        using (DatabaseFile.Claim(folder.Path))
        {
            var refused = Assert.Throws<DataInUseException>(() => DatabaseFile.Claim(folder.Path));
            Assert.Contains("Another Tin Compass", refused.Message, StringComparison.Ordinal);
        }

        using var afterwards = DatabaseFile.Claim(folder.Path);
    }

    [Fact]
    public void A_database_of_a_newer_version_is_refused()
    {
        MakeDatabase();
        Execute("INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_FromTheFuture', '99.0')");
        Assert.Contains("newer Tin Compass", Assert.Throws<StartRefusedException>(() => DatabaseFile.Claim(folder.Path)).Message,
            StringComparison.Ordinal);
    }

    [Fact]
    public void Before_a_migration_a_copy_is_kept_and_nothing_is_lost()
    {
        using (var file = DatabaseFile.Claim(folder.Path))
        using (var db = Open(file))
        {
            // As the first version left it.
            db.GetService<IMigrator>().Migrate("FirstAttempts");
            db.Database.ExecuteSqlRaw("INSERT INTO Solvers (Name, CreatedAt) VALUES ('Runa Teel', 0)");
            // And as one leaves it that is killed in the middle of an upgrade.
            db.Database.ExecuteSqlRaw("INSERT INTO \"__EFMigrationsLock\" (Id, Timestamp) VALUES (1, '2026-01-01 00:00:00+00:00')");
        }

        using (var file = DatabaseFile.Claim(folder.Path))
        using (var db = Open(file))
        {
            file.Migrate(db);
            Assert.Equal("Runa Teel", db.Solvers.Single().Name);
            Assert.Empty(db.Habits);
        }

        var copy = Assert.Single(Directory.GetFiles(folder.Path, "*.before-*"));
        Assert.EndsWith("_SolverHabits", copy, StringComparison.Ordinal);
        using var kept = new SqliteConnection($"Data Source={copy};Pooling=False;Mode=ReadOnly");
        kept.Open();
        using var names = new SqliteCommand("SELECT Name FROM Solvers", kept);
        Assert.Equal("Runa Teel", names.ExecuteScalar());
        using var tables = new SqliteCommand("SELECT count(*) FROM sqlite_master WHERE name = 'Habits'", kept);
        Assert.Equal(0L, tables.ExecuteScalar());
    }

    [Fact]
    public void Of_the_copies_before_upgrades_the_newest_three_stay()
    {
        for (var i = 1; i <= 5; i++)
        {
            var old = $"{DatabasePath}.before-2020010{i}000000_Old";
            File.WriteAllText(old, "an older copy");
            File.SetLastWriteTimeUtc(old, new DateTime(2020, 1, i, 0, 0, 0, DateTimeKind.Utc));
        }

        using var file = DatabaseFile.Claim(folder.Path);
        using var db = Open(file);
        db.GetService<IMigrator>().Migrate("FirstAttempts");
        file.Migrate(db);
        var copies = Directory.GetFiles(folder.Path, "*.before-*").Select(p => Path.GetFileName(p)["tin-compass.db.before-".Length..])
            .Order().ToArray();
        Assert.Equal(3, copies.Length);
        Assert.Equal(["20200104000000_Old", "20200105000000_Old"], copies.Where(c => c.EndsWith("_Old", StringComparison.Ordinal)));
        Assert.Empty(Directory.GetFiles(folder.Path, "*.part"));
    }

    [Fact]
    public void The_file_keeps_its_promises_WAL_and_full_sync_and_foreign_keys()
    {
        MakeDatabase();
        using var file = DatabaseFile.Claim(folder.Path);
        using var db = Open(file);
        Assert.Equal("wal", db.Database.SqlQueryRaw<string>("SELECT journal_mode AS Value FROM pragma_journal_mode").Single());
        Assert.Equal(2, db.Database.SqlQueryRaw<int>("SELECT synchronous AS Value FROM pragma_synchronous").Single());
        Assert.Equal(1, db.Database.SqlQueryRaw<int>("SELECT foreign_keys AS Value FROM pragma_foreign_keys").Single());
        Assert.False(db.Database.HasPendingModelChanges());
    }

    [Fact]
    public async Task A_killed_server_loses_at_most_the_request_being_written()
    {
        var acknowledged = new List<Guid>();
        int solver;
        using (var server = await RunningServer.StartAsync(folder.Path))
        {
            using var client = new HttpClient { BaseAddress = server.Address };
            using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Runa Teel"));
            solver = (await added.Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;
            var writing = Task.Run(async () =>
            {
                while (true)
                {
                    var request = ServerFixture.Attempt(solver);
                    using var answer = await client.PostAsJsonAsync("api/attempts", request, ServerFixture.Json);
                    answer.EnsureSuccessStatusCode();
                    lock (acknowledged) acknowledged.Add(request.Key);
                }
            });
            while (true)
            {
                lock (acknowledged)
                    if (acknowledged.Count >= 40) break;
                await Task.Yield();
            }

            server.Kill();
            await Assert.ThrowsAnyAsync<HttpRequestException>(() => writing);
        }

        using var again = ServerFixture.At(folder.Path);
        var page = await again.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}&pageSize=200");
        Assert.InRange(page.Total, acknowledged.Count, acknowledged.Count + 1);
    }

    [Fact]
    public async Task A_taken_port_is_said_plainly()
    {
        using var other = new TemporaryFolder();
        ReadyTables.LinkIn(other.Path);
        using var server = await RunningServer.StartAsync(other.Path);
        var (status, said) = await RunningServer.RefusedAsync(folder.Path, server.Address.Port);
        Assert.Equal(4, status);
        Assert.Contains("--port", said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_body_over_the_limit_is_refused_as_a_problem_and_an_address_that_is_none_at_the_door()
    {
        using var server = await RunningServer.StartAsync(folder.Path);
        using var client = new HttpClient { BaseAddress = server.Address };
        using var content = new StringContent($"{{\"scramble\":\"{new string('R', 100_000)}\"}}",
            System.Text.Encoding.UTF8, "application/json");
        using var answer = await client.PostAsync(new Uri("api/cross/judgement", UriKind.Relative), content);
        Assert.Equal(System.Net.HttpStatusCode.RequestEntityTooLarge, answer.StatusCode);
        Assert.Equal("body-too-large", (await answer.Content.ReadFromJsonAsync<System.Text.Json.JsonElement>()).GetProperty("code")
            .GetString());
        foreach (var (line, status) in new[] { ("GET /api/solvers/%00 HTTP/1.1", 400), ("GET /api/scramble?x=%00 HTTP/1.1", 200) })
        {
            using var socket = new System.Net.Sockets.TcpClient(server.Address.Host, server.Address.Port);
            await using var stream = socket.GetStream();
            await stream.WriteAsync(System.Text.Encoding.ASCII.GetBytes($"{line}\r\nHost: localhost\r\nConnection: close\r\n\r\n"));
            using var reader = new StreamReader(stream);
            var text = await reader.ReadToEndAsync();
            Assert.StartsWith($"HTTP/1.1 {status}", text, StringComparison.Ordinal);
        }
    }

    private void MakeDatabase()
    {
        using var file = DatabaseFile.Claim(folder.Path);
        using var db = Open(file);
        file.Migrate(db);
        Execute("PRAGMA wal_checkpoint(TRUNCATE)");
    }

    private static TinCompassDb Open(DatabaseFile file)
    {
        var options = new DbContextOptionsBuilder<TinCompassDb>();
        file.Configure(options);
        return new TinCompassDb(options.Options);
    }

    private void Execute(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
        connection.Open();
#pragma warning disable CA2100 // Only the constants above.
        using var command = new SqliteCommand(sql, connection);
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }
}
