using System.Net;
using System.Net.Http.Json;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Tests;

public class HabitApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private static readonly string[] Usual = ["white", "yellow", "green", "blue", "red", "orange"];

    private static HabitsRequest Request() => new(null, null, null, null, null, null, null, null, null, null);

    private async Task<string> AddressAsync() => $"api/solvers/{(await server.AddSolverAsync()).Id}/habits";

    [Fact]
    public async Task A_new_solver_has_the_usual_habits()
    {
        var habits = await server.GetAsync<HabitsResponse>(await AddressAsync());
        Assert.Equal(Usual, habits.Colors);
        Assert.Equal(Usual, habits.Scheme);
        Assert.Equal((HoldChoice.FewestBackTurns, PlanOrder.Turns, false, "", Metric.Htm, 320, Theme.Auto, false),
            (habits.Holds, habits.Order, habits.LeftHanded, habits.Avoid, habits.Metric, habits.TurnMs, habits.Theme, habits.Marks));
    }

    [Fact]
    public async Task Habits_are_kept_over_a_restart_and_belong_to_one_solver()
    {
        var (mine, other) = (await AddressAsync(), await AddressAsync());
        string[] scheme = ["white", "blue", "green", "yellow", "red", "orange"];
        var wish = new HabitsRequest(["blue", "white"], scheme, "leastTime", "time", true, "B b, M", "qtm", 150, "dark", true,
            MiddleHand: "left");
        await server.PutAsync<HabitsResponse>(mine, Request());
        await server.PutAsync<HabitsResponse>(mine, wish);
        server.Restart();
        var kept = await server.GetAsync<HabitsResponse>(mine);
        Assert.Equal(["blue", "white"], kept.Colors);
        Assert.Equal(scheme, kept.Scheme);
        Assert.Equal((HoldChoice.LeastTime, PlanOrder.Time, true, "BbM", Metric.Qtm, 150, Theme.Dark, true),
            (kept.Holds, kept.Order, kept.LeftHanded, kept.Avoid, kept.Metric, kept.TurnMs, kept.Theme, kept.Marks));
        Assert.Equal(MiddleHand.Left, kept.MiddleHand);
        var untouched = await server.GetAsync<HabitsResponse>(other);
        Assert.Equal(Usual, untouched.Colors);
        Assert.Equal(MiddleHand.Either, untouched.MiddleHand);
    }

    [Fact]
    public async Task What_is_left_out_stays_and_what_is_unknown_is_refused_and_changes_nothing()
    {
        var address = await AddressAsync();
        await server.PutAsync<HabitsResponse>(address, new
        {
            colors = new[] { "red" },
            turnMs = 150,
            stages = new { f2l = new { school = "keyhole" } },
        });
        var kept = await server.PutAsync<HabitsResponse>(address, new { theme = "dark", stages = new { f2l = new { beam = "7" } } });
        Assert.Equal((Theme.Dark, 150, "keyhole", "7"), (kept.Theme, kept.TurnMs, kept.Stages["f2l"]["school"],
            kept.Stages["f2l"]["beam"]));
        Assert.Equal(["red"], kept.Colors);
        using var odd = await server.Client.PutAsJsonAsync(new Uri(address, UriKind.Relative), new { theme = "light", colour = "red" });
        Assert.Equal(HttpStatusCode.BadRequest, odd.StatusCode);
        Assert.Contains("colour", await odd.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(Theme.Dark, (await server.GetAsync<HabitsResponse>(address)).Theme);
    }

    [Fact]
    public async Task Wrong_habits_are_refused_with_the_field_and_nothing_is_changed()
    {
        var address = await AddressAsync();
        await server.PutAsync<HabitsResponse>(address, Request() with { Colors = ["red"] });
        Assert.Equal(("bad-colors", "colors"), await server.PutProblemAsync(address, Request() with { Colors = ["white", "red"] }));
        Assert.Equal(("bad-colors", "colors"), await server.PutProblemAsync(
            address, Request() with { Colors = ["white", "yellow", "red"] }));
        Assert.Equal(("bad-colors", "colors"), await server.PutProblemAsync(address, Request() with { Colors = [] }));
        // In another scheme other colours are opposite.
        Assert.Equal(("bad-colors", "colors"), await server.PutProblemAsync(
            address, Request() with { Scheme = ["white", "blue", "green", "yellow", "red", "orange"], Colors = ["white", "yellow"] }));
        Assert.Equal(("unknown-color", "colors"), await server.PutProblemAsync(address, Request() with { Colors = ["pink"] }));
        Assert.Equal(("bad-scheme", "scheme"), await server.PutProblemAsync(
            address, Request() with { Scheme = ["white", "white", "green", "blue", "red", "orange"] }));
        Assert.Equal(("unknown-word", "holds"), await server.PutProblemAsync(address, Request() with { Holds = "upside" }));
        Assert.Equal(("unknown-word", "metric"), await server.PutProblemAsync(address, Request() with { Metric = "3" }));
        Assert.Equal(("unknown-turn", "avoid"), await server.PutProblemAsync(address, Request() with { Avoid = "B Q" }));
        Assert.Equal(("nothing-left", "avoid"), await server.PutProblemAsync(address, Request() with { Avoid = "B f" }));
        Assert.Equal(("bad-speed", "turnMs"), await server.PutProblemAsync(address, Request() with { TurnMs = 9000 }));
        Assert.Equal(["red"], (await server.GetAsync<HabitsResponse>(address)).Colors);
        Assert.Equal("not-found", (await server.ProblemAsync("api/solvers/999999/habits", HttpStatusCode.NotFound)).GetProperty("code")
            .GetString());
    }
}
