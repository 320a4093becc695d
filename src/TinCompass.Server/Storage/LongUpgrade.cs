namespace TinCompass.Server.Storage;

/// <summary>Whoever starts the server is told what it is at when their data take a while to be brought to this version.</summary>
internal static class LongUpgrade
{
    /// <summary>An upgrade that is done by then needs no word.</summary>
    internal static readonly TimeSpan Silent = TimeSpan.FromSeconds(2);

    internal const string Sentence =
        "Your data are being brought to this version. A copy of them was made before, and you can stop this at any time.";

    /// <summary>Tells it unless the answer is disposed of before.</summary>
    public static IDisposable Told(TimeProvider clock, TextWriter to) =>
        clock.CreateTimer(_ => to.WriteLine(Sentence), null, Silent, Timeout.InfiniteTimeSpan);
}
