using System.Net.Http.Json;
using System.Text.Json;
using OpenQA.Selenium;
using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

public partial class PracticeTests(Harbour harbour) : IClassFixture<Harbour>
{
    /// <summary>Answers the open task with something, by the keyboard alone.</summary>
    internal static void AnswerByKeys(Desk desk)
    {
        desk.See(".task .knob");
        if (desk.All(".task .option").Count > 0)
        {
            desk.Press("1");
            if (desk.All("[data-test='drill-verdict']").Count == 0 && desk.All(".answer .big").Count > 0) desk.Press(" ");
        }
        else
        {
            desk.Press(" ");
            desk.See("#drill-turns");
            desk.Until(() => desk.Focused.GetAttribute("id") == "drill-turns", "the field to have the focus");
            desk.Press("R", " ", "U", Keys.Enter);
        }

        desk.See("[data-test='drill-verdict']");
    }

    /// <summary>
    /// Two tasks of a drill by keyboard, then one of its answers explained: at the desk of the method the drill belongs to, whatever the
    /// solver's own is.
    /// </summary>
    internal static async Task DoAndExplainAsync(Desk desk, Harbour harbour, string drill, string method, int stop)
    {
        await DoTwoAsync(desk, harbour, $"Yrsa {drill}", drill);
        desk.Until(() => desk.Address.Contains($"method={method}", StringComparison.Ordinal), "the method in the address");
        desk.See($"[data-stop='{stop}'][aria-current='step']");
        desk.See("[data-test='groups'] li");
        desk.ComplainsOfNothing();
    }

    /// <summary>A session of two tasks by keyboard, into the record, and from there to the desk that explains one.</summary>
    internal static async Task DoTwoAsync(Desk desk, Harbour harbour, string solver, string drill, string before = ".top")
    {
        await BeginAsync(desk, harbour, solver, drill, 2);
        for (var number = 1; number <= 2; number++)
        {
            desk.See(".top", $"task {number} of 2");
            desk.See(before);
            AnswerByKeys(desk);
            if (number == 1) desk.See(".verdict .knob", "Explain at the desk");
            desk.Press(" ");
            desk.Until(() => desk.All("[data-test='drill-verdict']").Count == 0, "the verdict to go");
        }

        desk.See("[data-test='session-end']", "of 2 right");
        desk.Press("r");
        desk.See("[data-test='attempts']", "2");
        desk.Click("td a", "explain");
    }

