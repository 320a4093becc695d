using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>All that plans, explains and judges crosses, over one shared table. Immutable; one set serves all threads.</summary>
public sealed record CrossTools(CrossSearch Search, CrossPlanner Planner, CrossExplainer Explainer, CrossJudge Judge)
{
    /// <summary>Over a table that is there.</summary>
    public static CrossTools Over(CrossTable table)
    {
        var search = new CrossSearch(table);
        var (planner, explainer) = (new CrossPlanner(search), new CrossExplainer(search));
        return new CrossTools(search, planner, explainer, new CrossJudge(planner, explainer));
    }

    /// <summary>Over the table of a shelf; waits for it (some tens of ms at the first start).</summary>
    public static CrossTools From(TableShelf shelf) => Over(shelf.Get(CrossTable.Kind));
}
