using System.Net;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.LastLayer;
using TinCompass.Server.Features.Practice;

namespace TinCompass.Server.Tests;

public class LastLayerApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    /// <summary>A last layer that is neither oriented nor permuted, yellow down.</summary>
    private const string Scramble = "R U2 R2 F R F' U2 R' F R F'";

    private static CubeState After(params string[] texts) =>
        texts.Where(t => t.Length > 0).Aggregate(CubeState.Solved, (s, t) => s.Apply(Algorithm.Parse(t).Turns));

    private Task<IReadOnlyList<WayGroupResponse>> WaysAsync(string query, string stage = "oll") =>
        server.GetAsync<IReadOnlyList<WayGroupResponse>>($"api/course/ways?stage={stage}&{query}");

    private Task<StopJudgementResponse> JudgedAsync(string scramble, string plan, int? solver = null) =>
        server.PostAsync<StopJudgementResponse>("api/course/judgement", new JudgeStopRequest(
            "oll", scramble, "", "yellow", null, null, plan, null, null, Method: "cfop", SolverId: solver));

    private static string Query(string scramble = Scramble) => $"scramble={Uri.EscapeDataString(scramble)}&color=yellow";

    [Fact]
    public async Task A_last_layer_is_looked_at_and_every_way_leads_where_it_says()
    {
        var top = Assert.Single(await WaysAsync(Query()));
        Assert.Equal(("oll", "Top"), (top.Id, top.Title));
        // Common algorithms first, each as quick as it is.
        Assert.StartsWith("common; ", top.Ways[0].Words, StringComparison.Ordinal);
        Assert.True(top.Ways.Count(w => w.Words.StartsWith("common; ", StringComparison.Ordinal)) > 1);
        foreach (var way in top.Ways)
        {
            var end = LlState.Of(After(Scramble, way.Turns))!.Value;
            Assert.True(end.IsOriented);
            var left = LlCases.Of(LlSet.Pll, end).Case;
            Assert.Contains($"; then {(left.IsSolved ? "solved" : left.Letter.Length > 0 ? left.Letter : left.Title)}", way.Words,
                StringComparison.Ordinal);
        }

        Assert.Equal("eoll", Assert.Single(await WaysAsync($"{Query()}&wishes=oll.two-looks")).Id);
        // A set of two looks is asked for by its own name too.
        Assert.Equal("eoll", Assert.Single(await WaysAsync($"{Query()}&wishes=oll.two-looks", "eoll")).Id);
        Assert.Empty(Assert.Single(await WaysAsync("scramble=U&color=yellow", "pll")).Ways);
    }

    [Fact]
    public async Task A_course_goes_on_through_the_last_layer_in_one_look_or_two_and_a_stop_is_changed()
    {
        var course = await server.GetAsync<CourseResponse>($"api/course?{Query()}");
        Assert.True(course.IsDone);
        Assert.Equal(["cross", "oll", "pll"], course.Stops.Select(s => s.Stage));
        Assert.True(After([Scramble, .. course.Stops.Select(s => s.Sequence.Text)]).IsSolved);
        var two = await server.GetAsync<CourseResponse>($"api/course?{Query()}&wishes=oll.two-looks,pll.two-looks");
        Assert.Equal(["eoll", "ocll"], two.Stops.Skip(1).Take(2).Select(s => s.Stage));
        Assert.True(two.IsDone);
        var other = (await WaysAsync(Query()))[0].Ways[2].Turns;
        var changed = await server.GetAsync<CourseResponse>($"api/course?{Query()}&chosen={Uri.EscapeDataString(other)}");
        Assert.Equal((other, true, false),
            (changed.Stops[1].Sequence.Text, changed.Stops[1].IsChosen, changed.Stops[2].IsChosen));
        Assert.True(changed.IsDone);
        var refused = await server.ProblemAsync($"api/course?{Query()}&chosen=R", HttpStatusCode.BadRequest);
        Assert.Equal("breaks-solved", refused.GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_whole_scramble_is_planned_to_the_end()
    {
        var course = await server.GetAsync<CourseResponse>($"api/course?{Query("R U F2 D' L B2 R' F")}");
        Assert.True(course.IsDone);
        Assert.True(After(["R U F2 D' L B2 R' F", .. course.Stops.Select(s => s.Sequence.Text)]).IsSolved);
    }

    [Theory]
    [InlineData("R U R'", "slots-open", "green-red")]
    [InlineData("R U R' U' F", "cross-not-done", "cross")]
    public async Task A_position_that_is_no_last_layer_is_told_what_is_open(string scramble, string code, string said)
    {
        var problem = await server.ProblemAsync($"api/course/ways?stage=oll&{Query(scramble)}", HttpStatusCode.BadRequest);
        Assert.Equal(code, problem.GetProperty("code").GetString());
        Assert.Contains(said, problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_own_last_layer_is_judged_step_by_step()
    {
        var judged = await JudgedAsync("F U R U' R' F'", "D F R U R' U' F' D'");
        Assert.Equal("top and sides", Assert.Single(judged.Parts).Title);
        Assert.StartsWith("Better here: ", Assert.Single(judged.Parts[0].Notes), StringComparison.Ordinal);
        var plain = await JudgedAsync("F U R U' R' F'", "F R U R' U' F'");
        Assert.Equal((true, 6, 0), (plain.Figures.IsDone, plain.Figures.Turns, plain.Figures.OverBest));
        Assert.Empty(plain.Parts[0].Notes);
        Assert.NotEmpty(plain.Sequence.Notes);
        var spare = await JudgedAsync("F U R U' R' F'", "F R R' R U R' U' F'");
        Assert.Contains(spare.Hints, h => h.EndsWith("is one turn, R.", StringComparison.Ordinal));
        var broken = await JudgedAsync("F U R U' R' F'", "F R U");
        Assert.True(broken.IsBroken);
        Assert.Equal("At the end the first two layers do not stand.", broken.Figures.Verdict);
    }

    [Fact]
    public async Task Sequences_are_found_for_a_case_and_what_cannot_be_is_said()
    {
        var lines = await FoundAsync("turns=R%20U%20F&most=11");
        FoundLineResponse[] found = [.. lines.Where(l => l.Kind == "found")];
        Assert.True(found.Length > 3);
        Assert.Equal(("end", 1.0, 11, found.Length), (lines[^1].Kind, lines[^1].Share, lines[^1].Length, lines[^1].Count));
        Assert.Equal(lines.Select(l => l.Share).Order(), lines.Select(l => l.Share));
        Assert.All(found, f => Assert.Equal("oll-0101-0021",
            LlCases.Of(LlSet.Oll, LlState.SolvedBy(Algorithm.Parse(f.Turns).Turns)!.Value).Case.Id));
        Assert.Contains(found, f => f.Turns == "F R U R' U' F'");
        Assert.Equal(found.Length, found.Select(f => f.Turns).Distinct().Count());
        // What takes long is asked about first; told to wait, all of it comes.
        var asked = await server.ProblemAsync("api/casebook/oll/oll-0101-0021/found?turns=U%20D%20F%20B%20R%20L&most=12",
            HttpStatusCode.BadRequest);
        Assert.Equal("takes-long", asked.GetProperty("code").GetString());
        Assert.Matches("^That takes about [0-9]+ seconds\\. Find all the same\\?$", asked.GetProperty("detail").GetString());
        var all = await FoundAsync("turns=U%20D%20F%20B%20R%20L&most=12&wait=true");
        Assert.Equal("end", all[^1].Kind);
        Assert.True(all[^1].Count > found.Length);
        foreach (var (query, code) in new[]
        {
            ("turns=R%20U&most=9", "cannot-solve"), ("turns=Q&most=9", "unknown-turn"),
            ("turns=R%20U%20F&most=99", "bad-most"),
                ("turns=U%20D%20F%20B%20R%20L&most=14", "too-long"),
        })
            Assert.Equal(code, (await server.ProblemAsync($"api/casebook/oll/oll-0101-0021/found?{query}",
                HttpStatusCode.BadRequest)).GetProperty("code").GetString());
        await server.ProblemAsync("api/casebook/oll/oll-9/found", HttpStatusCode.NotFound);
    }

    private async Task<FoundLineResponse[]> FoundAsync(string query)
    {
        using var answer = await server.Client.GetAsync(new Uri($"api/casebook/oll/oll-0101-0021/found?{query}", UriKind.Relative));
        Assert.Equal("application/x-ndjson", answer.Content.Headers.ContentType?.MediaType);
        return [.. (await answer.Content.ReadAsStringAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => System.Text.Json.JsonSerializer.Deserialize<FoundLineResponse>(l, ServerFixture.Json)!)];
    }

    /// <summary>
    /// Several sequences for a case: kept in order, told by line when one is wrong, exported and imported, weighed by the desk.
    /// </summary>
    [Fact]
    public async Task Several_own_sequences_are_kept_and_the_plan_knows_them()
    {
        const string Case = "oll-0101-0021";
        var solver = (await server.AddSolverAsync()).Id;
        var keep = new KeepSequenceRequest(solver, "0", "F R U R' U' F'\n\n y' F R U R' U' F' \nF R U R' U' F'", "mine");
        var page = await server.PutAsync<CasePageResponse>($"api/casebook/oll/{Case}/kept", keep);
        Assert.Equal("F R U R' U' F'\ny' F R U R' U' F'", page.Views[0].Kept);
        var tile = (await server.GetAsync<CaseTileResponse[]>($"api/casebook/oll?solverId={solver}")).Single(t => t.Id == Case);
        Assert.Equal(("F R U R' U' F'", true, 6), (tile.Sequence, tile.IsOwn, tile.Length));
        foreach (var (text, code, said) in new[]
        {
            ("F R U R' U' F'\nR U R' U R U2 R'", "solves-another", "Line 2: That sequence solves another case"),
            ("F R U R' U' F'\nF Q", "bad-sequence", "Line 2: "),
            (string.Join('\n', new[] { "", "U", "U2", "U'", "y", "y2" }.Select(u => $"{u} F R U R' U' F'")), "too-many-sequences",
                "6 sequences"),
        })
        {
            var problem = await server.PutRefusedAsync($"api/casebook/oll/{Case}/kept", keep with { Sequence = text });
            Assert.Equal(code, problem.GetProperty("code").GetString());
            Assert.StartsWith(said, problem.GetProperty("detail").GetString(), StringComparison.Ordinal);
            Assert.Equal("sequence", problem.GetProperty("field").GetString());
        }

        // Out and in again, elsewhere.
        var other = (await server.AddSolverAsync()).Id;
        var file = await server.Client.GetStringAsync(new Uri($"api/solvers/{solver}/export", UriKind.Relative));
        using (var import = new HttpRequestMessage(HttpMethod.Post, new Uri($"api/solvers/{other}/import?dryRun=false", UriKind.Relative)))
        {
            import.Content = new StringContent(file, System.Text.Encoding.UTF8, "application/json");
            using var taken = await server.Client.SendAsync(import);
            taken.EnsureSuccessStatusCode();
        }

        Assert.Equal(page.Views[0].Kept,
            (await server.GetAsync<CasePageResponse>($"api/casebook/oll/{Case}?solverId={other}")).Views[0].Kept);
        var scramble = Uri.EscapeDataString(string.Join(' ', Algorithm.Parse("F R U R' U' F'").Inverse().Turns));
        var ways = (await WaysAsync($"scramble={scramble}&color=yellow&solverId={solver}"))[0].Ways;
        Assert.Contains(ways, w => w.Words.StartsWith("yours; ", StringComparison.Ordinal)
            && w.Turns.EndsWith("F R U R' U' F'", StringComparison.Ordinal));
        Assert.DoesNotContain((await WaysAsync($"scramble={scramble}&color=yellow"))[0].Ways,
            w => w.Words.StartsWith("yours; ", StringComparison.Ordinal));
        // The case is known by its own sequence: one look. Of a solver who knows nothing: two.
        var stranger = (await server.AddSolverAsync()).Id;
        foreach (var (who, set) in new[] { (solver, "oll"), (stranger, "eoll") })
        {
            Assert.Equal(set, (await WaysAsync($"scramble={scramble}&color=yellow&wishes=oll.as-known&solverId={who}"))[0].Id);
            var course = await server.GetAsync<CourseResponse>(
                $"api/course?scramble={scramble}&color=yellow&wishes=oll.as-known,pll.as-known&solverId={who}");
            Assert.Equal(set, course.Stops.First(s => s.Case.Length > 0).Stage);
        }

        var judged = await JudgedAsync(Uri.UnescapeDataString(scramble), "F R U R' U' F'", solver);
        Assert.Null(judged.Figures.FirstMistake);
        // A solver who is gone is nobody: a page that remembers them still plans.
        Assert.Equal("eoll", (await WaysAsync($"scramble={scramble}&color=yellow&wishes=oll.as-known&solverId=999999"))[0].Id);
    }

    [Fact]
    public async Task Sequences_stand_side_by_side_with_what_they_are_to_known_ones()
    {
        const string Case = "oll-0101-0021";
        var solver = (await server.AddSolverAsync()).Id;
        var mirror = LlCases.Find(Case)!.MirrorId;
        await server.PutAsync<CasePageResponse>($"api/casebook/oll/{mirror}/kept",
            new KeepSequenceRequest(solver, "0", "F' L' U' L U F", ""));
        var request = new BesideRequest(Case, "0", ["F R U R' U' F'", "y' F R U R' U' F'"], solver, null, null);
        var columns = await server.PostAsync<LlColumnResponse[]>("api/last-layer/beside", request);
        Assert.Equal(2, columns.Length);
        Assert.Equal((6, 6, 0), (columns[0].Length, columns[0].SliceLength, columns[0].Rotations));
        Assert.Equal(1, columns[1].Rotations);
        Assert.True(columns[0].Time < columns[1].Time);
        Assert.All(columns, c => Assert.Equal(("mirror", mirror), (c.Kin.Single().Kinship, c.Kin.Single().Of.Id)));
        Assert.All(columns, c => Assert.NotNull(c.Moves));
        Assert.NotEmpty(columns[0].Notes);
        foreach (var (wrong, code) in new[]
        {
            (request with { Sequences = [] }, "bad-count"), (request with { Sequences = ["R U R' U R U2 R'"] }, "solves-another"),
            (request with { Sequences = ["R", "U", "F", "L"] }, "bad-count"), (request with { View = "9" }, "unknown-word"),
        })
            Assert.Equal(code, (await server.ProblemAsync("api/last-layer/beside", HttpStatusCode.BadRequest, wrong))
                .GetProperty("code").GetString());
    }

    [Fact]
    public async Task What_to_learn_next_follows_what_is_known()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var first = await server.GetAsync<LearningResponse>($"api/casebook/pll/learning?solverId={solver}");
        Assert.Equal((0, 21, 21), (first.Known, first.Of, first.Lessons.Count));
        Assert.Equal(first.InTwo, first.Now);
        Assert.True(first.InOne < first.InTwo);
        var best = first.Lessons[0];
        var tile = await server.PutAsync<CasePageResponse>($"api/casebook/pll/{best.Id}/kept",
            new KeepSequenceRequest(solver, "0", best.Sequence, ""));
        Assert.NotEmpty(tile.Views[0].Kept);
        var next = await server.GetAsync<LearningResponse>($"api/casebook/pll/learning?solverId={solver}");
        Assert.Equal((1, 20), (next.Known, next.Lessons.Count));
        Assert.True(next.Now < first.Now);
        Assert.DoesNotContain(next.Lessons, l => l.Id == best.Id);
    }

    [Fact]
    public async Task A_wrong_own_sequence_is_told_what_it_does_and_is_not_kept()
    {
        var solver = (await server.AddSolverAsync()).Id;
        foreach (var (sequence, code) in new[] { ("R U R'", "breaks-solved"), ("R U R' U R U2 R'", "solves-another") })
            Assert.Equal(code, (await server.PutProblemAsync("api/casebook/oll/oll-0101-0021/kept",
                new KeepSequenceRequest(solver, "0", sequence, ""))).Code);
        Assert.Equal("", (await server.GetAsync<CasePageResponse>($"api/casebook/oll/oll-0101-0021?solverId={solver}")).Views[0].Kept);
    }

    /// <summary>Wrong answers count for the pair of cases, whichever was shown; right ones and other drills do not.</summary>
    [Fact]
    public async Task Wrong_answers_tell_which_cases_are_confused()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "pll.which-case", null, 6));
        var wrong = new List<(string, string)>();
        for (var n = 1; n <= 6; n++)
        {
            var task = session.Task!;
            var shown = LlCases.Of(LlSet.Pll, LlState.Of(Legality.Read(task.Facelets).State!.Value)!.Value).Case.Id;
            var answer = n == 6 ? shown : task.Options.First(o => o.Answer != shown).Answer;
            if (answer != shown) wrong.Add(string.CompareOrdinal(shown, answer) < 0 ? (shown, answer) : (answer, shown));
            session = (await server.PostAsync<VerdictResponse>($"api/practice/sessions/{session.Id}/answers",
                new AnswerRequest(Guid.NewGuid(), n, answer, 900, 1200, 0))).Session;
        }

        var told = await server.GetAsync<ConfusionResponse[]>($"api/last-layer/confusions/pll?solverId={solver}");
        Assert.Equal(wrong.GroupBy(w => w).ToDictionary(g => g.Key, g => g.Count()),
            told.ToDictionary(c => (c.One.Id, c.Other.Id), c => c.Times));
        Assert.All(told, c => Assert.NotEqual(c.SeenOnOne, c.SeenOnOther));
        // They are drilled alone: every task is one of the two, with both to choose from.
        session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, told[0].Programme, null, 3));
        for (var n = 1; n <= 3; n++)
        {
            string[] two = [told[0].One.Id, told[0].Other.Id];
            Assert.Equal(two.Order(), session.Task!.Options.Select(o => o.Answer).Where(two.Contains).Order());
            var verdict = await server.PostAsync<VerdictResponse>($"api/practice/sessions/{session.Id}/answers",
                new AnswerRequest(Guid.NewGuid(), n, two[0], 900, 1200, 0));
            Assert.Contains(verdict.Best, new[] { told[0].One.Title, told[0].Other.Title });
            session = verdict.Session;
        }

        Assert.Equal("Which permutation",
            (await server.GetAsync<PastSessionResponse[]>($"api/practice/sessions?solverId={solver}"))[0].Title);
    }

    [Fact]
    public async Task A_last_layer_is_entered_by_its_stickers()
    {
        var state = CubeState.Solved.Apply(Algorithm.Parse("F R U R' U' F'").Turns);
        var written = Facelets.Write(state);
        var text = string.Concat(written.Select((c, i) => LlStickers.All.Contains(i) || i == 22 ? c : '.'));
        var whole = await server.PostAsync<LlEntryResponse>("api/last-layer/entry", new LlEntryRequest(text));
        Assert.Equal((written, true), (whole.Facelets, whole.IsWhole));
        var pattern = await server.PostAsync<LlEntryResponse>("api/last-layer/entry",
            new LlEntryRequest(string.Concat(text.Select(c => c == 'W' ? 'W' : '.'))));
        Assert.Equal((whole.Top.Id, false), (pattern.Top.Id, pattern.IsWhole));
        Assert.Null(whole.Sides);
        var sides = Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse("R U R' U' R' F R2 U' R' U' R U R' F'").Turns));
        Assert.Equal("T", (await server.PostAsync<LlEntryResponse>("api/last-layer/entry", new LlEntryRequest(sides))).Sides?.Letter);
        var flaw = await server.ProblemAsync("api/last-layer/entry", HttpStatusCode.BadRequest, new LlEntryRequest(
            "WWWWWWW.W" + new string('.', 45)));
        Assert.Equal(("impossible-position", "PieceExists"), (flaw.GetProperty("code").GetString(), flaw.GetProperty("law").GetString()));
        Assert.NotEmpty(flaw.GetProperty("facelets").EnumerateArray());
    }

    [Fact]
    public async Task Books_of_all_sets_are_listed_with_their_tiles()
    {
        var books = await server.GetAsync<BookResponse[]>("api/casebook");
        foreach (var (id, count) in new[] { ("oll", 57), ("pll", 21), ("eoll", 3), ("ocll", 7), ("cpll", 2), ("epll", 4) })
        {
            Assert.Equal((count, 4), (books.Single(b => b.Stage == id).Cases, books.Single(b => b.Stage == id).Views.Count));
            var tiles = await server.GetAsync<CaseTileResponse[]>($"api/casebook/{id}?view=2");
            Assert.Equal(count, tiles.Length);
            foreach (var tile in tiles)
            {
                Assert.Equal(LlCases.Find(tile.Id)!.Probability, tile.Probability);
                Assert.Equal(tile.Letters.Split(' ').Order(), tile.Sequence.Split(' ').Select(t => t[..1]).Distinct().Order());
                var end = LlState.Of(Legality.Read(tile.Facelets).State!.Value.Apply(Algorithm.Parse(tile.Sequence).Turns))!.Value;
                Assert.True(LlSets.All.Single(s => s.Id() == id).IsDone(end), $"{tile.Id}: {tile.Sequence}");
            }
        }
    }
}
