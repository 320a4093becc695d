using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Cycles;

/// <summary>
/// Makes the shipped book: the shortest sequence of face turns of each cycle that is not another one rotated, mirrored or undone. All
/// positions that five turns reach are kept; from a cycle turns are tried, one more each time, until one of those is met. So nothing
/// shorter is left out. Some minutes and 100 MB.
/// </summary>
public static class LeastCyclesBuilder
{
    private const int Near = 5;
    private const int Far = 7;

    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];

    /// <summary>Makes the book; tells how many cycles are done, of how many.</summary>
    public static IReadOnlyList<IReadOnlyList<Turn>> Build(Action<int, int>? progress = null, CancellationToken cancel = default)
    {
        var (asked, covered) = (new List<ThreeCycle>(), new HashSet<int>());
        foreach (var cycle in LeastCycles.Every)
        {
            if (covered.Contains(cycle.Key)) continue;
            asked.Add(cycle);
            foreach (var (same, _) in LeastCycles.Images(cycle, [])) covered.Add(same.Key);
        }

        var meeting = new Meeting<CubeState>(CubeState.Solved, Faces, Near, (state, turn) => state.Apply(turn));
        var (done, found) = (0, new ConcurrentDictionary<int, Turn[]>());
        Parallel.For(0, asked.Count, new ParallelOptions { CancellationToken = cancel }, i =>
        {
            // The way home from the cycle, undone, makes it.
            found[i] = meeting.Find(asked[i].State, Far, cancel) is { } way ? [.. way.Reverse().Select(t => t.Inverse)]
                : throw new InvalidOperationException($"{asked[i]} takes more than {Near + Far} turns");
            progress?.Invoke(Interlocked.Increment(ref done), asked.Count);
        });
        return [.. found.OrderBy(f => f.Key).Select(f => f.Value)];
    }
}
