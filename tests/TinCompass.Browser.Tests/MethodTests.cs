using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Edges first and block first as methods: their courses at the desk, own turns judged there, their drills.</summary>
public sealed class MethodTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Scramble = "R U2 F' L D2 B' R2 U F2 L' D2 B R' U' F2 D L2 B2";

    private Desk Open(string name, int presses, string first)
    {
        var desk = new Desk();
        desk.OpenPlan(harbour.Address, Scramble, color: "white");
        desk.AddSolver(name);
        desk.See("[data-stop='1']");
        for (var i = 0; i < presses; i++)
        {
            desk.Press("u");
            var title = new[] { "Roux", "Edges first", "Block first", "Good edges first" }[i];
            desk.Until(() => desk.See(".method select option:checked").Text == title, title);
        }

        if (first.Length > 1) desk.See("[data-stop='0'] .name", first);
        desk.See("[data-stop='3']");
        return desk;
    }

    /// <summary>On, stop by stop, to the solved cube.</summary>
    private static void Follow(Desk desk, int from = 1)
    {
        var last = desk.All("[data-stop]").Count - 1;
        for (var stop = from; stop <= last; stop++)
        {
            desk.Press("f");
            desk.See($"[data-stop='{stop}'][aria-current='step']");
            desk.See("[data-test='groups'] li");
            desk.Until(() => desk.See("[data-test='stop-text']").Text == desk.See($"[data-stop='{stop}']").GetAttribute("data-alone"),
                "its turns");
        }

        desk.Press(Keys.End);
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets")!.Chunk(9).All(face => face.Distinct().Count() == 1),
            "a solved cube");
    }

    private static void Own(Desk desk, string turns)
    {
        desk.OwnField().SendKeys(Keys.Control + "a" + Keys.Null + Keys.Delete);
        desk.Focused.SendKeys(turns + Keys.Enter);
    }

    [Fact]
    public void Doors_and_old_addresses_lead_to_the_method_at_the_desk()
    {
        using var desk = new Desk();
        string Method() => desk.See(".method select option:checked").Text;
        desk.Open(new Uri(harbour.Address, "edges-first?color=yellow&scramble=F+R'+F'+R"));
        desk.See("[data-stop='0'] .name", "yellow cross");
        Assert.Equal("Edges first", Method());
        desk.See("[data-stop='1']");
        // From another view: the scramble stays.
        desk.Press("j");
        desk.Click("nav a", "Block first");
        desk.See("[data-opening^='block of'][aria-pressed='true']");
        Assert.Equal("Block first", Method());
        Assert.Contains("F R' F' R", desk.Address, StringComparison.Ordinal);
        // With no scramble one is drawn for it.
        desk.Open(new Uri(harbour.Address, "block-first"));
        desk.See("[data-opening^='block of'][aria-pressed='true']");
        Assert.Equal("Block first", Method());
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Edges_first_is_followed_at_the_desk_and_own_edges_are_judged()
    {
        using var desk = Open("Yrsa Edge", 2, "white cross");
        desk.Press("f");
        desk.See("[data-stop='1'][aria-current='step']");
        desk.See(".desk-view", "is left for last");
        desk.Press("f");
        desk.See("[data-stop='2'][aria-current='step']");
        desk.See("[data-test='groups']", "lands right in its place");
        desk.See("[data-group='fewest']", "All at once");
        // Another way by another edge, given up again.
        var planned = desk.See("[data-test='stop-text']").Text;
        desk.Press("g");
        desk.See(".stop.chosen");
        desk.Click("header .knob", "Plan it for me");
        desk.Until(() => desk.See("[data-test='stop-text']").Text == planned, "the planned one");
        Own(desk, "R");
        desk.See("[data-test='stop-verdict'].look-here", "not home");
        desk.Press(Keys.Escape);
        Own(desk, "U");
        desk.See("[data-test='stop-verdict']", "not done; the school takes");
        desk.Press(Keys.Escape, Keys.Escape);
        Follow(desk, from: 3);
        desk.Until(() => desk.All("[data-stop] .name").Any(n => n.Text == "the last corners"), "the last corners");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Block_first_begins_with_a_corner_and_is_followed_by_two_faces()
    {
        using var desk = Open("Yrsa Block", 3, "-");
        desk.Until(() => desk.All("[data-opening]").Count == 8, "8 of [data-opening]");
        desk.Click("[data-opening='block of white-blue-red']");
        desk.See("[data-opening='block of white-blue-red'][aria-pressed='true']");
        desk.See("[data-stop='0'] .name", "white-blue-red");
        desk.See("[data-test='groups']", "come home");
        // The same block held on another base.
        desk.Click("[data-base='red']");
        desk.See("[data-base='red'][aria-pressed='true']");
        desk.See("[data-stop='2']");
        var block = desk.See("[data-test='stop-text']").Text.Replace('′', '\'');
        // Typed with the rotation that is shown, as the plan is.
        Own(desk, block + " U U'");
        desk.See("[data-test='stop-verdict']", "the school takes");
        desk.Press(Keys.Escape, "k");
        desk.See(".desk-view", "Kept in the log.");
        Follow(desk);
        desk.Until(() => desk.All("[data-stop] .name").Any(n => n.Text == "last block"), "last block");
        // The address carries base and block.
        var text = desk.See("[data-stop='0'] b.sequence").Text;
        desk.Driver.Navigate().Refresh();
        desk.Until(() => desk.See("[data-stop='0'] b.sequence").Text == text, "the same block again");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Good_edges_first_begins_on_a_base_and_with_the_cross_as_a_habit()
    {
        using var desk = Open("Yrsa Good", 4, "edges good, line");
        desk.Until(() => desk.All("[data-opening]").Count == 6, "6 of [data-opening]");
        desk.See("[data-opening='good edges and line on white'][aria-pressed='true']");
        desk.See("[data-group]", "Line, green and blue in front and behind: 4 turns");
        desk.See(".desk-view", "in front and behind 4 are bad:");
        // What is planned is no mistake; a turn in vain is.
        var line = desk.See("[data-test='stop-text']").Text.Replace('′', '\'');
        Own(desk, line);
        desk.See("[data-test='stop-verdict']", "the school takes no fewer");
        Own(desk, line.Replace("x2", "x2 D D'", StringComparison.Ordinal));
        desk.See("[data-test='stop-verdict']", "in 6 HTM; the school takes 4");
        desk.Press(Keys.Escape, Keys.Escape);
        // With the cross there are no sides to fill in.
        desk.See("[data-stop='1'] .name", "sides of the cross");
        desk.Press("h");
        desk.Click("button", "The cross");
        desk.Press("p");
        desk.See("[data-stop='0'] .name", "edges good, cross");
        desk.Until(() => desk.All("[data-stop] .name").All(n => n.Text != "sides of the cross"), "no sides of the cross");
        desk.See("[data-stop='3']");
        Follow(desk);
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void The_endings_have_a_casebook_whose_cases_are_drilled_and_an_own_sequence_is_tried_there()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/lastfive"));
        desk.AddSolver("Yrsa Endings");
        desk.Until(() => desk.All(".tile").Count == 23, "23 tiles");
        desk.Until(() => desk.All(".tile svg.card").Count == 23, "23 of .tile svg.card");
        desk.Click("[data-case='ur-uf-fr']");
        desk.See("[data-test='rule']", "which no series mends");
        desk.See(".solutions b", "U′ F′ U F U2 F′ U F U2");
        desk.See(".schools", "One alone");
        desk.See("#own-sequence").SendKeys("R U" + Keys.Enter);
        desk.See(".own .field-error", "does not bring the edges home");
        desk.See("#own-sequence").SendKeys(Keys.Control + "a" + Keys.Null + Keys.Delete);
        desk.See("#own-sequence").SendKeys("U' F' U F U2 F' U F U2" + Keys.Enter);
        desk.See(".own [role='status']", "kept");
        // One family as ten tasks.
        desk.Click("header a", "All cases");
        desk.Click("button", "Drill these ten times");
        desk.See(".top", "task 1 of 10");
        desk.See("main", "Bring the last edges home");
        Assert.Contains("/kept", Assert.Single(desk.Complaints()), StringComparison.Ordinal);
    }

    [Fact]
    public void By_habit_three_pairs_come_first_and_own_ones_are_judged_as_pairs()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "habits"));
        desk.AddSolver("Yrsa Thrice");
        desk.Click("button", "Edges first");
        desk.Click("button", "Three pairs first");
        desk.See("main", "pairs instead of middle edges, then four series that keep them");
        desk.OpenPlan(harbour.Address, "R U F2 D' L B2 R F' U2 L' D", more: "&stop=1");
        desk.See("[data-stop='3'] .name", "green-red");
        desk.See("[data-test='stop-stand']", "corner in the slot back-left, white to the left");
        desk.Until(() => desk.All("[data-group] .list-head").Count == 4, "4 of [data-group] .list-head");
        var text = desk.See("[data-stop='1']").GetAttribute("data-alone")!.Replace('′', '\'');
        desk.Press("o", text, Keys.Enter);
        desk.See("[data-test='verdict']", "blue-red is in, in 8 turns");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Corner_series_have_a_casebook_with_set_up_and_parts()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/corners"));
        desk.AddSolver("Yrsa Series");
        desk.Until(() => desk.All(".tile").Count == 18, "18 tiles");
        desk.Click("[data-case='cw-rbf']");
        desk.See("[data-test='rule']", "They go home clockwise, seen from above: UFL → RUB → RFU.");
        desk.See(".solutions", "[R', U L U']");
        desk.See(".solutions", "white-blue-red goes home across the diagonal of U");
        desk.See("#own-sequence").SendKeys("[R, U L' U']" + Keys.Enter);
        desk.See(".own .field-error", "does not bring the corners home");
        desk.See("#own-sequence").SendKeys(Keys.Control + "a" + Keys.Null + Keys.Delete);
        desk.See("#own-sequence").SendKeys("[R', U L U']" + Keys.Enter);
        desk.See(".own [role='status']", "kept");
        Assert.Contains("/kept", Assert.Single(desk.Complaints()), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("middle.which-face", "edges")]
    [InlineData("lastfive.ending", "edges")]
    [InlineData("lastfive.finish", "edges")]
    [InlineData("corners.read", "edges")]
    [InlineData("corners.write", "edges")]
    [InlineData("corners.undo", "edges")]
    [InlineData("small.build", "blocks")]
    [InlineData("goodstart.count", "good")]
    [InlineData("mend.good-or-bad", "blocks")]
    [InlineData("mend.which-two", "blocks")]
    [InlineData("twofaces.last-block", "blocks")]
    public async Task A_session_of_a_drill_of_these_methods_is_done_by_keyboard_and_explained_at_the_desk(string drill, string method)
    {
        using var desk = new Desk();
        await PracticeTests.DoAndExplainAsync(desk, harbour, drill, method, drill.Split('.')[0] is "small" or "goodstart" ? 0 : 1);
    }
}
