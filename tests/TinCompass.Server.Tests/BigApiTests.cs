using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.BigCubes;
using TinCompass.Server.Features.Practice;

namespace TinCompass.Server.Tests;

/// <summary>Bigger cubes over HTTP and by command line.</summary>
public sealed partial class BigApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private const string Four = "R Uw2 F' 2R B Lw D2 Fw R2 Uw' L F2 2U' R Bw2 D Rw' F";

    private static string Url(string path, int size, string scramble, string more = "") =>
        $"api/big/{path}?size={size}&scramble={Uri.EscapeDataString(scramble)}{more}";

    private async Task<BigLineResponse[]> LinesAsync(string url)
    {
        using var answer = await server.Client.GetAsync(new Uri(url, UriKind.Relative));
        Assert.Equal("application/x-ndjson", answer.Content.Headers.ContentType?.MediaType);
        return [.. (await answer.Content.ReadAsStringAsync()).Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Select(l => JsonSerializer.Deserialize<BigLineResponse>(l, ServerFixture.Json)!)];
    }

    [Fact]
    public async Task A_parity_is_told_with_turns_that_mend_it_own_ones_are_proved_and_holds_are_told()
    {
        const string Broken = "R U R' U R U2 R' F R U R' U' F' 2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2";
        var told = await server.GetAsync<BigParityResponse>(Url("parity", 4, Broken));
        Assert.Equal(("one", "one edge turned over"), (told.Need, told.Needed));
        Assert.Equal(["alone", "layer"], told.Ways.Select(w => w.Reach).Distinct().Order(StringComparer.Ordinal));
        Assert.All(told.Ways, w => Assert.EndsWith(" wt", w.Hands, StringComparison.Ordinal));
        Assert.Null(told.Shown);
        // The turns of one of them, held in the ways after which the top is oriented soonest.
        var pure = told.Ways.First(w => w.Reach == "alone");
        var shown = await server.GetAsync<BigParityResponse>(Url("parity", 4, Broken, $"&turns={Uri.EscapeDataString(pure.Text)}"));
        Assert.Equal(pure.Text, shown.Shown!.Text);
        var state = BigState.Solved(4).Apply(BigNotation.Parse(Broken, 4));
        Assert.All(shown.Holds, h =>
        {
            Assert.Equal(pure.Length, h.Stop.Length);
            Assert.Equal(ParityFlaw.None, ParityWay.NeedOf(state.Apply(BigNotation.Parse(h.Stop.Text, 4))));
            Assert.Equal(["Nothing else moves."], h.Stop.Notes);
        });
        var tops = shown.Holds.Where(h => h.Top.Length > 0).ToList();
        Assert.Equal(4, tops.Count);
        Assert.Equal(shown.Holds.Take(4), tops);
        var soonest = tops.Select(h => double.Parse(h.Top.Split("oriented in ")[1].Split(' ')[0], null)).ToList();
        Assert.Equal(soonest.Order(), soonest);
        // Turns that mend something else are read, and not held; a cube that is no cube of edges yet needs nothing that is known.
        Assert.Empty((await server.GetAsync<BigParityResponse>(Url("parity", 4, Broken, "&turns=2U2+2R2+Uw2+2R2+U2+2R2"))).Holds);
        Assert.Null((await server.GetAsync<BigParityResponse>(Url("parity", 4, Four))).Need);
        Assert.Equal("none", (await server.GetAsync<BigParityResponse>(Url("parity", 5, "R U F"))).Need);
        Assert.Equal("wings", (await server.GetAsync<BigParityResponse>(
            Url("parity", 5, "R U 2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2"))).Need);
    }

    [Theory]
    [InlineData("Rw+U", "centres-apart", "The centres are not whole")]
    [InlineData("2R+U+R+U'+2R'", "edges-apart", "edges apart that were whole")]
    [InlineData("R+U", "no-parity", "leave the parity as it is")]
    [InlineData("R+Q", "unknown-turn", "Column 3")]
    public async Task Turns_that_mend_nothing_are_refused_at_their_field(string turns, string code, string message)
    {
        using var answer = await server.Client.GetAsync(new Uri(Url("parity", 4, "R U", $"&turns={turns}"), UriKind.Relative));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var problem = await answer.Content.ReadFromJsonAsync<ProblemDetails>(ServerFixture.Json);
        Assert.Contains(message, problem!.Detail, StringComparison.Ordinal);
        Assert.Equal((code, "turns"), ($"{problem.Extensions["code"]}", $"{problem.Extensions["field"]}"));
    }

    [Fact]
    public async Task The_command_line_finds_turns_that_mend_a_parity()
    {
        var (exit, output, _) = await CommandLineTests.RunAsync("", "big", "parity", "--size", "4");
        Assert.Equal(0, exit);
        var found = output.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonSerializer.Deserialize<JsonElement>(l))
            .ToList();
        Assert.Equal(["both", "one", "two"],
            found.Select(f => f.GetProperty("mends").GetString()).Distinct().Order(StringComparer.Ordinal));
        Assert.Equal(6, found.Where(f => f.GetProperty("mends").GetString() == "two").Min(f => f.GetProperty("count").GetInt32()));
        Assert.All(found, f => Assert.NotNull(ParityWay.Read(BigNotation.Parse(f.GetProperty("turns").GetString()!, 4), 4, out _)));
    }

    [Theory]
    [InlineData(4)]
    [InlineData(5)]
    public async Task A_scramble_has_the_usual_length(int size)
    {
        var drawn = await server.GetAsync<BigScrambleResponse>($"api/big/scramble?size={size}");
        Assert.Equal(BigScrambles.LengthOf(size), BigNotation.Parse(drawn.Scramble, size).Count);
    }

    [Fact]
    public async Task The_six_centres_are_compared_and_what_stands_is_kept_by_the_next()
    {
        var first = await server.GetAsync<BigCentresResponse>(Url("centres", 4, Four));
        var start = BigState.Solved(4).Apply(BigNotation.Parse(Four, 4));
        Assert.Equal($"{start}", first.Facelets);
        Assert.Equal(Faces.AllColors.Select(c => c.Name()), first.Centres.Select(c => c.Color));
        foreach (var centre in first.Centres)
        {
            Assert.True(centre.IsExact);
            foreach (var way in centre.Ways)
            {
                Assert.Equal(centre.Length, way.Turns.Count);
                Assert.Equal($"{start.Apply(BigNotation.Parse(way.Text, 4))}", way.Turns[^1].Facelets);
                Assert.EndsWith("is whole", way.Turns[^1].Said, StringComparison.Ordinal);
            }
        }

        Assert.Null(first.Store);
        Assert.Equal(BigWords.Why(start, BigNotation.Parse(Four, 4)), first.Why);
        // Three edges apart: how the joined ones are stored, and the last at once.
        var apart = await server.GetAsync<BigCentresResponse>(Url("centres", 4, "R2 F Uw R U R' Uw' F L2"));
        var cube = BigState.Solved(4).Apply(BigNotation.Parse("R2 F Uw R U R' Uw' F L2", 4));
        Assert.Equal(3, apart.Store!.Last!.Also.Count);
        Assert.True(ReducedCube.HasEdges(cube.Apply(BigNotation.Parse(apart.Store.Last.Text, 4))));
        Assert.Contains(" of 9 joined", apart.Store.Said, StringComparison.Ordinal);
        Assert.Equal(EdgeStore.Of(cube).Turns.Count, apart.Store.Store?.Length ?? 0);
        // One alone, and one turn longer.
        var alone = Assert.Single((await server.GetAsync<BigCentresResponse>(Url("centres", 4, Four, "&color=red&slack=1"))).Centres);
        Assert.Equal("orange", alone.Opposite);
        Assert.Equal(first.Centres[4].Length, alone.Length);
        Assert.All(alone.Ways, w => Assert.InRange(w.Length, alone.Length!.Value, alone.Length.Value + 1));
        Assert.True(alone.Ways.Count > first.Centres[4].Ways.Count);
        var white = first.Centres[0].Ways[0].Text;
        var next = await server.GetAsync<BigCentresResponse>(Url("centres", 4, Four, $"&made={Uri.EscapeDataString(white)}"));
        Assert.True(next.Centres[0].IsWhole);
        foreach (var centre in next.Centres.Skip(1))
        {
            Assert.False(centre.IsExact);
            foreach (var way in centre.Ways)
            {
                var end = way.Turns.Count > 0 ? way.Turns[^1].Facelets : next.Facelets;
                foreach (var letter in new[] { 'W', char.ToUpperInvariant(centre.Color[0]) })
                    Assert.Contains(Enumerable.Range(0, 6), f => new[] { 5, 6, 9, 10 }.All(s => end[(16 * f) + s] == letter));
            }
        }
    }

    [Theory]
    [InlineData(4, Four)]
    [InlineData(5, "Rw U2 F' Dw B2 Lw' D R Uw F2 Bw L' Dw2 R2 F Uw'")]
    public async Task A_whole_plan_comes_with_how_far_it_is_and_ends_solved(int size, string scramble)
    {
        var lines = await LinesAsync(Url("plan", size, scramble));
        Assert.All(lines.SkipLast(2), l => Assert.Equal("progress", l.Kind));
        Assert.Equal(["centre", "edges", "parity", "small"], lines.Select(l => l.Stage).Distinct());
        var (plan, beside) = (lines[^2].Plan!, lines[^1].Beside!);
        // Looking ahead is worth something.
        Assert.True(beside.FixedOrder > 0 && beside.OneByOne > plan.Stops.Where(s => s.Stage == "edges").Sum(s => s.Length));
        Assert.Equal(6, plan.Stops.Count(s => s.Stage == "centre"));
        Assert.Equal(plan.Length, plan.Stops.Sum(s => s.Length));
        var end = BigState.Solved(size).Apply(BigNotation.Parse(scramble, size))
            .Apply(plan.Stops.SelectMany(s => BigNotation.Parse(s.Text, size)));
        Assert.True(end.IsSolved);
        Assert.Equal($"{end}", plan.Stops.SelectMany(s => s.Turns).Last().Facelets);
        Assert.Null(Legality.Read(plan.Reduced.Facelets).Flaw);
        // From what was made the plan goes on.
        var made = plan.Stops[0].Text;
        var onward = (await LinesAsync(Url("plan", size, scramble, $"&made={Uri.EscapeDataString(made)}")))[^2].Plan!;
        Assert.Equal(0, onward.Stops[0].Length);
    }

    [Theory]
    [InlineData("size=3&scramble=R", "bad-size")]
    [InlineData("size=4&scramble=R%20Q", "unknown-turn")]
    [InlineData("size=4&scramble=M", "unknown-turn")]
    [InlineData("size=5&scramble=R&made=6Rw", "unknown-turn")]
    [InlineData("size=4&scramble=R&color=pink", "unknown-color", "centres")]
    [InlineData("size=4&scramble=R&slack=2", "bad-slack", "centres")]
    [InlineData("size=4&scramble=R&method=none", "unknown-word", "plan")]
    [InlineData("size=4&scramble=R&school=none", "unknown-word", "plan")]
    [InlineData("size=4&facelets=WWWW", "impossible-position")]
    [InlineData("size=4&scramble=R&turns=", "empty", "review")]
    [InlineData("size=4&scramble=R&turns=R%205R", "unknown-turn", "review")]
    public async Task What_cannot_be_read_is_told_with_its_place(string query, string code, string? one = null)
    {
        foreach (var path in one is null ? ["centres", "plan"] : new[] { one })
        {
            using var answer = await server.Client.GetAsync(new Uri($"api/big/{path}?{query}", UriKind.Relative));
            Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
            var problem = await answer.Content.ReadFromJsonAsync<ProblemDetails>();
            Assert.Equal(code, problem!.Extensions["code"]!.ToString());
        }
    }

    [Fact]
    public async Task A_position_by_its_stickers_is_as_good_as_its_scramble_but_not_both()
    {
        var start = BigState.Solved(4).Apply(BigNotation.Parse(Four, 4));
        var told = await server.GetAsync<BigCentresResponse>($"api/big/centres?size=4&facelets={start}");
        var same = await server.GetAsync<BigCentresResponse>(Url("centres", 4, Four));
        Assert.Equal((same.Facelets, same.IsOdd), (told.Facelets, told.IsOdd));
        Assert.Equal(same.Centres.Select(c => c.Length), told.Centres.Select(c => c.Length));
        Assert.Equal("both", (await server.ProblemAsync($"api/big/centres?size=4&scramble=R&facelets={start}", HttpStatusCode.BadRequest))
            .GetProperty("code").GetString());
    }

    /// <summary>All six are whole, but the top and the bottom have each other's: four stand, each of the two has ways.</summary>
    [Fact]
    public async Task Two_whole_centres_that_are_exchanged_do_not_stand_and_are_made()
    {
        var letters = $"{BigState.Solved(4)}".ToCharArray();
        foreach (var (face, letter) in new[] { (0, 'Y'), (1, 'W') })
            foreach (var cell in new[] { 5, 6, 9, 10 }) letters[(16 * face) + cell] = letter;
        var state = BigLegality.Read(4, new string(letters)).State!;
        var told = await server.GetAsync<BigCentresResponse>($"api/big/centres?size=4&facelets={state}");
        Assert.Equal(["white", "yellow"], told.Centres.Where(c => !c.IsWhole).Select(c => c.Color));
        Assert.All(told.Centres.Where(c => !c.IsWhole), c =>
        {
            Assert.StartsWith("the whole centre on the ", c.Ready[0], StringComparison.Ordinal);
            Assert.NotEmpty(c.Ways);
            Assert.All(c.Ways, w => Assert.True(ReducedCube.HasCentres(state.Apply(BigNotation.Parse(w.Text, 4)))));
        });
    }

    [Fact]
    public async Task Where_the_centres_stand_each_edge_says_how_its_parts_lie_and_what_it_takes()
    {
        var made = BigNotation.Parse("2R U R' U' 2R' F R B Uw L D L' Uw'", 4);
        var state = BigState.Solved(4).Apply(made);
        var told = await server.GetAsync<BigCentresResponse>($"api/big/centres?size=4&facelets={state}");
        Assert.All(told.Centres, c => Assert.True(c.IsWhole));
        var apart = told.Edges.Where(e => !e.IsWhole).ToList();
        Assert.NotEmpty(apart);
        foreach (var edge in apart)
        {
            Assert.Contains(edge.Lies.Single().Split(':', ',')[0], (string[])["right", "flipped", "across"]);
            if (edge.Way is not { } way) continue;
            var after = await server.GetAsync<BigCentresResponse>(
                $"api/big/centres?size=4&facelets={state}&made={Uri.EscapeDataString(way.Text)}");
            Assert.All(after.Centres, c => Assert.True(c.IsWhole));
            foreach (var name in way.Also.Append(edge.Name)) Assert.True(after.Edges.Single(e => e.Name == name).IsWhole);
        }
    }

    [Fact]
    public async Task Own_turns_are_cut_into_stops_and_the_last_says_that_the_cube_is_solved()
    {
        var plan = (await LinesAsync(Url("plan", 4, Four)))[^2].Plan!;
        var own = string.Join(' ', plan.Stops.Select(s => s.Text));
        var review = await server.GetAsync<BigReviewResponse>(Url("review", 4, Four, $"&turns={Uri.EscapeDataString(own)}"));
        Assert.Equal(BigNotation.Parse(own, 4), review.Stops.SelectMany(s => BigNotation.Parse(s.Text, 4)));
        Assert.Equal(6, review.Stops.Where(s => s.Stage == "centre").Sum(s => s.Parts.Count));
        Assert.Equal("The cube is solved.", review.Stops[^1].Notes[^1]);
        // Turns that finish nothing are one stop.
        var idle = await server.GetAsync<BigReviewResponse>(Url("review", 4, Four, "&turns=R"));
        Assert.Equal(("own", "own turns"), (idle.Stops.Single().Stage, idle.Stops.Single().Name));
    }

    [Fact]
    public async Task Answers_about_bigger_cubes_are_exported_and_come_back_and_impossible_ones_are_refused()
    {
        var solver = (await server.AddSolverAsync()).Id;
        var start = await server.PostAsync<SessionResponse>("api/practice/sessions",
            new NewSessionRequest(solver, "joining.last-two", null, 1));
        var asked = start.Task!;
        Assert.Equal((96, "a 4x4"), (asked.Facelets.Length, asked.Hold));
        var answers = $"api/practice/sessions/{start.Id}/answers";
        using (var wrong = await server.Client.PostAsJsonAsync(answers, new AnswerRequest(Guid.NewGuid(), 1, "R 5R", 10, 20, 0)))
        {
            Assert.Equal(HttpStatusCode.BadRequest, wrong.StatusCode);
            Assert.Contains("5R", await wrong.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        var verdict = await server.PostAsync<VerdictResponse>(answers, new AnswerRequest(Guid.NewGuid(), 1, "Rw U Rw'", 10, 20, 0));
        Assert.False(verdict.Right);
        Assert.Equal(asked.Facelets, verdict.Facelets);
        var text = await server.Client.GetStringAsync(new Uri($"api/solvers/{solver}/export", UriKind.Relative));
        Assert.Contains(asked.Facelets, text, StringComparison.Ordinal);
        foreach (var (sent, kept) in new[] { (text, 1), (text.Replace(asked.Facelets, new string('W', 96), StringComparison.Ordinal), 0) })
        {
            var there = (await server.AddSolverAsync()).Id;
            using var body = new StringContent(sent.Replace(Key().Match(sent).Value, $"{Guid.NewGuid()}", StringComparison.Ordinal),
                System.Text.Encoding.UTF8, "application/json");
            using var answer = await server.Client.PostAsync(new Uri($"api/solvers/{there}/import", UriKind.Relative), body);
            var import = (await answer.Content.ReadFromJsonAsync<Features.Exchange.ImportResponse>(ServerFixture.Json))!;
            Assert.Equal((kept, 1 - kept), (import.Answers, import.RefusedCount));
        }
    }

    [GeneratedRegex("(?<=\"key\": ?\")[0-9a-f-]{36}")]
    private static partial Regex Key();

    [Fact]
    public async Task The_command_line_solves_scrambles_stage_by_stage_and_tells_a_line_that_it_cannot_read()
    {
        var (_, other, _) = await CommandLineTests.RunAsync($"{Four}\n", "big", "--size", "4", "--school", "edges");
        var stages = JsonDocument.Parse(other).RootElement.GetProperty("stages").EnumerateArray()
            .Select(s => s.GetProperty("stage").GetString()!.Split(' ')[0]).Take(6);
        Assert.Equal(["centre", "centre", "edge", "edge", "edge", "centres"], stages);
        var (status, output, said) = await CommandLineTests.RunAsync($"{Four}\nR X\n", "big", "--size", "4");
        Assert.Equal(1, status);
        var lines = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToList();
        var solved = lines.Single(l => l.TryGetProperty("stages", out _));
        Assert.Equal((1, 4), (solved.GetProperty("line").GetInt32(), solved.GetProperty("size").GetInt32()));
        var turns = BigNotation.Parse(solved.GetProperty("turns").GetString()!, 4);
        Assert.True(BigState.Solved(4).Apply(BigNotation.Parse(Four, 4)).Apply(turns).IsSolved);
        Assert.Equal(turns.Count(t => !t.IsRotation(4)), solved.GetProperty("count").GetInt32());
        Assert.Equal(solved.GetProperty("count").GetInt32(), solved.GetProperty("stages").EnumerateArray()
            .Sum(s => s.GetProperty("count").GetInt32()));
        Assert.StartsWith("centre ", solved.GetProperty("stages")[0].GetProperty("stage").GetString(), StringComparison.Ordinal);
        Assert.Contains("unknown-turn", output + said, StringComparison.Ordinal);
    }
}
