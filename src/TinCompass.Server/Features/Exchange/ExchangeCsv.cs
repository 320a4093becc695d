using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using CsvHelper;

namespace TinCompass.Server.Features.Exchange;

/// <summary>The same entries as CSV: a first line with the names of the columns, then one entry a line.</summary>
internal static partial class ExchangeCsv
{
    private static readonly string[] PlanColumns =
        ["key", "at", "scramble", "color", "plan", "planningMs", "covered", "stage", "made", "part"];

    private const int LinesAtOnce = 500;

    // Columns that older files do not have.
    private static readonly string[] Later = ["stage", "made", "part", "facelets"];

    private static readonly string[] AnswerColumns =
        ["key", "at", "drill", "case", "level", "facelets", "color", "answer", "plan", "right",
            "turnsOver", "firstMs", "totalMs", "ms", "targetMs", "hints", "part"];

    private static readonly string[] SolveColumns =
        ["key", "at", "method", "purpose", "scramble", "ms", "penalty", "inspectionMs", "turns", "note"];

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

    public static Task WriteAsync(Stream to, IAsyncEnumerable<ExchangeSolve> solves, CancellationToken cancel) =>
        WriteAsync(to, SolveColumns, solves.Select(s => new[]
    {
        Text(s.Key), Text(s.At), s.Method, s.Purpose, s.Scramble, Text(s.Ms), s.Penalty, Text(s.InspectionMs), s.Turns, s.Note,
    }), cancel);

    /// <summary>
    /// Reads a file of any kind line by line; what one line has wrong is told to the reader. Throws <see cref="BadDocumentException"/>.
    /// </summary>
    public static IEnumerable<long> Read(FileStream file, ExchangeReader reader)
    {
        using var input = new StreamReader(file, Encoding.UTF8, leaveOpen: true);
        if (input.Peek() < 0) throw Bad("The file is empty: a first line with the names of the columns is expected.");
        using var csv = CsvReader.Create(input, new CsvReaderOptions { TrackLineNumbers = true, Separator = ',' });
        var headers = Ask(() =>
        {
            csv.ReadHeader();
            return csv.Headers.ToArray();
        });
        if (headers.GroupBy(h => h, StringComparer.OrdinalIgnoreCase).FirstOrDefault(g => g.Count() > 1) is { } twice)
            throw Bad($"Column {twice.Key} is there twice.");
        var (isAnswers, isSolves) = (Has("drill"), Has("purpose"));
        var columns = isAnswers ? AnswerColumns : isSolves ? SolveColumns : PlanColumns;
        var missing = columns.Except(Later).Except(headers, StringComparer.OrdinalIgnoreCase).ToArray();
        if (missing.Length > 0) throw Bad($"Columns are missing: {string.Join(", ", missing)}. An export shows which there are.");
        bool Has(string column) => headers.Contains(column, StringComparer.OrdinalIgnoreCase);
        while (Ask(csv.Read))
        {
            var where = $"line {csv.LineNumber}";
            var row = new Row(name => headers.Contains(name, StringComparer.OrdinalIgnoreCase) ? Plain(csv.GetString(name)) : null);
            if (csv.FieldCount != headers.Length)
                reader.Refuse(where, $"it has {csv.FieldCount} fields, the first line {headers.Length}.");
            else if (isAnswers) Hand(Answer(row), reader.Read);
            else if (isSolves) Hand(Timed(row), reader.Read);
            else Hand(Plan(row), reader.Read);
            yield return file.Position;

            void Hand<T>(T entry, Action<T, string> read)
            {
                if (row.Odd is { } odd) reader.Refuse(where, odd);
                else read(entry, where);
            }
        }
    }

    private static ExchangeSolve Timed(Row r) => new(
        r.Key("key"), r.Time("at"), r.TextOrNone("method"), r.Text("purpose"), r.Text("scramble"), r.Number("ms"), r.Text("penalty"),
        r.NumberOrNone("inspectionMs"), r.TextOrNone("turns"), r.Text("note"));

    private static T Ask<T>(Func<T> read)
    {
        try
        {
            return read();
        }
        catch (CsvFormatException e)
        {
            throw Bad($"The file cannot be read: {e.Message} Was it cut short?");
        }
    }

    private static BadDocumentException Bad(string sentence) => new("bad-document", sentence);

    private static ExchangePlan Plan(Row r) =>
        new(r.Key("key"), r.Time("at"), r.Text("scramble"), r.Text("color"), r.Text("plan"), r.NumberOrNone("planningMs"),
        r.Truth("covered"), r.TextOrNone("stage"), r.TextOrNone("made"),
        r.TextOrNone("part"));

    private static ExchangeAnswer Answer(Row r) => new(
        r.Key("key"), r.Time("at"), r.Text("drill"), r.Text("case"), r.Number("level"), r.TextOrNone("facelets"), r.Text("color"),
            r.Text("answer"), r.Text("plan"), r.Truth("right"),
        r.NumberOrNone("turnsOver"), r.Number("firstMs"), r.Number("totalMs"), r.Number("ms"), r.Number("targetMs"), r.Number("hints"),
            r.TextOrNone("part"), r.TextOrNone("scramble"));

    /// <summary>Year, month and day, then hours and minutes at least: nothing that reads otherwise elsewhere.</summary>
    [GeneratedRegex(@"^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d{1,7})?)?(Z|[+-]\d{2}:\d{2})?$")]
    private static partial Regex IsoTime();

    /// <summary>The fields of one line by name; the first that cannot be read is remembered.</summary>
    private sealed class Row(Func<string, string?> field)
    {
        public string? Odd { get; private set; }

        public string Text(string name) => field(name) ?? "";

        public string? TextOrNone(string name) => field(name) is { Length: > 0 } text ? text : null;

        public Guid Key(string name) => Guid.TryParse(Text(name), out var key) ? key : Wrong<Guid>(name, "a key");

        public DateTimeOffset Time(string name) =>
            IsoTime().IsMatch(Text(name)) && DateTimeOffset.TryParse(
                Text(name), CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal, out var at) ? at
                : Wrong<DateTimeOffset>(name, "a time by ISO 8601, such as 2026-05-01T18:30:00Z");

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
                foreach (var line in lines) csv.WriteRecord(Array.ConvertAll(line, Harmless));
            }

            await to.WriteAsync(Encoding.UTF8.GetBytes(text.ToString()), cancel);
        }
    }

    /// <summary>
    /// A cell that a spreadsheet would take for a formula begins with an apostrophe, which is taken away when it is read.
    /// </summary>
    private static string Harmless(string? field) => field is { Length: > 0 } && IsFormula(field[0]) ? $"'{field}" : field ?? "";

    private static string? Plain(string? field) => field is ['\'', var first, ..] && IsFormula(first) ? field[1..] : field;

    private static bool IsFormula(char first) => first is '=' or '+' or '-' or '@' or '\t' or '\r';

    private static string Text(IFormattable? value) => value is DateTimeOffset at ? at.ToString("o", CultureInfo.InvariantCulture)
        : value?.ToString(null, CultureInfo.InvariantCulture) ?? "";

    private static string Text(bool value) => value ? "true" : "false";
}
