using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;

namespace TinCompass.Cli;

/// <summary><c>tc cycle</c>: three pieces that change places, by set-up; or what an own set-up and parts really do.</summary>
internal static class Cycles
{
    /// <summary>The shipped shortest sequences.</summary>
    public const string BookFile = "src/TinCompass.Core/Cycles/cycles.book";

    /// <summary>Makes the shipped sequences anew.</summary>
    public static void Build(string file, CancellationToken cancel)
    {
        var found = LeastCyclesBuilder.Build((done, of) => Terminal.Error.Write($"\r{done} of {of} cycles of three "), cancel);
        Terminal.Error.WriteLine();
        File.WriteAllText(file, LeastCycles.Write(found));
    }

    public static Command Command()
    {
        var stickers = new Argument<string[]>("stickers")
        {
            Description = "Three stickers, each its own face first: UF UR UL. What lies at the first goes to the second.",
            Arity = ArgumentArity.ZeroOrMore,
        };
        var turns = new Option<string>("--turns")
        {
            Description = "The letters that may be turned, with spaces between: \"R U M\". All faces and slices when left out.",
        };
        var stm = new Option<bool>("--stm") { Description = "Count a slice as one turn." };
        var over = Options.Number("--over", 0, CycleFinder.MostOver, 0, "Also ways that are so many turns longer than the shortest.");
        var setup = new Option<string>("--setup") { Description = "An own set-up, with --a and --b.", DefaultValueFactory = _ => "" };
        var a = new Option<string>("--a") { Description = "An own part A." };
        var b = new Option<string>("--b") { Description = "An own part B." };
        var command = new Command("cycle", "Cycles three pieces by [S: [A, B]]: set-up, A, B, A undone, B undone, set-up undone.")
        {
            stickers, turns, stm, over, setup, a, b,
        };
        command.SetAction(parsed => (parsed.GetValue(a), parsed.GetValue(b)) switch
        {
            ({ } one, { } other) => Read(parsed.GetValue(setup)!, one, other),
            (null, null) => Find(string.Join(' ', parsed.GetValue(stickers) ?? []), parsed.GetValue(turns),
                parsed.GetValue(stm) ? Metric.Stm : Metric.Htm, parsed.GetValue(over)),
            _ => Wrong("--a and --b are both needed."),
        });
        return command;
    }

    /// <summary>The three stickers of a cycle.</summary>
    internal static void Write(Utf8JsonWriter json, ThreeCycle cycle)
    {
        json.WriteStartArray("cycle");
        foreach (var sticker in new[] { cycle.First, cycle.Second, cycle.Third }) json.WriteStringValue(Stickers.Name(sticker));
        json.WriteEndArray();
    }

    /// <summary>A way and its parts.</summary>
    internal static void Write(Utf8JsonWriter json, CycleWay way)
    {
        json.WriteString("setup", string.Join(' ', way.Setup));
        json.WriteString("a", string.Join(' ', way.A));
        json.WriteString("b", string.Join(' ', way.B));
    }

    private static int Find(string stickers, string? letters, Metric metric, int over)
    {
        if (!ThreeCycle.TryParse(stickers, out var cycle, out var problem)) return Wrong(problem);
        IReadOnlyList<Turn>? only;
        try
        {
            only = letters is null ? null : LlTurnSets.Read(letters);
        }
        catch (FormatException e)
        {
            return Wrong($"--turns: {e.Message}");
        }

        if (only?.FirstOrDefault(t => t.Kind == TurnKind.Wide) is { Kind: TurnKind.Wide } wide)
            return Wrong($"--turns: '{wide.Letter}' turns two layers; the parts are of faces and slices.");
        var hands = new HandModel(HandPreferences.Usual);
        using var output = Terminal.Results();
        using var writer = new JsonLinesWriter(output, "");
        writer.Write(json =>
        {
            Write(json, cycle);
            json.WriteNumber("least", LeastCycles.All.Length(cycle));
            json.WriteString("shortest", string.Join(' ', LeastCycles.All.Of(cycle)));
            json.WriteStartArray("solutions");
            foreach (var (way, time) in CycleFinder.Ranked(cycle, metric, over, hands, only))
            {
                json.WriteStartObject();
                json.WriteString("turns", string.Join(' ', way.Turns));
                Write(json, way);
                json.WriteNumber("htm", way.Length(Metric.Htm));
                json.WriteNumber("stm", way.Length(Metric.Stm));
                if (time is { } takes) json.WriteNumber("time", Math.Round(takes, 2));
                json.WriteEndObject();
            }

            json.WriteEndArray();
        });
        return 0;
    }

    private static int Read(string setup, string a, string b)
    {
        var parts = new List<IReadOnlyList<Turn>>();
        foreach (var (name, text) in new[] { ("--setup", setup), ("--a", a), ("--b", b) })
        {
            try
            {
                parts.Add(Algorithm.Parse(text).Turns);
            }
            catch (NotationException e)
            {
                return Wrong($"{name}: {e.Message}");
            }
        }

        if (parts.Sum(p => 2 * p.Count) > Algorithm.MaxTurns) return Wrong($"The parts make more than {Algorithm.MaxTurns} turns.");
        var reading = CycleReading.Of(new CycleWay(parts[0], parts[1], parts[2]));
        using var output = Terminal.Results();
        using var writer = new JsonLinesWriter(output, "");
        writer.Write(json =>
        {
            json.WriteString("turns", string.Join(' ', reading.Way.Turns));
            Write(json, reading.Way);
            if (reading.Cycle is { } cycle) Write(json, cycle);
            json.WriteString("does", reading.Sentence);
            json.WriteString("why", reading.Why);
        });
        return 0;
    }

    private static int Wrong(string problem)
    {
        Terminal.Error.WriteLine(problem);
        return 1;
    }
}
