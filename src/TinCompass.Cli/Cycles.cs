using System.CommandLine;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;

namespace TinCompass.Cli;

/// <summary><c>tc cycle</c>: three pieces that change places, by set-up; or what an own set-up and parts really do.</summary>
internal static class Cycles
{
    public static Command Command()
    {
        var stickers = new Argument<string>("stickers")
        {
            Description = "Three stickers in quotes, each its own face first: \"UF UR UL\". What lies at the first goes to the second.",
            Arity = ArgumentArity.ZeroOrOne,
        };
        var stm = new Option<bool>("--stm") { Description = "Count a slice as one turn." };
        var over = new Option<int>("--over") { Description = "Also ways that are so many turns longer than the shortest, 0 to 2." };
        var setup = new Option<string>("--setup") { Description = "An own set-up, with --a and --b.", DefaultValueFactory = _ => "" };
        var a = new Option<string>("--a") { Description = "An own part A." };
        var b = new Option<string>("--b") { Description = "An own part B." };
        var command = new Command("cycle", "Cycles three pieces by [S: [A, B]]: set-up, A, B, A undone, B undone, set-up undone.")
        {
            stickers, stm, over, setup, a, b,
        };
        command.SetAction(parsed => (parsed.GetValue(a), parsed.GetValue(b)) switch
        {
            ({ } one, { } other) => Read(parsed.GetValue(setup)!, one, other),
            (null, null) => Find(parsed.GetValue(stickers) ?? "", parsed.GetValue(stm) ? Metric.Stm : Metric.Htm, parsed.GetValue(over)),
            _ => Wrong("--a and --b are both needed."),
        });
        return command;
    }

    private static int Find(string stickers, Metric metric, int over)
    {
        if (over is < 0 or > CycleFinder.MostOver) return Wrong($"'{over}' (--over) is no number from 0 to {CycleFinder.MostOver}.");
        if (!ThreeCycle.TryParse(stickers, out var cycle, out var problem)) return Wrong(problem);
        var hands = new HandModel(HandPreferences.Usual);
        Console.Out.WriteLine($"{cycle}");
        foreach (var (way, time) in CycleFinder.Ranked(cycle, metric, over, hands))
            Console.Out.WriteLine($"  {way.Length(Metric.Htm)} HTM  {way.Length(Metric.Stm)} STM  "
                + $"{(time is { } takes ? hands.Told(takes) : "-")}  {way}   {string.Join(' ', way.Turns)}");
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
        Console.Out.WriteLine($"{reading.Way}   {string.Join(' ', reading.Way.Turns)}");
        Console.Out.WriteLine($"{reading.Sentence} {reading.Why}".TrimEnd());
        return 0;
    }

    private static int Wrong(string problem)
    {
        Console.Error.WriteLine(problem);
        return 1;
    }
}
