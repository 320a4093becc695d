using System.Globalization;
using System.Text;
using CsvHelper;

namespace TinCompass.Server.Features.Exchange;

/// <summary>The same entries as CSV: a first line with the names of the columns, then one entry a line.</summary>
internal static class ExchangeCsv
{
    private static readonly string[] PlanColumns =
        ["key", "at", "scramble", "color", "plan", "planningMs", "covered", "stage", "made", "part"];

    private const int LinesAtOnce = 500;

    // Columns that older files do not have.
    private static readonly string[] Later = ["stage", "made", "part", "facelets"];

    private static readonly string[] AnswerColumns =
        ["key", "at", "drill", "case", "level", "facelets", "color", "answer", "plan", "right",
            "turnsOver", "firstMs", "totalMs", "ms", "targetMs", "hints", "part"];

    public static Task WriteAsync(Stream to, IAsyncEnumerable<ExchangePlan> plans, CancellationToken cancel) =>
        WriteAsync(to, PlanColumns, plans.Select(p => new[]
    {
        Text(p.Key), Text(p.At), p.Scramble, p.Color, p.Plan, Text(p.PlanningMs), Text(p.Covered), p.Stage, p.Made, p.Part,
    }), cancel);

    public static Task WriteAsync(Stream to, IAsyncEnumerable<ExchangeAnswer> answers, CancellationToken cancel) =>
        WriteAsync(to, AnswerColumns, answers.Select(a => new[]
    {
        Text(a.Key), Text(a.At), a.Drill, a.Case, Text(a.Level), a.Facelets, a.Color, a.Answer, a.Plan, Text(a.Right), Text(a.TurnsOver),
            Text(a.FirstMs), Text(a.TotalMs), Text(a.Ms),
        Text(a.TargetMs), Text(a.Hints), a.Part,
    }), cancel);

    /// <summary>
    /// Reads a file of either kind; what one line has wrong is told to the reader, and what the file has wrong is the answer: null when it
    /// was read to its end.
    /// </summary>
    public static string? Read(string text, ExchangeReader reader)
    {
        using var input = new StringReader(text);
        using var csv = CsvReader.Create(input, new CsvReaderOptions { TrackLineNumbers = true, Separator = ',' });
        try
        {
            csv.ReadHeader();
            var headers = csv.Headers.ToArray();
            var isAnswers = headers.Contains("drill", StringComparer.OrdinalIgnoreCase);
            var columns = isAnswers ? AnswerColumns : PlanColumns;
            var missing = columns.Except(Later).Except(headers, StringComparer.OrdinalIgnoreCase).ToArray();
            if (missing.Length > 0) return $"Columns are missing: {string.Join(", ", missing)}. An export shows which there are.";
            while (csv.Read())
            {
                var where = $"line {csv.LineNumber}";
                if (csv.FieldCount != headers.Length)
                {
                    reader.Refuse(where, $"it has {csv.FieldCount} fields, the first line {headers.Length}.");
                    continue;
                }

                var row = new Row(name => headers.Contains(name, StringComparer.OrdinalIgnoreCase) ? csv.GetString(name) : null);
                if (isAnswers)
                {
                    var answer = Answer(row);
                    if (row.Odd is { } odd) reader.Refuse(where, odd);
                    else reader.Read(answer, where);
                }
                else
                {
                    var plan = Plan(row);
                    if (row.Odd is { } odd) reader.Refuse(where, odd);
                    else reader.Read(plan, where);
                }
            }
        }
        catch (CsvFormatException e)
        {
            return $"The file cannot be read: {e.Message} Was it cut short?";
        }

        return null;
    }

    private static ExchangePlan Plan(Row r) =>
        new(r.Key("key"), r.Time("at"), r.Text("scramble"), r.Text("color"), r.Text("plan"), r.NumberOrNone("planningMs"),
        r.Truth("covered"), r.TextOrNone("stage"), r.TextOrNone("made"),
        r.TextOrNone("part"));

    private static ExchangeAnswer Answer(Row r) => new(
        r.Key("key"), r.Time("at"), r.Text("drill"), r.Text("case"), r.Number("level"), r.TextOrNone("facelets"), r.Text("color"),
            r.Text("answer"), r.Text("plan"), r.Truth("right"),
        r.NumberOrNone("turnsOver"), r.Number("firstMs"), r.Number("totalMs"), r.Number("ms"), r.Number("targetMs"), r.Number("hints"),
            r.TextOrNone("part"), r.TextOrNone("scramble"));

    /// <summary>The fields of one line by name; the first that cannot be read is remembered.</summary>
    private sealed class Row(Func<string, string?> field)
    {
        public string? Odd { get; private set; }

        public string Text(string name) => field(name) ?? "";

        public string? TextOrNone(string name) => field(name) is { Length: > 0 } text ? text : null;

        public Guid Key(string name) => Guid.TryParse(Text(name), out var key) ? key : Wrong<Guid>(name, "a key");

        public DateTimeOffset Time(string name) =>
            DateTimeOffset.TryParse(Text(name), CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var at) ? at
                : Wrong<DateTimeOffset>(name, "a time");

        public int Number(string name) => int.TryParse(Text(name), NumberStyles.Integer, CultureInfo.InvariantCulture, out var n) ? n
            : Wrong<int>(name, "a whole number");

        public int? NumberOrNone(string name) => string.IsNullOrWhiteSpace(Text(name)) ? null : Number(name);

        public bool Truth(string name) => bool.TryParse(Text(name), out var truth) ? truth : Wrong<bool>(name, "true or false");

        private T Wrong<T>(string name, string expected)
        {
            Odd ??= $"'{Text(name)}' in column {name} is not {expected}.";
            return default!;
        }
    }

    /// <summary>Some hundred lines at a time go out, so that as little is held of many as of few.</summary>
    private static async Task WriteAsync(Stream to, string[] columns, IAsyncEnumerable<string?[]> rows, CancellationToken cancel)
    {
        var first = true;
        await foreach (var some in rows.Chunk(LinesAtOnce).WithCancellation(cancel)) await LinesAsync(some);
        if (first) await LinesAsync([]);

        async Task LinesAsync(string?[][] lines)
        {
            using var text = new StringWriter(CultureInfo.InvariantCulture);
            using (var csv = CsvWriter.Create(text, new CsvWriterOptions(), leaveOpen: true))
            {
                if (first) csv.WriteRecord(columns);
                first = false;
                foreach (var line in lines) csv.WriteRecord(Array.ConvertAll(line, field => field ?? ""));
            }

            await to.WriteAsync(Encoding.UTF8.GetBytes(text.ToString()), cancel);
        }
    }

    private static string Text(IFormattable? value) => value is DateTimeOffset at ? at.ToString("o", CultureInfo.InvariantCulture)
        : value?.ToString(null, CultureInfo.InvariantCulture) ?? "";

    private static string Text(bool value) => value ? "true" : "false";
}
