using System.Threading.Channels;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Plans;

/// <summary>A stage of a whole plan.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Title">As read.</param>
/// <param name="Text">Its turns, rotations too; empty when it stands already.</param>
/// <param name="Lengths">In every metric.</param>
/// <param name="Time">Relative time of it alone; null when a turn is avoided.</param>
/// <param name="Rotations">Rotations of the whole cube between its turns; those at the beginning of the solve are the hold.</param>
/// <param name="Pauses">How often the hands will stand still before a stop of it: what it needs could not be seen before.</param>
public sealed record PlannedStageResponse(string Stage, string Title, string Text, LengthsResponse Lengths, double? Time, int Rotations,
    int Pauses);

/// <summary>A whole solve planned.</summary>
/// <param name="Color">The base colour.</param>
/// <param name="Part">The part the method begins with, where it knows one: the side of a block.</param>
/// <param name="Text">All turns.</param>
/// <param name="Lengths">In every metric.</param>
/// <param name="Time">Relative time without a pause; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Rotations">Rotations of the whole cube between the turns.</param>
/// <param name="Pauses">Pauses to expect, those of all stages.</param>
/// <param name="Stages">Stage by stage, each of the method's.</param>
/// <param name="Stops">The turns of each stop, as the desk takes them.</param>
public sealed record WholePlanResponse(
    string Color, string Part, string Text, LengthsResponse Lengths, double? Time, int Regrips, int Rotations,
    int Pauses, IReadOnlyList<PlannedStageResponse> Stages, IReadOnlyList<string> Stops);

/// <summary>A line of plans as they come.</summary>
/// <param name="Kind">plan: a better one of a method; looked: a method is looked through for now; end: all are.</param>
/// <param name="Method">The method; empty at the end.</param>
/// <param name="IsDeep">It was found over all stages together, not stage by stage.</param>
/// <param name="Plan">The plan; null for the other kinds.</param>
public sealed record PlanLineResponse(string Kind, string Method, bool IsDeep, WholePlanResponse? Plan);

/// <summary>What whole plans are asked for.</summary>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Method">One method; all when left out.</param>
/// <param name="Colors">The bases that are allowed, with ',' between them; all six when left out.</param>
/// <param name="Part">The only part that is allowed, where a method knows parts: the side of a block.</param>
/// <param name="By">time or turns, these in the method's metric.</param>
/// <param name="Deep">For how many seconds each method is looked through over all stages together; 0: stage by stage alone.</param>
/// <param name="Wishes">Wishes of stages, with ',' between them; those of other methods' stages are passed over.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="SolverId">Whose known cases and own sequences are weighed.</param>
internal sealed record PlansQuery(
    string? Scramble, string? Method, string? Colors, string? Part, string? By, double? Deep, string? Wishes, bool? LeftHanded,
        string? Avoid,
    string? MiddleHand, int? SolverId);

/// <summary>/api/plans: whole solves of a scramble by every method, side by side, each line as it comes.</summary>
internal sealed class PlanEndpoints : IFeature
{
    /// <summary>The most seconds for one method.</summary>
    private const double MostSeconds = 10;

