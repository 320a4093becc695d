namespace TinCompass.Core.Methods.Cross;

/// <summary>All that plans, explains and judges crosses, over one shared table. Immutable; one set serves all threads.</summary>
public sealed record CrossTools(CrossSearch Search, CrossPlanner Planner, CrossExplainer Explainer, CrossJudge Judge)
{
    /// <summary>Builds the table (some tens of ms) and what stands on it.</summary>
    public static CrossTools Build()
    {
        var search = new CrossSearch(CrossTable.Build());
        var (planner, explainer) = (new CrossPlanner(search), new CrossExplainer(search));
        return new CrossTools(search, planner, explainer, new CrossJudge(planner, explainer));
    }
}
