using System.Text.Json;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;

namespace TinCompass.Server.Tests;

/// <summary>tc solve ll, tc cases, tc find: as they are run.</summary>
public class LastLayerCommandTests
{
    [Fact]
    public async Task The_last_layer_is_solved_from_the_hold_that_was_reached()
    {
        // Solved first two layers with white down, a last layer of every kind: made by undoing sequences of the book.
        var book = LlBook.Shipped();
        var lines = book.Entries.Select((e, i) => $"{string.Join(' ', e.Sequences[^1].Turns.Reverse().Select(t => t.Inverse))} "
            + $"{(i % 4 is > 0 and var q ? $"U{"?2'"[q % 3 == 1 ? 1 : 2]}" : "")} | {(i % 2 == 0 ? "" : "y x2 x2")}").ToArray();
        var (status, output, _) = await CommandLineTests.RunAsync(string.Join('\n', lines), "solve", "ll", "--color", "yellow");
        Assert.Equal(0, status);
        var told = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        Assert.Equal(lines.Length, told.Length);
        foreach (var line in told)
        {
            var state = CubeState.Solved.Apply(Turns(line, "scramble")).Apply(Turns(line, "made"));
            Assert.Equal(LlCases.Of(LlSet.Oll, LlState.Of(state)!.Value).Case.Id,
                line.GetProperty("orientation").GetProperty("id").GetString());
            var (one, two) = (state, state);
            foreach (var step in (JsonElement[])[line.GetProperty("orientation"),
                line.GetProperty("permutation")]) one = one.Apply(First(step));
            foreach (var step in line.GetProperty("twoLook").EnumerateArray()) two = two.Apply(First(step));
            Assert.True(LlState.Of(one)!.Value.IsSolvedButTop);
            Assert.True(LlState.Of(two)!.Value.IsSolvedButTop);
        }

        static IReadOnlyList<Turn> First(JsonElement step) => step.GetProperty("solutions").EnumerateArray().FirstOrDefault() is
        { ValueKind: JsonValueKind.String } s ? Algorithm.Parse(s.GetString()!).Turns : [];
    }

    [Fact]
    public async Task Open_slots_are_named()
    {
        var (status, output, _) = await CommandLineTests.RunAsync("R U R' |\n| R U R' U' L' U L\n", "solve", "ll", "--color", "yellow");
        Assert.Equal(1, status);
        var errors = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement.GetProperty("error")).ToArray();
        Assert.All(errors, e => Assert.Equal("slots-open", e.GetProperty("code").GetString()));
        Assert.Equal("The first two layers do not stand yet: the slot green-red is open.", errors[0].GetProperty("message").GetString());
        Assert.Equal("The first two layers do not stand yet: the slots green-red and green-orange are open.",
            errors[1].GetProperty("message").GetString());
    }

    [Theory]
    [InlineData("oll", 57, "1/54")]
    [InlineData("pll", 21, "1/18")]
    [InlineData("eoll", 3, "1/4")]
    [InlineData("ocll", 7, "4/27")]
    [InlineData("cpll", 2, "2/3")]
    [InlineData("epll", 4, "1/3")]
    public async Task Cases_are_made_by_their_setup_and_solved_by_their_solution(string id, int count, string probability)
    {
        var (status, output, _) = await CommandLineTests.RunAsync("", "cases", id);
        Assert.Equal(0, status);
        var lines = output.TrimEnd('\n').Split('\n').Select(l => JsonDocument.Parse(l).RootElement).ToArray();
        Assert.Equal(count, lines.Length);
        Assert.Contains(lines, l => l.GetProperty("probability").GetString() == probability);
        var set = LlSets.All.Single(s => s.Id() == id);
        foreach (var line in lines)
        {
            var made = LlState.Of(Turns(line, "setup"))!.Value;
            Assert.Equal(line.GetProperty("id").GetString(), LlCases.Of(set, made).Case.Id);
            Assert.True(set.IsDone(made.Then(LlState.Of(Turns(line, "solution"))!.Value)));
            var plain = Turns(line, "solution").Where((t, i) => t.Letter != 'U' || (i > 0 && i < Turns(line, "solution").Count - 1));
            Assert.Equal(line.GetProperty("length").GetInt32(), plain.Sum(t => Metric.Htm.Cost(t)));
        }

        var (_, table, _) = await CommandLineTests.RunAsync("", "cases", id, "--format", "csv");
        Assert.Equal(count + 1, table.TrimEnd('\n').Split('\n').Length);
        Assert.StartsWith("id,name,probability,count,length,mirror,inverse,algorithm,setup,solution", table, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Every_sequence_of_some_turns_is_found_the_shortest_first()
    {
        var (status, output, _) = await CommandLineTests.RunAsync("", "find", "--case", "oll-0000-0111", "--turns", "R U", "--max", "11");
        Assert.Equal(0, status);
        var found = output.TrimEnd('\n').Split('\n').Select(l => Algorithm.Parse(l).Turns).ToArray();
        Assert.Equal(found.Select(f => f.Count).Order(), found.Select(f => f.Count));
        Assert.Equal(7, found[0].Count);
        Assert.All(found, f => Assert.Equal("oll-0000-0111", LlCases.Of(LlSet.Oll, LlState.SolvedBy(f)!.Value).Case.Id));
    }

    [Theory]
    [InlineData("oll-1111-0000", "R U", "9", "No sequence of R and U alone turns edges over.")]
    [InlineData("oll-1111-0000", "R Q", "9", "'Q' is no letter of a turn")]
    [InlineData("oll-9", "R U", "9", "There is no case 'oll-9'")]
    [InlineData("oll-1111-0000", "U D F B R L r u f M E S", "14", "Say --yes to do it all the same")]
    public async Task What_cannot_be_found_has_its_sentence(string id, string turns, string most, string sentence)
    {
        var (status, output, error) = await CommandLineTests.RunAsync("", "find", "--case", id, "--turns", turns, "--max", most);
        Assert.Equal((1, ""), (status, output));
        Assert.Contains(sentence, error, StringComparison.Ordinal);
    }

    private static IReadOnlyList<Turn> Turns(JsonElement line, string name) => Algorithm.Parse(line.GetProperty(name).GetString()!).Turns;
}
