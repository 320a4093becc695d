namespace TinCompass.Server.Storage;

/// <summary>Says on the console that an upgrade of the data is going on, when it takes a while.</summary>
internal static class LongUpgrade
{
    /// <summary>An upgrade that is done by then needs no word.</summary>
    internal static readonly TimeSpan Silent = TimeSpan.FromSeconds(2);

    internal const string Sentence =
        "Upgrading your data to this version. A copy was made first, and you can stop at any time.";

    /// <summary>Tells it unless the answer is disposed of before.</summary>
    public static IDisposable Told(TimeProvider clock, TextWriter to) =>
        clock.CreateTimer(_ => to.WriteLine(Sentence), null, Silent, Timeout.InfiniteTimeSpan);
}
