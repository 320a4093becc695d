using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Reduction;

namespace TinCompass.Server.Tests;

/// <summary>Bigger cubes over HTTP and by command line.</summary>
public sealed class BigApiTests(ServerFixture server) : IClassFixture<ServerFixture>
{
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
        Assert.All(lines.SkipLast(1), l => Assert.Equal("progress", l.Kind));
        Assert.Equal(["centre", "edges", "parity", "small"], lines.Select(l => l.Stage).Distinct());
        var plan = lines[^1].Plan!;
        Assert.Equal(6, plan.Stops.Count(s => s.Stage == "centre"));
        Assert.Equal(plan.Length, plan.Stops.Sum(s => s.Length));
        var end = BigState.Solved(size).Apply(BigNotation.Parse(scramble, size))
            .Apply(plan.Stops.SelectMany(s => BigNotation.Parse(s.Text, size)));
        Assert.True(end.IsSolved);
        Assert.Equal($"{end}", plan.Stops.SelectMany(s => s.Turns).Last().Facelets);
        Assert.Null(Legality.Read(plan.Reduced.Facelets).Flaw);
        // From what was made the plan goes on.
        var made = plan.Stops[0].Text;
        var onward = (await LinesAsync(Url("plan", size, scramble, $"&made={Uri.EscapeDataString(made)}")))[^1].Plan!;
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
    public async Task The_command_line_solves_scrambles_stage_by_stage_and_tells_a_line_that_it_cannot_read()
    {
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
