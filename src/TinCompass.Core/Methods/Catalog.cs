using TinCompass.Core.Methods.BigCubes;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.Cmll;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Methods.GoodFirst;
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
    public static IReadOnlyList<IStage> Stages(TableShelf shelf)
    {
        var pairs = new F2lStage(shelf);
        return
        [
            new CrossStage(shelf),
            new XCrossStage(shelf),
            pairs,
            .. LlStage.All(shelf),
            new FirstBlockStage(shelf),
            new SecondBlockStage(shelf),
            new CmllStage(shelf),
            new SixEdgesStage(shelf),
            new MiddleStage(pairs),
            new LastFiveStage(),
            new CornersStage(),
            .. BuildStage.All(new BlockTools(shelf)),
            new MendStage(new BlockTools(shelf)),
            new TwoFacesStage(new BlockTools(shelf)),
            new GoodStartStage(shelf),
            new SidesStage(),
            new ThreeFacesStage(pairs),
            new BigCentresStage(),
            new BigEdgesStage(),
            new BigParityStage(),
        ];
    }

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
        new SolveMethod("edges", "Edges first", [CrossStage.StageId, MiddleStage.StageId, LastFiveStage.StageId, CornersStage.StageId])
        {
            // A solve by CFOP has its edges home by the way, a little later than its last layer turned up. Of 1 200 such solves none
            // reached 0.5, of 1 700 by edges first none fell below 0.74.
            Doubt = 0.62,
        },
        new SolveMethod("blocks", "Block first", [BuildStage.SmallId, BuildStage.LongId, MendStage.StageId, TwoFacesStage.StageId])
        {
            // Pairs and blocks of other methods leave such blocks standing by the way. Of 1 200 solves by CFOP one reached 0.85, of 3 000
            // by block first none fell below it.
            Doubt = 0.83,
        },
        new SolveMethod("good", "Good edges first",
            [GoodStartStage.StageId, SidesStage.StageId, ThreeFacesStage.StageId, LlSet.Oll.Id(), LlSet.Pll.Id()])
        {
            Doubt = -0.3,
        },
    ];

    /// <summary>All of it as one book.</summary>
    public static StageBook Book(TableShelf shelf) => new(Stages(shelf), Methods);
}
