using System.Collections.Concurrent;

namespace TinCompass.Testing;

/// <summary>
/// A server as a process of its own that dies and comes again at the same address, with the data it had. Where one test is through with it
/// the next takes it: whoever needs an empty one starts it.
/// </summary>
public sealed class MortalServer : IDisposable
{
    private static readonly ConcurrentBag<MortalServer> Idle = [];

    private readonly TemporaryFolder folder = new();
    private RunningServer? server;

    static MortalServer() => AppDomain.CurrentDomain.ProcessExit += (_, _) =>
    {
        while (Idle.TryTake(out var left)) left.End();
    };

    private MortalServer()
    {
    }

    /// <summary>Where it listens, all its lives.</summary>
    public Uri Address { get; private set; } = null!;

    /// <summary>One that is alive and nobody else has.</summary>
    public static async Task<MortalServer> TakeAsync()
    {
        if (Idle.TryTake(out var waiting)) return waiting;
        var fresh = new MortalServer();
        await fresh.RiseAsync();
        return fresh;
    }

    /// <summary>It dies as in a crash.</summary>
    public void Kill()
    {
        server?.Dispose();
        server = null;
    }

    /// <summary>It comes again.</summary>
    public async Task RiseAsync()
    {
        server = await RunningServer.StartAsync(folder.Path, port: Address?.Port);
        Address = server.Address;
    }

    /// <summary>Leaves it to the next test, if it is alive.</summary>
    public void Dispose()
    {
        if (server is null) End();
        else Idle.Add(this);
    }

    private void End()
    {
        Kill();
        folder.Dispose();
    }
}
