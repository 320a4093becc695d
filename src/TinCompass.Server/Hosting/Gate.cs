using System.Net;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.Extensions.Options;

namespace TinCompass.Server.Hosting;

/// <summary>
/// Who may ask at all. A page of another site can make a browser send requests here, and can give its own name this machine's address:
/// so a request is answered only when it asks for this machine by a name that is its own or was allowed, and whatever changes something
/// only when it comes from a page of this server, or from no page at all.
/// </summary>
internal sealed class Gate(IOptions<ServerOptions> options)
{
    private static readonly string[] Always = ["localhost", "127.0.0.1", "::1"];
    private readonly HashSet<string> names = new(
        [.. Always, .. Named(options.Value).Select(n => n.Trim('[', ']'))], StringComparer.OrdinalIgnoreCase);

    private readonly bool isOpen = !IPAddress.IsLoopback(options.Value.Address);

    public Task PassAsync(HttpContext context, RequestDelegate next)
    {
        var request = context.Request;
        // Nothing is passed on to elsewhere, and nothing of a request is read back.
        if (HttpMethods.IsConnect(request.Method) || HttpMethods.IsTrace(request.Method))
            return Problems.Of(StatusCodes.Status405MethodNotAllowed, "method-not-allowed", "This server takes no such requests.")
                .ExecuteAsync(context);
        if (!IsOwn(request.Host, context.Connection.LocalIpAddress))
            return Problems.Of(StatusCodes.Status421MisdirectedRequest, "unknown-host",
                "This server is not asked for by that name. A name is allowed at start: --allow-host NAME.").ExecuteAsync(context);
        if (!IsReading(request) && !IsFromHere(request))
            return Problems.Of(StatusCodes.Status403Forbidden, "other-site",
                "This request comes from a page of another site; only pages of this server may change something here.")
                .ExecuteAsync(context);
        return next(context);
    }

    /// <summary>
    /// Whether a request only reads. A talk that is opened may change anything: every request that asks to be upgraded counts as one,
    /// however its headers are written.
    /// </summary>
    public static bool IsReading(HttpRequest request) => request.Headers.Upgrade.Count == 0
        && request.HttpContext is { WebSockets.IsWebSocketRequest: false } context
        && context.Features.Get<IHttpUpgradeFeature>()?.IsUpgradableRequest != true
        && context.Features.Get<IHttpExtendedConnectFeature>()?.IsExtendedConnect != true
        && (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || HttpMethods.IsOptions(request.Method));

    private static IEnumerable<string> Named(ServerOptions options)
    {
        foreach (var name in options.AllowHosts) yield return name;
        if (!options.Address.Equals(IPAddress.Any) && !options.Address.Equals(IPAddress.IPv6Any)) yield return options.Host;
        if (IPAddress.IsLoopback(options.Address)) yield break;
        yield return Dns.GetHostName();
        yield return Dns.GetHostName() + ".local";
    }

    /// <summary>By an allowed name, or, when others may reach this machine, by the very address at which they reached it.</summary>
    private bool IsOwn(HostString host, IPAddress? reached)
    {
        if (!host.HasValue) return false;
        var name = host.Host.Trim('[', ']');
        if (names.Contains(name)) return true;
        return isOpen && reached is not null && IPAddress.TryParse(name, out var asked)
            && Plain(asked).Equals(Plain(reached));
    }

    private static IPAddress Plain(IPAddress address) => address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;

    private static bool IsFromHere(HttpRequest request)
    {
        if (request.Headers["Sec-Fetch-Site"] is { Count: > 0 } site && !site.All(s => s is "same-origin" or "none")) return false;
        if (request.Headers.Origin is not { Count: > 0 } origin) return true;
        return origin.All(o => Uri.TryCreate(o, UriKind.Absolute, out var from) && from.Scheme is "http" or "https"
            && string.Equals(from.Authority, new HostString(request.Host.Value ?? "").ToUriComponent(),
                StringComparison.OrdinalIgnoreCase));
    }
}
