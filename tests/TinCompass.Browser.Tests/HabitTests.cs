using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

public class HabitTests(Harbour harbour) : IClassFixture<Harbour>
{
    [Fact]
    public void Habits_bear_on_the_plan_and_are_kept_for_their_solver()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.AddSolver("Runa Teel");
        desk.Press("h");
        desk.See("h1", "Habits");
        desk.See("[aria-label='Bases'] .knob", "Two opposite").Click();
        desk.See(".swatch[aria-pressed='true']", "white");
        desk.See(".swatch", "red").Click();
        desk.See(".swatch[aria-pressed='true']", "orange");
        desk.See("[aria-label='First in the list'] .knob", "Least time").Click();
        desk.See("[aria-label='Lengths in'] .knob", "QTM").Click();
        desk.See("button[aria-label='never B']").Click();
        desk.See("button[aria-label='never B'][aria-pressed='true']");
        desk.Press("p");
        desk.See(".order", "by time");
        desk.See(".card[data-opening='orange cross'][aria-pressed='true']");
        Assert.Equal(["red cross", "orange cross"], desk.All(".card").Select(c => c.GetAttribute("data-opening")));
        Assert.Contains("QTM", desk.See(".turns").FindElement(By.XPath("..")).Text, StringComparison.Ordinal);
        // The others are one press away.
        desk.See(".others").Click();
        desk.Until(() => desk.All(".card").Count == 6, "six colours");
        desk.Driver.Navigate().Refresh();
        desk.See(".order", "by time");
        desk.Until(() => desk.All(".card").Count == 2, "two colours");
        // The hand for M is kept as well.
        desk.Press("h");
        desk.See("[aria-label='M is made by'] .knob", "Left").Click();
        desk.See("[aria-label='M is made by'] .knob[aria-pressed='true']", "Left");
        desk.Driver.Navigate().Refresh();
        desk.See("[aria-label='M is made by'] .knob[aria-pressed='true']", "Left");
        desk.Press("p");
        // Somebody else has other habits.
        desk.ChooseSolver("Ioan Paskett");
        desk.See(".order", "by turns");
        desk.Until(() => desk.All(".card").Count == 6, "six colours");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Plans_come_by_time_and_by_foresight_at_one_key_and_the_points_are_shown_on_demand()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.AddSolver("Odo Brack");
        desk.See(".order", "by turns");
        desk.Press("b");
        desk.See(".order", "by time");
        desk.Until(() => Sorted(Figures(desk)), "times in order");
        desk.Press("b");
        desk.See(".order", "by foresight");
        desk.Until(() => Figures(desk).All(f => f == Math.Floor(f)) && Sorted(Figures(desk)), "points in order");
        desk.Press("e", "e", "e");
        var points = desk.See("[data-test='foresight']");
        Assert.Contains("to follow", points.Text, StringComparison.Ordinal);
        Assert.Equal(Figures(desk)[0], double.Parse(
            points.FindElements(By.CssSelector(".sum .number"))[^1].Text, System.Globalization.CultureInfo.InvariantCulture));
        // With a pair as well.
        desk.Press("x");
        desk.See(".pairs .pair[aria-pressed='true']");
        desk.See("[data-test='foresight']", "to follow");
    }

    [Fact]
    public void On_a_cube_of_other_colours_everything_speaks_of_these()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble, color: "orange");
        desk.See(".card[data-opening='orange cross']", "5 HTM");
        desk.AddSolver("Silke Marn");
        desk.Press("h");
        desk.See("button[data-face='right']").Click();
        desk.See("button[data-face='left']").Click();
        desk.See("button[data-face='left']", "red");
        desk.Press("p");
        desk.See(".card[data-opening='red cross']", "5 HTM");
        desk.See(".card[data-opening='red cross']").Click();
        desk.See(".card[data-opening='red cross'][aria-pressed='true']");
        desk.See(".turns .row", "red-");
        Assert.DoesNotContain("orange-", desk.See(".turns").Text, StringComparison.Ordinal);
        Assert.EndsWith("OOOOOOOOORRRRRRRRR", Solved(desk), StringComparison.Ordinal);
        // The address means the same on every cube.
        desk.Until(() => desk.Address.Contains("color=orange", StringComparison.Ordinal), "the cube's own name in the address");
        // What one types and judges is of this cube too.
        desk.Press("o", "R", Keys.Enter);
        desk.See("[data-test='verdict']", "No cross yet");
    }

    /// <summary>A solved cube as the painter opens it: its centres say the scheme.</summary>
    private static string Solved(Desk desk)
    {
        desk.Press("i");
        desk.See(".solid .cube");
        desk.See("footer button", "Clear").Click();
        var centers = desk.See(".solid .cube").GetAttribute("data-facelets")!;
        desk.Press(Keys.Escape);
        desk.Until(() => desk.All(".solid .cube").All(c => !c.Displayed), "the painter to close");
        return string.Concat(Enumerable.Range(0, 6).Select(f => new string(centers[(f * 9) + 4], 9)));
    }

    private static double[] Figures(Desk desk) =>
        [.. desk.All(".groups section:first-of-type .figures b")
            .Select(b => double.Parse(b.Text, System.Globalization.CultureInfo.InvariantCulture))];

    private static bool Sorted(double[] figures) => figures.Length > 1 && figures.SequenceEqual(figures.Order());
}
