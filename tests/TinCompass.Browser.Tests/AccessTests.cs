using System.Text.Json;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>
/// Each view can be used by everybody: axe-core finds nothing serious, nothing spills over the side, main views stand whole on a laptop,
/// and it works at 200 % zoom.
/// </summary>
public class AccessTests(Harbour harbour) : IClassFixture<Harbour>
{
    private static readonly string Axe = File.ReadAllText(
        Path.Combine(RunningServer.Root, "src", "TinCompass.Web", "node_modules", "axe-core", "axe.min.js"));

    /// <summary>View, what is seen when it is there, and the themes it is looked at in, one after the other.</summary>
    public static TheoryData<string, string, string> Views => new()
    {
        { "plan", ".turns .row", "light dark" }, { "own", ".turns .row.wrong", "light dark" }, { "log", "tr[data-attempt]", "light dark" },
        { "covered", "[role='timer']", "light" }, { "keys", ".el-dialog dt", "dark" }, { "error", "#scramble-error", "light" },
        { "pair", ".pairs .pair[aria-pressed='true']", "light dark" }, { "paint", ".el-dialog .pad", "light" },
        { "wish", "#wish-color", "dark" }, { "today", ".parts li", "light dark" },
        { "record", "[data-test='drill-figures']", "light dark" }, { "habits", ".net .face", "light dark" },
        { "drill", ".task .option", "light dark" }, { "verdict", "[data-test='drill-verdict']", "dark" },
        { "endings", ".tile", "light" }, { "data", "#data-file", "dark" }, { "course", "[data-stop='4']", "light dark" },
        { "schools", "section[data-group='beginner']", "light" }, { "cases", ".tile", "dark" }, { "case", ".schools li", "light" },
        { "timer", "[data-solve]", "light dark" }, { "review", "[data-test='worst']", "light dark" },
        { "spent", "[data-stage='pll'] .simulated", "light dark" }, { "hands", "[data-test='time']", "light dark" },
        { "cycles", ".way", "light dark" }, { "cycles/cube", "[data-choice]", "light dark" },
        { "bigger", "[data-test='total']", "light dark" },
    };

    /// <summary>Main views that stand at 1280x800 without scrolling.</summary>
    private static readonly string[] Whole =
        ["plan", "own", "today", "drill", "record", "habits", "course", "case", "timer", "review", "hands", "cycles", "cycles/cube",
            "bigger"];

    /// <summary>Main views, which stand on a phone too.</summary>
    private static readonly string[] OnPhone =
        ["plan", "log", "covered", "today", "record", "habits", "drill", "endings", "course", "cases", "case", "timer", "review", "spent",
            "hands", "cycles", "cycles/cube", "bigger"];

    [Theory]
    [MemberData(nameof(Views))]
    public void No_serious_findings_no_scrolling_of_whole_views_and_nothing_over_the_side_at_200_percent_or_on_a_phone(
        string view, string sign, string themes)
    {
        using var desk = new Desk(solid: view == "plan");
        string[] all = themes.Split(' ');
        desk.Lit(all[0] == "dark");
        Show(desk, view);
        desk.See(sign);
        if (Whole.Contains(view)) Assert.True(
            (bool)desk.Run("return [document.querySelector('.view-area'), document.documentElement]"
                + ".every(v => v.scrollHeight <= v.clientHeight)")!, "needs scrolling");
        Assert.Equal("", string.Join('\n', SeriousFindings(desk)));
        // In the other theme nothing but the colours is different.
        foreach (var theme in all[1..])
        {
            desk.Lit(theme == "dark");
            desk.See(sign);
            Assert.Equal("", string.Join('\n', SeriousFindings(desk, "color-contrast")));
        }

        if (view == "plan")
        {
            // In the window of a small laptop the cube and its buttons stand in view, however long the list beside it is.
            desk.Sized(1280, 650);
            desk.See(sign);
            Assert.True((bool)desk.Run("return document.querySelector('.cube').closest('section').getBoundingClientRect().bottom <= 650")!,
                "the cube is out of view");
        }

        // What is shown in other sizes is a matter of styles alone: the page needs not be opened anew for it. At 200 % a laptop has half
        // as many points each way.
        desk.Sized(640, 400);
        desk.See(sign);
        Assert.True(NothingSpills(desk), "spills over the side at 200 %");
        if (!OnPhone.Contains(view)) return;
        desk.Sized(390, 844);
        desk.See(sign);
        Assert.True(NothingSpills(desk), "spills over the side of a phone");
        Assert.Equal("", string.Join('\n', SeriousFindings(desk)));
    }

