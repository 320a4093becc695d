using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;

namespace TinCompass.Server.Storage;

/// <summary>
/// Many rows of one table at once: one prepared statement, run row by row, without the bookkeeping of tracked entities. Columns and
/// conversions are those of the model.
/// </summary>
internal static class Bulk
{
    /// <summary>
    /// Adds rows within the caller's transaction; a row whose key is there already is left as it is. How many were added.
    /// </summary>
    public static async Task<int> AddAsync<T>(TinCompassDb db, IReadOnlyList<T> rows, CancellationToken cancel)
        where T : class
    {
        if (rows.Count == 0) return 0;
        var type = db.Model.FindEntityType(typeof(T))!;
        var table = StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value;
        var written = type.GetProperties().Where(p => p.ValueGenerated != ValueGenerated.OnAdd || !p.IsPrimaryKey()).ToArray();
        await using var command = db.Database.GetDbConnection().CreateCommand();
        command.Transaction = db.Database.CurrentTransaction!.GetDbTransaction();
        var (names, places) = (string.Join(", ", written.Select(p => $"\"{p.GetColumnName(table)}\"")),
            string.Join(", ", written.Select((_, i) => $"$p{i}")));
#pragma warning disable CA2100 // Only names of the model.
        command.CommandText = $"INSERT OR IGNORE INTO \"{table.Name}\" ({names}) VALUES ({places})";
#pragma warning restore CA2100
        var parameters = written.Select((_, i) =>
        {
            var parameter = command.CreateParameter();
            parameter.ParameterName = $"$p{i}";
            command.Parameters.Add(parameter);
            return parameter;
        }).ToArray();
        var values = written.Select(Value).ToArray();
        await command.PrepareAsync(cancel);
        var added = 0;
        foreach (var row in rows)
        {
            for (var i = 0; i < parameters.Length; i++) parameters[i].Value = values[i](row) ?? DBNull.Value;
            added += await command.ExecuteNonQueryAsync(cancel);
        }

        return added;
    }

    private static Func<object, object?> Value(IProperty property)
    {
        var (getter, converter) = (property.PropertyInfo!, property.GetTypeMapping().Converter);
        return converter is null ? getter.GetValue : row => converter.ConvertToProvider(getter.GetValue(row));
    }
}
