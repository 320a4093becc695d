using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Methods.F2l;

public class F2lCasebookTests
{
    /// <summary>
    /// What fast hands turn for each case stands in the file the hands are fitted to. Not every case is met, and which are may change with
    /// the hands; most must be.
    /// </summary>
    [Fact]
    public void The_first_way_of_a_case_is_mostly_what_fast_hands_turn()
    {
        var (book, hands, missed) = (StageKit.F2l.Book, new F2lOptions().Hands, new List<string>());
        var lines = File.ReadLines(Path.Combine(AppContext.BaseDirectory, "Calibration", "cases.txt"))
            .Where(l => l.Length > 0 && l[0] != '#').Select(l => l.Split(':', StringSplitOptions.TrimEntries)).ToArray();
        Assert.Equal(book.Cases.Select(c => c.Id).Order(), lines.Select(l => l[0]).Order());
        foreach (var line in lines)
        {
            var first = book.Sheet(book.Find(line[0])!, book.Views[0], hands).Solutions[0].Solution;
            var wanted = line[1].Split(',', StringSplitOptions.TrimEntries).Select(w => HandModel.FaceTurns(Algorithm.Parse(w).Turns));
            if (!wanted.Any(w => w.SequenceEqual(HandModel.FaceTurns(first.AsTurned))))
                missed.Add($"{line[0]}: {string.Join(' ', first.AsTurned)}");
        }

        Assert.True(missed.Count <= 6, string.Join("; ", missed));
    }

    [Fact]
    public void The_ways_of_a_case_are_in_order_and_none_that_is_found_two_turns_over_the_least_is_quicker()
    {
        var (book, options) = (StageKit.F2l.Book, new F2lOptions());
        foreach (var stageCase in book.Cases)
        {
            var sheet = book.Sheet(stageCase, book.Views[0], options.Hands);
            // Times are shown with one digit; an algorithm that is not common has to be clearly quicker.
            var costs = sheet.Solutions.Select(s =>
                Math.Round(s.Solution.Time!.Value * (s.Solution.IsCommon ? 1 : CommonAlgorithms.Unfamiliar), 1)).ToArray();
            Assert.Equal(costs.Order(), costs);
            Assert.True(sheet.Solutions[0].Solution.IsCommon, stageCase.Id);
            var times = sheet.Solutions.Select(s => s.Solution.Time!.Value).Order().ToArray();
            var start = F2lState.Of(sheet.Position);
            var found = F2lKit.NewSolver().Search.Find(start, new F2lGoal(SlotSet.All), slack: 2).Solutions;
            Assert.All(found, f => Assert.True(options.Hands.Measure(f.ToArray())!.Value >= times[0] - 0.051, $"{stageCase.Id}: {f}"));
        }
    }

    [Fact]
    public void The_bounds_of_pairs_come_back_from_their_file_and_a_damaged_one_is_not_used()
    {
        var tables = F2lTables.Build();
        using var stream = new MemoryStream();
        tables.Save(stream);
        stream.Position = 0;
        var loaded = F2lTables.Load(stream);
        Assert.True(tables.Blocks.SequenceEqual(loaded.Blocks));
        for (byte set = 1; set < 16; set++) Assert.True(tables.Near(new SlotSet(set)).SequenceEqual(loaded.Near(new SlotSet(set))));
        stream.GetBuffer()[stream.Length / 2] ^= 1;
        stream.Position = 0;
        Assert.Throws<InvalidDataException>(() => F2lTables.Load(stream));
    }

    [Fact]
    public void The_ways_to_a_last_slot_solve_it_and_come_back_from_their_file()
    {
        // Corner and edge each in one of five places, three ways and two: all but the solved one.
        Assert.Equal((3 * 5 * 2 * 5) - 1, F2lCases.Positions.Count);
        var ways = StageKit.Shelf.Get(F2lLastSlots.Kind);
        using var stream = new MemoryStream();
        ways.Save(stream);
        stream.Position = 0;
        var loaded = F2lLastSlots.Load(stream);
        foreach (var seen in F2lCases.Positions)
        {
            var (known, start) = (ways[seen], F2lState.With(F2lState.Solved, Slot.FR, seen.Corner, seen.Edge));
            Assert.Equal(known.Solutions, loaded[seen].Solutions);
            Assert.Equal((known.Length, known.Count, false), (loaded[seen].Length, loaded[seen].Count, loaded[seen].IsCut));
            Assert.Equal(known.Count, known.Solutions.Count(s => s.Length == known.Length));
            Assert.All(known.Solutions, s =>
            {
                Assert.InRange(s.Length, known.Length, known.Length + F2lQuickest.Slack);
                Assert.True(new F2lGoal(SlotSet.All).IsReached(s.ToArray().Aggregate(start, (state, turn) => state.After(turn.Index))));
            });
        }

        stream.SetLength(stream.Length - 1);
        stream.Position = 0;
        Assert.Throws<InvalidDataException>(() => F2lLastSlots.Load(stream));
    }
}
