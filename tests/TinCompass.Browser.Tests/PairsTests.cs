using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>The course from the cross to the last pair, the casebook, and the drills of pairs, as a user meets them.</summary>
[Collection(HarbourTests.Name)]
public class PairsTests(Harbour harbour)
{
    private static string Shown(Desk desk, int stop) => desk.See($"[data-stop='{stop}'] b").Text;

    private Desk OpenCourse(string name)
    {
        var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.AddSolver(name);
        desk.See(".turns .row");
        desk.Press("f");
        desk.See("[data-stop='4']");
        return desk;
    }

    [Fact]
    public void From_the_cross_on_to_the_pairs_a_stop_is_changed_played_kept_and_linked_to()
    {
        using var desk = OpenCourse("Ebba Thorne");
        desk.See("[data-stop='0']", "white cross");
        var planned = desk.See("[data-test='total']").Text;
        var (first, second) = (Shown(desk, 1), Shown(desk, 2));
        Assert.Equal(first, desk.See("[data-test='stop-text']").Text);
        desk.See("[data-test='groups'] li");
        // Turn by turn, then the whole.
        desk.See(".count", "of");
        var before = desk.See(".cube").GetAttribute("data-facelets");
        desk.Press(Keys.ArrowRight);
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets") != before, "the cube to turn");
        desk.Press(Keys.End);
        // Another pair at the first stop: it is taken, and what follows is planned anew.
        desk.Press("2");
        desk.See(".list section[data-slot]");
        var other = desk.All(".list section[data-slot]").Select(s => s.GetAttribute("data-slot")!).First(s => !desk.See("[data-stop='1'] .name").Text.Contains(s, StringComparison.Ordinal));
        desk.Click($".list section[data-slot='{other}'] .row");
        desk.See("[data-stop='1'] .name", other);
        desk.See(".stop.chosen");
        desk.See("[data-stop='4']");
        Assert.NotEqual(first, Shown(desk, 1));
        desk.Until(() => desk.Address.Contains("chosen=", StringComparison.Ordinal), "the address to carry the choice");
        var (changed, address) = (Shown(desk, 1), desk.Driver.Url);
        // The same again after a reload; kept, and opened from the list.
        desk.Driver.Navigate().Refresh();
        desk.See("[data-stop='4']");
        Assert.Equal(changed, Shown(desk, 1));
        desk.Press("e", "e");
        desk.See(".keep");
        desk.Press("k");
        desk.See(".keep [role='status']", "Kept.");
        desk.See(".list li a");
        // Given back to the planner.
        desk.Click("header .knob", "Plan it for me");
        desk.Until(() => Shown(desk, 1) == first && desk.See("[data-test='total']").Text == planned, "the planned course");
        Assert.Equal(second, Shown(desk, 2));
        desk.Click(".list li a");
        desk.Until(() => Shown(desk, 1) == changed, "the kept course");
        desk.Open(new Uri(address));
        desk.See("[data-stop='4']");
        Assert.Equal(changed, Shown(desk, 1));
        Assert.Empty(desk.Complaints());
    }

    [Fact]
    public void Schools_filters_and_an_own_sequence_that_is_judged()
    {
        using var desk = OpenCourse("Jonn Ravel");
        desk.Press("e");
        desk.Until(() => desk.All("section[data-school]").Count == 4, "four schools");
        desk.See("section[data-school='beginner'] .sequence");
        desk.Press("e", "e");
        desk.Click(".filters option[value='RU']");
        desk.See(".list .note", "Loosen the chosen faces");
        desk.Click(".filters option[value='']");
        desk.Until(() => desk.All(".list .note").Count == 0, "ways for all");
        // The planned course typed in is as good as planned; with a turn more the cross is broken.
        var own = string.Join(' ', Enumerable.Range(1, 4).Select(i => Shown(desk, i))).Replace('′', '\'');
        // Out of the list of faces, into the field.
        desk.Press(Keys.Escape, "o");
        desk.Until(() => desk.Focused.GetAttribute("id") == "own-pairs", "the field to have the focus");
        desk.Focused.SendKeys(own + Keys.Enter);
        desk.See("[data-test='pairs-verdict']", "no more than our plan");
        desk.See("#own-pairs").SendKeys(" R" + Keys.Enter);
        desk.See("[data-test='pairs-verdict'].look-here", "not put back");
        Assert.Empty(desk.Complaints());
        desk.See("#own-pairs").SendKeys(" Q" + Keys.Enter);
        desk.See("#own-pairs-error", "'Q' is no turn");
        Assert.EndsWith("R Q", desk.See("#own-pairs").GetAttribute("value"), StringComparison.Ordinal);
    }

