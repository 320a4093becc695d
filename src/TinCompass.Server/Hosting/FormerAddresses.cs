namespace TinCompass.Server.Hosting;

/// <summary>Addresses of an older version: who asks there is sent on, with method and body (308).</summary>
internal static class FormerAddresses
{
    private static readonly (string Former, string Now)[] Moved =
    [
        ("/api/cross/pairs", "/api/xcross/plans"),
        ("/api/pairs/course", "/api/course"),
        ("/api/pairs/cases", "/api/casebook/f2l"),
        ("/api/practice/endings", "/api/casebook/cross"),
    ];

    public static void MapFormerAddresses(this IEndpointRouteBuilder app)
    {
        foreach (var (former, now) in Moved)
            app.Map(former, (HttpRequest request) => Results.Redirect(now + request.QueryString, permanent: true, preserveMethod: true))
                .ExcludeFromDescription();
    }
}
