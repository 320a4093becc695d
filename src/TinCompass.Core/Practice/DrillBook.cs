using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Practice.Cross;

namespace TinCompass.Core.Practice;

/// <summary>All drills. A new drill is one class and one line here.</summary>
public sealed class DrillBook(CrossTools cross)
{
    /// <summary>In the order in which a newcomer meets them.</summary>
    public IReadOnlyList<IDrill> All { get; } =
    [
        new SortEdges(cross),
        new LastEdge(cross),
        new FollowEdge(),
        new PlanAndCommit(cross),
        new Ladder(cross),
        new ChooseColor(cross),
        new SaveThePlan(cross),
    ];

    /// <summary>A drill by its name; null when there is none.</summary>
    public IDrill? Find(string? id) => All.FirstOrDefault(d => d.Id == id);
}
