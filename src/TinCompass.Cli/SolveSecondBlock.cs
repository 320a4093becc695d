using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve sb</c>: lines <c>scramble | turns made so far</c>, after which a first block stands. For each: the fewest turns of R, r, M
/// and U (a half turn counts one) after which both blocks stand and a base- or top-coloured centre is up, every shortest sequence; and the
/// same by all six faces (HTM).
/// </summary>
internal static class SolveSecondBlock
{
    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var color = SolveF2l.BaseColor();
        var command = new Command("sb",
            "The second block by R, r, M and U (a half turn counts one), and by all faces (HTM). Lines: "
                + "scramble | turns made so far.") { color };
        command.SetAction((parsed, cancel) =>
        {
            var search = new SecondBlockSearch(shelf.Get(SecondBlockTable.Kind));
            var both = new BothBlocksSearch(shelf.Get(FirstBlockTable.Kind));
            Color? chosen = Faces.TryParseColor(parsed.GetValue(color), out var named) ? named : null;
            return Task.FromResult(SolveF2l.ForLines(
                end => FirstBlockDone.TryRead(end, chosen, out var position, out var refusal)
                    ? (null, json =>
                    {
                        json.WriteString("side", position.Frame.ColorAt(Face.L).Name());
                        json.WriteString("base", position.Color.Name());
                        var ways = search.Shortest(position.Right, SecondBlockGoal.Block, cancel);
                        Write(json, ways[0].Count, ways.Select(w => position.Rotation.Concat(w)));
                        json.WriteStartObject("faces");
                        var found = both.Find(position, cancel);
                        Write(json, found[0].Count(t => t.Kind != TurnKind.Rotation), found);
                        json.WriteEndObject();
                    }
                )
                    : (refusal, null),
                cancel));
        });
        return command;
    }

    private static void Write(Utf8JsonWriter json, int length, IEnumerable<IEnumerable<Turn>> ways)
    {
        string[] written = [.. ways.Select(w => string.Join(' ', w))];
        json.WriteNumber("length", length);
        json.WriteNumber("count", written.Length);
        json.WriteStartArray("solutions");
        foreach (var way in written) json.WriteStringValue(way);
        json.WriteEndArray();
    }
}
