using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Courses;

/// <summary>A piece of what a method can begin with, as a picture shows it.</summary>
/// <param name="Name">By its colours, or its place in the picture: baseEdge.</param>
/// <param name="Side">The colour it is drawn in.</param>
/// <param name="Good">It is joined with a neighbour, or at most one turn from the base layer, right way up.</param>
/// <param name="Distance">The fewest turns (HTM) that bring it home alone; 0 where the picture does not show it.</param>
/// <param name="Offset">Quarter turns of D that would bring it home (0, 1, 2, -1); null where it is not in the base layer.</param>
public sealed record OpeningPieceResponse(string Name, string Side, bool Good, int Distance, int? Offset);

/// <summary>Something to know about an opening.</summary>
/// <param name="Fact">What is so: bad (number), held (to, number: quarter turns) or sides (piece).</param>
/// <param name="Words">The few words made of it: "3 bad".</param>
public sealed record OpeningFactResponse(FactResponse Fact, string Words);

/// <summary>One thing a method can begin with: a cross, a block, good edges on a base.</summary>
/// <param name="Part">What the stage calls it, beside the base: the side of a block; empty where the base says all.</param>
/// <param name="Bases">The base colours it can be held on.</param>
/// <param name="Title">As read: "white cross", "red block on white".</param>
/// <param name="Swatches">The colours that tell it apart.</param>
/// <param name="Length">The fewest turns (HTM).</param>
/// <param name="Count">How many ways have that length.</param>
/// <param name="Ready">The parts of it that are solved or joined already.</param>
/// <param name="Facts">What else to know before choosing.</param>
/// <param name="Best">The best of the ways with the fewest turns, rotation first; empty where they are not ranked here.</param>
/// <param name="Time">Its relative time; null where it is not known, or a turn is avoided.</param>
/// <param name="Pieces">What its picture shows.</param>
public sealed record OpeningResponse(
    string Part, IReadOnlyList<string> Bases, string Title, IReadOnlyList<string> Swatches, int Length, int Count,
    IReadOnlyList<string> Ready, IReadOnlyList<OpeningFactResponse> Facts, string Best, double? Time,
    IReadOnlyList<OpeningPieceResponse> Pieces)
{
    internal static OpeningResponse Of(Opening o) => new(
        o.Part, Names(o.Bases), o.Title, Names(o.Swatches), o.Length, o.Count, o.Ready,
        [.. o.Facts.Select(f => new OpeningFactResponse(FactResponse.Of(f.Fact), f.Words))],
        o.Best is null ? "" : string.Join(' ', o.Best.Turns), SequenceResponse.Rounded(o.Best?.Time),
        [.. o.Pieces.Select(p => new OpeningPieceResponse(p.Name, p.Color.Name(), p.IsGood, p.Distance, p.Offset))]);

    private static string[] Names(IEnumerable<Color> colors) => [.. colors.Select(c => c.Name())];
}

/// <summary>What a method can begin with, at a scramble.</summary>
/// <param name="Scramble">As it was read.</param>
/// <param name="Facelets">The 54-facelet text of the position, held white up, green front; what is not known is a dot.</param>
/// <param name="Openings">In the order in which they are shown; empty where the stage begins no method.</param>
public sealed record OpeningsResponse(string Scramble, string Facelets, IReadOnlyList<OpeningResponse> Openings);

/// <summary>What a first stage is asked for.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Known">The crosses and pairs that were looked at, where not the whole position was: white,white:green-red.</param>
/// <param name="By">time or turns: how ways are ranked.</param>
/// <param name="Wishes">Wishes that one stage understands, with ',' between them; others are passed over.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
internal sealed record OpeningsQuery(
    string? Stage, string? Scramble, string? Known, string? By, string? Wishes, bool? LeftHanded, string? Avoid, string? MiddleHand);

/// <summary>/api/course/openings: what a method can begin with, whichever it is. Pure: nothing is stored.</summary>
internal sealed class OpeningEndpoints : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/course").WithTags("Courses").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/openings", Compare).WithName("openings")
            .WithSummary("What a method can begin with, compared: the six crosses, the 24 first blocks, good edges on each base.");
    }

    private static Results<Ok<OpeningsResponse>, ProblemHttpResult> Compare(
        [AsParameters] OpeningsQuery query, StageBook book, HandModels hands, CancellationToken cancel)
    {
        if (!StopEndpoints.TryReadStage(book, query.Stage, out var stage, out var problem)
            || !Door.TryReadTurns(query.Scramble, "scramble", out var turns, out problem)
            || !Door.TryReadKnown(query.Known, out var known, out problem)
            || !Door.TryReadEnum(query.By, "by", Measure.Time, out var by, out problem)
            || !HandsQuery.TryRead(query.LeftHanded ?? false, query.Avoid, query.MiddleHand, out var preferences,
                out problem)) return problem;
        var state = CubeState.Solved.Apply(turns.Turns);
        var options = new CourseOptions(hands.For(preferences), by == Measure.Turns, false, CourseOptions.UsualBeam)
        {
            Known = known,
            Wishes = Door.Names(query.Wishes),
        };
        return TypedResults.Ok(new OpeningsResponse(turns.ToString(), Facelets.Write(state, known),
            [.. stage.Course!.Openings(state, options, cancel).Select(OpeningResponse.Of)]));
    }
}
