using System.Globalization;
using Microsoft.Data.Sqlite;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Storage;

/// <summary>A copy of the database.</summary>
/// <param name="Path">Its file.</param>
/// <param name="Why">What it was made for, as read.</param>
/// <param name="At">When it was made.</param>
/// <param name="Bytes">Its size.</param>
internal sealed record DatabaseCopy(string Path, string Why, DateTime At, long Bytes);

/// <summary>
/// Copies of the database: made while others write, looked at, flushed, and only then given their name, so that what has the name is
/// whole. They lie beside the database and are named after it: <c>.before-…</c> an upgrade, <c>.daily-…</c>, <c>.backup-…</c>, and
/// <c>.replaced-…</c> for what a restored copy took the place of.
/// </summary>
internal static class Copies
{
    private const int MostBeforeUpgrades = 3;

    /// <summary>A copy that was chosen to become the database: whole, and taken in at the next start if it was not at once.</summary>
    private const string Chosen = ".restored";

    private static readonly (string Mark, string Why)[] Kinds =
    [
        (".before-", "before an upgrade"), (".daily-", "of a day"), (".backup-", "a backup"), (".replaced-", "replaced by a copy"),
    ];

    /// <summary>The copies that lie beside a database, newest first.</summary>
    public static IReadOnlyList<DatabaseCopy> Of(string database)
    {
        var (folder, name) = (Path.GetDirectoryName(database)!, Path.GetFileName(database));
        if (!Directory.Exists(folder)) return [];
        return
        [
            .. from file in Directory.GetFiles(folder, name + ".*")
            from kind in Kinds
            where Path.GetFileName(file).StartsWith(name + kind.Mark, StringComparison.Ordinal)
                && !file.EndsWith(".part", StringComparison.Ordinal) && !file.EndsWith("-wal", StringComparison.Ordinal)
            let info = new FileInfo(file)
            orderby info.LastWriteTimeUtc descending
            select new DatabaseCopy(file, kind.Why, info.LastWriteTimeUtc, info.Length),
        ];
    }

    /// <summary>Makes a copy before an upgrade. Of such copies the newest three stay.</summary>
    public static void MakeBeforeUpgrade(string database, string upgrade)
    {
        Make(database, FreeName($"{database}.before-{upgrade}"), isLive: true);
        Keep(database, ".before-", MostBeforeUpgrades);
    }

    /// <summary>Makes the copy of a day, if it is not there yet, and keeps so many. Gives the copy that was made.</summary>
    public static string? MakeDaily(string database, DateOnly day, int keep)
    {
        var name = $"{database}.daily-{day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}";
        var isNew = !File.Exists(name);
        if (isNew) Make(database, name, isLive: true);
        Keep(database, ".daily-", keep);
        return isNew ? name : null;
    }

    /// <summary>Makes a backup, beside the database or where it is wanted; nothing is written over.</summary>
    public static string MakeBackup(string database, string? to, DateTime now)
    {
        var file = to is null ? FreeName($"{database}.backup-{Stamp(now)}") : Path.GetFullPath(to);
        if (Directory.Exists(file)) file = Path.Combine(file, $"{Path.GetFileName(database)}.backup-{Stamp(now)}");
        if (File.Exists(file)) throw new StartRefusedException($"{file} is there already; a backup writes over nothing.");
        if (!Directory.Exists(Path.GetDirectoryName(file)))
            throw new StartRefusedException($"There is no folder {Path.GetDirectoryName(file)} for the backup.");
        Make(database, file, isLive: true);
        return file;
    }

    /// <summary>
    /// Makes a copy the database. What is there is kept under another name, with its log; the copy itself stays. Gives the name of what was
    /// kept, if anything was there. Whenever it is cut off, the next start finds either what was, or the copy.
    /// </summary>
    public static string? Restore(string database, string copy, DateTime now)
    {
        if (!File.Exists(copy)) throw new StartRefusedException($"There is no file {copy}. './tc restore' lists the copies there are.");
        if (FileCheck.Look(copy) is null) throw new StartRefusedException($"{copy} holds no data; nothing was changed.");
        var chosen = database + Chosen;
        try
        {
            string? kept = null;
            if (new FileInfo(database) is { Exists: true, Length: > 0 })
            {
                kept = FreeName($"{database}.replaced-{Stamp(now)}");
                Duplicate(database, kept);
                if (File.Exists(database + "-wal")) Duplicate(database + "-wal", kept + "-wal");
            }

            // The copy may have a log of its own, when it is one that was replaced: it is taken in.
            Make(copy, chosen, isLive: File.Exists(copy + "-wal"));
            TakeChosen(database);
            return kept;
        }
        catch (Exception e) when (StorageTrouble.Of(e) is { } trouble)
        {
            throw new StartRefusedException(trouble.Sentence, e);
        }
    }

    /// <summary>Takes in a copy that was chosen: the log of the database before it goes first.</summary>
    public static void TakeChosen(string database)
    {
        if (!File.Exists(database + Chosen)) return;
        foreach (var log in new[] { "-wal", "-shm", "-journal" }) File.Delete(database + log);
        File.Move(database + Chosen, database, overwrite: true);
    }

    private static void Make(string database, string name, bool isLive)
    {
        var beside = name + ".part";
        try
        {
            File.Delete(beside);
            using (var connection = new SqliteConnection(new SqliteConnectionStringBuilder
            {
                // What nobody writes to is read as it lies there.
                DataSource = FileCheck.AsUri(database) + (isLive ? "" : "?immutable=1"),
                Mode = isLive ? SqliteOpenMode.ReadWrite : SqliteOpenMode.ReadOnly,
                Pooling = false,
                DefaultTimeout = 30,
            }.ToString()))
            {
                connection.Open();
                using var command = connection.CreateCommand();
                command.CommandText = "VACUUM INTO $to";
                command.Parameters.AddWithValue("$to", beside);
                command.ExecuteNonQuery();
            }

            FileCheck.Look(beside);
            using (var written = new FileStream(beside, FileMode.Open, FileAccess.ReadWrite)) written.Flush(flushToDisk: true);
            File.Move(beside, name, overwrite: true);
        }
        catch (Exception e) when (StorageTrouble.Of(e) is { } trouble)
        {
            TryDelete(beside);
            throw new StartRefusedException($"No copy could be made as {name}: {trouble.Sentence}", e);
        }
        catch (UnauthorizedAccessException e)
        {
            throw new StartRefusedException($"No copy could be made as {name}: {e.Message}", e);
        }
    }

    private static void Keep(string database, string mark, int most)
    {
        foreach (var old in Of(database).Where(c => c.Path.StartsWith(database + mark, StringComparison.Ordinal)).Skip(most))
            File.Delete(old.Path);
    }

    private static void Duplicate(string file, string name)
    {
        File.Copy(file, name);
        using var written = new FileStream(name, FileMode.Open, FileAccess.ReadWrite);
        written.Flush(flushToDisk: true);
    }

    private static void TryDelete(string file)
    {
        try
        {
            File.Delete(file);
        }
        catch (IOException)
        {
            // It is cleared away at the next start.
        }
    }

    private static string FreeName(string wanted)
    {
        var name = wanted;
        for (var again = 2; File.Exists(name); again++) name = $"{wanted}-{again}";
        return name;
    }

    private static string Stamp(DateTime now) => now.ToString("yyyyMMdd-HHmmss", CultureInfo.InvariantCulture);
}
