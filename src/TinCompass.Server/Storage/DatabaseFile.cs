using System.Data.Common;
using System.Runtime.CompilerServices;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Storage;

/// <summary>
/// The database file and its promises. It is opened by one server at a time (a lock file beside it); a file that is damaged, another
/// program's, locked or written by a newer version is refused in one sentence and left untouched (<see cref="FileCheck"/>); before a
/// migration changes a file a copy of it is kept (<see cref="Copies"/>); WAL with synchronous=FULL, so that a killed process loses at most
/// the request being written.
/// </summary>
internal sealed class DatabaseFile : IDisposable
{
    private const string FileName = "tin-compass.db";
    private const string LockName = "in-use.lock";

    /// <summary>Seconds to wait for a file that is busy.</summary>
    private const int Patience = 5;

    private const UnixFileMode AnyWrite = UnixFileMode.UserWrite | UnixFileMode.GroupWrite | UnixFileMode.OtherWrite;

    /// <summary>What a start writes at least, in bytes: an empty database with its log.</summary>
    private const long LeastRoom = 8L * 1024 * 1024;

    private readonly FileStream lockFile;

    private DatabaseFile(string path, FileStream lockFile) => (Path, this.lockFile) = (path, lockFile);

    /// <summary>Full path of the database.</summary>
    public string Path { get; }

    /// <summary>The database in a folder.</summary>
    public static string PathIn(string folder) => System.IO.Path.GetFullPath(System.IO.Path.Combine(folder, FileName));

    /// <summary>
    /// Takes the folder for this process and checks the database in it, if there is one. Throws <see cref="StartRefusedException"/>.
    /// </summary>
    public static DatabaseFile Claim(string folder)
    {
        var file = Hold(folder);
        try
        {
            Copies.TakeChosen(file.Path);
            if (Inspect(folder) is not null) RefuseLocked(file.Path);
            return file;
        }
        catch
        {
            file.Dispose();
            throw;
        }
    }

    /// <summary>Looks at a folder that is held, without changing anything; gives the form of the file in it.</summary>
    public static string? Inspect(string folder)
    {
        var path = PathIn(folder);
        var form = FileCheck.Look(path);
        RefuseReadOnly(path);
        RefuseWithoutRoom(folder, path, form);
        return form;
    }

