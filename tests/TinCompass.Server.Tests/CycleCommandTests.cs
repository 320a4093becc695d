using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Tests;

/// <summary>tc cycle, tc solve corners and tc solve cycles as they are run.</summary>
public class CycleCommandTests
{
    [Fact]
    public async Task A_cycle_of_three_is_found_and_an_own_one_is_read()
    {
        var (status, output, _) = await CommandLineTests.RunAsync("", "cycle", "URF", "ULF", "DRB", "--over", "1");
        Assert.Equal(0, status);
        var found = JsonDocument.Parse(output).RootElement;
        Assert.Equal(8, found.GetProperty("least").GetInt32());
        JsonElement[] solutions = [.. found.GetProperty("solutions").EnumerateArray()];
        Assert.Equal((8, 9), (solutions[0].GetProperty("htm").GetInt32(), solutions[^1].GetProperty("htm").GetInt32()));
        Assert.Contains(solutions, s => s.GetProperty("turns").GetString() == "R2 F' L' F R2 F' L F"
            && s.GetProperty("setup").GetString() == "" && s.GetProperty("a").GetString() == "R2"
            && s.GetProperty("b").GetString() == "F' L' F");
        var cycle = new ThreeCycle(8, 6, 17).State;
        Assert.All(solutions.Select(s => s.GetProperty("turns").GetString()!).Append(found.GetProperty("shortest").GetString()!),
            turns => Assert.Equal(cycle, CubeState.Solved.Apply(Algorithm.Parse(turns).Turns).Upright()));
        var few = JsonDocument.Parse((await CommandLineTests.RunAsync("", "cycle", "UFR URB DRF", "--turns", "R U D")).Output).RootElement;
        Assert.All(few.GetProperty("solutions").EnumerateArray(),
            s => Assert.DoesNotContain(s.GetProperty("turns").GetString()!, "FBLMES".Contains));
        var own = await CommandLineTests.RunAsync("", "cycle", "--a", "R U R'", "--b", "D");
        Assert.Contains("It cycles three corners, and nothing else: URF → RDF → FDL.", own.Output, StringComparison.Ordinal);
        Assert.Contains("A and B move one place in common, DFR", own.Output, StringComparison.Ordinal);
        foreach (var (arguments, told) in new[]
        {
            (new[] { "cycle", "UF UR" }, "2 stickers are named"),
            (["cycle", "UF UR UL", "--over", "3"], "a whole number from 0 to 2"),
            (["cycle", "UF UR UL", "--turns", "R q"], "--turns: 'q' is no letter of a turn"),
            (["cycle", "UF UR UL", "--turns", "R u"], "--turns: 'u' turns two layers"),
            (["cycle", "--a", "R", "--b", "Q"], "--b: Column 1: 'Q' is no turn"),
            (["cycle", "--a", "R"], "--a and --b are both needed"),
        })
        {
            var wrong = await CommandLineTests.RunAsync("", arguments);
            Assert.Equal(1, wrong.Status);
            Assert.Contains(told, wrong.Errors, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Corners_and_whole_cubes_are_solved_by_the_fewest_cycles()
    {
        var (status, output, _) = await CommandLineTests.RunAsync(
            "R B' R' F R B R' F'\nR U F2 D' L B2 |\nR U F2 D' L B2 | U'\nR U X\n", "solve", "corners");
        Assert.Equal(1, status);
        JsonElement[] lines = [.. output.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(l => JsonDocument.Parse(l).RootElement)];
        Assert.Equal(("even", 1), (lines[0].GetProperty("parity").GetString(), lines[0].GetProperty("cycles").GetInt32()));
        Assert.Equal(4, lines[1].GetProperty("cycles").GetInt32());
        var state = CubeState.Solved.Apply(Algorithm.Parse("R U F2 D' L B2").Turns);
        foreach (var step in lines[1].GetProperty("steps").EnumerateArray())
            state = state.Apply(Algorithm.Parse(step.GetProperty("turns").GetString()!).Turns);
        Assert.Equal((4, 0), (lines[1].GetProperty("steps").GetArrayLength(), CycleCount.OfCorners(state)));
        Assert.Equal("odd", lines[2].GetProperty("parity").GetString());
        Assert.Equal(12, lines[2].GetProperty("mends").GetArrayLength());
        Assert.Equal("U", lines[2].GetProperty("after").GetProperty("turn").GetString());
        Assert.Equal("unknown-turn", lines[3].GetProperty("error").GetProperty("code").GetString());
        var whole = JsonDocument.Parse((await CommandLineTests.RunAsync("x R U F2 D' L B2\n", "solve", "cycles")).Output).RootElement;
        var turns = string.Join(' ', whole.GetProperty("steps").EnumerateArray().Select(s => s.GetProperty("turns").GetString()));
        Assert.True(CubeState.Solved.Apply(Algorithm.Parse($"x R U F2 D' L B2 {turns}").Turns)
            .IsSolved);
        Assert.Equal(whole.GetProperty("cycles").GetInt32(), whole.GetProperty("steps").GetArrayLength());
    }
}
