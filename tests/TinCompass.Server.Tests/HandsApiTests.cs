using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Bin;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.HandTimes;
using TinCompass.Server.Features.Solvers;

namespace TinCompass.Server.Tests;

/// <summary>Sequences that are timed, and the hands taken from them.</summary>
public class HandsApiTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    /// <summary>Left fingers that take twice as long, and a pace of a fifth of a second.</summary>
    private static readonly OwnHands Slow = new(HandConstants.Fitted with
    {
        Fingers = FingerFactors.Even with { LeftWrist = 1.8, LeftIndex = 1.8, LeftRing = 1.8, LeftThumb = 1.8 },
    }, 0.2);

    private static readonly HandModel Model = new(new HandPreferences(Own: Slow));

    private static HandTimeRequest Time(int solver, IReadOnlyList<Turn> turns) => new(Guid.NewGuid(), solver, string.Join(' ', turns),
        (int)(1_000 * ((Model.Measure(HandTiming.Of(turns, 1, TimedBy.Key).Turns)!.Value * 0.2) + 0.6)));

    private Task<OwnHandsResponse> AddAsync(HandTimeRequest time) => server.PostAsync<OwnHandsResponse>("api/hands/times", time);

    private async Task<OwnHandsResponse> TimedAsync(int solver, int count)
    {
        var now = await server.GetAsync<OwnHandsResponse>($"api/hands?solverId={solver}");
        for (var i = 0; i < count; i++) now = await AddAsync(Time(solver, Algorithm.Parse(now.Next[0].Turns).Turns));
        return now;
    }

    private async Task<string> GetAsync(string address, int? handsOf)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, new Uri(address, UriKind.Relative));
        if (handsOf is { } id) request.Headers.Add("Hands-Of", $"{id}");
        using var answer = await server.Client.SendAsync(request);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return await answer.Content.ReadAsStringAsync();
    }

    [Fact]
    public async Task Times_become_hands_and_hands_are_used_until_they_are_not_and_outlive_a_restart()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var nothing = await server.GetAsync<OwnHandsResponse>($"api/hands?solverId={solver}");
        Assert.Equal((false, false, 0, null), (nothing.IsUsed, nothing.CanUse, nothing.Sequences, nothing.Missed));
        Assert.StartsWith("Nothing is timed yet", nothing.Sentence, StringComparison.Ordinal);
        Assert.Equal(("too-few", "use"), await server.PutProblemAsync("api/hands/use", new UseHandsRequest(solver, true)));
        var timed = await TimedAsync(solver, 16);
        Assert.Equal((16, 16, true), (timed.Sequences, timed.Timed.Count, timed.CanUse));
        Assert.True(timed.Missed < timed.UsualMissed, $"{timed.Missed} {timed.UsualMissed}");
        var left = timed.Figures.Single(f => f.Id == "left-index");
        Assert.True(left.Ms > left.Usual * 1.2, $"{left}");
        Assert.Contains("left", timed.Sentence, StringComparison.Ordinal);
        // What is foretold of a time lies near it.
        Assert.All(timed.Timed, t => Assert.InRange(t.Foretold!.Value / t.Ms, 0.85, 1.15));

        const string Course = "api/course?scramble=R%20U%20F2%20D'%20L%20B&color=white";
        var before = await GetAsync(Course, solver);
        Assert.Equal(await GetAsync(Course, null), before);
        Assert.Null((await server.GetAsync<HabitsResponse>($"api/solvers/{solver}/habits")).UnitMs);
        var used = await server.PutAsync<OwnHandsResponse>("api/hands/use", new UseHandsRequest(solver, true));
        Assert.True(used.IsUsed);
        for (var i = 0; i < 2; i++)
        {
            Assert.Equal(used.UnitMs, (await server.GetAsync<HabitsResponse>($"api/solvers/{solver}/habits")).UnitMs!.Value, 0.1);
            var own = await GetAsync(Course, solver);
            Assert.NotEqual(before, own);
            Assert.DoesNotContain(" wt", own, StringComparison.Ordinal);
            Assert.Equal(before, await GetAsync(Course, null));
            server.Restart();
        }

        // Habits that are kept anew leave them.
        await server.PutAsync<HabitsResponse>($"api/solvers/{solver}/habits",
            new HabitsRequest(["red"], null, null, null, null, null, null, null, null, null));
        Assert.True((await server.GetAsync<OwnHandsResponse>($"api/hands?solverId={solver}")).IsUsed);
        Assert.False((await server.PutAsync<OwnHandsResponse>("api/hands/use", new UseHandsRequest(solver, false))).IsUsed);
        Assert.Equal(before, await GetAsync(Course, solver));
    }

    [Fact]
    public async Task A_time_is_kept_once_taken_back_and_put_back()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var time = Time(solver, Algorithm.Parse("R U R' U'").Turns);
        await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => AddAsync(time)));
        var kept = Assert.Single((await AddAsync(Time(solver, Algorithm.Parse("R U2 R' U'").Turns))).Timed, t => t.Key == time.Key);
        using var gone = await server.Client.DeleteAsync(new Uri($"api/hands/times?solverId={solver}&key={time.Key}", UriKind.Relative));
        Assert.Single((await gone.Content.ReadFromJsonAsync<OwnHandsResponse>(ServerFixture.Json))!.Timed);
        using var again = await server.Client.DeleteAsync(new Uri($"api/hands/times?solverId={solver}&key={time.Key}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, again.StatusCode);
        var back = await AddAsync(time with { At = kept.At, By = kept.By });
        Assert.Equal(kept with { Foretold = 0 }, back.Timed.Single(t => t.Key == time.Key) with { Foretold = 0 });
    }

    [Fact]
    public async Task A_cube_tells_its_own_time_when_it_was_the_sequence()
    {
        var solver = (await server.AddSolverAsync()).Id;
        // As a cube without a middle layer of its own reports it: turns of faces; M' is two, in any order.
        var faces = HandModel.FaceTurns(HandTiming.Of(Algorithm.Parse("M' U2 M U2").Turns, 1, TimedBy.Cube).Turns).ToArray();
        Assert.Equal(30, faces.Length);
        (faces[0], faces[1]) = (faces[1], faces[0]);
        var turned = string.Join(' ', faces.Select((t, i) => $"{t}@{100 + (i * 150)}"));
        var timed = await AddAsync(new HandTimeRequest(Guid.NewGuid(), solver, "M' U2 M U2", null, turned));
        Assert.Equal((29 * 150, TimedBy.Cube), (timed.Timed[0].Ms, timed.Timed[0].By));
        string[] others = [turned.Replace("2@400", "@400", StringComparison.Ordinal), string.Join(' ', turned.Split(' ')[..29])];
        foreach (var wrong in others)
            Assert.Equal("other-turns", (await server.ProblemAsync("api/hands/times", HttpStatusCode.BadRequest,
                new HandTimeRequest(Guid.NewGuid(), solver, "M' U2 M U2", null, wrong))).GetProperty("code").GetString());
    }

    [Theory]
    [InlineData("R U R' U'", 100, "bad-time")]
    [InlineData("R U R' U'", 400_000, "bad-time")]
    [InlineData("R U R' U'", null, "bad-time")]
    [InlineData("R", 4_000, "bad-length")]
    [InlineData("y R U R'", 4_000, "begins-held")]
    [InlineData("F R U R' U' F'", 4_000, "cancels")]
    [InlineData("R Q", 4_000, "unknown-turn")]
    public async Task What_cannot_be_is_refused(string turns, int? ms, string code)
    {
        var solver = (await server.AddSolverAsync()).Id;
        Assert.Equal(code, (await server.ProblemAsync("api/hands/times", HttpStatusCode.BadRequest,
            new HandTimeRequest(Guid.NewGuid(), solver, turns, ms))).GetProperty("code").GetString());
        Assert.Empty((await server.GetAsync<OwnHandsResponse>($"api/hands?solverId={solver}")).Timed);
    }

    [Fact]
    public async Task Times_go_out_and_come_in_and_are_fitted_again()
    {
        var (solver, there) = ((await server.AddSolverAsync()).Id, (await server.AddSolverAsync()).Id);
        await TimedAsync(solver, 8);
        var used = await server.PutAsync<OwnHandsResponse>("api/hands/use", new UseHandsRequest(solver, true));
        var export = await server.Client.GetStringAsync(new Uri($"api/solvers/{solver}/export", UriKind.Relative));
        for (var i = 0; i < 2; i++)
        {
            using var content = new StringContent(export, System.Text.Encoding.UTF8, "application/json");
            using var taken = await server.Client.PostAsync(new Uri($"api/solvers/{there}/import", UriKind.Relative), content);
            var told = (await taken.Content.ReadFromJsonAsync<ImportResponse>(ServerFixture.Json))!;
            Assert.Equal((i == 0 ? 8 : 0, 0), (told.HandTimes, told.RefusedCount));
        }

        var came = await server.GetAsync<OwnHandsResponse>($"api/hands?solverId={there}");
        Assert.Equal(JsonSerializer.Serialize(used with { Since = null }), JsonSerializer.Serialize(came with { Since = null }));
        // With the solver they go, and come back.
        using var gone = await server.Client.DeleteAsync(new Uri($"api/solvers/{there}", UriKind.Relative));
        var deleted = (await gone.Content.ReadFromJsonAsync<DeletedResponse>(ServerFixture.Json))!;
        await server.PostAsync<DeletedResponse>($"api/bin/{deleted.Id}/restore", new { });
        Assert.Equal(8, (await server.GetAsync<OwnHandsResponse>($"api/hands?solverId={there}")).Timed.Count);
    }
}
