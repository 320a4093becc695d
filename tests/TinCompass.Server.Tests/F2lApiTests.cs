using System.Net;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Features.Solvers;

namespace TinCompass.Server.Tests;

public class F2lApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private const string Scramble = "R U F2 D' L B2 R' F";

    private static CubeState After(params string[] texts) =>
        texts.Where(t => t.Length > 0).Aggregate(CubeState.Solved, (s, t) => s.Apply(Algorithm.Parse(t).Turns));

    private static string Query(string scramble, string made) =>
        $"scramble={Uri.EscapeDataString(scramble)}&made={Uri.EscapeDataString(made)}";

    private Task<IReadOnlyList<WayGroupResponse>> WaysAsync(string query) =>
        server.GetAsync<IReadOnlyList<WayGroupResponse>>($"api/course/ways?stage=f2l&{query}");

    private static Dictionary<string, IReadOnlyDictionary<string, string>> F2l(string habit, string value) =>
        new() { ["f2l"] = new Dictionary<string, string> { [habit] = value } };

    /// <summary>Where the next stop begins, its leading rotation made.</summary>
    private static string Ahead(SequenceResponse first, SequenceResponse second) =>
        Facelets.Write(Legality.Read(first.Turns.Count == 0 ? first.Facelets : first.Turns[^1].Facelets).State!.Value.Apply(
            Algorithm.Parse(second.Rotation).Turns));

    /// <summary>The turns to the white cross, as Plan gives them.</summary>
    private async Task<string> MadeAsync(string scramble = Scramble) =>
        (await server.GetAsync<PlansResponse>(
            $"api/cross/plans?color=white&scramble={Uri.EscapeDataString(scramble)}")).Groups[0].Plans[0].Text;

    [Fact]
    public async Task The_open_pairs_with_their_cases_and_ways_that_solve()
    {
        var made = await MadeAsync();
        var solved = F2lState.Of(After(Scramble, made)).SolvedSlots.Count;
        var pairs = await WaysAsync($"{Query(Scramble, made)}&slack=1");
        Assert.Equal(4, pairs.Count + solved);
        foreach (var pair in pairs)
        {
            Assert.InRange(pair.Ways.Count, 1, F2lCourse.MostWays);
            Assert.Equal(pair.Title, string.Join('-', pair.Colors));
            Assert.NotEmpty(pair.Words);
            foreach (var way in pair.Ways)
            {
                var end = After(Scramble, made, way.Turns);
                // The base is down at the end, however it was turned.
                Assert.Equal(Color.White, end.Hold.ColorAt(Face.D));
                Assert.True(F2lState.Of(end).SolvedSlots.Count > solved);
            }
        }

        var byTurns = await WaysAsync($"{Query(Scramble, made)}&by=turns&noRotation=true");
        Assert.Equal(pairs.Select(p => (p.Id, p.Least)), byTurns.Select(p => (p.Id, (int?)p.Ways[0].Length)));
        Assert.DoesNotContain(byTurns.SelectMany(p => p.Ways), w => w.Turns.AsSpan().ContainsAny("xyz"));
    }

    [Fact]
    public async Task A_course_is_planned_a_stop_is_changed_and_the_rest_is_planned_anew()
    {
        var made = await MadeAsync();
        var course = await server.GetAsync<CourseResponse>($"api/course?{Query(Scramble, made)}");
        Assert.Equal("white cross", course.Stops[0].Title);
        var open = course.Stops.Count(s => s.Stage == "f2l");
        Assert.Equal(F2lState.Solved.SolvedSlots, F2lState.Of(After([Scramble, .. course.Stops.Select(s => s.Sequence.Text)])).SolvedSlots);
        Assert.Equal(course.Facelets, Facelets.Write(After([Scramble, .. course.Stops.Select(s => s.Sequence.Text)])));
        Assert.All(course.Stops.Zip(course.Stops.Skip(1)),
            s => Assert.Equal(s.Second.Sequence.Facelets, Ahead(s.First.Sequence, s.Second.Sequence)));
        Assert.Equal(course.Stops.Sum(s => s.MadeLength), course.Total);
        Assert.Equal(course.Facelets, Facelets.Write(After([Scramble, .. course.Stops.Select(s => s.Made)])));
        Assert.Equal(["planned", "greedy", "fixed"], course.Orders.Select(o => o.Order));
        // Another pair first.
        var other = (await WaysAsync(Query(Scramble, made))).First(p => p.Title != course.Stops[1].Title);
        var changed = await server.GetAsync<CourseResponse>(
            $"api/course?{Query(Scramble, made)}&chosen={Uri.EscapeDataString(other.Ways[0].Turns)}");
        Assert.Equal((other.Title, true, false), (changed.Stops[1].Title, changed.Stops[1].IsChosen, changed.Stops[2].IsChosen));
        Assert.Equal(open, changed.Stops.Count(s => s.Stage == "f2l"));
        Assert.Equal(15, F2lState.Of(After([Scramble, .. changed.Stops.Select(s => s.Sequence.Text)])).SolvedSlots.Bits);
    }

    [Theory]
    [InlineData("R", "breaks-solved")]
    [InlineData("U", "solves-nothing")]
    [InlineData("R U Q", "unknown-turn")]
    public async Task A_stop_that_does_not_do_is_refused(string stop, string code)
    {
        var problem = await server.ProblemAsync(
            $"api/course?{Query("R U R'", "")}&chosen={Uri.EscapeDataString(stop)}", HttpStatusCode.BadRequest);
        Assert.Equal((code, "chosen"), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
    }

    [Theory]
    [InlineData("scramble=R U F2 D' L", "cross-not-done", "made")]
    [InlineData("scramble=D&color=yellow", "other-cross", "made")]
    [InlineData("scramble=R U R'&slack=3", "bad-slack", "slack")]
    [InlineData("scramble=R U R'&by=luck", "unknown-word", "by")]
    [InlineData("scramble=R U R'&made=R X", "unknown-turn", "made")]
    public async Task Bad_input_is_told(string query, string code, string field)
    {
        var problem = await server.ProblemAsync(
            $"api/course/ways?stage=f2l&{query.Replace(" ", "%20", StringComparison.Ordinal)}", HttpStatusCode.BadRequest);
        Assert.Equal((code, field), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
    }

    [Theory]
    [InlineData("beam=0", "bad-beam", "beam")]
    [InlineData("wishes=f2l.hurry", "unknown-wish", "wishes")]
    [InlineData("method=guess", "unknown-word", "method")]
    public async Task Bad_wishes_for_a_course_are_told(string wish, string code, string field)
    {
        var problem = await server.ProblemAsync($"api/course?{Query("R U R'", "")}&{wish}", HttpStatusCode.BadRequest);
        Assert.Equal((code, field), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
    }

    [Fact]
    public async Task Nothing_left_and_nothing_found_are_said()
    {
        Assert.Empty(await WaysAsync("scramble=U"));
        Assert.Empty((await server.GetAsync<CourseResponse>("api/course?scramble=U")).Orders);
        var none = (await WaysAsync($"{Query("F U F'", "")}&wishes=f2l.only-RU,f2l.keep-halves"))[0];
        Assert.Null(none.Least);
        Assert.Empty(none.Ways);
        Assert.Contains("Loosen the chosen faces R U", none.Words, StringComparison.Ordinal);
        Assert.Equal("all-solved", (await server.ProblemAsync("api/course/judgement", HttpStatusCode.BadRequest,
            new JudgeStopRequest("f2l", "U", "", null, null, null, "R", null, null))).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Four_schools_beside_each_other_and_an_own_sequence_judged()
    {
        var schools = await server.GetAsync<IReadOnlyList<WayGroupResponse>>(
            $"api/course/schools?stage=f2l&{Query("R U' R' U", "")}&part=green-red");
        Assert.Equal(["by rule", "corner first", "keyhole", "beginner"], schools.Select(s => s.Title));
        Assert.All(schools.SelectMany(s => s.Ways),
            w => Assert.Equal(15, F2lState.Of(After("R U' R' U", w.Turns)).SolvedSlots.Bits));
        // No column is open for a keyhole.
        Assert.Equal("keyhole", Assert.Single(schools, s => s.Ways.Count == 0).Id);
        Assert.Contains("second slot", schools[2].Words, StringComparison.Ordinal);
        Assert.True(schools[0].Ways[0].Length <= schools[3].Ways[0].Length);
        var judged = await server.PostAsync<StopJudgementResponse>("api/course/judgement",
            new JudgeStopRequest("f2l", "R U' R' U", "", null, null, null, "U' y F U F'", null, null, Method: "cfop"));
        // The same turns with the cube turned over in between: the rotation is named, and the way without it.
        Assert.Contains(Assert.Single(judged.Parts).Notes, n => n.Contains("was not needed", StringComparison.Ordinal));
        Assert.Equal(5, judged.Sequence.Turns.Count);
        var good = await server.PostAsync<StopJudgementResponse>("api/course/judgement",
            new JudgeStopRequest("f2l", "R U' R' U", "", null, null, null, "U' R U R'", null, null, Method: "cfop"));
        Assert.Equal((4, 4, false), (good.Figures.Turns, good.Planned, good.IsBroken));
        Assert.Equal(("green-red", "U' R U R'"), (Assert.Single(good.Parts).Title, good.Parts[0].Text));
        Assert.Empty(good.Parts[0].Notes);
    }

    [Fact]
    public async Task The_casebook_has_41_tiles_and_an_own_sequence_is_checked_and_kept()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var tiles = await server.GetAsync<IReadOnlyList<CaseTileResponse>>($"api/casebook/f2l?solverId={solver}&view=BL");
        Assert.Equal(41, tiles.Count);
        Assert.All(tiles, t => Assert.Equal((false, MasteryState.New), (t.IsOwn, t.State)));
        var page = await server.GetAsync<CasePageResponse>($"api/casebook/f2l/right-back-f?solverId={solver}");
        Assert.Equal((4, "front-left-r"), (page.Views.Count, page.MirrorId));
        Assert.All(page.Views, s => Assert.Equal((4, 3), (s.Schools.Count, s.Length)));
        var kept = await server.PutAsync<CasePageResponse>("api/casebook/f2l/right-back-f/kept",
            new KeepSequenceRequest(solver, "FR", "U' (R U R') (U U') U", "thumb stays on the front"));
        Assert.Equal(("U' (R U R') (U U') U", "thumb stays on the front", ""),
            (kept.Views[0].Kept, kept.Views[0].Note, kept.Views[1].Kept));
        Assert.True((await server.GetAsync<IReadOnlyList<CaseTileResponse>>($"api/casebook/f2l?solverId={solver}&view=FR"))
            .Single(t => t.IsOwn).Id == "right-back-f");
        Assert.Equal(("solves-another", "sequence"),
            await server.PutProblemAsync("api/casebook/f2l/right-back-f/kept", new KeepSequenceRequest(solver, "FR", "U R U' R'", "")));
        Assert.Equal(("breaks-solved", "sequence"),
            await server.PutProblemAsync("api/casebook/f2l/right-back-f/kept", new KeepSequenceRequest(solver, "FR", "L' U' L", "")));
        Assert.Equal(("unknown-turn", "sequence"),
            await server.PutProblemAsync("api/casebook/f2l/right-back-f/kept", new KeepSequenceRequest(solver, "FR", "R X", "")));
        Assert.Equal(("text-too-long", "note"),
            await server.PutProblemAsync("api/casebook/f2l/right-back-f/kept",
            new KeepSequenceRequest(solver, "FR", "", new string('n', 1_001))));
        // What was refused changed nothing.
        Assert.Equal("thumb stays on the front",
            (await server.GetAsync<CasePageResponse>($"api/casebook/f2l/right-back-f?solverId={solver}")).Views[0].Note);
        await server.ProblemAsync("api/casebook/f2l/low-slot", HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task The_casebook_follows_the_school_and_the_drill()
    {
        var solver = (await server.AddSolverAsync()).Id;
        await server.PutAsync<HabitsResponse>($"api/solvers/{solver}/habits",
            new HabitsRequest(null, null, null, null, null, null, null, null, null, null, Stages: F2l("school", "beginner")));
        var tiles = await server.GetAsync<IReadOnlyList<CaseTileResponse>>($"api/casebook/f2l?solverId={solver}");
        Assert.Contains(tiles, t => t.Length > t.Least + 3);
        var session = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "f2l.solve-pair", null, 1));
        await server.PostAsync<VerdictResponse>(
            $"api/practice/sessions/{session.Id}/answers", new AnswerRequest(Guid.NewGuid(), 1, "U", 2_000, 3_000, 0));
        Assert.Single(await server.GetAsync<IReadOnlyList<CaseTileResponse>>($"api/casebook/f2l?solverId={solver}"),
            t => t.State == MasteryState.Learning);
        Assert.Equal(("bad-beam", "beam"), await server.PutProblemAsync(
            $"api/solvers/{solver}/habits", new HabitsRequest(
            null, null, null, null, null, null, null, null, null, null, Stages: F2l("beam", "0"))));
    }

    [Fact]
    public async Task A_course_is_kept_once_listed_and_forgotten()
    {
        var (solver, made) = ((await server.AddSolverAsync()).Id, await MadeAsync());
        var course = await server.GetAsync<CourseResponse>($"api/course?{Query(Scramble, made)}");
        var request = new KeepCourseRequest(Guid.NewGuid(), solver, Scramble, "white", made,
            string.Join(';', course.Stops.Skip(1).Select(s => s.Sequence.Text)));
        var saved = await server.PostAsync<KeptCourseResponse>("api/courses", request);
        Assert.Equal((course.Total, course.Time), (saved.Total, saved.Time));
        Assert.Equal(saved, await server.PostAsync<KeptCourseResponse>("api/courses", request));
        Assert.Equal(saved, Assert.Single(await server.GetAsync<IReadOnlyList<KeptCourseResponse>>($"api/courses?solverId={solver}")));
        var half = await server.ProblemAsync("api/courses", HttpStatusCode.BadRequest,
            request with { Key = Guid.NewGuid(), Stops = course.Stops[1].Sequence.Text });
        Assert.Equal("not-finished", half.GetProperty("code").GetString());
        using var gone = await server.Client.DeleteAsync(new Uri($"api/courses/{saved.Id}?solverId={solver}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, gone.StatusCode);
        Assert.Empty(await server.GetAsync<IReadOnlyList<KeptCourseResponse>>($"api/courses?solverId={solver}"));
    }
}
