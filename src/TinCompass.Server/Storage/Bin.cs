using System.Collections.Concurrent;
using System.Globalization;
using System.Text.Json;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;

namespace TinCompass.Server.Storage;

/// <summary>Rows to be deleted: a table, and which of it, as a condition in SQL whose values are handed over apart.</summary>
internal sealed record Rows(Type Entity, FormattableString Where)
{
    public static Rows Of<T>(FormattableString where) => new(typeof(T), where);
}

/// <summary>Which deleted things are being deleted, put back or forgotten at this moment: each by one at a time.</summary>
internal sealed class BinWork
{
    private readonly ConcurrentDictionary<long, bool> begun = new();

    /// <summary>Begins work on one, until the answer is disposed of; null when other work on it is going on.</summary>
    public IDisposable? Begin(long entry) => begun.TryAdd(entry, true) ? new End(begun, entry) : null;

    private sealed class End(ConcurrentDictionary<long, bool> begun, long entry) : IDisposable
    {
        public void Dispose() => begun.TryRemove(entry, out _);
    }
}

/// <summary>
/// Deleting with a way back. What is deleted leaves its table, row by row, as a JSON object of its columns, and comes back from there just
/// as it was, with its number and its key. It knows no table by name: the columns are those of the model. Many rows go in several steps,
/// each in one transaction, so that other writers don't wait long. Once begun, the work is finished: the client may disconnect, and after a
/// kill the next start goes on. A solver is hidden from the first step to the last.
/// </summary>
internal sealed class Bin(TinCompassDb db, WriteLane lane, BinWork work, TimeProvider clock, IHostApplicationLifetime life)
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
        RowsLeft[] left = [.. rows.OrderByDescending(r => Array.IndexOf(Order, r.Entity)).Select(r => new RowsLeft(
            r.Entity.Name, r.Where.Format, [.. r.Where.GetArguments().Select(v => Convert.ToString(v, CultureInfo.InvariantCulture)!)]))];
        BinEntry? entry = null;
        IDisposable? own = null;
        try
        {
            await StepAsync(BeginAsync, cancel);
            if (entry is not null) await FinishDeletingAsync(entry);
        }
        finally
        {
            own?.Dispose();
        }

        db.ChangeTracker.Clear();
        return entry;

        async Task BeginAsync()
        {
            foreach (var r in left)
                if (entry is null && await AnyAsync($"SELECT EXISTS (SELECT 1 FROM {TableOf(r)} WHERE {r.Where}) AS \"Value\"", r.Values))
                    db.Bin.Add(entry = new BinEntry { SolverId = solverId, At = clock.Now(), Kind = kind, Title = title });
            if (entry is null) return;
            await db.SaveChangesAsync(CancellationToken.None);
            own = work.Begin(entry.Id);
            await MoveAsync(entry, left);
        }
    }

    /// <summary>
    /// Puts back what is still missing of a deleted thing: how many rows came back. A row that is there again, or whose session is deleted
    /// too, stays in the bin.
    /// </summary>
    public async Task<int> RestoreAsync(long id, CancellationToken cancel)
    {
        await FinishDeletingAsync(id);
        var (restored, last) = (0, (Table: 0, Row: 0L));
        BinEntry? entry = null;
        var isDone = false;
        while (!isDone)
        {
            await StepAsync(async () =>
            {
                if (await db.Bin.FirstOrDefaultAsync(e => e.Id == id, CancellationToken.None) is not { } found)
                {
                    isDone = true;
                    return;
                }

                entry = found;
                entry.IsRestoring = true;
                var budget = RowsAtOnce;
                for (; last.Table < Order.Length && budget > 0; last = budget > 0 ? (last.Table + 1, 0) : last)
                {
                    var (rows, back) = await PutBackAsync(id, db.Model.FindEntityType(Order[last.Table])!, last.Row, budget);
                    restored += back;
                    entry.Rows -= back;
                    budget -= rows.Count;
                    if (rows.Count > 0) last.Row = rows[^1];
                }

                isDone = last.Table == Order.Length;
                // Hidden until all of it is there.
                if (entry.Kind == BinEntry.Solver) await RunAsync("UPDATE \"Solvers\" SET \"IsGoing\" = {0} WHERE \"Id\" = {1}",
                    [isDone ? 0 : 1, entry.SolverId]);
                if (!isDone) return;
                entry.IsRestoring = false;
                entry.Rows = await db.BinRows.CountAsync(r => r.EntryId == id, CancellationToken.None);
                if (entry.Rows == 0) db.Bin.Remove(entry);
            }, restored == 0 ? cancel : life.ApplicationStopping);
        }

        db.ChangeTracker.Clear();
        return restored;
    }

    /// <summary>Removes rows of a table from the bin. The caller holds the write lane.</summary>
    public Task<int> DropAsync<T>(FormattableString where) => RunAsync(
        $"DELETE FROM \"BinRows\" WHERE \"Table\" = '{db.Model.FindEntityType(typeof(T))!.GetTableName()}' AND {where.Format}",
        [.. where.GetArguments().Select(v => v!)]);

    /// <summary>Forgets a deleted thing for good.</summary>
    public async Task ForgetAsync(long id, CancellationToken cancel)
    {
        await FinishDeletingAsync(id);
        var isDone = false;
        for (var step = 0; !isDone; step++)
            await StepAsync(async () =>
            {
                // From the first step on nobody can put a part of it back.
                await db.Bin.Where(e => e.Id == id).ExecuteUpdateAsync(s => s.SetProperty(e => e.Kind, BinEntry.Forgotten),
                    CancellationToken.None);
                isDone = await RunAsync("DELETE FROM \"BinRows\" WHERE \"Id\" IN (SELECT \"Id\" FROM \"BinRows\" WHERE \"EntryId\" = {0} " +
                    $"LIMIT {RowsAtOnce})", [id]) < RowsAtOnce;
                if (isDone) await db.Bin.Where(e => e.Id == id).ExecuteDeleteAsync(CancellationToken.None);
            }, step == 0 ? cancel : life.ApplicationStopping);
    }

    /// <summary>Forgets what was deleted long ago, and what was being forgotten when the server ended.</summary>
    public async Task ForgetOldAsync(CancellationToken cancel)
    {
        var before = clock.GetUtcNow().AddDays(-Days);
        foreach (var old in await db.Bin.AsNoTracking().Where(e => e.At < before || e.Kind == BinEntry.Forgotten)
            .Select(e => e.Id).ToListAsync(cancel))
        {
            using var own = work.Begin(old);
            if (own is not null) await ForgetAsync(old, cancel);
        }
    }

    /// <summary>
    /// At the start: finishes what the server was doing when it ended. Gives the solvers whose rows moved.
    /// </summary>
    public async Task<IReadOnlyList<int>> FinishAsync(CancellationToken cancel)
    {
        var unfinished = await db.Bin.AsNoTracking().Where(e => e.Deleting != null || e.IsRestoring).ToListAsync(cancel);
        foreach (var entry in unfinished)
            if (entry.IsRestoring) await RestoreAsync(entry.Id, cancel);
            else await FinishDeletingAsync(entry.Id);
        return [.. unfinished.Select(e => e.SolverId).Distinct()];
    }

    private async Task FinishDeletingAsync(long id)
    {
        if (await db.Bin.FirstOrDefaultAsync(e => e.Id == id && e.Deleting != null, CancellationToken.None) is { } entry)
            await FinishDeletingAsync(entry);
        db.ChangeTracker.Clear();
    }

    private async Task FinishDeletingAsync(BinEntry entry)
    {
        while (entry.Deleting is { } rest)
            await StepAsync(() => MoveAsync(entry, JsonSerializer.Deserialize<RowsLeft[]>(rest)!), life.ApplicationStopping);
    }

    /// <summary>One step: waits for its turn as long as it may, and then does all of it or nothing.</summary>
    private async Task StepAsync(Func<Task> step, CancellationToken cancel)
    {
        using var turn = await lane.EnterAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await step();
        await db.SaveChangesAsync(CancellationToken.None);
        await transaction.CommitAsync(CancellationToken.None);
    }

    /// <summary>Moves rows out of their tables; what is more than one step is written down.</summary>
    private async Task MoveAsync(BinEntry entry, RowsLeft[] left)
    {
        var budget = RowsAtOnce;
        foreach (var r in left)
        {
            var (table, columns) = (TableOf(r), Columns(EntityOf(r)));
            var some = $"SELECT rowid FROM {table} WHERE {r.Where} ORDER BY rowid LIMIT {budget}";
            // JSON holds no bytes: those that another program wrote are kept as hexadecimal digits.
            var fields = string.Join(", ", columns.Select(c =>
                $"'{c}', CASE typeof(\"{c}\") WHEN 'blob' THEN json_object('blob', hex(\"{c}\")) ELSE \"{c}\" END"));
            var moved = await RunAsync($"INSERT INTO \"BinRows\" (\"EntryId\", \"Table\", \"Data\") SELECT {{{r.Values.Length}}}, " +
                $"'{EntityOf(r).GetTableName()}', json_object({fields}) FROM {table} WHERE rowid IN ({some})", [.. r.Values, entry.Id]);
            if (moved > 0) await RunAsync($"DELETE FROM {table} WHERE rowid IN ({some})", [.. r.Values]);
            entry.Rows += moved;
            budget -= moved;
            if (budget == 0) break;
        }

        entry.Deleting = budget > 0 ? null : JsonSerializer.Serialize(left);
        if (entry.Deleting is not null && entry.Kind == BinEntry.Solver)
            await RunAsync("UPDATE \"Solvers\" SET \"IsGoing\" = 1 WHERE \"Id\" = {0}", [entry.SolverId]);
    }

    /// <summary>Puts rows of a table back, those after a number: which were looked at, and how many came back.</summary>
    private async Task<(List<long> Looked, int Back)> PutBackAsync(long entry, IEntityType type, long after, int most)
    {
        var (table, known) = (type.GetTableName()!, Columns(type).ToHashSet());
        var rows = await db.BinRows.AsNoTracking().Where(r => r.EntryId == entry && r.Table == table && r.Id > after)
            .OrderBy(r => r.Id).Take(most).ToListAsync(CancellationToken.None);
        var (statements, back) = (new Dictionary<string, SqliteCommand>(), new List<long>());
        foreach (var row in rows)
        {
            // A column that is newer than the row has what it is given in the table.
            using var data = JsonDocument.Parse(row.Data);
            string[] columns = [.. data.RootElement.EnumerateObject().Select(p => p.Name).Where(known.Contains)];
            var names = string.Join(", ", columns.Select(c => $"\"{c}\""));
            if (!statements.TryGetValue(names, out var put)) statements[names] = put = Statement(
                $"INSERT OR IGNORE INTO \"{table}\" ({names}) SELECT {string.Join(", ", columns.Select(Field))} FROM \"BinRows\" " +
                "WHERE \"Id\" = $id");
            put.Parameters[0].Value = row.Id;
            if (IsPut(put)) back.Add(row.Id);
        }

        foreach (var put in statements.Values) await put.DisposeAsync();
        await db.BinRows.Where(r => EF.Parameter(back).Contains(r.Id)).ExecuteDeleteAsync(CancellationToken.None);
        return ([.. rows.Select(r => r.Id)], back.Count);

        static string Field(string c) =>
            $"CASE json_type(\"Data\", '$.{c}') WHEN 'object' THEN unhex(json_extract(\"Data\", '$.{c}.blob')) " +
            $"ELSE json_extract(\"Data\", '$.{c}') END";
    }

    private SqliteCommand Statement(string sql)
    {
        var command = (SqliteCommand)db.Database.GetDbConnection().CreateCommand();
#pragma warning disable CA2100 // Only names of the model.
        command.CommandText = sql;
#pragma warning restore CA2100
        command.Transaction = (SqliteTransaction)db.Database.CurrentTransaction!.GetDbTransaction();
        command.Parameters.Add(new SqliteParameter("$id", 0L));
        return command;
    }

    private static bool IsPut(SqliteCommand put)
    {
        try
        {
            return put.ExecuteNonQuery() == 1;
        }
        catch (SqliteException e) when (e.SqliteExtendedErrorCode == SQLitePCL.raw.SQLITE_CONSTRAINT_FOREIGNKEY)
        {
            // What it belongs to is deleted.
            return false;
        }
    }

    private static string[] Columns(IEntityType type) =>
        [.. type.GetProperties().Select(p => p.GetColumnName(StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value)!)];

    private IEntityType EntityOf(RowsLeft rows) => db.Model.FindEntityType(Order.First(t => t.Name == rows.Entity))!;

    private string TableOf(RowsLeft rows) => $"\"{EntityOf(rows).GetTableName()}\"";

    private Task<int> RunAsync(string sql, object[] values) => db.Database.ExecuteSqlRawAsync(sql, values, CancellationToken.None);

    private async Task<bool> AnyAsync(string sql, object[] values) =>
        (await db.Database.SqlQueryRaw<long>(sql, values).ToListAsync())[0] != 0;

    /// <summary>Rows that are still to be deleted, as they are written down. SQLite compares a text with a number as a number.</summary>
    private sealed record RowsLeft(string Entity, string Where, string[] Values);
}
