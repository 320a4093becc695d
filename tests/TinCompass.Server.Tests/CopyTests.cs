using System.Net.Http.Json;
using System.Security.Cryptography;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>What a start and a check say of a file, each in its own sentence and without touching it; copies, made and put back.</summary>
public sealed class CopyTests : IDisposable
{
    private static readonly DateTime Now = new(2026, 3, 4, 5, 6, 7);
    private readonly TemporaryFolder folder = new();

    private string DatabasePath => Path.Combine(folder.Path, "tin-compass.db");

    public void Dispose()
    {
        if (!OperatingSystem.IsWindows()) File.SetUnixFileMode(folder.Path, (UnixFileMode)0x1C0);
        folder.Dispose();
    }

    [Theory]
    [InlineData("text", "is no database of Tin Compass, or its beginning is damaged")]
    [InlineData("folder", "is a folder; the database is a file of that name")]
    [InlineData("foreign", "is the database of another program")]
    [InlineData("foreign-history", "is the database of another program")]
    [InlineData("newer", "was written by a newer Tin Compass")]
    [InlineData("no-table", "has lost its table DrillAttempts")]
    [InlineData("no-history", "has lost the list of its versions")]
    [InlineData("holes-in-history", "has lost a part of the list of its versions")]
    [InlineData("read-only-file", "is read-only")]
    [InlineData("read-only-folder", "is read-only")]
    public void Each_trouble_has_its_own_sentence_and_nothing_is_altered(string trouble, string told)
    {
        Arrange(trouble);
        var before = Fingerprint();
        var refused = Assert.Throws<StartRefusedException>(() => DatabaseFile.Claim(folder.Path));
        Assert.Contains(told, refused.Message, StringComparison.Ordinal);
        Assert.DoesNotContain("./tc restore", refused.Message, StringComparison.Ordinal);
        Assert.Equal(before, Fingerprint());
        // Where there is a copy, it is named.
        if (trouble is not ("text" or "no-table" or "no-history" or "holes-in-history")) return;
        File.WriteAllText(DatabasePath + ".daily-2026-01-01", "a copy");
        Assert.Contains("there is a copy of it: './tc restore'",
            Assert.Throws<StartRefusedException>(() => DatabaseFile.Claim(folder.Path)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_file_with_a_log_beside_it_is_looked_at_without_taking_the_log_in()
    {
        using var writing = Unfinished("Runa Teel");
        Assert.True(new FileInfo(DatabasePath + "-wal").Length > 0);
        var before = Fingerprint();
        Assert.NotNull(FileCheck.Look(DatabasePath));
        Assert.Equal(before, Fingerprint());
    }

    [Fact]
    public void A_copy_is_put_back_beside_an_old_log_and_what_was_there_is_kept_with_it()
    {
        Make("Runa Teel");
        var copy = Copies.MakeBackup(DatabasePath, null, Now);
        Assert.EndsWith("tin-compass.db.backup-20260304-050607", copy, StringComparison.Ordinal);
        // Somebody was added since, and is only in the log.
        using (Unfinished("Oda Quill"))
        {
            var (database, log) = (File.ReadAllBytes(DatabasePath), File.ReadAllBytes(DatabasePath + "-wal"));
            SqliteConnection.ClearAllPools();
            File.WriteAllBytes(DatabasePath + "-new", database);
            File.WriteAllBytes(DatabasePath + "-log", log);
        }

        File.Move(DatabasePath + "-new", DatabasePath, overwrite: true);
        File.Move(DatabasePath + "-log", DatabasePath + "-wal", overwrite: true);
        var kept = Copies.Restore(DatabasePath, copy, Now);
        Assert.Equal(["Runa Teel"], Names());
        Assert.True(File.Exists(copy));
        // And back again: what was replaced is a copy too, with its log.
        Assert.Contains(kept, Copies.Of(DatabasePath).Select(c => c.Path));
        Copies.Restore(DatabasePath, kept!, Now);
        Assert.Equal(["Oda Quill", "Runa Teel"], Names());
    }

    [Fact]
    public void A_restore_that_is_cut_off_leaves_what_was_or_the_copy()
    {
        Make("Runa Teel");
        var copy = Copies.MakeBackup(DatabasePath, null, Now);
        Add("Oda Quill");
        // Cut off before the copy was whole: what was is there.
        File.WriteAllText(DatabasePath + ".restored.part", "half a copy");
        using (var file = DatabaseFile.Claim(folder.Path)) file.ClearRemains();
        Assert.Equal(["Oda Quill", "Runa Teel"], Names());
        // Cut off after it: an old log still lies there, and the next start takes the copy in.
        File.Copy(copy, DatabasePath + ".restored");
        File.WriteAllText(DatabasePath + "-wal", "an old log");
        DatabaseFile.Claim(folder.Path).Dispose();
        Assert.Equal(["Runa Teel"], Names());
    }

    [Theory]
    [InlineData("100%41")]
    [InlineData("a?b=c&immutable=0")]
    [InlineData("a#b")]
    [InlineData("a b;c'd\"e%")]
    public void No_name_is_read_as_anything_but_a_name(string name)
    {
        var place = Directory.CreateDirectory(Path.Combine(folder.Path, name)).FullName;
        var database = Path.Combine(place, "tin-compass.db");
        Make("Runa Teel");
        var copy = Copies.MakeBackup(DatabasePath, Path.Combine(place, name), Now);
        Assert.NotNull(FileCheck.Look(copy));
        Assert.Null(Copies.Restore(database, copy, Now));
        Assert.Equal(["Runa Teel"], NamesIn());
        Assert.StartsWith(place, Copies.MakeBackup(database, null, Now), StringComparison.Ordinal);
        Assert.NotNull(Copies.MakeDaily(database, new DateOnly(2026, 1, 2), 3));
        using (DatabaseFile.Claim(place)) Assert.Equal(["Runa Teel"], NamesIn());
        Assert.Equal(["Runa Teel"], NamesIn());

        List<string> NamesIn()
        {
            using var db = new TinCompassDb(new DbContextOptionsBuilder<TinCompassDb>()
                .UseSqlite(new SqliteConnectionStringBuilder { DataSource = database, Pooling = false }.ToString()).Options);
            return [.. db.Solvers.Select(s => s.Name)];
        }
    }

    [Fact]
    public void An_upgrade_that_takes_longer_than_two_seconds_is_told()
    {
        var (quick, slow) = (new StringWriter(), new StringWriter());
        using (LongUpgrade.Told(TimeProvider.System, quick))
        {
        }

        using (LongUpgrade.Told(TimeProvider.System, slow))
            Assert.True(SpinWait.SpinUntil(() => slow.ToString().Length > 0, TimeSpan.FromSeconds(20)));
        Assert.Equal((LongUpgrade.Sentence + Environment.NewLine, ""), (slow.ToString(), quick.ToString()));
        Assert.Equal(TimeSpan.FromSeconds(2), LongUpgrade.Silent);
    }

    [Fact]
    public void What_is_no_copy_is_not_put_back()
    {
        Make("Runa Teel");
        var notes = Path.Combine(folder.Path, "notes.db");
        File.WriteAllText(notes, "my notes");
        var before = Fingerprint();
        Assert.Throws<StartRefusedException>(() => Copies.Restore(DatabasePath, notes, Now));
        Assert.Throws<StartRefusedException>(() => Copies.Restore(DatabasePath, notes + "-not-there", Now));
        Assert.Equal(before, Fingerprint());
        Assert.Throws<StartRefusedException>(() => Copies.MakeBackup(DatabasePath, notes, Now));
        Assert.Equal("my notes", File.ReadAllText(notes));
    }

    [Fact]
    public void A_copy_is_made_once_a_day_and_so_many_are_kept()
    {
        Make("Runa Teel");
        var days = Enumerable.Range(1, 5).Select(d => new DateOnly(2026, 3, d)).ToArray();
        foreach (var day in days)
        {
            var copy = Copies.MakeDaily(DatabasePath, day, keep: 3);
            File.SetLastWriteTimeUtc(copy!, day.ToDateTime(default, DateTimeKind.Utc));
            Assert.Null(Copies.MakeDaily(DatabasePath, day, keep: 3));
        }

        Assert.Equal(["2026-03-05", "2026-03-04", "2026-03-03"], Copies.Of(DatabasePath).Select(c => c.Path[^10..]));
    }

    [Fact]
    public async Task While_it_runs_it_is_backed_up_and_not_restored_and_doctor_finds_no_fault()
    {
        ReadyTables.LinkIn(folder.Path);
        using var server = await RunningServer.StartAsync(folder.Path);
        using var client = new HttpClient { BaseAddress = server.Address };
        using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Runa Teel"));
        added.EnsureSuccessStatusCode();
        var to = Path.Combine(folder.Path, "my-backup.db");
        var (done, said) = await RunningServer.JobAsync(folder.Path, "backup", to);
        Assert.Equal((0, $"the copy is {to}"), (done, said.Trim()));
        var (checkedAs, sound) = await RunningServer.JobAsync(folder.Path, "check");
        Assert.Equal(0, checkedAs);
        Assert.Contains("is running", sound, StringComparison.Ordinal);
        Assert.Contains("Another Tin Compass is using",
            Assert.Throws<DataInUseException>(() => DatabaseFile.Hold(folder.Path)).Message, StringComparison.Ordinal);
        using (var more = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Oda Quill"))) more.EnsureSuccessStatusCode();
        server.Kill();
        var (after, kept) = await RunningServer.JobAsync(folder.Path, "restore", to);
        Assert.Equal(0, after);
        Assert.Contains("what was there is kept as", kept, StringComparison.Ordinal);
        Assert.Equal(["Runa Teel"], Names());
    }

    private void Arrange(string trouble)
    {
        if (trouble == "text") File.WriteAllText(DatabasePath, "these are my notes, not a database");
        else if (trouble == "folder") Directory.CreateDirectory(DatabasePath);
        else if (trouble == "foreign") Execute("CREATE TABLE Recipes (Name TEXT)");
        else if (trouble == "foreign-history")
            Execute("CREATE TABLE __EFMigrationsHistory (MigrationId TEXT, ProductVersion TEXT); " +
                "INSERT INTO __EFMigrationsHistory VALUES ('20200101000000_Kitchen', '9')");
        else
        {
            Make("Runa Teel");
            var sql = trouble switch
            {
                "newer" => "INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_FromTheFuture', '99.0')",
                "no-table" => "PRAGMA foreign_keys = OFF; DROP TABLE DrillAttempts",
                "no-history" => "DROP TABLE __EFMigrationsHistory",
                "holes-in-history" => "DELETE FROM __EFMigrationsHistory WHERE MigrationId LIKE '%Practice'",
                _ => "PRAGMA user_version = 0",
            };
            Execute(sql + "; PRAGMA journal_mode = DELETE");
            if (OperatingSystem.IsWindows()) return;
            if (trouble == "read-only-file") File.SetUnixFileMode(DatabasePath, UnixFileMode.UserRead);
            if (trouble == "read-only-folder") File.SetUnixFileMode(folder.Path, UnixFileMode.UserRead | UnixFileMode.UserExecute);
        }
    }

    private void Make(string name)
    {
        using (var file = DatabaseFile.Claim(folder.Path))
        using (var db = Open(file)) file.Migrate(db);
        Add(name);
    }

    private void Add(string name) => Execute($"INSERT INTO Solvers (Name, CreatedAt) VALUES ('{name}', 0)");

    /// <summary>A database that somebody is writing to: what was added last stands in the log alone.</summary>
    private SqliteConnection Unfinished(string name)
    {
        if (!File.Exists(DatabasePath)) Make("Runa Teel the First");
        var writing = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
        writing.Open();
        using var add = writing.CreateCommand();
        add.CommandText = "PRAGMA wal_autocheckpoint = 0; INSERT INTO Solvers (Name, CreatedAt) VALUES ($name, 0)";
        add.Parameters.AddWithValue("$name", name);
        add.ExecuteNonQuery();
        return writing;
    }

    private string[] Names()
    {
        using var file = DatabaseFile.Claim(folder.Path);
        using var db = Open(file);
        return [.. db.Solvers.OrderBy(s => s.Name).Select(s => s.Name)];
    }

    /// <summary>Every file in the folder with what it holds, but for the lock.</summary>
    private string[] Fingerprint() =>
    [
        .. Directory.GetFiles(folder.Path).Order(StringComparer.Ordinal)
            .Where(f => !f.EndsWith(".lock", StringComparison.Ordinal) && !f.EndsWith("-shm", StringComparison.Ordinal))
            .Select(f => $"{f} {Convert.ToHexString(SHA256.HashData(ReadShared(f)))}"),
    ];

    private static byte[] ReadShared(string path)
    {
        using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        var bytes = new byte[file.Length];
        file.ReadExactly(bytes);
        return bytes;
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
