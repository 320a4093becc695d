using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// The fewest turns (HTM) that bring some edges home, whatever the corners do, exactly: some hundred thousand positions of those edges are
/// kept, made at first use.
/// </summary>
public sealed class EdgeSearch
{
    private const int Near = 5;
    private const int Far = 9;

    private static readonly ConcurrentDictionary<int, Lazy<EdgeSearch>> Made = new();
    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];

    private readonly int edges;
    private readonly Meeting<EdgeSet> meeting;

    private EdgeSearch(int edges) =>
        (this.edges, meeting) = (edges, new Meeting<EdgeSet>(EdgeSet.Home(edges), Faces, Near, (set, turn) => set.After(turn.Index)));

    /// <summary>For some edges, as bits.</summary>
    public static EdgeSearch For(int edges) => Made.GetOrAdd(edges, e => new Lazy<EdgeSearch>(() => new EdgeSearch(e))).Value;

    /// <summary>A shortest sequence; empty when they are home. Throws when cancelled.</summary>
    public IReadOnlyList<Turn> Find(EdgeSet set, CancellationToken cancel = default) => meeting.Find(set.Only(edges), Far, cancel)
        ?? throw new InvalidOperationException($"edges need more than {Near + Far} turns");
}
