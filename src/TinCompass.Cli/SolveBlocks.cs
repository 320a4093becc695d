using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve blocks</c>: every shortest block 2x2x2 of each corner, or 2x2x3 along each edge, for each scramble; faces as in its hold.
/// </summary>
internal static class SolveBlocks
{
    private const string Small = "222", Long = "223";

    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var size = new Option<string>("--size")
        {
            Description = "222 (a block of a corner and its three edges) or 223 (of two corners and five edges).",
            DefaultValueFactory = _ => Small,
        };
        size.AcceptOnlyFromAmong(Small, Long);
        var command = new Command("blocks", "Every shortest block 2x2x2 or 2x2x3 (HTM) for each scramble (held white up, green front).")
        {
            size,
        };
        command.SetAction((parsed, cancel) =>
        {
            var (search, isLong) = (new BlockSearch(shelf.Get(BlockTables.Kind), shelf.Get(FirstBlockTable.Kind)),
                parsed.GetValue(size) == Long);
            using var output = Terminal.Results();
            using var writer = new JsonLinesWriter(output, "");
            return Task.FromResult(SolveLines.ForEach(
                Terminal.In,
                (number, line) =>
                {
                    var scramble = Algorithm.Parse(line);
                    // A scramble that turns the cube over is read as it is held at its end.
                    var state = CubeState.Solved.Apply(scramble.Turns).AsHeld();
                    writer.Write(json =>
                    {
                        json.WriteNumber("line", number);
                        json.WriteString("scramble", scramble.ToString());
                        json.WriteStartArray("blocks");
                        if (isLong)
                            foreach (var middle in Enum.GetValues<Edge>()) Write(json, $"{middle}", search.Long(state, middle, cancel));
                        else
                            foreach (var corner in Enum.GetValues<Corner>()) Write(json, $"{corner}", search.Small(state, corner, cancel));
                        json.WriteEndArray();
                    });
                    return true;
                },
                writer.WriteError,
                cancel));
        });
        return command;
    }

    private static void Write(Utf8JsonWriter json, string place, IReadOnlyList<IReadOnlyList<Turn>> solutions)
    {
        json.WriteStartObject();
        json.WriteString("place", place);
        json.WriteNumber("length", solutions[0].Count);
        json.WriteNumber("count", solutions.Count);
        json.WriteStartArray("solutions");
        foreach (var solution in solutions) json.WriteStringValue(string.Join(' ', solution));
        json.WriteEndArray();
        json.WriteEndObject();
    }
}
