using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>A cube that reports its turns, as the timer shows it: one that talks over a connection, and the simulated one.</summary>
public sealed class LiveCubeTests(Harbour harbour) : IClassFixture<Harbour>, IDisposable
{
    private readonly CancellationTokenSource patience = new(TimeSpan.FromMinutes(4));
    private long number;

    public void Dispose() => patience.Dispose();

    [Fact]
    public async Task A_cube_is_scrambled_by_what_the_page_asks_for_and_its_turns_start_and_stop_the_time()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.AddSolver("Yrsa Timer-Feed");
        desk.See(".note", "No solve in this series yet");
        var solver = Convert.ToInt32(desk.Run("return Number(localStorage['tin-compass.solver'])"),
            System.Globalization.CultureInfo.InvariantCulture);
        var scramble = desk.Until(() => desk.See("[data-test='timer-scramble']").Text is { Length: > 20 } text ? text : null, "a scramble")
            .Replace('′', '\'').Split(' ');
        using var cube = new ClientWebSocket();
        await cube.ConnectAsync(new Uri($"ws://127.0.0.1:{harbour.Address.Port}/api/feed?solverId={solver}"), patience.Token);
        await TellAsync(cube, """{"hello":1,"cube":"test cube","session":"one","first":1}""");
        await TellAsync(cube, Line(0, "state", "WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO"));
        desk.See("[data-test='live']", $"scramble: 0 of {scramble.Length} turns");
        await TellAsync(cube, Line(0, "turn", scramble[0]));
        desk.See("[data-test='live']", $"scramble: 1 of {scramble.Length} turns");
        // Left: the way back is told.
        char[] near = [scramble[0][0], scramble[1][0]];
        var astray = !near.Any("RL".Contains) ? "R" : !near.Any("UD".Contains) ? "U" : "F";
        await TellAsync(cube, Line(0, "turn", astray));
        desk.See("[data-test='back']", $"first {astray}′, back to the scramble");
        await TellAsync(cube, Line(0, "turn", astray + "'"));
        foreach (var turn in scramble.Skip(1)) await TellAsync(cube, Line(0, "turn", turn));
        desk.See("[data-test='live']", "the first turn starts the time");
        // It is looked at by a press, as with a timer of one's own, which can be given up; its first turn ends that.
        desk.See(".words", "look for fifteen seconds");
        desk.Press(" ");
        desk.See("[data-phase='looking']");
        desk.Press(Keys.Escape);
        desk.See("[data-phase='idle']");
        desk.Press(" ");
        desk.See("[data-phase='looking']");
        desk.See(".words", "the first turn starts");
        var back = scramble.Reverse().Select(t => t.EndsWith('2') ? t : t.EndsWith('\'') ? t[..^1] : t + "'").ToArray();
        await TellAsync(cube, Line(1_000, "turn", back[0]));
        desk.See("[data-phase='running']");
        for (var i = 1; i < back.Length; i++) await TellAsync(cube, Line(1_000 + (250 * i), "turn", back[i]));
        // The cube's own clock counts.
        var ms = 250 * (back.Length - 1);
        desk.See("[data-test='time']", $"{ms / 1000}.{ms % 1000 / 10:00}");
        desk.Until(() => desk.All("[data-solve]").Count == 1, "the solve in the list");
        desk.Until(() => desk.See("[data-test='timer-scramble']").Text.Replace('′', '\'') != string.Join(' ', scramble),
            "the next scramble");
        // And it is asked for.
        desk.See("[data-test='timer-scramble'] .next");
        // What the cube says of itself is believed, and told.
        await TellAsync(cube, Line(20_000, "state", "YYYYYYYYYWWWWWWWWWBBBBBBBBBGGGGGGGGGRRRRRRRRROOOOOOOOO"));
        await TellAsync(cube, Line(20_100, "turn", "R"));
        await TellAsync(cube, Line(20_200, "state", "WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO"));
        desk.See("[data-test='told']", "stands otherwise than its turns say");
        cube.Abort();
        desk.Until(() => desk.All("[data-test='live']").Count == 0, "the cube to be gone");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_simulated_cube_is_watched_and_what_it_lost_is_read()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.AddSolver("Yrsa Timer-Simulated");
        desk.See("[data-test='timer-scramble']", " ");
        desk.See(".live-plate select option", "quick").Click();
        desk.Click("[data-test='simulate']:not([disabled])");
        desk.See("[data-test='live']", "turns");
        desk.See("[data-phase='running']");
        desk.Until(() => desk.See("[data-test='dial']").Text.Contains("kept under", StringComparison.Ordinal), "the solve to be kept",
            TimeSpan.FromSeconds(40));
        desk.Click("[data-test='review-last']");
        desk.See("h1", "Review");
        desk.See("[data-test='worst']");
        desk.ComplainsOfNothing();
        // One that is stopped leaves nothing behind.
        desk.Driver.Navigate().Back();
        desk.Click("[data-test='simulate']:not([disabled])");
        desk.See("[data-test='live']", "scramble");
        desk.Click("[data-test='stop-simulated']");
        desk.Until(() => desk.All("[data-test='live']").Count == 0, "the cube to be gone");
        desk.See(".note", "No solve in this series yet");
    }

    [Fact]
    public async Task A_cube_is_followed_on_a_way_of_a_cycle()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "cycles?stickers=UF+UB+DF"));
        desk.AddSolver("Yrsa Cycle-Feed");
        var solver = Convert.ToInt32(desk.Run("return Number(localStorage['tin-compass.solver'])"),
            System.Globalization.CultureInfo.InvariantCulture);
        desk.Click("[data-way=\"[U2, M']\"]");
        desk.Click(".follow button", "Follow my cube");
        desk.See(".follow [role='status']", "No cube reports");
        using var cube = new ClientWebSocket();
        await cube.ConnectAsync(new Uri($"ws://127.0.0.1:{harbour.Address.Port}/api/feed?solverId={solver}"), patience.Token);
        await TellAsync(cube, """{"hello":1,"cube":"test cube","session":"two","first":1}""");
        desk.Until(() => desk.All(".follow [role='status']").Count == 0, "the cube to be seen");
        await TellAsync(cube, Line(0, "turn", "U2"));
        desk.See("[data-test='open']", "Still to undo: A (U2).");
        // It knows no slices: M' is two faces, and the layer on top has the centre of the front from then on.
        await TellAsync(cube, Line(100, "turn", "R'"));
        desk.See("[data-test='open']", "Off the way: take it back with R.");
        await TellAsync(cube, Line(200, "turn", "L"));
        desk.See("[data-test='open']", "Still to undo: A (U2), then B (M′).");
        await TellAsync(cube, Line(300, "turn", "F2"));
        desk.See("[data-test='open']", "Still to undo: B (M′).");
        foreach (var turn in new[] { "R", "L'" }) await TellAsync(cube, Line(400, "turn", turn));
        desk.See("[data-test='open']", "All undone");
        desk.ComplainsOfNothing();
    }

    private string Line(int ms, string what, string said) => JsonSerializer.Serialize(
        new Dictionary<string, object> { ["n"] = ++number, ["t"] = ms, [what] = said });

    private async Task TellAsync(ClientWebSocket cube, string line)
    {
        await cube.SendAsync(Encoding.UTF8.GetBytes(line), WebSocketMessageType.Text, true, patience.Token);
        var heard = new byte[4096];
        await cube.ReceiveAsync(heard.AsMemory(), patience.Token);
    }
}
