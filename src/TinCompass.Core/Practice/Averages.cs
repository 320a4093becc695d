namespace TinCompass.Core.Practice;

/// <summary>
/// Averages of times in ms; null is a DNF, which is slower than every time. A mean of 3 takes all; averages of 5 and 12 leave out the best
/// and the worst;
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
        var trimmed = TrimmedOf(times.Count);
        if (times.Count(t => t is null) > trimmed) return null;
        return times.Select(t => t ?? int.MaxValue).Order().Skip(trimmed).Take(times.Count - (2 * trimmed)).Average(t => (double)t);
    }

    /// <summary>
    /// The average over the last <paramref name="count"/> at each place of a series, from the place where there are enough: entry i ends at
    /// time i + count − 1.
    /// </summary>
    public static IReadOnlyList<double?> Running(IReadOnlyList<int?> times, int count)
    {
        var trimmed = TrimmedOf(count);
        if (times.Count < count) return [];
        // The window in order of size: one time leaves, one comes; DNFs are the greatest.
        var window = times.Take(count).Select(t => t ?? int.MaxValue).Order().ToList();
        var averages = new double?[times.Count - count + 1];
        for (var i = 0; ; i++)
        {
            averages[i] = window[count - 1 - trimmed] == int.MaxValue ? null
                : Sum(window, trimmed, count - trimmed) / (count - (2.0 * trimmed));
            if (i + count == times.Count) return averages;
            window.RemoveAt(window.BinarySearch(times[i] ?? int.MaxValue));
            var came = times[i + count] ?? int.MaxValue;
            var at = window.BinarySearch(came);
            window.Insert(at < 0 ? ~at : at, came);
        }
    }

    private static double Sum(List<int> window, int from, int to)
    {
        long sum = 0;
        for (var i = from; i < to; i++) sum += window[i];
        return sum;
    }

    /// <summary>The best of running averages; null when there is none or all are DNF.</summary>
    public static double? Best(IReadOnlyList<double?> averages) => averages.Min();
}
