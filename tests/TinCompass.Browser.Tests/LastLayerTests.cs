using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>The last layer at the desk, its casebooks and its drills, as a user meets them by keyboard.</summary>
[Collection(HarbourTests.Name)]
public class LastLayerTests(Harbour harbour)
{
    /// <summary>Neither oriented nor permuted, the first two layers standing with yellow down.</summary>
    private const string Scramble = "R U2 R2 F R F' U2 R' F R F'";

    private static string Shown(Desk desk, int stop) => desk.See($"[data-stop='{stop}'] b.sequence").Text;

    private Desk OpenTop(string name)
    {
        var desk = new Desk();
        desk.OpenPlan(harbour.Address, Scramble, color: "yellow");
        desk.AddSolver(name);
        desk.See("[data-stop='0']", "stands");
        desk.Press("f");
        desk.See("[data-stop='1'][aria-current='step'] .name", "top");
        return desk;
    }

    [Fact]
    public void The_course_goes_on_through_top_and_sides_and_another_sequence_changes_what_follows()
    {
        using var desk = OpenTop("Signe Falk");
        desk.See("[data-test='ll-case']", "dot");
        desk.See("[data-test='ll-glances']", "edges on top: a dot");
        desk.See("[data-way='2']");
        Assert.Equal(Shown(desk, 1), desk.See("[data-test='stop-text']").Text);
        var (first, second) = (Shown(desk, 1), Shown(desk, 2));
        // By keys: the third sequence; the sides are planned anew, and the end is solved.
        desk.Press("3");
        desk.See(".stop.chosen");
        desk.Until(() => Shown(desk, 1) != first, "another sequence");
        desk.See("[data-way='2'][aria-current='true']");
        desk.Until(() => desk.Address.Contains("chosen=", StringComparison.Ordinal), "the address to carry the choice");
        var changed = Shown(desk, 1);
        desk.Driver.Navigate().Refresh();
        desk.See("[data-stop='2']");
        Assert.Equal(changed, Shown(desk, 1));
        desk.Click("header .knob", "Plan it for me");
        desk.Until(() => Shown(desk, 1) == first && Shown(desk, 2) == second, "the planned course");
        desk.Press("f");
        desk.See("[data-stop='2'][aria-current='step'] .name", "sides");
        desk.See("[data-test='ll-case']");
        desk.Press(Keys.End);
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets")!.Chunk(9).All(face => face.Distinct().Count() == 1),
            "a solved cube");
        Assert.Empty(desk.Complaints());
    }

    [Fact]
    public void In_two_looks_there_are_more_stops()
    {
        using var desk = OpenTop("Ivar Lund");
        desk.Press("h");
        desk.Click("[data-stage='oll'] .knob", "Two each");
        desk.Press("p");
        desk.See("[data-stop='1'] .name", "top edges");
        desk.See("[data-stop='2'] .name", "top corners");
        Assert.Empty(desk.Complaints());
    }

    [Fact]
    public void An_own_last_layer_is_judged_and_kept_in_the_log()
    {
        using var desk = OpenTop("Runa Berg");
        var own = $"{Shown(desk, 1)} {Shown(desk, 2)}".Replace('′', '\'');
        desk.Press("o");
        desk.Until(() => desk.Focused.GetAttribute("id") == "own", "the field to have the focus");
        desk.Focused.SendKeys(own + Keys.Enter);
        desk.See("[data-test='ll-verdict'].good", "solved");
        desk.See("#own").SendKeys(" R" + Keys.Enter);
        desk.See("[data-test='ll-verdict'].look-here", "do not stand");
        desk.See("#own").SendKeys(Keys.Backspace + Keys.Backspace + Keys.Enter);
        desk.See("[data-test='ll-verdict'].good", "solved");
        desk.Press(Keys.Escape, "k");
        desk.See(".desk-view", "Kept in the log.");
        desk.Press("l");
        desk.See("table", "Top (OLL)");
        Assert.Empty(desk.Complaints());
    }

    [Fact]
    public void A_casebook_is_searched_a_case_looked_up_sequences_found_and_an_own_one_tried()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/oll"));
        desk.AddSolver("Odd Vik");
        desk.Until(() => desk.All(".tile").Count == 57, "57 tiles");
        desk.See("[aria-label='What to learn next'] tbody tr");
        desk.See("input[type='search']").SendKeys("line both ends middle");
        desk.Until(() => desk.All(".tile").Count is > 0 and < 10, "the few that fit");
        desk.Click("[data-case='oll-0101-0021']");
        desk.See("[data-test='rule']", "Comes once in 54.");
        desk.See(".solutions b", "F R U R");
        Assert.Empty(desk.Complaints());
        desk.See("#finder-turns").Clear();
        desk.See("#finder-turns").SendKeys("R U" + Keys.Enter);
        desk.See("#finder-said", "No sequence of R and U alone turns edges over.");
        desk.See("#finder-turns").SendKeys(" F" + Keys.Enter);
        desk.See("[data-test='found-count']", "of R U F");
        desk.See(".found li", "F R U R");
        // One that solves another case is not kept, and stays in the field.
        desk.See("#own-sequence").SendKeys("R U R' U R U2 R'" + Keys.Enter);
        desk.See("#own-sequence-said", "another case");
        Assert.Equal("R U R' U R U2 R'", desk.See("#own-sequence").GetAttribute("value"));
        desk.See("#own-sequence").Clear();
        desk.See("#own-sequence").SendKeys("F R U R' U' F'" + Keys.Enter);
        desk.See("#own-sequence-said", "kept");
        desk.Press(Keys.Escape, "j");
        desk.See("[data-case='oll-0101-0021']", "yours");
        // A name of one's own stands on the tile, and is found.
        desk.Click("[data-case='oll-0101-0021']");
        desk.See("#own-note").SendKeys("harbour gate");
        desk.Click(".own .main");
        desk.See("#own-sequence-said", "kept");
        desk.Press(Keys.Escape, "j");
        desk.See("input[type='search']").SendKeys("harbour");
        desk.Until(() => desk.All(".tile").Count == 1, "the one of that name");
        desk.See("[data-case='oll-0101-0021']", "harbour gate");
    }

    [Fact]
    public void Drills_of_the_last_layer_are_answered_by_key_and_explained_at_the_desk()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver("Tyra Moen");
        desk.Click("[data-drill='pll.last-turn']");
        desk.See(".task .option");
        desk.See("[data-test='shown']");
        desk.Press("1");
        desk.See("[data-test='drill-verdict']", "Follow one corner");
        desk.Press("x");
        desk.See("[data-stop='1'][aria-current='step'] .name", "sides");
        Assert.Empty(desk.Complaints());
    }
}
