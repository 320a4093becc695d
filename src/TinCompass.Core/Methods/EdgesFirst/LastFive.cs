using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>One step of the school's way: turns of the top, or a series.</summary>
/// <param name="Turns">As they are made.</param>
/// <param name="Series">The series; null for a turn of the top.</param>
public sealed record EdgeStep(IReadOnlyList<Turn> Turns, EdgeSeries? Series);

/// <summary>
/// The last five edges, four on top and one in the working place front-right, the other seven home: by turns of the top and series around
/// the corner up, front, right alone. All 1920 positions, the fewest series of each, of such ways the fewest turns.
/// </summary>
public sealed class LastFive
{
    /// <summary>The five edges, as bits.</summary>
    public const int Edges = EdgeSet.Top | (1 << (int)Edge.FR);

    private static readonly Lazy<LastFive> Both = new(() => new LastFive(LastThree.Series));
    private static readonly Lazy<LastFive> One = new(() => new LastFive([LastThree.Series[0]]));

    private readonly EdgeStep[] steps;
    private readonly Dictionary<ulong, (int Series, int Turns, EdgeStep? Next)> ways = [];

    private LastFive(IReadOnlyList<EdgeSeries> series)
    {
        steps = [.. Enumerable.Range(1, 3).Select(q => new EdgeStep([Turn.Of(Face.U, q)], null)),
            .. series.Select(s => new EdgeStep(s.Turns, s))];
        var home = EdgeSet.Home(Edges);
        ways[home.Key] = (0, 0, null);
        // The least first: from each position the steps undone.
        var open = new PriorityQueue<EdgeSet, (int Series, int Turns)>([(home, (0, 0))]);
        var done = new HashSet<ulong>();
        while (open.TryDequeue(out var set, out var cost))
        {
            if (!done.Add(set.Key)) continue;
            foreach (var step in steps)
            {
                var before = set.After(step.Turns.Reverse().Select(t => t.Inverse));
                var (count, turns) = (cost.Series + (step.Series is null ? 0 : 1), cost.Turns + step.Turns.Count);
                if (ways.TryGetValue(before.Key, out var known) && (known.Series, known.Turns).CompareTo((count, turns)) <= 0) continue;
                ways[before.Key] = (count, turns, step);
                open.Enqueue(before, (count, turns));
            }
        }
    }

    /// <summary>With the six series around the corner.</summary>
    public static LastFive Usual => Both.Value;

    /// <summary>With one series alone, and turns of the top.</summary>
    public static LastFive OfOneSeries => One.Value;

    /// <summary>So many positions are reached.</summary>
    public int Count => ways.Count;

    /// <summary>So many series at least; the other seven must be home.</summary>
    public int Series(EdgeSet set) => ways[set.Only(Edges).Key].Series;

    /// <summary>So many turns by the school's way.</summary>
    public int Turns(EdgeSet set) => ways[set.Only(Edges).Key].Turns;

    /// <summary>The school's way, step by step.</summary>
    public IReadOnlyList<EdgeStep> Way(EdgeSet set)
    {
        var (way, now) = (new List<EdgeStep>(), set.Only(Edges));
        while (ways[now.Key].Next is { } step)
        {
            way.Add(step);
            now = now.After(step.Turns);
        }

        return way;
    }
}
