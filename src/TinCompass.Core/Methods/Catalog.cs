using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Methods.SecondBlock;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods;

/// <summary>All stages and methods: a new stage is a room under Methods and one line here.</summary>
public static class Catalog
{
    /// <summary>The stages over the tables of a shelf, in the order in which a newcomer meets them.</summary>
    public static IReadOnlyList<IStage> Stages(TableShelf shelf) =>
    [
        new CrossStage(shelf),
        new XCrossStage(shelf),
        new F2lStage(shelf),
        .. LlStage.All(shelf),
        new FirstBlockStage(shelf),
        new SecondBlockStage(shelf),
        new CmllStage(shelf),
        new SixEdgesStage(shelf),
    ];

    /// <summary>The methods, the usual one first.</summary>
    public static IReadOnlyList<SolveMethod> Methods { get; } =
    [
        new SolveMethod("cfop", "CFOP", [CrossStage.StageId, F2lStage.StageId, LlSet.Oll.Id(), LlSet.Pll.Id()])
        {
            Beside = [XCrossStage.StageId, .. LlSets.All.Select(s => s.Id())],
        },
        new SolveMethod("roux", "Roux", [FirstBlockStage.StageId, SecondBlockStage.StageId, CmllStage.StageId, SixEdgesStage.StageId])
        {
            Metric = Metric.Stm,
        },
    ];

    /// <summary>All of it as one book.</summary>
    public static StageBook Book(TableShelf shelf) => new(Stages(shelf), Methods);
}
