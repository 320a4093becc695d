using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Tests;

/// <summary>tc solve fb, sb, cmll, lse, and tc cases cmll: as they are run.</summary>
public class RouxCommandTests
{
    [Fact]
    public async Task Sequences_for_corners_are_found_and_leave_both_blocks()
    {
        var (status, output, _) = await CommandLineTests.RunAsync("", "find", "--case", "cmll-0000-0321", "--turns", "R U F", "--max",
            "11");
        Assert.Equal(0, status);
        var found = output.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.NotEmpty(found);
        Assert.Equal(found.Length, found.Distinct().Count());
        Assert.All(found, f => Assert.Equal("cmll-0000-0321", CmllCases.Of(CmllCorners.SolvedBy(Turns(f))!.Value).Case.Id));
        (status, _, var error) = await CommandLineTests.RunAsync("", "find", "--case", "cmll-0000-0321", "--turns", "M U");
        Assert.Equal(1, status);
        Assert.Contains("middle alone", error, StringComparison.Ordinal);
    }

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

    [Fact]
    public async Task Second_blocks_are_solved_by_the_right_side_and_by_all_faces()
    {
        var (status, output, _) = await CommandLineTests.RunAsync("R U R' M U2 | \nR U M' F R F' | x2\nR U F D L B U2 R' F2 |\n", "solve",
            "sb");
        Assert.Equal(1, status);
        var lines = Lines(output);
        foreach (var line in lines.Take(2))
        {
            var state = CubeState.Solved.Apply(Turns(line.GetProperty("scramble").GetString()!))
                .Apply(Turns(line.GetProperty("made").GetString()!));
            foreach (var found in new[] { line, line.GetProperty("faces") })
            {
                string[] solutions = [.. found.GetProperty("solutions").EnumerateArray().Select(s => s.GetString()!)];
                Assert.Equal((found.GetProperty("count").GetInt32(), solutions.Length), (solutions.Distinct().Count(), solutions.Length));
                foreach (var solution in solutions)
                {
                    var turns = Turns(solution);
                    Assert.Equal(found.GetProperty("length").GetInt32(), turns.Count(t => t.Kind != TurnKind.Rotation));
                    // Two rows of both sides, three in a row in front and behind but for the middle.
                    var shown = Facelets.Write(state.Apply(turns));
                    Assert.Equal((1, 1), (shown[39..45].Distinct().Count(), shown[48..54].Distinct().Count()));
                    Assert.Equal((shown[9], shown[12], shown[15]), (shown[11], shown[14], shown[17]));
                }
            }
        }

        Assert.Equal("block-not-done", lines[2].GetProperty("error").GetProperty("code").GetString());
    }

    [Fact]
    public async Task Corners_are_told_by_case_with_sequences_the_shortest_first()
    {
        var (status, cases, _) = await CommandLineTests.RunAsync("", "cases", "cmll");
        Assert.Equal(0, status);
        var all = Lines(cases);
        Assert.Equal((42, 647), (all.Length, all.Sum(c => c.GetProperty("count").GetInt32()) + 3));
        foreach (var c in all)
        {
            var (_, output, _) = await CommandLineTests.RunAsync($"{c.GetProperty("setup").GetString()} |\n", "solve", "cmll");
            var line = Lines(output)[0];
            Assert.Equal(c.GetProperty("id").GetString(), line.GetProperty("case").GetString());
            Assert.Equal(c.GetProperty("length").GetInt32(), line.GetProperty("length").GetInt32());
            Assert.NotEmpty(line.GetProperty("solutions").EnumerateArray());
            if (c.GetProperty("id").GetString() == all[3].GetProperty("id").GetString()) break;
        }

        var (_, csv, _) = await CommandLineTests.RunAsync("", "cases", "cmll", "--format", "csv");
        Assert.Equal(43, csv.TrimEnd('\n', '\r').Split('\n').Length);
    }

    private static JsonElement[] Lines(string output) =>
        [.. output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement)];

    private static IReadOnlyList<Turn> Turns(string text) => text.Length == 0 ? [] : Algorithm.Parse(text).Turns;

    private static char Letter(JsonElement block, string name) => char.ToUpperInvariant(block.GetProperty(name).GetString()![0]);
}
