using System.CommandLine;
using System.Globalization;
using CsvHelper;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc cases</c>, <c>tc find</c> and <c>tc casebook build</c>: the cases of the last layer, sequences for them, and the shipped book.
/// </summary>
internal static class LastLayer
{
    /// <summary>Above so many half sequences (about ten seconds) one is asked first.</summary>
    private const double MostWork = 60e6;

    /// <summary>Half sequences a second, for an estimate.</summary>
    private const double WorkASecond = 3e6;

    /// <summary>Where the book lies in the project.</summary>
    private const string BookFile = "src/TinCompass.Core/Methods/LastLayer/last-layer.book";

    public static Command Cases(TableShelf shelf)
    {
        var set = new Argument<string>("set") { Description = "oll, pll, eoll, ocll, cpll, epll or cmll." };
        set.AcceptOnlyFromAmong([.. LlSets.All.Select(s => s.Id()), CmllStage.StageId]);
        var format = SolveLines.Format();
        var command = new Command("cases",
            "The cases of the last layer: name, probability, least HTM, a sequence that makes each and one " +
            "that solves it.") { set, format };
        command.SetAction(parsed =>
        {
            var rows = parsed.GetValue(set) == CmllStage.StageId ? SolveCmll.Cases(shelf)
                : Rows(shelf.Get(LlBook.Kind), LlSets.All.First(s => s.Id() == parsed.GetValue(set)));
            using var output = Terminal.Results();
            if (parsed.GetValue(format) == "csv") WriteCsv(output, rows);
            else WriteJson(output, rows);
            return 0;
        });
        return command;
    }

    public static Command Find(TableShelf shelf)
    {
        var id = new Option<string>("--case") { Description = "The case, as 'tc cases' names it.", Required = true };
        var turns = new Option<string>("--turns")
        {
            Description = "The letters that may be turned, with spaces between: \"R U F\".",
            DefaultValueFactory = _ => "R U F",
        };
        var most = Options.Number("--max", 1, SequenceSweep.MostTurns, 12, "The most turns, those of the top at the ends left out.");
        var sure = new Option<bool>("--yes") { Description = "Also when it takes long." };
        var command = new Command("find",
            "Every sequence of some turns that solves a case of the last layer or of the corners between blocks, " +
            "streamed as it is found, the shortest first.") { id, turns, most, sure };
        command.SetAction((parsed, cancel) => Task.FromResult(
            FindAll(Catalog.Stages(shelf), parsed.GetValue(id)!, parsed.GetValue(turns)!, parsed.GetValue(most), parsed.GetValue(sure),
                cancel)));
        return command;
    }

    public static Command Casebook()
    {
        var file = new Option<string>("--to") { Description = "The file to write.", DefaultValueFactory = _ => BookFile };
        var corners = new Option<string>("--corners-to")
        {
            Description = "The file to write for the corners between two blocks.",
            DefaultValueFactory = _ => SolveCmll.BookFile,
        };
        var cycles = new Option<string>("--cycles-to")
        {
            Description = "The file to write for the shortest cycles of three.",
            DefaultValueFactory = _ => Cycles.BookFile,
        };
        var build = new Command("build", "Makes the shipped sequences anew: the same bytes on any machine.") { file, corners, cycles };
        build.SetAction((parsed, cancel) =>
            Task.FromResult(Build(parsed.GetValue(file)!, parsed.GetValue(corners)!, parsed.GetValue(cycles)!, cancel)));
        return new Command("casebook", "The shipped book of the last layer.") { build };
    }

