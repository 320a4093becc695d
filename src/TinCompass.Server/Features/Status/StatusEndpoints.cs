using Microsoft.Extensions.Options;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Status;

/// <summary>A stage and how far its tables are.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
/// <param name="IsReady">All its tables are there.</param>
/// <param name="Tables">Its tables by name: waiting, building, ready or failed.</param>
/// <param name="Drills">How many drills it has.</param>
/// <param name="HasCasebook">It has a casebook.</param>
/// <param name="Habits">What a solver can say about it.</param>
public sealed record StageResponse(
    string Id, string Title, bool IsReady, IReadOnlyDictionary<string, TableProgress> Tables, int Drills, bool HasCasebook,
        IReadOnlyList<StageHabit> Habits);

/// <summary>A method.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
/// <param name="Stages">Its stages in order.</param>
/// <param name="Metric">What its turns are counted in: HTM or STM.</param>
public sealed record MethodResponse(string Id, string Title, IReadOnlyList<string> Stages, string Metric);

/// <summary>How the server is.</summary>
/// <param name="Version">The version of Tin Compass.</param>
/// <param name="Demo">The database holds the invented club.</param>
/// <param name="TablesReady">All tables are there.</param>
/// <param name="Stages">The stages it knows.</param>
/// <param name="Methods">The methods it knows.</param>
public sealed record StatusResponse(string Version, bool Demo, bool TablesReady, IReadOnlyList<StageResponse> Stages,
    IReadOnlyList<MethodResponse> Methods);

/// <summary>/api/status.</summary>
internal sealed class StatusEndpoints : IFeature
{
    private static readonly string Version = typeof(StatusEndpoints).Assembly.GetName().Version?.ToString(3) ?? "0";

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) =>
        app.MapGet("/api/status", (IOptions<ServerOptions> options, StageBook book, TableShelf shelf) =>
            {
                var stages = book.All.Select(s => new StageResponse(
                    s.Id, s.Title, s.Tables.All(IsReady), s.Tables.ToDictionary(t => t.Name, shelf.ProgressOf), s.Drills.Count,
                        s.Casebook is not null, s.Habits)).ToArray();
                var areReady = stages.All(s => s.IsReady) && IsReady(TwoPhaseTables.Kind);
                return TypedResults.Ok(new StatusResponse(
                    Version, options.Value.Demo, areReady, stages,
                        [.. book.Methods.Select(m => new MethodResponse(m.Id, m.Title, m.Stages, $"{m.Metric}".ToUpperInvariant()))]));

                bool IsReady(TableKind kind) => shelf.ProgressOf(kind) == TableProgress.Ready;
            })
            .WithTags("Status").WithName("getStatus").OpenToAll().WithSummary("How the server is, and which stages and methods it knows.");
}
