using System.Collections.Concurrent;
using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;

namespace TinCompass.Server.Storage;

/// <summary>One row to be written: added, put in place of the one with its key, or taken on from the state in which it was read.</summary>
/// <param name="Row">An entity of the model, as it is to be.</param>
/// <param name="How">What is done with it.</param>
/// <param name="Still">For a step: what the row in the file must still say.</param>
internal readonly record struct RowChange(object Row, RowChange.Kind How, params (string Property, object? Value)[] Still)
{
    internal enum Kind
    {
        Add,
        Put,
        Step,
    }
}

/// <summary>
/// The writing of an answer, which is what happens most: some rows, all of them or none, on a connection of its own that stays open, by
/// statements that stay prepared. Through tracked entities the same costs five times the processor's time, most of it for finding out
/// what changed and for reading the same SQL again. Answers that wait for the lane together are written together, in one transaction: the
/// disk is waited for once. None is acknowledged before it is on the disk.
/// </summary>
internal sealed class QuickWrite(DatabaseFile file, WriteLane lane) : IDisposable
{
    /// <summary>Answers that are written in one transaction at most: what else waits for the lane does not wait long.</summary>
    private const int Together = 32;

    private readonly ConcurrentQueue<Waiting> waiting = new();
    private readonly Dictionary<(Type, RowChange.Kind), RowShape.Statement> statements = [];
    private SqliteConnection? connection;

    /// <summary>
    /// Writes all of it or nothing, when it is one's turn. Throws what EF Core throws: <see cref="DbUpdateConcurrencyException"/> when a
    /// step is not possible any more, <see cref="DbUpdateException"/> for what SQLite refuses. Cancelled, nothing is written; what is being
    /// written already is waited for.
    /// </summary>
    public async Task WriteAsync(TinCompassDb db, RowChange[] changes, CancellationToken cancel)
    {
        var mine = new Waiting(db.Model, changes);
        waiting.Enqueue(mine);
        try
        {
            using (await lane.EnterAsync(cancel))
            {
                // Whoever comes in first writes for all who wait, the longest waiting first.
                while (!mine.Written.IsCompleted) WriteWaiting();
            }
        }
        catch (OperationCanceledException) when (!mine.TryTake())
        {
        }

        await mine.Written;
    }

    private void WriteWaiting()
    {
        var together = new List<Waiting>();
        while (together.Count < Together && waiting.TryDequeue(out var one))
            if (one.TryTake()) together.Add(one);
        try
        {
            Write(together);
        }
        // One of them is refused: the others are written without it.
        catch (Exception e) when (together.Count > 1 && IsRefused(e))
        {
            foreach (var one in together) WriteAlone(one);
        }
        catch (Exception e)
        {
            foreach (var one in together) one.Fail(e);
        }
    }

    private void WriteAlone(Waiting one)
    {
        try
        {
            Write([one]);
        }
        catch (Exception e)
        {
            one.Fail(e);
        }
    }

    /// <summary>It is the rows that cannot be written, not the file.</summary>
    private static bool IsRefused(Exception e) => e is DbUpdateConcurrencyException
        || e.InnerException is SqliteException { SqliteErrorCode: SQLitePCL.raw.SQLITE_CONSTRAINT };

    private void Write(List<Waiting> together)
    {
        try
        {
            connection ??= file.Open();
            using var transaction = connection.BeginTransaction();
            foreach (var (model, changes) in together.Select(w => (w.Model, w.Changes)))
                foreach (var change in changes)
                {
                    var key = (change.Row.GetType(), change.How);
                    if (!statements.TryGetValue(key, out var statement))
                        statements[key] = statement = Statement(model, connection, change);
                    Run(statement, transaction, change);
                }

            transaction.Commit();
        }
        catch (SqliteException e)
        {
            // What is wrong with a connection does not stay.
            Close();
            throw new DbUpdateException("An answer was not written.", e);
        }

        foreach (var one in together) one.Succeed();
    }

    /// <summary>The same within a transaction of the caller, on the caller's connection.</summary>
    public static void WriteWithin(TinCompassDb db, params ReadOnlySpan<RowChange> changes)
    {
        try
        {
            foreach (var change in changes)
            {
                using var statement = Statement(db.Model, db.Database.GetDbConnection(), change);
                Run(statement, db.Database.CurrentTransaction!.GetDbTransaction(), change);
            }
        }
        catch (SqliteException e)
        {
            throw new DbUpdateException("An answer was not written.", e);
        }
    }

    /// <inheritdoc/>
    public void Dispose() => Close();

    private void Close()
    {
        foreach (var statement in statements.Values) statement.Dispose();
        statements.Clear();
        connection?.Dispose();
        connection = null;
    }

    private static RowShape.Statement Statement(IModel model, DbConnection connection, RowChange change)
    {
        var shape = new RowShape(model, change.Row.GetType());
        return change.How switch
        {
            RowChange.Kind.Add => shape.Add(connection),
            RowChange.Kind.Put => shape.Put(connection),
            _ => shape.Step(connection, [.. change.Still.Select(s => s.Property)]),
        };
    }

    private static void Run(RowShape.Statement statement, DbTransaction transaction, RowChange change)
    {
        if (statement.Run(transaction, change.Row, change.Still) != 1)
            throw new DbUpdateConcurrencyException("What was to be taken on has gone on meanwhile.");
    }

    /// <summary>What waits to be written. It is taken once: by who writes it, or by its own caller who gives up.</summary>
    private sealed class Waiting(IModel model, RowChange[] changes)
    {
        private readonly TaskCompletionSource written = new(TaskCreationOptions.RunContinuationsAsynchronously);
        private int taken;

        public IModel Model => model;

        public RowChange[] Changes => changes;

        /// <summary>Done when it is on the disk, or refused.</summary>
        public Task Written => written.Task;

        public bool TryTake() => Interlocked.Exchange(ref taken, 1) == 0;

        public void Succeed() => written.SetResult();

        public void Fail(Exception e) => written.SetException(e);
    }
}
