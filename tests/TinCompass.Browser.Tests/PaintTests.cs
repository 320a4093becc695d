using System.Text.Json;
using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

public class PaintTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Letters = ".WYGBRO";

    [Fact]
    public async Task A_whole_cube_typed_in_reading_order_is_planned()
    {
        var facelets = await FaceletsAsync(Harbour.Scramble);
        using var desk = new Desk();
        Open(desk);
        desk.Press(Digits(facelets));
        desk.Press(Keys.Enter);
        desk.Until(() => !desk.Address.Contains(Harbour.Scramble, StringComparison.Ordinal), "another scramble for the same position");
        desk.See(".card[data-opening='white cross']", "6 HTM");
        Assert.Equal(facelets, await FaceletsAsync(desk.See("#scramble").GetAttribute("value")!));
        Assert.DoesNotContain("known=", desk.Address, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Four_edges_are_enough_and_the_rest_stays_grey_also_after_a_reload()
    {
        var facelets = await FaceletsAsync(Harbour.Scramble, "red");
        using var desk = new Desk();
        Open(desk);
        desk.Press(Digits(facelets));
        desk.Press(Keys.Enter);
        desk.Until(() => desk.All(".openings .card").Count == 1, "the red cross alone");
        desk.See(".card[data-opening='red cross']", "7 HTM");
        desk.Until(() => desk.Address.Contains("known=red", StringComparison.Ordinal), "the address to say what is known");
        desk.Driver.Navigate().Refresh();
        desk.See(".card[data-opening='red cross']", "7 HTM");
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets")!.Count(c => c == '.') == 40, "forty grey stickers");
        // The other colours' keys do nothing.
        desk.Press("1");
        desk.See(".card[data-opening='red cross'][aria-pressed='true']");
    }

    [Fact]
    public async Task A_pair_painted_with_its_cross_is_planned_with_it_also_after_a_reload()
    {
        var facelets = await FaceletsAsync(Harbour.Scramble, "white,white:green-red");
        using var desk = new Desk();
        Open(desk);
        desk.Press(Digits(facelets));
        desk.Press(Keys.Enter);
        desk.Until(() => desk.All(".pairs .pair").Count == 1, "the one pair that is known");
        desk.Press("x");
        desk.See(".turns .row", "green-red");
        desk.Until(() => desk.Address.Contains("known=white,white:green-red",
            StringComparison.Ordinal), "the address to say what is known");
        desk.Driver.Navigate().Refresh();
        desk.See(".pairs .pair[aria-pressed='true']");
        desk.Until(() => desk.See(".cube").GetAttribute("data-facelets")!.Count(c => c == '.') == 35, "thirty-five grey stickers");
    }

    [Fact]
    public async Task Impossible_paint_is_told_with_the_piece_lit_and_nothing_is_lost()
    {
        var facelets = (await FaceletsAsync(Harbour.Scramble)).ToCharArray();
        using var desk = new Desk();
        Open(desk);
        desk.See("footer button", "Take the position shown").Click();
        // The place up-front shows two stickers: 7 and 19. Swapped, the edge is flipped.
        var (up, front) = (facelets[7], facelets[19]);
        Paint(desk, 7, front);
        Paint(desk, 19, up);
        desk.See("footer button", "Plan this").Click();
        desk.See(".el-dialog [role='alert']", "One edge is flipped in place");
        Paint(desk, 19, front);
        desk.See("footer button", "Plan this").Click();
        desk.See(".el-dialog [role='alert']");
        desk.See(".pad .sticker.lit");
        Paint(desk, 7, up);
        desk.See("footer button", "Plan this").Click();
        desk.Until(() => desk.All(".pad").All(p => !p.Displayed), "the position to be planned");
    }

    [Fact]
    public void The_solid_cube_can_be_painted_and_too_little_is_told()
    {
        using var desk = new Desk(solid: true);
        Open(desk);
        var canvas = desk.See(".solid canvas");
        // Right of the middle of the picture lies the front face's right column or the right face: any sticker but a centre.
        new Actions(desk.Driver).MoveToElement(canvas, 0, canvas.Size.Height / 5).Click().Perform();
        desk.Until(() => desk.See(".paints button").Text.StartsWith("white 2", StringComparison.Ordinal), "one sticker painted");
        desk.See("footer button", "Plan this").Click();
        desk.See(".el-dialog [role='alert']", "painted by half");
        desk.See("footer button", "Clear").Click();
        desk.See("footer button", "Plan this").Click();
        desk.See(".el-dialog [role='alert']", "at least the four edges of one cross");
    }

    private void Open(Desk desk)
    {
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.See(".turns .row");
        desk.Press("i");
        desk.Until(() => desk.Focused.GetAttribute("class")?.Contains("pad",
            StringComparison.Ordinal) == true, "the opened cube to have the focus");
    }

    private static void Paint(Desk desk, int facelet, char letter)
    {
        desk.See($".paints button:nth-child({Letters.IndexOf(letter, StringComparison.Ordinal)})").Click();
        desk.See($".pad [data-facelet='{facelet}']").Click();
    }

    private static string Digits(string facelets) =>
        new([.. facelets.Where((_, i) => i % 9 != 4).Select(l => (char)('0' + Letters.IndexOf(l, StringComparison.Ordinal)))]);

    private async Task<string> FaceletsAsync(string scramble, string known = "")
    {
        using var client = new HttpClient { BaseAddress = harbour.Address };
        using var answer = JsonDocument.Parse(await client.GetStringAsync(
            new Uri($"api/course/openings?stage=cross&scramble={Uri.EscapeDataString(scramble)}&known={known}", UriKind.Relative)));
        return answer.RootElement.GetProperty("facelets").GetString()!;
    }
}
