using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Tests;

/// <summary>tc solve edges as it is run: step by step to the end of the edges.</summary>
public class EdgesCommandTests
{
    [Fact]
    public async Task A_cube_is_followed_from_the_cross_to_the_corners()
    {
        const string Scramble = "R U F2 D' L B2 R F' U2 L' D";
        var (made, steps) = ("", new List<string>());
        while (true)
        {
            var (status, output, _) = await CommandLineTests.RunAsync($"{Scramble} | {made}\n", "solve", "edges", "--color", "white");
            Assert.Equal(0, status);
            var line = JsonDocument.Parse(output).RootElement;
            steps.Add(line.GetProperty("step").GetString()!);
            if (steps[^1] == "corners")
            {
                Assert.InRange(line.GetProperty("cycles").GetInt32(), 1, 6);
                break;
            }

            var solution = line.GetProperty("solution").GetString()!;
            Assert.Equal(line.GetProperty("length").GetInt32(), Algorithm.Parse(solution).Turns.Count(t => t.Kind == TurnKind.Face));
            if (steps[^1] == "cross")
            {
                made = solution;
                continue;
            }

            string[] way = [.. line.GetProperty("way").EnumerateArray().Select(s => s.GetProperty("turns").GetString()!)];
            Assert.Equal(line.GetProperty("turns").GetInt32(), way.Sum(w => Algorithm.Parse(w).Turns.Count));
            Assert.Equal(line.GetProperty("series").GetInt32(), way.Count(w => Algorithm.Parse(w).Turns.Count == 4));
            Assert.True(line.GetProperty("length").GetInt32() <= line.GetProperty("turns").GetInt32());
            made += $" {line.GetProperty("hold").GetString()} {string.Join(' ', way)}";
        }

        Assert.Equal(["cross", "middle", "last five", "corners"], steps);
        var one = JsonDocument.Parse((await CommandLineTests.RunAsync(
            "F R' F' R U\nR' F R F' F R' F' R' F R F'\n", "solve", "edges", "--color", "yellow", "--one-series")).Output
            .Split('\n')[0]).RootElement;
        Assert.Equal(("last five", "b"), (one.GetProperty("step").GetString(), one.GetProperty("ending").GetString()));
        var bad = await CommandLineTests.RunAsync("R Q\n", "solve", "edges");
        Assert.Equal(1, bad.Status);
        Assert.Contains("unknown-turn", bad.Output, StringComparison.Ordinal);
        var color = await CommandLineTests.RunAsync("R\n", "solve", "edges", "--color", "pink");
        Assert.Contains("pink", color.Errors, StringComparison.Ordinal);
    }
}
