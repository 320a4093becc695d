using System.CommandLine;
using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary><c>tc scramble</c>: fair scrambles, perhaps with wishes for a colour's cross.</summary>
internal static class Scramble
{
    private const int MaxCount = 1_000_000;

    public static Command Command(TableShelf shelf)
    {
        var count = Options.Number("-n", 1, MaxCount, 1, "How many.", "--count");
        var length = WishOption("--cross", "Wanted HTM of a colour's shortest cross: white=7. May be given for several colours.");
        var bad = WishOption("--bad-edges", "Wanted number of a colour's bad edges: white=3. May be given for several colours.");
        var seed = new Option<int?>("--seed")
        {
            Description = "The same seed gives the same scrambles. Without it they come from the system's random source.",
        };
        var format = new Option<string>("--format")
        {
            Description = "text (one scramble a line) or jsonl.",
            DefaultValueFactory = _ => "text"
        };
        format.AcceptOnlyFromAmong("text", "jsonl");
        var command = new Command("scramble", "Scrambles to positions that are all equally likely, at most 22 HTM.") { count, length, bad,
            seed, format };
        command.SetAction((parsed, cancel) => Task.FromResult(Run(
            parsed.GetValue(count), Wishes(parsed.GetValue(length)!, parsed.GetValue(bad)!), parsed.GetValue(seed),
                parsed.GetValue(format)!, shelf, cancel)));
        return command;
    }

    private static Option<string[]> WishOption(string name, string description)
    {
        var option = new Option<string[]>(name)
        {
            Description = description,
            DefaultValueFactory = _ => [
            ],
            AllowMultipleArgumentsPerToken = true
        };
        option.Validators.Add(r =>
        {
            foreach (var text in r.GetValueOrDefault<string[]>() ?? [])
                if (TryRead(text) is null) r.AddError($"'{text}' is no wish: a colour, = and a number are expected, as in white=7.");
        });
        return option;
    }

    private static (Color Color, int Number)? TryRead(string text)
    {
        var parts = text.Split('=');
        return parts.Length == 2 && Faces.TryParseColor(parts[0], out var color)
            && int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            ? (color, number) : null;
    }

    private static CrossWish[] Wishes(string[] lengths, string[] bad)
    {
        var length = lengths.Select(t => TryRead(t)!.Value).ToLookup(w => w.Color, w => w.Number);
        var edges = bad.Select(t => TryRead(t)!.Value).ToLookup(w => w.Color, w => w.Number);
        return [.. Faces.AllColors.Where(c => length.Contains(c) || edges.Contains(c))
            .Select(c => new CrossWish(c, length.Contains(c) ? length[c].Last() : null, edges.Contains(c) ? edges[c].Last() : null))];
    }

    private static int Run(int count, CrossWish[] wishes, int? seed, string format, TableShelf shelf, CancellationToken cancel)
    {
        Func<int, int> next = seed is { } s ? new Random(s).Next : RandomNumberGenerator.GetInt32;
        try
        {
            var wished = new WishedPositions(shelf.Get(CrossTable.Kind), wishes);
            var search = new TwoPhaseSearch(shelf.Get(TwoPhaseTables.Kind));
            using var output = Terminal.Results(atOnce: true);
            for (var i = 0; i < count; i++)
            {
                var sequence = search.SequenceTo(wished.Draw(next, cancel), cancel);
                output.WriteLine(format == "text" ? sequence.ToString() : JsonSerializer.Serialize(
                    new ScrambleLine(sequence.ToString(), sequence.Length(Metric.Htm)), ScrambleLine.Options));
            }

            return 0;
        }
        catch (CrossWishException e)
        {
            Terminal.Error.WriteLine(e.Message);
            return 1;
        }
        catch (OperationCanceledException)
        {
            return 1;
        }
    }

    private sealed record ScrambleLine(string Scramble, int Length)
    {
        public static readonly JsonSerializerOptions Options =
            new(JsonSerializerDefaults.Web) { Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };
    }
}