    [Fact]
    public void Without_a_cross_the_way_to_it_is_shown_and_solved_pairs_are_said()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "course?scramble=R+U+F2+D'+L"));
        desk.See(".failure", "cross is not done");
        desk.Click(".failure a", "Plan its cross");
        desk.See("[data-test='plan-text']");
        desk.Open(new Uri(harbour.Address, "course?scramble=U"));
        desk.See(".desk", "nothing is left to do");
    }

    [Fact]
    public void An_own_sequence_is_tried_and_kept_in_the_casebook()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "cases"));
        desk.AddSolver("Brid Callow");
        desk.Until(() => desk.All(".tile").Count == 41, "41 tiles");
        desk.Press("c");
        Assert.Empty(desk.All(".tile .sequence"));
        desk.Press("c");
        desk.Click("[data-case='right-back-f']");
        desk.See("h1", "Base on the right, edge behind");
        desk.See("[data-test='rule']", "The tops differ");
        Assert.Equal(4, desk.All(".schools li").Count);
        desk.See("#own-sequence").SendKeys("U R U' R'" + Keys.Enter);
        desk.See(".own .field-error", "solves another case");
        desk.See("#own-sequence").Clear();
        desk.See("#own-sequence").SendKeys("L' U' L" + Keys.Enter);
        desk.See(".own .field-error", "breaks the slot");
        desk.See("#own-sequence").Clear();
        desk.See("#own-sequence").SendKeys("U U' R U R'");
        desk.See("#own-note").SendKeys("thumb in front");
        desk.Click(".own .main");
        desk.See(".own [role='status']", "kept");
        desk.Driver.Navigate().Refresh();
        desk.Until(() => desk.See("#own-note").GetAttribute("value") == "thumb in front", "the note");
        desk.Press("j");
        desk.See("[data-case='right-back-f']", "yours");
        // The tiles of another slot; a family of them is drilled there.
        desk.Press("4");
        desk.Until(() => !desk.See("[data-case='right-back-f']").Text.Contains("yours", StringComparison.Ordinal), "the tiles of another slot");
        desk.Click("[data-family='baseUp']");
        desk.See(".top", "task 1 of 10");
        desk.See(".task h2", "back-left");
    }

    [Theory]
    [InlineData("find-pieces")]
    [InlineData("which-case")]
    [InlineData("which-way")]
    [InlineData("solve-pair")]
    [InlineData("next-pair")]
    [InlineData("safe-turn")]
    [InlineData("look-ahead")]
    [InlineData("last-slot")]
    public async Task A_whole_session_of_a_drill_of_pairs_is_done_by_keyboard(string drill)
    {
        using var desk = new Desk();
        await PracticeTests.BeginAsync(desk, harbour, $"Hands {drill}", drill, 2);
        for (var number = 1; number <= 2; number++)
        {
            desk.See(".top", $"task {number} of 2");
            // What is played is covered before it is answered.
            if (drill == "look-ahead") desk.See("[data-test='covered-cube']");
            PracticeTests.AnswerByKeys(desk);
            if (number == 1) desk.See(".verdict .knob", "Explain in Pairs");
            desk.Press(" ");
            desk.Until(() => desk.All("[data-test='drill-verdict']").Count == 0, "the verdict to go");
        }

        desk.See("[data-test='session-end']", "of 2 right");
        desk.Press("r");
        desk.See("[data-test='attempts']", "2");
        desk.Click("td a", "explain");
        desk.See("[data-stop='1']");
        Assert.Empty(desk.Complaints());
    }
}
