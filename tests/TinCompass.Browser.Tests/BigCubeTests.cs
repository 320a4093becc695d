using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Bigger cubes: the centres compared, a plan followed to the solved cube, another way taken, own turns.</summary>
[Collection(PierTests.Name)]
public sealed class BigCubeTests(Harbour harbour)
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
        Assert.Equal(6, desk.All("[data-centre]").Count);
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
}
