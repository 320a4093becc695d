namespace TinCompass.Core.Practice;

/// <summary>What was added to a measured time.</summary>
public enum Penalty
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Two seconds.</summary>
    PlusTwo,

    /// <summary>It does not count: slower than every time.</summary>
    Dnf,
}

/// <summary>Times of whole solves, in ms.</summary>
public static class SolveTimes
{
    /// <summary>The longest time that is kept: an hour.</summary>
    public const int MaxMs = 3_600_000;

    private const int PlusTwoMs = 2_000;

    /// <summary>A time as it is kept: whole hundredths of a second, cut once when it is stopped, before anything is computed.</summary>
    public static int Kept(int ms) => ms / 10 * 10;

    /// <summary>What a measured time counts; null for a DNF.</summary>
    public static int? Result(int ms, Penalty penalty) => penalty switch
    {
        Penalty.None => Kept(ms),
        Penalty.PlusTwo => Kept(ms) + PlusTwoMs,
        _ => null,
    };

    /// <summary>What a time of inspection costs.</summary>
    public static Penalty OfInspection(int ms) => Inspection.Penalty(ms) switch
    {
        0 => Penalty.None,
        null => Penalty.Dnf,
        _ => Penalty.PlusTwo,
    };
}

/// <summary>An average of a series, as it stands and at its best.</summary>
/// <param name="Of">Of how many: 3, 5, 12 or 100.</param>
/// <param name="Now">Over the last ones, in ms; null when there are not enough, or it is a DNF.</param>
/// <param name="Best">The best so far, in ms.</param>
/// <param name="IsDnf">There are enough, and it is a DNF.</param>
public sealed record AverageStanding(int Of, double? Now, double? Best, bool IsDnf);

/// <summary>How many times lie between two bounds.</summary>
/// <param name="FromMs">From this, in ms.</param>
/// <param name="ToMs">To below this, in ms.</param>
/// <param name="Count">How many.</param>
public sealed record TimeBin(int FromMs, int ToMs, int Count);

/// <summary>The figures of a series of results, oldest first; null is a DNF.</summary>
/// <param name="Count">How many there are.</param>
/// <param name="Dnfs">How many of them are DNFs.</param>
/// <param name="Best">The best, in ms.</param>
/// <param name="Worst">The worst that is none, in ms.</param>
/// <param name="Mean">Over all that are none, in ms.</param>
/// <param name="Spread">Their standard deviation (of a sample), in ms; null for fewer than two.</param>
/// <param name="Averages">Of 3, 5, 12 and 100.</param>
/// <param name="Bins">How they are distributed, from the best to the worst, without gaps.</param>
public sealed record TimeSummary(int Count, int Dnfs, int? Best, int? Worst, double? Mean, double? Spread,
    IReadOnlyList<AverageStanding> Averages, IReadOnlyList<TimeBin> Bins)
{
    private const int MostBins = 16;
    private static readonly int[] Widths =
        [100, 200, 500, 1_000, 2_000, 5_000, 10_000, 20_000, 60_000, 120_000, 300_000, SolveTimes.MaxMs];

    /// <summary>Works them out.</summary>
    public static TimeSummary Of(IReadOnlyList<int?> results)
    {
        int[] times = [.. results.OfType<int>()];
        double? mean = times.Length == 0 ? null : times.Average();
        double? spread = times.Length < 2 ? null : Math.Sqrt(times.Sum(t => (t - mean!.Value) * (t - mean.Value)) / (times.Length - 1));
        return new TimeSummary(results.Count, results.Count - times.Length, times.Length == 0 ? null : times.Min(),
            times.Length == 0 ? null : times.Max(), mean, spread, [.. Practice.Averages.Counts.Select(n => Standing(results, n))],
            Distribution(times));
    }

    private static AverageStanding Standing(IReadOnlyList<int?> results, int count)
    {
        var running = Practice.Averages.Running(results, count);
        return running.Count == 0 ? new AverageStanding(count, null, null, false)
            : new AverageStanding(count, running[^1], Practice.Averages.Best(running), running[^1] is null);
    }

    /// <summary>At most sixteen steps of a round width; a few far away do not spread the others thin: the last step takes them.</summary>
    private static TimeBin[] Distribution(int[] times)
    {
        if (times.Length == 0) return [];
        int[] sorted = [.. times.Order()];
        // Nineteen of twenty give the width.
        var usual = sorted[(sorted.Length - 1) * 19 / 20] - sorted[0];
        var width = Widths.First(w => usual / w < MostBins - 1);
        var first = sorted[0] / width * width;
        var count = Math.Min(MostBins, ((sorted[^1] - first) / width) + 1);
        var bins = new int[count];
        foreach (var time in sorted) bins[Math.Min(count - 1, (time - first) / width)]++;
        return [.. bins.Select((n, i) => new TimeBin(first + (i * width),
            i == count - 1 ? Math.Max(sorted[^1] + 1, first + ((i + 1) * width)) : first + ((i + 1) * width), n))];
    }
}
