using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

public sealed class ExchangeApiTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static HabitsRequest Habits() => new(["red", "orange"], null, "leastTime", "foresight", true, "B", "qtm", 200, "dark", true);

    /// <summary>Stickers that no cube has: two centres stand in each other's place.</summary>
    private static string SwappedCenters()
    {
        var stickers = Core.Cube.Facelets.Write(Core.Cube.CubeState.Solved).ToCharArray();
        (stickers[4], stickers[22]) = (stickers[22], stickers[4]);
        return new string(stickers);
    }

    private async Task<int> FilledSolverAsync()
    {
        var solver = (await server.AddSolverAsync()).Id;
        await server.PutAsync<HabitsResponse>($"api/solvers/{solver}/habits", Habits());
        await server.PutAsync<CasePageResponse>("api/casebook/f2l/right-back-f/kept",
            new KeepSequenceRequest(solver, "FL", "y' R U R' y", "seen from the left"));
        await server.PostAsync<KeptCourseResponse>("api/courses",
            new KeepCourseRequest(Guid.NewGuid(), solver, "R U R'", "yellow", "", "R U' R'"));
        for (var i = 0; i < 3; i++) await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(solver));
        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "cross.sort-edges", null, 4));
        for (var i = 1; i <= 4; i++)
            await server.PostAsync<VerdictResponse>(
                $"api/practice/sessions/{session.Id}/answers", new AnswerRequest(Guid.NewGuid(), i, "", 2_000, 3_000, 0));
        return solver;
    }

    private async Task<string> TextAsync(string address) => await server.Client.GetStringAsync(new Uri(address, UriKind.Relative));

    private static async Task<HttpResponseMessage> SendAsync(
        HttpClient client, int solver, string text, bool dryRun = false, string type = "application/json")
    {
        using var content = new StringContent(text, Encoding.UTF8);
        content.Headers.ContentType = MediaTypeHeaderValue.Parse(type);
        using var request = new HttpRequestMessage(
            HttpMethod.Post, new Uri($"api/solvers/{solver}/import?dryRun={dryRun}", UriKind.Relative))
        { Content = content };
        // Asks before it sends, so that a refusal is heard.
        request.Headers.ExpectContinue = text.Length > 1_000_000;
        return await client.SendAsync(request);
    }

    private static async Task<ImportResponse> ImportAsync(
        HttpClient client, int solver, string text, bool dryRun = false, string type = "application/json")
    {
        using var answer = await SendAsync(client, solver, text, dryRun, type);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<ImportResponse>(ServerFixture.Json))!;
    }

    private async Task<(string? Code, string Detail)> RefusedAsync(
        int solver, string text, string type = "application/json", HttpStatusCode status = HttpStatusCode.BadRequest)
    {
        using var answer = await SendAsync(server.Client, solver, text, type: type);
        Assert.Equal(status, answer.StatusCode);
        var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        return (problem.GetProperty("code").GetString(), problem.GetProperty("detail").GetString()!);
    }

    [Fact]
    public async Task What_is_exported_comes_back_whole_in_an_empty_server_and_twice_adds_nothing()
    {
        var solver = await FilledSolverAsync();
        var text = await TextAsync($"api/solvers/{solver}/export");
        var record = await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}");
        using var other = new ServerFixture();
        var there = (await other.AddSolverAsync()).Id;
        var trial = await ImportAsync(other.Client, there, text, dryRun: true);
        Assert.Equal((true, 3, 4, true, 1, 1, 0, 0),
            (trial.IsDryRun, trial.Plans, trial.Answers, trial.Habits, trial.Sequences, trial.Courses, trial.Known, trial.RefusedCount));
        Assert.Equal(0, (await other.GetAsync<AttemptPageResponse>($"api/attempts?solverId={there}")).Total);
        var added = await ImportAsync(other.Client, there, text);
        Assert.Equal((false, 3, 4, 0), (added.IsDryRun, added.Plans, added.Answers, added.Known));
        var again = await ImportAsync(other.Client, there, text);
        Assert.Equal((0, 0, false, 0, 0, 9), (again.Plans, again.Answers, again.Habits, again.Sequences, again.Courses, again.Known));
        Assert.Equal(("y' R U R' y", "seen from the left"),
            (await other.GetAsync<CasePageResponse>($"api/casebook/f2l/right-back-f?solverId={there}")).Views.Where(s => s.Kept.Length > 0)
            .Select(s => (s.Kept, s.Note)).Single());
        var (sent, kept) = (await server.GetAsync<IReadOnlyList<KeptCourseResponse>>($"api/courses?solverId={solver}"),
            await other.GetAsync<IReadOnlyList<KeptCourseResponse>>($"api/courses?solverId={there}"));
        Assert.Equal(sent.Select(c => c with { Id = 0 }), kept.Select(c => c with { Id = 0 }));
        var habits = await other.GetAsync<HabitsResponse>($"api/solvers/{there}/habits");
        Assert.Equal(JsonSerializer.Serialize(await server.GetAsync<HabitsResponse>($"api/solvers/{solver}/habits"), ServerFixture.Json),
            JsonSerializer.Serialize(habits, ServerFixture.Json));
        var copied = await other.GetAsync<RecordResponse>($"api/practice/record?solverId={there}");
        Assert.Equal(Plain(record), Plain(copied));
        var (mine, theirs) = (await server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}"),
            await other.GetAsync<AttemptPageResponse>($"api/attempts?solverId={there}"));
        Assert.Equal(mine.Items.Select(a => a with { Id = 0, SolverId = 0 }), theirs.Items.Select(a => a with { Id = 0, SolverId = 0 }));
    }

    [Fact]
    public async Task Csv_goes_out_and_in_as_well()
    {
        var solver = await FilledSolverAsync();
        using var other = new ServerFixture();
        var there = (await other.AddSolverAsync()).Id;
        Assert.Equal(4, (await ImportAsync(other.Client, there, await TextAsync($"api/solvers/{solver}/answers.csv"),
            type: "text/csv")).Answers);
        Assert.Equal(3, (await ImportAsync(other.Client, there, await TextAsync($"api/solvers/{solver}/plans.csv"),
            type: "text/csv")).Plans);
        Assert.Equal(await TextAsync($"api/solvers/{solver}/answers.csv"),
            await other.Client.GetStringAsync(new Uri($"api/solvers/{there}/answers.csv", UriKind.Relative)));
        Assert.Equal(3, (await TextAsync($"api/solvers/{solver}/scrambles.txt")).Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
    }

    [Fact]
    public async Task What_is_wrong_in_an_entry_is_told_and_the_others_are_taken()
    {
        var solver = (await server.AddSolverAsync()).Id;
        object Answer(object patch) => Merge(new
        {
            key = Guid.NewGuid(),
            at = "2026-03-01T10:00:00Z",
            drill = "sort-edges",
            @case = "1",
            level = 1,
            scramble = "R U",
            color = "white",
            answer = "red",
            plan = "",
            right = true,
            firstMs = 10,
            totalMs = 20,
            ms = 20,
            targetMs = 5000,
            hints = 0
        }, patch);
        object[] answers =
        [
            Answer(new { }), Answer(new { drill = "juggling" }), Answer(new { totalMs = -5 }), Answer(new { at = "2999-01-01T00:00:00Z" }),
                Answer(new { scramble = "R Q" }), Answer(new { color = "pink" }),
            Answer(new { facelets = "WWW" }), Answer(new { facelets = SwappedCenters() }),
            Answer(new { level = 9 }), Answer(new { key = Guid.Empty }), Answer(new { turnsOver = -1 }), Answer(new { @case = "" }),
        ];
        object[] plans = [new { key = Guid.NewGuid(), at = "2026-03-01T10:00:00Z", scramble = "R U F", color = "white", plan = "x2 R (U",
            planningMs = 5, covered = true }];
        var import = await ImportAsync(server.Client, solver,
            JsonSerializer.Serialize(new
            {
                format = "tin-compass",
                version = 1,
                exportedAt = "2026-03-01T10:00:00Z",
                solver = "x",
                habits = new { colors = new[] { "white", "red" } },
                plans,
                answers,
                sequences = new object[] { new { @case = "right-back-f", slot = "FR", sequence = "R" },
                    new { @case = "none", slot = "FR" } },
                courses = new object[] { new { key = Guid.NewGuid(), at = "2026-03-01T10:00:00Z", scramble = "R U R'", made = "",
            stops = "R" } }
            }));
        Assert.Equal((0, 1, false, 16), (import.Plans, import.Answers, import.Habits, import.RefusedCount));
        Assert.Equal(["sequences[0]", "sequences[1]", "courses[0]"], import.Refused.TakeLast(3).Select(r => r.Where));
        Assert.Contains("breaks the cross", import.Refused[^3].Why, StringComparison.Ordinal);
        Assert.Equal(["habits", "plans[0]"], import.Refused.Take(2).Select(r => r.Where));
        Assert.Contains("not closed", import.Refused[1].Why, StringComparison.Ordinal);
        string[] why = ["no drill", "impossible", "future", "'Q' is no turn", "no colour", "3 were given", "centre", "levels 1 to 2",
            "no key", "counts", "no case"];
        for (var i = 0; i < why.Length; i++)
        {
            Assert.Equal($"answers[{i + 1}]", import.Refused[i + 2].Where);
            Assert.Contains(why[i], import.Refused[i + 2].Why, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task A_document_that_is_no_good_as_a_whole_adds_nothing()
    {
        var solver = await FilledSolverAsync();
        var there = (await server.AddSolverAsync()).Id;
        var text = await TextAsync($"api/solvers/{solver}/export");
        var (code, detail) = await RefusedAsync(there, text[..(text.Length / 2)]);
        Assert.Equal("bad-document", code);
        Assert.Contains("cut short", detail, StringComparison.Ordinal);
        Assert.Equal("newer-version", (await RefusedAsync(
            there, text.Replace("\"version\":3", "\"version\":7", StringComparison.Ordinal))).Code);
        Assert.Equal("bad-document", (await RefusedAsync(there, "{\"format\":\"something else\",\"version\":1}")).Code);
        Assert.Equal("bad-document", (await RefusedAsync(there, "not json at all")).Code);
        Assert.Equal("bad-document", (await RefusedAsync(there, "", "text/csv")).Code);
        Assert.Contains("Columns are missing: key", (await RefusedAsync(there, "drill,case\na,b\n", "text/csv")).Detail,
            StringComparison.Ordinal);
        // Another solver's document is taken in as one's own: keys belong to each solver.
        var foreign = await ImportAsync(server.Client, there, text);
        Assert.Equal((3, 4, 1, 0), (foreign.Plans, foreign.Answers, foreign.Courses, foreign.RefusedCount));
        Assert.Equal(4, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={there}")).Attempts);
        await server.ProblemAsync("api/solvers/999999/export", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_line_of_csv_that_is_wrong_is_told_with_its_number()
    {
        var solver = await FilledSolverAsync();
        using var other = new ServerFixture();
        var there = (await other.AddSolverAsync()).Id;
        var lines = (await TextAsync($"api/solvers/{solver}/answers.csv")).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        lines[2] = lines[2].Replace(",3000,", ",soon,", StringComparison.Ordinal);
        lines[3] = lines[3][..20];
        var import = await ImportAsync(other.Client, there, string.Join('\n', lines), type: "text/csv");
        Assert.Equal((2, 2), (import.Answers, import.RefusedCount));
        Assert.Equal(["line 3", "line 4"], import.Refused.Select(r => r.Where));
        Assert.Contains("'soon' in column totalMs", import.Refused[0].Why, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_document_of_any_size_is_taken_and_elsewhere_a_large_body_is_refused()
    {
        using var folder = new TemporaryFolder();
        ReadyTables.LinkIn(folder.Path);
        using var real = await RunningServer.StartAsync(folder.Path);
        // However busy the machine is: nothing is sent before the answer is heard.
        using var handler = new SocketsHttpHandler { Expect100ContinueTimeout = TimeSpan.FromSeconds(60) };
        using var client = new HttpClient(handler) { BaseAddress = real.Address };
        using var added = await client.PostAsJsonAsync("api/solvers", new Features.Solvers.NewSolverRequest("Runa Teel"));
        var solver = (await added.Content.ReadFromJsonAsync<Features.Solvers.SolverResponse>(ServerFixture.Json))!.Id;
        using var fine = await SendAsync(client, solver, "{\"format\":\"tin-compass\",\"version\":1" + new string(' ', 50_000_000) + "}");
        Assert.Equal(HttpStatusCode.OK, fine.StatusCode);
        using var empty = await SendAsync(client, solver, new string(' ', 2_000_000));
        Assert.Equal(HttpStatusCode.BadRequest, empty.StatusCode);
        using var blanks = new StringContent(new string(' ', 70_000));
        using var request = new HttpRequestMessage(HttpMethod.Post, "api/attempts") { Content = blanks };
        request.Headers.ExpectContinue = true;
        blanks.Headers.ContentType = new("application/json");
        using var large = await client.SendAsync(request);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, large.StatusCode);
        Assert.Equal("body-too-large", (await large.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("code").GetString());
    }

    /// <summary>A record without the numbers that a database gives.</summary>
    private static string Plain(RecordResponse record) =>
        JsonSerializer.Serialize(record with { Last = [.. record.Last.Select(a => a with { Id = 0 })] }, ServerFixture.Json);

    private static Dictionary<string, object?> Merge(object one, object other)
    {
        var merged = JsonSerializer.Deserialize<Dictionary<string, object?>>(JsonSerializer.Serialize(one))!;
        foreach (var (name, value) in JsonSerializer.Deserialize<Dictionary<string, object?>>(
            JsonSerializer.Serialize(other))!) merged[name] = value;
        return merged;
    }
}
