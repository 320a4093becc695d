using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Tests;

/// <summary>tc solve fb, tc solve lse: as they are run.</summary>
public class RouxCommandTests
{
    [Fact]
    public async Task First_blocks_are_given_for_all_24_or_for_those_asked_for()
    {
        const string Scrambles = "R U R' F2 D L' B U2\n// nothing\nF Q\nL2 D B2 R' U F' L D2\n";
        var (status, output, _) = await CommandLineTests.RunAsync(Scrambles, "solve", "fb");
        Assert.Equal(1, status);
        var lines = Lines(output);
        Assert.Equal([1, 3, 4], lines.Select(l => l.GetProperty("line").GetInt32()));
        Assert.Equal("unknown-turn", lines[1].GetProperty("error").GetProperty("code").GetString());
        foreach (var line in new[] { lines[0], lines[2] })
        {
            var state = CubeState.Solved.Apply(Turns(line.GetProperty("scramble").GetString()!));
            var blocks = line.GetProperty("blocks").EnumerateArray().ToArray();
            Assert.Equal(24, blocks.Length);
            foreach (var block in blocks)
            {
                var (length, count) = (block.GetProperty("length").GetInt32(), block.GetProperty("count").GetInt32());
                string[] solutions = [.. block.GetProperty("solutions").EnumerateArray().Select(s => s.GetString()!)];
                Assert.Equal(count, solutions.Distinct().Count());
                Assert.True(block.GetProperty("lengthWithBaseCentre").GetInt32() >= length);
                Assert.All(solutions, s => Assert.Equal(length, Turns(s).Count(t => t.Kind == TurnKind.Face)));
                // The side at the left, two rows of it done; its base down beside it; front and back of one colour each.
                var shown = Facelets.Write(state.Apply(Turns(solutions[^1])));
                Assert.Equal(new string(Letter(block, "side"), 6), shown[48..54]);
                Assert.Equal(new string(Letter(block, "base"), 3), $"{shown[9]}{shown[12]}{shown[15]}");
                Assert.Equal((shown[21], shown[32]), (shown[24], shown[35]));
            }
        }

        (status, output, _) = await CommandLineTests.RunAsync("R U\n", "solve", "fb", "--blocks", "green/white,orange/yellow");
        Assert.Equal(0, status);
        Assert.Equal(["green white", "orange yellow"], Lines(output)[0].GetProperty("blocks").EnumerateArray()
            .Select(b => $"{b.GetProperty("side").GetString()} {b.GetProperty("base").GetString()}"));
        (status, _, var error) = await CommandLineTests.RunAsync("R U\n", "solve", "fb", "--blocks", "green/blue");
        Assert.NotEqual(0, status);
        Assert.Contains("'green/blue' is no block", error, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_last_six_edges_are_solved_from_the_hold_that_was_reached()
    {
        var (status, output, _) = await CommandLineTests.RunAsync("M U M' U2 M2 | y2\nU2 M | \nR U R' |\n", "solve", "lse");
        Assert.Equal(1, status);
        var lines = Lines(output);
        foreach (var line in lines.Take(2))
        {
            var state = CubeState.Solved.Apply(Turns(line.GetProperty("scramble").GetString()!))
                .Apply(Turns(line.GetProperty("made").GetString()!));
            var all = line.GetProperty("all").GetInt32();
            Assert.InRange(line.GetProperty("leftRight").GetInt32(), line.GetProperty("orient").GetInt32(), all);
            Assert.All(line.GetProperty("solutions").EnumerateArray(), s =>
            {
                Assert.True(state.Apply(Turns(s.GetString()!)).IsSolved);
                Assert.Equal(all, Turns(s.GetString()!).Count(t => t.Kind != TurnKind.Rotation));
            });
        }

        Assert.Equal("not-six-edges", lines[2].GetProperty("error").GetProperty("code").GetString());
        Assert.Contains("Both blocks have to stand", lines[2].GetProperty("error").GetProperty("message").GetString(),
            StringComparison.Ordinal);
    }

    private static JsonElement[] Lines(string output) =>
        [.. output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement)];

    private static IReadOnlyList<Turn> Turns(string text) => text.Length == 0 ? [] : Algorithm.Parse(text).Turns;

    private static char Letter(JsonElement block, string name) => char.ToUpperInvariant(block.GetProperty(name).GetString()![0]);
}
