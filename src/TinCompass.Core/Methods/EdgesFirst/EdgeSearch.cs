using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// The fewest turns (HTM) that bring some edges home, whatever the corners do, exactly: every position of those edges that five turns
/// reach from home is kept (some hundreds of thousands, made at first use), and turns are tried, one more each time, until one is met.
/// </summary>
public sealed class EdgeSearch
{
    private const int Near = 5;

    private static readonly ConcurrentDictionary<int, Lazy<EdgeSearch>> Made = new();

    private readonly int edges;
    private readonly Dictionary<ulong, byte> near = [];

    private EdgeSearch(int edges)
    {
        this.edges = edges;
        var last = new List<EdgeSet> { EdgeSet.Home(edges) };
        near[last[0].Key] = byte.MaxValue;
        for (var depth = 1; depth <= Near; depth++)
        {
            var next = new List<EdgeSet>();
            foreach (var set in last)
                for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
                    if (set.After(turn) is var after && near.TryAdd(after.Key, (byte)turn)) next.Add(after);
            last = next;
        }
    }

    /// <summary>For some edges, as bits.</summary>
    public static EdgeSearch For(int edges) => Made.GetOrAdd(edges, e => new Lazy<EdgeSearch>(() => new EdgeSearch(e))).Value;

    /// <summary>A shortest sequence; empty when they are home. Throws when cancelled.</summary>
    public IReadOnlyList<Turn> Find(EdgeSet set, CancellationToken cancel = default)
    {
        var (start, made) = (set.Only(edges), new List<Turn>());
        for (var depth = 0; ; depth++)
            if (Try(start, depth, TurnOrder.All)) return made;

        bool Try(EdgeSet now, int left, uint allowed)
        {
            if (left == 0)
            {
                if (!near.ContainsKey(now.Key)) return false;
                made.AddRange(Home(now));
                return true;
            }

            if (left > 2) cancel.ThrowIfCancellationRequested();
            for (var turn = 0; turn < Turn.FaceTurnCount; turn++)
            {
                if ((allowed >> turn & 1) == 0 || !Try(now.After(turn), left - 1, TurnOrder.AllowedAfter[turn])) continue;
                made.Insert(0, Turn.FromIndex(turn));
                return true;
            }

            return false;
        }
    }

    /// <summary>The way home from a near position: the turns that led there, undone from the last to the first.</summary>
    private IEnumerable<Turn> Home(EdgeSet set)
    {
        while (near[set.Key] is var turn and not byte.MaxValue)
        {
            var back = Turn.FromIndex(turn).Inverse;
            yield return back;
            set = set.After(back.Index);
        }
    }
}
