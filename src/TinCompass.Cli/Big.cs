using System.CommandLine;
using System.Security.Cryptography;
using System.Text.Json;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Cli;

/// <summary><c>tc big</c>: cubes of more than three layers.</summary>
internal static class Big
{
    private const int MaxCount = 100_000;

    public static Command Command()
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
        return new Command("big", "Cubes of 4 to 7 layers.") { scramble };
    }

    private static int Scramble(int size, int count, int? seed, string format, CancellationToken cancel)
    {
        Func<int, int> next = seed is { } s ? new Random(s).Next : RandomNumberGenerator.GetInt32;
        for (var i = 1; i <= count && !cancel.IsCancellationRequested; i++)
        {
            var turns = BigNotation.Written(BigScrambles.Draw(size, next), size);
            Console.Out.WriteLine(format == "text" ? turns : JsonSerializer.Serialize(new { line = i, size, turns }));
        }

        return cancel.IsCancellationRequested ? Cancelled : 0;
    }

    private const int Cancelled = 130;
}
