using System.Diagnostics;
using System.Globalization;

namespace TinCompass.Server.Hosting;

/// <summary>
/// Where the time of a request goes, from one mark to the next. It is sent with the answer in the standard header Server-Timing, which
/// browsers' developer tools show and './tc bench soak' adds up.
/// </summary>
internal sealed class Spent
{
    private readonly List<(string On, long Ticks)> parts = [];
    private long since = Stopwatch.GetTimestamp();

    /// <summary>What was done since the last mark; what is done several times is added up.</summary>
    public void On(string what)
    {
        var now = Stopwatch.GetTimestamp();
        var at = parts.FindIndex(p => p.On == what);
        if (at < 0) parts.Add((what, now - since));
        else parts[at] = (what, parts[at].Ticks + now - since);
        since = now;
    }

    /// <summary>As the header says it, in ms: "judge;dur=0.12, write;dur=0.80".</summary>
    public override string ToString() => string.Join(", ", parts.Select(p => string.Create(
        CultureInfo.InvariantCulture, $"{p.On};dur={Stopwatch.GetElapsedTime(0, p.Ticks).TotalMilliseconds:0.00}")));
}
