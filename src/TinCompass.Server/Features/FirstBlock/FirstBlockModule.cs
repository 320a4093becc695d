using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.FirstBlock;

/// <summary>A block of three of a scramble.</summary>
/// <param name="Side">The colour of its side.</param>
/// <param name="Base">That of its base.</param>
/// <param name="Length">Least HTM; the centre of the base may end anywhere.</param>
/// <param name="Count">How many ways have it.</param>
/// <param name="Ready">What of it is joined already.</param>
/// <param name="Joined">The parts that lie joined with a neighbour: centre, baseEdge, frontEdge, backEdge, frontCorner, backCorner.</param>
/// <param name="Best">The best of the shortest ways, rotation first.</param>
/// <param name="Time">Its relative time; null when a turn is avoided.</param>
/// <param name="Hold">The rotation with which it begins, so that the side is at the left and the base down; empty when held so.</param>
/// <param name="HoldTurns">Quarter turns of the whole cube in it.</param>
public sealed record BlockResponse(
    string Side, string Base, int Length, int Count, IReadOnlyList<string> Ready, IReadOnlyList<string> Joined, string Best,
    double? Time, string Hold, int HoldTurns)
{
    internal static BlockResponse Of(BlockReport r, CubeState state) => new(
        r.Block.Side.Name(), r.Block.Base.Name(), r.Length, r.Count, r.Ready,
        [.. FirstBlockPlanner.Joined(state, r.Block).Select(Words.Code)], string.Join(' ', r.Best.Turns),
        SequenceResponse.Rounded(r.Best.Time), string.Join(' ', HoldOf(r)), BlockHolds.Quarters(HoldOf(r)));

    private static IEnumerable<Turn> HoldOf(BlockReport r) => r.Best.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation);
}

/// <summary>All blocks of a scramble.</summary>
/// <param name="Scramble">The scramble as it was read.</param>
/// <param name="Facelets">The position, held as it was scrambled.</param>
/// <param name="Blocks">By side, then by base.</param>
public sealed record BlocksResponse(string Scramble, string Facelets, IReadOnlyList<BlockResponse> Blocks);

/// <summary>/api/first-block: the 24 blocks of a scramble.</summary>
internal sealed class FirstBlockModule : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/first-block").WithTags("FirstBlock").ForMembers().AsSearch().ProducesProblem(400)
            .ProducesProblem(429);
        group.MapGet("/", Compare).WithName("compareBlocks").WithSummary("All 24 first blocks of a scramble: length, ways, what is ready.");
    }

    private static Results<Ok<BlocksResponse>, ProblemHttpResult> Compare(
        string? scramble, StageBook book, HandModels hands, CancellationToken cancel, string? by = null, bool? leftHanded = null,
        string? avoid = null, string? middleHand = null)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)
            || !Door.TryReadEnum(by, "by", Measure.Time, out var measure, out problem)
            || !HandsQuery.TryRead(leftHanded ?? false, avoid, middleHand, out var preferences, out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns);
        var found = book.Get<FirstBlockStage>().NewPlanner().Compare(state, Block.All, hands.For(preferences), measure == Measure.Turns,
            cancel);
        return TypedResults.Ok(new BlocksResponse(turns.ToString(), Facelets.Write(state),
            [.. found.Select(f => BlockResponse.Of(f, state))]));
    }

    private enum Measure
    {
        Time,
        Turns,
    }
}
