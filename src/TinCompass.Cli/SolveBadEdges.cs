using System.CommandLine;
using System.Numerics;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve eo</c>: lines <c>scramble | turns made so far</c>, the last of which may turn the cube over: the bad edges with respect to
/// two open faces of the hold in which they end, how three turns at a time mend them, and the fewest turns.
/// </summary>
internal static class SolveBadEdges
{
    [SolveVerb]
    public static Command Command(TableShelf shelf)
    {
        var open = new Option<string>("--open")
        {
            Description = "The two open faces that meet, as the cube is held at the end of the line: \"U R\".",
            DefaultValueFactory = _ => "U R",
        };
        open.Validators.Add(r =>
        {
            if (Read(r.GetValueOrDefault<string>()) is null) r.AddError("--open is two faces that meet, as \"U R\".");
        });
        var command = new Command("eo", "Bad edges with respect to two open faces, the three turns that mend them, the fewest turns. "
            + "Lines: scramble | turns made so far, which end in the hold that is meant.") { open };
        command.SetAction((parsed, cancel) =>
        {
            var search = new BadEdgeSearch(shelf.Get(BlockTables.Kind), shelf.Get(FirstBlockTable.Kind));
            var (one, other) = Read(parsed.GetValue(open))!.Value;
            return Task.FromResult(SolveF2l.ForLines(end => (null, json => Write(json, search, end, one, other, cancel)), cancel));
        });
        return command;
    }

    private static (Face One, Face Other)? Read(string? text) =>
        text?.Split([' ', ','], StringSplitOptions.RemoveEmptyEntries) is [var a, var b] && Enum.TryParse<Face>(a, true, out var one)
            && Enum.TryParse<Face>(b, true, out var other) && Enum.IsDefined(one) && Enum.IsDefined(other) && one.Axis() != other.Axis()
            ? (one, other) : null;

    private static void Write(Utf8JsonWriter json, BadEdgeSearch search, CubeState end, Face one, Face other, CancellationToken cancel)
    {
        // Looked at with the open faces up and right; told as it is held.
        var (seen, held) = OpenFaces.Of(end, one, other);
        var (bad, stands) = (BadEdges.Of(held), BadEdgeSearch.Stands(held));
        json.WriteString("open", $"{one} {other}");
        json.WriteBoolean("block", stands);
        json.WriteNumber("count", BitOperations.PopCount((uint)bad));
        json.WriteStartArray("bad");
        foreach (var place in Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1)) json.WriteStringValue(Name((Edge)place));
        json.WriteEndArray();
        if (stands)
        {
            json.WriteStartArray("mends");
            foreach (var step in BadEdges.Mend(bad))
            {
                json.WriteStartObject();
                json.WriteString("turns", Told(step.Turns));
                json.WriteStartArray("mended");
                foreach (var place in step.Mended) json.WriteStringValue(Name(place));
                json.WriteEndArray();
                json.WriteEndObject();
            }

            json.WriteEndArray();
        }

        var ways = search.Find(held, stands, cancel);
        json.WriteNumber("length", ways[0].Count);
        json.WriteNumber("waysCount", ways.Count);
        json.WriteStartArray("solutions");
        foreach (var way in ways) json.WriteStringValue(Told(way));
        json.WriteEndArray();
        // The rest with two faces, or what leads to where they can.
        if (stands && bad == 0)
        {
            var lead = search.FindTwoFaces(held, cancel)[0];
            json.WriteStartObject("twoFaces");
            json.WriteBoolean("can", lead.Count == 0);
            if (lead.Count > 0) json.WriteString("first", Told(lead));
            var rest = TwoFaces.All.Solve(held.Apply(lead), cancel)!;
            json.WriteNumber("length", rest.Count);
            json.WriteString("solution", Told(rest));
            json.WriteEndObject();
        }

        string Told(IReadOnlyList<Turn> turns) => string.Join(' ', turns.Select(t => t.Renamed(seen, Hold.Scramble)));
        string Name(Edge place) => string.Concat(Pieces.EdgeFaces[(int)place].Select(f => (Face)seen.ColorAt(f)));
    }
}
