using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve fb</c>: every shortest first block of each side and base for each scramble. The centre of the base may end anywhere; with it
/// right, the length is told too.
/// </summary>
internal static class SolveFirstBlock
{
    private const string Any = "any";

    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var blocks = new Option<string>("--blocks")
        {
            Description = "'any', or blocks by side and base with commas between them: green/white,orange/white.",
            DefaultValueFactory = _ => Any,
        };
        blocks.Validators.Add(r =>
        {
            foreach (var text in SolveLines.Names(r.GetValueOrDefault<string>()).Where(t => t != Any && !Block.TryParse(t, out _)))
                r.AddError($"'{text}' is no block: a side and a base that meet are expected, as in green/white.");
        });
        var command = new Command("fb", "Every shortest first block (HTM) for each scramble (held white up, green front).") { blocks };
        command.SetAction((parsed, cancel) =>
        {
            var search = new FirstBlockSearch(shelf.Get(FirstBlockTable.Kind));
            var asked = SolveLines.Names(parsed.GetValue(blocks)!).Where(t => t != Any)
                .Select(t => Block.TryParse(t, out var b) ? b : default).ToArray();
            using var output = Terminal.Results();
            using var writer = new JsonLinesWriter(output, "");
            return Task.FromResult(SolveLines.ForEach(
                Terminal.In,
                (number, line) =>
                {
                    var scramble = Algorithm.Parse(line);
                    var state = CubeState.Solved.Apply(scramble.Turns);
                    writer.Write(json =>
                    {
                        json.WriteNumber("line", number);
                        json.WriteString("scramble", scramble.ToString());
                        json.WriteStartArray("blocks");
                        foreach (var block in asked.Length == 0 ? Block.All : asked) Write(search, state, block, json, cancel);
                        json.WriteEndArray();
                    });
                    return true;
                },
                writer.WriteError,
                cancel));
        });
        return command;
    }

    private static void Write(FirstBlockSearch search, CubeState state, Block block, Utf8JsonWriter json, CancellationToken cancel)
    {
        var position = FirstBlockPosition.Of(state, block);
        var length = search.Distance(position, centreIsFree: true);
        var found = search.Find(position, centreIsFree: true, length, cancel);
        json.WriteStartObject();
        json.WriteString("side", block.Side.Name());
        json.WriteString("base", block.Base.Name());
        json.WriteNumber("length", length);
        json.WriteNumber("count", found.Count);
        json.WriteNumber("lengthWithBaseCentre", search.Distance(position, centreIsFree: false));
        json.WriteStartArray("solutions");
        foreach (var solution in found) json.WriteStringValue(solution.ToString());
        json.WriteEndArray();
        json.WriteEndObject();
    }
}
