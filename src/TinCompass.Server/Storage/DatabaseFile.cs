using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Storage;

/// <summary>
/// The database file and its promises. It is opened by one server at a time (a lock file beside it); a file that is damaged, locked by
/// another
/// program or written by a newer version is refused in one sentence and left untouched; before a migration changes a file a copy of it is
/// kept;
/// WAL with synchronous=FULL, so that a killed process loses at most the request being written.
/// </summary>
internal sealed class DatabaseFile : IDisposable
{
    private const string FileName = "tin-compass.db";
    private const int MostCopies = 3;
    private static readonly byte[] Header = "SQLite format 3\0"u8.ToArray();

    private readonly FileStream lockFile;

    private DatabaseFile(string path, FileStream lockFile) => (Path, this.lockFile) = (path, lockFile);

    /// <summary>Full path of the database.</summary>
    public string Path { get; }

    /// <summary>
    /// Takes the folder for this process and checks the database in it, if there is one. Throws <see cref="StartRefusedException"/>.
    /// </summary>
    public static DatabaseFile Claim(string folder)
    {
        FileStream lockFile;
        try
        {
            Directory.CreateDirectory(folder);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new StartRefusedException($"The data folder {folder} cannot be made: {e.Message}", e);
        }

        try
        {
            lockFile = new FileStream(System.IO.Path.Combine(folder, "in-use.lock"), FileMode.OpenOrCreate, FileAccess.ReadWrite,
                FileShare.None);
        }
        catch (UnauthorizedAccessException e)
        {
            throw new StartRefusedException($"The data folder {folder} cannot be written: {e.Message}", e);
        }
        catch (IOException e)
        {
            throw new StartRefusedException(
                $"Another Tin Compass is using the data folder {folder}. Stop it first, or give another folder with --data.", e);
        }

        var path = System.IO.Path.GetFullPath(System.IO.Path.Combine(folder, FileName));
        try
        {
            if (File.Exists(path) && new FileInfo(path).Length > 0) Check(path);
        }
        catch
        {
            lockFile.Dispose();
            throw;
        }

        return new DatabaseFile(path, lockFile);
    }

    /// <summary>How EF Core connects.</summary>
    public void Configure(DbContextOptionsBuilder options) =>
        options.UseSqlite(new SqliteConnectionStringBuilder { DataSource = Path, ForeignKeys = true, DefaultTimeout = 5 }.ToString())
            .AddInterceptors(FullSync.Instance);

    /// <summary>Files that an import, or a copy, left behind when it was killed.</summary>
    public void ClearRemains()
    {
        foreach (var part in Directory.GetFiles(System.IO.Path.GetDirectoryName(Path)!, "*.part")) File.Delete(part);
    }

    /// <summary>Brings the file to this version's form; a copy is kept first when it holds data in an older one.</summary>
    public void Migrate(TinCompassDb db)
    {
        var known = db.Database.GetMigrations().ToHashSet();
        var applied = db.Database.GetAppliedMigrations().ToArray();
        if (applied.FirstOrDefault(m => !known.Contains(m)) is { } stranger)
            throw new StartRefusedException(
                $"The database {Path} was written by a newer Tin Compass ({stranger}). Use that version; the file is untouched.");
        if (applied.Length > 0 && applied.Length < known.Count) KeepCopy(db, known.Order().Except(applied).First());
        db.Database.Migrate();
        db.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
    }

    /// <summary>
    /// Keeps a copy of the file as it is before an upgrade: written beside, looked at, flushed, and only then given its name, so that what
    /// has the name is whole. Of such copies
    /// the newest three stay.
    /// </summary>
    private void KeepCopy(TinCompassDb db, string upgrade)
    {
        var copy = $"{Path}.before-{upgrade}";
        for (var again = 2; File.Exists(copy); again++) copy = $"{Path}.before-{upgrade}-{again}";
        var beside = copy + ".part";
        File.Delete(beside);
        db.Database.ExecuteSql($"VACUUM INTO {beside}");
        Check(beside);
        using (var written = new FileStream(beside, FileMode.Open, FileAccess.ReadWrite)) written.Flush(flushToDisk: true);
        File.Move(beside, copy);
        var older = Directory.GetFiles(System.IO.Path.GetDirectoryName(Path)!, FileName + ".before-*")
            .OrderByDescending(File.GetLastWriteTimeUtc).Skip(MostCopies);
        foreach (var old in older) File.Delete(old);
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        lockFile.Dispose();
    }

    /// <summary>Looks at an existing file without changing it.</summary>
    private static void Check(string path)
    {
        var start = new byte[Header.Length];
        try
        {
            using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            file.ReadAtLeast(start, start.Length, throwOnEndOfStream: false);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new StartRefusedException($"The database {path} cannot be read: {e.Message}", e);
        }

        if (!start.AsSpan().SequenceEqual(Header))
            throw new StartRefusedException(
                $"{path} is no database of Tin Compass, or its beginning is damaged. The file is untouched; move it away or put back a " +
                    $"copy.");
        try
        {
            using var connection = new SqliteConnection(
                new SqliteConnectionStringBuilder { DataSource = path, Pooling = false, DefaultTimeout = 2 }.ToString());
            connection.Open();
            var verdict = Scalar(connection, "PRAGMA quick_check(1)") as string;
            if (verdict != "ok")
                throw new StartRefusedException(
                    $"The database {path} is damaged ({verdict}). The file is untouched; put back a copy of it.");
            Scalar(connection, "BEGIN IMMEDIATE");
            Scalar(connection, "ROLLBACK");
        }
        catch (SqliteException e) when (e.SqliteErrorCode is 5 or 6)
        {
            throw new StartRefusedException($"The database {path} is locked by another program. Close it there and start again.", e);
        }
        catch (SqliteException e)
        {
            throw new StartRefusedException($"The database {path} is damaged ({e.Message}). The file is untouched; put back a copy of it.",
                e);
        }
    }

    private static object? Scalar(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Only the constants above.
        command.CommandText = sql;
#pragma warning restore CA2100
        return command.ExecuteScalar();
    }

    private sealed class FullSync : DbConnectionInterceptor
    {
        public static readonly FullSync Instance = new();

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(
            DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            Set(connection);
            return Task.CompletedTask;
        }

        private static void Set(DbConnection connection)
        {
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA synchronous = FULL";
            command.ExecuteNonQuery();
        }
    }
}
