using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace TinCompass.Server.Tests;

/// <summary>Every address of the API, as the server has it, and asking at one.</summary>
internal static class Doors
{
    public static RouteEndpoint[] Of(IServiceProvider services) =>
        [.. services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>().Where(e =>
            e.Metadata.GetMetadata<HttpMethodMetadata>() is { HttpMethods.Count: > 0 }
            && e.RoutePattern.RawText!.StartsWith("/api/", StringComparison.Ordinal))];

    public static string Name(RouteEndpoint e) =>
        $"{e.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods[0]} {e.RoutePattern.RawText}";

    public static bool IsReading(RouteEndpoint e) => Name(e).StartsWith("GET ", StringComparison.Ordinal) && !IsTalk(e);

    /// <summary>A cube reports there.</summary>
    private static bool IsTalk(RouteEndpoint e) => e.RoutePattern.RawText == "/api/feed/";

    /// <summary>Asks for something at an address as it would be asked for a solver.</summary>
    public static async Task<HttpStatusCode> AskAsync(HttpClient client, RouteEndpoint endpoint, int solver, Dictionary<string, long> ids)
    {
        var parts = endpoint.RoutePattern.RawText!.Trim('/').Split('/');
        for (var i = 1; i < parts.Length; i++)
            parts[i] = parts[i] switch
            {
                "{id:int}" or "{id:long}" => ids.GetValueOrDefault(parts[i - 1], 1).ToString(CultureInfo.InvariantCulture),
                "{coachId:int}" or "{importId:long}" => "1",
                "{stage}" => "f2l",
                "{set}" => "oll",
                "{id}" => "right-back-f",
                _ => parts[i],
            };
        var address = $"{string.Join('/', parts)}?solverId={solver}&number=1&drill=cross.ladder&view=right-front" +
            "&scramble=F%20R%20U%20R'%20U'%20F'&color=yellow";
        using var request = new HttpRequestMessage(new HttpMethod(Name(endpoint).Split(' ')[0]), address);
        // A body that is right for the solver, wherever one is wanted.
        if (IsTalk(endpoint)) request.Headers.Upgrade.Add(new("websocket"));
        else if (!IsReading(endpoint))
            request.Content = address.Contains("/habits", StringComparison.Ordinal) ? JsonContent.Create(new { })
                : JsonContent.Create(new { solverId = solver, key = Guid.NewGuid(), number = 1 });
        // What never ends is not waited for.
        using var answer = await client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
        return answer.StatusCode;
    }
}
