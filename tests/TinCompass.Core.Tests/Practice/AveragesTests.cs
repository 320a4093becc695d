using CsCheck;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Practice;

public class AveragesTests
{
    [Fact]
    public void A_mean_of_three_takes_all() => Assert.Equal(11_000, Averages.Of([10_000, 12_000, 11_000]));

    [Fact]
    public void An_average_of_five_leaves_out_the_best_and_the_worst() =>
        Assert.Equal(11_000, Averages.Of([9_000, 10_000, 11_000, 12_000, 30_000]));

    [Fact]
    public void One_DNF_is_the_worst_and_two_make_the_average_one()
    {
        Assert.Equal(11_000, Averages.Of([null, 10_000, 11_000, 12_000, 9_000]));
        Assert.Null(Averages.Of([null, 10_000, null, 12_000, 9_000]));
        Assert.Null(Averages.Of([10_000, null, 11_000]));
        Assert.Equal(10_500, Averages.Of([null, 10_000, 10_000, 10_000, 10_000, 10_000, 11_000, 11_000, 11_000, 11_000, 11_000, 1_000]));
    }

    [Fact]
    public void Of_a_hundred_five_are_left_out_at_each_end()
    {
        // 1 to 100 seconds: 6 to 95 count.
        var times = Enumerable.Range(1, 100).Select(s => (int?)(s * 1000)).Reverse().ToArray();
        Assert.Equal(50_500, Averages.Of(times));
        for (var i = 0; i < 5; i++) times[i] = null;
        Assert.Equal(50_500, Averages.Of(times));
        times[50] = null;
        Assert.Null(Averages.Of(times));
    }

    [Fact]
    public void Other_counts_are_no_averages() => Assert.Throws<ArgumentOutOfRangeException>(() => Averages.Of([1, 2, 3, 4]));

    [Fact]
    public void Running_averages_end_at_each_time_and_the_best_is_the_least()
    {
        int?[] times = [10, 20, 30, null, 10, 10, 10];
        var running = Averages.Running(times, 3);
        Assert.Equal([20, null, null, null, 10], running);
        Assert.Equal(10, Averages.Best(running));
        Assert.Null(Averages.Best(Averages.Running([null, null, null], 3)));
        Assert.Null(Averages.Best(Averages.Running([1, 2], 3)));
    }

    [Fact]
    public void An_average_lies_between_its_times_and_does_not_hang_on_their_order() => Gen.Int[1, 60_000].Array[12].Sample(ms =>
    {
        var average = Averages.Of([.. ms.Select(t => (int?)t)])!.Value;
        Assert.InRange(average, ms.Min(), ms.Max());
        Assert.Equal(average, Averages.Of([.. ms.Reverse().Select(t => (int?)t)])!.Value, 9);
    });

    [Theory]
    [InlineData(14_999, 0)]
    [InlineData(15_000, 0)]
    [InlineData(15_001, 2_000)]
    [InlineData(17_000, 2_000)]
    [InlineData(17_001, null)]
    public void Inspection_over_fifteen_costs_two_seconds_and_over_seventeen_the_solve(int ms, int? penalty) =>
        Assert.Equal(penalty, Inspection.Penalty(ms));
}