    /// <summary>Takes the folder and looks at nothing in it.</summary>
    public static DatabaseFile Hold(string folder)
    {
        if (File.Exists(folder)) throw new StartRefusedException(
            $"{folder} is a file; the data are kept in a folder. Give another place with --data.");
        try
        {
            Directory.CreateDirectory(folder);
            if (!OperatingSystem.IsWindows() && (File.GetUnixFileMode(folder) & AnyWrite) == 0) throw new StartRefusedException(
                $"The data folder {folder} is read-only. Make it writable (chmod u+w), or give another with --data.");
            return new DatabaseFile(PathIn(folder), new FileStream(
                System.IO.Path.Combine(folder, LockName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None));
        }
        catch (Exception e) when (StorageTrouble.Of(e) is { } trouble)
        {
            throw new StartRefusedException($"The data folder {folder} cannot be used: {trouble.Sentence}", e);
        }
        catch (UnauthorizedAccessException e)
        {
            throw new StartRefusedException(
                $"The data folder {folder} cannot be written: {e.Message} Make it yours, or give another with --data.", e);
        }
        catch (IOException e) when (IsHeld(folder))
        {
            throw new DataInUseException(
                $"Another Tin Compass is using the data folder {folder}. Stop it first, or give another folder with --data.", e);
        }
        catch (IOException e)
        {
            throw new StartRefusedException($"The data folder {folder} cannot be made: {e.Message}", e);
        }
    }

    /// <summary>How EF Core connects.</summary>
    public void Configure(DbContextOptionsBuilder options) =>
        options.UseSqlite(new SqliteConnectionStringBuilder { DataSource = Path, DefaultTimeout = Patience }.ToString())
            .AddInterceptors(Manners.Instance)
            // What belongs to a solver who is hidden is asked for by that solver's number alone, and they are not found.
            .ConfigureWarnings(w => w.Ignore(CoreEventId.PossibleIncorrectRequiredNavigationWithQueryFilterInteractionWarning));

    /// <summary>A connection that stays open, with the manners of all others; whoever asks closes it.</summary>
    public SqliteConnection Open()
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = Path, DefaultTimeout = Patience, Pooling = false }.ToString());
        connection.Open();
        Manners.Set(connection);
        return connection;
    }

    /// <summary>Files that an import, or a copy, left behind when it was killed.</summary>
    public void ClearRemains()
    {
        foreach (var part in Directory.GetFiles(System.IO.Path.GetDirectoryName(Path)!, "*.part")) File.Delete(part);
    }

    /// <summary>It holds data in an older form.</summary>
    public bool IsOlder(TinCompassDb db) =>
        File.Exists(Path) && db.Database.GetAppliedMigrations().Count() is var applied && applied > 0
        && applied < db.Database.GetMigrations().Count();

    /// <summary>Brings the file to this version's form; a copy is kept first when it holds data in an older one.</summary>
    public void Migrate(TinCompassDb db)
    {
        try
        {
            var known = db.Database.GetMigrations().Order().ToArray();
            var applied = db.Database.GetAppliedMigrations().ToArray();
            if (applied.Length > 0 && applied.Length < known.Length) Copies.MakeBeforeUpgrade(Path, known.Except(applied).First());
            // Where nothing is to be done it would still compare the model with the last migration.
            if (!applied.SequenceEqual(known))
            {
                ReleaseUpgrade(db);
                db.Database.Migrate();
            }

            db.Database.ExecuteSqlRaw("PRAGMA journal_mode = WAL");
        }
        catch (Exception e) when (StorageTrouble.Of(e) is { } trouble)
        {
            throw new StartRefusedException($"The database {Path} cannot be brought to this version: {trouble.Sentence}", e);
        }
    }

    /// <summary>
    /// Whoever upgrades writes a row that keeps others from it, and EF Core waits for it for ever. The folder is ours alone, so a row that
    /// is there was left by an upgrade that was killed.
    /// </summary>
    private static void ReleaseUpgrade(TinCompassDb db)
    {
        const string Row = "__EFMigrationsLock";
        if (db.Database.SqlQueryRaw<string>("SELECT name AS Value FROM sqlite_master WHERE type = 'table' AND name = {0}", Row).Any())
            db.Database.ExecuteSqlRaw($"DELETE FROM \"{Row}\"");
    }

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        lockFile.Dispose();
    }

    private static bool IsHeld(string folder)
    {
        var path = System.IO.Path.Combine(folder, LockName);
        if (!File.Exists(path)) return false;
        try
        {
            new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.None).Dispose();
            return false;
        }
        catch (IOException)
        {
            return true;
        }
    }

    private static void RefuseReadOnly(string path)
    {
        if (!File.Exists(path)) return;
        try
        {
            if (!OperatingSystem.IsWindows() && (File.GetUnixFileMode(path) & AnyWrite) == 0)
                throw new UnauthorizedAccessException("nobody may write to it.");
            new FileStream(path, FileMode.Open, FileAccess.ReadWrite, FileShare.ReadWrite).Dispose();
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException)
        {
            throw new StartRefusedException($"The database {path} is read-only: {e.Message} Make it writable (chmod u+w).", e);
        }
    }

    private static void RefuseWithoutRoom(string folder, string path, string? form)
    {
        // An upgrade keeps a copy of what is there.
        var needed = LeastRoom + (form is null ? 0 : new FileInfo(path).Length);
        var free = new DriveInfo(System.IO.Path.GetFullPath(folder)).AvailableFreeSpace;
        if (free < needed) throw new StartRefusedException(
            $"There is no room for the data in {folder}: {free / 1024 / 1024} MB are free, {(needed / 1024 / 1024) + 1} MB are wanted. " +
            "Make room, or give another place with --data.");
    }

    /// <summary>It is known to be ours: whether another program is writing to it shows when one begins to.</summary>
    private static void RefuseLocked(string path)
    {
        try
        {
            using var connection = new SqliteConnection(
                new SqliteConnectionStringBuilder { DataSource = path, Pooling = false, DefaultTimeout = 2 }.ToString());
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "BEGIN IMMEDIATE; ROLLBACK";
            command.ExecuteNonQuery();
        }
        catch (SqliteException e) when (e.SqliteErrorCode is 5 or 6)
        {
            throw new StartRefusedException($"The database {path} is locked by another program. Close it there and start again.", e);
        }
        catch (SqliteException e)
        {
            throw new StartRefusedException(
                $"The database {path} cannot be opened for writing ({e.Message}). {FileCheck.Mend(path)}", e);
        }
    }

    /// <summary>
    /// What every connection is told: foreign keys hold, and what is written is on the disk. A pooled connection is handed out for each
    /// request; what SQLite was told once stays, so it is told once.
    /// </summary>
    private sealed class Manners : DbConnectionInterceptor
    {
        public static readonly Manners Instance = new();

        private static readonly ConditionalWeakTable<object, object> Told = [];

        public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData) => Set(connection);

        public override Task ConnectionOpenedAsync(
            DbConnection connection, ConnectionEndEventData eventData, CancellationToken cancellationToken = default)
        {
            Set(connection);
            return Task.CompletedTask;
        }

        public static void Set(DbConnection connection)
        {
            if (((SqliteConnection)connection).Handle is { } handle && !Told.TryAdd(handle, handle)) return;
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA foreign_keys = ON; PRAGMA synchronous = FULL";
            command.ExecuteNonQuery();
        }
    }
}
