using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.F2l;
using TinCompass.Server.Features.FirstBlock;
using TinCompass.Server.Features.GoodFirst;
using TinCompass.Server.Features.LastLayer;
using TinCompass.Server.Features.XCross;
using TinCompass.Server.Hosting;

namespace TinCompass.Server;

/// <summary>What the stages bring to the server: a new stage is a room under Features and one line here.</summary>
internal static class StageModules
{
    public static IReadOnlyList<IStageModule> All { get; } =
    [
        new CrossModule(),
        new XCrossModule(),
        new F2lModule(),
        new LlModule(),
        new FirstBlockModule(),
        new GoodStartModule(),
    ];
}
