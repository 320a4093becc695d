using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>'./tc shots': the pictures of docs/screenshots, from the demo. Not part of './tc test'.</summary>
[Trait("Category", "Shots")]
public class Shots(Harbour harbour) : IClassFixture<Harbour>
{
    private static readonly string Folder = Environment.GetEnvironmentVariable("TC_SHOTS") ?? Path.GetTempPath();

    [Fact]
    public void Plan() => Take("desk", desk => OpenPlan(desk), ready: ".cube[data-drawn='solid'] canvas");

    [Fact]
    public void Plan_dark() => Take("desk-dark", desk => OpenPlan(desk), dark: true, ready: ".cube[data-drawn='solid'] canvas");

    [Fact]
    public void Method_beside_method() => Take("desk-beside", desk =>
    {
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.See("[data-stop='4']");
        desk.Press("q");
        foreach (var method in new[] { "cfop", "roux", "edges", "blocks", "good" }) desk.See($"[data-method='{method}'] .stages li");
    }, ready: "[data-method='here'] .stages li");

    [Fact]
    public void Today() => Take("today", desk =>
    {
        desk.Open(new Uri(harbour.Address, "today"));
        desk.ChooseSolver("Maren Olvik");
    }, ready: ".parts li");

    [Fact]
    public void Record() =>
        Take("record", desk => desk.Open(new Uri(harbour.Address, "record")), ready: "[data-test='drill-figures'] tbody tr");

    [Fact]
    public void Blocks() => Take("desk-blocks", OpenBlocks, ready: ".cube[data-drawn='solid'] canvas");

    [Fact]
    public void Review() => Take("review", desk =>
    {
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.ChooseSolver("Maren Olvik");
        desk.Click("[data-solve] .plain-time");
        desk.Click("[data-test='solve-open'] .knob", "What it lost");
    }, ready: "[data-test='worst']");

    [Fact]
    public void Last_layer() => Take("desk-last-layer", desk =>
    {
        desk.OpenPlan(harbour.Address, "R U2 R2 F R F' U2 R' F R F'", color: "yellow");
        desk.See("[data-stop='0']", "stands");
        desk.Press("f");
        desk.See("[data-test='stop-case']");
    }, ready: ".cube[data-drawn='solid'] canvas");

    [Fact]
    public void Last_layer_case() => Take("case-last-layer", desk =>
    {
        desk.Open(new Uri(harbour.Address, "casebook/oll/oll-0101-0021?beside=F%20R%20U%20R'%20U'%20F'%7CR'%20F'%20U'%20F%20U%20R"));
        desk.ChooseSolver("Tobin Wex");
        desk.See("[data-test='beside'] dl");
        desk.Driver.ExecuteScript("document.querySelector('[data-test=beside]').scrollIntoView({ block: 'end' })");
    }, ready: "[data-test='beside'] dl");

    [Fact]
    public void Habits() => Take("habits", desk => desk.Open(new Uri(harbour.Address, "habits")), ready: ".net .face");

    [Fact]
    public void Spent() => Take("time-spent", desk =>
    {
        desk.Open(new Uri(harbour.Address, "timer/spent"));
        desk.ChooseSolver("Ysolde Tarn");
        desk.See("[data-stage='lse'] .simulated");
    }, ready: "[data-stage='lse'] .before");

    [Fact]
    public void Live() => Take("timer-live", desk =>
    {
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.ChooseSolver("Ioan Paskett");
        desk.See("[data-solve]");
        desk.Click("[data-test='simulate']:not([disabled])");
        desk.See("[data-test='live']", "2 turns so far");
    }, ready: ".cube[data-drawn='solid'] canvas");

    [Fact]
    public void Phone() => Take("desk-phone", desk => OpenPlan(desk), width: 390, height: 844, ready: ".cube[data-drawn='solid'] canvas");

    [Fact]
    public void OwnHands() => Take("own-hands", desk =>
    {
        desk.Open(new Uri(harbour.Address, "hands"));
        desk.ChooseSolver("Maren Olvik");
    }, ready: "[data-figure='left-index']");

