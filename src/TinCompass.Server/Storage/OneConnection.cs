using Microsoft.EntityFrameworkCore;

namespace TinCompass.Server.Storage;

/// <summary>One connection for a whole request: each opening sets the file's manners anew, and an answer asks several times.</summary>
internal static class OneConnection
{
    /// <summary>Opens it before the endpoint; it is closed with the request's context.</summary>
    public static RouteGroupBuilder OnOneConnection(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(async (context, next) =>
        {
            var db = context.HttpContext.RequestServices.GetRequiredService<TinCompassDb>();
            await db.Database.OpenConnectionAsync(context.HttpContext.RequestAborted);
            return await next(context);
        });
        return group;
    }
}
