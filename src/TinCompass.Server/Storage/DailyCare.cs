using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Storage;

/// <summary>Once a day: a copy of the data, and what was deleted a month ago is forgotten.</summary>
internal sealed partial class DailyCare(
    IServiceScopeFactory scopes, DatabaseFile file, IOptions<ServerOptions> options, WriteLane lane, TimeProvider clock,
    ILogger<DailyCare> log, Task dataAreThere)
    : BackgroundService
{
    /// <summary>So many entries of a club's log are kept, for at most so long.</summary>
    private const int MostEvents = 10_000;

    private static readonly TimeSpan Between = TimeSpan.FromHours(1), EventsKeptFor = TimeSpan.FromDays(180);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // While the demo's data are written, nothing is old.
        await dataAreThere.WaitAsync(stoppingToken);
        using var timer = new PeriodicTimer(Between, clock);
        do
        {
            try
            {
                await CareAsync(stoppingToken);
            }
            catch (Exception e) when (e is not OperationCanceledException)
            {
                // The next hour tries again.
                Failed(log, e.Message);
            }
        }
        while (await timer.WaitForNextTickAsync(stoppingToken));
    }

    private async Task CareAsync(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        await scope.ServiceProvider.GetRequiredService<Bin>().ForgetOldAsync(cancel);
        await ForgetAsync(scope.ServiceProvider.GetRequiredService<TinCompassDb>(), cancel);
        var (db, keep) = (scope.ServiceProvider.GetRequiredService<TinCompassDb>(), options.Value.Copies);
        if (keep == 0 || !await db.Solvers.AnyAsync(cancel)) return;
        var day = DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
        if (await Task.Run(() => Copies.MakeDaily(file.Path, day, keep), cancel) is { } copy) Made(log, copy);
    }

    /// <summary>Sign-ins of more than a year ago, and old entries of the club's log.</summary>
    private async Task ForgetAsync(TinCompassDb db, CancellationToken cancel)
    {
        using var turn = await lane.EnterAsync(cancel);
        var before = clock.GetUtcNow().AddDays(-365);
        await db.SignIns.Where(s => s.At < before).ExecuteDeleteAsync(cancel);
        (before, var least) = (clock.GetUtcNow() - EventsKeptFor, await db.ClubEvents.MaxAsync(e => (long?)e.Id, cancel) - MostEvents);
        await db.ClubEvents.Where(e => e.At < before || e.Id < least).ExecuteDeleteAsync(cancel);
    }

    [LoggerMessage(Level = LogLevel.Information, Message = "today's copy of the data: {Copy}")]
    private static partial void Made(ILogger log, string copy);

    [LoggerMessage(Level = LogLevel.Warning, Message = "no copy of the data could be made today: {Why}")]
    private static partial void Failed(ILogger log, string why);
}
