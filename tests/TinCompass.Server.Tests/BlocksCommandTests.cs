using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Tests;

/// <summary>tc solve blocks and tc solve eo as they are run.</summary>
public class BlocksCommandTests
{
    private const string Scramble = "R U F2 D' L B2 R F' U2 L' D";

    [Theory]
    [InlineData("222", 8, "DBL")]
    [InlineData("223", 12, "DB")]
    public async Task Every_block_of_a_scramble_is_built(string size, int count, string place)
    {
        var (status, output, _) = await CommandLineTests.RunAsync($"{Scramble}\n", "solve", "blocks", "--size", size);
        Assert.Equal(0, status);
        var blocks = JsonDocument.Parse(output).RootElement.GetProperty("blocks").EnumerateArray().ToArray();
        Assert.Equal(count, blocks.Length);
        Assert.Contains(blocks, b => b.GetProperty("place").GetString() == place);
        foreach (var block in blocks)
        {
            var name = block.GetProperty("place").GetString()!;
            Assert.Equal(block.GetProperty("count").GetInt32(), block.GetProperty("solutions").GetArrayLength());
            foreach (var solution in block.GetProperty("solutions").EnumerateArray().Take(3))
            {
                var turns = Algorithm.Parse(solution.GetString()!).Turns;
                Assert.Equal(block.GetProperty("length").GetInt32(), turns.Count);
                var end = CubeState.Solved.Apply(Algorithm.Parse(Scramble).Turns).Apply(turns);
                if (Enum.TryParse<Corner>(name, out var corner)) Assert.Equal((corner, 0), (end.CornerAt(corner), end.TwistAt(corner)));
                else if (Enum.TryParse<Edge>(name, out var edge)) Assert.Equal((edge, 0), (end.EdgeAt(edge), end.FlipAt(edge)));
            }
        }
    }

    [Fact]
    public async Task Bad_edges_are_told_mended_and_counted()
    {
        var (status, output, _) = await CommandLineTests.RunAsync(
            $"{Scramble}\nR U R' | F R U R' U' F'\n{Scramble} | x Q\n", "solve", "eo");
        Assert.Equal(1, status);
        JsonElement[] lines = [.. output.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonDocument.Parse(l).RootElement)];
        Assert.False(lines[0].GetProperty("block").GetBoolean());
        Assert.Equal((4, 4), (lines[0].GetProperty("count").GetInt32(), lines[0].GetProperty("bad").GetArrayLength()));
        Assert.True(lines[1].GetProperty("block").GetBoolean());
        Assert.Equal(["UF", "UR"], lines[1].GetProperty("bad").EnumerateArray().Select(b => b.GetString()));
        Assert.Equal("F R' F'", lines[1].GetProperty("solutions")[0].GetString());
        Assert.Equal(["R", "B U2 B'"], lines[1].GetProperty("mends").EnumerateArray().Select(m => m.GetProperty("turns").GetString()));
        Assert.Equal("unknown-turn", lines[2].GetProperty("error").GetProperty("code").GetString());
        var rest = JsonDocument.Parse((await CommandLineTests.RunAsync("R U R' U2 R\n", "solve", "eo")).Output).RootElement
            .GetProperty("twoFaces");
        Assert.Equal((true, "R' U2 R U' R'"), (rest.GetProperty("can").GetBoolean(), rest.GetProperty("solution").GetString()));
        var open = await CommandLineTests.RunAsync("R\n", "solve", "eo", "--open", "U F");
        Assert.Equal(4, JsonDocument.Parse(open.Output).RootElement.GetProperty("count").GetInt32());
        var wrong = await CommandLineTests.RunAsync("R\n", "solve", "eo", "--open", "U D");
        Assert.Contains("two faces that meet", wrong.Errors, StringComparison.Ordinal);
        Assert.Equal(1, wrong.Status);
    }
}
