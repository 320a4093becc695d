using System.CommandLine;
using System.Security.Cryptography;
using System.Text.Encodings.Web;
using System.Text.Json;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary><c>tc big</c>: cubes of more than three layers.</summary>
internal static class Big
{
    private const int MaxCount = 100_000;

    public static Command Command(TableShelf shelf)
    {
        var size = Options.Number("--size", 4, BigGeometry.Most, 4, "Layers along an edge.");
        var count = Options.Number("-n", 1, MaxCount, 1, "How many.", "--count");
        var seed = new Option<int?>("--seed")
        {
            Description = "The same seed gives the same scrambles. Without it they come from the system's random source.",
        };
        var format = new Option<string>("--format")
        {
            Description = "text (one scramble a line) or jsonl.",
            DefaultValueFactory = _ => "text",
        };
        format.AcceptOnlyFromAmong("text", "jsonl");
        var scramble = new Command("scramble", "Scrambles by random turns: 40 for 4x4, 60 for 5x5, 80 for 6x6, 100 for 7x7.")
        {
            size, count, seed, format,
        };
        scramble.SetAction((parsed, cancel) => Task.FromResult(Scramble(parsed.GetValue(size), parsed.GetValue(count),
            parsed.GetValue(seed), parsed.GetValue(format)!, cancel)));
        var solved = Options.Number("--size", BigPieces.Least, BigPieces.Most, BigPieces.Least, "Layers along an edge of what is solved.");
        var method = new Option<string>("--method")
        {
            Description = $"How the 3x3 at the end is solved: {string.Join(" or ", Catalog.Methods.Select(m => m.Id))}.",
            DefaultValueFactory = _ => Catalog.Methods[0].Id,
        };
        method.AcceptOnlyFromAmong([.. Catalog.Methods.Select(m => m.Id)]);
        var school = new Option<string>("--school")
        {
            Description = "centres: all six, then the edges; edges: two opposite centres, three edges of the base, the other centres, "
                + "the other edges.",
            DefaultValueFactory = _ => "centres",
        };
        school.AcceptOnlyFromAmong("centres", "edges");
        var command = new Command("big", "A whole solve of each scramble of a 4x4 or 5x5: centres, edges, parity, the 3x3.")
        {
            scramble, Parity(solved), solved, method, school,
        };
        command.SetAction((parsed, cancel) =>
            Task.FromResult(BigPlans.Run(parsed.GetValue(solved), parsed.GetValue(method)!,
                parsed.GetValue(school) == "edges" ? BigSchool.Edges : BigSchool.Centres, shelf, cancel)));
        return command;
    }

    /// <summary>What <see cref="ParitySearch"/> finds, a line each.</summary>
    private static Command Parity(Option<int> size)
    {
        var command = new Command("parity",
            "Turns that mend a parity, found by search: of each parity and each reach the fewest. Some seconds.")
        {
            size,
        };
        command.SetAction(parsed =>
        {
            var (layers, hands) = (parsed.GetValue(size), new HandModel(HandPreferences.Usual));
            foreach (var way in ParitySearch.Of(layers))
                Terminal.Out.WriteLine(JsonSerializer.Serialize(new
                {
                    size = layers,
                    mends = BigWords.Code(way.Mends, layers),
                    reach = way.Reach.ToString().ToLowerInvariant(),
                    count = BigTurns.Count(way.Turns, layers),
                    turns = BigNotation.Written(way.Turns, layers),
                    hands = hands.Measure(BigTurns.Gripped(way.Turns, layers)) is { } time ? Math.Round(time, 1) : (double?)null,
                    edges = way.Edges,
                    corners = way.Corners,
                }, Plain));
        });
        return command;
    }

    // Primes as they are written.
    private static readonly JsonSerializerOptions Plain = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    private static int Scramble(int size, int count, int? seed, string format, CancellationToken cancel)
    {
        Func<int, int> next = seed is { } s ? new Random(s).Next : RandomNumberGenerator.GetInt32;
        for (var i = 1; i <= count && !cancel.IsCancellationRequested; i++)
        {
            var turns = BigNotation.Written(BigScrambles.Draw(size, next), size);
            Terminal.Out.WriteLine(format == "text" ? turns : JsonSerializer.Serialize(new { line = i, size, turns }));
        }

        return cancel.IsCancellationRequested ? Cancelled : 0;
    }

    private const int Cancelled = 130;
}
