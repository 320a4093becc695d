using Microsoft.Extensions.Options;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;
using TinCompass.Server.Hosting;
using TinCompass.Shared;

namespace TinCompass.Server.Features.Cross;

/// <summary>The tables of cross and pair, loaded from the data folder or built in the background at start.</summary>
internal sealed class PairServices(IOptions<ServerOptions> options, CrossServices cross, ILogger<PairServices> log)
{
    private readonly Task<PairTables> tables = Task.Run(() =>
    {
        var (loaded, said) = TableCache.LoadOrBuild(
            new TableFolder(options.Value.Data), "cross-pair", PairTables.Load, () => PairTables.Build(), (t, stream) => t.Save(stream));
        if (said is not null) log.LogWarning("{Said}", said);
        return loaded;
    });

    public bool IsReady => tables.IsCompletedSuccessfully;

    /// <summary>A searcher for one request, as soon as the tables are there.</summary>
    public async Task<PairSearch> SearchAsync(CancellationToken cancel) => new(cross.Table, await tables.WaitAsync(cancel));
}
