using System.Diagnostics.CodeAnalysis;
using System.Security.Cryptography;
using System.Threading.Channels;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.BigCubes;

/// <summary>/api/big: 4x4 and 5x5, reduced to a 3x3: scrambles, the six centres compared, a whole plan.</summary>
internal sealed class BigEndpoints : IFeature
{
    /// <summary>Ways of a centre that are counted; that are sent of each, and of one that is asked for alone.</summary>
    private const int MostCounted = 40, MostSent = 2, MostOfOne = 24;

    /// <summary>The most turns that ways to a first centre may be longer than need be.</summary>
    private const int MostSlack = 1;

    private static readonly string[] SchoolNames = [Words.Code(BigSchool.Centres), Words.Code(BigSchool.Edges)];

    /// <summary>What a plan may take.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/big").WithTags("BigCubes").ForMembers().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/scramble", Scramble).WithName("drawBigScramble").WithSummary("A scramble of a 4x4 or 5x5 by random turns.");
        group.MapGroup("").AsSearch().MapGet("/centres", Centres).WithName("compareBigCentres")
            .WithSummary("The six centres of a 4x4 or 5x5 compared: the fewest turns, what lies ready, ways.");
        group.MapGroup("").AsSearch().MapGet("/review", Review).WithName("reviewBig")
            .WithSummary("Own turns of a 4x4 or 5x5 cut into centres, edges and the 3x3, with what is to be said of each.");
        group.MapGroup("").AsSearch().MapGet("/parity", ParityDoor.Answer).WithName("mendBigParity")
            .WithSummary("What a joined 4x4 or 5x5 has that no 3x3 has, and turns that mend it: of the book or own, and how to hold them.");
        group.MapGet("/plan", Plan).WithName("planBig")
            .WithSummary("A whole solve of a 4x4 or 5x5, stop by stop: how far it is, a line each, and at the end the plan.")
            .AsFinding().Produces<BigLineResponse>(StatusCodes.Status200OK, LineStream.ContentType);
    }

    private static Results<Ok<BigScrambleResponse>, ProblemHttpResult> Scramble(int? size) =>
        !TryReadSize(size, out var layers, out var problem) ? problem
            : TypedResults.Ok(new BigScrambleResponse(layers,
                BigNotation.Written(BigScrambles.Draw(layers, RandomNumberGenerator.GetInt32), layers)));

    private static Results<Ok<BigCentresResponse>, ProblemHttpResult> Centres(int? size, string? scramble, string? facelets,
        string? made, string? color, int? slack, CancellationToken cancel)
    {
        if (!TryReadStart(size, scramble, facelets, made, out var state, out var start, out var problem)) return problem;
        if (slack is < 0 or > MostSlack) return Problems.Bad("bad-slack", $"'slack' is 0 to {MostSlack} turns.", "slack");
        var alone = (Color?)null;
        if (!string.IsNullOrEmpty(color))
        {
            if (!Door.TryReadColor(color, out var one, out problem)) return problem;
            alone = one;
        }

        var isFirst = Faces.AllColors.All(c => !CentreShapes.Stands(state, c));
        return TypedResults.Ok(new BigCentresResponse(state.Size, start.Scramble, $"{state}", Parities.IsOdd(state),
            [
                .. Faces.AllColors.Where(c => alone is null || c == alone)
                    .Select(c => Centre(state, c, isFirst, slack ?? 0, alone is null ? MostSent : MostOfOne, cancel)),
            ],
            [
                .. Edges(state),
            ], ReducedCube.HasCentres(state) ? Store(state) : null,
            BigWords.Why(state, start.Turns)));
    }

    private static BigStoreResponse? Store(BigState state)
    {
        var (store, last) = (EdgeStore.Of(state), LastEdges.Fewest(state));
        return store.Whole == 12 ? null : new BigStoreResponse(BigWords.Stored(store), Way(store.Turns, []),
            last is null ? null : Way(last, BigWords.Edges(state, last)));

        BigEdgeWayResponse? Way(IReadOnlyList<BigTurn> turns, IReadOnlyList<string> said) => turns.Count == 0 ? null
            : new BigEdgeWayResponse(BigNotation.Written(turns, state.Size), turns.Count,
                [.. ReducedCube.WholeEdges(state.Apply(turns)).Except(ReducedCube.WholeEdges(state))], "",
                BigTurnResponse.Of(state, turns, said));
    }

    /// <summary>Where the parts of edges are and how they lie; where all centres stand also what each takes by itself.</summary>
    private static IEnumerable<BigEdgeResponse> Edges(BigState state)
    {
        var (lies, whole) = (EdgeLies.Of(state).ToLookup(p => p.Edge), ReducedCube.WholeEdges(state).Count);
        var ways = ReducedCube.HasCentres(state) ? NextEdges.Of(state).ToDictionary(w => w.Edge) : [];
        return ReducedCube.Parts(state).Select(e => new BigEdgeResponse(e.Edge, e.IsWhole, [.. e.Places.Select(ReducedCube.PlaceOf)],
            [.. lies[e.Edge].Select(p => BigWords.Lie(p, state.Size))],
            ways.TryGetValue(e.Edge, out var way) ? new BigEdgeWayResponse(BigNotation.Written(way.Turns, state.Size), way.Turns.Count,
                way.Also, BigWords.After(way, whole), BigTurnResponse.Of(state, way.Turns, BigWords.Edges(state, way.Turns))) : null));
    }

    private static Results<Ok<BigReviewResponse>, ProblemHttpResult> Review(int? size, string? scramble, string? facelets, string? made,
        string? turns, CancellationToken cancel)
    {
        if (!TryReadStart(size, scramble, facelets, made, out var state, out _, out var problem)
            || !BigTurnsDoor.TryRead(turns, "turns", state.Size, out var own, out problem)) return problem;
        return own.Count == 0 ? Problems.Bad("empty", "The turns are empty; expected turns such as R Uw' 2F2.", "turns")
            : TypedResults.Ok(new BigReviewResponse(BigStopResponse.Of(state, BigReview.Of(state, own, cancel))));
    }

    private static BigCentreResponse Centre(BigState state, Color color, bool isFirst, int slack, int most,
        CancellationToken cancel)
    {
        string[] ready = [.. CentreShapes.Ready(state, color)
            .Select(r => $"{CentreShapes.Name(r.Shape, state.Size)} on the {CentreShapes.Name(r.Face)}")];
        if (CentrePlanner.Kept(state).ContainsKey(color))
            return new BigCentreResponse(color.Name(), color.Opposite().Name(), true, null, false, 0, false, ready, []);
        var ways = isFirst ? CentreSearch.Of(state.Size).First(state, color, slack, MostCounted, cancel)
            : [.. new CentrePlanner(state.Size).Next(state, color, cancel).Select(s => s.Turns)];
        var length = ways.Count > 0 ? ways[0].Count : (int?)null;
        var shortest = ways.Where(w => w.Count == length).ToList();
        return new BigCentreResponse(color.Name(), color.Opposite().Name(), false, length, isFirst, shortest.Count,
            isFirst && shortest.Count == MostCounted, ready,
        [
            .. (isFirst && slack > 0 ? ways.OrderBy(w => w.Count) : shortest.AsEnumerable()).Take(most)
                .Select(w => new BigWayResponse(BigNotation.Written(w, state.Size), w.Count,
                BigTurnResponse.Of(state, w, BigWords.Centre(state, w, color)), BigWords.Others(state, state.Apply(w), color))),
        ]);
    }

    private static Results<PushStreamHttpResult, ProblemHttpResult> Plan(int? size, string? scramble, string? facelets, string? made,
        string? method, string? school, StageBook book, HandModels hands, IOptions<JsonOptions> json, CancellationToken cancel)
    {
        if (!TryReadStart(size, scramble, facelets, made, out var state, out _, out var problem)
            || !Door.TryReadWord(method, "method", book.Methods, m => m.Id, out var chosen, out problem)
            || !Door.TryReadWord(school, "school", SchoolNames, s => s, out var order, out problem)) return problem;
        return TypedResults.Stream(
            body => LineStream.SendAsync<BigLineResponse>(body, (lines, stop) => Search(book, chosen,
                order == SchoolNames[1] ? BigSchool.Edges : BigSchool.Centres, hands, state, lines, stop), Patience,
                json.Value.SerializerOptions, cancel),
            LineStream.ContentType);
    }

    private static void Search(StageBook book, SolveMethod method, BigSchool school, HandModels hands, BigState state,
        ChannelWriter<BigLineResponse> lines, CancellationToken cancel)
    {
        // One thread: others are served meanwhile.
        var small = new WholePlanner(book, threads: 1, alike: 0);
        var options = new CourseOptions(hands.For(HandPreferences.Usual), true, false, CourseOptions.UsualBeam);
        var foci = small.Foci(method, Faces.AllColors);
        var planner = new BigPlanner(state.Size, (cube, stop) => small.Best(method, cube, foci, options, stop)!.MadeStops,
            school);
        var plan = planner.Plan(state, new Heard(lines), cancel);
        lines.TryWrite(new BigLineResponse("plan", "small", 1, 1, new BigPlanResponse(BigTurns.Count(plan.All, state.Size), plan.IsOdd,
            new ReducedResponse(Facelets.Write(plan.Reduced)),
            BigStopResponse.Of(state, plan.Stops.Select(s => new BigReviewedStop(s, [])))), null));
        if (school != BigSchool.Centres) return;
        var (centres, edges) = planner.Beside(state, cancel);
        lines.TryWrite(new BigLineResponse("beside", "small", 1, 1, null, new BigBesideResponse(centres, edges)));
    }

    /// <summary>The position that is asked about: turns or stickers, and turns made since.</summary>
    internal static bool TryReadStart(int? size, string? scramble, string? facelets, string? made, [NotNullWhen(true)] out BigState? state,
        out BigStart given, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (state, given) = (null, new BigStart("", null));
        if (!TryReadSize(size, out var layers, out problem)
            || !BigTurnsDoor.TryRead(scramble, "scramble", layers, out var turns, out problem)
            || !BigTurnsDoor.TryRead(made, "made", layers, out var so, out problem)) return false;
        var start = BigState.Solved(layers);
        if (!string.IsNullOrWhiteSpace(facelets))
        {
            var (read, flaw) = BigLegality.Read(layers, facelets);
            if (flaw is not null) problem = Problems.Flawed(flaw);
            else if (turns.Count > 0) problem = Problems.Bad("both", "Either turns or stickers tell the position, not both.", "scramble");
            if (problem is not null) return false;
            start = read!;
        }

        state = start.Apply(turns).Apply(so);
        given = new BigStart(BigNotation.Written(turns, layers), string.IsNullOrWhiteSpace(facelets) ? [.. turns, .. so] : null);
        return true;
    }

    private static bool TryReadSize(int? size, out int layers, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        layers = size ?? BigPieces.Least;
        problem = layers is >= BigPieces.Least and <= BigPieces.Most ? null
            : Problems.Bad("bad-size", $"'size' is {BigPieces.Least} or {BigPieces.Most} layers.", "size");
        return problem is null;
    }

    /// <summary>How a position was given: the scramble as it is written, and all turns from the solved cube where they are known.</summary>
    internal sealed record BigStart(string Scramble, IReadOnlyList<BigTurn>? Turns);

    private sealed class Heard(ChannelWriter<BigLineResponse> lines) : IProgress<BigProgress>
    {
        public void Report(BigProgress value) =>
            lines.TryWrite(new BigLineResponse("progress", value.Stage.ToString().ToLowerInvariant(), value.Done, value.All, null, null));
    }
}
