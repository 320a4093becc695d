using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Courses;

/// <summary>A way that could be made at a stop.</summary>
/// <param name="Turns">As they are made, rotations at the beginning included.</param>
/// <param name="Length">HTM.</param>
/// <param name="SliceLength">STM.</param>
/// <param name="Time">Relative time; null when a turn is avoided.</param>
/// <param name="Regrips">How often a hand grips anew.</param>
/// <param name="Words">What happens in it, or what it leads to.</param>
public sealed record WayResponse(string Turns, int Length, int SliceLength, double? Time, int Regrips, string Words)
{
    internal static WayResponse Of(StageWay way) => new(
        string.Join(' ', way.Turns), way.Length, way.SliceLength, SequenceResponse.Rounded(way.Time), way.Regrips, way.Words);
}

/// <summary>Ways of one idea.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
/// <param name="Colors">The colours that stand for it; none where it has none.</param>
/// <param name="Words">How its pieces stand, or why it has no way; empty where nothing is said.</param>
/// <param name="Least">The fewest turns (HTM); null where they are not told.</param>
/// <param name="Ways">The best first.</param>
public sealed record WayGroupResponse(
    string Id, string Title, IReadOnlyList<string> Colors, string Words, int? Least, IReadOnlyList<WayResponse> Ways)
{
    internal static IReadOnlyList<WayGroupResponse> Of(IEnumerable<WayGroup> groups) =>
    [
        .. groups.Select(g => new WayGroupResponse(
            g.Id, g.Title, [.. g.Colors.Select(c => c.Name())], g.Words, g.Least, [.. g.Ways.Select(WayResponse.Of)])),
    ];
}

/// <summary>Turns of a stop drawn.</summary>
/// <param name="IsDone">They make what its stage is for.</param>
/// <param name="Sequence">Turn by turn.</param>
public sealed record DrawnStopResponse(bool IsDone, SequenceResponse Sequence);

/// <summary>What a stop is asked about.</summary>
/// <param name="Stage">The stage that stands there.</param>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Made">The turns made before it, from the scramble hold; may be empty.</param>
/// <param name="Color">The base colour; the one that is down when left out.</param>
/// <param name="Part">A part of the stage, as it calls it: the side of a block; may be empty.</param>
/// <param name="By">time or turns.</param>
/// <param name="Slack">How many turns longer than need be: 0 to 2.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="SolverId">Whose known cases and own sequences are weighed; nobody's when left out, or when there is no such solver.</param>
/// <param name="Wishes">Wishes that one stage understands, with ',' between them; others are passed over.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="NoRotation">The cube is not turned over.</param>
internal sealed record StopQuery(
    string? Stage, string? Scramble, string? Made, string? Color, string? Part, string? By, int? Slack, bool? LeftHanded, string? Avoid,
    int? SolverId, string? Wishes = null, string? MiddleHand = null, bool? NoRotation = null);

/// <summary>An own sequence at a stop to be judged.</summary>
/// <param name="Stage">The stage that stands there.</param>
/// <param name="Scramble">The scramble, applied white up, green front.</param>
/// <param name="Made">The turns made before it.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Part">A part of the stage; may be empty.</param>
/// <param name="Hold">The rotation after which the turns are read; may be empty.</param>
/// <param name="Plan">The turns.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="By">time or turns: how the solver plans; when left out, what either would plan is never a mistake.</param>
/// <param name="Wishes">Wishes of stages that the solver plans with, with ',' between them.</param>
/// <param name="Method">The method by which turns that go on over several stops are read; the one that fits best when left out.</param>
/// <param name="SolverId">Whose known cases and own sequences are weighed; nobody's when left out, or when there is no such solver.</param>
public sealed record JudgeStopRequest(
    string? Stage, string? Scramble, string? Made, string? Color, string? Part, string? Hold, string? Plan, bool? LeftHanded,
    string? Avoid, string? MiddleHand = null, string? By = null, string? Wishes = null, string? Method = null,
    int? SolverId = null);