    [Fact]
    public void Cycles() => Take("cycles", desk =>
    {
        desk.Open(new Uri(harbour.Address, "cycles?stickers=URF+ULF+DRB&over=1"));
        desk.See(".way");
        for (var i = 0; i < 4; i++) desk.Press(OpenQA.Selenium.Keys.ArrowRight);
        desk.See("#own-a").SendKeys("R");
        desk.See("#own-b").SendKeys("U" + OpenQA.Selenium.Keys.Enter);
    }, ready: "[data-test='own-said']");

    [Fact]
    public void EdgesFirst() => Take("edges-first", desk =>
    {
        desk.OpenPlan(harbour.Address, Harbour.Scramble, more: "&method=edges");
        desk.See("[data-stop='1']");
        desk.Press("f");
    }, ready: "[data-group='fewest']");

    [Fact]
    public void Bigger() => Take("bigger", desk =>
    {
        desk.Open(new Uri(harbour.Address, "bigger?size=4&scramble=" + Uri.EscapeDataString(BigScramble)));
        desk.See("[data-test='total']");
        desk.Press("f", Keys.ArrowRight, Keys.ArrowRight);
        desk.See("[data-centre].whole");
    }, ready: "[data-test='total']");

    [Fact]
    public void Bigger_edges() => Take("bigger-edges", desk =>
    {
        desk.Open(new Uri(harbour.Address, "bigger?size=4&scramble=" + Uri.EscapeDataString(BigScramble)));
        desk.See("[data-test='beside']");
        desk.Until(() => desk.All("[data-stop]").FirstOrDefault(s => s.Text.Contains("edge", StringComparison.Ordinal)
            || s.Text.Contains('-', StringComparison.Ordinal)) is { } stop && Pressed(stop), "the first edges");
        desk.See("[data-edge] .knob");
    }, dark: true, ready: "[data-edge] .knob");

    [Fact]
    public void Bigger_parity() => Take("bigger-parity", desk =>
    {
        desk.Open(new Uri(harbour.Address, "bigger?size=4&scramble=" + Uri.EscapeDataString(ParityScramble)));
        desk.See("[data-test='total']");
        desk.Click("[data-test='parity-ways'] .knob", "Rw2 U2 F2");
        desk.See("[data-test='parity-holds']");
        desk.Driver.ExecuteScript("document.querySelector('.beside').scrollIntoView()");
    }, width: 390, height: 844, ready: "[data-test='parity-holds']");

    private static bool Pressed(IWebElement button)
    {
        button.Click();
        return true;
    }

    private const string ParityScramble = "R U R' U R U2 R' F R U R' U' F' 2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2";

    private const string BigScramble = "R Uw2 F' Rw B Lw D2 Fw R2 Uw' L F2 Uw' R Bw2 D Rw' F Uw L2 B' Fw2 D' Rw2 U";

    private void OpenBlocks(Desk desk)
    {
        desk.Open(new Uri(harbour.Address, "desk?method=roux&scramble=" + Uri.EscapeDataString(Harbour.Scramble)));
        desk.See("[data-opening][aria-pressed='true']");
        desk.See("[data-stop='2']");
    }

    private void OpenPlan(Desk desk) => desk.OpenPlan(harbour.Address, Harbour.Scramble, more: "&turn=3");

    private static void Take(string name, Action<Desk> show, string ready, bool dark = false, int width = 1280, int height = 800)
    {
        using var desk = new Desk(width, height, dark, solid: true);
        show(desk);
        desk.See(ready);
        desk.Until(
            () => (bool)desk.Driver.ExecuteAsyncScript("const done = arguments[0]; document.fonts.ready.then(() => " +
                "requestAnimationFrame(() => requestAnimationFrame(() => done(true))))")!, "fonts and a frame");
        desk.Picture(Path.Combine(Folder, name + ".png"));
    }
}
