using System.Collections.Concurrent;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>
/// The tasks that were opened lately, so that an answer is judged by the task that was shown without making it again. Only a memory: what
/// is not in it is made from its wish and
/// seed, and is the same.
/// </summary>
internal sealed class OpenTasks
{
    private const int Most = 512;

    private readonly ConcurrentDictionary<(long Session, int Done, int Seed), OpenTask> tasks = new();
    private readonly ConcurrentQueue<(long Session, int Done, int Seed)> order = new();

    /// <summary>The open task of a session, if it is remembered.</summary>
    public OpenTask? Find(DrillSession session) => tasks.GetValueOrDefault((session.Id, session.Done, session.Seed));

    /// <summary>Remembers a session's open task; the oldest is forgotten.</summary>
    public void Put(DrillSession session, OpenTask task)
    {
        var key = (session.Id, session.Done, session.Seed);
        if (!tasks.TryAdd(key, task)) return;
        order.Enqueue(key);
        while (order.Count > Most && order.TryDequeue(out var oldest)) tasks.TryRemove(oldest, out _);
    }
}
