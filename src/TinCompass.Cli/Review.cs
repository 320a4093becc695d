using System.CommandLine;
using System.Text.Json;
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
internal static class Review
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
            var asked = Catalog.Methods.FirstOrDefault(m => m.Id == parsed.GetValue(method));
            using var output = Terminal.Results();
            using var writer = new JsonLinesWriter(output, "");
            return Task.FromResult(SolveLines.ForEach(
                Terminal.In,
                (number, line) =>
                {
                    var bar = line.IndexOf('|', StringComparison.Ordinal);
                    if (bar < 0)
                    {
                        writer.WriteError(number, "no-solution", "A scramble and a solution are expected, with '|' between them.", 1);
                        return false;
                    }

                    var scramble = SolveLines.ParseAt(line[..bar], 0);
                    var timed = ReadTimed(line[(bar + 1)..], bar + 1);
                    var review = SolveReview.Of(book, CubeState.Solved.Apply(scramble.Turns), timed, Usual, asked, cancel: cancel);
                    writer.Write(json => Write(json, number, scramble, review));
                    return true;
                },
                writer.WriteError,
                cancel));
        });
        return command;
    }

    /// <summary>Reads the second half of a line; an error is told with its column in the whole line.</summary>
    private static TimedTurns ReadTimed(string text, int column)
    {
        if (string.IsNullOrWhiteSpace(text)) return new TimedTurns([], null);
        try
        {
            return TimedTurns.Parse(text);
        }
        catch (NotationException e)
        {
            throw e.Shifted(column);
        }
    }

    private static void Write(Utf8JsonWriter json, int line, Algorithm scramble, SolveReview review)
    {
        var reading = review.Reading;
        json.WriteNumber("line", line);
        json.WriteString("scramble", scramble.ToString());
        json.WriteString("method", reading.Method.Id);
        json.WriteString("color", reading.Focus.Base.Name());
        if (reading.Focus.Part.Length > 0) json.WriteString("side", reading.Focus.Part);
        json.WriteBoolean("solved", reading.IsSolved);
        json.WriteBoolean("followsMethod", reading.FollowsMethod);
        Figures(review.Turns);
        if (review.Ms is { } whole) json.WriteNumber("ms", whole);
        if (review.Worst is { } worst)
        {
            json.WriteStartObject("worst");
            json.WriteString("stage", worst.Stage.Id);
            json.WriteString("said", worst.Sentence);
            if (worst.Ms is { } cost) json.WriteNumber("lost", Math.Round(cost));
            if (worst.Drill is { } drill) json.WriteString("drill", drill);
            json.WriteEndObject();
        }

        json.WriteStartArray("stages");
        foreach (var stage in review.Stages)
        {
            json.WriteStartObject();
            json.WriteString("stage", stage.Read.Stage.Id);
            json.WriteString("turns", string.Join(' ', stage.Turns));
            json.WriteBoolean("done", stage.Read.IsDone);
            Figures(stage.Turns);
            json.WriteNumber("rotations", stage.Turns.Count(t => t.Kind == TurnKind.Rotation));
            json.WriteNumber("regrips", stage.Regrips);
            if (stage.Times is { } time)
            {
                if (time.RecognitionMs is { } before) json.WriteNumber("recognition", before);
                json.WriteNumber("turning", time.TurningMs);
                json.WriteNumber("pauses", time.PausesMs);
                json.WriteNumber("lost", Math.Round(stage.Losses.Sum(l => l.Ms ?? 0)));
            }

            if (stage.Read.Parts.Count > 0)
            {
                json.WriteStartArray("parts");
                foreach (var to in stage.Read.Parts) json.WriteNumberValue(to - stage.Read.From);
                json.WriteEndArray();
            }

            if (stage.Judged is { } judged)
            {
                json.WriteNumber("over", judged.OverBest);
                json.WriteString("said", judged.Verdict);
                json.WriteStartArray("hints");
                foreach (var hint in stage.Hints) json.WriteStringValue(hint);
                json.WriteEndArray();
            }

            json.WriteStartArray("advice");
            foreach (var better in stage.Advice) json.WriteStringValue(better);
            json.WriteEndArray();
            if (review.Ms is not null)
            {
                json.WriteStartArray("waited");
                foreach (var pause in stage.Pauses)
                {
                    json.WriteStartObject();
                    json.WriteNumber("turn", pause.Turn - stage.Read.From + 1);
                    json.WriteNumber("ms", pause.Ms);
                    json.WriteString("said", pause.Sentence);
                    json.WriteEndObject();
                }

                json.WriteEndArray();
            }

            json.WriteEndObject();
        }

        json.WriteEndArray();

        void Figures(IReadOnlyList<Turn> made)
        {
            json.WriteNumber("htm", made.Sum(t => Metric.Htm.Cost(t)));
            json.WriteNumber("stm", made.Sum(t => Metric.Stm.Cost(t)));
        }
    }

    private static readonly HandModel Usual = new(HandPreferences.Usual);
}
