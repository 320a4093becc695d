using System.Net;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.BlockFirst;
using TinCompass.Server.Features.EdgesFirst;

namespace TinCompass.Server.Tests;

/// <summary>Edges first and block first over HTTP.</summary>
public sealed class SchoolApiTests(LentServer lent) : IClassFixture<LentServer>
{
    private readonly ServerFixture server = lent.Server;

    private const string Scramble = "R U F2 D' L B2 R F' U2 L' D";

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Edges_first_leads_from_the_scramble_to_the_corners(bool oneSeries)
    {
        var (made, steps) = ("", new List<EdgesStep>());
        while (steps.Count == 0 || steps[^1] != EdgesStep.Corners)
        {
            var told = await server.GetAsync<EdgesResponse>(
                $"api/edges?scramble={Uri.EscapeDataString(Scramble)}&made={Uri.EscapeDataString(made)}&color=white&oneSeries={oneSeries}");
            Assert.Equal(Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse($"{Scramble} {made}").Turns)), told.Facelets);
            steps.Add(told.Step);
            if (told.Step == EdgesStep.Cross) made = told.Shortest;
            else made += $" {told.Hold} {string.Join(' ', told.Way.Select(w => w.Turns))}";
            Assert.Equal(told.Step is EdgesStep.Middle or EdgesStep.LastFive, told.Way.Count > 0);
            Assert.All(told.Way, w => Assert.Equal(w.IsSeries, w.Says.Length > 0));
            if (told.Step == EdgesStep.LastFive) Assert.Equal(EdgesEnding.Solved, told.Way[^1].Leaves);
            if (told.Step == EdgesStep.LastFive && oneSeries)
                Assert.Single(told.Way.Where(w => w.IsSeries).Select(w => w.Turns).Distinct());
            Assert.Equal(told.Step == EdgesStep.Corners, told.Cycles > 0);
        }

        Assert.Equal([EdgesStep.Cross, EdgesStep.Middle, EdgesStep.LastFive, EdgesStep.Corners], steps);
    }

    [Fact]
    public async Task Block_first_leads_from_the_scramble_to_good_edges()
    {
        var asked = $"api/blocks?scramble={Uri.EscapeDataString(Scramble)}&made=";
        var begin = await server.GetAsync<BlockFirstResponse>(asked);
        Assert.Equal((8, 12, null), (begin.Small.Count, begin.Long.Count, begin.Bad));
        Assert.Equal(begin.Small.Select(b => b.Length).Order(), begin.Small.Select(b => b.Length));
        Assert.All(begin.Small.Concat(begin.Long), b => Assert.InRange(b.Ways.Count, 1, 5));
        var small = begin.Small[0];
        var after = await server.GetAsync<BlockFirstResponse>(asked + Uri.EscapeDataString(small.Ways[0]));
        Assert.Equal((small.Place, 0), (after.Small[0].Place, after.Small[0].Length));
        var made = $"{small.Ways[0]} {after.Long[0].Ways[0]}";
        var built = await server.GetAsync<BlockFirstResponse>(asked + Uri.EscapeDataString(made));
        Assert.Equal(0, built.Long[0].Length);
        Assert.NotNull(built.Bad);
        Assert.Equal(built.Bad.Bad.Count, built.Bad.Stickers.Count);
        Assert.Equal(built.Bad.Bad.Count / 2, built.Bad.Mends.Count(m => m.Mended.Count == 2));
        // Held otherwise all is named as it is held then.
        var over = await server.GetAsync<BlockFirstResponse>(asked + Uri.EscapeDataString($"{small.Ways[0]} x2 y"));
        var longer = await server.GetAsync<BlockFirstResponse>(
            asked + Uri.EscapeDataString($"{small.Ways[0]} x2 y {over.Long[0].Ways[0]}"));
        Assert.Equal((over.Long[0].Place, 0), (longer.Long[0].Place, longer.Long[0].Length));
        Assert.Equal(after.Long[0].Length, over.Long[0].Length);
        foreach (var way in new[] { built.Bad.Shortest, string.Join(' ', built.Bad.Mends.Select(m => m.Turns)) })
        {
            var good = await server.GetAsync<BlockFirstResponse>(asked + Uri.EscapeDataString($"{made} {built.Bad.Hold} {way}"));
            Assert.Empty(good.Bad!.Bad);
            Assert.Equal(0, good.Bad.Least);
            var rest = good.Bad.TwoFaces!;
            Assert.True(CubeState.Solved.Apply(Algorithm.Parse(
                $"{Scramble} {made} {built.Bad.Hold} {way} {rest.First} {rest.Turns}").Turns).IsSolved);
            Assert.All(rest.Turns.Split(' ', StringSplitOptions.RemoveEmptyEntries), t => Assert.Contains(t[0], "UR"));
            Assert.Equal(rest.FirstLength, rest.First.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length);
        }
    }

    [Theory]
    [InlineData("api/edges?scramble=", "scramble")]
    [InlineData("api/edges?scramble=R&made=Q", "made")]
    [InlineData("api/edges?scramble=R&color=pink", "color")]
    [InlineData("api/blocks?scramble=R&made=Q", "made")]
    public async Task What_cannot_be_read_is_told_with_its_place(string address, string field)
    {
        using var answer = await server.Client.GetAsync(new Uri(address, UriKind.Relative));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains($"\"field\":\"{field}\"", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