/// <summary>A part of an own sequence, against the fewest turns that do the same.</summary>
/// <param name="Title">What it did.</param>
/// <param name="Text">Its turns; empty for the whole sequence.</param>
/// <param name="Used">Turns used.</param>
/// <param name="Least">The fewest.</param>
/// <param name="Better">A better one; empty when there is none.</param>
/// <param name="Notes">What would have been better, a sentence each, where it is not fewer turns that are told.</param>
public sealed record JudgedPartResponse(string Title, string Text, int Used, int Least, string Better, IReadOnlyList<string> Notes);

/// <summary>A stop of an own sequence that goes on over several, judged by its stage.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Title">As read.</param>
/// <param name="Text">Its turns.</param>
/// <param name="Figures">What it was worth.</param>
/// <param name="Metric">What the figures are counted in.</param>
/// <param name="Parts">Part by part.</param>
/// <param name="Hints">What else there is to say.</param>
public sealed record JudgedStopResponse(
    string Stage, string Title, string Text, FiguresResponse Figures, string Metric, IReadOnlyList<JudgedPartResponse> Parts,
    IReadOnlyList<string> Hints);

/// <summary>An own sequence judged by the stage that stands there.</summary>
/// <param name="Read">The turns of that stage, as they were tried: the whole sequence unless it goes on over other stops.</param>
/// <param name="Figures">What it was worth.</param>
/// <param name="Metric">What the figures and parts are counted in.</param>
/// <param name="Parts">Part by part.</param>
/// <param name="Hints">What else there is to say.</param>
/// <param name="IsBroken">Something that stood does not stand at the end.</param>
/// <param name="Time">Relative time of these turns.</param>
/// <param name="Planned">HTM of our plan for all that was done; null where it is not told.</param>
/// <param name="PlannedTime">Its relative time.</param>
/// <param name="Sequence">The whole sequence drawn.</param>
/// <param name="Onward">The stops after it, where the sequence goes on over them.</param>
public sealed record StopJudgementResponse(
    string Read, FiguresResponse Figures, string Metric, IReadOnlyList<JudgedPartResponse> Parts, IReadOnlyList<string> Hints,
        bool IsBroken,
    double? Time, int? Planned, double? PlannedTime, SequenceResponse Sequence, IReadOnlyList<JudgedStopResponse> Onward);

