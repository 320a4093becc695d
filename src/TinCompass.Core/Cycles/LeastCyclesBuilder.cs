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

        var (near, done, found) = (NearOnes(), 0, new ConcurrentDictionary<int, Turn[]>());
        Parallel.For(0, asked.Count, new ParallelOptions { CancellationToken = cancel }, i =>
        {
            found[i] = Shortest(near, asked[i].State, cancel);
            progress?.Invoke(Interlocked.Increment(ref done), asked.Count);
        });
        return [.. found.OrderBy(f => f.Key).Select(f => f.Value)];
    }

    /// <summary>The shortest sequence to a position, the first in the order of turns.</summary>
    private static Turn[] Shortest(Dictionary<CubeState, byte> near, CubeState state, CancellationToken cancel)
    {
        var made = new Turn[Far];
        for (var depth = 0; depth <= Far; depth++)
            if (Try(state, 0, depth, TurnOrder.All)) return [.. Way(near, made[..depth].Aggregate(state, (s, t) => s.Apply(t))),
                .. made[..depth].Reverse().Select(t => t.Inverse)];
        throw new InvalidOperationException($"no sequence of {Near + Far} turns leads to {state}");

        bool Try(CubeState now, int at, int depth, uint allowed)
        {
            if (at == depth) return near.ContainsKey(now);
            cancel.ThrowIfCancellationRequested();
            foreach (var turn in Faces)
            {
                if ((allowed >> turn.Index & 1) == 0) continue;
                made[at] = turn;
                if (Try(now.Apply(turn), at + 1, depth, TurnOrder.AllowedAfter[turn.Index])) return true;
            }

            return false;
        }
    }

    /// <summary>Every position that so many turns reach, with the last of them; solved with none.</summary>
    private static Dictionary<CubeState, byte> NearOnes()
    {
        var all = new Dictionary<CubeState, byte> { [CubeState.Solved] = byte.MaxValue };
        var last = new List<CubeState> { CubeState.Solved };
        for (var depth = 1; depth <= Near; depth++)
        {
            var next = new List<CubeState>();
            foreach (var state in last)
                foreach (var turn in Faces)
                    if (all.TryAdd(state.Apply(turn), (byte)turn.Index)) next.Add(state.Apply(turn));
            last = next;
        }

        return all;
    }

    private static Stack<Turn> Way(Dictionary<CubeState, byte> near, CubeState state)
    {
        var way = new Stack<Turn>();
        while (near[state] is var turn and not byte.MaxValue)
        {
            way.Push(Turn.FromIndex(turn));
            state = state.Apply(Turn.FromIndex(turn).Inverse);
        }

        return way;
    }
}
