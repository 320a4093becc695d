using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>From a scramble to the log and back, across a crash of the server; once with the mouse, once by keyboard alone.</summary>
public class JourneyTests(Harbour harbour) : IClassFixture<Harbour>
{
    [Fact]
    public async Task With_the_mouse_a_plan_is_judged_kept_and_found_after_a_crash()
    {
        using var folder = new TemporaryFolder();
        using var desk = new Desk();
        var server = await RunningServer.StartAsync(folder.Path);
        var port = server.Address.Port;
        desk.OpenPlan(server.Address, "R U F2 D' L B");
        // Nobody is here yet: a solver is added.
        desk.See(".solver button").Click();
        desk.See("#solver-name").SendKeys("Runa Teel" + Keys.Enter);
        desk.Until(() => desk.All("#solver-name").All(e => !e.Displayed), "the form to close");
        desk.See("#own").SendKeys("F' L R");
        desk.See(".entry .knob", "Judge").Click();
        desk.See("[data-test='verdict']", "Turn 2 (L) cost");
        desk.See("[data-test='verdict']", "L′ D′ R′");
        desk.See(".turns .row.wrong");
        desk.See(".entry .knob", "Keep").Click();
        desk.See("[data-test='verdict']", "Kept in the log");
        server.Kill();
        server.Dispose();
        using var again = await RunningServer.StartAsync(folder.Path, port: port);
        desk.Open(new Uri(again.Address, "log"));
        var row = desk.See("tr[data-attempt]");
        Assert.Contains("x2 F′ L R", row.Text, StringComparison.Ordinal);
        Assert.Contains("no cross", row.Text, StringComparison.Ordinal);
        row.FindElement(By.CssSelector("a.open")).Click();
        desk.See("[data-test='verdict']", "Turn 2 (L) cost");
        Assert.Equal("x2 F' L R", desk.See("#own").GetAttribute("value"));
        // What was on its way when the server died was cut, and nothing else went wrong.
        Assert.DoesNotContain(desk.Complaints(), c => !c.Contains("ERR_CONNECTION_", StringComparison.Ordinal)
            && !c.Contains("ERR_EMPTY_RESPONSE", StringComparison.Ordinal));
    }

    [Fact]
    public void By_keyboard_alone()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "desk"));
        desk.AddSolver("Yrsa Keys-Alone");
        desk.Press(Keys.Escape);
        desk.See(".openings .card");
        desk.Press("s");
        desk.Until(() => desk.Focused.GetAttribute("id") == "scramble", "the scramble field");
        desk.Press("R U F2 D' L B", Keys.Enter);
        // The scramble before it may have such a card, too.
        desk.Until(() => desk.Address.Contains("R U F2 D' L B", StringComparison.Ordinal), "the scramble to be shown");
        desk.See(".card[data-opening='white cross']", "4 HTM");
        desk.Press("6");
        desk.See(".card[data-opening='orange cross'][aria-pressed='true']");
        desk.Press("1");
        desk.See(".card[data-opening='white cross'][aria-pressed='true']");
        Assert.Equal("R U F2 D' L B", desk.See("#scramble").GetAttribute("value"));
        desk.Until(() => desk.See("[data-test='plan-text']").Text.StartsWith("x2", StringComparison.Ordinal), "white's plan");
        desk.Press(Keys.ArrowRight, Keys.ArrowRight);
        desk.See(".count", "turn 2 of 4");
        desk.Press(Keys.ArrowLeft, Keys.End);
        desk.See(".count", "turn 4 of 4");
        desk.Press(Keys.Home);
        desk.See(".count", "turn 0 of 4");
        desk.OwnField();
        desk.Press("F' L' D' R'", Keys.Enter);
        desk.See("[data-test='verdict']", "4 HTM: no cross is shorter.");
        desk.Press(Keys.Enter);
        desk.See("[data-test='verdict']", "Kept in the log");
        desk.Press(Keys.Escape, "l");
        desk.See("tr[data-attempt]", "x2 F′ L′ D′ R′");
        desk.Press(Keys.ArrowDown, Keys.Enter);
        desk.See("[data-test='verdict']", "4 HTM: no cross is shorter.");
        desk.Press("?");
        desk.See(".el-dialog", "new scramble");
        desk.Press(Keys.Escape);
        desk.Until(() => desk.All(".el-dialog").All(d => !d.Displayed), "the list of keys to close");
        var theme = desk.Run("return document.documentElement.dataset.theme");
        desk.Press("t");
        desk.Until(() => !Equals(theme, desk.Run("return document.documentElement.dataset.theme")), "the other theme");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_colour_chosen_before_the_first_plan_is_there_is_the_one_shown()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, "F B' L2 D R'");
        desk.See("[data-test='plan-text']");
        desk.Driver.ExecuteCdpCommand("Network.enable", []);
        Slow(400);
        try
        {
            desk.Press("s", "R U F2 D' L B", Keys.Enter);
            desk.See(".card[data-opening='white cross']", "4 HTM");
            desk.Press("6");
            desk.See(".card[data-opening='orange cross'][aria-pressed='true']");
            desk.See("main[aria-busy='false']");
            desk.See(".card[data-opening='orange cross'][aria-pressed='true']");
            Assert.Equal("R U F2 D' L B", desk.See("#scramble").GetAttribute("value"));
            desk.Press("s", "R Q", Keys.Enter);
            desk.See("#scramble-error", "Q");
            Assert.Equal("scramble", desk.Focused.GetAttribute("id"));
        }
        finally
        {
            Slow(0);
        }

        void Slow(int latency) => desk.Driver.ExecuteCdpCommand("Network.emulateNetworkConditions", new()
        {
            ["offline"] = false,
            ["latency"] = latency,
            ["downloadThroughput"] = -1,
            ["uploadThroughput"] = -1,
        });
    }

    [Fact]
    public void The_attempts_are_those_of_the_solver_who_is_chosen()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "log"));
        desk.ChooseSolver("Sefa Lundry");
        desk.See("header", "60 attempts");
        desk.See("[data-test='log-color'] option", "yellow").Click();
        desk.Until(() => desk.All("tr[data-attempt] .color") is { Count: > 0 } colors
            && colors.All(c => c.Text == "yellow"), "yellow crosses alone");
        desk.See("[data-test='log-color'] option", "all").Click();
        desk.See("header", "60 attempts");
        desk.Press(Keys.Escape);
        desk.See("h1").Click();
        var newest = desk.See("tr[data-attempt]").GetAttribute("data-attempt");
        desk.Press(Keys.ArrowRight);
        desk.Until(() => desk.See("tr[data-attempt]").GetAttribute("data-attempt") != newest, "the older page");
    }
}
