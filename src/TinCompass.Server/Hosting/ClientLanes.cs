using System.Collections.Concurrent;

namespace TinCompass.Server.Hosting;

/// <summary>
/// Lanes for work that comes between receiving and sending: held only while something is worked out, so that nobody waits for somebody's
/// slow line. Each client has one place in a lane, and waits for themselves first.
/// </summary>
internal sealed class ClientLanes : IDisposable
{
    private readonly ConcurrentDictionary<(string Lane, string Client), SemaphoreSlim> clients = new();
    private readonly ConcurrentDictionary<string, SemaphoreSlim> lanes = new();

    /// <summary>Waits for one's turn in a lane with so many places; it is free again when the answer is disposed of.</summary>
    public async Task<IDisposable> EnterAsync(string lane, int places, HttpContext http, CancellationToken cancel)
    {
        var own = clients.GetOrAdd((lane, Limits.ClientOf(http)), _ => new SemaphoreSlim(1, 1));
        await own.WaitAsync(cancel);
        try
        {
            var shared = lanes.GetOrAdd(lane, _ => new SemaphoreSlim(places, places));
            await shared.WaitAsync(cancel);
            return new Turn(own, shared);
        }
        catch
        {
            own.Release();
            throw;
        }
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        foreach (var lane in clients.Values.Concat(lanes.Values)) lane.Dispose();
    }

    private sealed class Turn(SemaphoreSlim own, SemaphoreSlim shared) : IDisposable
    {
        public void Dispose()
        {
            shared.Release();
            own.Release();
        }
    }
}
