using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Timeouts;

namespace TinCompass.Server.Hosting;

/// <summary>What a request may cost.</summary>
internal static class Limits
{
    /// <summary>The name of the policy for endpoints that search: so many at once, the others wait in line for a while.</summary>
    public const string Search = "search";

    /// <summary>The largest request body.</summary>
    public const int MaxBodyBytes = 64 * 1024;

    /// <summary>The longest text of a scramble or plan, in characters: 500 turns with room for brackets and comments.</summary>
    public const int MaxTextLength = 8_000;

    /// <summary>The longest a search may take.</summary>
    public static readonly TimeSpan SearchDeadline = TimeSpan.FromSeconds(5);

    /// <summary>The longest that four pairs are searched before the best so far is given; they take less than a millisecond.</summary>
    public static readonly TimeSpan PairDeadline = TimeSpan.FromSeconds(1);

    public static IServiceCollection AddLimits(this IServiceCollection services)
    {
        services.AddRateLimiter(limiter =>
        {
            limiter.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            limiter.AddPolicy(Search, _ => RateLimitPartition.GetConcurrencyLimiter(Search, _ => new ConcurrencyLimiterOptions
            {
                PermitLimit = 2 * Environment.ProcessorCount,
                QueueLimit = 256,
            }));
        });
        services.AddRequestTimeouts(timeouts => timeouts.AddPolicy(Search, new RequestTimeoutPolicy
        {
            Timeout = SearchDeadline,
            TimeoutStatusCode = StatusCodes.Status504GatewayTimeout,
        }));
        return services;
    }

    public static RouteGroupBuilder AsSearch(this RouteGroupBuilder group)
    {
        group.RequireRateLimiting(Search).WithRequestTimeout(Search);
        return group;
    }
}
