using System.Net;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.XCross;

namespace TinCompass.Server.Tests;

public class CrossApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private const string Scramble = "R U F2 D' L B";

    private static string Query(string path, params (string Name, string Value)[] values) =>
        $"{path}?{string.Join('&', values.Select(v => $"{v.Name}={Uri.EscapeDataString(v.Value)}"))}";

    private static string Openings(string scramble) => Query("api/course/openings", ("stage", "cross"), ("scramble", scramble));

    [Fact]
    public async Task The_comparison_has_six_colours_in_their_order_with_four_edges_each()
    {
        var compared = await server.GetAsync<OpeningsResponse>(Openings("(R U)  F2 D’L B // six"));
        Assert.Equal("(R U) F2 D' L B", compared.Scramble);
        Assert.Equal(["white", "yellow", "green", "blue", "red", "orange"], compared.Openings.SelectMany(o => o.Bases));
        Assert.Equal(Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse(Scramble).Turns)), compared.Facelets);
        Assert.All(compared.Openings, o => Assert.Equal(4, o.Pieces.Count));
        Assert.Equal((4, 1), (compared.Openings[0].Length, compared.Openings[0].Count));
    }

    [Fact]
    public async Task Plans_are_grouped_and_the_first_can_be_explained_to_its_end()
    {
        var plans = await server.GetAsync<PlansResponse>(
            Query("api/cross/plans", ("scramble", Scramble), ("color", "white"), ("slack", "1")));
        var best = plans.Groups[0].Plans[0];
        Assert.Equal("x2 F' L' D' R'", best.Text);
        Assert.Contains(plans.Groups.SelectMany(g => g.Plans), p => p.Length == 5);
        var explained = await server.GetAsync<ExplanationResponse>(
            Query("api/cross/explanation", ("scramble", Scramble), ("color", "white"), ("plan", best.Text)));
        Assert.Equal((4, 0), (explained.Sequence.Turns.Count, explained.Moments[^1].Remaining));
        Assert.Equal("yellow up, blue front", explained.Sequence.Hold);
        Assert.Equal(5, explained.Points.Count);
        Assert.InRange(explained.Sequence.Time!.Value, 4 * 0.8, 4 * 3.5);
        Assert.Equal(0, explained.Sequence.Regrips);
        Assert.All(explained.Moments[^1].Edges, e => Assert.Equal(0, e.Distance));
        // F' is drawn as the front layer turning against the clock about z; D' as the lowest layer, clockwise from above.
        Assert.Equal(("z", 1, -1), (explained.Sequence.Turns[0].Axis, explained.Sequence.Turns[0].Layers[0],
            explained.Sequence.Turns[0].Quarters));
        Assert.Equal(("y", -1, 1), (explained.Sequence.Turns[2].Axis, explained.Sequence.Turns[2].Layers[0],
            explained.Sequence.Turns[2].Quarters));
    }

    [Theory]
    [InlineData("x2", "F' L' D' R'", "x2 F' L' D' R'")]
    [InlineData("x2", "x2 F' L' D' R'", "x2 F' L' D' R'")]
    [InlineData("", "x2 F' L' D' R'", "x2 F' L' D' R'")]
    [InlineData("x2", "y2 B' R' D' L'", "x2 y2 B' R' D' L'")]
    public async Task An_own_plan_starts_from_the_hold_that_was_shown(string hold, string plan, string read)
    {
        var judged = await server.PostAsync<JudgementResponse>("api/cross/judgement", new JudgeRequest(Scramble, "white", hold, plan));
        Assert.Equal((read, true, 0), (judged.Read, judged.Figures.IsDone, judged.Figures.OverBest));
    }

    [Fact]
    public async Task A_mistake_is_told_with_the_way_from_before_it_and_the_way_on()
    {
        var judged = await server.PostAsync<JudgementResponse>("api/cross/judgement", new JudgeRequest(Scramble, "white", "x2", "F' L R"));
        Assert.False(judged.Figures.IsDone);
        Assert.Equal((2, 1), (judged.Mistakes[0].Number, judged.GoodStart));
        Assert.Equal("L' D' R'", judged.Mistakes[0].Instead);
        var end = CubeState.Solved.Apply(Algorithm.Parse($"{Scramble} {judged.Read} {judged.Onward}").Turns);
        var again = await server.PostAsync<JudgementResponse>("api/cross/judgement",
            new JudgeRequest(Scramble, "white", "x2", "F' L R " + judged.Onward));
        Assert.True(again.Figures.IsDone);
        Assert.Equal(Facelets.Write(end), again.Explanation.Sequence.Turns[^1].Facelets);
    }

    [Fact]
    public async Task The_four_pairs_of_a_colour_come_with_plans_that_can_be_explained()
    {
        var pairs = await server.GetAsync<XCrossPlansResponse>(Query("api/xcross/plans", ("scramble", Scramble), ("color", "white")));
        Assert.Equal(4, pairs.CrossLength);
        Assert.Equal(["green-red", "green-orange", "blue-red", "blue-orange"], pairs.Pairs.Select(p => p.Slot));
        foreach (var pair in pairs.Pairs)
        {
            Assert.False(pair.IsCut);
            Assert.InRange(pair.Plans.Count, 1, pair.Count);
            var explained = await server.GetAsync<ExplanationResponse>(
                Query("api/xcross/explanation", ("scramble", Scramble), ("color", "white"), ("plan", pair.Plans[0].Text),
                    ("slot", pair.Slot)));
            Assert.Equal(pair.Length, explained.Sequence.Turns.Count);
            var stands = await server.GetAsync<IReadOnlyList<PairStandResponse>>(
                Query("api/xcross/stands", ("scramble", Scramble), ("color", "white"), ("made", pair.Plans[0].Text)));
            Assert.Equal(PairStand.Solved, stands.Single(p => p.Slot == pair.Slot).Stand);
            Assert.Contains($"puts {pair.Slot} in its slot", string.Join(' ', explained.Sequence.Notes.Select(s => s.Words)),
                StringComparison.Ordinal);
        }

        Assert.Equal("unknown-slot", (await server.ProblemAsync(
            Query("api/xcross/explanation", ("scramble", Scramble), ("color", "white"), ("plan", "x2 R"), ("slot", "green-blue")),
            HttpStatusCode.BadRequest)).GetProperty("code").GetString());
        Assert.Equal("unknown-slot", (await server.ProblemAsync(
            Query("api/xcross/explanation", ("scramble", Scramble), ("color", "white"), ("plan", "x2 R"), ("slot", "white-red")),
            HttpStatusCode.BadRequest)).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Plans_come_in_the_order_and_for_the_hands_that_are_asked_for()
    {
        async Task<PlansResponse> Ask(params (string, string)[] more) =>
            await server.GetAsync<PlansResponse>(Query("api/cross/plans",
                [("scramble", "R2 F L' D B2 U R' F2"), ("color", "white"), ("slack", "1"), .. more]));
        var byTime = (await Ask(("order", "time"), ("holds", "leastTime"))).Groups;
        Assert.All(byTime, g => Assert.Equal(g.Plans.Select(p => p.Time).Order(), g.Plans.Select(p => p.Time)));
        var byForesight = await Ask(("order", "foresight"));
        var w = byForesight.Weights;
        foreach (var f in byForesight.Groups.SelectMany(g => g.Plans).Select(p => p.Foresight))
            Assert.Equal((f.Followed * w.Followed) + (f.Moves * w.Move) + (f.TurnedGood * w.TurnedGood) + (f.Aligns ? w.Alignment : 0),
                f.Score);
        Assert.Equal(byForesight.Groups.Select(g => g.Plans[0].Foresight.Score).Order(),
            byForesight.Groups.Select(g => g.Plans[0].Foresight.Score));
        var plain = (await Ask()).Groups[0].Plans[0];
        var left = (await Ask(("leftHanded", "true"))).Groups[0].Plans[0];
        Assert.Equal(plain.Text, left.Text);
        Assert.NotEqual(plain.Time, left.Time);
        // Whoever turns neither R nor L nor F nor B can turn no cross; the plans are still there, without a time.
        Assert.All((await Ask(("avoid", "R L F B"))).Groups.SelectMany(g => g.Plans), p => Assert.Null(p.Time));
        Assert.Equal("unknown-word", (await server.ProblemAsync(
            Query("api/cross/plans", ("scramble", "R"), ("color", "white"), ("order", "beauty")), HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
        Assert.Equal("unknown-turn", (await server.ProblemAsync(
            Query("api/cross/plans", ("scramble", "R"), ("color", "white"), ("avoid", "B Q")), HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_quicker_way_to_turn_the_same_is_offered_and_does_the_same()
    {
        var explained = await server.GetAsync<ExplanationResponse>(
            Query("api/cross/explanation", ("scramble", Scramble), ("color", "white"), ("plan", "x2 B U B' U2 B U B'")));
        Assert.Equal((7, 7, 8, 8), (explained.Sequence.Lengths.Htm, explained.Sequence.Lengths.Stm, explained.Sequence.Lengths.Qtm,
            explained.Sequence.Lengths.Etm));
        Assert.True(explained.Sequence.Quicker!.Time < explained.Sequence.Time);
        Assert.Equal(
            CubeState.Solved.Apply(Algorithm.Parse("x2 B U B' U2 B U B'").Turns).Upright(),
            CubeState.Solved.Apply(Algorithm.Parse("x2 " + explained.Sequence.Quicker.Text).Turns).Upright());
        Assert.Null((await server.GetAsync<ExplanationResponse>(
            Query("api/cross/explanation", ("scramble", Scramble), ("color", "white"), ("plan", "x2 R U R'")))).Sequence.Quicker);
    }

    [Theory]
    [InlineData("", "empty", null)]
    [InlineData("  // nothing", "empty", null)]
    [InlineData("R U Q", "unknown-turn", 5)]
    [InlineData("R (U F", "unclosed-bracket", 7)]
    [InlineData("(R U)251", "too-long", 6)]
    public async Task A_wrong_scramble_is_refused_with_code_field_and_column(string scramble, string code, int? column)
    {
        var problem = await server.ProblemAsync(Openings(scramble), HttpStatusCode.BadRequest);
        Assert.Equal((code, "scramble"), (problem.GetProperty("code").GetString(), problem.GetProperty("field").GetString()));
        if (column is not null) Assert.Equal(column, problem.GetProperty("column").GetInt32());
        Assert.NotEmpty(problem.GetProperty("detail").GetString()!);
    }

    [Fact]
    public async Task Other_wrong_wishes_are_refused_plainly()
    {
        Assert.Equal("unknown-color", (await server.ProblemAsync(
            Query("api/cross/plans", ("scramble", Scramble), ("color", "pink")), HttpStatusCode.BadRequest)).GetProperty("code")
            .GetString());
        Assert.Equal("bad-slack", (await server.ProblemAsync(
            Query("api/cross/plans", ("scramble", Scramble), ("color", "white"), ("slack", "3")), HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
        Assert.Equal("text-too-long", (await server.ProblemAsync(
            Openings(new string('R', 9_000)), HttpStatusCode.BadRequest)).GetProperty("code")
            .GetString());
        Assert.Equal("bad-hold", (await server.ProblemAsync("api/cross/judgement", HttpStatusCode.BadRequest,
            new JudgeRequest(Scramble, "white", "R", "F"))).GetProperty("code").GetString());
        var empty = await server.ProblemAsync("api/cross/judgement", HttpStatusCode.BadRequest,
            new JudgeRequest(Scramble, "white", "x2", " "));
        Assert.Equal(("empty", "plan"), (empty.GetProperty("code").GetString(), empty.GetProperty("field").GetString()));
        Assert.Equal("bad-request", (await server.ProblemAsync("api/cross/judgement", HttpStatusCode.BadRequest, "{\"scramble\":"))
            .GetProperty("code").GetString());
        Assert.Equal("not-found", (await server.ProblemAsync("api/nowhere", HttpStatusCode.NotFound)).GetProperty("code").GetString());
    }

    [Fact]
    public async Task Every_answer_forbids_foreign_scripts()
    {
        using var answer = await server.Client.GetAsync(new Uri("api/status", UriKind.Relative));
        var policy = answer.Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("default-src 'self'", policy, StringComparison.Ordinal);
        Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
    }
}
