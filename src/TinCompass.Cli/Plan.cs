using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc plan</c>: a whole solve of each scramble by a method, the best of all bases; stage by stage, or deep for some seconds each.
/// </summary>
internal static class Plan
{
    /// <summary>The most seconds for one scramble.</summary>
    private const double MostSeconds = 600;

    public static Command Command(TableShelf shelf)
    {
        var method = new Option<string>("--method")
        {
            Description = $"{string.Join(" or ", Catalog.Methods.Select(m => m.Id))}.",
            DefaultValueFactory = _ => Catalog.Methods[0].Id,
        };
        method.AcceptOnlyFromAmong([.. Catalog.Methods.Select(m => m.Id)]);
        var by = new Option<string>("--by") { Description = "turns (in the method's metric) or time.", DefaultValueFactory = _ => "turns" };
        by.AcceptOnlyFromAmong("turns", "time");
        var deep = new Option<double?>("--deep")
        {
            Description = "Looks for a better plan over all stages together for so many seconds a scramble.",
        };
        deep.Validators.Add(r =>
        {
            if (r.GetValueOrDefault<double?>() is { } seconds && !(seconds > 0 && seconds <= MostSeconds))
                r.AddError($"--deep takes seconds, more than 0 and at most {MostSeconds:0}.");
        });
        var colors = SolveLines.Colors();
        var command = new Command("plan", "A whole solve of each scramble (held white up, green front) by a method.")
        {
            method, by, deep, colors,
        };
        command.SetAction((parsed, cancel) =>
        {
            var chosen = Catalog.Methods.First(m => m.Id == parsed.GetValue(method));
            var planner = new WholePlanner(Catalog.Book(shelf));
            var options = new CourseOptions(
                new HandModel(HandPreferences.Usual), parsed.GetValue(by) == "turns", false, CourseOptions.UsualBeam);
            var names = SolveLines.Names(parsed.GetValue(colors)!);
            var foci = planner.Foci(chosen, Faces.AllColors.Where(c => names.Length == 0 || names.Contains(c.Name())));
            var seconds = parsed.GetValue(deep);
            using var output = Terminal.Results();
            using var writer = new JsonLinesWriter(output, "");
            return Task.FromResult(SolveLines.ForEach(
                Terminal.In,
                (number, line) =>
                {
                    var scramble = Algorithm.Parse(line);
                    var plan = Best(planner, chosen, CubeState.Solved.Apply(scramble.Turns), foci, options, seconds, cancel);
                    writer.Write(json => Write(json, number, scramble, chosen, plan, options.Hands));
                    output.Flush();
                    return true;
                },
                writer.WriteError,
                cancel));
        });
        return command;
    }

    private static WholePlan Best(WholePlanner planner, SolveMethod method, CubeState start, IReadOnlyList<Focus> foci,
        CourseOptions options,
        double? seconds, CancellationToken cancel)
    {
        if (seconds is not { } most) return planner.Best(method, start, foci, options, cancel)!;
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        // The time counts from the first plan on: there always is one.
        WholePlan? best = null;
        foreach (var plan in planner.Deepen(method, start, foci, options, stop.Token))
        {
            if (best is null) stop.CancelAfter(TimeSpan.FromSeconds(most));
            best = plan;
        }

        cancel.ThrowIfCancellationRequested();
        return best!;
    }

    private static void Write(Utf8JsonWriter json, int line, Algorithm scramble, SolveMethod method, WholePlan plan, HandModel hands)
    {
        json.WriteNumber("line", line);
        json.WriteString("scramble", scramble.ToString());
        json.WriteString("method", method.Id);
        json.WriteString("color", plan.Focus.Base.Name());
        if (plan.Focus.Part.Length > 0) json.WriteString("side", plan.Focus.Part);
        Figures(plan.All);
        json.WriteStartArray("stages");
        foreach (var id in method.Stages)
        {
            Turn[] turns = [.. plan.Made.Steps.Where((_, i) => plan.Stops[i].Stage == id).SelectMany(s => s)];
            json.WriteStartObject();
            json.WriteString("stage", id);
            Figures(turns);
            json.WriteEndObject();
        }

        json.WriteEndArray();

        void Figures(IReadOnlyList<Turn> turns)
        {
            json.WriteString("turns", string.Join(' ', turns));
            json.WriteNumber("htm", turns.Sum(t => Metric.Htm.Cost(t)));
            json.WriteNumber("stm", turns.Sum(t => Metric.Stm.Cost(t)));
            if (turns.Count == 0) json.WriteNumber("time", 0);
            else if (hands.Measure(turns.SkipWhile(t => t.Kind == TurnKind.Rotation)) is { } time) json.WriteNumber("time",
                Math.Round(time, 2));
            else json.WriteNull("time");
        }
    }
}
