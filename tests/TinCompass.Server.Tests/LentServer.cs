using System.Collections.Concurrent;

namespace TinCompass.Server.Tests;

/// <summary>
/// A server that classes which ask and keep things of their own solvers alone use one after the other: starting one takes longer than most
/// tests. Nobody else asks it meanwhile.
/// </summary>
public sealed class LentServer : IDisposable
{
    private static readonly ConcurrentBag<ServerFixture> Idle = [];

    static LentServer() => AppDomain.CurrentDomain.ProcessExit += (_, _) =>
    {
        while (Idle.TryTake(out var server)) server.Dispose();
    };

    /// <summary>The server.</summary>
    public ServerFixture Server { get; } = Idle.TryTake(out var waiting) ? waiting : new ServerFixture();

    /// <inheritdoc/>
    public void Dispose() => Idle.Add(Server);
}
