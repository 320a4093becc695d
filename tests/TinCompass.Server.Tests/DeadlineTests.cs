using System.Net;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;

namespace TinCompass.Server.Tests;

/// <summary>What a deadline does to an answer: it comes whole, or it is told that it does not come.</summary>
public sealed class DeadlineTests
{
    private static readonly int[] Numbers = [.. Enumerable.Range(0, 50_000)];

    [Fact]
    public async Task An_answer_that_is_ready_after_its_deadline_is_told_as_late_and_never_cut()
    {
        await using var app = await StartAsync(async context =>
        {
            await context.RequestAborted.WhenCancelledAsync();
            await context.Response.WriteAsJsonAsync(Numbers, context.RequestAborted);
        });
        using var answer = await app.GetTestClient().GetAsync(new Uri("/", UriKind.Relative));
        Assert.Equal(HttpStatusCode.GatewayTimeout, answer.StatusCode);
    }

    [Fact]
    public async Task An_answer_that_is_on_its_way_is_sent_to_its_end()
    {
        await using var app = await StartAsync(async context =>
        {
            await context.Response.WriteAsync("[");
            await context.Response.Body.FlushAsync();
            await Task.Delay(2 * Deadline);
            await context.Response.WriteAsync("1]", context.RequestAborted);
        });
        Assert.Equal("[1]", await app.GetTestClient().GetStringAsync(new Uri("/", UriKind.Relative)));
    }

    private static readonly TimeSpan Deadline = TimeSpan.FromMilliseconds(300);

    private static async Task<WebApplication> StartAsync(RequestDelegate answer)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.UseTestServer();
        builder.Services.AddRequestTimeouts(t => t.DefaultPolicy = new() { Timeout = Deadline, TimeoutStatusCode = 504 });
        var app = builder.Build();
        app.UseRequestTimeouts();
        app.Use(ServerHost.WholeOrNotAtAll);
        app.MapGet("/", answer);
        await app.StartAsync();
        return app;
    }
}

/// <summary>Waiting for a token.</summary>
internal static class Cancelling
{
    /// <summary>Done when the token is cancelled.</summary>
    public static Task WhenCancelledAsync(this CancellationToken token)
    {
        var done = new TaskCompletionSource();
        token.Register(() => done.SetResult());
        return done.Task;
    }
}
