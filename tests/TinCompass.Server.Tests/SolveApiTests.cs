using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Demo;
using TinCompass.Server.Features.Bin;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Solves;

namespace TinCompass.Server.Tests;

public class SolveApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private const string Scramble = "R U F2 D' L B";

    public static NewSolveRequest Solve(int solver, int ms = 12_345) => new(Guid.NewGuid(), solver, Scramble, ms, Purpose: "evenings");

    [Fact]
    public async Task A_series_has_its_figures_and_its_solves_newest_first_and_they_outlive_a_restart()
    {
        var solver = (await server.AddSolverAsync()).Id;
        foreach (var ms in new[] { 10_000, 12_000, 13_000, 14_000, 11_000 }) await AddAsync(Solve(solver, ms));
        await AddAsync(Solve(solver, 9_000) with { Purpose = "slow turning" });
        await AddAsync(Solve(solver, 9_500) with { Method = "roux" });
        server.Restart();
        var page = await PageAsync(solver, "&purpose=evenings&pageSize=2");
        Assert.Equal((5, 10_000, 14_000), (page.Figures.Count, page.Figures.Best, page.Figures.Worst));
        Assert.Equal(12_000, page.Figures.Averages.Single(a => a.Of == 5).Now);
        Assert.Equal([11_000, 14_000], page.Items.Select(i => i.Ms));
        Assert.Equal([10_000, 12_000, 13_000, 14_000, 11_000], page.Trend.Select(t => t.Ms));
        Assert.Equal([null, null, null, null, 12_000], page.Trend.Select(t => t.Of5));
        Assert.Equal([("roux", "evenings", 1), ("cfop", "slow turning", 1), ("cfop", "evenings", 5)],
            page.Series.Select(s => (s.Method, s.Purpose, s.Count)));
    }

    [Fact]
    public async Task The_same_key_is_kept_once_even_at_once_and_an_inspection_says_what_is_added()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var request = Solve(solver) with { InspectionMs = 16_000, Turns = "R@0 U'@200", Note = " a note " };
        var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => AddAsync(request)));
        var kept = Assert.Single(answers.Distinct());
        Assert.Equal((Penalty.PlusTwo, 14_340, "R@0 U'@200", "a note"), (kept.Penalty, kept.Result, kept.Turns, kept.Note));
        Assert.Equal(Penalty.Dnf, (await AddAsync(Solve(solver) with { InspectionMs = 17_001 })).Penalty);
        // What is said is not overruled by the inspection.
        Assert.Equal(Penalty.None, (await AddAsync(Solve(solver) with { InspectionMs = 17_001, Penalty = Penalty.None })).Penalty);
        // One that waited ended when it ended.
        var waited = await AddAsync(Solve(solver) with { AgoMs = 3_600_000 });
        Assert.InRange((kept.At - waited.At).TotalMinutes, 59, 61);
    }

    [Fact]
    public async Task Where_the_time_goes_is_told_over_the_solves_that_are_known_turn_by_turn()
    {
        var solver = (await server.AddSolverAsync()).Id;
        Assert.Equal((0, null, 0), await SpentAsync() is var none ? (none.Solves, none.Mean, none.Stages.Count) : default);
        var plans = DemoSolves.Plans(Catalog.Methods.Single(m => m.Id == "cfop")).Take(6).ToArray();
        foreach (var (plan, i) in plans.Select((p, i) => (p, i)))
        {
            // Evenly turned, four seconds stood before the top; two of them ended forty days ago.
            var at = 0;
            int[] ms = [.. plan.Plan.Stops.SelectMany(s => s.Turns.Select((_, t) => at += t == 0 && s.Stage == "oll" ? 4_000 : 150))];
            await AddAsync(Solve(solver, at) with
            {
                Scramble = plan.Scramble,
                // Step by step: nothing that meets is made as one.
                Turns = new TimedTurns([.. plan.Plan.Stops.SelectMany(s => s.Turns)], ms).ToString(),
                Purpose = "",
                AgoMs = i < 4 ? 0 : (long)TimeSpan.FromDays(40).TotalMilliseconds,
            });
        }

        // One without times, one for another purpose, one that is no solve at all.
        await AddAsync(Solve(solver) with { Scramble = plans[0].Scramble, Turns = string.Join(' ', plans[0].Plan.All), Purpose = "" });
        await AddAsync(Solve(solver) with { Turns = "R@0 U@100" });
        await AddAsync(Solve(solver) with { Turns = "R@0 U@100", Purpose = "" });
        var spent = await SpentAsync();
        while (spent.Unread > 0) spent = await SpentAsync();
        Assert.Equal((4, 2), (spent.Solves, spent.SolvesBefore));
        Assert.Equal(["cross", "f2l", "oll", "pll"], spent.Stages.Select(s => s.Stage));
        Assert.Equal(spent.Mean!.Value, spent.Stages.Sum(s => s.Now.Looking + s.Now.Turning + s.Now.Pauses), 3);
        Assert.Equal(4_000, spent.Stages[2].Now.Looking, 3);
        Assert.Equal(spent.Mean.Value, spent.Stages.Sum(s => s.Simulated!.Looking + s.Simulated.Turning + s.Simulated.Pauses),
            spent.Mean.Value / 20);
        var worst = spent.Habits[0];
        Assert.Equal(("oll", LossKind.Before, 3_850.0, 3_850.0), (worst.Stage, worst.Kind, worst.Each, worst.EachBefore));
        Assert.Equal("Looking before the top (OLL): 3.9 s a solve, in 4 of 4 solves.", worst.Sentence);
        Assert.NotNull(worst.DrillTitle);
        Assert.True((await SpentAsync("&goal=3600000")).Goal!.Missing < 0);
        var far = (await SpentAsync("&goal=1000")).Goal!;
        Assert.False(far.IsWithin);
        Assert.Contains("comes first", far.Sentence, StringComparison.Ordinal);
        using var wrong = await server.Client.GetAsync($"api/solves/spent?solverId={solver}&goal=0");
        Assert.Equal(HttpStatusCode.BadRequest, wrong.StatusCode);

        Task<SpentResponse> SpentAsync(string more = "") => server.GetAsync<SpentResponse>($"api/solves/spent?solverId={solver}{more}");
    }

    [Fact]
    public async Task It_is_changed_deleted_and_put_back()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var kept = await AddAsync(Solve(solver));
        var address = $"api/solves/{kept.Id}";
        var changed = await server.PutAsync<SolveResponse>(address, new ChangeSolveRequest(solver, Penalty.Dnf));
        Assert.Equal(kept with { Penalty = Penalty.Dnf, Result = null }, changed);
        changed = await server.PutAsync<SolveResponse>(address, new ChangeSolveRequest(solver, Note: "slipped", Turns: "[R, U]"));
        Assert.Equal((Penalty.Dnf, "slipped", "R U R' U'"), (changed.Penalty, changed.Note, changed.Turns));
        Assert.Equal(("bad-time", "turns"), await server.PutProblemAsync(address, new ChangeSolveRequest(solver, Turns: "R@5 U@3")));
        Assert.Equal(changed, await server.GetAsync<SolveResponse>(address));
        using var gone = await server.Client.DeleteAsync(new Uri($"{address}?solverId={solver}", UriKind.Relative));
        var deleted = (await gone.Content.ReadFromJsonAsync<DeletedResponse>(ServerFixture.Json))!;
        Assert.Equal(("solve", 1), (deleted.Kind, deleted.Rows));
        Assert.Empty((await PageAsync(solver, "&purpose=evenings")).Items);
        await server.PostAsync<DeletedResponse>($"api/bin/{deleted.Id}/restore", new { });
        Assert.Equal(changed, Assert.Single((await PageAsync(solver, "&purpose=evenings")).Items));
    }

    [Fact]
    public async Task What_cannot_be_kept_is_refused_with_its_place_and_nothing_is_stored()
    {
        var (solver, other) = ((await server.AddSolverAsync()).Id, (await server.AddSolverAsync()).Id);
        var good = Solve(solver);
        Assert.Equal("no-key", await CodeAsync(good with { Key = Guid.Empty }));
        Assert.Equal("not-found", await CodeAsync(good with { SolverId = 99_999 }, HttpStatusCode.NotFound));
        Assert.Equal("empty", await CodeAsync(good with { Scramble = " " }));
        Assert.Equal("unknown-turn", await CodeAsync(good with { Scramble = "R Q" }));
        Assert.Equal("bad-time", await CodeAsync(good with { Ms = 0 }));
        Assert.Equal("bad-time", await CodeAsync(good with { Ms = 3_600_001 }));
        Assert.Equal("bad-time", await CodeAsync(good with { InspectionMs = -1 }));
        Assert.Equal("bad-time", await CodeAsync(good with { AgoMs = -1 }));
        Assert.Equal("bad-purpose", await CodeAsync(good with { Purpose = new string('p', 41) }));
        Assert.Equal("unknown-word", await CodeAsync(good with { Method = "by luck" }));
        Assert.Equal("text-too-long", await CodeAsync(good with { Note = new string('n', 1_001) }));
        Assert.Equal("bad-time", await CodeAsync(good with { Turns = "R@9 U@8" }));
        Assert.Empty((await PageAsync(solver)).Series);
        // Another's is not found.
        var kept = await AddAsync(Solve(other));
        using var answer = await server.Client.PutAsJsonAsync(
            new Uri($"api/solves/{kept.Id}", UriKind.Relative), new ChangeSolveRequest(solver, Penalty.Dnf), ServerFixture.Json);
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);

        async Task<string?> CodeAsync(NewSolveRequest request, HttpStatusCode status = HttpStatusCode.BadRequest) =>
            (await server.ProblemAsync("api/solves", status, request)).GetProperty("code").GetString();
    }

    [Theory]
    [InlineData("export", "application/json")]
    [InlineData("solves.csv", "text/csv")]
    public async Task They_go_out_and_come_in_and_are_taken_back(string form, string type)
    {
        var (solver, there) = ((await server.AddSolverAsync()).Id, (await server.AddSolverAsync()).Id);
        await AddAsync(Solve(solver) with { Turns = "R'@10 U@400", Note = "=1+1, \"x\"\nline two", InspectionMs = 15_500 });
        await AddAsync(Solve(solver, 61_002) with { Method = "roux", Purpose = "", Penalty = Penalty.Dnf });
        var text = await server.Client.GetStringAsync(new Uri($"api/solvers/{solver}/{form}", UriKind.Relative));
        // Whose they are is in no entry: with keys of their own they are another's.
        foreach (var key in System.Text.RegularExpressions.Regex.Matches(text, "[0-9a-fA-F]{8}-[0-9a-fA-F-]{27}").Select(m => m.Value))
            text = text.Replace(key, $"{Guid.NewGuid()}", StringComparison.Ordinal);
        var import = await ImportAsync(text);
        Assert.Equal((2, 0, 0), (import.Solves, import.Known, import.RefusedCount));
        Assert.Equal((0, 2), ((await ImportAsync(text)).Solves, (await ImportAsync(text)).Known));
        foreach (var series in new[] { "&purpose=evenings", "&method=roux" })
        {
            var (sent, came) = ((await PageAsync(solver, series)).Items.Single(), (await PageAsync(there, series)).Items.Single());
            Assert.Equal(sent with { Id = came.Id, SolverId = there }, came);
        }

        using var back = await server.Client.DeleteAsync(new Uri($"api/solvers/{there}/imports/{import.Id}", UriKind.Relative));
        Assert.True(back.IsSuccessStatusCode);
        Assert.Empty((await PageAsync(there)).Series);

        async Task<ImportResponse> ImportAsync(string sent)
        {
            using var content = new StringContent(sent, Encoding.UTF8);
            content.Headers.ContentType = MediaTypeHeaderValue.Parse(type);
            using var answer = await server.Client.PostAsync(new Uri($"api/solvers/{there}/import", UriKind.Relative), content);
            Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
            return (await answer.Content.ReadFromJsonAsync<ImportResponse>(ServerFixture.Json))!;
        }
    }

    [Fact]
    public async Task A_solve_whose_turns_are_known_is_reviewed_stage_by_stage()
    {
        var solver = (await server.AddSolverAsync()).Id;
        // The scramble undone, a pause of two seconds in it.
        var kept = await AddAsync(Solve(solver) with { Scramble = "R U F", Turns = "F'@0 U'@200 R'@2400", Ms = 2_400 });
        var review = await server.GetAsync<ReviewResponse>($"api/solves/{kept.Id}/review");
        Assert.Equal((kept, true, 2_400), (review.Solve, review.IsSolved, review.Ms));
        Assert.Equal("F' U' R'", string.Join(' ', review.Stages.Select(s => s.Turns).Where(t => t.Length > 0)));
        Assert.Equal(2_400, review.Stages.Sum(s => s.TurningMs + (s.RecognitionMs ?? 0)));
        // What stood already has no turns, and nothing is said of it.
        Assert.All(review.Stages, s => Assert.True(s.IsDone && (s.Turns.Length > 0 || s.Verdict is null)));
        Assert.Contains(review.Stages, s => s.Verdict is not null);
        for (var i = 0; i < review.Stages.Count; i++)
            Assert.Equal(string.Join(' ', review.Stages.Take(i).Select(s => s.Turns).Where(t => t.Length > 0)), review.Stages[i].Made);
        Assert.All(review.Stages.SelectMany(s => s.Losses), l => Assert.NotNull(l.DrillTitle));
        // One that is not solved at its end is read as far as it goes.
        var half = await AddAsync(Solve(solver) with { Scramble = "R U F", Turns = "F'" });
        Assert.False((await server.GetAsync<ReviewResponse>($"api/solves/{half.Id}/review")).IsSolved);
        var unknown = await AddAsync(Solve(solver));
        Assert.Equal("no-turns", (await server.ProblemAsync($"api/solves/{unknown.Id}/review", HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
        await server.ProblemAsync("api/solves/424242/review", HttpStatusCode.NotFound);
        // What was in view is told of every pause, with the turns to go there.
        foreach (var stage in review.Stages)
            Assert.All(stage.Pauses, p => Assert.Equal($"{stage.Made} {stage.Turns}".Trim(), $"{p.Made} {p.Left}".Trim()));
        var waited = await AddAsync(Solve(solver) with { Scramble = "R U F D", Turns = "D'@0 F'@200 U'@400 R'@2600", Ms = 2_600 });
        Assert.Equal(2_200, Assert.Single((await server.GetAsync<ReviewResponse>($"api/solves/{waited.Id}/review")).Stages
            .SelectMany(s => s.Pauses)).Ms);
        // Told the method, it is read by that one.
        foreach (var method in new[] { "cfop", "roux" })
            Assert.Equal(method, (await server.GetAsync<ReviewResponse>($"api/solves/{kept.Id}/review?method={method}")).Method);
        await server.ProblemAsync($"api/solves/{kept.Id}/review?method=none", HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task The_own_solve_of_a_scramble_is_found_where_its_turns_are_known()
    {
        var (solver, other) = ((await server.AddSolverAsync()).Id, (await server.AddSolverAsync()).Id);
        await AddAsync(Solve(solver) with { Scramble = "R U F", Turns = "F'@0 U'@200 R'@400", Ms = 400 });
        var newest = await AddAsync(Solve(solver) with { Scramble = "R U F", Turns = "F' U' R'" });
        await AddAsync(Solve(solver) with { Scramble = "R U F" });
        await AddAsync(Solve(solver) with { Scramble = "R U F2", Turns = "F2 U' R'" });
        Assert.Equal(newest.Id, (await OwnAsync(solver, "R U F")).Review!.Solve.Id);
        // However it is written.
        Assert.Equal(newest.Id, (await OwnAsync(solver, "R  U (F)")).Review!.Solve.Id);
        Assert.Null((await OwnAsync(solver, "R U F'")).Review);
        Assert.Null((await OwnAsync(other, "R U F")).Review);
        await server.ProblemAsync($"api/solves/own?solverId={solver}&scramble=Q", HttpStatusCode.BadRequest);
        await server.ProblemAsync("api/solves/own?solverId=424242&scramble=R", HttpStatusCode.NotFound);

        Task<OwnSolveResponse> OwnAsync(int of, string scramble) =>
            server.GetAsync<OwnSolveResponse>($"api/solves/own?solverId={of}&scramble={Uri.EscapeDataString(scramble)}");
    }

    [Fact]
    public async Task A_line_that_is_no_solve_is_told_and_the_others_are_taken()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var lines = $"""
            key,at,method,purpose,scramble,ms,penalty,inspectionMs,turns,note
            {Guid.NewGuid()},2026-05-01T18:30:00Z,cfop,,R U,12000,none,,,
            {Guid.NewGuid()},2026-05-01T18:31:00Z,cfop,,R U,12000,minusTwo,,,
            {Guid.NewGuid()},2026-05-01T18:32:00Z,cfop,,R Q,12000,none,,,
            {Guid.NewGuid()},2026-05-01T18:33:00Z,cfop,,R U,0,none,,,
            {Guid.NewGuid()},2026-05-01T18:34:00Z,cfop,,R U,ten,none,,,
            """;
        using var content = new StringContent(lines, Encoding.UTF8, "text/csv");
        using var answer = await server.Client.PostAsync(new Uri($"api/solvers/{solver}/import", UriKind.Relative), content);
        var import = (await answer.Content.ReadFromJsonAsync<ImportResponse>(ServerFixture.Json))!;
        Assert.Equal((1, 4), (import.Solves, import.RefusedCount));
        Assert.Equal(["line 3", "line 4", "line 5", "line 6"], import.Refused.Select(r => r.Where).Order());
        Assert.Contains("minusTwo", import.Refused.Single(r => r.Where == "line 3").Why, StringComparison.Ordinal);
    }

    private Task<SolveResponse> AddAsync(NewSolveRequest request) => server.PostAsync<SolveResponse>("api/solves", request);

    private Task<SolvePageResponse> PageAsync(int solver, string more = "") =>
        server.GetAsync<SolvePageResponse>($"api/solves?solverId={solver}{more}");
}
