extern alias cli;
using System.CommandLine;
using System.Net;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Status;

namespace TinCompass.Server.Tests;

/// <summary>A stage is a module: one that the house has never heard of, registered in one line, is met wherever stages are met.</summary>
public sealed class StageModuleTests : IDisposable
{
    private readonly ServerFixture server = new(services => services.AddSingleton<IStage>(new TinyStage()));

    public void Dispose() => server.Dispose();

    [Fact]
    public async Task A_stage_of_ones_own_is_in_the_status_the_drills_today_the_record_and_the_export()
    {
        var status = await server.GetAsync<StatusResponse>("api/status");
        var stage = status.Stages.Single(s => s.Id == "dial");
        Assert.Equal(("Dial", true, 1, false), (stage.Title, stage.IsReady, stage.Drills, stage.HasCasebook));
        Assert.Contains(await server.GetAsync<DrillResponse[]>("api/practice/drills"),
            d => (d.Id, d.StageTitle) == ("dial.turn-back", "Dial"));
        var solver = (await server.AddSolverAsync()).Id;
        Assert.Contains((await server.GetAsync<TodayResponse>($"api/practice/today?solverId={solver}")).Topics,
            t => (t.Stage, t.Drill, t.New) == ("dial", "dial.turn-back", 2));

        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "dial.turn-back", null, 2));
        var task = session.Task!;
        Assert.Equal("dial", task.Stage);
        var verdict = await server.PostAsync<VerdictResponse>(
            $"api/practice/sessions/{session.Id}/answers", new AnswerRequest(Guid.NewGuid(), 1, "U", 900, 1_000, 0));
        Assert.Equal(("dial", TurnTheTop.TurnsOf(
            Core.Cube.Legality.Read(verdict.Facelets).State!.Value) == "U"), (verdict.Stage, verdict.Right));

        var record = await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}");
        Assert.Equal(("dial.turn-back", "Dial", 1), record.Drills.Select(d => (d.Drill, d.StageTitle, d.Attempts)).Single());
        Assert.Equal(("dial", "dial.turn-back"), record.Last.Select(a => (a.Stage, a.Drill)).Single());
        Assert.Equal(1, record.Topics.Single(t => t.Drill == "dial.turn-back").Learning);

        // A whole way of one's own is judged and kept, and what is kept goes out and in again.
        var kept = await server.PostAsync<AttemptResponse>("api/attempts",
            new NewAttemptRequest(Guid.NewGuid(), solver, "U", "white", "", "U'", null, false, "dial"));
        Assert.Equal(("dial", true, 1), (kept.Stage, kept.IsDone, kept.Turns));
        var refused = await server.ProblemAsync("api/attempts", HttpStatusCode.BadRequest,
            new NewAttemptRequest(Guid.NewGuid(), solver, "R", "white", "", "U'", null, false, "dial"));
        Assert.Equal("not-a-dial", refused.GetProperty("code").GetString());
        var text = await server.Client.GetStringAsync(new Uri($"api/solvers/{solver}/export", UriKind.Relative));
        var document = JsonSerializer.Deserialize<ExchangeDocument>(text, ServerFixture.Json)!;
        Assert.Equal(("dial.turn-back", "dial"), (document.Answers!.Single().Drill, document.Plans!.Single().Stage));
    }

    [Fact]
    public async Task And_on_the_command_line()
    {
        using var output = new StringWriter();
        var root = cli::TinCompass.Cli.CommandLine.Root(ReadyTables.Shelf, [.. cli::TinCompass.Cli.SolveVerbAttribute.All, TinyStage.Verb]);
        Assert.Equal(0, await root.Parse("solve dial").InvokeAsync(new InvocationConfiguration { Output = output }));
        Assert.Equal("U'", output.ToString().Trim());
    }

    [Fact]
    public void Two_stages_of_one_name_are_refused() =>
        Assert.Throws<ArgumentException>(() => new StageBook([new TinyStage(), new TinyStage()], []));
}
