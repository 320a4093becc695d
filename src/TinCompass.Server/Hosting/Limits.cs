using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Timeouts;

namespace TinCompass.Server.Hosting;

/// <summary>What a request may cost.</summary>
internal static class Limits
{
    /// <summary>The name of the policy for endpoints that search: so many at once, the others wait in line for a while.</summary>
    public const string Search = "search";

    /// <summary>
    /// The name of the policy for practice: a lane of its own beside the searches, so that a greedy search keeps nobody from answering.
    /// </summary>
    public const string Practice = "practice";

    /// <summary>The name of the policy for exports and imports.</summary>
    public const string Exchange = "exchange";

    /// <summary>The name of the deadline of an import.</summary>
    public const string Import = "import";

    private static readonly TimeSpan ImportDeadline = TimeSpan.FromMinutes(10);
    private static readonly TimeSpan ExchangeDeadline = TimeSpan.FromMinutes(1);

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
            limiter.AddPolicy(Practice, _ => RateLimitPartition.GetConcurrencyLimiter(Practice, _ => new ConcurrencyLimiterOptions
            {
                PermitLimit = 4 * Environment.ProcessorCount,
                QueueLimit = 512,
            }));
            limiter.AddPolicy(Exchange, _ => RateLimitPartition.GetConcurrencyLimiter(
                Exchange, _ => new ConcurrencyLimiterOptions { PermitLimit = 2, QueueLimit = 64 }));
            limiter.AddPolicy(Search, _ => RateLimitPartition.GetConcurrencyLimiter(Search, _ => new ConcurrencyLimiterOptions
            {
                PermitLimit = 2 * Environment.ProcessorCount,
                QueueLimit = 256,
            }));
        });
        services.AddRequestTimeouts(timeouts =>
        {
            var policy = new RequestTimeoutPolicy { Timeout = SearchDeadline, TimeoutStatusCode = StatusCodes.Status504GatewayTimeout };
            timeouts.AddPolicy(Search, policy).AddPolicy(Practice, policy)
                .AddPolicy(Import, new RequestTimeoutPolicy
                {
                    Timeout = ImportDeadline,
                    TimeoutStatusCode = StatusCodes.Status504GatewayTimeout
                })
                .AddPolicy(Exchange, new RequestTimeoutPolicy
                {
                    Timeout = ExchangeDeadline,
                    TimeoutStatusCode = StatusCodes.Status504GatewayTimeout
                });
        });
        return services;
    }

    /// <summary>Everything out and in: two at once, each with a minute.</summary>
    public static RouteGroupBuilder AsExchange(this RouteGroupBuilder group)
    {
        group.RequireRateLimiting(Exchange).WithRequestTimeout(Exchange);
        return group;
    }

    public static RouteGroupBuilder AsPractice(this RouteGroupBuilder group)
    {
        group.RequireRateLimiting(Practice).WithRequestTimeout(Practice);
        return group;
    }

    public static RouteGroupBuilder AsSearch(this RouteGroupBuilder group)
    {
        group.RequireRateLimiting(Search).WithRequestTimeout(Search);
        return group;
    }
}
