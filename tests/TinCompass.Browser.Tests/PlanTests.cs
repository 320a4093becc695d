using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

public class PlanTests(Harbour harbour) : IClassFixture<Harbour>
{
    [Fact]
    public void A_newcomer_sees_a_position_with_six_colours_and_a_plan_at_once()
    {
        using var desk = new Desk();
        desk.Open(harbour.Address);
        desk.See(".openings .card");
        desk.Until(() => desk.All(".openings .card").Count == 6, "6 of .openings .card");
        desk.See("[data-test='plan-text']");
        desk.See(".turns .row");
        Assert.Contains("scramble=", desk.Address, StringComparison.Ordinal);
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_scramble_is_typed_a_colour_chosen_a_plan_stepped_through_and_reloaded()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "desk"));
        var field = desk.See("#scramble");
        desk.See(".openings .card");
        field.Clear();
        field.SendKeys(Harbour.Scramble + Keys.Enter);
        desk.Until(() => desk.Address.Contains(Harbour.Scramble, StringComparison.Ordinal), "the address to carry the scramble");
        desk.See(".card[data-opening='orange cross']").Click();
        desk.See(".card[data-opening='orange cross'][aria-pressed='true']");
        desk.See(".card[data-opening='orange cross']", "5 HTM");
        var solved = desk.All(".turns .row").Count;
        Assert.Equal(5, solved);
        desk.All(".turns .row")[2].Click();
        desk.See(".count", "turn 3 of 5");
        desk.See("button[aria-label='One turn on']").Click();
        desk.See(".turns .row[aria-current='step']");
        desk.See(".count", "turn 4 of 5");
        desk.See("button[aria-label='One turn back']").Click();
        desk.See(".count", "turn 3 of 5");
        desk.Until(() => desk.Address.Contains("turn=3", StringComparison.Ordinal), "the address to carry the turn");
        var (facelets, plan) = (Facelets(desk), desk.See("[data-test='plan-text']").Text);
        desk.Driver.Navigate().Refresh();
        desk.See(".count", "turn 3 of 5");
        Assert.Equal((facelets, plan), (Facelets(desk), desk.See("[data-test='plan-text']").Text));
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void Back_leads_to_the_scramble_before()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.Until(() => desk.Address.Contains("plan=", StringComparison.Ordinal), "the address to carry the plan");
        desk.Press("n");
        desk.Until(() => !desk.Address.Contains(Harbour.Scramble, StringComparison.Ordinal), "another scramble");
        desk.Driver.Navigate().Back();
        desk.Until(() => desk.See("#scramble").GetAttribute("value") == Harbour.Scramble, "the scramble before");
    }

    [Fact]
    public void A_wrong_scramble_shows_its_error_at_the_field_and_loses_nothing()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        var field = desk.See("#scramble");
        field.Clear();
        field.SendKeys("R U Q F" + Keys.Enter);
        desk.See("#scramble-error", "Column 5: 'Q' is no turn");
        Assert.Equal("R U Q F", field.GetAttribute("value"));
        Assert.Equal("true", field.GetAttribute("aria-invalid"));
        Assert.Equal("scramble-error", field.GetAttribute("aria-describedby"));
        // What was shown before still stands.
        desk.See(".card[data-opening='white cross']", "6 HTM");
        field.SendKeys(Keys.Backspace + Keys.Backspace + Keys.Backspace + "F2" + Keys.Enter);
        desk.Until(() => desk.Address.Contains("scramble=R U F2", StringComparison.Ordinal), "the mended scramble");
        Assert.Empty(desk.All("#scramble-error"));
    }

    [Fact]
    public void An_empty_field_asks_for_turns()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        var field = desk.See("#scramble");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(Keys.Backspace + Keys.Enter);
        desk.See("#scramble-error", "The scramble is empty");
    }

    [Fact]
    public void A_wrong_own_plan_shows_its_error_and_keeps_its_text()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        var field = desk.See("#own");
        field.SendKeys("R (U F" + Keys.Enter);
        desk.See("#own-error", "is not closed");
        Assert.Equal("R (U F", field.GetAttribute("value"));
    }

    [Fact]
    public void Alternatives_by_first_edge_and_longer_plans_are_one_key_away()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        var first = desk.See("[data-test='plan-text']").Text;
        desk.Press(Keys.ArrowDown);
        desk.Until(() => desk.See("[data-test='plan-text']").Text != first, "another plan");
        desk.Press("g");
        desk.See(".turns .row");
        var shortest = desk.All(".groups .row").Count;
        desk.Press("m");
        desk.See(".slack", "up to 1 turn longer");
        desk.Until(() => desk.All(".groups .row").Count > shortest, "more plans");
    }

    [Fact]
    public void The_cross_with_a_first_pair_is_there_and_explained()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.See(".turns .row");
        desk.Until(() => desk.All(".pairs .pair").Count == 4, "4 of .pairs .pair");
        desk.Press("x");
        desk.See(".pairs .pair[aria-pressed='true']");
        desk.See(".turns .row", "in its slot");
        var pair = desk.See(".pairs .pair[aria-pressed='true']").GetAttribute("aria-label")!;
        desk.Until(() => desk.Address.Contains("pair=", StringComparison.Ordinal), "the address to carry the pair");
        desk.Press("e", "e");
        desk.See("[data-test='pairs']", "solved, in its slot");
        var text = desk.See("[data-test='plan-text']").Text;
        desk.Driver.Navigate().Refresh();
        desk.See(".turns .row", "in its slot");
        Assert.Equal((pair, text), (desk.See(".pairs .pair[aria-pressed='true']").GetAttribute("aria-label")!,
            desk.See("[data-test='plan-text']").Text));
        // Four pairs, then the cross alone again.
        desk.Press("x", "x", "x", "x");
        desk.Until(() => !desk.Address.Contains("pair=", StringComparison.Ordinal), "the cross alone");
    }

    [Fact]
    public void A_wish_is_met_and_one_that_nothing_fits_is_told()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.Press("w");
        desk.See("#wish-color option[value='green']").Click();
        desk.See("#wish-length option[value='1']").Click();
        desk.See("#wish-bad option[value='4']").Click();
        desk.See(".wish .knob").Click();
        desk.See(".wish [role='alert']", "No position has a shortest cross of 1 HTM and 4 bad edges for green");
        desk.See("#wish-length option[value='7']").Click();
        desk.See("#wish-bad option[value='3']").Click();
        desk.See(".wish .knob").Click();
        desk.See(".card[data-opening='green cross'][aria-pressed='true']", "7 HTM");
        Assert.Contains("3 bad", desk.See(".card[data-opening='green cross']").Text, StringComparison.Ordinal);
    }

    [Fact]
    public void Covered_answers_are_uncovered_by_the_judgement()
    {
        using var desk = new Desk();
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.Press("c");
        desk.See("[role='timer']");
        Assert.DoesNotContain("6 HTM", desk.Text, StringComparison.Ordinal);
        Assert.Empty(desk.All(".turns .row"));
        desk.Press("o", "L", " ", "F", Keys.Enter);
        desk.See("[data-test='verdict']", "No cross yet");
        desk.See(".card[data-opening='white cross']", "6 HTM");
    }

    [Fact]
    public void The_cube_is_drawn_in_3D_and_flat_without_WebGL()
    {
        using (var desk = new Desk(solid: true))
        {
            desk.OpenPlan(harbour.Address, Harbour.Scramble);
            desk.See(".cube[data-drawn='solid'] canvas");
        }

        using var flat = new Desk();
        flat.OpenPlan(harbour.Address, Harbour.Scramble);
        flat.See(".cube[data-drawn='flat'] svg");
        flat.Press(Keys.ArrowRight);
        flat.See(".count", "turn 1 of 6");
        Assert.Equal(54, flat.All(".cube rect.sticker").Count);
    }

    [Fact]
    public void Playing_ends_at_the_cross_with_moving_layers()
    {
        using var desk = new Desk(solid: true, motion: true);
        desk.OpenPlan(harbour.Address, Harbour.Scramble);
        desk.Press(" ");
        desk.See(".play", "Stop");
        desk.See(".count", "turn 6 of 6");
        desk.See(".play", "Play");
    }

    [Fact]
    public async Task A_server_that_is_gone_is_said_and_tried_again()
    {
        using var server = await MortalServer.TakeAsync();
        using var desk = new Desk();
        desk.OpenPlan(server.Address, Harbour.Scramble);
        server.Kill();
        desk.Press("n");
        desk.See(".failure", "does not answer");
        desk.See(".card[data-opening='white cross']", "6 HTM");
        await server.RiseAsync();
        desk.See(".failure button").Click();
        desk.Until(() => desk.All(".failure").Count == 0, "the failure to go away");
    }

    private static string Facelets(Desk desk) => desk.See(".cube").GetAttribute("data-facelets")!;
}
