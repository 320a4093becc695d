using System.Net;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Options;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Plans;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Tests;

/// <summary>Whole solves, method beside method: over HTTP, and by tc plan as it is run.</summary>
public class PlansTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    [Fact]
    public async Task The_first_plans_are_made_by_themselves_stop_when_told_and_harm_nobody_when_they_fail()
    {
        var book = server.Services.GetRequiredService<StageBook>();
        var warm = Options.Create(new ServerOptions { Warm = true });
        // One cube of each kind: what takes long is not what is tried here.
        using var made = new FirstPlans(book, new HandModels(), warm, NullLogger<FirstPlans>.Instance, Task.CompletedTask)
        {
            Count = 1,
            Tasks = 1,
            Sizes = [BigPieces.Least],
        };
        await made.StartAsync(CancellationToken.None);
        await made.ExecuteTask!.WaitAsync(TimeSpan.FromMinutes(3));
        using var stop = new CancellationTokenSource();
        await stop.CancelAsync();
        Assert.Null(Record.Exception(() => made.Run(stop.Token)));
        // A book without its stages: nothing can be planned.
        using var broken = new FirstPlans(
            new StageBook([], Catalog.Methods), new HandModels(), warm, NullLogger<FirstPlans>.Instance, Task.CompletedTask);
        Assert.NotNull(Record.Exception(() => broken.Run(CancellationToken.None)));
        await broken.StartAsync(CancellationToken.None);
        await broken.ExecuteTask!.WaitAsync(TimeSpan.FromMinutes(3));
    }

    private const string Scramble = "D2 R U2 B' L2 F R' D B2 U' L F2 R2 U B L' D2 F";

    private static string Query => $"api/plans?scramble={Uri.EscapeDataString(Scramble)}";

    private static CubeState After(params string[] texts) =>
        texts.Where(t => t.Length > 0).Aggregate(CubeState.Solved, (s, t) => s.Apply(Algorithm.Parse(t).Turns));

    [Fact]
    public async Task Each_method_is_planned_and_what_is_deeper_is_better()
    {
        var lines = await LinesAsync("by=turns&colors=white,yellow&deep=0.5");
        Assert.Equal("end", lines[^1].Kind);
        string[] methods = ["cfop", "roux", "edges", "blocks", "good"];
        Assert.Equal(methods, lines.Where(l => l is { Kind: "plan", IsDeep: false }).Select(l => l.Method));
        Assert.Equal([.. methods, .. methods], lines.Where(l => l.Kind == "looked").Select(l => l.Method));
        foreach (var method in methods)
        {
            WholePlanResponse[] plans = [.. lines.Where(l => l.Kind == "plan" && l.Method == method).Select(l => l.Plan!)];
            Assert.All(plans, p => Assert.True(After(Scramble, p.Text).IsSolved));
            Assert.All(plans, p => Assert.Contains(p.Color, new[] { "white", "yellow" }));
            Assert.All(plans, p => Assert.Equal(p.Text, string.Join(' ', p.Stages.Where(s => s.Text.Length > 0).Select(s => s.Text))));
            // Where stops meet in one layer they are made as one move.
            Assert.All(plans, p => Assert.Equal(p.Text, string.Join(' ', JoinedMoves.Of([.. p.Stops.Select(s =>
                s.Length == 0 ? [] : Algorithm.Parse(s).Turns)]).All)));
            Assert.All(plans, p => Assert.Equal(p.Lengths.Htm, p.Stages.Sum(s => s.Lengths.Htm)));
            Assert.All(plans, p => Assert.Equal(p.Rotations, p.Stages.Sum(s => s.Rotations)));
            var costs = plans.Select(p => (method == "roux" ? p.Lengths.Stm : p.Lengths.Htm, p.Time)).ToArray();
            Assert.Equal(costs.OrderDescending(), costs);
        }
    }

    /// <summary>The stops of a plan are a course, as the desk opens it.</summary>
    [Fact]
    public async Task The_stops_of_a_plan_are_taken_as_a_course()
    {
        foreach (var line in (await LinesAsync("colors=red&part=green&deep=0.2")).Where(l => l.Plan is not null))
        {
            var plan = line.Plan!;
            if (line.Method == "roux") Assert.Equal("green", plan.Part);
            var course = await server.GetAsync<CourseResponse>(
                $"api/course?scramble={Uri.EscapeDataString(Scramble)}&method={line.Method}&color={plan.Color}" +
                $"&made={Uri.EscapeDataString(plan.Stops[0])}&chosen={Uri.EscapeDataString(string.Join(';', plan.Stops.Skip(1)))}");
            Assert.Equal(plan.Text, string.Join(' ', course.Stops.Select(s => s.Made).Where(t => t.Length > 0)));
            Assert.True(course.IsDone);
        }
    }

    [Fact]
    public async Task What_cannot_be_asked_is_told()
    {
        foreach (var (query, code, field) in new[]
        {
            ("deep=11", "bad-deep", "deep"), ("deep=-1", "bad-deep", "deep"), ("colors=white,grey", "unknown-color", "colors"),
            ("method=none", "unknown-word", "method"), ("by=luck", "unknown-word", "by"),
        })
        {
            var problem = await server.ProblemAsync($"{Query}&{query}", HttpStatusCode.BadRequest);
            Assert.Equal((code, field), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
        }

        Assert.Equal("unknown-turn", (await server.ProblemAsync("api/plans?scramble=R%20Q", HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
    }

    /// <summary>Whoever goes away stops the search: the next one is answered before it would have ended.</summary>
    [Fact]
    public async Task Who_goes_away_stops_it()
    {
        using (var stop = new CancellationTokenSource())
        {
            using var answer = await server.Client.GetAsync(new Uri($"{Query}&deep=10", UriKind.Relative),
                HttpCompletionOption.ResponseHeadersRead, stop.Token);
            using var reader = new StreamReader(await answer.Content.ReadAsStreamAsync(stop.Token));
            Assert.Contains("cfop", await reader.ReadLineAsync(stop.Token), StringComparison.Ordinal);
            await stop.CancelAsync();
        }

        Assert.Equal("end", (await LinesAsync("method=cfop&colors=white"))[^1].Kind);
    }

    [Fact]
    public async Task Plans_are_written_line_by_line_and_solve_their_scrambles()
    {
        const string Scrambles = $"{Scramble}\n// nothing\nF Q\nL2 D B2 R' U F' L D2\n";
        foreach (var (method, stages, args) in new (string, string[], string[])[]
        {
            ("cfop", ["cross", "f2l", "oll", "pll"], []), ("roux", ["fb", "sb", "cmll", "lse"], ["--by", "time", "--deep", "0.3"]),
        })
        {
            var (status, output, _) = await CommandLineTests.RunAsync(Scrambles,
                ["plan", "--method", method, "--colors", "white", .. args]);
            Assert.Equal(1, status);
            JsonElement[] lines = [.. output.Split('\n', StringSplitOptions.RemoveEmptyEntries)
                .Select(l => JsonDocument.Parse(l).RootElement)];
            Assert.Equal([1, 3, 4], lines.Select(l => l.GetProperty("line").GetInt32()));
            Assert.Equal("unknown-turn", lines[1].GetProperty("error").GetProperty("code").GetString());
            foreach (var line in new[] { lines[0], lines[2] })
            {
                Assert.Equal(method, line.GetProperty("method").GetString());
                var turns = line.GetProperty("turns").GetString()!;
                Assert.True(After(line.GetProperty("scramble").GetString()!, turns).IsSolved);
                JsonElement[] parts = [.. line.GetProperty("stages").EnumerateArray()];
                Assert.Equal(stages, parts.Select(p => p.GetProperty("stage").GetString()));
                Assert.Equal(turns, string.Join(' ', parts.Select(p => p.GetProperty("turns").GetString())
                    .Where(t => t is { Length: > 0 })));
                foreach (var figure in new[] { "htm", "stm" })
                    Assert.Equal(line.GetProperty(figure).GetInt32(), parts.Sum(p => p.GetProperty(figure).GetInt32()));
                Assert.True(line.GetProperty("time").GetDouble() > 0);
            }
        }

        foreach (var (args, said) in new (string[], string)[]
        {
            (["--deep", "0"], "--deep takes seconds"), (["--deep", "NaN"], "--deep takes seconds"), (["--method", "none"], "none"),
            (["--colors", "grey"], "'grey' is no colour"),
        })
        {
            var (status, _, error) = await CommandLineTests.RunAsync("R U\n", ["plan", .. args]);
            Assert.NotEqual(0, status);
            Assert.Contains(said, error, StringComparison.Ordinal);
        }
    }

    /// <summary>A planned solve is read into the stages that were planned, with times and what each cost.</summary>
    [Fact]
    public async Task Solves_are_read_into_their_stages()
    {
        string[] methods = ["cfop", "roux", "edges", "blocks", "good"];
        var plans = new List<JsonElement>();
        foreach (var method in methods)
        {
            var (_, planned, _) = await CommandLineTests.RunAsync($"{Scramble}\n", "plan", "--method", method, "--colors", "yellow");
            plans.Add(JsonDocument.Parse(planned).RootElement);
        }

        // Each with times and without, all at once.
        string[][] made = [.. plans.Select(p => p.GetProperty("turns").GetString()!.Split(' '))];
        var (status, output, error) = await CommandLineTests.RunAsync(string.Concat(made.Select(turns => $"{Scramble} | "
            + $"{string.Join(' ', turns.Select((t, i) => $"{t}@{i * 150}"))}\n{Scramble} | {string.Join(' ', turns)} // no times\n")),
            "review");
        Assert.True(status == 0, error);
        JsonElement[] all = [.. output.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonDocument.Parse(l).RootElement)];
        Assert.Equal(2 * methods.Length, all.Length);
        for (var m = 0; m < methods.Length; m++)
        {
            var (plan, turns) = (plans[m], made[m]);
            JsonElement[] lines = [all[2 * m], all[(2 * m) + 1]];
            foreach (var line in lines)
            {
                Assert.Equal((methods[m], "yellow", true), (line.GetProperty("method").GetString(), line.GetProperty("color").GetString(),
                    line.GetProperty("solved").GetBoolean()));
                Assert.Equal(plan.GetProperty("stages").EnumerateArray().Select(s => s.GetProperty("stage").GetString()),
                    line.GetProperty("stages").EnumerateArray().Select(s => s.GetProperty("stage").GetString()));
                Assert.Equal(turns, line.GetProperty("stages").EnumerateArray().SelectMany(s => s.GetProperty("turns").GetString()!
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries)));
                Assert.All(line.GetProperty("stages").EnumerateArray().Where(s => s.GetProperty("stm").GetInt32() > 0), s =>
                    Assert.Matches("\\.$", s.GetProperty("said").GetString()));
            }

            Assert.Equal((turns.Length - 1) * 150, lines[0].GetProperty("ms").GetInt32());
            Assert.Equal(lines[0].GetProperty("ms").GetInt32(), lines[0].GetProperty("stages").EnumerateArray()
                .Sum(s => s.GetProperty("turning").GetInt32() + (s.TryGetProperty("recognition", out var ms) ? ms.GetInt32() : 0)));
            Assert.False(lines[1].TryGetProperty("ms", out _));
        }

        const string Wrong = "R U\nR | U@1 R\nR | U@5 R'@4\nR | R' Q\nR | U@x\n";
        var (failed, said, _) = await CommandLineTests.RunAsync(Wrong, "review");
        Assert.Equal(1, failed);
        Assert.Equal([(1, "no-solution", 1), (2, "bad-time", 9), (3, "bad-time", 11), (4, "unknown-turn", 8), (5, "bad-time", 6)],
            said.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonDocument.Parse(l).RootElement).Select(l => (
                l.GetProperty("line").GetInt32(), l.GetProperty("error").GetProperty("code").GetString()!,
                l.GetProperty("error").GetProperty("column").GetInt32())));
    }

    private async Task<PlanLineResponse[]> LinesAsync(string query)
    {
        using var answer = await server.Client.GetAsync(new Uri($"{Query}&{query}", UriKind.Relative));
        Assert.Equal("application/x-ndjson", answer.Content.Headers.ContentType?.MediaType);
        return [.. (await answer.Content.ReadAsStringAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => JsonSerializer.Deserialize<PlanLineResponse>(l, ServerFixture.Json)!)];
    }
}
