using System.Security.Cryptography;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Scrambling;

namespace TinCompass.Server.Features.Scrambles;

/// <summary>A new scramble.</summary>
/// <param name="Scramble">The turns, to be applied white up, green front.</param>
public sealed record ScrambleResponse(string Scramble);

/// <summary>/api/scramble: random turns from the system's random source.</summary>
internal static class ScrambleEndpoints
{
    public static void MapScrambles(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/scramble", Draw).WithTags("Scrambles").WithName("drawScramble").WithSummary("A new scramble.");

    private static Ok<ScrambleResponse> Draw(HttpResponse response)
    {
        response.Headers.CacheControl = "no-store";
        return TypedResults.Ok(new ScrambleResponse(RandomTurns.Draw(RandomNumberGenerator.GetInt32).ToString()));
    }
}
