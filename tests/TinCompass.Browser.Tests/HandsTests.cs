using System.Globalization;
using System.Net.WebSockets;
using System.Text;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Own hands: sequences timed by a key and by a cube, and plans made for the hands they tell.</summary>
public sealed class HandsTests(Harbour harbour) : IClassFixture<Harbour>, IDisposable
{
    private readonly CancellationTokenSource patience = new(TimeSpan.FromMinutes(4));

    public void Dispose() => patience.Dispose();

    [Fact]
    public void By_keyboard_sequences_are_timed_taken_back_and_the_desk_tells_seconds_by_the_hands_they_tell()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "hands"));
        desk.AddSolver("Yrsa Hands-Keys");
        desk.See("[data-test='sentence']", "Nothing is timed yet");
        Assert.False(desk.See("[data-test='use']").Enabled);
        var first = desk.See("[data-test='asked']").Text;
        desk.Click("[data-test='another']");
        desk.Until(() => desk.See("[data-test='asked']").Text != first, "another sequence");
        Time(desk);
        desk.See("[data-test='kept']");
        string[] others = ["R U R' U'", "L' U' L U", "R' F R F'", "R U2 R' U'"];
        foreach (var (turns, i) in others.Select((t, i) => (t, i)))
        {
            desk.See(".own input").SendKeys(turns);
            Time(desk);
            desk.Until(() => desk.All("[data-test='time']").Count == i + 2, $"{i + 2} times");
        }

        // What cannot be is told, and nothing is kept.
        desk.See(".own input").SendKeys("F R U R' U' F'");
        Time(desk);
        desk.See("[role='alert']", "cancel");
        desk.See(".own input").SendKeys(Keys.Control + "a");
        desk.See(".own input").SendKeys(Keys.Delete);
        var sentence = desk.See("[data-test='sentence']", "Foretold from all the others").Text;
        desk.Click("[data-test='time']:first-child button");
        desk.Until(() => desk.All("[data-test='time']").Count == 4, "four times");
        desk.See("[data-test='sentence']", "4 of 5");
        desk.Click("[data-test='put-back']");
        desk.See("[data-test='sentence']", sentence);
        desk.Click("[data-test='use']");
        desk.See("[data-test='unuse']");
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.Until(() => desk.See(".total").Text.Contains(" s", StringComparison.Ordinal)
            && !desk.Text.Contains(" wt", StringComparison.Ordinal), "times in seconds");
        desk.Open(new Uri(harbour.Address, "hands"));
        desk.Click("[data-test='unuse']");
        desk.See("[data-test='use']");
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.Until(() => desk.See(".total").Text.Contains(" wt", StringComparison.Ordinal), "times in wrist turns");
        Assert.Empty(desk.Complaints().Where(c => !c.Contains("400", StringComparison.Ordinal)));
    }

    [Fact]
    public async Task A_cube_times_itself()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "hands"));
        desk.AddSolver("Yrsa Hands-Feed");
        var asked = desk.Until(() => desk.See("[data-test='asked']").Text is { Length: > 3 } text ? text : null, "a sequence")
            .Replace('′', '\'').Split(' ');
        var solver = Convert.ToInt32(desk.Run("return Number(localStorage['tin-compass.solver'])"), CultureInfo.InvariantCulture);
        using var cube = new ClientWebSocket();
        await cube.ConnectAsync(new Uri($"ws://127.0.0.1:{harbour.Address.Port}/api/feed?solverId={solver}"), patience.Token);
        await TellAsync("""{"hello":1,"cube":"test cube","session":"one","first":1}""");
        desk.See("[data-test='dial']", "turn it on your cube");
        // A slip: it is told, and nothing is kept.
        await TurnAsync(0, i => i == 3 ? "B" : asked[i % asked.Length]);
        desk.See("[role='alert']", "something else than 5 times");
        Assert.Empty(desk.All("[data-test='time']"));
        await TurnAsync(100_000, i => asked[i % asked.Length]);
        desk.See("[data-test='kept']", $"{((5 * asked.Length) - 1) * 0.2:0.00} s");
        desk.See("[data-test='time']", "cube");

        async Task TurnAsync(int from, Func<int, string> turn)
        {
            for (var i = 0; i < 5 * asked.Length; i++)
                await TellAsync($$"""{"n":{{++number}},"t":{{from + (200 * i)}},"turn":"{{turn(i)}}"}""");
        }

        Task TellAsync(string line) =>
            cube.SendAsync(Encoding.UTF8.GetBytes(line), WebSocketMessageType.Text, endOfMessage: true, patience.Token);
    }

    private long number;

    /// <summary>Holds space, lets it go, and presses it again when the time has run a little.</summary>
    private static void Time(Desk desk)
    {
        desk.Run("document.activeElement.blur()");
        new Actions(desk.Driver).KeyDown(Keys.Space).KeyUp(Keys.Space).Perform();
        desk.See(".dial.running");
        desk.Until(() => float.Parse(desk.See("[data-test='dial'] b").Text.Split(' ')[0], CultureInfo.InvariantCulture) > 0.9,
            "most of a second");
        desk.Press(Keys.Space);
        desk.Until(() => desk.All(".dial.running").Count == 0, "the time to stand");
    }
}
