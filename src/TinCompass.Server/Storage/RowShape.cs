using System.Collections.Concurrent;
using System.Data.Common;
using System.Linq.Expressions;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace TinCompass.Server.Storage;

/// <summary>
/// A table as statements that are written by hand need it: its columns, how a row's properties are stored in them and how they are read,
/// as the model says.
/// </summary>
internal sealed class RowShape
{
    private static readonly ConcurrentDictionary<Type, Func<DbDataReader, object>> Rows = new();

    private readonly IEntityType type;
    private readonly IProperty[] written;
    private readonly Func<object, object?>[] values;
    private readonly StoreObjectIdentifier table;
    private readonly IProperty[] key;

    /// <summary>The shape of an entity's table. Keys that the database makes are not written.</summary>
    public RowShape(IModel model, Type entity)
    {
        type = model.FindEntityType(entity)!;
        table = StoreObjectIdentifier.Create(type, StoreObjectType.Table)!.Value;
        key = [.. type.FindPrimaryKey()!.Properties];
        written = [.. type.GetProperties().Where(p => p.ValueGenerated != ValueGenerated.OnAdd || !p.IsPrimaryKey())];
        values = [.. written.Select(Value)];
    }

    private string Into => $"INTO \"{table.Name}\" ({string.Join(", ", written.Select(Column))}) VALUES (" +
        $"{string.Join(", ", written.Select((_, i) => $"$p{i}"))})";

    /// <summary>Adds a row.</summary>
    public Statement Add(DbConnection connection) => Make(connection, $"INSERT {Into}", []);

    /// <summary>Adds a row; one whose key is there already is left as it is.</summary>
    public Statement AddNew(DbConnection connection) => Make(connection, $"INSERT OR IGNORE {Into}", []);

    /// <summary>Adds a row, or writes it over the one with its key.</summary>
    public Statement Put(DbConnection connection) => Make(
        connection, $"INSERT {Into} ON CONFLICT ({string.Join(", ", key.Select(Column))}) DO UPDATE SET " +
            string.Join(", ", written.Except(key).Select(p => $"{Column(p)} = excluded.{Column(p)}")), []);

