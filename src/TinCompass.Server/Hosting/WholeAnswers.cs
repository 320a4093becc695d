using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Timeouts;

namespace TinCompass.Server.Hosting;

/// <summary>
/// A deadline is for the work. From the moment when an answer is there it is sent to its end, so that no answer is cut, and nobody is told
/// that it is too late for what is kept already.
/// </summary>
internal static class WholeAnswers
{
    private static readonly object Asking = new();

    /// <summary>Remembers, before there is a deadline, what is cancelled when whoever asked is gone.</summary>
    public static Task Remember(HttpContext context, RequestDelegate next)
    {
        context.Items[Asking] = context.RequestAborted;
        return next(context);
    }

    /// <summary>
    /// Takes the deadline away from every answer of a group that is there; what comes line by line is still being worked at.
    /// </summary>
    public static RouteGroupBuilder AnsweredWhole(this RouteGroupBuilder group)
    {
        group.AddEndpointFilter(async (context, next) =>
        {
            var answer = await next(context);
            if (Plain(answer) is not PushStreamHttpResult && context.HttpContext.Items[Asking] is CancellationToken asking)
            {
                context.HttpContext.Features.Get<IHttpRequestTimeoutFeature>()?.DisableTimeout();
                context.HttpContext.RequestAborted = asking;
            }

            return answer;
        });
        return group;
    }

    private static object? Plain(object? answer) => answer is INestedHttpResult nested ? Plain(nested.Result) : answer;
}
