using System.Net;
using System.Net.Http.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Server.Features.Cycles;

namespace TinCompass.Server.Tests;

/// <summary>Cycles of three over HTTP.</summary>
public sealed class CycleApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    [Fact]
    public async Task Ways_come_with_their_parts_and_what_is_watched_and_open()
    {
        var found = await server.GetAsync<CyclesResponse>("api/cycles?stickers=URF%20ULF%20DRB&over=1");
        Assert.Equal("URF → UFL → DRB", found.Cycle);
        Assert.False(found.IsOfEdges);
        Assert.Equal(found.Count, found.Ways.Count);
        Assert.Equal([8, 8, 9], found.Ways.Select(w => w.Sequence.Lengths.Htm).Take(2).Append(found.Ways[^1].Sequence.Lengths.Htm));
        foreach (var way in found.Ways)
        {
            Assert.Equal(found.Facelets, way.Sequence.Facelets);
            Assert.Equal(Facelets.Write(CubeState.Solved), way.Sequence.Turns[^1].Facelets);
            Assert.Equal(way.Sequence.Turns.Count + 1, way.Watched.Count);
            Assert.Equal(way.Sequence.Turns.Count + 1, way.Open.Count);
            Assert.Equal(found.Stickers, way.Watched[0]);
            Assert.Equal([found.Stickers[1], found.Stickers[2], found.Stickers[0]], way.Watched[^1]);
            Assert.Empty(way.Open[0]);
            Assert.Empty(way.Open[^1]);
        }

        var plain = found.Ways.First(w => w.Setup.Length == 0 && w.A == "R2");
        Assert.Equal("[R2, F' L' F]", plain.Text);
        Assert.Equal([CyclePart.A, CyclePart.B], plain.Open[4]);
        Assert.Equal([CyclePart.B], plain.Open[5]);
        var slices = await server.GetAsync<CyclesResponse>("api/cycles?stickers=UF%20UB%20DF&metric=stm");
        Assert.Equal(4, slices.Ways[0].Sequence.Lengths.Stm);
    }

    [Fact]
    public async Task An_own_way_is_read()
    {
        var three = await server.GetAsync<CycleReadingResponse>("api/cycles/reading?a=R%20U%20R%27&b=D&setup=F");
        Assert.Equal("[F: [R U R', D]]", three.Text);
        Assert.StartsWith("It cycles three corners, and nothing else", three.Sentence, StringComparison.Ordinal);
        Assert.Equal(9, three.Moved.Count);
        Assert.Equal(3, three.Stickers.Count);
        var several = await server.GetAsync<CycleReadingResponse>("api/cycles/reading?a=R&b=U");
        Assert.Equal(("", 3), (several.Cycle, several.Shared.Count));
        Assert.Contains("caught by both", several.Why, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Own_turns_are_followed_on_a_way_and_back_to_it()
    {
        const string Way = "api/cycles/followed?stickers=URF%20ULF%20DRB&a=R2&b=F%27%20L%27%20F&made=";
        var begun = await server.GetAsync<CycleFollowedResponse>(Way + "R2%20F%27");
        Assert.Equal((true, false, ""), (begun.IsOn, begun.IsDone, begun.Back));
        Assert.Equal([CyclePart.A, CyclePart.B], begun.Open);
        Assert.Equal(Facelets.Write(CubeState.Solved),
            (await server.GetAsync<CycleFollowedResponse>(Way + "R2%20F%27%20L%27%20F%20R2%20F%27%20L%20F")).Facelets);
        var off = await server.GetAsync<CycleFollowedResponse>(Way + "R2%20D%20B");
        Assert.Equal((false, "B' D'"), (off.IsOn, off.Back));
        Assert.Empty(off.Open);
    }

    [Fact]
    public async Task A_whole_cube_is_brought_home_choice_by_choice()
    {
        const string Scramble = "api/cycles/cube?scramble=R%20U%20F2%20D%27%20L%20B2&made=";
        var made = "";
        var left = 0;
        for (var step = 0; ; step++)
        {
            var cube = await server.GetAsync<CubeByCyclesResponse>(Scramble + Uri.EscapeDataString(made));
            if (step > 0) Assert.Equal(left - 1, cube.Edges + cube.Corners);
            left = cube.Edges!.Value + cube.Corners!.Value;
            if (left == 0) break;
            Assert.InRange(cube.Choices.Count, 1, 12);
            Assert.All(cube.Choices, c => Assert.True(c.Htm >= c.Least));
            made += " " + cube.Choices[^1].Turns;
        }

        var planned = await server.GetAsync<CubeByCyclesResponse>(Scramble + "&plan=true");
        Assert.Equal(planned.Edges + planned.Corners, planned.Plan.Count);
        Assert.True(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(
            "R U F2 D' L B2 " + string.Join(' ', planned.Plan.Select(s => s.Turns))).Turns).IsSolved);
        var odd = await server.GetAsync<CubeByCyclesResponse>("api/cycles/cube?scramble=R%20U");
        Assert.NotNull(odd.Edges);
        // Held otherwise all is named as it is held then.
        var over = await server.GetAsync<CubeByCyclesResponse>("api/cycles/cube?scramble=R%20U%20x%20y&plan=true");
        Assert.Equal(6, over.Plan.Count);
        Assert.True(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(
            "R U x y " + string.Join(' ', over.Plan.Select(s => s.Turns))).Turns).IsSolved);
        odd = await server.GetAsync<CubeByCyclesResponse>("api/cycles/cube?scramble=R%20U%20F");
        Assert.Equal((null, 12, 0), (odd.Edges, odd.Mends.Count, odd.Choices.Count));
    }

    [Theory]
    [InlineData("api/cycles/cube?scramble=", "scramble", "empty")]
    [InlineData("api/cycles/cube?scramble=R&made=Q", "made", "Q")]
    [InlineData("api/cycles/followed?stickers=UF%20UR&a=R&b=U&made=R", "stickers", "2 stickers are named")]
    [InlineData("api/cycles/followed?stickers=UF%20UR%20UL&a=R&b=U&made=R9", "made", "R9")]
    [InlineData("api/cycles?stickers=UF%20UR", "stickers", "2 stickers are named")]
    [InlineData("api/cycles?stickers=UF%20UR%20XX", "stickers", "'XX' (sticker 3)")]
    [InlineData("api/cycles?stickers=UF%20UR%20UL&over=3", "over", "0 to 2")]
    [InlineData("api/cycles?stickers=UF%20UR%20UL&metric=x", "metric", "x")]
    [InlineData("api/cycles/reading?a=R&b=", "b", "empty")]
    [InlineData("api/cycles/reading?a=R%20Q&b=U", "a", "Q")]
    [InlineData("api/cycles/reading?a=R&b=U&setup=(R%20U)200", "setup", "more than 500 turns")]
    public async Task What_cannot_be_is_told_with_its_place(string address, string field, string told)
    {
        using var answer = await server.Client.GetAsync(new Uri(address, UriKind.Relative));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.Contains($"\"field\":\"{field}\"", text, StringComparison.Ordinal);
        Assert.Contains(told, System.Text.RegularExpressions.Regex.Unescape(text), StringComparison.Ordinal);
    }
}
