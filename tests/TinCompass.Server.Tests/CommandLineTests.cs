extern alias cli;
using System.Diagnostics;
using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Notation;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>tc solve as it is run, with standard input and output.</summary>
public class CommandLineTests
{
    [Fact]
    public async Task Each_line_gives_one_object_in_order_and_every_solution_solves()
    {
        var (status, output, _) = await RunAsync("R U F2 D' L B\n\n  // a comment\nF R' (U L)2 D2 // with a comment\n", "solve", "cross");
        Assert.Equal(0, status);
        var lines = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        Assert.Equal([1, 4], lines.Select(l => l.GetProperty("line").GetInt32()));
        foreach (var line in lines)
        {
            var state = CubeState.Solved.Apply(Algorithm.Parse(line.GetProperty("scramble").GetString()!).Turns);
            var crosses = line.GetProperty("crosses").EnumerateArray().ToArray();
            Assert.Equal(["white", "yellow", "green", "blue", "red", "orange"], crosses.Select(c => c.GetProperty("color").GetString()));
            foreach (var cross in crosses)
            {
                Assert.True(Faces.TryParseColor(cross.GetProperty("color").GetString(), out var color));
                var solutions = cross.GetProperty("solutions").EnumerateArray().Select(s => s.GetString()!).ToArray();
                Assert.Equal(cross.GetProperty("count").GetInt32(), solutions.Length);
                Assert.Equal(solutions.Length, solutions.Distinct().Count());
                foreach (var solution in solutions.Select(Algorithm.Parse))
                {
                    Assert.Equal(cross.GetProperty("length").GetInt32(), solution.Length(Metric.Htm));
                    var end = state.Apply(solution.Turns);
                    Assert.Equal(color, end.Hold.ColorAt(Face.D));
                    Assert.Equal(CrossTable.SolvedIndex, CrossPosition.AsHeld(end).Index);
                }
            }
        }
    }

    [Fact]
    public async Task A_line_that_cannot_be_read_gives_an_error_and_the_others_still_come()
    {
        var (status, output, _) = await RunAsync("R U\nR U Q\nF\n", "solve", "cross", "--colors", "white");
        Assert.Equal(1, status);
        var lines = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        Assert.Equal(3, lines.Length);
        var error = lines[1].GetProperty("error");
        Assert.Equal((2, "unknown-turn", 5), (lines[1].GetProperty("line").GetInt32(), error.GetProperty("code").GetString(),
            error.GetProperty("column").GetInt32()));
        Assert.Equal(3, lines[2].GetProperty("line").GetInt32());
    }

    [Fact]
    public async Task Slack_adds_longer_solutions_after_the_shortest()
    {
        var (_, output, _) = await RunAsync("R U F2 D' L B\n", "solve", "cross", "--colors", "orange,white", "--slack", "2");
        var crosses = JsonDocument.Parse(output).RootElement.GetProperty("crosses").EnumerateArray().ToArray();
        Assert.Equal(["white", "orange"], crosses.Select(c => c.GetProperty("color").GetString()));
        foreach (var cross in crosses)
        {
            var lengths = cross.GetProperty("solutions").EnumerateArray().Select(s => Algorithm.Parse(s.GetString()!).Length(Metric.Htm))
                .ToArray();
            Assert.Equal(lengths.Order(), lengths);
            var best = cross.GetProperty("length").GetInt32();
            Assert.Equal([best, best + 1, best + 2], lengths.Distinct());
            Assert.Equal(cross.GetProperty("count").GetInt32(), lengths.Count(l => l == best));
        }
    }

