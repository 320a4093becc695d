using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class LlBookTests
{
    private static readonly LlBook Book = LlBook.Shipped();

    /// <summary>Every line, on the plain cube: from its case, drawn as sticker letters, to the set done.</summary>
    [Fact]
    public void Every_sequence_of_the_book_solves_its_case()
    {
        foreach (var entry in Book.Entries)
        {
            Assert.NotEmpty(entry.Sequences);
            foreach (var sequence in entry.Sequences)
            {
                var before = PlainCube.Of(Core.Cube.Facelets.Write(sequence.Solves.ToCube()));
                var after = new PlainLastLayer(before.Turn(sequence.ToString()));
                Assert.True(after.BelowStands, $"{entry.Case.Id}: {sequence}");
                Assert.True(after.Is(entry.Case.Set), $"{entry.Case.Id}: {sequence}");
                Assert.Equal(entry.Case.Id, LlCases.Of(entry.Case.Set, sequence.Solves).Case.Id);
            }
        }
    }

    /// <summary>The job's figures: least HTM by number of cases.</summary>
    [Theory]
    [InlineData("oll", "6:3 7:6 8:5 9:10 10:20 11:12 12:1")]
    [InlineData("pll", "9:5 10:3 12:5 13:6 14:2")]
    [InlineData("eoll", "6:2 11:1")]
    [InlineData("ocll", "7:2 8:2 9:2 11:1")]
    [InlineData("epll", "9:3 12:1")]
    public void Least_lengths_are_the_known_ones(string id, string lengths) =>
        Assert.Equal(lengths, string.Join(' ', Book.Entries.Where(e => e.Case.Set.Id() == id).GroupBy(e => e.Least).OrderBy(g => g.Key)
            .Select(g => $"{g.Key}:{g.Count()}")));

    /// <summary>The mean over all positions, the solved one as nought: 9.2222 and 11.2083.</summary>
    [Theory]
    [InlineData("oll", 1992, 216)]
    [InlineData("pll", 3228, 288)]
    public void Mean_lengths_are_the_known_ones(string id, int sum, int looks)
    {
        var entries = Book.Entries.Where(e => e.Case.Set.Id() == id).ToArray();
        Assert.Equal(sum, entries.Sum(e => e.Case.Count * e.Least));
        Assert.Equal(looks, entries[0].Case.Total);
    }

    [Fact]
    public void One_of_the_least_length_stands_in_the_book() => Assert.All(Book.Entries, e =>
        Assert.Contains(e.Sequences, s => s.Turns.Count == e.Least && s.Turns.Sum(t => Metric.Htm.Cost(t)) == e.Least));

    [Fact]
    public void Written_again_it_is_the_same_and_a_changed_letter_is_found()
    {
        var text = LlBook.Write(Book.Entries);
        Assert.Equal(text, LlBook.Write(LlBook.Read(text).Entries));
        var spoilt = text.Replace("\nR U R' U R U2 R'\n", "\nR U R' U R U2 R\n", StringComparison.Ordinal);
        Assert.NotEqual(text, spoilt);
        Assert.Contains("checksum", Assert.Throws<InvalidDataException>(() => LlBook.Read(spoilt)).Message, StringComparison.Ordinal);
        var lines = text.Split('\n');
        Assert.Contains("checksum",
            Assert.Throws<InvalidDataException>(() => LlBook.Read(string.Join('\n', lines[..40]) + "\n")).Message,
                StringComparison.Ordinal);
    }

    /// <summary>A sequence of another case, under a checksum that fits, is found by applying it.</summary>
    [Fact]
    public void A_sequence_that_solves_another_case_is_found_by_applying_it()
    {
        var entries = Book.Entries.ToArray();
        entries[3] = entries[3] with { Sequences = [.. entries[3].Sequences, entries[4].Sequences[0]] };
        var message = Assert.Throws<InvalidDataException>(() => LlBook.Read(LlBook.Write(entries))).Message;
        Assert.Contains($"'{entries[4].Sequences[0]}' is no sequence of {entries[3].Case.Id}", message, StringComparison.Ordinal);
    }

    /// <summary>From all last layers of a seed: what is ranked first does what it says on the plain cube, in one look and in two.</summary>
    [Fact]
    public void What_is_chosen_solves_any_last_layer()
    {
        var (random, hands) = (new Random(PlainSeed.Today), new HandModel(HandPreferences.Usual));
        var states = LlSet.Oll.States();
        var arrangements = LlSet.Pll.States();
        for (var i = 0; i < 400; i++)
        {
            var state = arrangements[random.Next(arrangements.Count)].Then(states[random.Next(states.Count)]);
            foreach (var way in (LlSet[][])[[LlSet.Oll, LlSet.Pll], [LlSet.Eoll, LlSet.Ocll, LlSet.Cpll, LlSet.Epll]])
            {
                var (now, cube) = (state, PlainCube.Of(Core.Cube.Facelets.Write(state.ToCube())));
                foreach (var set in way)
                {
                    if (set.IsDone(now)) continue;
                    var choice = StageKit.Top.Rank(set, now, hands)[0];
                    cube = cube.Turn(string.Join(' ', choice.AsTurned));
                    Assert.True(new PlainLastLayer(cube).Is(set), $"seed {PlainSeed.Today}: {state.Code} {set}");
                    now = choice.Result;
                }

                cube = cube.Turn(now.TopLeft is > 0 and var top ? $"U{(top == 1 ? "" : top == 2 ? "2" : "'")}" : "");
                Assert.True(new PlainLastLayer(cube).IsSolved, $"seed {PlainSeed.Today}: {state.Code}");
            }
        }
    }
}