    private static int FindAll(IEnumerable<IStage> stages, string id, string letters, int most, bool isSure, CancellationToken cancel)
    {
        var cases = stages.Where(stage => id.StartsWith(stage.Id + "-", StringComparison.Ordinal)).Select(stage => stage.Casebook)
            .FirstOrDefault(book => book?.Finder is not null && book.Find(id) is not null);
        if (cases is null) return Refuse($"There is no case '{id}': 'tc cases oll', 'tc cases cmll' and the like list them.");
        var (finder, found) = (cases.Finder!, cases.Find(id)!);
        IReadOnlyList<Turn> turns;
        try
        {
            turns = LlTurnSets.Read(letters);
        }
        catch (FormatException e)
        {
            return Refuse(e.Message);
        }

        if (finder.Cannot(letters, found) is { } cannot) return Refuse(cannot);
        if (finder.Work(turns, most) is var work && work > MostWork && !isSure)
            return Refuse(string.Create(CultureInfo.InvariantCulture,
                $"Up to {most} of these turns would take about {Math.Ceiling(work / WorkASecond / 60)} minutes and " +
                    $"{Math.Ceiling(work * 16 / 1e9)} GB of memory at most. Say --yes to do it all the same, or take a smaller --max."));
        using var output = Terminal.Results(atOnce: true);
        try
        {
            finder.Find(found, turns, most, sequence => output.WriteLine(string.Join(' ', sequence)), null, cancel);
            return 0;
        }
        catch (OperationCanceledException)
        {
            Terminal.Error.WriteLine("Stopped; what is printed is true, but not all.");
            return 1;
        }
    }

    private static int Build(string file, string corners, string cycles, CancellationToken cancel)
    {
        try
        {
            Cycles.Build(cycles, cancel);
            var (last, began) = (0, DateTime.UtcNow);
            var entries = LlBookBuilder.Build(
                p =>
                {
                    if (p.Sweep == last) return;
                    last = p.Sweep;
                    Terminal.Error.WriteLine($"· {p.Sweep} of {p.Of}: {p.Turns}");
                },
                cancel);
            File.WriteAllText(file, LlBook.Write(entries));
            SolveCmll.Build(corners, cancel);
            Terminal.Error.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"{file}: {entries.Count} cases, {entries.Sum(e => e.Sequences.Count)} sequences, " +
                    $"{(DateTime.UtcNow - began).TotalSeconds:0} s"));
            return 0;
        }
        catch (OperationCanceledException)
        {
            Terminal.Error.WriteLine("Stopped; nothing was written.");
            return 1;
        }
    }

    private static int Refuse(string message)
    {
        Terminal.Error.WriteLine(message);
        return 1;
    }

    /// <summary>
    /// The algorithm that comes first for usual hands, what makes the case from the solved cube as it is seen, and the shortest solution
    /// of face moves.
    /// </summary>
    private static (string Algorithm, string Setup, string Solution) Written(LlBook book, LlCase c)
    {
        var ranked = LlChooser.Rank(c.View, c, book, new Core.Hands.HandModel(Core.Hands.HandPreferences.Usual));
        var shortest = ranked.First(r => r.Sequence.Turns.Count == book[c].Least && r.Sequence.Turns.All(t => t.Kind == TurnKind.Face));
        return (string.Join(' ', ranked[0].AsTurned), string.Join(' ', shortest.Turns.Reverse().Select(t => t.Inverse)),
            string.Join(' ', shortest.Turns));
    }

    /// <summary>The fields of each case of a set, in the order of the book.</summary>
    private static IEnumerable<IReadOnlyList<(string Name, object Value)>> Rows(LlBook book, LlSet set)
    {
        foreach (var c in LlCases.Of(set).Where(c => !c.IsSolved))
        {
            var (algorithm, setup, solution) = Written(book, c);
            yield return
            [
                ("id", c.Id), ("name", c.Title), ("probability", c.Probability), ("count", c.Count), ("length", book[c].Least),
                ("mirror", c.MirrorId), ("inverse", c.InverseId), ("algorithm", algorithm), ("setup", setup), ("solution", solution),
            ];
        }
    }

    private static void WriteJson(TextWriter output, IEnumerable<IReadOnlyList<(string Name, object Value)>> rows)
    {
        using var writer = new JsonLinesWriter(output, "");
        foreach (var row in rows)
            writer.Write(json =>
            {
                foreach (var (name, value) in row)
                    if (value is int number) json.WriteNumber(name, number);
                    else json.WriteString(name, (string)value);
            });
    }

    private static void WriteCsv(TextWriter output, IEnumerable<IReadOnlyList<(string Name, object Value)>> rows)
    {
        using var csv = CsvWriter.Create(output, new CsvWriterOptions(), leaveOpen: true);
        var isFirst = true;
        foreach (var row in rows)
        {
            if (isFirst) csv.WriteRecord([.. row.Select(r => r.Name)]);
            isFirst = false;
            csv.WriteRecord([.. row.Select(r => Convert.ToString(r.Value, CultureInfo.InvariantCulture)!)]);
        }
    }
}
