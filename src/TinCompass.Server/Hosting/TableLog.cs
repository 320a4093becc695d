using Microsoft.Extensions.Options;
using TinCompass.Core.Search;
using TinCompass.Shared;

namespace TinCompass.Server.Hosting;

/// <summary>The server's shelf of tables: kept in its data folder; what is wrong with a kept file is logged.</summary>
internal static partial class TableLog
{
    /// <summary>Makes the shelf.</summary>
    public static TableShelf Shelf(IServiceProvider services)
    {
        var log = services.GetRequiredService<ILogger<TableShelf>>();
        return new TableShelf(new TableFolder(services.GetRequiredService<IOptions<ServerOptions>>().Value.Data), said => Said(log, said));
    }

    [LoggerMessage(Level = LogLevel.Warning, Message = "{Said}")]
    private static partial void Said(ILogger log, string said);
}
