using System.Globalization;
using Microsoft.AspNetCore.Http.Timeouts;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.OpenApi;

namespace TinCompass.Server.Access;

/// <summary>
/// Describes how an endpoint may refuse, from what it is made of: what it reads, the lane it stands in, its deadline, who may come in.
/// </summary>
internal static class Refusals
{
    private static readonly (int Status, string What)[] All =
    [
        (400, "It cannot be read; the sentence says what and where."), (401, "In a club: nobody is signed in."),
        (403, "In a club: it is another solver's. Or the request comes from a page of another site."),
        (413, "The body is too large."), (415, "The body is not of a kind that is read here."), (429, "Too many at once."),
        (503, "The data cannot be reached just now; Retry-After says when to try again."), (504, "It took too long."),
        (507, "There is no room left for the data."),
    ];

    public static void Describe(OpenApiOperation operation, OpenApiOperationTransformerContext context)
    {
        var metadata = context.Description.ActionDescriptor.EndpointMetadata;
        var isOpen = metadata.OfType<AccessRule.Open>().Any();
        var writes = context.Description.HttpMethod is not ("GET" or "HEAD");
        foreach (var (status, what) in All)
        {
            var may = status switch
            {
                400 => operation.RequestBody is not null || operation.Parameters is { Count: > 0 },
                401 => !isOpen,
                403 => !isOpen || writes,
                413 or 415 => operation.RequestBody is not null,
                429 => metadata.OfType<EnableRateLimitingAttribute>().Any(),
                504 => metadata.OfType<RequestTimeoutAttribute>().Any(),
                507 => writes,
                _ => true,
            };
            if (!may) continue;
            var key = status.ToString(CultureInfo.InvariantCulture);
            operation.Responses ??= [];
            if (operation.Responses.ContainsKey(key)) continue;
            operation.Responses.Add(key, new OpenApiResponse
            {
                Description = what,
                Content = new Dictionary<string, OpenApiMediaType>
                {
                    ["application/problem+json"] = new() { Schema = new OpenApiSchemaReference("ProblemDetails", context.Document) },
                },
            });
        }
    }
}
