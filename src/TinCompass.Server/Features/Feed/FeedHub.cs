using System.Collections.Concurrent;
using System.Data.Common;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Feed;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Solves;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Feed;

/// <summary>The cubes that are reported now, one for each solver, and the keeping of what they solve.</summary>
internal sealed class FeedHub(IServiceScopeFactory scopes, StageBook book, TimeProvider clock, ILogger<FeedHub> log)
{
    private readonly ConcurrentDictionary<int, LiveCube> cubes = new();

    private readonly ConcurrentDictionary<string, FeedPace> paces = new();

    public LiveCube Of(int solverId) => cubes.GetOrAdd(solverId, id => new LiveCube(id, clock));

    /// <summary>The pace of a client, whomever it reports for.</summary>
    public FeedPace PaceOf(string client)
    {
        // Who was silent for a while begins again with a full allowance anyway.
        if (paces.Count > MostClients) foreach (var (name, pace) in paces) if (pace.IsRested) paces.TryRemove(new(name, pace));
        return paces.GetOrAdd(client, _ => new FeedPace(FeedPace.OfClient));
    }

    private const int MostClients = 1_000;

    /// <summary>
    /// Takes a line and keeps the solves that ended: what is acknowledged when this returns is on the disk. What could not be kept is told
    /// and tried again with the next line; its last line stays unacknowledged until then.
    /// </summary>
    public async Task<FeedTake?> TakeAsync(LiveCube cube, string text, object by)
    {
        if (cube.Take(text, by) is not { } taken) return null;
        foreach (var solve in cube.Unkept)
        {
            try
            {
                await KeepAsync(cube, solve);
            }
            catch (FeedException e)
            {
                return taken with { Ack = cube.Acked, Wrong = e };
            }
            catch (Exception e) when (e is DbException or DbUpdateException or IOException or OperationCanceledException)
            {
                log.LogWarning(e, "A solve of solver {Solver} is not kept yet", cube.SolverId);
                cube.Say(NotYet);
                return taken with { Ack = cube.Acked, Wrong = new FeedException("not-kept", NotYet) { Number = solve.Line } };
            }
        }

        return taken with { Ack = cube.Acked };
    }

    private const string NotYet = "The solve could not be kept yet: the server tries again when the cube sends its last line again.";

    private async Task KeepAsync(LiveCube cube, UnkeptSolve unkept)
    {
        var finished = unkept.Solve;
        // A method that is not known here costs nobody a solve: it is kept as one by the usual method.
        if (finished.Method is { } method && book.Method(method) is null)
        {
            cube.Say($"'{FeedException.Short(method)}' is no method that is known here: the solve is kept under the usual one.");
            finished = finished with { Method = null };
        }

        if (!SolveEndpoints.TryBuild(finished, book, out var solve, out var problem))
        {
            var why = problem.ProblemDetails.Detail ?? "This solve cannot be kept.";
            cube.Say(why);
            cube.Keep(unkept, null);
            throw new FeedException("not-kept", why) { Number = unkept.Line };
        }

        solve.At = clock.Now();
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<TinCompassDb>();
        if (!await db.Solvers.AnyAsync(s => s.Id == cube.SolverId))
            throw new FeedException("no-solver", "The solver it is for is deleted: the solve is kept when they are put back.")
            {
                Number = unkept.Line,
            };
        cube.Keep(unkept, SolveResponse.Of(
            await SolveEndpoints.KeepAsync(db, scope.ServiceProvider.GetRequiredService<WriteLane>(), solve, CancellationToken.None)));
    }
}
