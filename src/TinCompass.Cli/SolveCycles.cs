using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve corners</c> and <c>tc solve cycles</c>: the corners, or edges and then corners, by cycles of three alone: the fewest of
/// them, each written out as the cube is held at the end of the line; where an odd number of exchanges is left, what mends it. Lines
/// <c>scramble | turns made so far</c>.
/// </summary>
internal static class SolveCycles
{
    [SolveVerb]
    public static Command CornersCommand(TableShelf shelf) =>
        Command("corners", "The corners by the fewest cycles of three, the edges stay. Lines: scramble | turns made so far.", false);

    [SolveVerb]
    public static Command WholeCommand(TableShelf shelf) =>
        Command("cycles", "Edges, then corners by the fewest cycles of three. Lines: scramble | turns made so far.", true);

    private static Command Command(string name, string description, bool edges)
    {
        var command = new Command(name, description);
        command.SetAction((_, cancel) => Task.FromResult(SolveF2l.ForLines(
            end => (null, json => Write(json, new CubeByCycles(end.AsHeld()), edges, cancel)), cancel)));
        return command;
    }

    private static void Write(Utf8JsonWriter json, CubeByCycles cube, bool edges, CancellationToken cancel)
    {
        var isEven = cube.Edges is not null && cube.Corners is not null;
        json.WriteString("parity", isEven ? "even" : "odd");
        if (isEven)
        {
            json.WriteNumber("cycles", (edges ? cube.Edges!.Value : 0) + cube.Corners!.Value);
            if (edges) json.WriteNumber("edges", cube.Edges!.Value);
            if (edges) json.WriteNumber("corners", cube.Corners!.Value);
        }
        else json.WriteString("why", cube.Sentence);

        if (isEven)
        {
            WriteSteps(json, cube, edges, cancel);
            return;
        }

        json.WriteStartArray("mends");
        foreach (var (turn, _) in cube.Mends)
        {
            var after = new CubeByCycles(cube.State.Apply(turn));
            json.WriteStartObject();
            json.WriteString("turn", turn.ToString());
            json.WriteNumber("edges", after.Edges!.Value);
            json.WriteNumber("corners", after.Corners!.Value);
            json.WriteEndObject();
        }

        json.WriteEndArray();
        var best = cube.Mends[0].Turn;
        json.WriteStartObject("after");
        json.WriteString("turn", best.ToString());
        WriteSteps(json, new CubeByCycles(cube.State.Apply(best)), edges, cancel);
        json.WriteEndObject();
    }

    private static void WriteSteps(Utf8JsonWriter json, CubeByCycles cube, bool edges, CancellationToken cancel)
    {
        var model = new HandModel(HandPreferences.Usual);
        json.WriteStartArray("steps");
        foreach (var choice in cube.Plan(edges))
        {
            var (way, _) = CycleFinder.Ranked(choice.Cycle, Metric.Htm, 0, model, null, cancel)[0];
            json.WriteStartObject();
            Cycles.Write(json, choice.Cycle);
            json.WriteString("turns", string.Join(' ', LeastCycles.All.Of(choice.Cycle)));
            json.WriteString("way", way.ToString());
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }
}
