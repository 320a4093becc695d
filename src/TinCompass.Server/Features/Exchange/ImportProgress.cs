using System.Collections.Concurrent;

namespace TinCompass.Server.Features.Exchange;

/// <summary>How far an import is.</summary>
/// <param name="IsRunning">One is on its way.</param>
/// <param name="Read">Bytes that were read.</param>
/// <param name="Of">Bytes there are; 0 as long as they still come.</param>
/// <param name="Entries">Entries that were looked at.</param>
public sealed record ImportProgressResponse(bool IsRunning, long Read, long Of, int Entries)
{
    /// <summary>None is on its way.</summary>
    public static ImportProgressResponse None { get; } = new(false, 0, 0, 0);
}

/// <summary>How far the imports of this moment are, by solver: one at a time for each.</summary>
internal sealed class ImportProgress
{
    private readonly ConcurrentDictionary<int, ImportProgressResponse> running = new();

    public ImportProgressResponse Of(int solverId) => running.GetValueOrDefault(solverId, ImportProgressResponse.None);

    /// <summary>Begins; false when one is on its way already.</summary>
    public bool TryBegin(int solverId) => running.TryAdd(solverId, new(true, 0, 0, 0));

    public void Tell(int solverId, long read, long of, int entries) => running[solverId] = new(true, read, of, entries);

    public void End(int solverId) => running.TryRemove(solverId, out _);
}
