using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Server.Features.Cross;

namespace TinCompass.Server.Features.FirstTwoLayers;

/// <summary>The planners of pairs over one set of tables, built in the background at start (half a second, 21 MB).</summary>
internal sealed class SlotServices
{
    private readonly CrossServices cross;
    private readonly Task<PairsTables> tables = Task.Run(() =>
    {
        var built = PairsTables.Build();
        built.Prepare();
        return built;
    });

    private readonly Lazy<Casebook> casebook;

    public SlotServices(CrossServices cross)
    {
        this.cross = cross;
        casebook = new Lazy<Casebook>(() => new Casebook(cross.Table, Tables));
    }

    public bool IsReady => tables.IsCompletedSuccessfully;

    public PairsTables Tables => tables.GetAwaiter().GetResult();

    /// <summary>The casebook: shared, what it works out is kept.</summary>
    public Casebook Casebook => casebook.Value;

    /// <summary>A planner for one request; its solver and search belong to it.</summary>
    public async Task<PairsPlanner> PlannerAsync(CancellationToken cancel) => new(new PairSolver(cross.Table, await tables.WaitAsync(cancel)));

    /// <summary>The schools for one request.</summary>
    public async Task<PairSchools> SchoolsAsync(CancellationToken cancel) => new(cross.Table, await tables.WaitAsync(cancel));
}
