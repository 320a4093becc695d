using System.Globalization;
using System.Text;
using CsvHelper;

namespace TinCompass.Server.Features.Exchange;

/// <summary>The same entries as CSV: a first line with the names of the columns, then one entry a line.</summary>
internal static class ExchangeCsv
{
    private static readonly string[] PlanColumns =
        ["key", "at", "scramble", "color", "plan", "planningMs", "covered", "stage", "made", "part"];

    // Columns that older files do not have.
    private static readonly string[] Later = ["stage", "made", "part"];

    private static readonly string[] AnswerColumns =
        ["key", "at", "drill", "case", "level", "scramble", "color", "answer", "plan", "right",
            "turnsOver", "firstMs", "totalMs", "ms", "targetMs", "hints", "part"];

    public static byte[] Write(IEnumerable<ExchangePlan> plans) => Write(PlanColumns, plans.Select(p => new[]
    {
        Text(p.Key), Text(p.At), p.Scramble, p.Color, p.Plan, Text(p.PlanningMs), Text(p.Covered), p.Stage, p.Made, p.Part,
    }));

    public static byte[] Write(IEnumerable<ExchangeAnswer> answers) => Write(AnswerColumns, answers.Select(a => new[]
    {
        Text(a.Key), Text(a.At), a.Drill, a.Case, Text(a.Level), a.Scramble, a.Color, a.Answer, a.Plan, Text(a.Right), Text(a.TurnsOver),
            Text(a.FirstMs), Text(a.TotalMs), Text(a.Ms),
        Text(a.TargetMs), Text(a.Hints), a.Part,
    }));

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
        r.Key("key"), r.Time("at"), r.Text("drill"), r.Text("case"), r.Number("level"), r.Text("scramble"), r.Text("color"),
            r.Text("answer"), r.Text("plan"), r.Truth("right"),
        r.NumberOrNone("turnsOver"), r.Number("firstMs"), r.Number("totalMs"), r.Number("ms"), r.Number("targetMs"), r.Number("hints"),
            r.TextOrNone("part"));

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

    private static byte[] Write(string[] columns, IEnumerable<string?[]> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions(), leaveOpen: true))
        {
            csv.WriteRecord(columns);
            foreach (var row in rows) csv.WriteRecord(Array.ConvertAll(row, field => field ?? ""));
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private static string Text(IFormattable? value) => value is DateTimeOffset at ? at.ToString("o", CultureInfo.InvariantCulture)
        : value?.ToString(null, CultureInfo.InvariantCulture) ?? "";

    private static string Text(bool value) => value ? "true" : "false";
}
