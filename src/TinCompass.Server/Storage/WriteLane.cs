using System.Collections.Concurrent;

namespace TinCompass.Server.Storage;

/// <summary>
/// One write after the other, in the order in which they came. SQLite has one writer at a time; who finds it busy waits blindly and tries
/// again, for a tenth of a second at least. Here the next one begins when the one before is done. What is read to be written again is of
/// one solver, and is kept from others who change that solver's practice meanwhile (<see cref="EnterForAsync"/>, entered first): so only
/// the writing itself is done in the lane that all share.
/// </summary>
internal sealed class WriteLane : IDisposable
{
    private readonly SemaphoreSlim open = new(1, 1);
    private readonly ConcurrentDictionary<int, SemaphoreSlim> solvers = new();

    /// <summary>Waits for one's turn; the lane is free again when the answer is disposed of.</summary>
    public async Task<IDisposable> EnterAsync(CancellationToken cancel)
    {
        await open.WaitAsync(cancel);
        return new Turn(open);
    }

    /// <summary>Waits for one's turn to change how a solver stands in practice.</summary>
    public async Task<IDisposable> EnterForAsync(int solverId, CancellationToken cancel)
    {
        var own = solvers.GetOrAdd(solverId, _ => new SemaphoreSlim(1, 1));
        await own.WaitAsync(cancel);
        return new Turn(own);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        open.Dispose();
        foreach (var own in solvers.Values) own.Dispose();
    }

    private sealed class Turn(SemaphoreSlim open) : IDisposable
    {
        public void Dispose() => open.Release();
    }
}

/// <summary>Time as it is stored.</summary>
internal static class StoredTime
{
    /// <summary>Now, to the millisecond: the answer now and the record later say the same.</summary>
    public static DateTimeOffset Now(this TimeProvider clock) => clock.GetUtcNow().Rounded();

    /// <summary>A time to the millisecond.</summary>
    public static DateTimeOffset Rounded(this DateTimeOffset at) => DateTimeOffset.FromUnixTimeMilliseconds(at.ToUnixTimeMilliseconds());
}
