using Microsoft.Extensions.Options;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Server.Hosting;
using TinCompass.Shared;

namespace TinCompass.Server.Features.Scrambles;

/// <summary>The two-phase search over shared tables, loaded from the data folder or built in the background at start.</summary>
internal sealed class ScrambleServices(IOptions<ServerOptions> options, ILogger<ScrambleServices> log)
{
    private readonly Task<TwoPhaseSearch> search = Task.Run(() =>
    {
        var place = new TableFolder(options.Value.Data);
        var (tables, said) = TableCache.LoadOrBuild(place, "two-phase", TwoPhaseTables.Load, () => TwoPhaseTables.Build(), (t, stream) => t.Save(stream));
        if (said is not null) log.LogWarning("{Said}", said);
        return new TwoPhaseSearch(tables);
    });

    public bool IsReady => search.IsCompletedSuccessfully;

    /// <summary>The search; waits for its tables when they are not ready yet.</summary>
    public TwoPhaseSearch Ready => search.GetAwaiter().GetResult();

    public Task<TwoPhaseSearch> SearchAsync(CancellationToken cancel) => search.WaitAsync(cancel);
}
