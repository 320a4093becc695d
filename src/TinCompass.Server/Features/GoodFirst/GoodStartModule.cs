using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.GoodFirst;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.GoodFirst;

/// <summary>All edges made good with the line, or the cross, of a base.</summary>
/// <param name="Base">The colour of the base.</param>
/// <param name="Length">The fewest turns (HTM), whichever faces are in front and behind.</param>
/// <param name="Count">So many ways with these faces have it.</param>
/// <param name="Sides">The colours in front and behind.</param>
public sealed record GoodBaseResponse(string Base, int Length, int Count, IReadOnlyList<string> Sides);

/// <summary>The six bases of a scramble.</summary>
/// <param name="Scramble">As it was read.</param>
/// <param name="Facelets">The position, held as it was scrambled.</param>
/// <param name="WithCross">The cross is meant; else the line.</param>
/// <param name="Bases">In the order of the colours.</param>
public sealed record GoodStartResponse(string Scramble, string Facelets, bool WithCross, IReadOnlyList<GoodBaseResponse> Bases);

/// <summary>/api/good-start: good edges and line, or cross, on each base of a scramble.</summary>
internal sealed class GoodStartModule : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/good-start").WithTags("GoodFirst").ForMembers().AsSearch().ProducesProblem(400)
            .ProducesProblem(429);
        group.MapGet("/", Compare).WithName("compareGoodStarts")
            .WithSummary("Good edges with the line, or the cross, on each of six bases: the fewest turns, with which faces in front.");
    }

    private static Results<Ok<GoodStartResponse>, ProblemHttpResult> Compare(
        string? scramble, StageBook book, CancellationToken cancel, bool? cross = null)
    {
        if (!Door.TryReadTurns(scramble, "scramble", out var turns, out var problem)) return problem;
        var (state, planner, withCross) = (CubeState.Solved.Apply(turns.Turns), book.Get<GoodStartStage>().Planner, cross ?? false);
        return TypedResults.Ok(new GoodStartResponse(turns.ToString(), Facelets.Write(state), withCross,
        [
            .. Faces.AllColors.Select(color =>
            {
                var (length, ways, hold) = planner.Least(state, color, withCross, cancel);
                return new GoodBaseResponse(color.Name(), length, ways,
                    [.. new[] { Face.F, Face.B }.Select(f => hold.Held.Hold.ColorAt(f)).Order().Select(c => c.Name())]);
            }),
        ]));
    }
}