    [Fact]
    public async Task Pairs_after_the_cross_are_solved_from_the_hold_that_was_reached()
    {
        var crosses = (await RunAsync("R U F2 D' L B\nF R' U L U L D2\n", "solve", "cross", "--colors", "white")).Output.TrimEnd('\n')
            .Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        var input = string.Join('\n', crosses.Select(
            l => $"{l.GetProperty("scramble").GetString()} | {l.GetProperty("crosses")[0].GetProperty("solutions")[0].GetString()}"));
        var (status, output, _) = await RunAsync(input, "solve", "pairs");
        Assert.Equal(0, status);
        foreach (var line in output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement))
        {
            var state = CubeState.Solved.Apply(Algorithm.Parse(line.GetProperty("scramble").GetString()!).Turns)
                .Apply(Algorithm.Parse(line.GetProperty("made").GetString()!).Turns);
            var before = F2lState.Of(state);
            Assert.Equal("white", line.GetProperty("color").GetString());
            Assert.Equal(before.SolvedSlots.Others.Count, line.GetProperty("pairs").GetArrayLength());
            foreach (var pair in line.GetProperty("pairs").EnumerateArray())
            {
                Assert.True(SlotName.TryParse(pair.GetProperty("slot").GetString(), out var name));
                var slot = SlotPlaces.Find(name, state.Hold)!.Value;
                Assert.Equal(F2lCases.IdOf(before, slot), pair.GetProperty("case").GetString());
                var solutions = pair.GetProperty("solutions").EnumerateArray().Select(s => Algorithm.Parse(s.GetString()!)).ToArray();
                Assert.Equal(pair.GetProperty("count").GetInt32(), solutions.Length);
                Assert.All(solutions, s => Assert.Equal(pair.GetProperty("length").GetInt32(), s.Length(Metric.Htm)));
                Assert.All(solutions, s => Assert.True(new F2lGoal(before.SolvedSlots.With(slot))
                    .IsReached(F2lState.Of(state.Apply(s.Turns)))));
                Assert.NotEmpty(pair.GetProperty("way").GetString()!);
            }
        }
    }

    [Theory]
    [InlineData("planned", "time")]
    [InlineData("planned", "turns")]
    [InlineData("greedy", "turns")]
    [InlineData("fixed", "time")]
    public async Task The_plan_of_four_pairs_can_be_turned_as_it_is_printed(string order, string by)
    {
        var (status, output, _) =
            await RunAsync("R U R' F' U F D L U L' D' | D U' R\nR U R' | // nothing more\n", "solve", "f2l", "--order", order, "--by", by);
        var lines = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        // The first line has no cross, and says so; the second is answered.
        Assert.Equal(1, status);
        Assert.Equal("cross-not-done", lines[0].GetProperty("error").GetProperty("code").GetString());
        var plan = lines[1];
        var state = CubeState.Solved.Apply(Algorithm.Parse("R U R'").Turns);
        foreach (var pair in plan.GetProperty("pairs").EnumerateArray()) state =
            state.Apply(Algorithm.Parse(pair.GetProperty("solution").GetString()!).Turns);
        Assert.Equal(SlotSet.All, F2lState.Of(state).SolvedSlots);
        Assert.True(F2lState.Of(state).IsCrossSolved);
        Assert.Equal(plan.GetProperty("pairs").EnumerateArray().Sum(p => p.GetProperty("length").GetInt32()),
            plan.GetProperty("total").GetInt32());
        Assert.True(plan.GetProperty("time").GetDouble() > 0);
    }

    [Fact]
    public async Task A_line_without_a_cross_says_which_edges_and_a_slip_in_the_second_part_its_column()
    {
        var (status, output, _) = await RunAsync("F R | x2\nR U | x2 R Q\n", "solve", "pairs");
        var errors = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement.GetProperty("error")).ToArray();
        Assert.Equal(1, status);
        Assert.Equal("cross-not-done", errors[0].GetProperty("code").GetString());
        Assert.Contains("white-", errors[0].GetProperty("message").GetString(), StringComparison.Ordinal);
        Assert.Equal(("unknown-turn", 12), (errors[1].GetProperty("code").GetString(), errors[1].GetProperty("column").GetInt32()));
        Assert.StartsWith("Column 12:", errors[1].GetProperty("message").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Csv_has_a_head_line_and_one_solution_a_line()
    {
        var (status, output, _) = await RunAsync("R\nQ\n", "solve", "cross", "--colors", "white", "--format", "csv");
        var lines = output.ReplaceLineEndings("\n").TrimEnd('\n').Split('\n');
        Assert.Equal(1, status);
        Assert.Equal("line,scramble,color,slot,length,count,solution,error", lines[0]);
        Assert.Equal("1,R,white,,1,1,x2 R',", lines[1]);
        Assert.StartsWith("2,,,,,,,\"Column 1:", lines[2], StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("--slack", "3", "--slack is a whole number from 0 to 2, not '3'")]
    [InlineData("--slack", "NaN", "--slack is a whole number from 0 to 2, not 'NaN'")]
    [InlineData("--colors", "white,pink", "'pink' is no colour")]
    [InlineData("--format", "xml", "xml")]
    public async Task A_wrong_option_is_told_on_standard_error_alone(string option, string value, string told)
    {
        var (status, output, errors) = await RunAsync("R\n", "solve", "cross", option, value);
        Assert.NotEqual(0, status);
        Assert.Equal("", output);
        Assert.Contains(told, errors, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Cross_and_pair_come_for_each_slot_by_its_colours()
    {
        var (status, output, _) = await RunAsync("R U F2 D' L B\nQ\n", "solve", "xcross", "--colors", "white,red");
        Assert.Equal(1, status);
        var lines = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        var results = lines[0].GetProperty("xcrosses").EnumerateArray().ToArray();
        Assert.Equal(
            ["white green-red", "white green-orange", "white blue-red", "white blue-orange", "red white-green",
            "red white-blue", "red yellow-green", "red yellow-blue"],
            results.Select(r => $"{r.GetProperty("color").GetString()} {r.GetProperty("slot").GetString()}"));
        var state = CubeState.Solved.Apply(Algorithm.Parse("R U F2 D' L B").Turns);
        foreach (var result in results)
        {
            Assert.True(Faces.TryParseColor(result.GetProperty("color").GetString(), out var color));
            var solutions = result.GetProperty("solutions").EnumerateArray().Select(s => Algorithm.Parse(s.GetString()!)).ToArray();
            Assert.Equal(result.GetProperty("count").GetInt32(), solutions.Length);
            foreach (var solution in solutions)
            {
                Assert.Equal(result.GetProperty("length").GetInt32(), solution.Length(Metric.Htm));
                var pair = PairStands.Report(state.Apply(solution.Turns), color)
                    .Single(p => p.Slot.ToString() == result.GetProperty("slot").GetString());
                Assert.Equal(PairStand.Solved, pair.Stand);
            }
        }

        Assert.Equal("unknown-turn", lines[1].GetProperty("error").GetProperty("code").GetString());
    }

    [Fact]
    public async Task Scrambles_of_bigger_cubes_come_by_seed_and_can_be_read()
    {
        var (status, output, _) = await RunAsync("", "big", "scramble", "--size", "5", "-n", "3", "--seed", "4");
        Assert.Equal(0, status);
        var lines = output.TrimEnd('\n').Split('\n');
        Assert.Equal(3, lines.Distinct().Count());
        Assert.All(lines, l => Assert.Equal(60, BigNotation.Parse(l, 5).Count));
        var (_, again, _) = await RunAsync("", "big", "scramble", "--size", "5", "-n", "3", "--seed", "4", "--format", "jsonl");
        Assert.Equal(lines, again.TrimEnd('\n').Split('\n')
            .Select(l => JsonDocument.Parse(l).RootElement.GetProperty("turns").GetString()));
        var (wrong, _, said) = await RunAsync("", "big", "scramble", "--size", "3");
        Assert.NotEqual(0, wrong);
        Assert.Contains("--size", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Scrambles_come_by_seed_and_meet_their_wishes()
    {
        var (status, output, _) = await RunAsync("", "scramble", "-n", "5", "--cross", "white=7", "--bad-edges", "white=3", "--seed", "11");
        Assert.Equal(0, status);
        var lines = output.TrimEnd('\n').Split('\n');
        Assert.Equal(5, lines.Distinct().Count());
        var planner = new CrossPlanner(new CrossSearch(CrossTable.Build()));
        foreach (var line in lines)
        {
            var white = planner.Compare(CubeState.Solved.Apply(Algorithm.Parse(line).Turns))[0];
            Assert.Equal((7, 3), (white.Length, white.FarEdges));
            Assert.InRange(Algorithm.Parse(line).Turns.Count, 10, 22);
        }

        Assert.Equal(
            output, (await RunAsync("", "scramble", "-n", "5", "--cross", "white=7", "--bad-edges", "white=3", "--seed", "11")).Output);
        var json = await RunAsync("", "scramble", "--seed", "11", "--format", "jsonl");
        Assert.InRange(JsonDocument.Parse(json.Output).RootElement.GetProperty("length").GetInt32(), 10, 22);
    }

    [Fact]
    public async Task Hands_prints_the_reading_turn_by_turn()
    {
        var (status, output, _) = await RunAsync("", "hands", "R U R' U'");
        Assert.Equal(0, status);
        Assert.StartsWith("as written: R U R' U': ", output, StringComparison.Ordinal);
        Assert.Contains("right wrist", output, StringComparison.Ordinal);
        Assert.Equal(6, output.TrimEnd('\n').Split('\n').Length);
        var quicker = await RunAsync("", "hands", "B U B'", "--avoid", "B");
        Assert.Contains("quicker", quicker.Output, StringComparison.Ordinal);
        var wrong = await RunAsync("", "hands", "R Q");
        Assert.Equal((1, ""), (wrong.Status, wrong.Output));
        Assert.Contains("Column 3", wrong.Errors, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("--cross", "white=9", "0 to 8 HTM")]
    [InlineData("--cross", "white", "is no wish")]
    [InlineData("-n", "0", "-n is a whole number from 1 to")]
    [InlineData("-n", "x", "-n is a whole number from 1 to")]
    [InlineData("-n", "999999999999", "-n is a whole number from 1 to")]
    public async Task A_wish_that_nothing_fits_is_told(string option, string value, string told)
    {
        var (status, output, errors) = await RunAsync("", "scramble", option, value);
        Assert.NotEqual(0, status);
        Assert.Equal("", output);
        Assert.Contains(told, errors, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", errors, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Several_wishes_are_met_or_told_to_contradict_each_other()
    {
        var met = await RunAsync("", "scramble", "-n", "2", "--cross", "white=7", "yellow=7", "green=7", "--bad-edges", "blue=4");
        Assert.Equal((0, 2), (met.Status, met.Output.Split('\n', StringSplitOptions.RemoveEmptyEntries).Length));
        var never = await RunAsync("", "scramble", "--cross", "white=1", "yellow=0", "green=0", "red=0", "orange=0", "blue=0");
        Assert.Equal((1, ""), (never.Status, never.Output));
        Assert.Contains("No position fits all these wishes together", never.Errors, StringComparison.Ordinal);
    }

    [Fact]
    public async Task As_a_process_it_says_the_same_and_ends_with_the_same_status()
    {
        // What is wrong about an option comes before the help, in which the name of the program stands.
        static (int, string, string) Told((int Status, string Output, string Errors) all) =>
            (all.Status, all.Output, all.Errors.Split('\n')[0]);
        foreach (var (input, arguments) in new (string, string[])[]
        {
            ("R U F2 D' L B\nR U Q\n", ["solve", "cross", "--colors", "white"]), ("", ["hands", "R Q"]),
            ("", ["solve", "cross", "--slack", "many"]),
        })
            Assert.Equal(Told(await RunAsync(input, arguments)), Told(await StartedAsync(input, arguments)));
    }

    [Fact]
    public async Task Whoever_stops_reading_stops_the_scrambles()
    {
        using var process = Start("scramble", "-n", "1000000");
        Assert.NotEqual("", await process.StandardOutput.ReadLineAsync());
        process.StandardOutput.Close();
        using var patience = new CancellationTokenSource(TimeSpan.FromMinutes(2));
        await process.WaitForExitAsync(patience.Token);
        Assert.Equal(141, process.ExitCode);
    }

    private static Process Start(params string[] arguments)
    {
        var configuration = new DirectoryInfo(AppContext.BaseDirectory).Parent!.Name;
        var cli = Path.Combine(RunningServer.Root, "src", "TinCompass.Cli", "bin", configuration, "net10.0", "TinCompass.Cli.dll");
        return Process.Start(new ProcessStartInfo("dotnet", [cli, .. arguments])
        {
            RedirectStandardInput = true,
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        })!;
    }

    /// <summary>
    /// A command within this process, which has its tables and its code made already: a process of its own takes seconds to get there.
    /// </summary>
    internal static async Task<(int Status, string Output, string Errors)> RunAsync(string input, params string[] arguments)
    {
        using var output = new StringWriter();
        using var errors = new StringWriter();
        cli::TinCompass.Cli.Terminal.Lend(new StringReader(input), TextWriter.Synchronized(output), TextWriter.Synchronized(errors));
        var status = await Task.Run(() => cli::TinCompass.Cli.CommandLine.RunAsync(ReadyTables.Shelf, arguments));
        return (status, output.ToString(), errors.ToString());
    }

    /// <summary>A command as a process of its own, as a user starts it.</summary>
    internal static async Task<(int Status, string Output, string Errors)> StartedAsync(string input, params string[] arguments)
    {
        using var process = Start(arguments);
        var (output, errors) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        try
        {
            await process.StandardInput.WriteAsync(input);
            process.StandardInput.Close();
        }
        catch (IOException)
        {
            // A wrong option ends it before it reads.
        }

        await process.WaitForExitAsync();
        return (process.ExitCode, await output, await errors);
    }
}
