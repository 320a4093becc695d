using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>The course from the cross to the last pair, the casebook, and the drills of pairs, as a user meets them.</summary>
public class PairsTests(Harbour harbour) : IClassFixture<Harbour>
{
    private static string Shown(Desk desk, int stop) => desk.See($"[data-stop='{stop}']").GetAttribute("data-alone")!;

    private Desk OpenCourse(string name)
    {
        var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.AddSolver(name);
        desk.See(".turns .row");
        desk.Press("f");
        desk.See("[data-stop='1'][aria-current='step']");
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
        desk.See(".list section[data-group]");
        var other = desk.All(".list section[data-group]").Select(s => s.GetAttribute("data-group")!)
            .First(s => !desk.See("[data-stop='1'] .name").Text.Contains(s, StringComparison.Ordinal));
        desk.Click($".list section[data-group='{other}'] .row");
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
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Schools_filters_and_an_own_sequence_that_is_judged()
    {
        using var desk = OpenCourse("Jonn Ravel");
        desk.Press("e");
        desk.See("section[data-group='beginner'] .sequence");
        desk.Press("e", "e");
        desk.Click(".filters option[value='RU']");
        desk.See(".list .about", "Loosen the chosen faces");
        desk.Click(".filters option[value='']");
        desk.Until(() => desk.All(".list .about").All(p => !p.Text.Contains("Loosen", StringComparison.Ordinal)), "ways for all");
        // The planned course typed in is as good as planned; a turn more belongs to the last layer, and breaks what stood.
        var own = string.Join(' ', Enumerable.Range(1, 4).Select(i => Shown(desk, i))).Replace('′', '\'');
        // Out of the list of faces, into the field.
        desk.Press(Keys.Escape, "o");
        desk.Until(() => desk.Focused.GetAttribute("id") == "own", "the field to have the focus");
        desk.Focused.SendKeys(own + Keys.Enter);
        desk.See("[data-test='stop-verdict']", "no more than our plan");
        desk.See("#own").SendKeys(" R" + Keys.Enter);
        desk.See("[data-test='judged-stop'] .look-here");
        desk.ComplainsOfNothing();
        desk.See("#own").SendKeys(" Q" + Keys.Enter);
        desk.See("#own-error", "'Q' is no turn");
        Assert.EndsWith("R Q", desk.See("#own").GetAttribute("value"), StringComparison.Ordinal);
    }

    [Fact]
    public void An_older_address_of_the_pairs_leads_to_the_desk_and_what_stands_is_said()
    {
        using var desk = new Desk();
        // No cross is given: the best one is planned, and the first pair after it is shown.
        desk.Open(new Uri(harbour.Address, "course?scramble=R+U+F2+D'+L"));
        desk.See("[data-stop='1'][aria-current='step']");
        Assert.NotEmpty(Shown(desk, 0));
        Assert.Contains("/desk?", desk.Address, StringComparison.Ordinal);
        desk.Open(new Uri(harbour.Address, "plan?scramble=U&color=yellow"));
        desk.See("[data-stop='0']", "stands");
        desk.See(".desk", "nothing to turn");
    }

    [Fact]
    public void An_own_sequence_for_a_pair_is_kept_in_the_log_with_its_stage()
    {
        using var desk = OpenCourse("Sverre Holm");
        desk.See("[data-stop='1'][aria-current='step']");
        var own = Shown(desk, 1).Replace('′', '\'');
        desk.OwnField();
        desk.Focused.SendKeys(own + Keys.Enter);
        desk.See("[data-test='stop-verdict']");
        // Kept by its key, and pressed once more: once.
        desk.Press(Keys.Escape, "k", "k");
        desk.See("[data-test='verdict']", "Kept in the log");
        desk.Press("l");
        desk.See("tr[data-attempt]", "Pairs");
        desk.Until(() => desk.All("tr[data-attempt]").Count == 1, "one of tr[data-attempt]");
        desk.Click("[data-test='log-stage'] option", "Cross");
        desk.See(".note", "Nothing kept");
        desk.Until(() => desk.Address.Contains("stage=cross", StringComparison.Ordinal), "the address to carry the stage");
        desk.Driver.Navigate().Refresh();
        desk.See(".note", "Nothing kept");
        desk.Click("[data-test='log-stage'] option", "Pairs");
        desk.Click("a.open");
        desk.See("[data-stop='1'][aria-current='step']");
        desk.See("[data-test='stop-verdict']");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void An_own_sequence_is_tried_and_kept_in_the_casebook()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/f2l"));
        desk.AddSolver("Yrid Callow");
        desk.Until(() => desk.All(".tile").Count == 41, "41 tiles");
        desk.Press("c");
        Assert.Empty(desk.All(".tile .sequence"));
        desk.Press("c");
        desk.Click("[data-case='right-back-f']");
        desk.See("h1", "Base on the right, edge behind");
        desk.See("[data-test='rule']", "The tops differ");
        desk.Until(() => desk.All(".schools li").Count == 4, "4 of .schools li");
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
        desk.Press("3");
        desk.Until(() => !desk.See("[data-case='right-back-f']").Text.Contains("yours",
            StringComparison.Ordinal), "the tiles of another slot");
        desk.Click("[data-family='BaseUp']");
        desk.See(".top", "task 1 of 10");
        desk.See(".task h2", "back-left");
    }

    [Theory]
    [InlineData("f2l.find-pieces")]
    [InlineData("f2l.which-case")]
    [InlineData("f2l.which-way")]
    [InlineData("f2l.solve-pair")]
    [InlineData("f2l.next-pair")]
    [InlineData("f2l.safe-turn")]
    [InlineData("f2l.look-ahead")]
    [InlineData("f2l.last-slot")]
    public async Task A_whole_session_of_a_drill_of_pairs_is_done_by_keyboard(string drill)
    {
        using var desk = new Desk();
        // What is played is covered before it is answered.
        await PracticeTests.DoTwoAsync(desk, harbour, $"Hands {drill[4..]}", drill,
            before: drill == "f2l.look-ahead" ? "[data-test='covered-cube']" : ".top");
        desk.See("[data-stop='1']");
        desk.ComplainsOfNothing();
    }
}
