using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using CsvHelper;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Cli;

/// <summary>Writes results in one of the two formats.</summary>
internal interface IResultWriter : IDisposable
{
    /// <summary>The solutions of one scramble.</summary>
    void WriteSolved(int line, string scramble, IReadOnlyList<Solved> results);

    /// <summary>A line that could not be read.</summary>
    void WriteError(int line, NotationException error);
}

/// <summary>JSON Lines: one object a line, the results under the name <paramref name="list"/>.</summary>
internal sealed class JsonLinesWriter(TextWriter output, string list) : IResultWriter
{
    private static readonly JsonWriterOptions Options = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    private readonly MemoryStream buffer = new();

    public void WriteSolved(int line, string scramble, IReadOnlyList<Solved> results) => Write(json =>
    {
        json.WriteNumber("line", line);
        json.WriteString("scramble", scramble);
        json.WriteStartArray(list);
        foreach (var result in results)
        {
            json.WriteStartObject();
            json.WriteString("color", result.Color.Name());
            if (result.Slot is not null) json.WriteString("slot", result.Slot);
            json.WriteNumber("length", result.Length);
            json.WriteNumber("count", result.Count);
            json.WriteStartArray("solutions");
            foreach (var solution in result.Solutions) json.WriteStringValue(solution);
            json.WriteEndArray();
            json.WriteEndObject();
        }

        json.WriteEndArray();
    });

    public void WriteError(int line, NotationException error) => WriteError(line, error.Code, error.Message, error.Column);

    /// <summary>A line that was read but cannot be answered.</summary>
    public void WriteError(int line, string code, string message, int column) => Write(json =>
    {
        json.WriteNumber("line", line);
        json.WriteStartObject("error");
        json.WriteString("code", code);
        json.WriteString("message", message);
        json.WriteNumber("column", column);
        json.WriteEndObject();
    });

    public void Dispose()
    {
        output.Flush();
        buffer.Dispose();
    }

    /// <summary>One object.</summary>
    public void Write(Action<Utf8JsonWriter> body)
    {
        buffer.SetLength(0);
        using (var json = new Utf8JsonWriter(buffer, Options))
        {
            json.WriteStartObject();
            body(json);
            json.WriteEndObject();
        }

        output.Write(System.Text.Encoding.UTF8.GetString(buffer.GetBuffer(), 0, (int)buffer.Length));
        output.Write('\n');
    }
}

/// <summary>CSV with a head line: one solution a line; a line that could not be read has its error in the last column.</summary>
internal sealed class CsvResultWriter : IResultWriter
{
    private readonly CsvWriter csv;

    public CsvResultWriter(TextWriter output)
    {
        csv = CsvWriter.Create(output, new CsvWriterOptions(), leaveOpen: true);
        Row("line", "scramble", "color", "slot", "length", "count", "solution", "error");
    }

    public void WriteSolved(int line, string scramble, IReadOnlyList<Solved> results)
    {
        foreach (var result in results)
            foreach (var solution in result.Solutions)
                Row(Text(line), scramble, result.Color.Name(), result.Slot ?? "", Text(result.Length), Text(result.Count), solution, "");
    }

    public void WriteError(int line, NotationException error) => Row(Text(line), "", "", "", "", "", "", error.Message);

    public void Dispose() => csv.Dispose();

    private static string Text(int n) => n.ToString(CultureInfo.InvariantCulture);

    private void Row(params ReadOnlySpan<string> fields) => csv.WriteRecord(fields);
}
