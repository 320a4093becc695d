using System.Net;
using System.Net.Http.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Solvers;

namespace TinCompass.Server.Tests;

public class PracticeApiTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    private static readonly TableShelf Shelf = ReadyTables.Shelf;
    private static readonly DrillBook Book = Catalog.Book(Shelf).Drills;

    /// <summary>Turns that make a position, as they stand in an address.</summary>
    private async Task<string> ScrambleAsync(string facelets) =>
        Uri.EscapeDataString((await server.PostAsync<Features.Scrambles.PositionResponse>(
            "api/scramble/of-position", new Features.Scrambles.PositionRequest(facelets))).Scramble);

    private Task<SessionResponse> StartAsync(int solver, string course = "cross.sort-edges", int? tasks = 3, int? minutes = null) =>
        server.PostAsync<SessionResponse>("api/practice/sessions", new NewSessionRequest(solver, course, minutes, tasks));

    private static AnswerRequest Answer(SessionResponse session, string answer, Guid? key = null, int ms = 3_000, int? number = null) =>
        new(key ?? Guid.NewGuid(), number ?? session.Task!.Number, answer, ms, ms + 500, 0);

    private Task<VerdictResponse> AnswerAsync(SessionResponse session, AnswerRequest answer) =>
        server.PostAsync<VerdictResponse>($"api/practice/sessions/{session.Id}/answers", answer);

    private async Task<(string? Code, string Detail)> RefusedAsync(SessionResponse session, AnswerRequest answer, HttpStatusCode status)
    {
        var problem = await server.ProblemAsync($"api/practice/sessions/{session.Id}/answers", status, answer);
        return (problem.GetProperty("code").GetString(), problem.GetProperty("detail").GetString()!);
    }

    /// <summary>A solver who plans white alone: a plan pasted whole, with its rotation, is then read from the scramble hold.</summary>
    private async Task<int> WhiteSolverAsync()
    {
        var solver = (await server.AddSolverAsync()).Id;
        await server.PutAsync<HabitsResponse>($"api/solvers/{solver}/habits",
            new HabitsRequest(["white"], null, null, null, null, null, null, null, null, null));
        return solver;
    }

    /// <summary>Some answer that can be read: every option, or a turn.</summary>
    private static string Any(TaskResponse task) => task.Kind switch
    {
        AnswerKind.Turns => "R U",
        AnswerKind.Marks => "",
        _ => task.Options[0].Answer,
    };

    [Fact]
    public async Task A_session_of_each_drill_goes_from_its_first_task_to_its_end()
    {
        var solver = (await server.AddSolverAsync()).Id;
        foreach (var drill in await server.GetAsync<DrillResponse[]>("api/practice/drills"))
        {
            var session = await StartAsync(solver, drill.Id);
            for (var number = 1; number <= 3; number++)
            {
                Assert.Equal((number, drill.Id, false), (session.Task!.Number, session.Task.Drill, session.IsOver));
                Assert.Equal(drill.Kind, session.Task.Kind);
                var verdict = await AnswerAsync(session, Answer(session, Any(session.Task)));
                Assert.NotEmpty(verdict.Words);
                if (verdict.Facelets.Length > Facelets.Count)
                {
                    // Of a bigger cube its page shows the position.
                    await server.GetAsync<Features.BigCubes.BigCentresResponse>(
                        $"api/big/centres?size={(verdict.Facelets.Length == 96 ? 4 : 5)}&facelets={verdict.Facelets}&color=white");
                    session = verdict.Session;
                    continue;
                }

                // What is told can be explained at the desk: the whole position, held as for scrambling.
                await server.GetAsync<Features.Courses.OpeningsResponse>(
                    $"api/course/openings?stage=cross&scramble={await ScrambleAsync(verdict.Facelets)}");
                Assert.Equal("WG", $"{verdict.Facelets[4]}{verdict.Facelets[22]}");
                Algorithm.Parse(verdict.Plan);
                session = verdict.Session;
            }

            Assert.Equal((3, true, null), (session.Done, session.IsOver, session.Task));
        }

        Assert.Equal(3 * Book.All.Count, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")).Attempts);
    }

    [Fact]
    public async Task The_open_task_is_found_again_after_a_restart_and_judged_as_it_was_shown()
    {
        var solver = await WhiteSolverAsync();
        var session = await StartAsync(solver, "cross.last-edge");
        session = (await AnswerAsync(session, Answer(session, "R U"))).Session;
        server.Restart();
        var again = await server.GetAsync<SessionResponse>($"api/practice/sessions/open?solverId={solver}");
        Assert.Equal((session.Id, 1, session.Task!.Facelets, session.Task.Question),
            (again.Id, again.Done, again.Task!.Facelets, again.Task.Question));
        // Habits that change meanwhile do not change the open task.
        await server.PutAsync<HabitsResponse>($"api/solvers/{solver}/habits",
            new HabitsRequest(["red"], null, null, null, null, null, null, null, null, null));
        Assert.Equal(session.Task.Facelets, (await server.GetAsync<SessionResponse>($"api/practice/sessions/{session.Id}")).Task!.Facelets);
        var plans = await server.GetAsync<Features.Cross.PlansResponse>(
            $"api/cross/plans?scramble={await ScrambleAsync(again.Task.Facelets)}&color={again.Task.Color}");
        var verdict = await AnswerAsync(again, Answer(again, plans.Groups[0].Plans[0].Text));
        Assert.True(verdict.Right, verdict.Words);
        Assert.Equal((0, 2), (verdict.TurnsOver, verdict.Session.Done));
    }

    [Fact]
    public async Task An_answer_sent_twice_is_kept_once_and_a_task_that_is_over_takes_none()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var session = await StartAsync(solver);
        var answer = Answer(session, "");
        var first = await AnswerAsync(session, answer);
        var second = await AnswerAsync(session, answer);
        Assert.Equal((first.Right, 1, 2), (second.Right, second.Session.Done, second.Session.Task!.Number));
        // The other window still shows task 1.
        var (code, detail) = await RefusedAsync(session, Answer(session, ""), HttpStatusCode.Conflict);
        Assert.Equal("task-over", code);
        Assert.Contains("task 2", detail, StringComparison.Ordinal);
        // Another solver's key is a key like any other, and tells nothing of that solver's answer.
        var other = await StartAsync((await server.AddSolverAsync()).Id);
        Assert.Equal(1, (await AnswerAsync(other, Answer(other, "", key: answer.Key))).Session.Done);
        Assert.Equal(1, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")).Attempts);
    }

    [Fact]
    public async Task An_answer_tells_where_its_time_went()
    {
        var session = await StartAsync(await WhiteSolverAsync());
        using var told = await server.Client.PostAsJsonAsync(
            new Uri($"api/practice/sessions/{session.Id}/answers", UriKind.Relative), Answer(session, Any(session.Task!)));
        var parts = string.Join(", ", told.Headers.GetValues("Server-Timing")).Split(", ").Select(p => p.Split(";dur=")).ToArray();
        Assert.Equal(["session", "wait", "judge", "standing", "draw", "write"], parts.Select(p => p[0]));
        Assert.All(parts, p => Assert.True(double.Parse(p[1], System.Globalization.CultureInfo.InvariantCulture) >= 0));
    }

    [Fact]
    public async Task Of_two_windows_that_answer_at_once_one_is_heard()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var session = await StartAsync(solver, tasks: 50);
        var answers = await Task.WhenAll(Enumerable.Range(0, 8)
            .Select(_ => server.Client.PostAsJsonAsync(
            $"api/practice/sessions/{session.Id}/answers", Answer(session, ""), ServerFixture.Json)));
        Assert.Equal(1, answers.Count(a => a.IsSuccessStatusCode));
        Assert.All(answers, a => Assert.True(a.IsSuccessStatusCode || a.StatusCode == HttpStatusCode.Conflict));
        Assert.Equal(1, (await server.GetAsync<SessionResponse>($"api/practice/sessions/{session.Id}")).Done);
    }

    [Fact]
    public async Task A_session_by_minutes_ends_when_they_are_spent_and_early_when_one_wants()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var session = await StartAsync(solver, tasks: null, minutes: 1);
        session = (await AnswerAsync(session, Answer(session, "", ms: 40_000))).Session;
        Assert.False(session.IsOver);
        session = (await AnswerAsync(session, Answer(session, "", ms: 40_000))).Session;
        Assert.True(session.IsOver);
        var next = await StartAsync(solver);
        Assert.True((await server.PostAsync<SessionResponse>($"api/practice/sessions/{next.Id}/end", new { })).IsOver);
        Assert.Equal("task-over", (await RefusedAsync(next, Answer(next, ""), HttpStatusCode.Conflict)).Code);
        using var open = await server.Client.GetAsync(new Uri($"api/practice/sessions/open?solverId={solver}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NoContent, open.StatusCode);
        // A new one ends the one before.
        var left = await StartAsync(solver);
        await StartAsync(solver);
        Assert.True((await server.GetAsync<SessionResponse>($"api/practice/sessions/{left.Id}")).IsOver);
    }

    [Fact]
    public async Task Inspection_over_seventeen_seconds_does_not_count()
    {
        var session = await StartAsync(await WhiteSolverAsync(), "cross.plan-and-commit");
        async Task<string> BestAsync() => (await server.GetAsync<Features.Cross.PlansResponse>(
            $"api/cross/plans?scramble={await ScrambleAsync(session.Task!.Facelets)}&color={session.Task.Color}")).Groups[0].Plans[0].Text;
        var late = await AnswerAsync(session, Answer(session, await BestAsync(), ms: 17_500));
        Assert.False(late.Right);
        Assert.Contains("over 17 s", late.Reasons[0], StringComparison.Ordinal);
        session = late.Session;
        var slow = await AnswerAsync(session, Answer(session, await BestAsync(), ms: 16_000));
        Assert.True(slow.Right);
        Assert.Contains("costs two seconds", slow.Reasons[0], StringComparison.Ordinal);
    }

    [Fact]
    public async Task Wrong_requests_are_told_and_change_nothing()
    {
        var solver = (await server.AddSolverAsync()).Id;
        async Task<string?> Start(NewSessionRequest request) =>
            (await server.ProblemAsync("api/practice/sessions", HttpStatusCode.BadRequest, request)).GetProperty("code").GetString();
        Assert.Equal("unknown-drill", await Start(new(solver, "juggling", null, 5)));
        Assert.Equal("bad-length", await Start(new(solver, "today", null, null)));
        Assert.Equal("bad-length", await Start(new(solver, "today", 0, null)));
        Assert.Equal("bad-length", await Start(new(solver, "today", null, 1000)));
        await server.ProblemAsync("api/practice/sessions", HttpStatusCode.NotFound, new NewSessionRequest(999_999, "today", 5, null));
        var session = await StartAsync(solver);
        Assert.Equal("unknown-answer", (await RefusedAsync(session, Answer(session, "pink"), HttpStatusCode.BadRequest)).Code);
        Assert.Equal("no-key", (await RefusedAsync(session, Answer(session, "", key: Guid.Empty), HttpStatusCode.BadRequest)).Code);
        Assert.Equal("bad-time", (await RefusedAsync(session, Answer(session, "", ms: -5), HttpStatusCode.BadRequest)).Code);
        Assert.Equal("bad-time", (await RefusedAsync(
            session, new AnswerRequest(Guid.NewGuid(), 1, "", 500, 400, 0), HttpStatusCode.BadRequest)).Code);
        Assert.Equal("bad-hints", (await RefusedAsync(
            session, new AnswerRequest(Guid.NewGuid(), 1, "", 1, 2, -1), HttpStatusCode.BadRequest)).Code);
        Assert.Equal("task-over", (await RefusedAsync(session, Answer(session, "", number: 7), HttpStatusCode.Conflict)).Code);
        var turns = await StartAsync(solver, "cross.last-edge");
        Assert.Equal("unknown-turn", (await RefusedAsync(turns, Answer(turns, "R Q"), HttpStatusCode.BadRequest)).Code);
        Assert.Equal("empty", (await RefusedAsync(turns, Answer(turns, " "), HttpStatusCode.BadRequest)).Code);
        Assert.Equal(0, (await server.GetAsync<SessionResponse>($"api/practice/sessions/{turns.Id}")).Done);
        await server.ProblemAsync("api/practice/sessions/999999", HttpStatusCode.NotFound);
        Assert.Equal("unknown-drill", (await server.ProblemAsync(
            $"api/practice/record?solverId={solver}&drill=juggling", HttpStatusCode.BadRequest)).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Today_begins_with_everything_new_and_then_knows_what_went_wrong()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var fresh = await server.GetAsync<TodayResponse>($"api/practice/today?solverId={solver}");
        Assert.True(fresh.IsNew);
        // Ten minutes hold something new of most drills.
        Assert.InRange(fresh.Parts.Count, 8, Book.All.Count);
        Assert.All(fresh.Parts, p => Assert.Equal(p.Tasks, p.New));
        var session = await StartAsync(solver, "cross.last-edge", tasks: 1);
        await AnswerAsync(session, Answer(session, "R U"));
        var later = await server.GetAsync<TodayResponse>($"api/practice/today?solverId={solver}&minutes=20");
        Assert.False(later.IsNew);
        Assert.True(later.PractisedTodayMs > 0);
        Assert.Equal(1, later.Topics.Single(t => t.Drill == "cross.last-edge").Learning);
        Assert.Equal(16, later.Topics.Single(t => t.Drill == "cross.last-edge").New);
        Assert.Equal("bad-length", (await server.ProblemAsync($"api/practice/today?solverId={solver}&minutes=0", HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
    }

    [Fact]
    public async Task Weaknesses_are_found_in_kept_plans_with_what_they_cost()
    {
        var solver = (await server.AddSolverAsync()).Id;
        // The same plan three times: its second turn goes the wrong way, and the cross is not made.
        for (var i = 0; i < 3; i++) await server.PostAsync<Features.Attempts.AttemptResponse>("api/attempts",
            ServerFixture.Attempt(solver, plan: "R' D"));
        var weak = (await server.GetAsync<TodayResponse>($"api/practice/today?solverId={solver}")).Weaknesses;
        Assert.Contains(weak, w => w.Words.StartsWith("In 3 of 3 plans", StringComparison.Ordinal) && Book.Find(w.Drill) is not null);
    }

    [Fact]
    public async Task The_record_averages_as_the_rules_say_and_can_be_filtered()
    {
        var solver = await WhiteSolverAsync();
        var session = await StartAsync(solver, "cross.last-edge", tasks: 5);
        int[] ms = [9_000, 4_000, 5_000, 6_000, 2_000];
        for (var i = 0; i < 5; i++)
        {
            var plans = await server.GetAsync<Features.Cross.PlansResponse>(
                $"api/cross/plans?scramble={await ScrambleAsync(session.Task!.Facelets)}&color={session.Task.Color}");
            var verdict = await AnswerAsync(session, Answer(session, plans.Groups[0].Plans[0].Text, ms: ms[i]));
            Assert.True(verdict.Right);
            session = verdict.Session;
        }

        var record = await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}&drill=cross.last-edge");
        Assert.Equal((5, 5, 26_000 + 2_500), (record.Attempts, record.Right, record.Ms));
        Assert.Equal(5_000, record.Averages.Single(a => a.Of == 5).Current);
        Assert.Equal((4_333, 4_333), ((int)record.Averages[0].Current!.Value, (int)record.Averages[0].Best!.Value));
        Assert.Null(record.Averages.Single(a => a.Of == 12).Current);
        Assert.Equal(5, record.Trend.Count);
        Assert.Equal(5, Assert.Single(record.Days).Tasks);
        Assert.Equal(5, record.Last.Count);
        // The solver's own endings, without the rotation.
        Assert.All(record.Cases, c => Assert.Equal(
            Algorithm.Parse(c.Own!).Length(Metric.Htm), CrossEndings.All(Shelf.Get(CrossTable.Kind)).Single(e => e.Name == c.Case).Length));
        Assert.Equal(0, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}&drill=cross.sort-edges")).Attempts);
        Assert.Equal(5, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}&days=7")).Attempts);
    }

    [Fact]
    public async Task A_sheet_has_tasks_with_answers_that_are_right_and_keeps_nothing()
    {
        var solver = await WhiteSolverAsync();
        foreach (var drill in Book.All)
        {
            var sheet = await server.GetAsync<SheetResponse>($"api/practice/sheet?solverId={solver}&drill={drill.Id}&tasks=5&seed=3");
            Assert.Equal([1, 2, 3, 4, 5], sheet.Tasks.Select(t => t.Task.Number));
            Assert.Equal(
                System.Text.Json.JsonSerializer.Serialize(sheet, ServerFixture.Json),
                System.Text.Json.JsonSerializer.Serialize(
                    await server.GetAsync<SheetResponse>($"api/practice/sheet?solverId={solver}&drill={drill.Id}&tasks=5&seed=3"),
                    ServerFixture.Json));
            foreach (var task in sheet.Tasks.Where(t => t.Task.Kind == AnswerKind.Turns))
            {
                var plan = task.Best.Split(" or ")[0];
                if (task.Task.Facelets.Length == 96)
                {
                    var big = Core.Cube.Big.BigLegality.Read(4, task.Task.Facelets).State!.Apply(Core.Notation.BigNotation.Parse(plan, 4));
                    Assert.True(Core.BigCubes.ReducedCube.HasCentres(big), $"{drill.Id} {plan}");
                    Assert.Equal("", task.Scramble);
                    continue;
                }

                // An ending is written in the hold that is shown, a plan with its own rotation.
                var whole = drill.Id == "cross.last-edge" || drill.Stage is not ("cross" or "fb") ? $"{task.Task.Rotation} {plan}" : plan;
                // What was played before the answer comes before it.
                if (drill.Id == "corners.undo") whole = $"{task.Task.Rotation} {task.Task.Shown} {plan}";
                var end = Core.Cube.CubeState.Solved.Apply(Algorithm.Parse($"{task.Scramble} {whole}").Turns);
                if (Catalog.Methods.Single(m => m.Id == "roux").Has(drill.Stage))
                    Assert.True(Core.Methods.SecondBlock.FirstBlockDone.TryRead(end, Core.Cube.Color.White, out _, out _),
                        $"{drill.Id} {whole}");
                else if (Catalog.Methods.Single(m => m.Id == "blocks").Has(drill.Stage))
                    Assert.True(Catalog.Book(Shelf).Find(drill.Stage == "small" ? "small" : "long")!.Course!
                        .Stands(end, new Core.Cube.Focus(Core.Cube.Color.White)), $"{drill.Id} {whole}");
                else if (Catalog.Methods.Single(m => m.Id == "good").Stages[0] == drill.Stage)
                    Assert.True(Catalog.Book(Shelf).Find(drill.Stage)!.Course!.Stands(end, new Core.Cube.Focus(Core.Cube.Color.White)),
                        $"{drill.Id} {whole}");
                else Assert.Equal(0, CrossTools.Over(Shelf.Get(CrossTable.Kind)).Planner.Distance(end, Core.Cube.Color.White));
            }
        }

        Assert.Equal(0, (await server.GetAsync<RecordResponse>($"api/practice/record?solverId={solver}")).Attempts);
        Assert.Equal("bad-length", (await server.ProblemAsync(
            $"api/practice/sheet?solverId={solver}&drill=cross.ladder&tasks=99", HttpStatusCode.BadRequest)).GetProperty("code")
            .GetString());
        Assert.Equal("unknown-drill", (await server.ProblemAsync(
            $"api/practice/sheet?solverId={solver}&drill=x", HttpStatusCode.BadRequest)).GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_hint_helps_and_is_only_given_for_the_open_task()
    {
        var session = await StartAsync((await server.AddSolverAsync()).Id, "cross.last-edge");
        Assert.Contains("begins with", (await server.GetAsync<HintResponse>($"api/practice/sessions/{session.Id}/hint?number=1")).Words,
            StringComparison.Ordinal);
        await server.ProblemAsync($"api/practice/sessions/{session.Id}/hint?number=2", HttpStatusCode.Conflict);
    }
}
