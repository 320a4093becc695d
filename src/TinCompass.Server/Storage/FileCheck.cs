using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.EntityFrameworkCore.Migrations.Operations;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Storage;

/// <summary>
/// Looks at a database file without changing it, and says what is wrong with it in one sentence: <see cref="StartRefusedException"/>.
/// A file beside which a log of unfinished writing stands is looked at in a copy, since opening it would take the log in.
/// </summary>
internal static class FileCheck
{
    private const string History = "__EFMigrationsHistory";
    private static readonly string[] Frameworks = [History, "__EFMigrationsLock"];
    private static readonly string[] Logs = ["-wal", "-journal"];
    private static readonly byte[] Header = "SQLite format 3\0"u8.ToArray();

    private static readonly Lazy<IReadOnlyList<(string Id, IReadOnlySet<string> Tables)>> Versions = new(ReadVersions);

    /// <summary>The form a file is in: the newest version that was applied to it; null when it holds nothing yet.</summary>
    public static string? Look(string path)
    {
        if (Directory.Exists(path)) throw new StartRefusedException(
            $"{path} is a folder; the database is a file of that name. Move the folder away, or give another place with --data.");
        if (!File.Exists(path)) return null;
        ReadStart(path);
        if (new FileInfo(path).Length == 0) return null;
        if (Logs.Any(l => new FileInfo(path + l) is { Exists: true, Length: > 0 }))
        {
            var folder = Directory.CreateTempSubdirectory("tin-compass-look-");
            try
            {
                var copy = Path.Combine(folder.FullName, "copy.db");
                File.Copy(path, copy);
                foreach (var log in Logs.Where(l => File.Exists(path + l))) File.Copy(path + log, copy + log);
                return LookInto(path, new SqliteConnectionStringBuilder { DataSource = copy, Pooling = false });
            }
            catch (Exception e) when (e is IOException or UnauthorizedAccessException)
            {
                throw new StartRefusedException($"The database {path} cannot be looked at in a copy: {e.Message}", e);
            }
            finally
            {
                folder.Delete(recursive: true);
            }
        }

        // Nobody writes to it: it is read as it lies there, without any file beside it.
        return LookInto(path, new SqliteConnectionStringBuilder
        {
            DataSource = AsUri(path) + "?immutable=1",
            Mode = SqliteOpenMode.ReadOnly,
            Pooling = false,
        });
    }

    /// <summary>A file as SQLite reads it where more is said of it than its name: whatever is in the name stands for itself.</summary>
    public static string AsUri(string path) =>
        "file://" + string.Join('/', Path.GetFullPath(path).Split(Path.DirectorySeparatorChar).Select(Uri.EscapeDataString));

    /// <summary>What to do about a file that cannot be used; a copy is named only when there is one.</summary>
    public static string Mend(string path) => Copies.Of(path).Count is > 0 and var count
        ? $"The file is untouched; there {(count == 1 ? "is a copy" : $"are {count} copies")} of it: './tc restore' lists and puts back."
        : "The file is untouched; there is no copy of it here.";

    private static void ReadStart(string path)
    {
        var start = new byte[Header.Length];
        int read;
        try
        {
            using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete);
            read = file.ReadAtLeast(start, start.Length, throwOnEndOfStream: false);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new StartRefusedException($"The database {path} cannot be read: {e.Message}", e);
        }

        if (read > 0 && !start.AsSpan().SequenceEqual(Header)) throw new StartRefusedException(
            $"{path} is no database of Tin Compass, or its beginning is damaged. {Mend(path)}");
    }

    private static string? LookInto(string path, SqliteConnectionStringBuilder where)
    {
        try
        {
            using var connection = new SqliteConnection(where.ToString());
            connection.Open();
            var tables = Names(connection, "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%'");
            var verdict = Names(connection, "PRAGMA quick_check(1)").FirstOrDefault();
            if (verdict != "ok") throw new StartRefusedException(
                $"The database {path} is damaged ({verdict}). {Mend(path)}");
            return FormOf(path, tables,
                tables.Contains(History) ? Names(connection, $"SELECT MigrationId FROM {History} ORDER BY MigrationId") : []);
        }
        catch (SqliteException e) when (e.SqliteErrorCode is 5 or 6)
        {
            throw new StartRefusedException($"The database {path} is locked by another program. Close it there and start again.", e);
        }
        catch (SqliteException e)
        {
            throw new StartRefusedException($"The database {path} is damaged ({e.Message}). {Mend(path)}", e);
        }
    }

    private static string? FormOf(string path, List<string> tables, List<string> applied)
    {
        var versions = Versions.Value;
        var ours = versions.SelectMany(v => v.Tables).ToHashSet();
        if (applied.Count == 0)
        {
            if (tables.All(t => Frameworks.Contains(t))) return null;
            throw new StartRefusedException(tables.Any(ours.Contains)
                ? $"The database {path} has lost the list of its versions: its tables are there, but nothing says how new they are. " +
                    Mend(path)
                : $"{path} is the database of another program. It is untouched; give another place with --data.");
        }

        if (applied.FirstOrDefault(a => versions.All(v => v.Id != a)) is { } stranger)
            throw new StartRefusedException(applied.Contains(versions[0].Id)
                ? $"The database {path} was written by a newer Tin Compass ({stranger}). Use that version; the file is untouched."
                : $"{path} is the database of another program. It is untouched; give another place with --data.");
        var newest = versions.Last(v => applied.Contains(v.Id));
        if (versions.TakeWhile(v => v.Id != newest.Id).FirstOrDefault(v => !applied.Contains(v.Id)) is { Id: not null } missing)
            throw new StartRefusedException(
                $"The database {path} has lost a part of the list of its versions ({missing.Id}). {Mend(path)}");
        if (newest.Tables.FirstOrDefault(t => !tables.Contains(t)) is { } table)
            throw new StartRefusedException($"The database {path} has lost its table {table}. {Mend(path)}");
        return newest.Id;
    }

    private static List<string> Names(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Only the constants above.
        command.CommandText = sql;
#pragma warning restore CA2100
        using var reader = command.ExecuteReader();
        var names = new List<string>();
        while (reader.Read()) names.Add(reader.GetString(0));
        return names;
    }

    /// <summary>Every version with the tables that a file of it has, as the migrations make them.</summary>
    private static List<(string Id, IReadOnlySet<string> Tables)> ReadVersions()
    {
        using var db = new TinCompassDb(new DbContextOptionsBuilder<TinCompassDb>().UseSqlite().Options);
        var assembly = db.GetService<IMigrationsAssembly>();
        var tables = new HashSet<string>();
        var versions = new List<(string, IReadOnlySet<string>)>();
        foreach (var (id, type) in assembly.Migrations.OrderBy(m => m.Key, StringComparer.Ordinal))
        {
            foreach (var operation in assembly.CreateMigration(type, db.Database.ProviderName!).UpOperations)
            {
                if (operation is CreateTableOperation made) tables.Add(made.Name);
                else if (operation is DropTableOperation dropped) tables.Remove(dropped.Name);
                else if (operation is RenameTableOperation { NewName: { } name } renamed && tables.Remove(renamed.Name)) tables.Add(name);
            }

            versions.Add((id, tables.ToHashSet()));
        }

        return versions;
    }
}