    /// <summary>What the first plans, stage by stage, may take in all.</summary>
    private static readonly TimeSpan Unhurried = TimeSpan.FromSeconds(30);

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) => app.MapGroup("/api/plans").WithTags("Plans").ForMembers()
        .ProducesProblem(400).ProducesProblem(429).MapGet("/", Plan).WithName("planWhole")
        .WithSummary("Whole solves of a scramble by each method, the best of all bases; deeper ones as they are found, a line each.")
        .AsFinding().Produces<PlanLineResponse>(StatusCodes.Status200OK, LineStream.ContentType);

    private sealed record Wish(CubeState Start, IReadOnlyList<SolveMethod> Methods, IReadOnlyList<Color> Colors, string Part,
        CourseOptions Options, double Deep);

    private static async Task<Results<PushStreamHttpResult, ProblemHttpResult>> Plan(
        [AsParameters] PlansQuery query, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, IOptions<JsonOptions> json,
        CancellationToken cancel)
    {
        if (!Door.TryReadTurns(query.Scramble, "scramble", out var scramble, out var problem)
            || !Door.TryReadEnum(query.By, "by", Measure.Time, out var by, out problem)
            || !HandsQuery.TryRead(query.LeftHanded ?? false, query.Avoid, query.MiddleHand, out var preferences,
                out problem)) return problem;
        var methods = book.Methods;
        if (!string.IsNullOrEmpty(query.Method))
        {
            if (!Door.TryReadWord(query.Method, "method", book.Methods, m => m.Id, out var one, out problem)) return problem;
            methods = [one];
        }

        if (query.Deep is { } seconds && !(seconds >= 0 && seconds <= MostSeconds))
            return Problems.Bad("bad-deep", $"'deep' is 0 to {MostSeconds:0} seconds for a method.", "deep");
        var colors = new List<Color>();
        foreach (var name in Door.Names(query.Colors))
        {
            if (!Faces.TryParseColor(name, out var color))
            {
                var known = string.Join(", ", Faces.AllColors.Select(c => c.Name()));
                return Problems.Bad("unknown-color", $"'{name}' is no colour: {known} are.", "colors");
            }

            colors.Add(color);
        }

        var options = new CourseOptions(hands.For(preferences), by == Measure.Turns, false, CourseOptions.UsualBeam)
        {
            Repertoire = await Repertoires.ReadAsync(db, book, skipped, query.SolverId, null, cancel),
            Wishes = Door.Names(query.Wishes),
        };
        var wish = new Wish(CubeState.Solved.Apply(scramble.Turns), methods, colors.Count > 0 ? [.. colors.Distinct()]
            : [.. Faces.AllColors],
            query.Part ?? "", options, query.Deep ?? 0);
        return TypedResults.Stream(
            body => LineStream.SendAsync<PlanLineResponse>(body, (lines, stop) => Search(book, wish, lines, stop),
                Unhurried + TimeSpan.FromSeconds(wish.Deep * methods.Count), json.Value.SerializerOptions, cancel),
            LineStream.ContentType);
    }

    private static void Search(StageBook book, Wish wish, ChannelWriter<PlanLineResponse> lines, CancellationToken cancel)
    {
        // One thread: others are served meanwhile.
        var planner = new WholePlanner(book, threads: 1);
        foreach (var method in wish.Methods)
        {
            if (planner.Best(method, wish.Start, FociOf(method), wish.Options, cancel) is { } best)
                lines.TryWrite(new PlanLineResponse("plan", method.Id, false, Response(book, wish.Start, best, wish.Options.Hands)));
            lines.TryWrite(new PlanLineResponse("looked", method.Id, false, null));
        }

        foreach (var method in wish.Deep > 0 ? wish.Methods : [])
        {
            using var stop = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            var isFirst = true;
            foreach (var plan in planner.Deepen(method, wish.Start, FociOf(method), wish.Options, stop.Token))
            {
                // The first one is known; the time counts from there.
                if (isFirst) stop.CancelAfter(TimeSpan.FromSeconds(wish.Deep));
                else lines.TryWrite(new PlanLineResponse("plan", method.Id, true, Response(book, wish.Start, plan, wish.Options.Hands)));
                isFirst = false;
            }

            cancel.ThrowIfCancellationRequested();
            lines.TryWrite(new PlanLineResponse("looked", method.Id, true, null));
        }

        lines.TryWrite(new PlanLineResponse("end", "", wish.Deep > 0, null));

        // A part that no base of the method has is a wish of another method.
        IReadOnlyList<Focus> FociOf(SolveMethod method)
        {
            var all = planner.Foci(method, wish.Colors);
            var wanted = all.Where(f => wish.Part.Length > 0 && f.Part == wish.Part).ToArray();
            return wanted.Length > 0 ? wanted : all;
        }
    }

    private static WholePlanResponse Response(StageBook book, CubeState start, WholePlan plan, HandModel hands)
    {
        var reading = hands.Read(plan.All);
        var lead = plan.All.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
        var pauses = ExpectedPause.Of(book, start, plan);
        var (stages, isBegun) = (new List<PlannedStageResponse>(), false);
        foreach (var id in plan.Method.Stages)
        {
            Turn[] turns = [.. plan.Made.Steps.Where((_, i) => plan.Stops[i].Stage == id).SelectMany(s => s)];
            // The hold of the whole solve is no rotation of a stage.
            var held = isBegun ? 0 : turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count();
            isBegun |= turns.Length > held;
            stages.Add(new PlannedStageResponse(id, book.Find(id)!.Title, string.Join(' ', turns), LengthsResponse.Of(turns),
                turns.Length == 0 ? 0 : SequenceResponse.Rounded(hands.Measure(turns.SkipWhile(t => t.Kind == TurnKind.Rotation))),
                turns.Skip(held).Count(t => t.Kind == TurnKind.Rotation), pauses.Count(p => p.Stage == id)));
        }

        // The desk takes the first stop as that of the first stage, also when nothing is left to do there.
        string[] standing = plan.Stops.Count > 0 && plan.Stops[0].Stage == plan.Method.Stages[0] ? [] : [""];
        return new WholePlanResponse(
            plan.Focus.Base.Name(), plan.Focus.Part, string.Join(' ', plan.All), LengthsResponse.Of(plan.All),
            SequenceResponse.Rounded(plan.Time), reading?.Regrips ?? 0, plan.All.Skip(lead).Count(t => t.Kind == TurnKind.Rotation),
            pauses.Count, stages,
            [.. standing, .. plan.Stops.Select(s => string.Join(' ', s.Turns))]);
    }
}
