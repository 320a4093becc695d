using System.Collections.Concurrent;
using System.Linq.Expressions;
using System.Reflection;
using System.Security.Claims;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Access;

/// <summary>Who is signed in, in a club.</summary>
/// <param name="Id">The solver.</param>
/// <param name="Name">As shown.</param>
/// <param name="IsAdmin">May invite, reset and delete.</param>
/// <param name="MustChoose">Came in by a PIN that was given, and has to choose one before anything else.</param>
internal sealed record Member(int Id, string Name, bool IsAdmin, bool MustChoose)
{
    public const string AdminClaim = "admin", GivenClaim = "given", StampClaim = "stamp", SignInClaim = "sign-in";

    public static Member? Of(ClaimsPrincipal user) =>
        int.TryParse(user.FindFirstValue(ClaimTypes.NameIdentifier), out var id)
            ? new Member(id, user.Identity!.Name ?? "", user.HasClaim(AdminClaim, "1"), user.HasClaim(GivenClaim, "1"))
            : null;
}

/// <summary>To whom an endpoint is open in a club. Without a word, and without a solver among what it is asked with, to nobody.</summary>
internal abstract record AccessRule
{
    /// <summary>To everybody, signed in or not.</summary>
    public sealed record Open : AccessRule;

    /// <summary>To every member, those too who still have to choose a PIN.</summary>
    public sealed record Entering : AccessRule;

    /// <summary>To every member: it holds nobody's data, or sorts them out itself.</summary>
    public sealed record Members : AccessRule;

    /// <summary>To the admins.</summary>
    public sealed record Admins : AccessRule;

    /// <summary>
    /// To the solver whose data it is about; to read, also to whom they gave leave. Without a solver it is open to every member.
    /// </summary>
    public sealed record Solver(Func<EndpointFilterInvocationContext, ValueTask<int?>> SolverOf, bool AlsoAdmins = false) : AccessRule;
}

/// <summary>
/// Keeps members of a club to what is theirs. It stands before every endpoint of the API; where no club is served it lets everything by.
/// </summary>
internal static class Guard
{
    private static readonly ConcurrentDictionary<Endpoint, AccessRule?> Rules = new();

