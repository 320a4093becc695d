using TinCompass.Core.Methods.Cross;

namespace TinCompass.Server.Features.Cross;

/// <summary>The planners of the cross over one shared table, built in the background at start and awaited by the first who needs it.</summary>
internal sealed class CrossServices
{
    private readonly Task<CrossTools> tools = Task.Run(CrossTools.Build);

    public bool IsReady => tools.IsCompletedSuccessfully;

    // Some tens of milliseconds at most, and only for a request that comes in them.
    public CrossTools Tools => tools.GetAwaiter().GetResult();

    public CrossTable Table => Tools.Search.Table;

    public CrossPlanner Planner => Tools.Planner;

    public CrossExplainer Explainer => Tools.Explainer;

    public CrossJudge Judge => Tools.Judge;
}
