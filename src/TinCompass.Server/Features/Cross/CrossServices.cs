using TinCompass.Core.Methods.Cross;

namespace TinCompass.Server.Features.Cross;

/// <summary>The planners of the cross over one shared table, built in the background at start and awaited by the first who needs it.</summary>
internal sealed class CrossServices
{
    private readonly Task<Parts> parts = Task.Run(() =>
    {
        var search = new CrossSearch(CrossTable.Build());
        var (planner, explainer) = (new CrossPlanner(search), new CrossExplainer(search));
        return new Parts(search.Table, planner, explainer, new CrossJudge(planner, explainer));
    });

    private sealed record Parts(CrossTable Table, CrossPlanner Planner, CrossExplainer Explainer, CrossJudge Judge);

    public bool IsReady => parts.IsCompletedSuccessfully;

    public CrossTable Table => Ready.Table;

    public CrossPlanner Planner => Ready.Planner;

    public CrossExplainer Explainer => Ready.Explainer;

    public CrossJudge Judge => Ready.Judge;

    // Some tens of milliseconds at most, and only for a request that comes in them.
    private Parts Ready => parts.GetAwaiter().GetResult();
}
