using Microsoft.Extensions.Options;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.FirstTwoLayers;
using TinCompass.Server.Features.Scrambles;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Status;

/// <summary>How the server is.</summary>
/// <param name="Version">The version of Tin Compass.</param>
/// <param name="Demo">The database holds the invented club.</param>
/// <param name="TablesReady">The distance tables are built.</param>
public sealed record StatusResponse(string Version, bool Demo, bool TablesReady);

/// <summary>/api/status.</summary>
internal static class StatusEndpoints
{
    private static readonly string Version = typeof(StatusEndpoints).Assembly.GetName().Version?.ToString(3) ?? "0";

    public static void MapStatus(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/status", (IOptions<ServerOptions> options, CrossServices cross, ScrambleServices scrambles, PairServices pairs, SlotServices slots) =>
                TypedResults.Ok(new StatusResponse(Version, options.Value.Demo, cross.IsReady && scrambles.IsReady && pairs.IsReady && slots.IsReady)))
            .WithTags("Status").WithName("getStatus").WithSummary("How the server is.");
}
