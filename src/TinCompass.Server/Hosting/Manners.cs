using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Routing.Template;
using Microsoft.Net.Http.Headers;

namespace TinCompass.Server.Hosting;

/// <summary>How every request is met and every answer is dressed, whatever it is about.</summary>
internal static class Manners
{
    private const string Policy = "default-src 'self'; img-src 'self' data:; object-src 'none'; base-uri 'none'; form-action 'self'; " +
        "frame-ancestors 'none'";

    /// <summary>The headers of safety, on errors too, which begin an answer anew.</summary>
    public static Task Headers(HttpContext context, RequestDelegate next)
    {
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            (headers.ContentSecurityPolicy, headers.XContentTypeOptions) = (Policy, "nosniff");
            (headers["Referrer-Policy"], headers["Cross-Origin-Resource-Policy"]) = ("no-referrer", "same-origin");
            if (context.Request.IsHttps) headers.StrictTransportSecurity = "max-age=31536000";
            if (headers.CacheControl.Count == 0 && context.Request.Path.StartsWithSegments("/api")) headers.CacheControl = "no-store";
            return Task.CompletedTask;
        });
        return next(context);
    }

    /// <summary>What cannot be read is refused here: an address too long, a body in letters that nobody knows.</summary>
    public static Task Readable(HttpContext context, RequestDelegate next)
    {
        var request = context.Request;
        if (request.Path.Value?.Length + request.QueryString.Value?.Length > Limits.MaxAddressLength)
            return Problems.Of(StatusCodes.Status414UriTooLong, "text-too-long",
                $"The address is longer than {Limits.MaxAddressLength} characters.").ExecuteAsync(context);
        if (request.ContentType is { Length: > 0 } type && MediaTypeHeaderValue.TryParse(type, out var media)
            && media.Charset is { Length: > 0 } charset && !IsKnown(charset.ToString().Trim('"')))
            return Problems.Bad("unknown-charset", $"'{charset}' is no encoding that is read here; utf-8 is.").ExecuteAsync(context);
        return next(context);
    }

    /// <summary>A server that is told to stop does not wait for long searches.</summary>
    public static async Task StopWithServer(HttpContext context, RequestDelegate next)
    {
        var stopping = context.RequestServices.GetRequiredService<IHostApplicationLifetime>().ApplicationStopping;
        using var either = CancellationTokenSource.CreateLinkedTokenSource(context.RequestAborted, stopping);
        context.RequestAborted = either.Token;
        try
        {
            await next(context);
        }
        catch (OperationCanceledException) when (stopping.IsCancellationRequested && !context.Response.HasStarted)
        {
            await Problems.Of(StatusCodes.Status503ServiceUnavailable, "stopping", "The server is stopping. Try again in a moment.")
                .ExecuteAsync(context);
        }
    }

    /// <summary>There is nothing at an address, or nothing that is asked for in this way.</summary>
    public static ProblemHttpResult NoSuchAddress(HttpContext context, EndpointDataSource endpoints)
    {
        var methods = endpoints.Endpoints.OfType<RouteEndpoint>().Where(e => Matches(e, context.Request.Path))
            .SelectMany(e => e.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? []).Distinct().Order().ToArray();
        if (methods.Length == 0) return Problems.NotFound("such address");
        if (methods.Contains(context.Request.Method))
            return Problems.Of(StatusCodes.Status415UnsupportedMediaType, "not-json", "The request must be JSON: Content-Type: " +
                "application/json.");
        context.Response.Headers.Allow = string.Join(", ", methods);
        return Problems.Of(StatusCodes.Status405MethodNotAllowed, "method-not-allowed",
            $"This address does not take {context.Request.Method}: it takes {string.Join(" and ", methods)}.");
    }

    private static bool Matches(RouteEndpoint endpoint, PathString path)
    {
        if (endpoint.RoutePattern.RawText is not { } text || text.Contains("**", StringComparison.Ordinal)) return false;
        var values = new RouteValueDictionary();
        if (!new TemplateMatcher(TemplateParser.Parse(text), []).TryMatch(path, values)) return false;
        return endpoint.RoutePattern.ParameterPolicies.All(p => p.Value.All(c => c.Content switch
        {
            "int" => int.TryParse(values[p.Key] as string, out _),
            "long" => long.TryParse(values[p.Key] as string, out _),
            _ => true,
        }));
    }

    private static bool IsKnown(string charset)
    {
        try
        {
            Encoding.GetEncoding(charset);
            return true;
        }
        catch (ArgumentException)
        {
            return false;
        }
    }
}
