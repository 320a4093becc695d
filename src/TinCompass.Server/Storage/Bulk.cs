using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;

namespace TinCompass.Server.Storage;

/// <summary>
/// Many rows of one table at once: one prepared statement, run row by row, without the bookkeeping of tracked entities.
/// </summary>
internal static class Bulk
{
    /// <summary>
    /// Adds rows within the caller's transaction; a row whose key is there already is left as it is. How many were added.
    /// </summary>
    public static int Add<T>(TinCompassDb db, IReadOnlyList<T> rows, CancellationToken cancel)
        where T : class
    {
        if (rows.Count == 0) return 0;
        using var statement = new RowShape(db.Model, typeof(T)).AddNew(db.Database.GetDbConnection());
        var transaction = db.Database.CurrentTransaction!.GetDbTransaction();
        var added = 0;
        foreach (var row in rows)
        {
            cancel.ThrowIfCancellationRequested();
            added += statement.Run(transaction, row);
        }

        return added;
    }
}
