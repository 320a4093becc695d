using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Whole solves, method beside method, at the desk: planned, looked through deeper, stopped, taken.</summary>
public class WholePlanTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Scramble = "D2 R U2 B' L2 F R' D B2 U' L F2 R2 U B L' D2 F";

    [Fact]
    public void Methods_stand_beside_each_other_and_one_is_taken_to_the_desk()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Scramble, color: "white");
        desk.AddSolver("Yrsa Tveit");
        desk.See("[data-stop='4']");
        desk.Press("q");
        desk.See("[data-method='cfop'] .stages li");
        desk.See("[data-method='roux'] .stages li");
        desk.See("[data-method='here'] .stages li");
        desk.Until(() => desk.See("[data-test='whole-said']").Text == "the best of your bases, by turns"
            || desk.See("[data-test='whole-said']").Text == "the best of your bases, by time", "all of them");
        desk.Until(() => desk.All("[data-method='roux'] .stages li").Count == 4, "4 of [data-method='roux'] .stages li");
        // Closed while it is planned, it is planned when it is opened again.
        desk.Press("b", "q", "q");
        desk.See("[data-method='cfop'] .stages li");
        desk.See("[data-method='roux'] .stages li");
        desk.See("[data-test='whole-said']", "the best of your bases");
        // Deeper, and stopped: what was found stays.
        desk.Click(".whole header .knob", "Look deeper");
        desk.See("[data-test='whole-said']", "looking through all stages of");
        desk.See("[data-test='gain']", "than stage by stage");
        desk.Click(".whole header .knob", "Stop");
        desk.See("[data-test='whole-said']", "stopped; what was found stays");
        desk.See("[data-test='gain']");
        // On the desk: its stops, to the solved cube.
        var turns = string.Join(' ', desk.All("[data-method='roux'] .stages b").Select(b => b.Text).Where(t => t != "stands"));
        desk.Click("[data-method='roux'] .knob");
        desk.See("[data-stop='0'] .name", "block");
        desk.See("[data-stop='2']");
        desk.Until(() => string.Join(' ', desk.All("[data-stop] b.sequence").Select(b => b.Text).Where(t => t != "stands")) == turns,
            "the stops of the plan");
        desk.Until(() => desk.Address.Contains("method=roux", StringComparison.Ordinal), "the address to say the method");
        Assert.Equal("Roux", desk.See("[aria-label='Method'] option:checked").Text);
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_solve_of_ones_own_stands_beside_the_methods()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "timer"));
        desk.ChooseSolver("Torben Helder");
        desk.Click("[data-solve] .plain-time");
        var scramble = desk.See("[data-test='solve-open'] .scramble").Text.Replace('\u2032', '\'');
        desk.Open(new Uri(harbour.Address, $"desk?scramble={Uri.EscapeDataString(scramble)}"));
        desk.See("[data-stop='1']");
        desk.Press("q");
        desk.See("[data-method='mine'] h3", "Yours: Roux");
        desk.See("[data-method='mine'] .stages", "took");
        desk.See("[data-method='cfop'] .figures", "pause");
        desk.See("[data-test='whole-said']", "the best of your bases");
        desk.Click("[data-method='mine'] a", "Review");
        desk.See("[data-test='worst']");
        desk.ComplainsOfNothing();
    }
}
