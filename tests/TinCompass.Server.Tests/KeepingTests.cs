using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Bin;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>
/// Whatever is taken can be shown, taken elsewhere and taken back; what cannot be read takes no view down; what was deleted comes back as
/// it was.
/// </summary>
public sealed partial class KeepingTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly bool IsLong = Environment.GetEnvironmentVariable("TC_LONG") is not null;
    private static readonly string[] Nonsense = ["'nonsense \u0001 {'", "-9223372036854775807", "9223372036854775807", "''"];

    private readonly List<string> downs = [];

    private static readonly string[] Letters = ["R", "U'", "F2", "D", "L'", "B2", "r", "M", "(R U)2", "y", "x2", "E'"];

    private static string Turns(Random random, int most) =>
        string.Join(' ', Enumerable.Range(0, 1 + random.Next(most)).Select(_ => Letters[random.Next(Letters.Length)]));

    [Fact]
    public async Task Whatever_is_accepted_can_be_shown_and_taken_elsewhere_and_is_the_same_there()
    {
        var random = new Random(11);
        using var elsewhere = new ServerFixture();
        for (var round = 0; round < 3; round++)
        {
            var solver = (await server.AddSolverAsync()).Id;
            var taken = 0;
            for (var write = 0; write < 40; write++) taken += await WriteAsync(random, solver) ? 1 : 0;
            Assert.True(taken > 15, $"only {taken} of 40 were taken");
            await AllShowAsync(solver, $"round {round}");
            Assert.Equal([], downs);
            var export = await ExportAsync(server.Client, solver);
            var there = (await elsewhere.AddSolverAsync()).Id;
            var brought = await ImportAsync(elsewhere.Client, there, export);
            Assert.Equal((0, ""), (brought.RefusedCount, string.Join(' ', brought.Refused.Select(r => r.Why))));
            Assert.Equal(Plain(export), Plain(await ExportAsync(elsewhere.Client, there)));
        }
    }

    [Fact]
    public async Task A_plan_as_long_as_can_be_sent_is_shown_and_comes_back()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var at = 0;
        foreach (var plan in new[] { "(R U)250", "(R U)249 R", "(R U)248" })
        {
            using var answer = await server.Client.PostAsJsonAsync(new Uri("api/attempts", UriKind.Relative),
                ServerFixture.Attempt(solver, plan), ServerFixture.Json);
            at += answer.IsSuccessStatusCode ? 1 : 0;
        }

        // With the rotation of the hold the first has 501 turns.
        Assert.Equal(2, at);
        await AllShowAsync(solver, "long plans");
        Assert.Equal([], downs);
        using var elsewhere = new ServerFixture();
        var there = (await elsewhere.AddSolverAsync()).Id;
        Assert.Equal(2, (await ImportAsync(elsewhere.Client, there, await ExportAsync(server.Client, solver))).Plans);
    }

    [Fact]
    public async Task Six_hundred_answers_of_an_hour_on_one_day_are_summed()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var answers = Answers(600, (answer, i) => answer with { FirstMs = 3_600_000, TotalMs = 3_600_000, Ms = 3_600_000 });
        Assert.Equal(600, (await ImportAsync(server.Client, solver, Document(answers))).Answers);
        await AllShowAsync(solver, "hours");
        Assert.Equal([], downs);
    }

    [Fact]
    public async Task A_row_that_cannot_be_read_takes_no_view_down()
    {
        var random = new Random(12);
        var solver = (await server.AddSolverAsync()).Id;
        for (var write = 0; write < 36; write++) await WriteAsync(random, solver);
        await ImportAsync(server.Client, solver, Document(Answers(3, (a, _) => a)));
        await DeleteAsync($"api/attempts/{(await PlansAsync(solver)).Items[0].Id}?solverId={solver}");
        using var scope = server.Services.CreateScope();
        var model = scope.ServiceProvider.GetRequiredService<TinCompassDb>().Model;
        var (spoilt, told, columns) = (0, 0, 0);
        foreach (var type in model.GetEntityTypes().Where(t => t.FindProperty("SolverId") is not null || t.ClrType == typeof(BinRow)))
            foreach (var property in type.GetProperties().Where(p => !p.IsPrimaryKey() && !p.IsForeignKey() && p.Name is not "SolverId"))
                foreach (var nonsense in Nonsense.Skip(columns++ % 2).Where((_, i) => IsLong || i % 2 == 0))
                {
                    if (!Spoil(type, property, solver, nonsense, out var mend)) continue;
                    spoilt++;
                    // A casebook takes time, the more where the hands are others, and looks at few tables: all of them by night alone.
                    told += await AllShowAsync(solver, $"{type.GetTableName()}.{property.Name} = {nonsense}",
                        IsLong || type.GetTableName() is "KeptSequences" or "Masteries" || spoilt % 8 == 0);
                    mend();
                }

        Assert.True(downs.Count == 0, string.Join('\n', downs.Select(d => d[..Math.Min(200, d.Length)])));
        Assert.True(spoilt > 80, $"{spoilt}");
        Assert.True(told > 10, $"only {told} answers said that something was skipped");
        Assert.Equal(0, await AllShowAsync(solver, "mended"));
    }

    [Fact]
    public async Task What_was_deleted_comes_back_as_it_was()
    {
        var random = new Random(13);
        var solver = (await server.AddSolverAsync()).Id;
        for (var write = 0; write < 36; write++) await WriteAsync(random, solver);
        await server.PostAsync<Features.Solves.SolveResponse>("api/solves", SolveApiTests.Solve(solver) with { Purpose = "" });
        var import = (await ImportAsync(server.Client, solver, Document(Answers(20, (a, _) => a)))).Id;
        var record = await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}");
        var before = (Export: Plain(await ExportAsync(server.Client, solver)), Record: Text(record));
        var session = (await server.GetAsync<List<PastSessionResponse>>($"api/practice/sessions?solverId={solver}"))[0];
        var kept = JsonDocument.Parse(await ExportAsync(server.Client, solver)).RootElement.GetProperty("sequences")[0];
        var solve = JsonDocument.Parse(await server.Client.GetStringAsync(new Uri($"api/solves?solverId={solver}", UriKind.Relative)))
            .RootElement.GetProperty("items")[0].GetProperty("id");
        string[] deletions =
        [
            $"api/solves/{solve}?solverId={solver}",
            $"api/attempts/{(await PlansAsync(solver)).Items[0].Id}?solverId={solver}",
            $"api/practice/answers/{record.Last[0].Id}?solverId={solver}",
            $"api/practice/sessions/{session.Id}?solverId={solver}",
            $"api/courses/{(await server.GetAsync<List<KeptCourseResponse>>($"api/courses?solverId={solver}"))[0].Id}?solverId={solver}",
            $"api/casebook/f2l/{kept.GetProperty("case").GetString()}/kept?solverId={solver}&view={kept.GetProperty("view").GetString()}",
            $"api/solvers/{solver}/imports/{import}",
            $"api/solvers/{solver}",
        ];
        foreach (var deletion in deletions)
        {
            var gone = await DeleteAsync(deletion);
            Assert.True(gone.Rows > 0);
            if (gone.Kind != "solver")
            {
                Assert.NotEqual(before.Export, Plain(await ExportAsync(server.Client, solver)));
                await AllShowAsync(solver, deletion);
                Assert.Equal([], downs);
                Assert.Contains(await server.GetAsync<List<DeletedResponse>>($"api/bin?solverId={solver}"), d => d.Id == gone.Id);
            }

            using (var again = await server.Client.DeleteAsync(new Uri(deletion, UriKind.Relative)))
                Assert.Equal(HttpStatusCode.NotFound, again.StatusCode);
            await server.PostAsync<RestoredResponse>($"api/bin/{gone.Id}/restore", new { });
            Assert.Equal(before.Export, Plain(await ExportAsync(server.Client, solver)));
            Assert.Equal(before.Record, Text(await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")));
        }
    }

    [Fact]
    public async Task Nobody_deletes_what_is_anothers_by_its_number()
    {
        var (mine, theirs) = ((await server.AddSolverAsync()).Id, (await server.AddSolverAsync()).Id);
        var plan = await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(theirs));
        using var refused = await server.Client.DeleteAsync(new Uri($"api/attempts/{plan.Id}?solverId={mine}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, refused.StatusCode);
        Assert.Equal(1, (await PlansAsync(theirs)).Total);
    }

    [Fact]
    public async Task An_import_that_is_stopped_leaves_nothing()
    {
        var solver = (await server.AddSolverAsync()).Id;
        using var stop = new CancellationTokenSource();
        var sending = SendAsync(server.Client, solver, Document(Answers(40_000, (a, _) => a)), stop.Token);
        while ((await server.GetAsync<ImportProgressResponse>($"api/solvers/{solver}/import")).Entries < 2_000)
            Assert.False(sending.IsCompleted);
        using (var second = await SendAsync(server.Client, solver, Document([]), CancellationToken.None))
            Assert.Equal(HttpStatusCode.Conflict, second.StatusCode);
        // Meanwhile others go on, and so does whoever imports.
        await server.PostAsync<AttemptResponse>("api/attempts", ServerFixture.Attempt(solver));
        await stop.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => sending);
        Assert.True(SpinWait.SpinUntil(
            () => !server.GetAsync<ImportProgressResponse>($"api/solvers/{solver}/import").GetAwaiter().GetResult().IsRunning,
            TimeSpan.FromSeconds(30)));
        Assert.Equal(0, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")).Attempts);
        Assert.Empty(await server.GetAsync<List<ImportedResponse>>($"api/solvers/{solver}/imports"));
        Assert.Equal(1, (await PlansAsync(solver)).Total);
        Assert.Empty(Directory.GetFiles(server.Folder, "*.part"));
    }

    [Fact]
    public async Task A_server_that_is_killed_in_an_import_has_all_of_it_or_nothing()
    {
        using var folder = new TemporaryFolder();
        ReadyTables.LinkIn(folder.Path);
        var text = Document(Answers(8_000, (a, _) => a));
        int solver;
        using (var first = await RunningServer.StartAsync(folder.Path))
        {
            using var client = new HttpClient { BaseAddress = first.Address };
            using var added = await client.PostAsJsonAsync("api/solvers", new NewSolverRequest("Runa Teel"));
            solver = (await added.Content.ReadFromJsonAsync<SolverResponse>(ServerFixture.Json))!.Id;
            var sending = SendAsync(client, solver, text, CancellationToken.None);
            while ((await client.GetFromJsonAsync<ImportProgressResponse>($"api/solvers/{solver}/import",
                ServerFixture.Json))!.Entries < 2_000)
                Assert.False(sending.IsCompleted);
            first.Kill();
            await Assert.ThrowsAnyAsync<HttpRequestException>(() => sending);
        }

        using var again = ServerFixture.At(folder.Path);
        Assert.Equal(0, (await again.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")).Attempts);
        Assert.Empty(Directory.GetFiles(folder.Path, "*.part"));
        Assert.Equal(8_000, (await ImportAsync(again.Client, solver, text)).Answers);
    }

    [Fact]
    public async Task Very_long_plans_draw_on_a_budget_and_the_rest_comes_with_the_same_file_again()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var plans = Enumerable.Range(0, 250).Select(i => new ExchangePlan(
            Guid.NewGuid(), DateTimeOffset.UnixEpoch.AddYears(50), "R U F", "white", "(R U R' U')50", null, false)).ToArray();
        var text = JsonSerializer.Serialize(new { format = "tin-compass", version = 3, plans }, ServerFixture.Json);
        var first = await ImportAsync(server.Client, solver, text);
        Assert.Equal((250, 0), (first.Plans, first.RefusedCount));
        var more = JsonSerializer.Serialize(new
        {
            format = "tin-compass",
            version = 3,
            plans = plans.Select(p => p with { Key = Guid.NewGuid(), Plan = "(R U R' U')75" }),
        }, ServerFixture.Json);
        var part = await ImportAsync(server.Client, solver, more);
        Assert.Equal((166, 84), (part.Plans, part.RefusedCount));
        Assert.Contains("Import the file again", part.Refused[0].Why, StringComparison.Ordinal);
        var rest = await ImportAsync(server.Client, solver, more);
        Assert.Equal((84, 166, 0), (rest.Plans, rest.Known, rest.RefusedCount));
    }

    /// <summary>One thing that a page or a program might send; says whether it was taken.</summary>
    private async Task<bool> WriteAsync(Random random, int solver)
    {
        var colors = new[] { "white", "yellow", "red", "green" };
        switch (random.Next(8))
        {
            case 0:
                return await IsTakenAsync("api/attempts", new NewAttemptRequest(Guid.NewGuid(), solver, Turns(random, 20),
                    colors[random.Next(4)], random.Next(2) == 0 ? "x2" : null, Turns(random, 60), random.Next(2) == 0 ? random.Next(90_000)
                    : null, random.Next(2) == 0));
            case 1:
                return await IsTakenAsync("api/attempts", new NewAttemptRequest(Guid.NewGuid(), solver, "R U R' U' F2", "white", "",
                    Turns(random, 12), null, false, "xcross", "", "white-red-green"));
            case 2:
                return await IsTakenAsync("api/courses", new KeepCourseRequest(Guid.NewGuid(), solver, "R U R'", "yellow", "",
                    random.Next(2) == 0 ? "R U' R'" : ""));
            case 3:
                using (var kept = await server.Client.PutAsJsonAsync(new Uri("api/casebook/f2l/right-back-f/kept", UriKind.Relative),
                    new KeepSequenceRequest(solver, "FL", "y' R U R' y", $"a note, \"{random.Next()}\" =1+1 \u00e9 \n line"),
                    ServerFixture.Json)) return kept.IsSuccessStatusCode;
            case 4:
                using (var habits = await server.Client.PutAsJsonAsync(new Uri($"api/solvers/{solver}/habits", UriKind.Relative),
                    new { turnMs = random.Next(2_000), avoid = random.Next(2) == 0 ? "B" : "", theme = "dark" }))
                    return habits.IsSuccessStatusCode;
            case 5:
                return await IsTakenAsync("api/solves", SolveApiTests.Solve(solver, random.Next(90_000)) with
                {
                    Purpose = random.Next(2) == 0 ? "" : $"série {random.Next(3)}",
                    InspectionMs = random.Next(2) == 0 ? random.Next(20_000) : null,
                    Turns = random.Next(2) == 0 ? Turns(random, 60) : "",
                    Note = $"\"{random.Next()}\" =1+1 \u00e9 \n line",
                });
            case 6:
                return await IsTakenAsync("api/hands/times",
                    new Features.HandTimes.HandTimeRequest(Guid.NewGuid(), solver, Turns(random, 12),
                    random.Next(20_000)));
            default:
                var drills = server.Services.GetRequiredService<StageBook>().Drills.All;
                var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
                    new NewSessionRequest(solver, drills[random.Next(drills.Count)].Id, null, 5));
                for (var i = 1; i <= 3; i++)
                {
                    var task = session.Task!;
                    var answer = task.Kind == AnswerKind.Turns ? Turns(random, 30) : task.Kind == AnswerKind.Marks ? ""
                        : task.Options[random.Next(task.Options.Count)].Answer;
                    var verdict = await server.PostAsync<VerdictResponse>($"api/practice/sessions/{session.Id}/answers",
                        new AnswerRequest(Guid.NewGuid(), task.Number, answer, 1_000, 2_000 + random.Next(3_000_000), random.Next(3)));
                    session = verdict.Session;
                }

                return true;
        }
    }

    private async Task<bool> IsTakenAsync(string address, object body)
    {
        using var answer = await server.Client.PostAsJsonAsync(new Uri(address, UriKind.Relative), body, ServerFixture.Json);
        Assert.True(answer.IsSuccessStatusCode || answer.StatusCode == HttpStatusCode.BadRequest, $"{address}: {answer.StatusCode}");
        return answer.IsSuccessStatusCode;
    }

    /// <summary>Every address that shows something of a solver does; gives how many said that something was skipped.</summary>
    private async Task<int> AllShowAsync(int solver, string when, bool casebooks = true)
    {
        var (told, failed) = (0, new List<string>());
        foreach (var view in new[]
        {
            "practice/today", "practice/record", "practice/record?drill=cross.sort-edges", "practice/sessions", "practice/sessions/open",
            "attempts", "courses", "solves", "casebook/f2l", "casebook/cross", "casebook/f2l/right-back-f", "bin", "hands",
            $"solvers/{solver}/habits", $"solvers/{solver}/export", $"solvers/{solver}/answers.csv", $"solvers/{solver}/plans.csv",
            $"solvers/{solver}/solves.csv",
            $"solvers/{solver}/scrambles.txt", $"solvers/{solver}/imports", $"solvers/{solver}/import",
        })
        {
            if (!casebooks && view.StartsWith("casebook/f2l", StringComparison.Ordinal)) continue;
            var address = $"api/{view}{(view.Contains('?', StringComparison.Ordinal) ? '&' : '?')}solverId={solver}";
            using var answer = await server.Client.GetAsync(new Uri(address, UriKind.Relative));
            var text = await answer.Content.ReadAsStringAsync();
            if ((int)answer.StatusCode >= 300) failed.Add($"{when}: {view} answered {(int)answer.StatusCode} {text}");
            if (answer.Headers.Contains(SkippedRows.Header) || answer.TrailingHeaders.Contains(SkippedRows.Header)) told++;
        }

        downs.AddRange(failed);
        return told;
    }

    /// <summary>Writes nonsense into a column of all rows of a solver; says whether it could, and how it is mended.</summary>
    private bool Spoil(IEntityType type, IProperty property, int solver, string nonsense, out Action mend)
    {
        var (table, column) = (type.GetTableName()!, property.GetColumnName());
        var whose = type.FindProperty("SolverId") is null ? "1" : $"SolverId = {solver}";
        using var connection = new SqliteConnection($"Data Source={Path.Combine(server.Folder, "tin-compass.db")};Pooling=False");
        connection.Open();
        Run(connection, $"CREATE TABLE IF NOT EXISTS spare_rows (id INTEGER, value)");
        Run(connection, $"DELETE FROM spare_rows");
        Run(connection, $"INSERT INTO spare_rows SELECT rowid, \"{column}\" FROM \"{table}\" WHERE {whose}");
        var counts = server.Services.GetRequiredService<DayCounts>();
        counts.Forget(solver);
        mend = () =>
        {
            counts.Forget(solver);
            using var mending = new SqliteConnection($"Data Source={Path.Combine(server.Folder, "tin-compass.db")};Pooling=False");
            mending.Open();
            Run(mending,
                $"UPDATE \"{table}\" SET \"{column}\" = (SELECT value FROM spare_rows WHERE id = \"{table}\".rowid) WHERE {whose}");
            Run(mending, "DROP TABLE spare_rows");
        };
        try
        {
            // Keys are of one row each.
            var one = property.GetContainingIndexes().Any(i => i.IsUnique)
                ? $" AND rowid = (SELECT min(rowid) FROM \"{table}\" WHERE {whose})" : "";
            return Run(connection, $"UPDATE \"{table}\" SET \"{column}\" = {nonsense} WHERE {whose}{one}") > 0;
        }
        catch (SqliteException)
        {
            return false;
        }
    }

    private static int Run(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Names of our own tables alone.
        command.CommandText = sql;
#pragma warning restore CA2100
        return command.ExecuteNonQuery();
    }

    private Task<AttemptPageResponse> PlansAsync(int solver) => server.GetAsync<AttemptPageResponse>($"api/attempts?solverId={solver}");

    private async Task<DeletedResponse> DeleteAsync(string address)
    {
        using var answer = await server.Client.DeleteAsync(new Uri(address, UriKind.Relative));
        Assert.True(answer.IsSuccessStatusCode, $"{address}: {answer.StatusCode}");
        return (await answer.Content.ReadFromJsonAsync<DeletedResponse>(ServerFixture.Json))!;
    }

    private ExchangeAnswer[] Answers(int count, Func<ExchangeAnswer, int, ExchangeAnswer> with) =>
        [.. Answers(server, count).Select(with)];

    /// <summary>Answers to a drill whose cases are known.</summary>
    internal static ExchangeAnswer[] Answers(ServerFixture server, int count)
    {
        var asked = server.Services.GetRequiredService<StageBook>().Drills.All.First(d => d.Cases.Count > 0);
        return
        [
            .. Enumerable.Range(0, count).Select(i => new ExchangeAnswer(
                Guid.NewGuid(), new DateTimeOffset(2026, 1, 2, 3, 4, 5, TimeSpan.Zero).AddSeconds(i), asked.Id,
                asked.Cases[i % asked.Cases.Count], 1, Core.Cube.Facelets.Write(Core.Cube.CubeState.Solved), "white", "", "", i % 3 > 0,
                null, 500, 1_500, 1_500, 3_000, 0)),
        ];
    }

    internal static string Document(IReadOnlyList<ExchangeAnswer> answers) =>
        JsonSerializer.Serialize(new { format = "tin-compass", version = 3, answers }, ServerFixture.Json);

    private static async Task<HttpResponseMessage> SendAsync(HttpClient client, int solver, string text, CancellationToken cancel)
    {
        using var content = new StringContent(text, Encoding.UTF8, "application/json");
        return await client.PostAsync(new Uri($"api/solvers/{solver}/import", UriKind.Relative), content, cancel);
    }

    internal static async Task<ImportResponse> ImportAsync(HttpClient client, int solver, string text)
    {
        using var answer = await SendAsync(client, solver, text, CancellationToken.None);
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        return (await answer.Content.ReadFromJsonAsync<ImportResponse>(ServerFixture.Json))!;
    }

    internal static Task<string> ExportAsync(HttpClient client, int solver) =>
        client.GetStringAsync(new Uri($"api/solvers/{solver}/export", UriKind.Relative));

    /// <summary>An export without when and of whom it was made.</summary>
    internal static string Plain(string export) => Stamp().Replace(export, "");

    private static string Text(RecordResponse record) => JsonSerializer.Serialize(record, ServerFixture.Json);

    [GeneratedRegex("\"(exportedAt|solver)\":\"[^\"]*\",?", RegexOptions.None)]
    private static partial Regex Stamp();
}
