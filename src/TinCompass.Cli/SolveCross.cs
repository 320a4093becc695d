using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>The crosses of one colour, as they are written out.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Length">HTM of the shortest cross.</param>
/// <param name="Count">Number of distinct shortest crosses.</param>
/// <param name="Solutions">All that were asked for, the shortest first.</param>
internal sealed record ColorCrosses(Color Color, int Length, int Count, IReadOnlyList<string> Solutions);

/// <summary>
/// <c>tc solve cross</c>: reads scrambles, one a line, and writes every cross of the asked colours. Empty lines and // comments are passed
/// over; a line that cannot be read gives an error record, the others still come, and the exit status is 1.
/// </summary>
internal static class SolveCross
{
    public static Command Command()
    {
        var colors = new Option<string>("--colors") { Description = "The base colours, by name, with commas between them. All six when left out.", DefaultValueFactory = _ => "" };
        var slack = new Option<int>("--slack") { Description = "Also every solution up to this many turns longer: 0, 1 or 2 (HTM).", DefaultValueFactory = _ => 0 };
        slack.Validators.Add(r =>
        {
            if (r.GetValueOrDefault<int>() is < 0 or > CrossSearch.MaxSlack) r.AddError($"--slack is 0, 1 or {CrossSearch.MaxSlack}.");
        });
        var format = new Option<string>("--format") { Description = "jsonl (one object a line) or csv (one solution a line).", DefaultValueFactory = _ => "jsonl" };
        format.AcceptOnlyFromAmong("jsonl", "csv");
        colors.Validators.Add(r =>
        {
            foreach (var name in Names(r.GetValueOrDefault<string>()))
                if (!Faces.TryParseColor(name, out _)) r.AddError($"'{name}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.");
        });
        var command = new Command("cross", "Every cross of each colour for each scramble (held white up, green front).") { colors, slack, format };
        command.SetAction((parsed, cancel) => Task.FromResult(Run(
            Console.In, parsed.GetValue(colors)!, parsed.GetValue(slack), parsed.GetValue(format)!, cancel)));
        return command;
    }

    private static int Run(TextReader input, string colorNames, int slack, string format, CancellationToken cancel)
    {
        using var output = new StreamWriter(Console.OpenStandardOutput(), bufferSize: 1 << 16);
        using IResultWriter writer = format == "csv" ? new CsvResultWriter(output) : new JsonLinesWriter(output);
        var asked = Names(colorNames).Select(n => Faces.TryParseColor(n, out var c) ? c : throw new InvalidOperationException(n)).ToHashSet();
        var colors = Faces.AllColors.Where(c => asked.Count == 0 || asked.Contains(c)).ToArray();
        var search = new CrossSearch(CrossTable.Build());
        var found = new SolutionList();
        var (number, failed) = (0, false);
        while (!cancel.IsCancellationRequested && input.ReadLine() is { } line)
        {
            number++;
            Algorithm scramble;
            try
            {
                scramble = Algorithm.Parse(line);
            }
            catch (NotationException e)
            {
                writer.WriteError(number, e);
                failed = true;
                continue;
            }

            if (IsBlankOrComment(line)) continue;
            var state = CubeState.Solved.Apply(scramble.Turns);
            writer.WriteCrosses(number, scramble.ToString(), [.. colors.Select(c => Solve(search, state, c, slack, found, cancel))]);
        }

        return failed || cancel.IsCancellationRequested ? 1 : 0;
    }

    private static ColorCrosses Solve(CrossSearch search, CubeState state, Color color, int slack, SolutionList found, CancellationToken cancel)
    {
        var position = CrossPosition.Of(state, color);
        var length = search.Distance(position);
        found.Clear();
        search.Find(position, length, found, cancel);
        var count = found.Count;
        for (var extra = 1; extra <= slack; extra++) search.Find(position, length + extra, found, cancel);
        var solutions = new string[found.Count];
        for (var i = 0; i < solutions.Length; i++) solutions[i] = CrossSolution.Choose(position, found[i]).ToString();
        return new ColorCrosses(color, length, count, solutions);
    }

    private static bool IsBlankOrComment(string line)
    {
        var text = line.AsSpan().Trim();
        return text.IsEmpty || text.StartsWith("//", StringComparison.Ordinal);
    }

    private static string[] Names(string? text) => text?.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) ?? [];
}
