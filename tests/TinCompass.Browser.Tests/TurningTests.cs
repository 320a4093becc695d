using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

public class TurningTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Scramble = "R U F2 D' L B";

    [Fact]
    public void While_one_types_the_cube_follows_and_the_line_says_how_it_goes()
    {
        using var desk = new Desk(solid: true);
        desk.OpenPlan(harbour.Address, Scramble);
        desk.See(".turns .row");
        var before = Facelets(desk);
        desk.Press("o", "F' L'");
        desk.See("[data-test='verdict']", "Your 2 turns are on a best way; best total 4, 1 shortest way on.");
        desk.See(".count", "turn 2 of 2");
        desk.Until(() => Facelets(desk) != before, "the cube to follow");
        desk.Press(Keys.Backspace);
        desk.See("[data-test='verdict']", "Turn 2 (L) cost");
        desk.Press("'", " (");
        // A text that cannot be read yet says nothing; Enter would.
        Assert.Empty(desk.All("#own-error"));
        desk.Press(Keys.Backspace, Keys.Backspace, " D' R'");
        desk.See("[data-test='verdict']", "4 HTM: no cross is shorter.");
    }

    [Fact]
    public void A_layer_is_dragged_undone_and_redone()
    {
        using var desk = new Desk(solid: true);
        desk.OpenPlan(harbour.Address, Scramble);
        var canvas = desk.See(".cube[data-drawn='solid'] canvas");
        desk.See(".turns .row");
        var before = Facelets(desk);
        // From the front face's upper middle to the right: the top layer goes against the clock.
        new Actions(desk.Driver).MoveToElement(canvas, -canvas.Size.Width / 7, -canvas.Size.Height / 11).ClickAndHold().MoveByOffset(40, 4)
            .MoveByOffset(40, 4).Release().Perform();
        desk.Until(() => Own(desk).Length > 0, "the drag to become a turn");
        Assert.Equal("U'", Own(desk));
        desk.See(".count", "turn 1 of 1");
        var after = Facelets(desk);
        Assert.NotEqual(before, after);
        desk.Press("z");
        desk.Until(() => Own(desk).Length == 0 && Facelets(desk) == before, "the turn to be undone");
        desk.Press("y");
        desk.Until(() => Own(desk) == "U'" && Facelets(desk) == after, "the turn to be redone");
    }

    [Fact]
    public void A_drag_goes_on_from_the_turn_that_is_shown()
    {
        using var desk = new Desk(solid: true);
        desk.OpenPlan(harbour.Address, Scramble, more: "&turn=2");
        desk.See(".count", "turn 2 of 4");
        var canvas = desk.See(".cube[data-drawn='solid'] canvas");
        new Actions(desk.Driver).MoveToElement(canvas, -canvas.Size.Width / 7, -canvas.Size.Height / 11).ClickAndHold().MoveByOffset(40, 4)
            .MoveByOffset(40, 4).Release().Perform();
        desk.Until(() => Own(desk) == "F' L' U'", "the first two turns and the dragged one");
        desk.See("[data-test='verdict']", "Turn 3 (U') cost".Replace('\'', '′'));
    }

    [Fact]
    public void With_the_base_up_the_same_layers_turn_and_are_called_as_they_are_then()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Scramble);
        desk.See("[data-test='plan-text']", "F′ L′ D′ R′");
        desk.See("[data-test='total']");
        var (down, way) = (Texts(".row .sequence"), Texts("[data-stop] .sequence"));
        desk.Press("-");
        desk.See("[data-test='base-up']", "Sequences are called as with the base up.");
        desk.See("[data-test='plan-text']", "F′ R′ U′ L′");
        desk.See(".row[aria-current='true'] .sequence", "y2 F′ R′ U′ L′");
        desk.Until(() => Texts("[data-stop] .sequence").Zip(way).Skip(1).All(t => t.First != t.Second), "the course too");
        desk.Press(Keys.End);
        desk.Until(() => Facelets(desk) is var end && new[] { 1, 3, 4, 5, 7 }.All(i => end[i] == 'W'), "the white cross on top");
        desk.Press("o", "F' R' U' L'", Keys.Enter);
        desk.See("[data-test='verdict']", "4 HTM: no cross is shorter.");
        desk.Press(Keys.Escape, "-");
        desk.Until(() => Own(desk) == "F' L' D' R'", "the own turns by their first names");
        desk.See("[data-test='verdict']", "4 HTM: no cross is shorter.");
        desk.Until(() => desk.All("[data-test='base-up']").Count == 0, "the base to be down");
        Assert.Equal(down, Texts(".row .sequence"));

        string[] Texts(string css) => [.. desk.All(css).Select(e => e.Text)];
    }

    private static string Own(Desk desk) => desk.See("#own").GetAttribute("value")!;

    private static string Facelets(Desk desk) => desk.See(".cube").GetAttribute("data-facelets")!;
}
