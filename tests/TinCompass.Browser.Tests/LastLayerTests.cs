using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>The last layer at the desk, its casebooks and its drills, as a user meets them by keyboard.</summary>
public class LastLayerTests(Harbour harbour) : IClassFixture<Harbour>
{
    /// <summary>Neither oriented nor permuted, the first two layers standing with yellow down.</summary>
    private const string Scramble = "R U2 R2 F R F' U2 R' F R F'";

    private static string Shown(Desk desk, int stop) => desk.See($"[data-stop='{stop}']").GetAttribute("data-alone")!;

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
    public void A_top_cross_and_a_second_layer_are_told_by_their_ideas()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/eoll/eoll-0011"));
        desk.See("[data-test='idea']", "The burst: closed now, the top would show a line.");
        desk.See("[data-test='idea']", "The burst again: closed now, the top would show the cross.");
        desk.Open(new Uri(harbour.Address, "casebook/f2l/low-top-f"));
        var colors = desk.See("[data-test='idea']", "looks up, so the top turns away from").Text;
        Assert.Contains("comes out and meets it: a block of two.", colors, StringComparison.Ordinal);
        desk.Press("2");
        desk.Until(() => desk.See("[data-test='idea']").Text != colors, "the idea in another slot");
        desk.See("[data-test='idea']", "The block goes in as one.");
    }

    [Fact]
    public void The_course_goes_on_through_top_and_sides_and_another_sequence_changes_what_follows()
    {
        using var desk = OpenTop("Signe Falk");
        desk.See("[data-test='stop-case']", "dot");
        desk.See("[data-test='stop-stand']", "edges on top: a dot");
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
        desk.See("[data-test='stop-case']");
        desk.Press(Keys.End);
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets")!.Chunk(9).All(face => face.Distinct().Count() == 1),
            "a solved cube");
        desk.ComplainsOfNothing();
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
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void An_own_last_layer_is_judged_and_kept_in_the_log()
    {
        using var desk = OpenTop("Runa Berg");
        var own = $"{Shown(desk, 1)} {Shown(desk, 2)}".Replace('′', '\'');
        desk.OwnField();
        desk.Focused.SendKeys(own + Keys.Enter);
        desk.See("[data-test='stop-verdict'].good", "Top done");
        desk.See("[data-test='judged-stop'] .good", "solved");
        desk.See("#own").SendKeys(" R" + Keys.Enter);
        desk.See("[data-test='stop-verdict'].look-here");
        desk.See("[data-test='judged-stop'] .look-here", "do not stand");
        desk.See("#own").SendKeys(Keys.Backspace + Keys.Backspace + Keys.Enter);
        desk.See("[data-test='stop-verdict'].good", "Top done");
        desk.Press(Keys.Escape, "k");
        desk.See(".desk-view", "Kept in the log.");
        desk.Press("l");
        desk.See("table", "Top (OLL)");
        desk.ComplainsOfNothing();
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
        desk.ComplainsOfNothing();
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

    /// <summary>
    /// Several own sequences, side by side with the book's and with what is found; what is kept stands at the desk as one's own.
    /// </summary>
    [Fact]
    public void Sequences_of_a_case_stand_side_by_side_and_several_own_ones_are_kept()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/oll/oll-0101-0021"));
        desk.AddSolver("Liv Strand");
        desk.See("#own-sequence").SendKeys("F R U R' U' F'" + Keys.Shift + Keys.Enter + Keys.Null + "F R U R' U'" + Keys.Enter);
        desk.See("#own-sequence-said", "Line 2: That sequence breaks");
        desk.See("#own-sequence").SendKeys(" F'" + Keys.Home + "y' y " + Keys.Enter);
        desk.See("#own-sequence-said", "They all solve the case and keep the rest: kept.");
        desk.Click(".yours .plain", "F R U R");
        desk.Click(".solutions .beside");
        desk.Until(() => desk.All("[data-test='beside'] .columns > li").Count == 2, "two columns");
        desk.See("[data-test='beside'] dl", "rotations");
        desk.Until(() => desk.Address.Contains("beside=", StringComparison.Ordinal), "the address to carry them");
        // One that was found is put there too, and one is taken away.
        desk.See("#finder-turns").SendKeys(Keys.Enter);
        desk.See(".found li", "R U2 R′ F′");
        desk.Click(".found li:nth-child(3) .plain");
        desk.Until(() => desk.All("[data-test='beside'] .columns > li").Count == 3, "three columns");
        desk.Driver.Navigate().Refresh();
        desk.Until(() => desk.All("[data-test='beside'] .columns > li").Count == 3, "the three again");
        desk.Click("[data-test='beside'] .plain");
        desk.Until(() => desk.All("[data-test='beside'] .columns > li").Count == 2, "two are left");
        // The second line was refused once, and nothing else.
        Assert.Contains("/kept", Assert.Single(desk.Complaints()), StringComparison.Ordinal);
        // At the desk it is weighed, and said to be one's own.
        desk.Open(new Uri(harbour.Address, "desk?scramble=F%20U%20R%20U'%20R'%20F'&color=yellow&stop=1"));
        desk.See("[data-way]", "yours");
    }

    [Fact]
    public void What_takes_long_is_asked_about_shows_how_far_it_is_and_is_stopped()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/oll/oll-0101-0021"));
        desk.See("#finder-turns").Clear();
        desk.See("#finder-turns").SendKeys("U D F B R L");
        desk.See("#finder-most").Clear();
        desk.See("#finder-most").SendKeys("12" + Keys.Enter);
        desk.See("#finder-said", "seconds. Find all the same?");
        desk.Click("#finder-said .knob");
        desk.See(".finder progress");
        desk.Click(".finder .knob", "Stop");
        desk.See("[data-test='found-count']", "stopped before the end");
        desk.Click(".finder .knob", "Find");
        desk.Click("#finder-said .knob");
        desk.See("[data-test='found-count']", "up to 12 turns; the quickest 100.");
    }

    [Fact]
    public void A_book_is_narrowed_by_how_often_cases_come_and_by_turns()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/oll"));
        desk.Until(() => desk.All(".tile").Count == 57, "57 tiles");
        desk.See("[aria-label='How often they come']").SendKeys("1 in 108");
        desk.See(".filters", "of 57");
        desk.Until(() => desk.All(".tile").Count is > 0 and < 10, "the rare ones");
        desk.Until(() => desk.Address.Contains("often=", StringComparison.Ordinal), "the address to carry it");
        desk.Click(".filters .knob");
        desk.Until(() => desk.All(".tile").Count == 57, "all of them again");
        desk.See("[aria-label='By which turns']").SendKeys("U R alone");
        desk.Until(() => desk.All(".tile .sequence").All(s => s.Text.All(c => "URL 2′".Contains(c, StringComparison.Ordinal)))
            && desk.All(".tile").Count is > 0 and < 20, "those of R and U alone");
        desk.See("[aria-label='How well they are known']").SendKeys("fast");
        desk.See(".cases", "No case fits.");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void The_case_on_ones_own_cube_is_entered_by_key_and_what_no_cube_shows_is_told()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook/oll"));
        desk.Click("[data-test='enter-last-layer']");
        desk.Until(() => desk.Focused.GetAttribute("data-test") == "lid-pad", "the lid to have the focus");
        // The top row by row, then front, right, back, left. Nothing anywhere; then one corner alone that is turned.
        desk.Focused.SendKeys(Keys.Enter);
        desk.See("[data-test='entered'] .field-error", "The corner at the front right shows the top's colour nowhere");
        desk.See("[data-test='lid-pad']").SendKeys("       0" + "00 " + "000000000" + Keys.Enter);
        desk.See("[data-test='entered'] .field-error", "The corners cannot be so");
        desk.See(".entry .flawed");
        // Three corners that show the top's colour at their right: what was typed is typed over.
        desk.See("[data-test='lid-pad']").SendKeys("0 0    0" + "00 " + "00 " + "00 " + "000" + Keys.Enter);
        desk.See("[data-test='entered'] a", "cross");
        // What was refused, and nothing else.
        Assert.Equal(2, desk.Complaints().Count(c => c.Contains("/last-layer/entry", StringComparison.Ordinal)));
        desk.Click("[data-test='entered'] a");
        desk.See("[data-test='rule']", "Comes");
    }

    [Fact]
    public void A_burst_is_played_again_and_again_and_slowly()
    {
        using var desk = OpenTop("Alma Ness");
        desk.See("[data-test='groups'] .row");
        desk.Press(Keys.End, Keys.ArrowLeft, ".");
        desk.See(".pace [aria-pressed='true']", "Loop");
        desk.Until(() => desk.See(".knob.play").Text.Contains("Stop", StringComparison.Ordinal), "it to play");
        var seen = new HashSet<string>();
        desk.Until(() => seen.Add(desk.See(".count").Text) && seen.Count > 1, "turns to be made");
        desk.Press(".");
        desk.Until(() => desk.All(".pace [aria-pressed='true']").Count == 0, "the loop to end");
        desk.Press(",");
        desk.See(".pace [aria-pressed='true']", "Slow");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Cases_that_are_taken_for_each_other_are_drilled_alone()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver("Yskil Bo");
        desk.Click("[data-drill='pll.which-case']");
        for (var i = 0; i < 5; i++)
        {
            desk.See(".task .option");
            desk.Press("1");
            desk.See("[data-test='drill-verdict']");
            desk.Press(" ");
        }

        desk.See(".task .option");
        desk.Press("j");
        desk.Open(new Uri(harbour.Address, "casebook/pll"));
        desk.Click("[data-programme]", "Drill these two");
        desk.See(".task .option");
        desk.Until(() => desk.All(".task .option").Count == 4, "4 of .task .option");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void The_last_layer_is_done_as_it_is_known_and_drawn_from_below()
    {
        using var desk = OpenTop("Frode Lie");
        desk.Press("h");
        desk.Click("[data-stage='oll'] .knob", "As I know them");
        desk.Click("[data-stage='pll'] .knob", "Up");
        desk.Press("p");
        // Nothing is known yet: two looks each.
        desk.See("[data-stop='1'] .name", "top edges");
        desk.See(".seen .lid.below");
        desk.ComplainsOfNothing();
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
        desk.See("[data-test='drill-verdict']", ":");
        desk.Press("x");
        desk.See("[data-stop='1'][aria-current='step'] .name", "sides");
        desk.ComplainsOfNothing();
    }
}
