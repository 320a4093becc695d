using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Notation;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Cycles;

/// <summary>What a cycle is asked for with.</summary>
/// <param name="Stickers">Three stickers by name, each its own face first: "UF UR UL". What lies at the first goes to the second.</param>
/// <param name="Metric">htm (usual), stm, qtm or etm: how length is counted.</param>
/// <param name="Over">Also ways that are so many turns longer than the shortest: 0 (usual) to 2.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record CyclesQuery(string? Stickers, string? Metric, int? Over, bool? LeftHanded, string? Avoid, string? MiddleHand);

/// <summary>Whose hands the ways of a whole cube are for.</summary>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record CycleHandsQuery(bool? LeftHanded, string? Avoid, string? MiddleHand);

/// <summary>/api/cycles: cycles of three by set-up.</summary>
internal sealed class CycleEndpoints : IFeature
{
    /// <summary>So many ways are sent.</summary>
    private const int MostSent = 60;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/cycles").WithTags("Cycles").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/", Find).WithName("findCycles").WithSummary("Every shortest [S: [A, B]] that cycles three pieces.");
        group.MapGet("/followed", Follow).WithName("followCycle").WithSummary("How far turns are on a way, and what is still to undo.");
        group.MapGet("/cube", Cube).WithName("cubeByCycles").WithSummary("A whole cube by cycles of three: the fewest, and which next.");
        group.MapGet("/reading", Read).WithName("readCycle").WithSummary("What an own [S: [A, B]] really does, and why.");
    }

    private static Results<Ok<CyclesResponse>, ProblemHttpResult> Find(
        [AsParameters] CyclesQuery query, HandModels hands, CancellationToken cancel)
    {
        if (!HandsQuery.TryRead(query.LeftHanded ?? false, query.Avoid, query.MiddleHand, out var preferences, out var problem))
            return problem;
        if (!Door.TryReadEnum(query.Metric, "metric", Metric.Htm, out var metric, out problem)) return problem;
        if (query.Over is < 0 or > CycleFinder.MostOver)
            return Problems.Bad("bad-over", $"'over' is 0 to {CycleFinder.MostOver} turns.", "over");
        if (!ThreeCycle.TryParse(query.Stickers ?? "", out var cycle, out var wrong)) return Problems.Bad("no-cycle", wrong, "stickers");
        var model = hands.For(preferences);
        var ways = CycleFinder.Ranked(cycle, metric, query.Over ?? 0, model, null, cancel);
        return TypedResults.Ok(new CyclesResponse(cycle.ToString(), CycleReadingResponse.StickersOf(cycle), cycle.IsOfEdges,
            Facelets.Write(cycle.Inverse.State), LeastCycles.All.Length(cycle),
            string.Join(' ', LeastCycles.All.Of(cycle)), ways.Count,
            [.. ways.Take(MostSent).Select(w => CycleWayResponse.Of(cycle, w.Way, model))]));
    }

    private static Results<Ok<CycleReadingResponse>, ProblemHttpResult> Read(string? setup, string? a, string? b) =>
        TryReadWay(setup, a, b, out var way, out var problem) ? TypedResults.Ok(CycleReadingResponse.Of(CycleReading.Of(way))) : problem;

    private static Results<Ok<CycleFollowedResponse>, ProblemHttpResult> Follow(string? stickers, string? setup, string? a, string? b,
        string? made)
    {
        if (!TryReadWay(setup, a, b, out var way, out var problem) || !Door.TryReadMaybe(made, "made", out var turns, out problem))
            return problem;
        if (!ThreeCycle.TryParse(stickers ?? "", out var cycle, out var wrong)) return Problems.Bad("no-cycle", wrong, "stickers");
        return TypedResults.Ok(CycleFollowedResponse.Of(cycle, way, turns.Turns));
    }

    private static Results<Ok<CubeByCyclesResponse>, ProblemHttpResult> Cube(string? scramble, string? made, bool? plan,
        [AsParameters] CycleHandsQuery query, HandModels hands, CancellationToken cancel)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadMaybe(made, "made", out var so, out problem)
            || !HandsQuery.TryRead(query.LeftHanded ?? false, query.Avoid, query.MiddleHand, out var preferences, out problem))
            return problem;
        // Stickers and turns are named as the cube is held then.
        var end = CubeState.Solved.Apply(turns.Turns).Apply(so.Turns);
        return TypedResults.Ok(CubeByCyclesResponse.Of(end, plan ?? false, hands.For(preferences), cancel));
    }

    private static bool TryReadWay(string? setup, string? a, string? b, [NotNullWhen(true)] out CycleWay? way,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        way = null;
        if (!Door.TryReadMaybe(setup, "setup", out var s, out problem) || !Door.TryReadTurns(a, "a", out var one, out problem)
            || !Door.TryReadTurns(b, "b", out var other, out problem)) return false;
        if (2 * (s.Turns.Count + one.Turns.Count + other.Turns.Count) > Algorithm.MaxTurns)
            problem = Problems.Bad("too-long", $"The parts make more than {Algorithm.MaxTurns} turns.", "setup");
        else way = new CycleWay(s.Turns, one.Turns, other.Turns);
        return way is not null;
    }
}
