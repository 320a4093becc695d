using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Http.Timeouts;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.AspNetCore.Server.Kestrel.Core;

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

    /// <summary>
    /// The name of the policy for what searches for long, and takes the memory of many: one of each client, so that the next client always
    /// finds a place.
    /// </summary>
    public const string Finding = "finding";

    /// <summary>
    /// The name of the policy for what is received or sent at the other side's pace: the lane is entered between the two
    /// (<see cref="ClientLanes"/>).
    /// </summary>
    public const string Spooled = "spooled";

    /// <summary>The name of the deadline of an import.</summary>
    public const string Import = "import";

    private const int MostWaiting = 512;

    /// <summary>So many files of one client are received or sent at once.</summary>
    private const int MostSpooled = 8;

    /// <summary>
    /// How many searches of one client run at once if nothing else is said: they leave one processor to whoever else asks for something,
    /// however small. With both taken by plans, 64 who practise waited 220 to 290 ms at worst, so 155 to 190 ms (docs/performance.md, Many
    /// at once).
    /// </summary>
    public static readonly int UsualSearches = Math.Max(1, Environment.ProcessorCount - 1);

    /// <summary>The most searches of one client that may be allowed.</summary>
    public const int MostSearches = 64;

    private static readonly TimeSpan ImportDeadline = TimeSpan.FromMinutes(10);
    private static readonly TimeSpan ExchangeDeadline = TimeSpan.FromMinutes(1);

    /// <summary>The slowest line that is waited for, after the first ten seconds: a kilobyte a second.</summary>
    public static readonly MinDataRate LeastRate = new(bytesPerSecond: 1_000, gracePeriod: TimeSpan.FromSeconds(10));

    /// <summary>The largest request body.</summary>
    public const int MaxBodyBytes = 64 * 1024;

    /// <summary>The longest address of a request, in characters.</summary>
    public const int MaxAddressLength = 64 * 1024;

    /// <summary>The longest that a server which is told to stop waits for those it is answering.</summary>
    public static readonly TimeSpan StoppingTime = TimeSpan.FromSeconds(3);

    /// <summary>The longest text of a scramble or plan, in characters: 500 turns with room for brackets and comments.</summary>
    public const int MaxTextLength = 8_000;

    /// <summary>The longest a search may take.</summary>
    private static readonly TimeSpan SearchDeadline = TimeSpan.FromSeconds(5);

    /// <summary>The longest that four pairs are searched before the best so far is given; they take less than a millisecond.</summary>
    public static readonly TimeSpan PairDeadline = TimeSpan.FromSeconds(1);

    /// <summary>
    /// Adds them. A slow machine's answers may take <paramref name="patience"/> times as long; so many <paramref name="searches"/> of one
    /// client run at once, the others wait for them.
    /// </summary>
    public static IServiceCollection AddLimits(this IServiceCollection services, int patience, int searches)
    {
        // A search keeps its thread for as long as it runs: others find one at once.
        ThreadPool.SetMinThreads(Math.Max(64, 8 * Environment.ProcessorCount), 64);
        services.AddRateLimiter(limiter =>
        {
            limiter.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            // First among the requests of one client, then among those of all: who asks for hundreds of things at once waits for
            // themselves.
            limiter.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, (string Lane, string Client)>(context =>
                context.GetEndpoint()?.Metadata.GetMetadata<EnableRateLimitingAttribute>()?.PolicyName is { } lane
                    ? RateLimitPartition.GetConcurrencyLimiter((lane, ClientOf(context)), _ => new ConcurrencyLimiterOptions
                    {
                        PermitLimit = lane switch
                        {
                            Practice => 2 * Environment.ProcessorCount,
                            Search => searches,
                            Finding or Exchange => 1,
                            Spooled => MostSpooled,
                            _ => Environment.ProcessorCount,
                        },
                        QueueLimit = MostWaiting,
                    })
                    : RateLimitPartition.GetNoLimiter(("", "")));
            limiter.AddPolicy(Practice, _ => Lane(Practice, 4 * Environment.ProcessorCount));
            limiter.AddPolicy(Exchange, _ => Lane(Exchange, 2 * Environment.ProcessorCount));
            limiter.AddPolicy(Spooled, _ => RateLimitPartition.GetNoLimiter(""));
            limiter.AddPolicy(Finding, _ => Lane(Finding, 2 * Environment.ProcessorCount));
            limiter.AddPolicy(Search, _ => Lane(Search, Math.Max(searches, 2 * Environment.ProcessorCount)));
        });
        services.AddRequestTimeouts(timeouts =>
        {
            var search = Within(SearchDeadline);
            timeouts.AddPolicy(Search, search).AddPolicy(Practice, search).AddPolicy(Finding, search)
                .AddPolicy(Import, Within(ImportDeadline)).AddPolicy(Exchange, Within(ExchangeDeadline));
        });
        return services;

        RequestTimeoutPolicy Within(TimeSpan deadline) =>
            new() { Timeout = patience * deadline, TimeoutStatusCode = StatusCodes.Status504GatewayTimeout };
    }

    private static RateLimitPartition<string> Lane(string name, int permits) => RateLimitPartition.GetConcurrencyLimiter(
        name, _ => new ConcurrencyLimiterOptions { PermitLimit = permits, QueueLimit = MostWaiting });

    /// <summary>Who asks: the member who is signed in, or the machine.</summary>
    internal static string ClientOf(HttpContext context) =>
        context.User.Identity is { IsAuthenticated: true, Name: { } member }
            ? member : context.Connection.RemoteIpAddress?.ToString() ?? "";

    /// <summary>Everything out and in, each with a minute for what is done here.</summary>
    public static RouteGroupBuilder AsSpooled(this RouteGroupBuilder group)
    {
        group.RequireRateLimiting(Spooled).WithRequestTimeout(Exchange);
        return group;
    }

    /// <summary>Deleting and putting back: one of each client, each with a minute.</summary>
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

    public static RouteHandlerBuilder AsFinding(this RouteHandlerBuilder endpoint)
    {
        endpoint.RequireRateLimiting(Finding).WithRequestTimeout(Finding);
        return endpoint;
    }

    public static RouteGroupBuilder AsSearch(this RouteGroupBuilder group)
    {
        group.RequireRateLimiting(Search).WithRequestTimeout(Search);
        return group;
    }
}
