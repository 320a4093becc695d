using TinCompass.Testing;
using Xunit.Abstractions;

[assembly: CollectionBehavior(MaxParallelThreads = 2)]
[assembly: TestCollectionOrderer("TinCompass.Browser.Tests.LongestFirst", "TinCompass.Browser.Tests")]

namespace TinCompass.Browser.Tests;

/// <summary>One server with the invented club for all browser tests that do not restart it.</summary>
public sealed class Harbour : IAsyncLifetime
{
    private static readonly TemporaryFolder Folder = new();

    private static readonly Lazy<Task<RunningServer>> Server = new(() =>
    {
        AppDomain.CurrentDomain.ProcessExit += (_, _) => End();
        return RunningServer.StartAsync(Folder.Path, demo: true);
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
/// Two classes of browser tests run beside each other, each with a browser of its own, both with the one server: two cores are not more.
/// Where one is through the next begins. Those that take longest come first, so that neither lane is left alone at the end.
/// </summary>
public sealed class LongestFirst : ITestCollectionOrderer
{
    private static readonly string[] Long =
    [
        nameof(PracticeTests), nameof(AccessTests), nameof(MethodTests), nameof(PairsTests), nameof(TimerTests), nameof(PlanTests),
        nameof(BigCubeTests), nameof(LastLayerTests), nameof(RouxTests),
    ];

    /// <inheritdoc/>
    public IEnumerable<ITestCollection> OrderTestCollections(IEnumerable<ITestCollection> testCollections) =>
        testCollections.OrderBy(At).ThenBy(c => c.DisplayName, StringComparer.Ordinal);

    private static int At(ITestCollection tests) =>
        Array.FindIndex(Long, n => tests.DisplayName.EndsWith($".{n}", StringComparison.Ordinal)) is >= 0 and var at ? at : Long.Length;
}
