using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Feed;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Solves;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Feed;

/// <summary>The cubes that are reported now, one for each solver, and the keeping of what they solve.</summary>
internal sealed class FeedHub(IServiceScopeFactory scopes, StageBook book, TimeProvider clock)
{
    private readonly ConcurrentDictionary<int, LiveCube> cubes = new();

    public LiveCube Of(int solverId) => cubes.GetOrAdd(solverId, id => new LiveCube(id, clock));

    /// <summary>
    /// Takes a line and keeps the solve that ends with it: when this returns, it is on the disk.
    /// </summary>
    public async Task<FeedTake?> TakeAsync(LiveCube cube, string text, object by)
    {
        var taken = cube.Take(text, by);
        if (taken?.Finished is not { } finished) return taken;
        try
        {
            await KeepAsync(cube, finished);
            return taken;
        }
        catch
        {
            cube.Forget();
            throw;
        }
    }

    private async Task KeepAsync(LiveCube cube, NewSolveRequest finished)
    {
        // A method that is not known here costs nobody a solve: it is kept as one by the usual method.
        if (finished.Method is { } method && book.Method(method) is null)
        {
            cube.Say($"'{FeedException.Short(method)}' is no method that is known here: the solve is kept under the usual one.");
            finished = finished with { Method = null };
        }

        if (!SolveEndpoints.TryBuild(finished, book, out var solve, out var problem))
        {
            cube.Say(problem.ProblemDetails.Detail ?? "This solve cannot be kept.");
            return;
        }

        solve.At = clock.Now();
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<TinCompassDb>();
        if (!await db.Solvers.AnyAsync(s => s.Id == cube.SolverId)) return;
        cube.Keep(SolveResponse.Of(
            await SolveEndpoints.KeepAsync(db, scope.ServiceProvider.GetRequiredService<WriteLane>(), solve, CancellationToken.None)));
    }
}
