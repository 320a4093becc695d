using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Practice;

namespace TinCompass.Server.Tests;

/// <summary>Blocks, stops by the common contract, a course with blocks: over HTTP.</summary>
public class RouxApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private const string Scramble = "R U2 F' L2 D B' R2 U F2 L' D2 B R' U' F2 D L2 B2";

    private static CubeState After(params string[] texts) =>
        texts.Where(t => t.Length > 0).Aggregate(CubeState.Solved, (s, t) => s.Apply(Algorithm.Parse(t).Turns));

    private static string Escaped(string text) => Uri.EscapeDataString(text);

    [Fact]
    public async Task The_24_blocks_of_a_scramble_are_compared_and_one_is_drawn()
    {
        var found = await server.GetAsync<OpeningsResponse>($"api/course/openings?stage=fb&scramble={Escaped(Scramble)}");
        Assert.Equal(24, found.Openings.Select(b => (b.Part, b.Bases[0])).Distinct().Count());
        foreach (var block in found.Openings)
        {
            var drawn = await server.GetAsync<DrawnStopResponse>(
                $"api/course/drawn?stage=fb&scramble={Escaped(Scramble)}&plan={Escaped(block.Best)}&color={block.Bases[0]}");
            Assert.NotNull(block.Time);
            Assert.True(drawn.IsDone);
            Assert.Equal(block.Length, drawn.Sequence.Lengths.Htm);
            Assert.Equal(block.Length, drawn.Sequence.Notes.Count);
            Assert.Contains("The block stands.", drawn.Sequence.Notes[^1].Words, StringComparison.Ordinal);
        }

        var half = await server.GetAsync<DrawnStopResponse>($"api/course/drawn?stage=fb&scramble={Escaped(Scramble)}&plan=R&color=white");
        Assert.Equal((false, 1), (half.IsDone, half.Sequence.Turns.Count));
        var problem = await server.ProblemAsync("api/course/openings?stage=fb&scramble=R%20Q", HttpStatusCode.BadRequest);
        Assert.Equal(("unknown-turn", "scramble"), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
    }

    [Theory]
    [InlineData("time", "")]
    [InlineData("turns", "")]
    [InlineData("time", "cmll.two-looks")]
    public async Task A_course_with_blocks_solves_the_cube_and_each_stop_has_ways(string by, string wishes)
    {
        var course = await server.GetAsync<CourseResponse>(
            $"api/course?method=roux&scramble={Escaped(Scramble)}&color=yellow&by={by}&wishes={wishes}");
        Assert.True(course.IsDone);
        Assert.True(After([Scramble, .. course.Stops.Select(s => s.Sequence.Text)]).IsSolved);
        Assert.Equal(["fb", "sb", "cmll", "lse"], course.Stops.Select(s => s.Stage).Distinct());
        var made = "";
        foreach (var stop in course.Stops)
        {
            var groups = await server.GetAsync<WayGroupResponse[]>(
                $"api/course/ways?stage={stop.Stage}&scramble={Escaped(Scramble)}&made={Escaped(made)}&color=yellow&by={by}&slack=2");
            Assert.NotEmpty(groups.SelectMany(g => g.Ways));
            // What the second block is planned by looks two steps ahead: it need not be among the best of its own step.
            if (stop.Stage is "lse")
                Assert.Contains(groups.SelectMany(g => g.Ways), w => w.Turns == stop.Sequence.Text);
            made = $"{made} {stop.Sequence.Text}".Trim();
        }

        // Nothing is left after the last one.
        Assert.Empty(await WaysAsync("lse", made, "yellow"));
    }

    [Fact]
    public async Task Another_way_at_a_stop_changes_what_follows()
    {
        var query = $"method=roux&scramble={Escaped(Scramble)}&color=white";
        var course = await server.GetAsync<CourseResponse>($"api/course?{query}");
        var first = course.Stops[0].Sequence.Text;
        var groups = await WaysAsync("sb", first, "white");
        var other = groups.SelectMany(g => g.Ways).First(w => w.Turns != course.Stops[1].Sequence.Text).Turns;
        var changed = await server.GetAsync<CourseResponse>($"api/course?{query}&made={Escaped(first)}&chosen={Escaped(other)}");
        Assert.Equal((other, true), (changed.Stops[1].Sequence.Text, changed.Stops[1].IsChosen));
        Assert.True(changed.IsDone);
        var refused = await server.ProblemAsync($"api/course?{query}&made={Escaped(first)}&chosen=F", HttpStatusCode.BadRequest);
        Assert.Equal("breaks-solved", refused.GetProperty("code").GetString());
        Assert.Contains("first block", refused.GetProperty("detail").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Own_sequences_are_judged_at_every_stop_and_kept_in_the_log()
    {
        var course = await server.GetAsync<CourseResponse>($"api/course?method=roux&scramble={Escaped(Scramble)}&color=white");
        var made = "";
        foreach (var stop in course.Stops)
        {
            var judged = await JudgeAsync(stop.Stage, made, stop.Sequence.Text);
            Assert.True(judged.Figures.IsDone && !judged.IsBroken, judged.Figures.Verdict);
            Assert.Null(judged.Figures.FirstMistake);
            Assert.NotEmpty(judged.Parts);
            made = $"{made} {stop.Sequence.Text}".Trim();
        }

        var broken = await JudgeAsync("sb", course.Stops[0].Sequence.Text, "F L D");
        Assert.True(broken.IsBroken);
        Assert.Contains(broken.Hints, h => h.Contains("takes the first block apart", StringComparison.Ordinal));
        var response = await server.Client.PostAsJsonAsync("api/course/judgement",
            new JudgeStopRequest("cmll", Scramble, course.Stops[0].Sequence.Text, "white", null, null, "R U R'", null, null));
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        var problem = await response.Content.ReadFromJsonAsync<JsonElement>();
        Assert.Equal("second-block-open", problem.GetProperty("code").GetString());
        Assert.Contains("not at home", problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
    }

    /// <summary>A whole solution at the first stop is cut where each stage is done; each is judged by its own stage.</summary>
    [Fact]
    public async Task An_own_whole_solution_is_reviewed_stop_by_stop()
    {
        var course = await server.GetAsync<CourseResponse>($"api/course?method=roux&scramble={Escaped(Scramble)}&color=green");
        string[] stops = [.. course.Stops.Select(s => s.Sequence.Text)];
        var judged = await JudgeAsync("fb", "", string.Join(' ', stops), "green");
        Assert.Equal(stops[0], judged.Read);
        Assert.Equal(course.Stops.Select(s => s.Stage).Distinct().Skip(1), judged.Onward.Select(o => o.Stage));
        Assert.All(judged.Onward, o => Assert.True(o.Figures is { IsDone: true, FirstMistake: null }, o.Figures.Verdict));
        Assert.Equal(string.Join(' ', stops), string.Join(' ', judged.Onward.Select(o => o.Text).Prepend(judged.Read)));
        Assert.Equal(judged.Sequence.Turns.Count, judged.Sequence.Notes[^1].To);
        // Something needless in the second block costs there and nowhere else.
        var second = course.Stops.Skip(1).TakeWhile(s => s.Stage == "sb").Count();
        var longer = string.Join(' ', stops.Take(1).Append("U U'").Concat(stops.Skip(1)));
        judged = await JudgeAsync("fb", "", longer, "green");
        if (second > 0) Assert.True(judged.Onward[0].Figures.OverBest > 0);
        Assert.All(judged.Onward.Skip(second > 0 ? 1 : 0), o => Assert.Equal(0, o.Figures.FirstMistake ?? 0));
    }

    [Fact]
    public async Task Impossible_questions_are_told()
    {
        var problem = await server.ProblemAsync($"api/course/ways?stage=nothing&scramble=R", HttpStatusCode.BadRequest);
        Assert.Equal(("unknown-word", "stage"), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
        problem = await server.ProblemAsync($"api/course/ways?stage=sb&scramble={Escaped(Scramble)}&color=white",
            HttpStatusCode.BadRequest);
        Assert.Equal("block-not-done", problem.GetProperty("code").GetString());
        problem = await server.ProblemAsync($"api/course/ways?stage=fb&scramble=R&slack=3", HttpStatusCode.BadRequest);
        Assert.Equal("bad-slack", problem.GetProperty("code").GetString());
    }

    /// <summary>Who solves by one method is asked new cases of it alone; what was practised of another stays.</summary>
    [Theory]
    [InlineData("cfop", "cross")]
    [InlineData("roux", "fb")]
    public async Task Today_brings_what_the_method_of_the_solver_needs(string method, string first)
    {
        var solver = (await server.AddSolverAsync($"By {method}")).Id;
        var habits = await server.GetAsync<JsonElement>($"api/solvers/{solver}/habits");
        var changed = JsonSerializer.Deserialize<Dictionary<string, JsonElement>>(habits)!;
        changed["method"] = JsonSerializer.SerializeToElement(method);
        (await server.Client.PutAsJsonAsync($"api/solvers/{solver}/habits", changed)).EnsureSuccessStatusCode();
        var today = await server.GetAsync<TodayResponse>($"api/practice/today?solverId={solver}&minutes=60");
        string[] stages = [.. today.Parts.Select(p => p.Drill.Split('.')[0]).Distinct()];
        Assert.Contains(first, stages);
        string[] blocks = ["fb", "sb", "cmll", "lse"];
        Assert.All(stages, s => Assert.Equal(method == "roux", blocks.Contains(s)));
        Assert.Equal(first, today.Topics[0].Stage);
    }

    [Fact]
    public async Task What_to_learn_of_the_corners_follows_what_is_known_and_others_are_found_with_the_middle_free()
    {
        var book = Assert.Single(await server.GetAsync<BookResponse[]>("api/casebook"), b => b.Stage == "cmll");
        Assert.True(book.Teaches);
        Assert.Contains("R U r M", book.FoundBy);
        var solver = (await server.AddSolverAsync()).Id;
        var first = await server.GetAsync<LearningResponse>($"api/casebook/cmll/learning?solverId={solver}");
        Assert.Equal((0, 42, 42), (first.Known, first.Of, first.Lessons.Count));
        var best = first.Lessons[0];
        await server.PutAsync<CasePageResponse>($"api/casebook/cmll/{best.Id}/kept",
            new KeepSequenceRequest(solver, "0", best.Sequence, ""));
        var next = await server.GetAsync<LearningResponse>($"api/casebook/cmll/learning?solverId={solver}");
        Assert.Equal((1, 41), (next.Known, next.Lessons.Count));
        Assert.InRange(first.Now - next.Now, best.Saves - 0.02, best.Saves + 0.02);
        using var answer = await server.Client.GetAsync(new Uri($"api/casebook/cmll/{best.Id}/found?turns=R%20U%20r%20M&most=8",
            UriKind.Relative));
        FoundLineResponse[] lines = [.. (await answer.Content.ReadAsStringAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => JsonSerializer.Deserialize<FoundLineResponse>(l, ServerFixture.Json)!)];
        Assert.Equal("end", lines[^1].Kind);
        var page = await server.PutAsync<CasePageResponse>($"api/casebook/cmll/{best.Id}/kept", new KeepSequenceRequest(
            solver, "0", string.Join('\n', lines.Where(l => l.Kind == "found").Select(l => l.Turns).Take(3)), ""));
        Assert.Equal(Math.Min(3, lines[^1].Count), page.Views[0].Kept.Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);
        Assert.Equal("cannot-solve", (await server.ProblemAsync($"api/casebook/cmll/{best.Id}/found?turns=M%20U&most=8",
            HttpStatusCode.BadRequest)).GetProperty("code").GetString());
        await server.ProblemAsync("api/casebook/cross/learning", HttpStatusCode.NotFound);
        await server.ProblemAsync("api/casebook/f2l/right-back-f/found", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Who_allows_all_faces_is_offered_them_in_the_second_block_and_never_a_longer_course()
    {
        var query = $"scramble={Escaped(Scramble)}&method=roux&color=white&by=turns";
        var (four, six) = (await server.GetAsync<JsonElement>($"api/course?{query}"),
            await server.GetAsync<JsonElement>($"api/course?{query}&wishes=sb.all-faces"));
        int Turns(JsonElement course) => course.GetProperty("stops").EnumerateArray()
            .Where(s => s.GetProperty("stage").GetString() == "sb")
            .Sum(s => s.GetProperty("sequence").GetProperty("lengths").GetProperty("stm").GetInt32());
        Assert.True(Turns(six) <= Turns(four));
        var solver = (await server.AddSolverAsync()).Id;
        var kept = await server.PutAsync<JsonElement>($"api/solvers/{solver}/habits", new { stages = new { sb = new { faces = "six" } } });
        Assert.Equal("six", kept.GetProperty("stages").GetProperty("sb").GetProperty("faces").GetString());
        await server.PutRefusedAsync($"api/solvers/{solver}/habits", new { stages = new { sb = new { faces = "five" } } });
    }

    private Task<WayGroupResponse[]> WaysAsync(string stage, string made, string color) => server.GetAsync<WayGroupResponse[]>(
        $"api/course/ways?stage={stage}&scramble={Escaped(Scramble)}&made={Escaped(made)}&color={color}");

    private async Task<StopJudgementResponse> JudgeAsync(string stage, string made, string own, string color = "white")
    {
        var response = await server.Client.PostAsJsonAsync("api/course/judgement",
            new JudgeStopRequest(stage, Scramble, made, color, null, null, own, null, null));
        var body = await response.Content.ReadAsStringAsync();
        Assert.True(response.IsSuccessStatusCode, body);
        return JsonSerializer.Deserialize<StopJudgementResponse>(body, ServerFixture.Json)!;
    }
}
