using System.Net;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Solvers;

namespace TinCompass.Server.Tests;

public class AttemptApiTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    [Fact]
    public async Task A_kept_attempt_is_judged_listed_and_there_after_a_restart()
    {
        var solver = await server.AddSolverAsync();
        var kept = await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(solver.Id, "F' L' D' R'"));
        Assert.Equal((true, 4, 4, 0, "x2 F' L' D' R'"), (kept.IsDone, kept.Turns, kept.Best, kept.OverBest, kept.Plan));
        server.Restart();
        var page = await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver.Id}");
        Assert.Equal(kept, Assert.Single(page.Items));
        Assert.Equal(kept, await server.GetAsync<AttemptResponse>($"api/attempts/{kept.Id}"));
        Assert.Equal(1, (await server.GetAsync<SolverPageResponse>(
            $"api/solvers?search={Uri.EscapeDataString(solver.Name)}")).Items.Single().Attempts);
    }

    [Fact]
    public async Task The_same_key_sent_again_is_kept_once_even_at_once()
    {
        var solver = await server.AddSolverAsync();
        var request = ServerFixture.Attempt(solver.Id);
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => server.PostAsync<AttemptResponse>("api/attempts", request)));
        Assert.Single(answers.Select(a => a.Id).Distinct());
        Assert.Equal(1, (await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver.Id}")).Total);
    }

    [Fact]
    public async Task The_log_comes_in_pages_newest_first_and_by_colour()
    {
        var solver = await server.AddSolverAsync();
        var ids = new List<long>();
        for (var i = 0; i < 5; i++)
            ids.Add((await server.PostAsync<AttemptResponse>("api/attempts",
                ServerFixture.Attempt(solver.Id) with { Color = i == 2 ? "red" : "white" })).Id);
        var second = await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver.Id}&page=2&pageSize=2");
        Assert.Equal(5, second.Total);
        Assert.Equal([ids[2], ids[1]], second.Items.Select(a => a.Id));
        Assert.Equal(ids[2], Assert.Single((await server.GetAsync<AttemptPageResponse>(
            $"api/attempts?solverId={solver.Id}&color=red")).Items).Id);
    }

    [Fact]
    public async Task What_cannot_be_kept_is_refused_and_nothing_is_stored()
    {
        var solver = await server.AddSolverAsync();
        var good = ServerFixture.Attempt(solver.Id);
        Assert.Equal("not-found", await Code(good with { SolverId = 99_999 }, HttpStatusCode.NotFound));
        Assert.Equal("no-key", await Code(good with { Key = Guid.Empty }));
        Assert.Equal("bad-time", await Code(good with { PlanningMs = -1 }));
        Assert.Equal("unknown-turn", await Code(good with { Plan = "R U Q" }));
        Assert.Equal("empty", await Code(good with { Plan = "" }));
        Assert.Equal("unknown-color", await Code(good with { Color = "grey" }));
        Assert.Equal("empty", await Code(good with { Scramble = null }));
        Assert.Equal(0, (await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver.Id}")).Total);

        async Task<string?> Code(NewAttemptRequest request, HttpStatusCode status = HttpStatusCode.BadRequest) =>
            (await server.ProblemAsync("api/attempts", status, request)).GetProperty("code").GetString();
    }

    [Fact]
    public async Task Unknown_ids_and_pages_are_told()
    {
        Assert.Equal("There is no attempt 424242.",
            (await server.ProblemAsync("api/attempts/424242", HttpStatusCode.NotFound)).GetProperty("detail").GetString());
        Assert.Equal("not-found", (await server.ProblemAsync("api/attempts?solverId=424242", HttpStatusCode.NotFound)).GetProperty("code")
            .GetString());
        var solver = await server.AddSolverAsync();
        Assert.Equal("bad-page", (await server.ProblemAsync($"api/attempts?solverId={solver.Id}&page=0", HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_name_is_kept_once_in_any_case_and_must_be_a_name()
    {
        var added = await server.PostAsync<SolverResponse>("api/solvers", new NewSolverRequest("  Nela   Varga-Holt "));
        Assert.Equal("Nela Varga-Holt", added.Name);
        Assert.Equal("name-taken", (await server.ProblemAsync("api/solvers", HttpStatusCode.Conflict,
            new NewSolverRequest("nela varga-holt"))).GetProperty("code").GetString());
        Assert.Equal("bad-name", (await server.ProblemAsync("api/solvers", HttpStatusCode.BadRequest, new NewSolverRequest("   ")))
            .GetProperty("code").GetString());
        Assert.Equal("bad-name", (await server.ProblemAsync("api/solvers", HttpStatusCode.BadRequest,
            new NewSolverRequest(new string('n', 41)))).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Solvers_come_in_pages_and_are_searched_by_a_part_of_their_name()
    {
        foreach (var name in new[] { "Odo Marsch", "Odila Marsch", "Per_y Lind", "Perry Lind" }) await server.AddSolverAsync(name);
        var found = await server.GetAsync<SolverPageResponse>("api/solvers?search=MARSCH&pageSize=1");
        Assert.Equal((2, "Odila Marsch"), (found.Total, Assert.Single(found.Items).Name));
        Assert.Equal("Odo Marsch", Assert.Single(
            (await server.GetAsync<SolverPageResponse>("api/solvers?search=marsch&pageSize=1&page=2")).Items).Name);
        // An underline is an underline.
        Assert.Equal("Per_y Lind", Assert.Single((await server.GetAsync<SolverPageResponse>("api/solvers?search=per_y")).Items).Name);
        Assert.Equal("bad-page", (await server.ProblemAsync("api/solvers?pageSize=0", HttpStatusCode.BadRequest)).GetProperty("code")
            .GetString());
    }
}
