using System.Net;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.Scrambles;
using TinCompass.Server.Features.XCross;

namespace TinCompass.Server.Tests;

public class ScrambleApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    [Fact]
    public async Task A_new_scramble_is_short_and_not_remembered_by_caches()
    {
        using var answer = await server.Client.GetAsync(new Uri("api/scramble", UriKind.Relative));
        Assert.True(answer.Headers.CacheControl?.NoStore);
        var drawn = await server.GetAsync<ScrambleResponse>("api/scramble");
        Assert.InRange(Algorithm.Parse(drawn.Scramble).Length(Metric.Htm), 12, 22);
        Assert.Equal(drawn.Length, Algorithm.Parse(drawn.Scramble).Length(Metric.Htm));
        Assert.NotEqual(drawn.Scramble, (await server.GetAsync<ScrambleResponse>("api/scramble")).Scramble);
    }

    [Fact]
    public async Task A_wish_is_met_and_an_impossible_one_is_refused()
    {
        var drawn = await server.GetAsync<ScrambleResponse>("api/scramble?color=blue&length=7&badEdges=3");
        var blue = (await server.GetAsync<OpeningsResponse>(
            $"api/course/openings?stage=cross&scramble={Uri.EscapeDataString(drawn.Scramble)}")).Openings[3];
        Assert.Equal(("blue cross", 7, "3 bad"), (blue.Title, blue.Length, Assert.Single(blue.Facts).Words));
        Assert.Equal("no-such-position", (await server.ProblemAsync("api/scramble?color=blue&length=9", HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
        Assert.Equal("unknown-color", (await server.ProblemAsync("api/scramble?length=6", HttpStatusCode.BadRequest)).GetProperty("code")
            .GetString());
    }

    [Fact]
    public async Task A_given_position_gets_a_scramble_that_makes_it()
    {
        var position = CubeState.Solved.Apply(Algorithm.Parse("R U2 F' D L B2 M x").Turns);
        var made = await server.PostAsync<PositionResponse>("api/scramble/of-position", new PositionRequest(Facelets.Write(position)));
        Assert.Equal(position.Upright(), CubeState.Solved.Apply(Algorithm.Parse(made.Scramble).Turns));
    }

    [Fact]
    public async Task Four_cross_edges_are_enough_and_what_is_unknown_stays_hidden()
    {
        var position = CubeState.Solved.Apply(Algorithm.Parse("R U2 F' D L B2 U R'").Turns);
        var made = await server.PostAsync<PositionResponse>("api/scramble/of-position",
            new PositionRequest(Facelets.Write(position, new KnownPieces([Color.Red], []))));
        Assert.Equal((false, "red"), (made.IsComplete, made.Known));
        var compared = await server.GetAsync<OpeningsResponse>(
            $"api/course/openings?stage=cross&known=red&scramble={Uri.EscapeDataString(made.Scramble)}");
        Assert.Equal("red cross", Assert.Single(compared.Openings).Title);
        Assert.Equal(Facelets.Write(position, new KnownPieces([Color.Red], [])), compared.Facelets);
        var explained = await server.GetAsync<ExplanationResponse>(
            $"api/cross/explanation?known=red&color=red&plan=z%20R&scramble={Uri.EscapeDataString(made.Scramble)}");
        Assert.Equal(14, explained.Sequence.Turns[0].Facelets.Count(c => c != '.'));
        Assert.Equal("too-little-known", (await server.ProblemAsync("api/scramble/of-position", HttpStatusCode.BadRequest,
            new PositionRequest(Facelets.Write(position, new KnownPieces([], []))))).GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_pair_may_be_known_with_the_cross_and_is_planned_with_it()
    {
        var position = CubeState.Solved.Apply(Algorithm.Parse("R U2 F' D L B2 U R'").Turns);
        var known = new KnownPieces([Color.White], [(Color.White, Color.Blue, Color.Red)]);
        var made = await server.PostAsync<PositionResponse>("api/scramble/of-position",
            new PositionRequest(Facelets.Write(position, known)));
        Assert.Equal("white,white:blue-red", made.Known);
        string At(string path) =>
            $"api/xcross/{path}&color=white&known={Uri.EscapeDataString(made.Known)}&scramble={Uri.EscapeDataString(made.Scramble)}";
        var pair = Assert.Single((await server.GetAsync<XCrossPlansResponse>(At("plans?"))).Pairs);
        Assert.Equal("blue-red", pair.Slot);
        // The same as in the real position: what was not looked at has no say.
        var real = await server.GetAsync<XCrossPlansResponse>(
            $"api/xcross/plans?color=white&scramble={Uri.EscapeDataString("R U2 F' D L B2 U R'")}");
        Assert.Equal(real.Pairs.Single(p => p.Slot == "blue-red").Plans, pair.Plans);
        var explained = await server.GetAsync<ExplanationResponse>(
            At($"explanation?slot=blue-red&plan={Uri.EscapeDataString(pair.Plans[0].Text)}"));
        var stands = await server.GetAsync<IReadOnlyList<PairStandResponse>>(At($"stands?made={Uri.EscapeDataString(pair.Plans[0].Text)}"));
        Assert.Equal("blue-red", Assert.Single(stands).Slot);
        // Six centres, four edges of two stickers, one more edge, one corner of three.
        Assert.Equal(6 + 8 + 2 + 3, explained.Sequence.Facelets.Count(c => c != '.'));
        foreach (var odd in new[] { "pink", "white:green-blue", "white:white-red", "white:red" })
            Assert.Equal("unknown-pieces", (await server.ProblemAsync(
                $"api/course/openings?stage=cross&scramble=R&known={odd}", HttpStatusCode.BadRequest)).GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_list_is_read_line_by_line()
    {
        var read = await server.PostAsync<ListResponse>("api/scramble/list",
            new ListRequest("R U F2\n\n// a comment\nR Q\n(R U)2 // twice\n"));
        Assert.Equal(["R U F2", "(R U)2"], read.Scrambles);
        Assert.Equal(4, Assert.Single(read.Errors).Line);
        Assert.Contains("'Q'", read.Errors[0].Why, StringComparison.Ordinal);
        Assert.Empty((await server.PostAsync<ListResponse>("api/scramble/list", new ListRequest(null))).Scrambles);
    }

    [Fact]
    public async Task An_impossible_position_is_refused_with_its_law_and_the_stickers_to_look_at()
    {
        var letters = Facelets.Write(CubeState.Solved).ToCharArray();
        (letters[19], letters[7]) = (letters[7], letters[19]);
        var flipped = await server.ProblemAsync("api/scramble/of-position", HttpStatusCode.BadRequest,
            new PositionRequest(new string(letters)));
        Assert.Equal(("impossible-position", "EdgeFlip"),
            (flipped.GetProperty("code").GetString(), flipped.GetProperty("law").GetString()));
        Assert.Equal("impossible-position", (await server.ProblemAsync("api/scramble/of-position", HttpStatusCode.BadRequest,
            new PositionRequest(null))).GetProperty("code").GetString());
    }
}
