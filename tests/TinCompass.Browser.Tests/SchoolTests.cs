using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Edges first and block first: followed to their end on their pages.</summary>
public sealed class SchoolTests(Harbour harbour) : IClassFixture<Harbour>
{
    [Fact]
    public void Edges_first_is_followed_from_the_scramble_to_the_corners()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "casebook"));
        desk.Click("nav a", "Edges first");
        desk.See("[data-test='least']", "The fewest turns for the cross are 6 HTM");
        // Pressed twice before the answer is there it is made once: what stands there is about the cube before.
        desk.Run("for (let i = 0; i < 2; i++) document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'f', bubbles: true }))");
        desk.See("[aria-current='step']", "Three middle edges");
        desk.Until(() => desk.All("[data-test='steps'] li").Count == 1, "one of [data-test='steps'] li");
        desk.See("[data-test='school-way']", "3 series, 14 turns");
        desk.See("[data-test='way']", "lands right in its place");
        // One step, and back.
        desk.Press("f");
        desk.See("[data-test='school-way']", "3 series, 13 turns");
        desk.Press("b");
        desk.See("[data-test='school-way']", "14 turns");
        desk.Click(".bar button", "Make all");
        desk.See("[aria-current='step']", "Last five edges");
        desk.See("[data-test='school-way']", "2 series");
        desk.See("[data-test='way']", "Leaves a: solved.");
        // By one series alone it takes more of them.
        desk.Run("const s = document.querySelector(\"[data-test='school']\"); s.value = 'one'; s.dispatchEvent(new Event('change'))");
        desk.See("[data-test='school-way']", "4 series");
        desk.Click(".bar button", "Make all");
        desk.See("[data-test='corners']", "All edges are home. The corners take");
        desk.Click(".next a", "Which corners first");
        desk.See("[data-test='said']", "of corners: fewer cannot do it.");
        // An ending by its letter, and what cannot be read.
        desk.Open(new Uri(harbour.Address, "edges-first?color=yellow&scramble=F+R'+F'+R"));
        desk.See("[data-test='ending']", "b: one series. Three edges change places");
        var field = desk.See("#cube-scramble");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys("R Q" + Keys.Enter);
        desk.See("[role='alert']", "Q");
        Assert.Empty(desk.Complaints().Where(c => !c.Contains("400", StringComparison.Ordinal)));
    }

    [Fact]
    public void Block_first_is_followed_until_no_edge_is_bad()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "edges-first"));
        desk.Click("nav a", "Block first");
        desk.See("[data-block='UFL']", "5 HTM");
        desk.Until(() => desk.All("[data-block]").Count == 8, "8 of [data-block]");
        desk.Click("[data-block='UFL'] button");
        desk.See("[data-block='UF']", "extends");
        desk.Until(() => desk.All("[data-block]").Count == 12, "12 of [data-block]");
        desk.Click("[data-block='UF'] button");
        desk.See("[data-test='bad']", "4 edges are bad: UR, UL, FR, BR.");
        desk.Until(() => desk.All(".sticker.lit").Count == 4, "4 of .sticker.lit");
        desk.See("[data-test='mends']", "UL and BR are good then");
        desk.See("[data-test='least']", "5 HTM");
        desk.Press("f");
        desk.See("[data-test='bad']", "no edge is bad");
        desk.Press("b");
        desk.See("[data-test='bad']", "2 edges are bad");
        // The rest: to where two faces can, and by them to the end.
        desk.Press("f");
        desk.See("[data-test='cannot']", "of the 720 orders of the six corners, turns of two faces reach 120");
        desk.Press("f");
        desk.See("[data-test='two-faces']", "By the two faces");
        desk.Press("f");
        desk.See("[data-test='bad']", "Everything is solved.");
        // The same scramble as a course.
        desk.Click("[data-test='at-the-desk']");
        desk.See("[data-stop='0'] .name", "2x2x2");
        desk.ComplainsOfNothing();
    }
}