    /// <summary>
    /// Writes a row over the one with its key, if that one still has these values: two writers cannot both take it on from one state.
    /// </summary>
    public Statement Step(DbConnection connection, IReadOnlyList<string> still)
    {
        var (keys, tokens) = (key.Except(written).ToArray(), written.Where(p => still.Contains(p.Name)).ToArray());
        var conditions = key.Select(p => $"{Column(p)} = {(keys.Contains(p) ? $"$k{Array.IndexOf(keys, p)}"
            : $"$p{Array.IndexOf(written, p)}")}").Concat(tokens.Select(p => $"{Column(p)} IS $was_{p.Name}"));
        return Make(connection, $"UPDATE \"{table.Name}\" SET " +
            string.Join(", ", written.Except(key).Select(p => $"{Column(p)} = $p{Array.IndexOf(written, p)}")) +
            $" WHERE {string.Join(" AND ", conditions)}", [.. keys.Select((p, i) => ($"$k{i}", Value(p)))],
            [.. tokens.Select(p => ($"$was_{p.Name}", p.Name, Stored(p)))]);
    }

    /// <summary>Reads the rows whose properties have some values.</summary>
    public Query Select(DbConnection connection, IReadOnlyList<string> with)
    {
        IProperty[] all = [.. type.GetProperties()], asked = [.. with.Select(name => type.FindProperty(name)!)];
        var command = connection.CreateCommand();
#pragma warning disable CA2100 // Only names of the model.
        command.CommandText = $"SELECT {string.Join(", ", all.Select(Column))} FROM \"{table.Name}\" WHERE " +
            string.Join(" AND ", asked.Select((p, i) => $"{Column(p)} = $p{i}"));
#pragma warning restore CA2100
        return new Query(command, [.. asked.Select((p, i) => (Named(command, $"$p{i}"), Stored(p)))],
            Rows.GetOrAdd(type.ClrType, _ => RowOf(type, all)));
    }

    /// <summary>How a row is made of what a query of all its columns gives, compiled once.</summary>
    private static Func<DbDataReader, object> RowOf(IEntityType type, IProperty[] all)
    {
        var reader = Expression.Parameter(typeof(DbDataReader));
        return Expression.Lambda<Func<DbDataReader, object>>(Expression.MemberInit(
            Expression.New(type.ClrType), all.Select((p, i) => Expression.Bind(p.PropertyInfo!, Read(p, reader, Expression.Constant(i))))),
            reader).Compile();
    }

    private static Expression Read(IProperty property, Expression reader, Expression column)
    {
        var mapping = property.GetRelationalTypeMapping();
        Expression value = Expression.Call(reader, mapping.GetDataReaderMethod(), column);
        if (mapping.Converter is { } converter)
            value = Expression.Invoke(converter.ConvertFromProviderExpression, Expression.Convert(value, converter.ProviderClrType));
        value = Expression.Convert(value, property.ClrType);
        return property.IsNullable
            ? Expression.Condition(Expression.Call(reader, nameof(DbDataReader.IsDBNull), null, column),
                Expression.Default(property.ClrType), value)
            : value;
    }

    private static DbParameter Named(DbCommand command, string name)
    {
        var parameter = command.CreateParameter();
        parameter.ParameterName = name;
        command.Parameters.Add(parameter);
        return parameter;
    }

    private Statement Make(DbConnection connection, string text, (string Name, Func<object, object?> Value)[] keys,
        (string Parameter, string Property, Func<object?, object?> Stored)[]? tokens = null)
    {
        var command = connection.CreateCommand();
#pragma warning disable CA2100 // Only names of the model.
        command.CommandText = text;
#pragma warning restore CA2100
        return new Statement(command, [.. written.Select((_, i) => Named(command, $"$p{i}")).Zip(values),
            .. keys.Select(k => (Named(command, k.Name), k.Value))],
            tokens is null ? [] : tokens.ToDictionary(t => t.Property, t => (Named(command, t.Parameter), t.Stored)));
    }

    private string Column(IProperty property) => $"\"{property.GetColumnName(table)}\"";

    private static Func<object, object?> Value(IProperty property)
    {
        var (getter, stored) = (property.PropertyInfo!, Stored(property));
        return row => stored(getter.GetValue(row));
    }

    private static Func<object?, object?> Stored(IProperty property)
    {
        var converter = property.GetTypeMapping().Converter;
        return converter is null ? value => value : converter.ConvertToProvider;
    }

    /// <summary>A statement that is run for one row after the other; the connection keeps it prepared as long as it is open.</summary>
    internal sealed class Statement(DbCommand command, (DbParameter Parameter, Func<object, object?> Value)[] parameters,
        Dictionary<string, (DbParameter Parameter, Func<object?, object?> Stored)> tokens) : IDisposable
    {
        /// <summary>Runs it within a transaction; how many rows were written.</summary>
        public int Run(DbTransaction transaction, object row, params ReadOnlySpan<(string Property, object? Value)> still)
        {
            command.Transaction = transaction;
            foreach (var (parameter, value) in parameters) parameter.Value = value(row) ?? DBNull.Value;
            foreach (var (property, value) in still) tokens[property].Parameter.Value = tokens[property].Stored(value) ?? DBNull.Value;
            return command.ExecuteNonQuery();
        }

        /// <inheritdoc/>
        public void Dispose() => command.Dispose();
    }

    /// <summary>
    /// A query that is run for one set of values after the other; the connection keeps it prepared as long as it is open.
    /// </summary>
    internal sealed class Query(DbCommand command, (DbParameter Parameter, Func<object?, object?> Stored)[] parameters,
        Func<DbDataReader, object> row) : IDisposable
    {
        /// <summary>The rows with these values.</summary>
        public List<T> Run<T>(ReadOnlySpan<(string Property, object Value)> with)
        {
            for (var i = 0; i < with.Length; i++) parameters[i].Parameter.Value = parameters[i].Stored(with[i].Value);
            using var reader = command.ExecuteReader();
            var rows = new List<T>();
            while (reader.Read()) rows.Add((T)row(reader));
            return rows;
        }

        /// <inheritdoc/>
        public void Dispose() => command.Dispose();
    }
}
