using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class SequenceSweepTests
{
    /// <summary>Against trying every sequence of a set, turn by turn, on the cube itself.</summary>
    [Theory]
    [InlineData("R U", 9)]
    [InlineData("R U F", 7)]
    [InlineData("r U M", 7)]
    [InlineData("M U", 9)]
    [InlineData("R U D", 7)]
    [InlineData("R u U", 6)]
    [InlineData("R E U", 6)]
    [InlineData("U D F B R L", 5)]
    [InlineData("F S B U", 6)]
    public void It_finds_what_trying_everything_finds(string letters, int most)
    {
        var turns = LlTurnSets.Read(letters);
        var found = new List<string>();
        LlFinder.Find(turns, most, s => found.Add(string.Join(' ', s.Turns)));
        Assert.Equal(found.Count, found.Distinct().Count());
        Assert.Equal(Tried(turns, most).Order(StringComparer.Ordinal), found.Order(StringComparer.Ordinal));
    }

    /// <summary>Least lengths of every set, by number of cases: what the job's figures say, found again by one sweep.</summary>
    [Fact]
    public void Up_to_twelve_turns_the_least_lengths_are_exact()
    {
        var least = new Dictionary<LlCase, int>();
        LlFinder.Find(LlTurnSets.Read(LlTurnSets.AllFaces), 12, s =>
        {
            foreach (var set in LlSets.All)
                if (set.Keeps(s.Solves) && set.Fits(s.Solves)) least.TryAdd(LlCases.Of(set, s.Solves).Case, s.Turns.Count);
        });
        Assert.Equal("6:3 7:6 8:5 9:10 10:20 11:12 12:1", Told(LlSet.Oll));
        Assert.Equal("9:5 10:3 12:5", Told(LlSet.Pll));
        Assert.Equal("6:2 11:1", Told(LlSet.Eoll));
        Assert.Equal("7:2 8:2 9:2 11:1", Told(LlSet.Ocll));

        string Told(LlSet set) => string.Join(' ', LlCases.Of(set).Where(c => !c.IsSolved && least.ContainsKey(c))
            .GroupBy(c => least[c]).OrderBy(g => g.Key).Select(g => $"{g.Key}:{g.Count()}"));
    }

    [Theory]
    [InlineData("R L M x", "'x' is no letter of a turn")]
    [InlineData("R U2", "'U2' is no letter of a turn")]
    [InlineData("  ", "Which turns?")]
    public void What_is_no_set_of_turns_is_told(string letters, string sentence) => Assert.Contains(sentence,
        Assert.Throws<FormatException>(() => LlTurnSets.Read(letters)).Message, StringComparison.Ordinal);

    [Fact]
    public void Stopped_it_keeps_what_was_handed_over()
    {
        using var stop = new CancellationTokenSource();
        var found = new List<LlSequence>();
        Assert.Throws<OperationCanceledException>(() => LlFinder.Find(
            LlTurnSets.Read(LlTurnSets.AllFaces), 12, found.Add, p =>
            {
                if (p.Length >= 8) stop.Cancel();
            },
            stop.Token));
        Assert.NotEmpty(found);
        Assert.All(found, s => Assert.True(s.Turns.Count <= 8));
    }

    [Fact]
    public void Progress_goes_up_to_the_end()
    {
        var shares = new List<double>();
        LlFinder.Find(LlTurnSets.Read("R U F"), 11, _ => { }, p => shares.Add(p.Share));
        Assert.Equal(shares.Order(), shares);
        Assert.Equal(1, shares[^1], 6);
    }

    [Theory]
    [InlineData("R U", "oll-1111-0000", "No sequence of R and U alone turns edges over.")]
    [InlineData("U", "pll-0321-0213", "Turns of the top alone solve no case.")]
    public void A_set_that_cannot_solve_a_case_says_so(string letters, string id, string sentence) =>
        Assert.Equal(sentence, LlTurnSets.Cannot(letters, LlCases.Find(id)!));

    /// <summary>Every sequence of a set in its one order, none beginning or ending with the top, tried on the cube.</summary>
    private static List<string> Tried(IReadOnlyList<Turn> turns, int most)
    {
        var found = new List<string>();
        Step(CubeState.Solved, []);
        return found;

        void Step(CubeState state, Turn[] made)
        {
            if (made.Length > 0 && state.Hold.ColorAt(Face.D) == Color.Yellow && LlState.Of(state) is { IsSolvedButTop: false }
                && !EndsWithTop(made)) found.Add(string.Join(' ', made));
            if (made.Length == most) return;
            foreach (var turn in turns)
                if (made.Length == 0 ? turn.Letter != 'U'
                    : turn.Axis != made[^1].Axis || turn.LetterIndex > made[^1].LetterIndex) Step(state.Apply(turn), [.. made, turn]);
        }

        static bool EndsWithTop(Turn[] made)
        {
            for (var i = made.Length - 1; i >= 0 && made[i].Axis == 0; i--)
                if (made[i].Letter == 'U') return true;
            return false;
        }
    }
}
