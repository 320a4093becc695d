using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>
/// Timing solves as a solver does: by keyboard, by touch, with the server gone, with the page closed at the wrong moment.
/// </summary>
public class TimerTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Waiting = "[data-test='waiting']";

    [Fact]
    public void By_keyboard_a_solve_is_inspected_timed_changed_deleted_and_put_back()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.AddSolver("Yrsa Timer-Keys");
        desk.See(".note", "No solve in this series yet");
        var scramble = Scramble(desk);
        desk.Press(Keys.Space);
        desk.See("[data-phase='looking']");
        // Let go too soon it goes on looking; Escape gives up.
        desk.Press(Keys.Escape);
        desk.See("[data-phase='idle']");
        Time(desk);
        desk.Until(() => desk.All("[data-solve]").Count == 1, "the solve in the list");
        desk.See("[data-test='count']", "1");
        Assert.NotEqual(scramble, Scramble(desk));
        var time = desk.See("[data-test='time']").Text;
        Assert.Equal(time, desk.See("[data-solve] .plain-time").Text);
        desk.Press("2");
        desk.See("[data-test='time']", "+");
        desk.Press("x");
        desk.See("[data-test='time']", "DNF");
        desk.Press("x");
        desk.See("[data-solve] .plain-time", time);
        // Its note and how it was solved; a time that falls is told, and what was typed stays.
        desk.Click("[data-solve] .plain-time");
        desk.See("[data-test='solve-open'] input").SendKeys("thumb slipped" + Keys.Enter);
        desk.See("[data-solve] .plain-time", "·");
        var turns = desk.See("[data-test='solve-open'] textarea");
        turns.SendKeys("R@500 U@300" + Keys.Tab);
        desk.See("[data-test='solve-open'] .field-error", "'@300' is before the turn before it, at 500");
        Assert.Equal("R@500 U@300", desk.See("[data-test='solve-open'] textarea").GetAttribute("value"));
        // Turned on the screen instead: it is kept as it is turned, back to where the cube is solved.
        turns = desk.See("[data-test='solve-open'] textarea");
        turns.SendKeys(Keys.Control + "a");
        turns.SendKeys(Keys.Delete + Keys.Tab);
        desk.Click("[data-test='turn-it']");
        desk.See("[data-test='stands']", "0 turns so far");
        var back = scramble.Replace('′', '\'').Split(' ').Reverse();
        foreach (var turn in back)
            for (var i = 0; i < (turn.EndsWith('2') ? 2 : 1); i++) desk.Click($"[data-turn=\"{Undoing(turn)}\"]");
        desk.See("[data-test='stands']", "Solved in");
        desk.Click("[data-test='undo-turn']");
        desk.See("[data-test='stands']", "not solved yet");
        desk.Click("[data-turn=\"" + Undoing(scramble.Replace('′', '\'').Split(' ')[0]) + "\"]");
        desk.See("[data-test='stands']", "Solved in");
        desk.Click("[data-test='solve-open'] .knob", "What it lost");
        desk.See("[data-test='worst']");
        desk.Driver.Navigate().Back();
        desk.See("[data-solve]");
        // Four more: an average of five.
        for (var i = 0; i < 4; i++) Time(desk);
        desk.Until(() => desk.See("[data-average='5'] td").Text != "–", "an average of five");
        desk.Press(Keys.Delete);
        desk.Until(() => desk.All("[data-solve]").Count == 4, "four solves");
        desk.Click("[data-test='notice'] button", "Undo");
        desk.Until(() => desk.All("[data-solve]").Count == 5, "five solves again");
        // A series of its own, and back by the address.
        desk.See("[data-test='timer-purpose']").SendKeys("slow turning" + Keys.Enter);
        desk.See(".note", "No solve in this series yet");
        Assert.Contains("purpose=slow turning", desk.Address, StringComparison.Ordinal);
        desk.Driver.Navigate().Refresh();
        desk.See(".note", "No solve in this series yet");
        Assert.Equal("slow turning", desk.See("[data-test='timer-purpose']").GetAttribute("value"));
        // What was refused, and nothing else.
        Assert.All(desk.Complaints(), c => Assert.Contains("400", c, StringComparison.Ordinal));
    }

    [Fact]
    public void Where_the_time_goes_is_read_a_goal_is_set_and_today_says_it_too()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.ChooseSolver("Ysolde Tarn");
        // Her method, which the habits bring, is the series that is shown.
        desk.Until(() => desk.See("[data-test='timer-method']").GetAttribute("value") == "roux", "her method");
        desk.See("[data-solve]");
        desk.Press(Keys.Escape, "g");
        desk.See("[data-test='dearest']", "s a solve, in");
        desk.See("[data-stage='lse'] .simulated");
        desk.See("[data-stage='lse'] .before");
        desk.Until(() => desk.All("[data-test='habit']").Count == 5, "five habits");
        var field = desk.See("#goal");
        field.Clear();
        field.SendKeys("15" + Keys.Tab);
        desk.See("[data-test='goal']", "to 15.0 s");
        Assert.Contains("goal=15", desk.Address, StringComparison.Ordinal);
        desk.Click("[data-test='dearest'] .knob", "Practise");
        desk.See("[data-test='question'], h1");
        desk.Driver.Navigate().GoToUrl(new Uri(harbour.Address, "today"));
        desk.See("[data-test='from-solves']", "s a solve");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_solve_that_is_known_turn_by_turn_is_reviewed_and_taken_to_the_desk()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.ChooseSolver("Maren Olvik");
        desk.See("[data-solve]");
        desk.Click("[data-solve] .plain-time");
        desk.Click("[data-test='solve-open'] .knob", "What it lost");
        desk.See("[data-test='worst']", "s of");
        desk.Until(() => desk.All("[data-stage]").Count == 4, "four stages");
        desk.Click("[data-stage='cross']");
        desk.See("[data-test='stage'] h2", "Cross");
        Assert.Contains("stage=1", desk.Address, StringComparison.Ordinal);
        desk.Press(Keys.ArrowRight);
        desk.See("[data-test='stage'] h2", "Pairs");
        var turns = desk.See("[data-test='stage'] .turns").Text;
        // Where the hands stood still: what was in view then, and the desk at that moment.
        var said = new[] { "cross", "f2l", "oll", "pll" }.Select(stage =>
        {
            desk.Click($"[data-stage='{stage}']");
            desk.See($"[data-stage='{stage}'][aria-current='step']");
            return string.Join(' ', desk.All("[data-test='pauses']").Select(p => p.Text));
        }).ToArray();
        Assert.Contains("in view", said[1], StringComparison.Ordinal);
        Assert.Contains("To be read was", said[2] + said[3], StringComparison.Ordinal);
        // Read by another method, and by its own again.
        desk.Click("[aria-label='Method it is read by'] option", "Roux");
        desk.See("[data-stage='fb']");
        desk.Click("[aria-label='Method it is read by'] option", "what fits best");
        desk.Click("[data-stage='f2l']");
        desk.See("[data-test='stage'] h2", "Pairs");
        desk.Click("[data-test='stage'] .knob", "at the desk");
        desk.See("#own");
        Assert.Contains(turns.Replace('\u2032', '\''), desk.Address, StringComparison.Ordinal);
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void By_touch_a_solve_is_timed_and_any_touch_stops_it()
    {
        using var desk = new Desk(390, 844);
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.AddSolver("Yrsa Timer-Touch");
        Scramble(desk);
        var finger = new PointerInputDevice(PointerKind.Touch, "finger");
        Touch(desk, finger, "[data-test='dial']", TimeSpan.Zero);
        desk.See("[data-phase='looking']");
        Touch(desk, finger, "[data-test='dial']", TimeSpan.FromMilliseconds(600));
        desk.See("[data-phase='running']");
        Touch(desk, finger, "[data-test='timer-scramble']", TimeSpan.Zero);
        desk.See("[data-phase='idle']");
        desk.Until(() => desk.All("[data-solve]").Count == 1, "the solve in the list");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public async Task A_time_is_not_lost_when_the_server_is_gone_and_the_page_is_closed()
    {
        using var server = await MortalServer.TakeAsync();
        var address = server.Address;
        using var desk = new Desk();
        desk.Open(new Uri(address, "timer"));
        desk.AddSolver("Yrsa Timer-Gone");
        Scramble(desk);
        Time(desk);
        desk.Until(() => desk.All("[data-solve]").Count == 1, "the first solve");
        server.Kill();
        Time(desk);
        desk.See(Waiting, "1 time waits in this browser");
        desk.See(".words", "kept in this browser");
        // The page is closed; the server comes back; another page of the same browser sends it.
        var old = desk.Driver.CurrentWindowHandle;
        desk.Driver.SwitchTo().NewWindow(WindowType.Tab);
        var fresh = desk.Driver.CurrentWindowHandle;
        desk.Driver.SwitchTo().Window(old).Close();
        desk.Driver.SwitchTo().Window(fresh);
        await server.RiseAsync();
        desk.Driver.Navigate().GoToUrl(new Uri(address, "timer"));
        desk.Until(() => desk.All("[data-solve]").Count == 2, "both solves, each once");
        desk.Until(() => desk.All(Waiting).Count == 0, "nothing that waits");
        // Closed in the very moment of stopping: it is there all the same.
        Hold(desk);
        desk.Run("window.dispatchEvent(new KeyboardEvent('keydown', { key: 'b' })); window.location.href = 'about:blank'");
        desk.Until(() => desk.Driver.Url == "about:blank", "the page to be gone");
        desk.Driver.Navigate().GoToUrl(new Uri(address, "timer"));
        desk.Until(() => desk.All("[data-solve]").Count == 3, "three solves");
    }

    private static string Undoing(string turn) => turn.EndsWith('\'') ? turn[..^1] : turn.EndsWith('2') ? turn[..^1] : turn + "'";

    private static string Scramble(Desk desk) => desk.Until(() => desk.See("[data-test='timer-scramble']").Text is var text
        && !text.Contains("Drawing", StringComparison.Ordinal) ? text : null, "a scramble");

    /// <summary>Inspection, then the hand held until it is ready, let go, and a key that stops.</summary>
    private static void Time(Desk desk)
    {
        var before = Scramble(desk);
        Hold(desk);
        desk.Press("b");
        desk.See("[data-phase='idle']");
        desk.Until(() => Scramble(desk) != before || desk.All(Waiting).Count > 0, "the next scramble");
    }

    private static void Hold(Desk desk)
    {
        if (desk.All("[data-phase='looking']").Count == 0) desk.Press(Keys.Space);
        desk.See("[data-phase='looking']");
        new Actions(desk.Driver).KeyDown(Keys.Space).Perform();
        desk.See("[data-phase='ready']");
        new Actions(desk.Driver).KeyUp(Keys.Space).Perform();
        desk.See("[data-phase='running']");
    }

    private static void Touch(Desk desk, PointerInputDevice finger, string css, TimeSpan held)
    {
        var touch = new ActionSequence(finger);
        touch.AddAction(finger.CreatePointerMove(desk.See(css), 0, 0, TimeSpan.Zero));
        touch.AddAction(finger.CreatePointerDown(MouseButton.Left));
        if (held > TimeSpan.Zero) touch.AddAction(finger.CreatePause(held));
        touch.AddAction(finger.CreatePointerUp(MouseButton.Left));
        desk.Driver.PerformActions([touch]);
    }
}
