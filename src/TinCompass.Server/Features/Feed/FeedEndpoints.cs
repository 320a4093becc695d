using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Scrambles;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Feed;

/// <summary>/api/feed: cubes that report their turns (docs/feed.md), and looking on.</summary>
internal sealed class FeedEndpoints : IFeature
{
    /// <summary>So long nothing happens before a line is sent all the same: whoever went away is noticed.</summary>
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(10);

    private const int Longest = 60;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/feed").WithTags("Feed").ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", Report).WithName("reportTurns").WithSummary("A cube reports its turns: a WebSocket, see docs/feed.md.");
        group.MapGet("/live", Live).WithName("watchCube").WithSummary("How a solver's cube stands, line by line as it is turned.")
            .Produces<LiveCubeResponse>(200, LineStream.ContentType);
        group.MapPost("/scramble", Ask).WithName("askScramble").WithSummary("Asks a solver's cube for a scramble: the solve is timed.");
        group.MapPost("/look", Look).WithName("lookAtCube")
            .WithSummary("Inspection of a scrambled cube begins, or is given up; its first turn ends it, and the solve has the penalty.");
        group.MapPost("/simulated", Simulate).WithName("simulateCube").WithSummary("Begins a simulated cube that scrambles and solves.");
        group.MapPost("/simulated/stop", Stop).WithName("stopSimulated").WithSummary("Ends it.");
    }

    private static async Task<Results<EmptyHttpResult, ProblemHttpResult>> Report(
        int solverId, HttpContext http, TinCompassDb db, FeedHub hub, OpenTalks talks, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        if (!http.WebSockets.IsWebSocketRequest)
            return Problems.Bad("no-websocket", "A cube talks over a WebSocket here: docs/feed.md says how.");
        using var talk = talks.Begin(http, solverId);
        using var socket = await http.WebSockets.AcceptWebSocketAsync();
        using var reporter = new FeedSocket(socket, hub, hub.Of(solverId), Limits.ClientOf(http));
        using var withdrawn = talk.Ended.Register(() => reporter.End("the member is not signed in any more"));
        try
        {
            await reporter.RunAsync(cancel);
        }
        catch (OperationCanceledException)
        {
            // The server stops: the cube comes back when it is there again.
        }

        return TypedResults.Empty;
    }

    private static async Task<Results<PushStreamHttpResult, ProblemHttpResult>> Live(
        int solverId, HttpContext http, TinCompassDb db, FeedHub hub, OpenTalks talks, IOptions<JsonOptions> json, CancellationToken stop)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, stop)) return Problems.NotFound($"solver {solverId}");
        return TypedResults.Stream(
            async body =>
            {
                using var talk = talks.Begin(http, solverId);
                // Access may have been withdrawn while it began.
                if (!await db.MayReadAsync(http, solverId)) return;
                var cancel = talk.Ended;
                var (now, next, leave) = hub.Of(solverId).Watch();
                try
                {
                    while (true)
                    {
                        await LineStream.WriteAsync(body, now, json.Value.SerializerOptions, cancel);
                        if (!next.TryPeek(out _)) await body.FlushAsync(cancel);
                        using var quiet = CancellationTokenSource.CreateLinkedTokenSource(cancel);
                        quiet.CancelAfter(Quiet);
                        try
                        {
                            now = await next.ReadAsync(quiet.Token);
                        }
                        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
                        {
                            // The same again: the connection is tried.
                        }
                    }
                }
                catch (OperationCanceledException)
                {
                    // Nobody looks on any more.
                }
                finally
                {
                    leave();
                }
            },
            LineStream.ContentType);
    }

    private static async Task<Results<Ok<LiveCubeResponse>, ProblemHttpResult>> Look(
        LookRequest request, TinCompassDb db, FeedHub hub, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        return hub.Of(request.SolverId).Look(request.Looks) is { } now ? TypedResults.Ok(now)
            : Problems.Bad("not-scrambled", "There is nothing to look at: no cube that reports stands as it was scrambled.");
    }

    private static async Task<Results<Ok<LiveCubeResponse>, ProblemHttpResult>> Ask(
        AskScrambleRequest request, TinCompassDb db, FeedHub hub, StageBook book, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (!Door.TryReadWord(request.Method, "method", book.Methods, m => m.Id, out var method, out var problem)) return problem;
        var purpose = (request.Purpose ?? "").Trim();
        if (purpose.Length > Solve.MaxPurposeLength || purpose.Any(char.IsControl))
            return Problems.Bad("bad-purpose", $"A purpose is a line of at most {Solve.MaxPurposeLength} characters.", "purpose");
        Algorithm? scramble = null;
        if (!string.IsNullOrWhiteSpace(request.Scramble) && !TryScramble(request.Scramble, out scramble, out problem)) return problem!;
        return TypedResults.Ok(hub.Of(request.SolverId).Ask(scramble, method.Id, purpose));
    }

    private static async Task<Results<Accepted, ProblemHttpResult>> Simulate(SimulateRequest request, TinCompassDb db, StageBook book,
        SimulatedCubes simulated, ScramblesAhead scrambles, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (request.Skill is { } skill && !(skill is >= 0 and <= 1)) return Problems.Bad("bad-skill", "A skill is 0 to 1.", "skill");
        if (!Door.TryReadWord(request.Method, "method", book.Methods, m => m.Id, out var method, out var problem)) return problem;
        Algorithm? scramble = null;
        if (!string.IsNullOrWhiteSpace(request.Scramble) && !TryScramble(request.Scramble, out scramble, out problem)) return problem!;
        if (!simulated.TryBegin(request.SolverId, method, scramble ?? await scrambles.NextAsync(cancel), request.Skill ?? 0.7))
            return Problems.Of(StatusCodes.Status429TooManyRequests, "too-many", "Too many simulated cubes run already. Try again later.");
        return TypedResults.Accepted("/api/feed/live");
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Stop(
        StopSimulatedRequest request, TinCompassDb db, SimulatedCubes simulated, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        simulated.Stop(request.SolverId);
        return TypedResults.NoContent();
    }

    private static bool TryScramble(string text, out Algorithm? scramble, out ProblemHttpResult? problem)
    {
        if (!Door.TryReadTurns(text, "scramble", out scramble, out problem)) return false;
        if (scramble.Turns.Count is > 0 and <= Longest) return true;
        problem = Problems.Bad("bad-scramble", $"A scramble that is turned has 1 to {Longest} turns.", "scramble");
        return false;
    }
}
