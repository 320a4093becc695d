using System.CommandLine;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Cli;

/// <summary>
/// <c>tc solve pairs</c> and <c>tc solve f2l</c>: lines <c>scramble | turns made so far</c>, of which the second part ends with the cross
/// done. Solutions go on from the hold in which those turns end; when the base is not down
/// there, they begin with the rotation that brings it down.
/// </summary>
internal static class SolveF2l
{
    private const int MostBeam = 200;

    [SolveVerb]
    public static Command Pairs(TableShelf shelf)
    {
        var color = BaseColor();
        var command =
            new Command("pairs", "For each free slot after the cross: its case, the least turns, every shortest solution (quickest to " +
                "turn first). Lines: scramble | turns made so far.") { color };
        command.SetAction((parsed, cancel) =>
        {
            var solver = new F2lTools(shelf).NewSolver();
            return Task.FromResult(Run(parsed.GetValue(color), (position, json) => WritePairs(solver, position, json, cancel), cancel));
        });
        return command;
    }

    [SolveVerb]
    public static Command AllFour(TableShelf shelf)
    {
        var color = BaseColor();
        var order =
            new Option<string>("--order")
            {
                Description = "planned, greedy (always the cheapest next) or fixed (front-right, back-right, " +
                "back-left, front-left).",
                DefaultValueFactory = _ => "planned"
            };
        order.AcceptOnlyFromAmong("planned", "greedy", "fixed");
        var by = new Option<string>("--by") { Description = "turns (HTM) or time (estimated).", DefaultValueFactory = _ => "time" };
        by.AcceptOnlyFromAmong("turns", "time");
        var beam = Options.Number("--beam", 1, MostBeam, F2lPlanner.DefaultBeam, "How many parts of plans are followed at once.");
        var command = new Command("f2l", "A plan for all pairs after the cross. Lines: scramble | turns made so far.") { color, order, by,
            beam };
        command.SetAction((parsed, cancel) =>
        {
            var planner = new F2lTools(shelf).NewPlanner();
            var options = new F2lOptions { ByTurns = parsed.GetValue(by) == "turns" };
            var kind = Enum.Parse<F2lOrder>(parsed.GetValue(order)!, ignoreCase: true);
            return Task.FromResult(Run(parsed.GetValue(color),
                (position, json) => WritePlan(planner.Plan(position.Pairs, options, kind, parsed.GetValue(beam), cancel: cancel), position,
                json), cancel));
        });
        return command;
    }

    /// <summary>The option for the base colour.</summary>
    public static Option<string> BaseColor()
    {
        var color =
            new Option<string>("--color")
            {
                Description = "The base colour. When left out: the colour that is down, or else the one " +
                "whose cross is done.",
                DefaultValueFactory = _ => ""
            };
        color.Validators.Add(r =>
        {
            if (r.GetValueOrDefault<string>() is { Length: > 0 } name && !Faces.TryParseColor(name, out _)) r.AddError(
                $"'{name}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.");
        });
        return color;
    }

    private static int Run(string? colorName, Action<F2lPosition, Utf8JsonWriter> solve, CancellationToken cancel)
    {
        Color? color = Faces.TryParseColor(colorName, out var named) ? named : null;
        return ForLines(
            end => F2lPosition.TryRead(end, color, out var position, out var refusal)
                ? (null, json =>
                {
                    json.WriteString("color", position.Color.Name());
                    solve(position, json);
                }
            )
                : (refusal, null),
            cancel);
    }

    /// <summary>
    /// Answers lines <c>scramble | turns made so far</c>, an object each: <paramref name="solve"/> refuses the position in which they end,
    /// or says what is written of it.
    /// </summary>
    public static int ForLines(Func<CubeState, (StageRefusal? Refusal, Action<Utf8JsonWriter>? Write)> solve, CancellationToken cancel)
    {
        using var output = Terminal.Results();
        using var writer = new JsonLinesWriter(output, "");
        return SolveLines.ForEach(
            Terminal.In,
            (number, line) =>
            {
                var (scramble, made) = Split(line);
                var (refusal, write) = solve(CubeState.Solved.Apply(scramble.Turns).Apply(made.Turns));
                if (refusal is not null)
                {
                    writer.WriteError(number, refusal.Code, refusal.Message,
                        line.Contains('|', StringComparison.Ordinal) ? line.IndexOf('|', StringComparison.Ordinal) + 2 : line.Length + 1);
                    return false;
                }

                writer.Write(json =>
                {
                    json.WriteNumber("line", number);
                    json.WriteString("scramble", scramble.ToString());
                    json.WriteString("made", made.ToString());
                    write!(json);
                });
                return true;
            },
            writer.WriteError,
            cancel);
    }

    /// <summary>Scramble and turns made; an error in the second part is told with its column in the line.</summary>
    private static (Algorithm Scramble, Algorithm Made) Split(string line)
    {
        var at = line.IndexOf('|', StringComparison.Ordinal);
        if (at < 0) return (Algorithm.Parse(line), Algorithm.Empty);
        var (first, second) = (line[..at], line[(at + 1)..]);
        return (SolveLines.ParseAt(first, 0), SolveLines.ParseAt(second, at + 1));
    }

    private static void WritePairs(F2lSolver solver, F2lPosition position, Utf8JsonWriter json, CancellationToken cancel)
    {
        var solved = position.Pairs.SolvedSlots;
        json.WriteStartArray("pairs");
        foreach (var slot in solved.Others.Slots.OrderBy(s => s.NameIn(position.Hold).First).ThenBy(s => s.NameIn(position.Hold).Second))
        {
            var found = solver.FindAll(position.Pairs, slot, cancel);
            cancel.ThrowIfCancellationRequested();
            json.WriteStartObject();
            json.WriteString("slot", slot.NameIn(position.Hold).ToString());
            json.WriteString("case", F2lCases.IdOf(position.Pairs, slot));
            json.WriteNumber("length", found.Length);
            json.WriteNumber("count", found.Count);
            json.WriteStartArray("solutions");
            foreach (var solution in found.Solutions) json.WriteStringValue(string.Join(' ', position.Rotation.Concat(solution.ToArray())));
            json.WriteEndArray();
            json.WriteString("way", F2lWords.Name(new F2lTrace(position.Pairs, slot, solved, found.Solutions[0].ToArray()).Way));
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }

    private static void WritePlan(F2lPlan plan, F2lPosition position, Utf8JsonWriter json)
    {
        json.WriteNumber("total", plan.Total);
        if (plan.Time is { } time) json.WriteNumber("time", Math.Round(time, 2));
        else json.WriteNull("time");
        json.WriteStartArray("pairs");
        foreach (var step in plan.Steps)
        {
            json.WriteStartObject();
            json.WriteString("slot", step.Slot.NameIn(position.Hold).ToString());
            json.WriteString("case", step.Case);
            json.WriteNumber("length", step.Length);
            json.WriteString("solution", string.Join(' ', step == plan.Steps[0] ? position.Rotation.Concat(step.AsTurned) : step.AsTurned));
            json.WriteString("way", F2lWords.Name(step.Way));
            json.WriteEndObject();
        }

        json.WriteEndArray();
    }
}
