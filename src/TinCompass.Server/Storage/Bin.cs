using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace TinCompass.Server.Storage;

/// <summary>Rows to be deleted: a table, and which of it, as a condition in SQL whose values are handed over apart.</summary>
internal sealed record Rows(Type Entity, FormattableString Where)
{
    public static Rows Of<T>(FormattableString where) => new(typeof(T), where);
}

/// <summary>
/// Deleting with a way back. What is deleted leaves its table, row by row, as a JSON object of its columns, and comes back from there just
/// as it was, with its number and its key. It knows no table by name: the columns are those of the model. Many rows go in several steps,
/// each in one transaction, so that nobody who writes beside waits long; a step that is not reached is reached by asking again.
/// </summary>
internal sealed class Bin(TinCompassDb db, WriteLane lane, TimeProvider clock)
{
    /// <summary>Deleted things are kept for so many days.</summary>
    public const int Days = 30;

    /// <summary>Some hundred milliseconds of writing.</summary>
    private const int RowsAtOnce = 4_000;

    /// <summary>Tables in the order in which rows can be put back: what is pointed to stands first.</summary>
    private static readonly Type[] Order =
    [
        typeof(Solver), typeof(SolverHabits), typeof(StageHabits), typeof(Credential), typeof(Leave), typeof(ImportRow),
        typeof(DrillSession), typeof(DrillAttempt), typeof(Attempt), typeof(KeptSequence), typeof(KeptCourse),
        typeof(Solve), typeof(TimedHands),
    ];

    /// <summary>Deletes rows as one thing; null when there are none.</summary>
    public async Task<BinEntry?> DeleteAsync(int solverId, string kind, string title, IReadOnlyList<Rows> rows, CancellationToken cancel)
    {
        BinEntry? entry = null;
        foreach (var (entity, where) in rows.OrderByDescending(r => Array.IndexOf(Order, r.Entity)))
        {
            var type = db.Model.FindEntityType(entity)!;
            var (table, columns) = (type.GetTableName()!, Columns(type));
            var (condition, values) = Numbered(where);
            while (true)
            {
                using var turn = await lane.EnterAsync(cancel);
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                var some = $"SELECT rowid FROM \"{table}\" WHERE {condition} ORDER BY rowid LIMIT {RowsAtOnce}";
                if (entry is null)
                {
                    if (!await AnyAsync($"SELECT EXISTS ({some}) AS \"Value\"", values, cancel)) break;
                    db.Bin.Add(entry = new BinEntry { SolverId = solverId, At = clock.Now(), Kind = kind, Title = title });
                    await db.SaveChangesAsync(cancel);
                }

                object[] all = [.. values, entry.Id];
                var fields = string.Join(", ", columns.Select(c => $"'{c}', \"{c}\""));
                var moved = await RunAsync(
                    $"INSERT INTO \"BinRows\" (\"EntryId\", \"Table\", \"Data\") SELECT {{{values.Length}}}, '{table}', " +
                    $"json_object({fields}) FROM \"{table}\" WHERE rowid IN ({some})", all, cancel);
                if (moved > 0) await RunAsync($"DELETE FROM \"{table}\" WHERE rowid IN ({some})", values, cancel);
                entry.Rows += moved;
                await db.SaveChangesAsync(cancel);
                await transaction.CommitAsync(cancel);
                if (moved < RowsAtOnce) break;
            }
        }

        db.ChangeTracker.Clear();
        return entry;
    }

    /// <summary>Puts back what is still missing of a deleted thing; rows that have come again meanwhile stay as they are.</summary>
    public async Task RestoreAsync(BinEntry entry, CancellationToken cancel)
    {
        foreach (var type in Order.Select(t => db.Model.FindEntityType(t)!))
        {
            var (table, columns) = (type.GetTableName()!, Columns(type));
            var names = string.Join(", ", columns.Select(c => $"\"{c}\""));
            // A column that is newer than the row has what it is given in the table.
            var fields = string.Join(", ", columns.Select(c => $"json_extract(\"Data\", '$.{c}')"));
            while (true)
            {
                using var turn = await lane.EnterAsync(cancel);
                await using var transaction = await db.Database.BeginTransactionAsync(cancel);
                var some = $"SELECT \"Id\" FROM \"BinRows\" WHERE \"EntryId\" = {{0}} AND \"Table\" = '{table}' ORDER BY \"Id\" " +
                    $"LIMIT {RowsAtOnce}";
                await RunAsync(
                    $"INSERT OR IGNORE INTO \"{table}\" ({names}) SELECT {fields} FROM \"BinRows\" WHERE \"Id\" IN ({some})", [entry.Id],
                    cancel);
                var gone = await RunAsync($"DELETE FROM \"BinRows\" WHERE \"Id\" IN ({some})", [entry.Id], cancel);
                await transaction.CommitAsync(cancel);
                if (gone < RowsAtOnce) break;
            }
        }

        using (await lane.EnterAsync(cancel)) await db.Bin.Where(e => e.Id == entry.Id).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Forgets a deleted thing for good.</summary>
    public async Task ForgetAsync(long entry, CancellationToken cancel)
    {
        while (true)
        {
            using var turn = await lane.EnterAsync(cancel);
            var gone = await RunAsync(
                $"DELETE FROM \"BinRows\" WHERE \"Id\" IN (SELECT \"Id\" FROM \"BinRows\" WHERE \"EntryId\" = {{0}} LIMIT {RowsAtOnce})",
                [entry], cancel);
            if (gone < RowsAtOnce) break;
        }

        using (await lane.EnterAsync(cancel)) await db.Bin.Where(e => e.Id == entry).ExecuteDeleteAsync(cancel);
    }

    /// <summary>Forgets what was deleted long ago.</summary>
    public async Task ForgetOldAsync(CancellationToken cancel)
    {
        var before = clock.GetUtcNow().AddDays(-Days);
        foreach (var old in await db.Bin.AsNoTracking().Where(e => e.At < before).Select(e => e.Id).ToListAsync(cancel))
            await ForgetAsync(old, cancel);
    }

    private static string[] Columns(IEntityType type) =>
        [.. type.GetProperties().Select(p => p.GetColumnName(StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value)!)];

    /// <summary>The condition with its values by number, as the database is asked.</summary>
    private static (string Condition, object[] Values) Numbered(FormattableString where) =>
        (where.Format, [.. where.GetArguments().Select(v => v!)]);

    private Task<int> RunAsync(string sql, object[] values, CancellationToken cancel) =>
        db.Database.ExecuteSqlRawAsync(sql, values, cancel);

    private async Task<bool> AnyAsync(string sql, object[] values, CancellationToken cancel) =>
        (await db.Database.SqlQueryRaw<long>(sql, values).ToListAsync(cancel))[0] != 0;
}
