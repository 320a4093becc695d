using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Cli;

/// <summary>One colour's (and slot's) solutions, as they are written out.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Slot">The slot of the pair; null for a cross alone.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">Number of distinct shortest solutions.</param>
/// <param name="Solutions">All that were asked for, the shortest first.</param>
internal sealed record Solved(Color Color, string? Slot, int Length, int Count, IReadOnlyList<string> Solutions);

/// <summary>
/// What the commands under <c>tc solve</c> share: one scramble a line in, results in the order read. Empty lines and // comments are passed
/// over; a line that cannot be read gives an error record, the others still come, and the exit status is 1.
/// </summary>
internal static class SolveLines
{
    public static Option<string> Colors()
    {
        var colors =
            new Option<string>("--colors")
            {
                Description = "The base colours, by name, with commas between them. All six when left out.",
                DefaultValueFactory = _ => ""
            };
        colors.Validators.Add(r =>
        {
            foreach (var name in Names(r.GetValueOrDefault<string>()))
                if (!Faces.TryParseColor(name, out _)) r.AddError(
                    $"'{name}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.");
        });
        return colors;
    }

    public static Option<string> Format()
    {
        var format = new Option<string>("--format")
        {
            Description = "jsonl (one object a line) or csv (one solution a line).",
            DefaultValueFactory = _ => "jsonl"
        };
        format.AcceptOnlyFromAmong("jsonl", "csv");
        return format;
    }

    public static int Run(TextReader input, string list, string colorNames, string format,
        Func<CubeState, Color, IEnumerable<Solved>> solve, CancellationToken cancel)
    {
        using var output = Terminal.Results();
        using IResultWriter writer = format == "csv" ? new CsvResultWriter(output) : new JsonLinesWriter(output, list);
        var asked = Names(colorNames).Select(n => Faces.TryParseColor(n, out var c) ? c : throw new InvalidOperationException(n))
            .ToHashSet();
        var colors = Faces.AllColors.Where(c => asked.Count == 0 || asked.Contains(c)).ToArray();
        return ForEach(
            input,
            (number, line) =>
            {
                var scramble = Algorithm.Parse(line);
                var state = CubeState.Solved.Apply(scramble.Turns);
                writer.WriteSolved(number, scramble.ToString(), [.. colors.SelectMany(c => solve(state, c))]);
                return true;
            },
            writer.WriteError,
            cancel);
    }

    /// <summary>
    /// Answers each line that is neither empty nor a comment; <paramref name="answer"/> says whether it could. The exit status is 1 when
    /// one could not, or when it was stopped.
    /// </summary>
    public static int ForEach(TextReader input, Func<int, string, bool> answer, Action<int, NotationException> tell,
        CancellationToken cancel)
    {
        var (number, failed) = (0, false);
        while (!cancel.IsCancellationRequested && input.ReadLine() is { } line)
        {
            number++;
            if (IsBlankOrComment(line)) continue;
            try
            {
                failed |= !answer(number, line);
            }
            catch (NotationException e)
            {
                tell(number, e);
                failed = true;
            }
            catch (OperationCanceledException)
            {
                break;
            }
        }

        return failed || cancel.IsCancellationRequested ? 1 : 0;
    }

    /// <summary>Reads a part of a line; an error is told with its column in the whole line. An empty part is no turns.</summary>
    public static Algorithm ParseAt(string part, int column)
    {
        if (string.IsNullOrWhiteSpace(part)) return Algorithm.Empty;
        try
        {
            return Algorithm.Parse(part);
        }
        catch (NotationException e)
        {
            throw e.Shifted(column);
        }
    }

    private static bool IsBlankOrComment(string line)
    {
        var text = line.AsSpan().Trim();
        return text.IsEmpty || text.StartsWith("//", StringComparison.Ordinal);
    }

    /// <summary>Names with commas between them.</summary>
    internal static string[] Names(string? text) => text?.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        ?? [];
}
