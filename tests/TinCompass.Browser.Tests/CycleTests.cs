using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Cycles of three: picked on the opened cube, watched turn by turn, and read from parts of one's own.</summary>
public sealed class CycleTests(Harbour harbour) : IClassFixture<Harbour>
{
    // Facelets: face·9 + row·3 + column, faces U D F B R L.
    private const int UpFrontRight = 8, UpLeftFront = 6, DownRightBack = 17;

    [Fact]
    public void Three_are_picked_and_a_way_is_watched_with_what_is_still_to_undo()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook"));
        desk.Click("nav a", "Cycles of three");
        desk.See(".way");
        foreach (var sticker in new[] { UpFrontRight, UpLeftFront, DownRightBack }) desk.See($"[data-facelet='{sticker}']").Click();
        desk.Until(() => desk.See("#cycle-stickers").GetAttribute("value") == "UFR UFL DBR", "the three by name");
        desk.See("[data-way=\"[R2, F' L' F]\"]", "8 HTM");
        Assert.Equal("1", WrittenAt(desk, UpFrontRight));
        desk.Click("[data-way=\"[R2, F' L' F]\"]");
        desk.See("[data-test='open']", "Press three stickers");
        desk.Press(Keys.ArrowRight);
        desk.See("[data-test='open']", "Still to undo: A (R2).");
        // R2 takes the corner up front right to the back, below, and the one there to it.
        desk.Until(() => WrittenAt(desk, UpFrontRight) == "3" && WrittenAt(desk, DownRightBack) == "1", "the first to have moved");
        for (var i = 0; i < 3; i++) desk.Press(Keys.ArrowRight);
        desk.See("[data-test='open']", "Still to undo: A (R2), then B (F′ L′ F).");
        for (var i = 0; i < 4; i++) desk.Press(Keys.ArrowRight);
        desk.See("[data-test='open']", "All undone");
        Assert.Equal(("3", "1", "2"), (WrittenAt(desk, UpFrontRight), WrittenAt(desk, UpLeftFront), WrittenAt(desk, DownRightBack)));
        // The other way round, and what is no cycle.
        desk.Press("v");
        desk.Until(() => desk.Address.EndsWith("UFR DBR UFL", StringComparison.Ordinal), "the other way round");
        var field = desk.See("#cycle-stickers");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("UF UFR UR" + Keys.Enter);
        desk.See("[role='alert']", "three of one kind are needed");
        Assert.Empty(desk.Complaints().Where(c => !c.Contains("400", StringComparison.Ordinal)));
    }

    [Fact]
    public void An_own_one_is_read_and_its_three_are_taken()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "cycles"));
        desk.See("#own-a").SendKeys("R");
        desk.See("#own-b").SendKeys("U" + Keys.Enter);
        desk.See("[data-test='own-said']", "It is no cycle of three");
        desk.See("[data-test='own-said']", "caught by both");
        desk.See("#own-a").SendKeys(" U R'");
        desk.See("#own-b").SendKeys(Keys.Backspace + "D" + Keys.Enter);
        desk.See("[data-test='own-said']", "It cycles three corners, and nothing else: URF → RDF → FDL");
        desk.Click("[data-test='own-said'] button", "Other ways for these three");
        desk.Until(() => desk.Address.EndsWith("URF RDF FDL", StringComparison.Ordinal), "its three");
        desk.See("[data-way=\"[R U R', D]\"]");
        desk.See("#own-b").SendKeys(" Q" + Keys.Enter);
        desk.See("[data-test='own-cycle'] [role='alert']", "Q");
        Assert.Empty(desk.Complaints().Where(c => !c.Contains("400", StringComparison.Ordinal)));
    }

    [Fact]
    public void Own_turns_are_followed_and_led_back_to_the_way()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "cycles?stickers=URF+ULF+DRB"));
        desk.See("[data-test='least']", "No sequence of any kind is shorter than 8 HTM.");
        desk.Click("[data-way=\"[R2, F' L' F]\"]");
        var field = desk.See("#cycle-made");
        field.SendKeys("R2 F'");
        desk.See("[data-test='open']", "Still to undo: A (R2), then B (F′ L′ F).");
        field.SendKeys(" U");
        desk.See("[data-test='open']", "Off the way: take it back with U′.");
        field.SendKeys(" U' L' F R2 F' L F");
        desk.See("[data-test='open']", "All undone");
        desk.Click(".doors button", "Letters");
        desk.Until(() => WrittenAt(desk, UpLeftFront) == "A", "letters on the three");
        field.SendKeys(" Q");
        desk.See(".follow [role='alert']", "Q");
        desk.Click(".follow button", "Begin again");
        desk.See("[data-test='open']", "Press three stickers");
        Assert.Empty(desk.Complaints().Where(c => !c.Contains("400", StringComparison.Ordinal)));
    }

    [Fact]
    public void A_whole_cube_is_brought_home_by_the_fewest_cycles()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "cycles"));
        desk.Click("nav a", "By cycles");
        var field = desk.See("#cube-scramble");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("R U F" + Keys.Enter);
        // Odd: a quarter turn first.
        desk.See("[data-test='said']", "odd, both of them");
        desk.Click("[data-mend=\"F'\"]");
        desk.See("[data-test='said']", "6 cycles of three");
        desk.Until(() => desk.All("[data-choice]").Count > 0, "choices");
        var first = desk.All("[data-choice]")[0].Text;
        Assert.Contains("home", first, StringComparison.Ordinal);
        desk.Press(Keys.Escape);
        desk.Run("document.activeElement.blur()");
        desk.Press("f");
        desk.See("[data-test='said']", "5 cycles of three");
        desk.Press("b");
        desk.See("[data-test='said']", "6 cycles of three");
        desk.Click(".next button", "Fill in the rest");
        desk.See("[data-test='said']", "Everything is home.");
        desk.Until(() => desk.All("[data-test='steps'] li").Count == 7, "7 of [data-test='steps'] li");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("R U Q" + Keys.Enter);
        desk.See("[role='alert']", "Q");
        Assert.Empty(desk.Complaints().Where(c => !c.Contains("400", StringComparison.Ordinal)));
    }

    private static string? WrittenAt(Desk desk, int sticker) => desk.Run(
        $"return document.querySelector('[data-facelet=\"{sticker}\"]').parentNode.querySelector('.written')?.textContent") as string;
}
