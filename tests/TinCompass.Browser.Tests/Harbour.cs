using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>One server with the invented club for all browser tests that do not restart it, whichever lane they run in.</summary>
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
/// Browser tests run in two lanes that share the server, one test after the other in each: two cores are not more. The classes are dealt so
/// that both lanes take about as long.
/// </summary>
[CollectionDefinition(Name)]
public sealed class HarbourTests : ICollectionFixture<Harbour>
{
    public const string Name = "harbour";
}

/// <summary>The other lane.</summary>
[CollectionDefinition(Name)]
public sealed class PierTests : ICollectionFixture<Harbour>
{
    public const string Name = "pier";
}
