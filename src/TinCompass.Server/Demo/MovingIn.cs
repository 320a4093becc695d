using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Exchange;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>
/// What is done with the data before anything is asked of them. Where the invented club has to move in first, which takes a dozen seconds,
/// the page is there meanwhile; its questions wait, and are told what they wait for.
/// </summary>
internal sealed class MovingIn(IServiceScopeFactory scopes, IOptions<ServerOptions> options, StageBook book, TableShelf shelf,
    HandModels hands, TimeProvider clock) : BackgroundService
{
    /// <summary>The code of a question that waits in vain for a while; it is asked again.</summary>
    public const string Code = "moving-in";

    private const string Sentence = "The invented club is moving in: its eight weeks are worked out now, and are here in some seconds.";
    private static readonly TimeSpan Hold = TimeSpan.FromSeconds(2);
    private readonly TaskCompletionSource done = new(TaskCreationOptions.RunContinuationsAsynchronously);

    /// <summary>Ends when the data can be asked.</summary>
    public Task Done => done.Task;

    /// <summary>Prepares them at once if nobody has to move in.</summary>
    public void Begin(TinCompassDb db)
    {
        if (!options.Value.Demo || db.Solvers.Any()) Prepare(CancellationToken.None);
    }

    protected override Task ExecuteAsync(CancellationToken stoppingToken) =>
        Done.IsCompleted ? Task.CompletedTask : Task.Run(() => Prepare(stoppingToken), stoppingToken);

    private void Prepare(CancellationToken cancel)
    {
        using var scope = scopes.CreateScope();
        if (options.Value.Demo)
            DemoSeed.Fill(scope.ServiceProvider.GetRequiredService<TinCompassDb>(), book, shelf, hands, clock, cancel);
        FinishAsync(scope.ServiceProvider, cancel).GetAwaiter().GetResult();
        scope.ServiceProvider.GetRequiredService<ImportRun>().TakeBackUnfinishedAsync(cancel).GetAwaiter().GetResult();
        scope.ServiceProvider.GetRequiredService<StandingKeeper>().RebuildStaleAsync(cancel).GetAwaiter().GetResult();
        done.SetResult();
        shelf.BeginInTurn(book.All.SelectMany(s => s.Tables).Distinct());
    }

    /// <summary>What the server was deleting or putting back when it ended is finished; how those solvers stand is stale.</summary>
    private static async Task FinishAsync(IServiceProvider services, CancellationToken cancel)
    {
        var solvers = await services.GetRequiredService<Bin>().FinishAsync(cancel);
        await services.GetRequiredService<TinCompassDb>().Standings.Where(s => EF.Parameter(solvers).Contains(s.SolverId))
            .ExecuteDeleteAsync(cancel);
    }

    /// <summary>Lets a question wait until the data are there, for a moment; then it is told to come again.</summary>
    public async Task PassAsync(HttpContext context, RequestDelegate next)
    {
        if (!Done.IsCompleted && context.Request.Path.StartsWithSegments("/api"))
            await Task.WhenAny(Done, Task.Delay(Hold, context.RequestAborted));
        if (Done.IsCompleted || !context.Request.Path.StartsWithSegments("/api"))
        {
            await next(context);
            return;
        }

        context.Response.Headers.RetryAfter = "1";
        await Problems.Of(StatusCodes.Status503ServiceUnavailable, Code, Sentence).ExecuteAsync(context);
    }
}
