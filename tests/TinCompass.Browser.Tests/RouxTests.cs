using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Solving with blocks at the desk, in the casebook and the drills, as a user meets it by keyboard.</summary>
public class RouxTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Scramble = "R U2 F' L2 D B' R2 U F2 L' D2 B R' U' F2 D L2 B2";

    private static string Shown(Desk desk, int stop) => desk.See($"[data-stop='{stop}']").GetAttribute("data-alone")!;

    /// <summary>The desk of somebody whose method is Roux: chosen there, kept as a habit.</summary>
    private Desk OpenBlocks(string name)
    {
        var desk = new Desk();
        desk.OpenPlan(harbour.Address, Scramble, color: "white");
        desk.AddSolver(name);
        desk.See("[data-stop='1']");
        desk.Press("u");
        desk.See("[data-opening='orange block on white'][aria-pressed='true']");
        desk.See("[data-stop='1']");
        return desk;
    }

    [Fact]
    public void A_block_is_chosen_by_key_its_ways_read_and_the_course_followed_to_the_end()
    {
        using var desk = OpenBlocks("Ylin Varde");
        desk.Until(() => desk.All("[data-opening]").Count == 24, "24 of [data-opening]");
        desk.See("[data-test='stop-stand']", "Ready:");
        desk.See("[data-group] [aria-current='true']");
        // By which points it is planned; the same turns held otherwise, which end with the cube turned, build the same block.
        Assert.Equal(["Begin with", "Square", "Last edge", "Free side", "To follow"],
            desk.See("[data-test='points']").FindElements(By.TagName("dt")).Select(d => d.Text));
        var usual = desk.See("[data-test='stop-text']").Text;
        desk.Click("[data-group='holds'] .way");
        desk.See("[data-group='holds'] [aria-current='true']");
        desk.Until(() => desk.See("[data-test='stop-text']").Text != usual, "the same turns from another hold");
        desk.See("[data-stop='0'] .name", "orange block");
        desk.See("[data-stop='2']");
        desk.Click("[data-group] .way");
        desk.Until(() => desk.See("[data-test='stop-text']").Text == usual, "the usual hold");
        // Another way by key; the course behind it is planned anew, and the address carries it.
        var first = desk.See("[data-test='stop-text']").Text;
        desk.Press(Keys.ArrowDown);
        desk.Until(() => desk.See("[data-test='stop-text']").Text != first, "the next way");
        var second = desk.See("[data-test='stop-text']").Text;
        desk.See("[data-stop='2']");
        desk.Until(() => desk.Address.Contains("plan=", StringComparison.Ordinal), "the address to carry the way");
        desk.Driver.Navigate().Refresh();
        desk.Until(() => desk.See("[data-test='stop-text']").Text == second, "the same way again");
        desk.Click("[data-opening='green block on white']");
        desk.See("[data-opening='green block on white'][aria-pressed='true']");
        desk.See("[data-stop='0'] .name", "green block");
        // On, stop by stop, to the solved cube.
        desk.See("[data-stop='3']");
        var last = desk.All("[data-stop]").Count - 1;
        for (var stop = 1; stop <= last; stop++)
        {
            desk.Press("f");
            desk.See($"[data-stop='{stop}'][aria-current='step']");
            desk.See("[data-test='groups'] li");
            Assert.Equal(Shown(desk, stop), desk.See("[data-test='stop-text']").Text);
        }

        desk.Press(Keys.End);
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets")!.Chunk(9).All(face => face.Distinct().Count() == 1),
            "a solved cube");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Another_way_at_the_second_block_changes_what_follows_and_is_given_up_again()
    {
        using var desk = OpenBlocks("Tuva Rand");
        desk.Press("f");
        desk.See("[data-stop='1'][aria-current='step']");
        desk.See("[data-test='stop-stand']", "Fewest turns from here");
        desk.See("[data-test='orders']", "square, then pair");
        desk.See("[data-group='baseEdge']");
        var planned = Shown(desk, 1);
        desk.Press("g");
        desk.See(".stop.chosen");
        desk.Until(() => Shown(desk, 1) != planned, "a way of another idea");
        desk.Click("header .knob", "Plan it for me");
        desk.Until(() => Shown(desk, 1) == planned, "the planned one");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Own_sequences_are_judged_at_the_blocks_and_kept_in_the_log()
    {
        using var desk = OpenBlocks("Signy Holm");
        var block = desk.See("[data-test='stop-text']").Text.Replace('′', '\'');
        desk.OwnField();
        desk.Focused.SendKeys("U U' " + block + Keys.Enter);
        desk.See("[data-test='stop-verdict'].good", "are enough");
        desk.See(".turns .row.wrong", "The first turn that costs");
        desk.Press(Keys.Escape, "k");
        desk.See(".desk-view", "Kept in the log.");
        desk.Press("f");
        desk.See("[data-stop='1'][aria-current='step']");
        desk.OwnField();
        desk.Focused.SendKeys("F R" + Keys.Enter);
        desk.See("[data-test='stop-verdict'].look-here", "first block does not stand");
        desk.See(".desk-view", "takes the first block apart");
        // What was typed stays, and is mended.
        Assert.Equal("F R", desk.See("#own").GetAttribute("value"));
        desk.Press(Keys.Escape, "l");
        desk.See("table", "First block");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void The_corners_have_a_casebook_of_42_and_an_own_sequence_is_tried_there()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/cmll"));
        desk.AddSolver("Yasta Brim");
        desk.Until(() => desk.All(".tile").Count == 42, "42 tiles");
        desk.See("[aria-label='What to learn next']", "0 of 42 known");
        desk.See("[aria-label='What to learn next'] .good", "wt");
        desk.Click("[data-case='cmll-0012-0213']");
        desk.See("[data-test='rule']", "Comes 2 times in 81.");
        desk.See(".solutions b");
        desk.See("#own-sequence").SendKeys("R U" + Keys.Enter);
        desk.See(".own .field-error", "does not leave both blocks");
        desk.See("#own-sequence").SendKeys(Keys.Control + "a" + Keys.Null + Keys.Delete);
        // One is found, and taken.
        desk.See("#finder-turns").Clear();
        desk.See("#finder-turns").SendKeys("R U F" + Keys.Enter);
        desk.See("#finder-said", "of R U F, up to 11 turns.");
        var found = desk.See(".found li b").Text.Replace('′', '\'');
        desk.Click(".found li .plain", "take");
        Assert.Equal(found, desk.See("#own-sequence").GetAttribute("value"));
        desk.See("#own-sequence").SendKeys(Keys.Enter);
        desk.See(".own [role='status']", "kept");
        desk.Driver.Navigate().Refresh();
        desk.Until(() => desk.See("#own-sequence").GetAttribute("value") == found, "the found one kept");
        Assert.Contains("/kept", Assert.Single(desk.Complaints()), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("fb.one-turn-pair")]
    [InlineData("fb.which-block")]
    [InlineData("fb.plan-and-commit")]
    [InlineData("sb.solve-part")]
    [InlineData("cmll.which-case")]
    [InlineData("lse.arrow")]
    [InlineData("lse.left-right")]
    public async Task A_whole_session_of_a_drill_of_blocks_is_done_by_keyboard_and_explained_at_the_desk(string drill)
    {
        using var desk = new Desk();
        await PracticeTests.DoAndExplainAsync(desk, harbour, drill, "roux", drill.StartsWith("fb.", StringComparison.Ordinal) ? 0 : 1);
    }
}
