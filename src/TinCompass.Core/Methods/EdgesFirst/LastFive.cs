using TinCompass.Core.Cube;
using TinCompass.Core.Notation;

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

    // Of two faces one of which is the top the corners of the other three columns are not moved.
    private static readonly Lazy<LastFive> Keeping = new(() => new LastFive(
        [.. LastThree.Series.Where(s => s.First == Face.U || s.Second == Face.U)]));

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

    /// <summary>With the four of the six that turn the top: three pairs that stand stay.</summary>
    public static LastFive KeepingPairs => Keeping.Value;

    /// <summary>So many positions are reached.</summary>
    public int Count => ways.Count;

    /// <summary>So many series at least; the other seven must be home.</summary>
    public int Series(EdgeSet set) => ways[set.Only(Edges).Key].Series;

    /// <summary>So many turns by the school's way.</summary>
    public int Turns(EdgeSet set) => ways[set.Only(Edges).Key].Turns;

    /// <summary>
    /// The school's way as it is made: series by series, each with the turn of the top before it, the last with the one after it; turns of
    /// one face that meet in it are one.
    /// </summary>
    public IReadOnlyList<IReadOnlyList<Turn>> Stops(EdgeSet set)
    {
        var (stops, open, way) = (new List<IReadOnlyList<Turn>>(), new List<Turn>(), Way(set));
        for (var i = 0; i < way.Count; i++)
        {
            open.AddRange(way[i].Turns);
            if (i < way.Count - 1 && (way[i].Series is null || way.Skip(i + 1).All(s => s.Series is null))) continue;
            stops.Add(new Algorithm(open).Cancelled().Turns);
            open.Clear();
        }

        return stops;
    }

    /// <summary>
    /// A sequence is of turns of the top and the one series alone, in the letters of the hold with the working place front-right.
    /// </summary>
    public static bool IsOfOneSeries(IReadOnlyList<Turn> turns)
    {
        var one = LastThree.Series[0].Turns;
        for (var i = 0; i < turns.Count;)
            if (turns[i].Letter == 'U') i++;
            else if (turns.Skip(i).Take(one.Count).SequenceEqual(one)) i += one.Count;
            else return false;
        return true;
    }

    /// <summary>Every turn of the top with a series after it that leaves one series less.</summary>
    public IEnumerable<IReadOnlyList<Turn>> Nexts(EdgeSet set)
    {
        var left = Series(set);
        for (var quarters = 0; quarters < 4; quarters++)
        {
            Turn[] top = quarters == 0 ? [] : [Turn.Of(Face.U, quarters)];
            foreach (var step in steps.Where(s => s.Series is not null))
                if (Series(set.After(top).After(step.Turns)) < left) yield return new Algorithm([.. top, .. step.Turns]).Cancelled().Turns;
        }
    }

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
