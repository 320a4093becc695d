using System.CommandLine;
using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc review</c>: lines <c>scramble | solution</c>, each turn perhaps followed by <c>@milliseconds</c>, read into the stages of the
/// method they follow, each stage judged.
/// </summary>
internal static partial class Review
{
    public static Command Command(TableShelf shelf)
    {
        var method = new Option<string>("--method")
        {
            Description = $"{string.Join(" or ", Catalog.Methods.Select(m => m.Id))}; found by itself when left out.",
        };
        method.AcceptOnlyFromAmong([.. Catalog.Methods.Select(m => m.Id)]);
        var command = new Command("review", "Reads solves into the stages of their method, with what each stage cost.") { method };
        command.SetAction((parsed, cancel) =>
        {
            var book = Catalog.Book(shelf);
            var (reader, asked) = (new SolveReader(book), Catalog.Methods.FirstOrDefault(m => m.Id == parsed.GetValue(method)));
            using var output = new StreamWriter(Options.Output(), bufferSize: 1 << 16);
            using var writer = new JsonLinesWriter(output, "");
            return Task.FromResult(SolveLines.ForEach(
                Console.In,
                (number, line) =>
                {
                    var bar = line.IndexOf('|', StringComparison.Ordinal);
                    if (bar < 0)
                    {
                        writer.WriteError(number, "no-solution", "A scramble and a solution are expected, with '|' between them.", 1);
                        return false;
                    }

                    var scramble = SolveLines.ParseAt(line[..bar], 0);
                    var (turns, times) = ReadTimed(line[(bar + 1)..], bar + 1);
                    var start = CubeState.Solved.Apply(scramble.Turns);
                    var reading = reader.Read(start, turns, asked);
                    writer.Write(json => Write(json, number, scramble, reading, start, turns, times, cancel));
                    return true;
                },
                writer.WriteError,
                cancel));
        });
        return command;
    }

    /// <summary>Turns, and the time of each when all have one; a time is part of the turn before it, and never falls.</summary>
    private static (IReadOnlyList<Turn> Turns, IReadOnlyList<int>? Times) ReadTimed(string text, int column)
    {
        if (!text.Contains('@', StringComparison.Ordinal)) return (SolveLines.ParseAt(text, column).Turns, null);
        var (turns, times) = (new List<Turn>(), new List<int>());
        foreach (Match word in Words().Matches(text))
        {
            var at = column + word.Index;
            var mark = word.Value.IndexOf('@', StringComparison.Ordinal);
            var read = SolveLines.ParseAt(mark < 0 ? word.Value : word.Value[..mark], at).Turns;
            if (read.Count != 1 || mark < 0)
                throw Wrong(at, word.Value, "one turn with its time, as in R'@1250", "has no time of its own: all turns have one, or none");
            if (!int.TryParse(word.Value.AsSpan(mark + 1), NumberStyles.None, CultureInfo.InvariantCulture, out var ms))
                throw Wrong(at + mark, word.Value[mark..], "whole milliseconds, as in @1250", "is no time");
            if (times.Count > 0 && ms < times[^1])
                throw Wrong(at + mark, word.Value[mark..], $"{times[^1]} or more", $"is before the turn before it, at {times[^1]}");
            turns.Add(read[0]);
            times.Add(ms);
        }

        return (turns, times);

        static NotationException Wrong(int at, string offending, string expected, string said) =>
            new("bad-time", 1, at + 1, offending, expected, $"Column {at + 1}: '{offending}' {said}.");
    }

    private static void Write(Utf8JsonWriter json, int line, Algorithm scramble, SolveReading reading, CubeState start,
        IReadOnlyList<Turn> turns, IReadOnlyList<int>? times, CancellationToken cancel)
    {
        var timed = times is null ? null : StageTimes.Of(reading, times);
        json.WriteNumber("line", line);
        json.WriteString("scramble", scramble.ToString());
        json.WriteString("method", reading.Method.Id);
        json.WriteString("color", reading.Focus.Base.Name());
        if (reading.Focus.Part.Length > 0) json.WriteString("side", reading.Focus.Part);
        json.WriteBoolean("solved", reading.IsSolved);
        Figures(turns);
        if (times is { Count: > 0 }) json.WriteNumber("ms", times[^1] - times[0]);
        json.WriteStartArray("stages");
        for (var s = 0; s < reading.Stages.Count; s++)
        {
            var part = reading.Stages[s];
            Turn[] own = [.. turns.Skip(part.From).Take(part.To - part.From)];
            json.WriteStartObject();
            json.WriteString("stage", part.Stage.Id);
            json.WriteString("turns", string.Join(' ', own));
            json.WriteBoolean("done", part.IsDone);
            Figures(own);
            json.WriteNumber("rotations", own.Count(t => t.Kind == TurnKind.Rotation));
            if (timed?[s] is { } time)
            {
                if (time.RecognitionMs is { } before) json.WriteNumber("recognition", before);
                json.WriteNumber("turning", time.TurningMs);
                json.WriteNumber("pauses", time.PausesMs);
            }

            if (part.Parts.Count > 0)
            {
                json.WriteStartArray("parts");
                foreach (var to in part.Parts) json.WriteNumberValue(to - part.From);
                json.WriteEndArray();
            }

            Judged(part, own);
            json.WriteEndObject();
        }

        json.WriteEndArray();

        void Figures(IReadOnlyList<Turn> made)
        {
            json.WriteNumber("htm", made.Sum(t => Metric.Htm.Cost(t)));
            json.WriteNumber("stm", made.Sum(t => Metric.Stm.Cost(t)));
        }

        // What the stage's own judge says, where the cube was held as the stage needs it.
        void Judged(ReadStage part, Turn[] own)
        {
            var before = start.Apply(turns.Take(part.From));
            if (own.Length == 0 || part.Stage.Refuses(before, reading.Focus) is not null) return;
            var judged = part.Stage.Judge(before, reading.Focus, own, Usual, [.. turns.Take(part.From)], cancel);
            json.WriteNumber("over", judged.OverBest);
            json.WriteString("said", judged.Verdict);
            json.WriteStartArray("hints");
            foreach (var hint in judged.Hints) json.WriteStringValue(hint);
            json.WriteEndArray();
        }
    }

    private static readonly HandModel Usual = new(HandPreferences.Usual);

    [GeneratedRegex(@"\S+")]
    private static partial Regex Words();
}