    private static bool NothingSpills(Desk desk) =>
        (bool)desk.Run("return document.documentElement.scrollWidth <= window.innerWidth")!;

    private void Show(Desk desk, string view)
    {
        switch (view)
        {
            case "spent":
                desk.Open(new Uri(harbour.Address, "timer/spent"));
                desk.ChooseSolver("Maren Olvik");
                break;
            case "log" or "today" or "record" or "habits" or "endings" or "data" or "hands" or "cycles" or "cycles/cube"
                or "bigger":
                desk.Open(new Uri(harbour.Address, view));
                if (view is "log" or "today" or "record" or "hands") desk.ChooseSolver("Maren Olvik");
                break;
            case "timer" or "review":
                desk.Open(new Uri(harbour.Address, "timer"));
                desk.ChooseSolver("Ioan Paskett");
                if (view == "timer") break;
                desk.Click("[data-solve] .plain-time");
                desk.Click("[data-test='solve-open'] .knob", "What it lost");
                break;
            case "drill" or "verdict":
                desk.Open(new Uri(harbour.Address, "today"));
                desk.ChooseSolver("Tobin Wex");
                desk.Click("[data-drill='cross.follow-edge']");
                if (view == "verdict") desk.See(".task .option").Click();
                break;
            case "cases" or "case":
                desk.Open(new Uri(harbour.Address, view == "case" ? "cases/right-back-f" : view));
                break;
            case "course" or "schools":
                desk.OpenPlan(harbour.Address, Harbour.Scramble);
                desk.See(".turns .row");
                desk.Press("f");
                desk.See("[data-stop='1'][aria-current='step']");
                if (view == "schools") desk.Press("e");
                break;
            case "own":
                desk.OpenPlan(harbour.Address, Harbour.Scramble, more: "&own=x2%20L%20F%20U%20R2");
                break;
            default:
                desk.OpenPlan(harbour.Address, Harbour.Scramble);
                desk.See(".turns .row");
                if (view == "covered") desk.Press("c");
                if (view == "keys") desk.Press("?");
                if (view == "pair") desk.Press("x");
                if (view == "paint") desk.Press("i");
                if (view == "wish") desk.Press("w");
                if (view == "error") desk.Press("s", "R Q", OpenQA.Selenium.Keys.Enter);
                break;
        }
    }

    /// <summary>What axe finds, by all of its rules or by one.</summary>
    private static IReadOnlyList<string> SeriousFindings(Desk desk, string? rule = null)
    {
        if (desk.Run("return typeof axe") is "undefined") desk.Run(Axe);
        var json = (string)desk.Driver.ExecuteAsyncScript(
            "const [rule, done] = arguments; const only = rule ? { runOnly: [rule] } : {};" +
                "axe.run(document, { resultTypes: ['violations'], ...only }).then(r => " +
                "done(JSON.stringify(r.violations)), e => done(JSON.stringify([{ id: String(e), impact: 'serious', nodes: [] }])));",
            rule)!;
        return [.. JsonDocument.Parse(json).RootElement.EnumerateArray()
            .Where(v => v.GetProperty("impact").GetString() is "serious" or "critical")
            .Select(
                v => $"{v.GetProperty("id")}: " +
                    $"{string.Join(" | ", v.GetProperty("nodes").EnumerateArray().Take(3).Select(Told))}")];
    }

    private static string Told(JsonElement node) =>
        $"{node.GetProperty("html").GetString()} {node.GetProperty("failureSummary").GetString()}";
}
