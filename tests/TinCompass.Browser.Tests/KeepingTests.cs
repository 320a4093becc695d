using System.Text.Json;
using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>Deleting and putting back, files in and out again, and a club: as a solver meets them.</summary>
public class KeepingTests(Harbour harbour) : IClassFixture<Harbour>
{
    private const string Secret = "seven brass hinges";

    [Fact]
    public void What_is_deleted_comes_back_by_one_press_or_days_later()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "log"));
        desk.AddSolver("Keeping Anna");
        foreach (var own in new[] { "x2 R", "x2 R U" })
        {
            desk.OpenPlan(harbour.Address, Harbour.Scramble, more: $"&own={Uri.EscapeDataString(own)}");
            desk.Click(".knob.main", "Keep");
            desk.See(".knob", "Kept");
        }

        desk.Press("l");
        desk.Until(() => desk.All("[data-attempt]").Count == 2, "two plans");
        desk.Click("[data-attempt] .delete");
        desk.Until(() => desk.All("[data-attempt]").Count == 1, "one plan");
        desk.Click("[data-test='notice'] button", "Undo");
        desk.Until(() => desk.All("[data-attempt]").Count == 2, "both plans again");
        // By keyboard, and put back in the list of what was deleted.
        desk.Press(Keys.ArrowDown, Keys.Delete);
        desk.Until(() => desk.All("[data-attempt]").Count == 1, "one plan");
        desk.Open(new Uri(harbour.Address, "data"));
        desk.See("[data-deleted='plan']");
        desk.Click("[data-deleted='plan'] .knob", "Put back");
        desk.Until(() => desk.All("[data-deleted='plan']").Count == 0, "nothing deleted");
        desk.Press("l");
        desk.Until(() => desk.All("[data-attempt]").Count == 2, "both plans again");
        // All of a solver, and back.
        desk.Open(new Uri(harbour.Address, "data"));
        desk.Click(".knob", "Delete this solver");
        desk.Click(".knob", "Delete the solver");
        desk.Until(() => desk.All(".names option").All(o => o.Text != "Keeping Anna"), "the solver to be gone");
        desk.Click("[data-test='notice'] button", "Undo");
        desk.Until(() => desk.All(".names option").Any(o => o.Text == "Keeping Anna"), "the solver to be back");
        desk.Driver.Navigate().Refresh();
        desk.ChooseSolver("Keeping Anna");
        desk.Press(Keys.Escape, "l");
        desk.Until(() => desk.All("[data-attempt]").Count == 2, "both plans again");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_file_is_taken_in_and_taken_back()
    {
        using var folder = new TemporaryFolder();
        var file = Path.Combine(folder.Path, "evening.json");
        File.WriteAllText(file, JsonSerializer.Serialize(new
        {
            format = "tin-compass",
            version = 3,
            plans = Enumerable.Range(0, 3).Select(i => new
            {
                key = Guid.NewGuid(),
                at = i == 0 ? DateTime.UtcNow.AddHours(3) : DateTime.UtcNow.AddDays(-3),
                scramble = "R U F",
                color = "white",
                plan = "F' U' R'",
                covered = true,
            }),
        }));
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "data"));
        desk.AddSolver("Keeping Berit");
        desk.See("#data-file").SendKeys(file);
        desk.See("[data-test='trial']", "It would add 3 plans");
        desk.See("section", "ahead");
        desk.Click("[data-test='trial'] .knob", "Add 3");
        desk.See("[data-test='imported']", "Added 3 plans");
        desk.Click("[data-import='evening.json'] .knob", "Take it back");
        desk.See("[data-deleted='import']", "evening.json");
        desk.Press("l");
        desk.See(".note", "Nothing kept");
        // Put back from another view than the one in which it was taken back: it is there.
        desk.Click("[data-test='notice'] button", "Undo");
        desk.Until(() => desk.All("[data-attempt]").Count == 3, "three plans");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public async Task A_club_names_an_admin_who_invites_and_members_see_their_own()
    {
        using var folder = new TemporaryFolder();
        using var server = await RunningServer.StartAsync(folder.Path, more: ["--club", "--host", "127.0.0.1"]);
        var word = server.Said.Split("with the word ")[1].Split('.')[0];
        using var admin = new Desk();
        admin.Open(server.Address);
        admin.See("h1", "Name the first admin");
        admin.See("#gate-word").SendKeys(word);
        admin.See("#gate-name").SendKeys("Maret Aldous");
        admin.See("#gate-secret").SendKeys(Secret);
        admin.See("#gate-again").SendKeys(Secret + Keys.Enter);
        admin.Click(".tool", "club");
        admin.See("#club-name").SendKeys("Brann Tolley" + Keys.Enter);
        var pin = admin.See("[data-test='given'] strong").Text;
        admin.See("[data-member='Brann Tolley']", "has a given PIN");

        using var member = new Desk(390, 844);
        member.Open(server.Address);
        member.See("h1", "Who is there?");
        member.See("#gate-name").SendKeys("brann tolley");
        member.See("#gate-secret").SendKeys("12345678" + Keys.Enter);
        member.See("#gate-error", "don't match");
        member.See("#gate-secret").SendKeys(Keys.Control + "a");
        member.See("#gate-secret").SendKeys(pin + Keys.Enter);
        member.See("h1", "Choose a PIN of your own");
        member.See(".notice", "Maret Aldous gave you a new PIN");
        member.See(".notice", "a wrong PIN was tried once");
        member.See("#gate-secret").SendKeys(Secret);
        member.See("#gate-again").SendKeys(Secret + Keys.Enter);
        member.Until(() => member.Run("return document.querySelector('.names')?.selectedOptions[0]?.text") as string == "Brann Tolley",
            "the member to be chosen");
        Assert.Equal(["Brann Tolley"], member.All(".names option").Select(o => o.Text));
        member.Click(".tool", "club");
        member.Click("#club-coach option", "Maret Aldous");
        member.Click(".knob", "Give leave");
        member.See("[aria-labelledby='club-leave'] li", "Maret Aldous");
        // Whoever comes back is known; whoever signs out is not.
        member.Driver.Navigate().Refresh();
        member.See("h1", "Club");
        member.Click(".knob", "Sign out");
        member.See("h1", "Who is there?");

        admin.Driver.Navigate().Refresh();
        admin.See("[data-test='log']", "Maret Aldous invited Brann Tolley");
        admin.See("[data-test='log']", "Wrong PIN for Brann Tolley");
        admin.Click("[aria-labelledby='club-leave'] .knob", "Brann Tolley");
        admin.See("h1", "Record");
        admin.Until(() => admin.Run("return document.querySelector('.names')?.selectedOptions[0]?.text") as string == "Brann Tolley",
            "the member to be looked at");
    }
}