    public static TBuilder OpenToAll<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new AccessRule.Open());

    public static TBuilder ForEntering<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new AccessRule.Entering());

    public static TBuilder ForMembers<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new AccessRule.Members());

    public static TBuilder ForAdmins<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new AccessRule.Admins());

    /// <summary>It changes nothing, although it is asked with a body: whoever may read the solver's data may ask.</summary>
    public static TBuilder OnlyReads<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(ReadsOnly.Instance);

    /// <summary>The word for it.</summary>
    internal sealed class ReadsOnly
    {
        public static readonly ReadsOnly Instance = new();
    }

    /// <summary>Open to the solver whose row has the number in the address; nobody's is found by no member.</summary>
    public static TBuilder ForOwner<TBuilder>(this TBuilder builder, Func<TinCompassDb, long, Task<int?>> owner, bool alsoAdmins = false)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new AccessRule.Solver(async context =>
        {
            var id = long.Parse((string)context.HttpContext.GetRouteValue("id")!, System.Globalization.CultureInfo.InvariantCulture);
            return await owner(context.HttpContext.RequestServices.GetRequiredService<TinCompassDb>(), id);
        }, alsoAdmins));

    /// <summary>Who is not signed in is refused before anything of the request is read.</summary>
    public static Task EnterAsync(HttpContext context, RequestDelegate next)
    {
        if (!context.Request.Path.StartsWithSegments("/api") || context.GetEndpoint() is not { } endpoint
            || RuleOf(endpoint) is AccessRule.Open || Member.Of(context.User) is not null) return next(context);
        return Problems.Of(StatusCodes.Status401Unauthorized, "not-signed-in", "Sign in first.").ExecuteAsync(context);
    }

    /// <summary>Puts the guard before every endpoint of a group.</summary>
    public static RouteGroupBuilder Guarded(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(async (context, next) =>
            await RefuseAsync(context) is { } refused ? refused : await next(context));
        return group;
    }

    /// <summary>Whether the solver's data may be read by who asks; everybody's where no club is served.</summary>
    public static async Task<bool> MayReadAsync(this TinCompassDb db, HttpContext context, int solverId) =>
        !IsClub(context) || (Member.Of(context.User) is { } member && (member.Id == solverId
            || await db.Leaves.AnyAsync(l => l.SolverId == solverId && l.CoachId == member.Id, context.RequestAborted)));

    public static bool IsClub(HttpContext context) =>
        context.RequestServices.GetRequiredService<IOptions<ServerOptions>>().Value.Club;

    /// <summary>
    /// The rule of an endpoint: what was said of it, else the solver among what it is asked with; null is open to nobody.
    /// </summary>
    public static AccessRule? RuleOf(Endpoint endpoint) => Rules.GetOrAdd(endpoint, static e =>
        e.Metadata.OfType<AccessRule>().LastOrDefault(r => r is not AccessRule.Members) ?? BySolver(e) ??
        e.Metadata.OfType<AccessRule>().LastOrDefault());

    private static async ValueTask<object?> RefuseAsync(EndpointFilterInvocationContext context)
    {
        var http = context.HttpContext;
        if (!IsClub(http)) return null;
        var rule = RuleOf(http.GetEndpoint()!);
        if (rule is AccessRule.Open) return null;
        if (Member.Of(http.User) is not { } member) return Problems.Of(StatusCodes.Status401Unauthorized, "not-signed-in",
            "Sign in first.");
        if (rule is AccessRule.Entering) return null;
        if (member.MustChoose) return Problems.Of(StatusCodes.Status403Forbidden, "choose-first",
            "Choose a PIN or passphrase of your own first: the one you came in with was given to you.");
        var may = rule switch
        {
            AccessRule.Members => true,
            AccessRule.Admins => member.IsAdmin,
            AccessRule.Solver solver => (solver.AlsoAdmins && member.IsAdmin) || await MayAsync(http, member,
                await solver.SolverOf(context)),
            _ => false,
        };
        return may ? null : Problems.Of(StatusCodes.Status403Forbidden, "not-yours",
            IsReading(http) ? "This is another solver's. They can give you leave to read it."
                : "This is another solver's: only they can change it.");
    }

    private static bool IsReading(HttpContext http) =>
        Gate.IsReading(http.Request) || http.GetEndpoint()!.Metadata.GetMetadata<ReadsOnly>() is not null;

    private static async Task<bool> MayAsync(HttpContext http, Member member, int? solverId) =>
        solverId is not { } id || id == member.Id || (IsReading(http)
            && await http.RequestServices.GetRequiredService<TinCompassDb>().MayReadAsync(http, id));

    private static AccessRule.Solver? BySolver(Endpoint endpoint)
    {
        if (endpoint.Metadata.GetMetadata<MethodInfo>() is not { } method) return null;
        var parameters = method.GetParameters();
        for (var i = 0; i < parameters.Length; i++)
        {
            var (index, type) = (i, parameters[i].ParameterType);
            if (parameters[i].Name == "solverId" && (type == typeof(int) || type == typeof(int?)))
                return new AccessRule.Solver(c => ValueTask.FromResult((int?)c.Arguments[index]));
            if (type.GetProperty("SolverId") is { } property && type.Namespace!.StartsWith("TinCompass", StringComparison.Ordinal)
                && (property.PropertyType == typeof(int) || property.PropertyType == typeof(int?)))
            {
                var read = Reader(type, property);
                // Nobody's is nobody's to change: a body that is missing is refused by the endpoint itself.
                return new AccessRule.Solver(c => ValueTask.FromResult(c.Arguments[index] is { } asked ? read(asked) : null));
            }
        }

        if (endpoint is RouteEndpoint route && route.RoutePattern.RawText?.StartsWith("/api/solvers/{id:int}", StringComparison.Ordinal)
            == true)
            return new AccessRule.Solver(c => ValueTask.FromResult<int?>(int.Parse((string)c.HttpContext.GetRouteValue("id")!,
                System.Globalization.CultureInfo.InvariantCulture)));
        return null;
    }

    private static Func<object, int?> Reader(Type type, PropertyInfo property)
    {
        var asked = Expression.Parameter(typeof(object));
        return Expression.Lambda<Func<object, int?>>(
            Expression.Convert(Expression.Property(Expression.Convert(asked, type), property), typeof(int?)), asked).Compile();
    }
}
