using Microsoft.AspNetCore.Authentication.Cookies;

namespace TinCompass.Server.Features.Club;

/// <summary>
/// Over TLS a cookie's name begins with __Host-: no other machine of the domain, and no page without TLS, can set or read it.
/// </summary>
internal sealed class HostCookies : ICookieManager
{
    private readonly ChunkingCookieManager plain = new();

    /// <summary>The name of a cookie on this connection.</summary>
    public static string NameOf(HttpContext context, string name) => context.Request.IsHttps ? $"__Host-{name}" : name;

    /// <inheritdoc/>
    public string? GetRequestCookie(HttpContext context, string key) => plain.GetRequestCookie(context, NameOf(context, key));

    /// <inheritdoc/>
    public void AppendResponseCookie(HttpContext context, string key, string? value, CookieOptions options) =>
        plain.AppendResponseCookie(context, NameOf(context, key), value, options);

    /// <inheritdoc/>
    public void DeleteCookie(HttpContext context, string key, CookieOptions options) =>
        plain.DeleteCookie(context, NameOf(context, key), options);
}
