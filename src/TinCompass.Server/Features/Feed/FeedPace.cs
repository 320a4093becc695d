namespace TinCompass.Server.Features.Feed;

/// <summary>How fast lines are read: a number at once, then a number each second, over one connection or many.</summary>
/// <param name="times">How many times the lines of one solver.</param>
internal sealed class FeedPace(int times)
{
    /// <summary>Of one solver, and of one client that may report for several.</summary>
    public const int OfSolver = 1, OfClient = 10;

    /// <summary>Lines of one solver: each second, and at once before that pace begins.</summary>
    public const double LinesASecond = 400, AtOnce = 2_000;

    private readonly Lock gate = new();
    private double allowance = AtOnce * times;
    private long counted = Environment.TickCount64;

    /// <summary>It may say as much at once as one that says something for the first time.</summary>
    public bool IsRested
    {
        get
        {
            lock (gate) return Refilled() >= AtOnce * times;
        }
    }

    /// <summary>Counts a line; how long it has to wait before it is read.</summary>
    public TimeSpan Count()
    {
        lock (gate)
        {
            (allowance, counted) = (Refilled() - 1, Environment.TickCount64);
            return allowance >= 0 ? TimeSpan.Zero : TimeSpan.FromSeconds(-allowance / (LinesASecond * times));
        }
    }

    private double Refilled() =>
        Math.Min(AtOnce * times, allowance + ((Environment.TickCount64 - counted) * LinesASecond * times / 1000));
}