/// <summary>
/// /api/course/ways, /api/course/schools, /api/course/drawn and /api/course/judgement: any stage that stands at a stop, asked through its
/// contract.
/// </summary>
internal sealed class StopEndpoints : IFeature
{
    /// <summary>The most turns that ways may be longer than need be.</summary>
    private const int MostSlack = 2;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/course").WithTags("Courses").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/ways", Ways).WithName("waysAtStop").WithSummary("What could be made at a stop instead, by idea.");
        group.MapGet("/schools", Schools).WithName("schoolsAtStop").WithSummary("A part of a stop as it is taught, school by school.");
        group.MapGet("/drawn", Drawn).WithName("drawStop").WithSummary("Turns of the first stop of a course drawn, whatever they make.");
        group.MapPost("/judgement", Judge).WithName("judgeStop").WithSummary("An own sequence at a stop, judged by the stage there.")
            .OnlyReads();
    }

    private static async Task<Results<Ok<IReadOnlyList<WayGroupResponse>>, ProblemHttpResult>> Ways(
        [AsParameters] StopQuery query, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (!TryRead(query, book, hands, out var asked, out var problem)) return problem;
        // When it is over, the best that a search has so far is enough.
        using var enough = new CancellationTokenSource(Limits.PairDeadline);
        var options = asked.Options with
        {
            Repertoire = await Repertoires.ReadAsync(db, book, skipped, query.SolverId, null, cancel),
            Enough = enough.Token,
        };
        return TypedResults.Ok(WayGroupResponse.Of(asked.Course.Ways(asked.State, asked.Focus, options, query.Slack ?? 0, cancel)));
    }

    private static Results<Ok<IReadOnlyList<WayGroupResponse>>, ProblemHttpResult> Schools(
        [AsParameters] StopQuery query, StageBook book, HandModels hands) =>
        TryRead(query, book, hands, out var asked, out var problem)
            ? TypedResults.Ok(WayGroupResponse.Of(asked.Course.Schools(asked.State, asked.Focus, asked.Options))) : problem;

    /// <summary>A stop that is asked about, read at the door.</summary>
    private sealed record Asked(ICourseStage Course, CubeState State, Focus Focus, CourseOptions Options);

    private static bool TryRead(StopQuery query, StageBook book, HandModels hands, [NotNullWhen(true)] out Asked? asked,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        asked = null;
        if (!TryReadStage(book, query.Stage, out var stage, out problem)
            || !Door.TryReadStart(query.Scramble, query.Made, query.Color, out var state, out var made, out var color, out problem)
            || !Door.TryReadEnum(query.By, "by", Measure.Time, out var by, out problem)
            || !HandsQuery.TryRead(query.LeftHanded ?? false, query.Avoid, query.MiddleHand, out var preferences,
                out problem)) return false;
        var (focus, course) = (new Focus(color ?? state.Hold.ColorAt(Face.D), query.Part ?? ""), stage.Course!);
        if (query.Slack is < 0 or > MostSlack) problem = Problems.Bad("bad-slack", $"'slack' is 0 to {MostSlack} turns.", "slack");
        // What is done has no other way; what is no beginning is told.
        else if (!course.IsDone(state, focus) && stage.Refuses(state, focus) is { } refusal)
            problem = Problems.Bad(refusal.Code, refusal.Message, "made");
        else asked = new Asked(course, state, focus,
            new CourseOptions(hands.For(preferences), by == Measure.Turns, query.NoRotation ?? false, CourseOptions.UsualBeam)
            {
                Arrived = made.Turns,
                Wishes = Door.Names(query.Wishes),
            });
        return asked is not null;
    }

    private static Results<Ok<DrawnStopResponse>, ProblemHttpResult> Drawn(
        string? stage, string? scramble, string? plan, string? color, StageBook book, HandModels hands, CancellationToken cancel,
        string? part = null, bool? leftHanded = null, string? avoid = null, string? middleHand = null)
    {
        if (!TryReadStage(book, stage, out var meant, out var problem)
            || !Door.TryReadStart(scramble, null, color, out var state, out _, out var wanted, out problem)
            || !Door.TryReadMaybe(plan, "plan", out var turns, out problem)
            || !HandsQuery.TryRead(leftHanded ?? false, avoid, middleHand, out var preferences, out problem)) return problem;
        var (model, focus) = (hands.For(preferences), new Focus(wanted ?? state.Hold.ColorAt(Face.D), part ?? ""));
        var (stop, _) = meant.Course!.Take(state, focus, turns.Turns, new CourseOptions(model, false, false, 1));
        if (stop is not null)
            return TypedResults.Ok(new DrawnStopResponse(true,
                SequenceResponse.Of(state, stop.Turns, stop.Notes, model, plain: stop.Plain, isAsTurned: stop.IsAsTurned)));
        // What does not do it is told as its judge tells it.
        var notes = meant.Refuses(state, focus) is null ? meant.Judge(state, focus, turns.Turns, model, cancel: cancel).Notes : [];
        return TypedResults.Ok(new DrawnStopResponse(false, SequenceResponse.Of(state, turns.Turns, notes, model)));
    }

    private static async Task<Results<Ok<StopJudgementResponse>, ProblemHttpResult>> Judge(
        JudgeStopRequest request, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (!TryReadStage(book, request.Stage, out var stage, out var problem)
            || !Door.TryReadStart(request.Scramble, request.Made, request.Color, out var state, out var made, out var color, out problem)
            || !HandsQuery.TryRead(request.LeftHanded ?? false, request.Avoid, request.MiddleHand, out var preferences, out problem)
            || !Door.TryReadMaybe(request.Hold, "hold", out var hold, out problem)
            || !Door.TryReadTurns(request.Plan, "plan", out var plan, out problem)) return problem;
        var (focus, model) = (new Focus(color ?? state.Hold.ColorAt(Face.D), request.Part ?? ""), hands.For(preferences));
        SolveMethod? method = null;
        if (!PlannedBy.TryRead(request.By, request.Wishes, model, made.Turns, out var planned, out problem)
            || (request.Method is not null && !Door.TryReadWord(request.Method, "method", book.Methods, m => m.Id, out method,
                out problem))) return problem;
        if (stage.Refuses(state, focus) is { } refusal) return Problems.Bad(refusal.Code, refusal.Message, "plan");
        var options = planned.Options with
        {
            Repertoire = await Repertoires.ReadAsync(db, book, skipped, request.SolverId, null, cancel),
        };
        var turns = stage.ReadOwn(state, focus, hold.Turns, plan.Turns);
        var cut = CourseCut.Of(book, stage, state, focus, turns, method);
        var parts = new List<(CutPart Part, IReadOnlyList<Turn> Turns, StageJudgement Judged)>();
        foreach (var part in cut)
        {
            Turn[] own = [.. turns.Skip(part.From).Take(part.To - part.From)];
            var before = state.Apply(turns.Take(part.From));
            if (parts.Count > 0 && part.Stage.Refuses(before, focus) is not null) break;
            parts.Add((part, own, part.Stage.Check(before, focus, own,
                options with { Arrived = [.. made.Turns, .. turns.Take(part.From)] }, planned.IsKnown, cancel)));
        }

        var (first, lead) = (parts[0], turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count());
        return TypedResults.Ok(new StopJudgementResponse(
            string.Join(' ', first.Turns), FiguresResponse.Of(first.Judged), first.Judged.PartMetric, Parts(first.Turns, first.Judged),
            Hints(first.Turns, first.Judged), parts.Any(p => p.Judged.IsBroken),
            SequenceResponse.Rounded(model.Measure(first.Turns.Skip(lead))),
            first.Judged.OurPlan?.Turns, SequenceResponse.Rounded(first.Judged.OurPlan?.Time),
            SequenceResponse.Of(state, turns, [.. parts.SelectMany(Notes)], model, plain: [.. turns.Skip(lead)],
                drawsHold: made.Turns.Count > 0),
            [
                .. parts.Skip(1).Select(p => new JudgedStopResponse(p.Part.Stage.Id, p.Part.Stage.Title, string.Join(' ', p.Turns),
                    FiguresResponse.Of(p.Judged), p.Judged.PartMetric, Parts(p.Turns, p.Judged), Hints(p.Turns, p.Judged))),
            ]));

        // The notes of a part are about its turns after its own rotations; here they are about all turns after the first ones.
        IEnumerable<StageNote> Notes((CutPart Part, IReadOnlyList<Turn> Turns, StageJudgement Judged) part)
        {
            var by = part.Part.From + part.Turns.TakeWhile(t => t.Kind == TurnKind.Rotation).Count() - lead;
            return part.Judged.Notes.Select(n => n with { From = n.From + by, To = n.To + by });
        }
    }

    private static IReadOnlyList<JudgedPartResponse> Parts(IReadOnlyList<Turn> turns, StageJudgement judged) =>
    [
        .. judged.Parts.Select(p => new JudgedPartResponse(p.Title, string.Join(' ', Own(turns, p)), p.Used, p.Least,
            string.Join(' ', p.Better), p.Notes)),
    ];

    /// <summary>What its stage has to say, and where turns are one or nothing together.</summary>
    private static IReadOnlyList<string> Hints(IReadOnlyList<Turn> turns, StageJudgement judged) =>
        [.. judged.Hints, .. SpareTurns.Runs(turns).Select(r => SpareTurns.Say(r, turns, 0))];

    private static IEnumerable<Turn> Own(IReadOnlyList<Turn> turns, JudgedPart part) => turns.Skip(part.From).Take(part.To - part.From);

    internal static bool TryReadStage(StageBook book, string? text, [NotNullWhen(true)] out IStage? stage,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        IStage[] known = [.. book.All.Where(s => s.Course is not null)];
        return Door.TryReadWord(text, "stage", known, s => s.Id, out stage, out problem);
    }
}
