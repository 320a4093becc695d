using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Bigger cubes: the centres compared, a plan followed to the solved cube, another way taken, own turns.</summary>
public sealed class BigCubeTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Four = "R Uw2 F' 2R B Lw D2 Fw R2 Uw' L F2 2U' R Bw2 D Rw' F";

    private Desk Open()
    {
        var desk = new Desk();
        desk.Open(new Uri(harbour.Address, $"bigger?size=4&scramble={Uri.EscapeDataString(Four)}"));
        desk.See("[data-test='total']", "turns in all");
        return desk;
    }

    private static string Shown(Desk desk) => desk.See(".picture").GetAttribute("data-facelets")!;

    private static bool IsSolved(string facelets) => facelets.Chunk(16).All(face => face.Distinct().Count() == 1);

    [Fact]
    public void A_4x4_is_planned_followed_turn_by_turn_and_led_to_the_desk()
    {
        using var desk = Open();
        desk.Until(() => desk.All("[data-centre]").Count == 6, "6 of [data-centre]");
        desk.Until(() => Shown(desk).Distinct().Count() == 6 && Shown(desk).Length == 96, "the scrambled cube");
        var stops = desk.All("[data-stop]").Count;
        for (var stop = 0; stop < stops; stop++)
        {
            var before = Shown(desk);
            if (stop > 0) desk.Press("f");
            desk.See($"[data-stop='{stop}'][aria-current='step']");
            var many = desk.See("[data-test='big-text']").Text.Split(' ').Length;
            desk.See("[data-test='big-count']", $"turn 0 of {many}");
            desk.Press(Keys.End);
            desk.See("[data-test='big-count']", $"turn {many} of {many}");
            desk.Until(() => Shown(desk) != before, "the cube after it");
        }

        desk.Until(() => IsSolved(Shown(desk)), "a solved cube");
        // By the other school three edges stand between two centres and the other four.
        desk.Click("button", "three edges between");
        desk.See("[data-stop='5'] .name", "4 centres");
        desk.See("[data-stop='2'] .name", "-");
        desk.See("[data-test='total']", "turns in all");
        desk.Click("button", "centres first");
        desk.See("[data-test='beside']", "always white, yellow, green");
        desk.Click($"[data-stop='{stops - 1}']");
        desk.Press(Keys.End);
        desk.Until(() => IsSolved(Shown(desk)), "the solved cube again");
        // Back by single turns, opened and solid.
        desk.Press(Keys.ArrowLeft);
        desk.Until(() => !IsSolved(Shown(desk)), "a turn back");
        desk.Press("s");
        desk.See(".picture svg.flat");
        desk.Click(".said a", "This 3x3 at the desk");
        desk.See("[data-stop='3']");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_parity_is_mended_by_the_turns_and_in_the_hold_that_one_chooses()
    {
        using var desk = new Desk();
        const string Broken = "R U R' U R U2 R' F R U R' U' F' 2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2";
        desk.Open(new Uri(harbour.Address, $"bigger?size=4&scramble={Uri.EscapeDataString(Broken)}"));
        desk.See("[data-test='total']", "turns in all");
        desk.See(".beside h2", "Parity: one edge turned over");
        desk.Click("[data-test='parity-ways'] .knob", "F2 2R\u2032 U2");
        desk.See("[data-test='parity-holds']", "of 4 edges");
        desk.Click("[data-test='parity-holds'] button");
        desk.See("[data-stop='0'].chosen .name", "one edge turned over");
        desk.See("[data-test='notes']", "Nothing else moves.");
        desk.See("[data-test='total']", "turns in all");
        desk.Press(Keys.End);
        desk.Until(() => Shown(desk).Length == 96, "the cube after it");
        desk.Press("f");
        desk.See(".beside h2", "A 3x3 now");
        desk.Press("b");
        // An own sequence is proved; what mends nothing is told at its field and stays.
        Typed(desk, "R U R' U'");
        desk.See("#parity-problem", "leave the parity as it is");
        Assert.Equal("R U R' U'", desk.See("#parity-own").GetAttribute("value"));
        Typed(desk, "2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2");
        desk.See("[data-test='parity-own']", "It mends one edge turned over: 15 turns");
        desk.See("[data-test='parity-holds']", "of 4 edges");
    }

    [Fact]
    public void The_last_edges_are_joined_at_once_and_joined_ones_are_stored_by_a_press()
    {
        using var desk = new Desk();
        // Three edges apart, the centres whole: a slice, an edge turned in, the slice back.
        const string Apart = "R2 F Uw R U R' Uw' F L2";
        desk.Open(new Uri(harbour.Address, $"bigger?size=4&scramble={Uri.EscapeDataString(Apart)}"));
        desk.See("[data-test='total']", "turns in all");
        desk.See("[data-test='stored']", "joined lie in the top and bottom");
        desk.See("[data-edge] .tells", "comes to the");
        desk.See("[data-test='why']", "quarter turns of an inner layer");
        var last = desk.See("[data-test='last-edges'] button").Text;
        desk.Click("[data-test='last-edges'] button");
        desk.See("[data-stop='0'].chosen");
        desk.See("[data-test='total']", "turns in all");
        Assert.Equal(last, desk.See("[data-test='big-text']").Text);
        desk.Press("f");
        desk.See(".beside h2", "A 3x3 now");
        desk.Press("b");
        desk.Click("[data-test='stored'] button");
        desk.See("[data-stop='0'].chosen .name", "stored");
        desk.See(".said", "lie in the top and bottom then");
        desk.See("[data-test='total']", "turns in all");
        desk.Press("f");
        desk.See("[data-test='stored']", "8 of 9 joined");
        desk.ComplainsOfNothing();
    }

    private static void Typed(Desk desk, string sequence)
    {
        desk.See("#parity-own").Clear();
        desk.See("#parity-own").SendKeys(sequence);
    }

    [Fact]
    public void Another_centre_is_taken_own_turns_are_made_and_errors_are_told_at_their_field()
    {
        using var desk = Open();
        desk.See("[data-test='after']", "After this one");
        desk.Click("[data-centre='red'] button", "more ways");
        desk.Until(() => desk.All("[data-centre='red'] .ways .sequence").Count > 2, "more ways");
        desk.See("[data-centre='green'] .ways button");
        var way = desk.See("[data-centre='green'] .ways button").Text;
        desk.Click("[data-centre='green'] .ways button");
        desk.See("[data-stop='0'].chosen .name", "green");
        Assert.Equal(way, desk.See("[data-test='big-text']").Text);
        desk.See("[data-test='total']", "turns in all");
        desk.Press("f");
        desk.See("[data-centre='green'].whole .number", "stands");
        var stood = Shown(desk);
        // Own turns: what cannot be read is told and stays; what can is shown, and the plan goes on from there.
        desk.Press("o");
        desk.See("#big-own").SendKeys("Rw Q");
        desk.See("#big-own-problem", "'Q' is no turn");
        Assert.Equal("Rw Q", desk.See("#big-own").GetAttribute("value"));
        desk.See("#big-own").SendKeys(Keys.Backspace + "U" + Keys.Null);
        desk.See(".beside h2", "After your turns");
        desk.Until(() => Shown(desk) != stood, "the cube after own turns");
        desk.See("#big-own").SendKeys(Keys.Enter);
        desk.See("[data-stop='1'].chosen .name", "own turns");
        desk.See("[data-test='total']", "turns in all");
        desk.Click("nav button", "Plan all of it for me");
        desk.See("[data-test='total']", "turns in all");
        Assert.Empty(desk.All(".stop.chosen"));
        // Another size, another scramble.
        var before = desk.See("#big-scramble").GetAttribute("value");
        desk.Click("button", "5x5");
        desk.Until(() => Shown(desk).Length == 150, "a 5x5");
        Assert.NotEqual(before, desk.See("#big-scramble").GetAttribute("value"));
    }

    [Fact]
    public void A_whole_solve_of_ones_own_is_cut_into_stops_and_reviewed()
    {
        using var desk = Open();
        var texts = new List<string>();
        for (var stop = 0; stop < desk.All("[data-stop]").Count; stop++)
        {
            if (stop > 0) desk.Press("f");
            desk.See($"[data-stop='{stop}'][aria-current='step']");
            texts.Add(desk.See("[data-test='big-text']").Text.Replace('′', '\''));
        }

        desk.Press("b", "b");
        desk.Click("[data-stop='0']");
        desk.See("[data-stop='0'][aria-current='step']");
        // A slip between the first two: a slice turned, and back after two turns more.
        desk.Press("o");
        desk.See("#big-own").SendKeys($"{texts[0]} 2R U U' 2R' {string.Join(' ', texts.Skip(1))}");
        desk.Until(() => IsSolved(Shown(desk)), "the cube that own turns solve");
        desk.See("#big-own").SendKeys(Keys.Enter);
        desk.See("[data-stop='0'].chosen");
        desk.See("[data-test='notes']", "in the fewest turns");
        desk.See("[data-test='total']", "turns in all");
        desk.Click("[data-stop='1']");
        desk.See("[data-test='notes']", "alone takes");
        var last = desk.All("[data-stop]").Count - 1;
        desk.Click($"[data-stop='{last}']");
        desk.See(".said h2", "3x3");
        desk.See("[data-test='notes']", "The cube is solved.");
        // Turns that are half typed cannot be read.
        Assert.All(desk.Complaints(), c => Assert.Contains("&made=", c, StringComparison.Ordinal));
    }

    [Fact]
    public void A_position_is_read_from_its_stickers_and_edges_say_how_they_lie()
    {
        using var desk = Open();
        desk.Click("nav .group:nth-child(2) .stop");
        desk.See(".beside h2", "Which edge next");
        desk.Until(() => desk.All("[data-test='edges'] li").Count == 12, "twelve edges");
        Assert.Contains(desk.All("[data-test='edges'] .soft"), e => e.Text.Contains("no slice goes through both", StringComparison.Ordinal)
            || e.Text.Contains("joins them", StringComparison.Ordinal));
        var stickers = Shown(desk);
        desk.See("#big-scramble").SendKeys(Keys.Control + "a" + Keys.Null + stickers[..95] + Keys.Enter);
        desk.See("#big-problem", "A 4x4 has 96 stickers; 95 were given.");
        Assert.Equal(stickers[..95], desk.See("#big-scramble").GetAttribute("value"));
        desk.See("#big-scramble").SendKeys(Keys.End + stickers[95] + Keys.Enter);
        desk.Until(() => desk.Address.Contains($"facelets={stickers}", StringComparison.Ordinal), "the position in the address");
        desk.See("[data-test='total']", "turns in all");
        Assert.Equal(stickers, Shown(desk));
        Assert.Empty(desk.All("[data-stop] .dots i"));
        // What one edge takes by itself becomes a stop.
        var way = desk.See("[data-test='edges'] .knob").Text;
        desk.Click("[data-test='edges'] .knob");
        desk.See("[data-stop='0'].chosen");
        Assert.Equal(way, desk.See("[data-test='big-text']").Text);
        desk.See("[data-test='total']", "turns in all");
    }

    [Fact]
    public void A_drill_is_begun_on_the_page_answered_and_its_cube_planned()
    {
        using var desk = Open();
        desk.AddSolver("Yrsa Bigger");
        desk.Click(".drills button", "What of a centre lies ready");
        desk.See(".top", "task 1 of 10");
        desk.Until(() => desk.All(".task .option").Count == 6, "6 of .task .option");
        desk.Press("1", " ");
        desk.See("[data-test='drill-verdict']");
        desk.Press(" ");
        desk.See(".top", "task 2 of 10");
        desk.Press("e");
        desk.Open(new Uri(harbour.Address, $"bigger?size=4&scramble={Uri.EscapeDataString(Four)}"));
        desk.Click(".drills button", "The last two centres");
        desk.See("h2", "so that all six do");
        desk.Press(" ");
        desk.See("#drill-turns").SendKeys("Rw 5R" + Keys.Enter);
        desk.See("[role='alert']", "5R");
        Assert.Equal("Rw 5R", desk.See("#drill-turns").GetAttribute("value"));
        desk.See("#drill-turns").SendKeys(Keys.Control + "a" + Keys.Null + "Rw" + Keys.Enter);
        desk.See("[data-test='drill-verdict']", "Not all six stand after that.");
        desk.Click(".verdict button", "Plan this cube");
        desk.See("[data-test='total']", "turns in all");
        Assert.InRange(desk.All("[data-stop] .dots i").Count, 1, 2);
        Assert.Contains("size=4&facelets=", desk.Address, StringComparison.Ordinal);
        Assert.All(desk.Complaints(), c => Assert.Contains("/answers", c, StringComparison.Ordinal));
    }
}
