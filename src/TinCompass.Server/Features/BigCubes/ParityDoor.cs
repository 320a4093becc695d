using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.BigCubes;

/// <summary>/api/big/parity: turns that mend what a joined 4x4 or 5x5 has and a 3x3 has not.</summary>
internal static class ParityDoor
{
    /// <summary>Holds that are told, the best first.</summary>
    private const int MostHolds = 6;

    public static Results<Ok<BigParityResponse>, ProblemHttpResult> Answer(int? size, string? scramble, string? facelets, string? made,
        string? turns, string? method, StageBook book, HandModels hands, CancellationToken cancel)
    {
        if (!BigEndpoints.TryReadStart(size, scramble, facelets, made, out var state, out _, out var problem)
            || !BigTurnsDoor.TryRead(turns, "turns", state.Size, out var own, out problem)
            || !Door.TryReadWord(method, "method", book.Methods, m => m.Id, out var chosen, out problem)) return problem;
        var model = hands.For(HandPreferences.Usual);
        var (need, layers) = (ParityWay.NeedOf(state), state.Size);
        ParityWay[] ways = need is { } wanted ? [.. ParityBook.For(layers, wanted).OrderBy(w => w.Turns.Count)] : [];
        ParityWay? shown = null;
        if (own.Count > 0)
        {
            shown = ParityWay.Read(own, layers, out var refusal);
            if (shown is null) return Problems.Bad(refusal!.Code, refusal.Message, "turns");
        }

        return TypedResults.Ok(new BigParityResponse(need is { } flaw ? BigWords.Code(flaw, layers) : null,
            need is { } named ? BigWords.Flaw(named, layers) : "", [.. ways.Select(w => Told(w, layers, model))],
            shown is null ? null : Told(shown, layers, model),
            shown is null || need is null || shown.Mends != need ? [] : Holds(shown, state, chosen, book, model, cancel)));
    }

    private static BigParityWayResponse Told(ParityWay way, int size, HandModel hands)
    {
        var time = hands.Measure(BigTurns.Gripped(way.Turns, size));
        return new BigParityWayResponse(BigNotation.Written(way.Turns, size), BigTurns.Count(way.Turns, size),
            time is { } took ? hands.Told(took) : "", BigWords.Code(way.Mends, size), BigWords.Flaw(way.Mends, size),
            way.Reach.ToString().ToLowerInvariant(), BigWords.Reach(way), way.Edges, way.Corners);
    }

    /// <summary>
    /// The best ways to hold the cube: where the first two layers stand after it, those after which the top is oriented soonest; else those
    /// after which the 3x3 takes the fewest turns.
    /// </summary>
    private static IReadOnlyList<BigParityHoldResponse> Holds(ParityWay way, BigState state, SolveMethod method, StageBook book,
        HandModel hands, CancellationToken cancel)
    {
        var small = new WholePlanner(book, threads: 1, alike: 0);
        var options = new CourseOptions(hands, true, false, CourseOptions.UsualBeam);
        var foci = small.Foci(method, Faces.AllColors);
        var tools = book.All.OfType<LlStage>().First().Tools;
        return
        [
            .. way.Holds(state).Select(h => (Hold: h, Top: LlTopSeen.Of(h.After, tools, hands),
                    Turns: small.Best(method, h.After, foci, options, cancel)?.Turns ?? 0))
                .OrderBy(h => h.Top is null).ThenBy(h => h.Top is { } top ? top.Time ?? double.PositiveInfinity : 0).ThenBy(h => h.Turns)
                .Take(MostHolds)
                .Select(h => new BigParityHoldResponse(string.Join(' ', h.Hold.Hold.Rotation), h.Turns,
                    h.Top?.Told(hands) ?? "", BigStopResponse.Of(state, [new BigReviewedStop(new BigStop(BigStage.Parity,
                        $"parity: {BigWords.Flaw(way.Mends, state.Size)}", [BigWords.Code(way.Mends, state.Size)], h.Hold.Turns),
                        [])])[0])),
        ];
    }
}
