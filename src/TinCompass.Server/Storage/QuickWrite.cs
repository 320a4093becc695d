using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
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
/// The writing of an answer, which is what happens most: some rows in one transaction, on a connection of its own that stays open, by
/// statements that stay prepared. Through tracked entities the same costs five times the processor's time, most of it for finding out
/// what changed and for reading the same SQL again. It is used within the lane (<see cref="WriteLane"/>): by one at a time.
/// </summary>
internal sealed class QuickWrite(DatabaseFile file) : IDisposable
{
    private readonly Dictionary<(Type, RowChange.Kind), RowShape.Statement> statements = [];
    private SqliteConnection? connection;

    /// <summary>
    /// Writes all of it or nothing. Throws what EF Core throws: <see cref="DbUpdateConcurrencyException"/> when a step is not possible any
    /// more, <see cref="DbUpdateException"/> for what SQLite refuses.
    /// </summary>
    public void Write(TinCompassDb db, params ReadOnlySpan<RowChange> changes)
    {
        try
        {
            connection ??= file.Open();
            using var transaction = connection.BeginTransaction();
            foreach (var change in changes)
            {
                var key = (change.Row.GetType(), change.How);
                if (!statements.TryGetValue(key, out var statement)) statements[key] = statement = Statement(db, connection, change);
                Run(statement, transaction, change);
            }

            transaction.Commit();
        }
        catch (SqliteException e)
        {
            // What is wrong with a connection does not stay.
            Dispose();
            throw new DbUpdateException("An answer was not written.", e);
        }
    }

    /// <summary>The same within a transaction of the caller, on the caller's connection.</summary>
    public static void WriteWithin(TinCompassDb db, params ReadOnlySpan<RowChange> changes)
    {
        try
        {
            foreach (var change in changes)
            {
                using var statement = Statement(db, db.Database.GetDbConnection(), change);
                Run(statement, db.Database.CurrentTransaction!.GetDbTransaction(), change);
            }
        }
        catch (SqliteException e)
        {
            throw new DbUpdateException("An answer was not written.", e);
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var statement in statements.Values) statement.Dispose();
        statements.Clear();
        connection?.Dispose();
        connection = null;
    }

    private static RowShape.Statement Statement(TinCompassDb db, DbConnection connection, RowChange change)
    {
        var shape = new RowShape(db.Model, change.Row.GetType());
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
}
