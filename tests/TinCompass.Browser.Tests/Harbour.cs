using TinCompass.Testing;

[assembly: CollectionBehavior(MaxParallelThreads = 3)]
[assembly: TestCollectionOrderer("TinCompass.Browser.Tests.Order", "TinCompass.Browser.Tests")]

namespace TinCompass.Browser.Tests;

/// <summary>One server with the invented club for all browser tests that do not restart it.</summary>
public sealed class Harbour : IAsyncLifetime
{
    private static readonly TemporaryFolder Folder = new();

    private static readonly Lazy<Task<RunningServer>> Server = new(() =>
    {
        AppDomain.CurrentDomain.ProcessExit += (_, _) => End();
        // All browsers ask from one machine: their searches would wait for each other.
        return RunningServer.StartAsync(Folder.Path, demo: true, port: null, "--searches", "2");
    });

    /// <summary>A scramble whose figures the tests know: white 6 HTM.</summary>
    public const string Scramble = "U F2 R' U2 B' R2 D2 L2 B U2 R' L B R B' U2 D L' B";

    public Uri Address => Server.Value.Result.Address;

    public Task InitializeAsync() => Server.Value;

    public Task DisposeAsync() => Task.CompletedTask;

    private static void End()
    {
        if (Server.Value.IsCompletedSuccessfully) Server.Value.Result.Dispose();
        Folder.Dispose();
    }
}

/// <summary>
/// Three browsers beside each other, all with the one server: with two of them both cores are idle a twentieth of the time.
/// </summary>
public sealed class Order() : LongestFirst(
    nameof(AccessTests), nameof(PracticeTests), nameof(BigCubeTests), nameof(MethodTests), nameof(PairsTests), nameof(TimerTests),
    nameof(PlanTests), nameof(LastLayerTests), nameof(RouxTests), nameof(JourneyTests), nameof(KeepingTests), nameof(LiveCubeTests),
    nameof(HandsTests));
