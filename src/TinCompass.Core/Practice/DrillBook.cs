using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Practice.Cross;
using TinCompass.Core.Practice.FirstTwoLayers;

namespace TinCompass.Core.Practice;

/// <summary>All drills. A new drill is one class and one line here.</summary>
public sealed class DrillBook
{
    /// <summary>All drills over one set of tables.</summary>
    public DrillBook(CrossTools cross, PairsTables pairs)
    {
        var tasks = new PairTasks(cross, pairs);
        All =
        [
            new SortEdges(cross),
            new LastEdge(cross),
            new FollowEdge(),
            new PlanAndCommit(cross),
            new Ladder(cross),
            new ChooseColor(cross),
            new SaveThePlan(cross),
            new FindPieces(tasks),
            new WhichCase(tasks),
            new WhichWay(tasks),
            new SolvePair(tasks),
            new NextPair(tasks),
            new SafeTurn(tasks),
            new LookAhead(tasks),
            new LastSlot(tasks),
        ];
    }

    /// <summary>In the order in which a newcomer meets them.</summary>
    public IReadOnlyList<IDrill> All { get; }

    /// <summary>A drill by its name; null when there is none.</summary>
    public IDrill? Find(string? id) => All.FirstOrDefault(d => d.Id == id);
}
