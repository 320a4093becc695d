using TinCompass.Core.Cube;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.Sequences;

/// <summary>A name as it is with the base down, and with the base up.</summary>
/// <param name="Down">With the base down.</param>
/// <param name="Up">With the base up.</param>
public sealed record TurnedNameResponse(string Down, string Up);

/// <summary>
/// How all that is told with the base down is named and drawn with the base up: the cube turned over by z2, the front in front.
/// </summary>
/// <param name="Turns">Each of the 54 turns: the same layers.</param>
/// <param name="Holds">Each hold in words: "yellow up, blue front".</param>
/// <param name="Rotations">The shortest rotation from the scramble's hold to each hold, and to that hold turned over.</param>
/// <param name="Stickers">For each of the 54 letters of a position the one that stands there then, from 0.</param>
public sealed record TurnedOverResponse(IReadOnlyList<TurnedNameResponse> Turns, IReadOnlyList<TurnedNameResponse> Holds,
    IReadOnlyList<TurnedNameResponse> Rotations, IReadOnlyList<int> Stickers);

/// <summary>/api/base-up.</summary>
internal sealed class TurnedOverEndpoint : IFeature
{
    private static readonly TurnedOverResponse All = new(
        [.. Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).Select(t => new TurnedNameResponse($"{t}", $"{TurnedOver.Of(t)}"))],
        [.. Hold.All.Select(h => new TurnedNameResponse($"{h}", $"{TurnedOver.Of(h)}"))],
        [.. Hold.All.Select(h => new TurnedNameResponse(Rotation(h), Rotation(TurnedOver.Of(h))))],
        TurnedOver.Stickers);

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) => app.MapGet("/api/base-up", () => TypedResults.Ok(All))
        .WithTags("Sequences").WithName("getBaseUp").ForMembers().WithSummary("How turns, holds and positions are named with the base up.");

    private static string Rotation(Hold hold) => string.Join(' ', FaceTurns.Between(Hold.Scramble, hold));
}
