using System.Collections.Concurrent;
using Microsoft.Data.Sqlite;

namespace TinCompass.Server.Storage;

/// <summary>
/// Reads the rows an answer needs by some of their values, on connections of its own that stay open, by statements that stay prepared.
/// EF Core prepares the statement of a query each time. Each reading sees what was written last.
/// </summary>
internal sealed class QuickRead(DatabaseFile file) : IDisposable
{
    private readonly ConcurrentBag<Reader> free = [];

    /// <summary>The rows whose properties have these values.</summary>
    public List<T> All<T>(TinCompassDb db, params ReadOnlySpan<(string Property, object Value)> with)
        where T : class
    {
        if (!free.TryTake(out var reader)) reader = new Reader(file.Open());
        try
        {
            var rows = reader.Read<T>(db, with);
            free.Add(reader);
            return rows;
        }
        catch
        {
            // What is wrong with a connection does not stay.
            reader.Dispose();
            throw;
        }
    }

    /// <summary>The row whose properties have these values, if there is one.</summary>
    public T? One<T>(TinCompassDb db, params ReadOnlySpan<(string Property, object Value)> with)
        where T : class => All<T>(db, with) is [var row, ..] ? row : null;

    /// <inheritdoc/>
    public void Dispose()
    {
        while (free.TryTake(out var reader)) reader.Dispose();
    }

    private sealed class Reader(SqliteConnection connection) : IDisposable
    {
        private readonly Dictionary<(Type Row, string With), RowShape.Query> queries = [];

        public List<T> Read<T>(TinCompassDb db, ReadOnlySpan<(string Property, object Value)> with)
            where T : class
        {
            var names = with.Length == 1 ? with[0].Property : string.Join(',', with.ToArray().Select(w => w.Property));
            if (!queries.TryGetValue((typeof(T), names), out var query))
                queries[(typeof(T), names)] = query = new RowShape(db.Model, typeof(T)).Select(connection, names.Split(','));
            return query.Run<T>(with);
        }

        public void Dispose()
        {
            foreach (var query in queries.Values) query.Dispose();
            connection.Dispose();
        }
    }
}
