using System.Text.Json;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Cli;

/// <summary><c>tc big</c> by itself: a whole solve of each scramble of a 4x4 or 5x5, stage by stage.</summary>
internal static class BigPlans
{
    public static int Run(int size, string method, BigSchool school, TableShelf shelf, CancellationToken cancel)
    {
        var chosen = Catalog.Methods.First(m => m.Id == method);
        var planner = new WholePlanner(Catalog.Book(shelf), alike: 0);
        var options = new CourseOptions(new HandModel(HandPreferences.Usual), true, false, CourseOptions.UsualBeam);
        var foci = planner.Foci(chosen, Faces.AllColors);
        var solver = new BigPlanner(size, (cube, stop) => planner.Best(chosen, cube, foci, options, stop)!.MadeStops, school);
        using var output = Terminal.Results();
        using var writer = new JsonLinesWriter(output, "");
        return SolveLines.ForEach(
            Terminal.In,
            (number, line) =>
            {
                var plan = solver.Plan(BigState.Solved(size).Apply(BigNotation.Parse(line, size)), null, cancel);
                writer.Write(json => Write(json, number, size, plan));
                output.Flush();
                return true;
            },
            writer.WriteError,
            cancel);
    }

    private static void Write(Utf8JsonWriter json, int line, int size, BigPlan plan)
    {
        json.WriteNumber("line", line);
        json.WriteNumber("size", size);
        json.WriteString("turns", BigNotation.Written(plan.All, size));
        json.WriteNumber("count", BigTurns.Count(plan.All, size));
        json.WriteStartArray("stages");
        foreach (var stop in plan.Stops)
        {
            json.WriteStartObject();
            json.WriteString("stage", stop.Name);
            json.WriteString("turns", BigNotation.Written(stop.Turns, size));
            json.WriteNumber("count", BigTurns.Count(stop.Turns, size));
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }
}
