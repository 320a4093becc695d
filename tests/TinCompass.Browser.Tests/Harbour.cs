using TinCompass.Testing;

namespace TinCompass.Browser.Tests;

/// <summary>One server with the invented club for all browser tests that do not restart it.</summary>
public sealed class Harbour : IAsyncLifetime, IDisposable
{
    private readonly TemporaryFolder folder = new();
    private RunningServer? server;

    /// <summary>A scramble whose figures the tests know: white 6 HTM.</summary>
    public const string Scramble = "U F2 R' U2 B' R2 D2 L2 B U2 R' L B R B' U2 D L' B";

    public Uri Address => server!.Address;

    public async Task InitializeAsync() => server = await RunningServer.StartAsync(folder.Path, demo: true);

    public Task DisposeAsync()
    {
        Dispose();
        return Task.CompletedTask;
    }

    public void Dispose()
    {
        server?.Dispose();
        server = null;
        if (Directory.Exists(folder.Path)) folder.Dispose();
    }
}

/// <summary>Browser tests share the server and run one after the other: two cores are not many.</summary>
[CollectionDefinition(Name)]
public sealed class HarbourTests : ICollectionFixture<Harbour>
{
    public const string Name = "harbour";
}