    [Theory]
    [InlineData("cross.sort-edges")]
    [InlineData("cross.last-edge")]
    [InlineData("cross.follow-edge")]
    [InlineData("cross.plan-and-commit")]
    [InlineData("cross.ladder")]
    [InlineData("cross.choose-color")]
    [InlineData("cross.save-the-plan")]
    public async Task A_whole_session_of_a_drill_is_done_by_keyboard_and_is_in_the_record(string drill)
    {
        using var desk = new Desk();
        await BeginAsync(desk, harbour, $"Keys {drill}", drill, 4);
        for (var number = 1; number <= 4; number++)
        {
            desk.See(".top", $"task {number} of 4");
            AnswerByKeys(desk);
            desk.Press(" ");
            desk.Until(() => desk.All("[data-test='drill-verdict']").Count == 0, "the verdict to go");
        }

        desk.See("[data-test='session-end']", "of 4 right");
        desk.Press("r");
        desk.See("[data-test='attempts']", "4");
        desk.See("[data-test='drill-figures'] tbody tr");
        desk.Click("[data-test='drill-figures'] button");
        desk.See(".chart svg");
        desk.Until(() => desk.Address.Contains($"drill={drill}", StringComparison.Ordinal), "the address to carry the drill");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public async Task A_task_that_is_turned_can_be_made_on_ones_own_cube_and_its_answer_is_explained_at_the_desk()
    {
        using var desk = new Desk();
        await BeginAsync(desk, harbour, "Ruta Brine", "cross.last-edge", 1);
        // The scramble is searched after the task is shown.
        desk.Until(() => Turns().IsMatch(desk.See(".scramble .sequence").Text), "a scramble for one's own cube");
        AnswerByKeys(desk);
        desk.Press("x");
        desk.See("[data-test='plan-text']");
        desk.Until(() => desk.Address.Contains("scramble=", StringComparison.Ordinal)
            && !desk.Address.Contains("facelets=", StringComparison.Ordinal), "the address to say the scramble");
        // From the record too.
        desk.Press("r");
        desk.Click("td a", "explain");
        desk.See("[data-test='plan-text']");
        desk.ComplainsOfNothing();
    }

    [System.Text.RegularExpressions.GeneratedRegex("^([UDFBRL][2′]? ?){8,}$")]
    private static partial System.Text.RegularExpressions.Regex Turns();

    /// <summary>Somebody new, and a session of some tasks of a drill that has just begun.</summary>
    internal static async Task BeginAsync(Desk desk, Harbour harbour, string name, string drill, int tasks)
    {
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver(name);
        using var client = new HttpClient { BaseAddress = harbour.Address };
        var solvers = (await client.GetFromJsonAsync<JsonElement>("api/solvers?pageSize=200")).GetProperty("items");
        var id = solvers.EnumerateArray().First(s => s.GetProperty("name").GetString() == name).GetProperty("id").GetInt32();
        using var begun = await client.PostAsJsonAsync("api/practice/sessions", new { solverId = id, programme = drill, tasks });
        begun.EnsureSuccessStatusCode();
        desk.Open(new Uri(harbour.Address, "drill"));
        desk.See(".waiting");
        desk.Press(" ");
    }

    [Fact]
    public void Somebody_new_has_a_first_task_at_one_key_and_somebody_who_returns_sees_what_is_due()
    {
        using var desk = new Desk();
        desk.Open(harbour.Address);
        // The first visit shows what this is; later ones what is due.
        desk.See(".openings .card");
        desk.Open(harbour.Address);
        desk.See(".today");
        desk.ChooseSolver("Ioan Paskett");
        desk.See("[data-test='today-lead']", "due");
        desk.AddSolver("Pia Sorrel");
        desk.See("[data-test='today-lead']", "good edges from bad ones");
        desk.Press(" ");
        desk.See(".task h2", "edges are bad?");
        desk.Press("2");
        desk.See(".option[aria-pressed='true']");
        desk.Press("2", "1", " ");
        desk.See("[data-test='drill-verdict']");
        // Explained in Plan, and back again to the next task.
        desk.Press("x");
        desk.See("[data-test='plan-text']");
        desk.Press("d");
        desk.See("[data-test='today-lead']", "You left a session at task 2");
        desk.Press(" ");
        desk.See(".waiting", "Task 2 is waiting");
        desk.Press(" ");
        desk.See(".task h2", "edges are bad?");
        desk.ComplainsOfNothing();
    }

    [Fact]
    public void A_session_goes_on_after_a_reload_a_pause_and_a_hint()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver("Yale Brin");
        desk.Click("[data-drill='cross.follow-edge']");
        AnswerByKeys(desk);
        desk.Press(" ");
        desk.See(".top", "task 2 of 10");
        var shown = desk.See("[data-test='shown']").Text;
        desk.Press("i");
        desk.See(".hint");
        desk.Driver.Navigate().Refresh();
        desk.See(".waiting", "Task 2 is waiting");
        Assert.Empty(desk.All("[data-test='shown']"));
        desk.Press(" ");
        Assert.Equal(shown, desk.See("[data-test='shown']").Text);
        desk.Press("q");
        desk.See(".waiting");
        desk.Press("q");
        desk.See("[data-test='shown']");
        desk.Press("e");
        desk.See("[data-test='session-end']", "of 1 right");
    }

    [Fact]
    public async Task A_session_survives_the_death_of_the_server()
    {
        using var server = await MortalServer.TakeAsync();
        using var desk = new Desk();
        desk.Open(new Uri(server.Address, "today"));
        desk.AddSolver("Sol Vane");
        desk.Click("[data-drill='cross.sort-edges']");
        AnswerByKeys(desk);
        desk.Press(" ");
        desk.See(".top", "task 2 of 10");
        desk.Press("1");
        desk.See(".option[aria-pressed='true']");
        server.Kill();
        desk.Press(" ");
        desk.See(".failure", "does not answer");
        // What was marked is still marked.
        desk.See(".option[aria-pressed='true']");
        await server.RiseAsync();
        desk.See(".failure button").Click();
        desk.See("[data-test='drill-verdict']");
        desk.Press(" ");
        desk.See(".top", "task 3 of 10");
    }

