namespace TinCompass.Core.Practice;

/// <summary>
/// Averages of times in ms; null is a DNF, which is slower than every time. A mean of 3 takes all; averages of 5 and 12 leave out the best and the worst;
/// of 100, five at each end. An average with more DNFs than are left out at the slow end is a DNF.
/// </summary>
public static class Averages
{
    /// <summary>The counts that are averaged.</summary>
    public static readonly IReadOnlyList<int> Counts = [3, 5, 12, 100];

    /// <summary>How many are left out at each end: none of 3, one of 5 and 12, five of 100.</summary>
    public static int TrimmedOf(int count) => count switch
    {
        3 => 0,
        5 or 12 => 1,
        100 => 5,
        _ => throw new ArgumentOutOfRangeException(nameof(count), count, "averages are of 3, 5, 12 or 100"),
    };

    /// <summary>The average of exactly <paramref name="times"/>; null for a DNF. Their number must be 3, 5, 12 or 100.</summary>
    public static double? Of(IReadOnlyList<int?> times)
    {
        ArgumentNullException.ThrowIfNull(times);
        var trimmed = TrimmedOf(times.Count);
        if (times.Count(t => t is null) > trimmed) return null;
        return times.Select(t => t ?? int.MaxValue).Order().Skip(trimmed).Take(times.Count - (2 * trimmed)).Average(t => (double)t);
    }

    /// <summary>
    /// The average over the last <paramref name="count"/> at each place of a series, from the place where there are enough: entry i ends at time i + count − 1.
    /// </summary>
    public static IReadOnlyList<double?> Running(IReadOnlyList<int?> times, int count)
    {
        ArgumentNullException.ThrowIfNull(times);
        return [.. Enumerable.Range(0, Math.Max(0, times.Count - count + 1)).Select(i => Of([.. times.Skip(i).Take(count)]))];
    }

    /// <summary>The best of running averages; null when there is none or all are DNF.</summary>
    public static double? Best(IReadOnlyList<double?> averages) => averages.Min();
}

/// <summary>Fifteen seconds of inspection: calls at eight and twelve; over fifteen costs two seconds, over seventeen is a DNF.</summary>
public static class Inspection
{
    /// <summary>When the calls come, in ms.</summary>
    public static readonly IReadOnlyList<int> CallsMs = [8_000, 12_000];

    /// <summary>The whole of it, in ms.</summary>
    public const int WholeMs = 15_000;

    private const int DnfMs = 17_000;

    /// <summary>The penalty in ms for a time of inspection; null is a DNF.</summary>
    public static int? Penalty(int ms) => ms <= WholeMs ? 0 : ms <= DnfMs ? 2_000 : null;
}
