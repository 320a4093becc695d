using System.Security.Cryptography;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Scrambles;

/// <summary>A scramble.</summary>
/// <param name="Scramble">The turns, to be applied white up, green front.</param>
/// <param name="Length">HTM.</param>
/// <param name="Facelets">The position it makes, as it is held then: 54 stickers.</param>
public sealed record ScrambleResponse(string Scramble, int Length, string Facelets)
{
    internal static ScrambleResponse Of(Algorithm sequence) => new(sequence.ToString(), sequence.Length(Metric.Htm),
        Core.Cube.Facelets.Write(CubeState.Solved.Apply(sequence.Turns)));
}

/// <summary>A position given by its stickers.</summary>
/// <param name="Facelets">The 54-facelet text, as held; '.' for a sticker nobody looked at.</param>
public sealed record PositionRequest(string? Facelets);

/// <summary>A scramble that makes a given position.</summary>
/// <param name="Scramble">The turns, to be applied white up, green front. Unknown pieces are drawn.</param>
/// <param name="Length">HTM.</param>
/// <param name="IsComplete">Every piece was given.</param>
/// <param name="Known">What was given, when it is not the whole cube: "white,white:green-red" for a cross and a pair.</param>
public sealed record PositionResponse(string Scramble, int Length, bool IsComplete, string Known);

/// <summary>A list of scrambles as text.</summary>
/// <param name="Text">One scramble a line; empty lines and // comments are passed over.</param>
public sealed record ListRequest(string? Text);

/// <summary>A line that cannot be read.</summary>
/// <param name="Line">From 1.</param>
/// <param name="Why">In one sentence.</param>
public sealed record ListErrorResponse(int Line, string Why);

/// <summary>A list that was read.</summary>
/// <param name="Scrambles">In order.</param>
/// <param name="Errors">Lines that cannot be read.</param>
public sealed record ListResponse(IReadOnlyList<string> Scrambles, IReadOnlyList<ListErrorResponse> Errors);

/// <summary>/api/scramble: fair scrambles from the system's random source, scrambles for wishes and for given positions.</summary>
internal sealed class ScrambleEndpoints : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/scramble").WithTags("Scrambles").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/", Draw).WithName("drawScramble")
            .WithSummary("A scramble to a position drawn evenly among all, or among those that fit a wish for one colour's cross.");
        group.MapPost("/list", ReadList).WithName("readScrambles").WithSummary("Reads a list of scrambles, one a line.");
        group.MapPost("/of-position", OfPosition).WithName("scrambleOfPosition")
            .WithSummary("A scramble that makes a given position, or one of which a cross is known, perhaps with pairs.");
    }

    private static Ok<ListResponse> ReadList(ListRequest request)
    {
        var (scrambles, errors) = (new List<string>(), new List<ListErrorResponse>());
        var lines = (request.Text ?? "").Split('\n');
        for (var i = 0; i < lines.Length; i++)
        {
            if (lines[i].Trim() is "" || lines[i].TrimStart().StartsWith("//", StringComparison.Ordinal)) continue;
            try
            {
                var read = Algorithm.Parse(lines[i]);
                if (read.Turns.Count > 0) scrambles.Add(read.ToString());
            }
            catch (NotationException e)
            {
                errors.Add(new ListErrorResponse(i + 1, e.Message));
            }
        }

        return TypedResults.Ok(new ListResponse(scrambles, errors));
    }

    private static async Task<Results<Ok<ScrambleResponse>, ProblemHttpResult>> Draw(
        TableShelf shelf, ScramblesAhead ahead, CancellationToken cancel, string? color = null, int? length = null, int? badEdges = null)
    {
        var hasWish = length is not null || badEdges is not null;
        if (!hasWish && string.IsNullOrEmpty(color)) return TypedResults.Ok(ScrambleResponse.Of(await ahead.NextAsync(cancel)));
        if (!Door.TryReadColor(color, out var wished, out var problem)) return problem;
        if (!hasWish) return TypedResults.Ok(ScrambleResponse.Of(await ahead.NextAsync(cancel)));
        try
        {
            var position = new WishedPositions(await shelf.GetAsync(CrossTable.Kind, cancel), [new CrossWish(wished, length, badEdges)])
                .Draw(RandomNumberGenerator.GetInt32, cancel);
            return TypedResults.Ok(ScrambleResponse.Of(
                new TwoPhaseSearch(await shelf.GetAsync(TwoPhaseTables.Kind, cancel)).SequenceTo(position, cancel)));
        }
        catch (CrossWishException e)
        {
            return Problems.Bad("no-such-position", e.Message, length is not null ? "length" : "badEdges");
        }
    }

    private static async Task<Results<Ok<PositionResponse>, ProblemHttpResult>> OfPosition(
        PositionRequest request, TableShelf shelf, CancellationToken cancel)
    {
        var (position, flaw) = PartialPosition.Read(request.Facelets ?? "");
        if (position is null) return Problems.Flawed(flaw!);
        if (!position.IsComplete && position.KnownCrosses.Count == 0)
            return Problems.Bad("too-little-known", "Paint the whole cube, or at least the four edges of one cross with both their " +
                "stickers.", "facelets");
        var sequence = new TwoPhaseSearch(await shelf.GetAsync(TwoPhaseTables.Kind, cancel))
            .SequenceTo(position.Complete(RandomNumberGenerator.GetInt32), cancel);
        return TypedResults.Ok(new PositionResponse(
            sequence.ToString(), sequence.Length(Metric.Htm), position.IsComplete, position.IsComplete ? "" : position.Known.ToString()));
    }
}