    [Fact]
    public async Task Two_windows_in_one_session_do_not_lose_an_answer()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver("Una Treve");
        desk.Click("[data-drill='cross.sort-edges']");
        desk.See(".top", "task 1 of 10");
        // The other window answers first.
        using var client = new HttpClient { BaseAddress = harbour.Address };
        var solvers = (await client.GetFromJsonAsync<JsonElement>("api/solvers?pageSize=200")).GetProperty("items");
        var id = solvers.EnumerateArray().First(s => s.GetProperty("name").GetString() == "Una Treve").GetProperty("id").GetInt32();
        var session = await client.GetFromJsonAsync<JsonElement>($"api/practice/sessions/open?solverId={id}");
        using var answered = await client.PostAsJsonAsync(
            $"api/practice/sessions/{session.GetProperty("id").GetInt64()}/answers",
                new { key = Guid.NewGuid(), number = 1, answer = "", firstMs = 10, totalMs = 20, hints = 0 });
        answered.EnsureSuccessStatusCode();
        desk.Press("1", " ");
        desk.See(".failure", "This task is over");
        desk.See(".waiting", "Task 2 is waiting");
        desk.Press(" ");
        desk.See(".top", "task 2 of 10");
    }

    [Fact]
    public async Task What_is_exported_and_wiped_and_imported_is_the_same_record()
    {
        using var folder = new TemporaryFolder();
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver("Rook Amble");
        desk.Click("[data-drill='cross.sort-edges']");
        AnswerByKeys(desk);
        desk.Press(" ");
        AnswerByKeys(desk);
        desk.Press("r");
        desk.See("[data-test='attempts']", "2");
        var record = desk.See(".figures").Text;
        using var client = new HttpClient { BaseAddress = harbour.Address };
        var export = Path.Combine(folder.Path, "export.json");
        desk.Click("a.knob", "Out and in");
        desk.See("a[download]", "Everything");
        await File.WriteAllTextAsync(export, await client.GetStringAsync(
            new Uri(desk.See("a[download]", "Everything").GetAttribute("href")!)));
        var cut = Path.Combine(folder.Path, "cut.json");
        await File.WriteAllTextAsync(cut, (await File.ReadAllTextAsync(export))[..200]);

        // Another server, another folder: nothing of theirs is there.
        using var elsewhere = await MortalServer.TakeAsync();
        desk.Open(new Uri(elsewhere.Address, "data"));
        desk.AddSolver("Rook Amble");
        desk.See("#data-file").SendKeys(cut);
        desk.See("[role='alert']", "cut short");
        desk.See("#data-file").SendKeys(export);
        desk.See("[data-test='trial']", "2 answers");
        desk.Click(".trial .main");
        desk.See("[data-test='imported']", "2 answers");
        desk.See("#data-file").SendKeys(export);
        desk.See("[data-test='trial']", "2 are there already");
        desk.Press("r");
        desk.See("[data-test='attempts']", "2");
        Assert.Equal(record, desk.See(".figures").Text);
    }

    [Fact]
    public void A_list_of_scrambles_is_taken_one_after_the_other_and_a_wrong_line_is_told()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "data"));
        var list = desk.See("#data-scrambles");
        list.SendKeys("R U F2 D L B\nR Q\n");
        desk.Click(".knob", "Use this list");
        desk.See("[role='alert']", "Line 2");
        Assert.Contains("R Q", list.GetAttribute("value")!, StringComparison.Ordinal);
        list.SendKeys(Keys.Backspace + Keys.Backspace + "F");
        desk.Click(".knob", "Use this list");
        desk.Until(() => desk.Address.Contains("scramble=R U F2 D L B", StringComparison.Ordinal), "the first of the list");
        desk.See(".bar .main", "Next of 1");
        desk.Press("n");
        desk.Until(() => desk.Address.Contains("scramble=R F", StringComparison.Ordinal), "the second of the list");
        desk.See(".bar .main", "New scramble");
    }

    [Fact]
    public void A_sheet_can_be_printed_with_and_without_answers()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "sheet?drill=cross.follow-edge"));
        desk.Until(() => desk.All(".tasks .task").Count == 12, "twelve tasks");
        Assert.Empty(desk.All("[data-test='sheet-answer']"));
        desk.Press("c");
        desk.Until(() => desk.All("[data-test='sheet-answer']").Count == 12, "twelve answers");
        var first = desk.See(".tasks .task").Text;
        desk.Press("n");
        desk.Until(() => desk.See(".tasks .task").Text != first, "another sheet");
        // On paper there is neither bar nor button.
        desk.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "print" });
        desk.Until(() => !desk.All("nav.rail")[0].Displayed && desk.All("header button").All(b => !b.Displayed), "the paper");
        desk.Driver.ExecuteCdpCommand("Emulation.setEmulatedMedia", new() { ["media"] = "" });
    }

    [Fact]
    public void The_calls_of_inspection_are_seen_and_the_endings_can_be_covered()
    {
        using var desk = new Desk();
        desk.Open(new Uri(harbour.Address, "today"));
        desk.AddSolver("Tove Lisk");
        desk.Click("[data-drill='cross.plan-and-commit']");
        desk.See(".task .main", "I have planned");
        desk.See(".call", "eight seconds");
        desk.Press("s");
        desk.See(".top [aria-pressed='true']", "Sounds");
        desk.Press("r");
        desk.Open(new Uri(harbour.Address, "casebook/cross"));
        desk.Until(() => desk.All(".tile").Count == 17, "seventeen endings");
        desk.Until(() => desk.All(".tile .sequence").Count == 17, "17 of .tile .sequence");
        desk.Press("c");
        desk.Until(() => desk.All(".tile .sequence").Count == 0, "the answers to be covered");
    }
}
