using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Practice;

public class SolveTimesTests
{
    [Theory]
    [InlineData(9_990, Penalty.None, 9_990)]
    [InlineData(9_990, Penalty.PlusTwo, 11_990)]
    [InlineData(9_990, Penalty.Dnf, null)]
    public void A_penalty_is_added_to_what_was_measured(int ms, Penalty penalty, int? counts) =>
        Assert.Equal(counts, SolveTimes.Result(ms, penalty));

    [Theory]
    [InlineData(15_000, Penalty.None)]
    [InlineData(15_001, Penalty.PlusTwo)]
    [InlineData(17_000, Penalty.PlusTwo)]
    [InlineData(17_001, Penalty.Dnf)]
    public void Inspection_costs_from_fifteen_and_from_seventeen_seconds_on(int ms, Penalty penalty) =>
        Assert.Equal(penalty, SolveTimes.OfInspection(ms));

    [Fact]
    public void The_figures_of_a_worked_series()
    {
        // 10, 12, DNF, 14, 11: best and worst (the DNF) off leaves 11, 12, 14.
        var summary = TimeSummary.Of([10_000, 12_000, null, 14_000, 11_000]);
        Assert.Equal((5, 1, 10_000, 14_000, 11_750.0), (summary.Count, summary.Dnfs, summary.Best, summary.Worst, summary.Mean));
        // Deviations -1.75, 0.25, 2.25, -0.75: squares sum to 8.75, a third of it is 2.9167.
        Assert.Equal(1_707.8, summary.Spread!.Value, 0.1);
        Assert.Equal([3, 5, 12, 100], summary.Averages.Select(a => a.Of));
        Assert.Equal(new AverageStanding(3, null, null, true), summary.Averages[0]);
        Assert.Equal((12_333.3, 12_333.3), (Math.Round(summary.Averages[1].Now!.Value, 1), Math.Round(summary.Averages[1].Best!.Value, 1)));
        Assert.Equal(new AverageStanding(12, null, null, false), summary.Averages[2]);
    }

    [Fact]
    public void No_time_has_no_figures_and_one_alone_has_no_spread()
    {
        var none = TimeSummary.Of([null, null]);
        Assert.Equal((2, 2, null, null, null), (none.Count, none.Dnfs, none.Best, none.Mean, none.Spread));
        Assert.Empty(none.Bins);
        Assert.Null(TimeSummary.Of([12_000]).Spread);
    }

    [Fact]
    public void Bins_hold_every_time_once_and_have_no_gaps_and_one_far_away_does_not_spread_them()
    {
        var random = new Random(Plain.PlainSeed.Today);
        for (var round = 0; round < 500; round++)
        {
            int?[] results = [.. Enumerable.Range(0, random.Next(1, 200)).Select(_ =>
                random.Next(20) == 0 ? (int?)null : 5_000 + random.Next(1 << random.Next(1, 22)))];
            var summary = TimeSummary.Of(results);
            Assert.Equal(summary.Count - summary.Dnfs, summary.Bins.Sum(b => b.Count));
            Assert.True(summary.Bins.Count <= 16);
            Assert.All(summary.Bins.Zip(summary.Bins.Skip(1)), pair => Assert.Equal(pair.First.ToMs, pair.Second.FromMs));
            foreach (var bin in summary.Bins)
                Assert.Equal(bin.Count, results.Count(r => r >= bin.FromMs && r < bin.ToMs));
        }

        int?[] usual = [.. Enumerable.Range(0, 60).Select(i => 12_000 + (i * 50)), 3_000_000];
        Assert.True(TimeSummary.Of(usual).Bins.Count(b => b.Count > 0) > 5);
    }
}
