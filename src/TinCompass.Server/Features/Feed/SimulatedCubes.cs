using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;

namespace TinCompass.Server.Features.Feed;

/// <summary>Simulated cubes of this server: one for a solver at most, each in its own time.</summary>
internal sealed class SimulatedCubes(FeedHub hub, StageBook book, HandModels hands, IHostApplicationLifetime life, TimeProvider clock)
{
    private const int Most = 16;
    private static readonly TimeSpan BetweenTries = TimeSpan.FromSeconds(2);

    private readonly ConcurrentDictionary<int, CancellationTokenSource> running = new();

    /// <summary>Begins one in place of the one that runs; false when there are too many.</summary>
    public bool TryBegin(int solverId, SolveMethod method, Algorithm scramble, double skill)
    {
        Stop(solverId);
        if (running.Count >= Most) return false;
        var stop = CancellationTokenSource.CreateLinkedTokenSource(life.ApplicationStopping);
        if (!running.TryAdd(solverId, stop)) return false;
        _ = Task.Run(() => RunAsync(solverId, method, scramble, skill, stop), CancellationToken.None);
        return true;
    }

    /// <summary>Ends the one that runs.</summary>
    public void Stop(int solverId)
    {
        if (running.TryRemove(solverId, out var stop)) stop.Cancel();
    }

    private async Task RunAsync(int solverId, SolveMethod method, Algorithm scramble, double skill, CancellationTokenSource stop)
    {
        var (cube, by) = (hub.Of(solverId), new object());
        try
        {
            cube.Attach(new FeedHello(SimulatedCube.Purpose, Guid.NewGuid().ToString(), 1), by, simulated: true);
            var solve = new SimulatedHands(book, hands.For(HandPreferences.Usual), skill)
                .Solve(method, CubeState.Solved.Apply(scramble.Turns), Random.Shared, stop.Token);
            var began = clock.GetTimestamp();
            foreach (var line in SimulatedCube.Lines(scramble, solve.Timed, method.Id))
            {
                var wait = TimeSpan.FromMilliseconds(line.Ms) - clock.GetElapsedTime(began);
                if (wait > TimeSpan.Zero) await Task.Delay(wait, clock, stop.Token);
                while (true)
                {
                    if (await hub.TakeAsync(cube, line.ToString(), by) is not { } taken) return;
                    // The solve is not kept yet: its last line is said again.
                    if (taken.Ack >= line.Number) break;
                    await Task.Delay(BetweenTries, clock, stop.Token);
                }
            }
        }
        catch (OperationCanceledException)
        {
            // It was stopped: whoever looks on sees that nothing reports any more.
        }
        finally
        {
            cube.Detach(by);
            running.TryRemove(new(solverId, stop));
            stop.Dispose();
        }
    }
}
