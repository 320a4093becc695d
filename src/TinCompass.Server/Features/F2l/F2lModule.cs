using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.F2l;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.F2l;

/// <summary>/api/f2l: the free slots, the schools, the judge. All are pure: nothing is stored.</summary>
internal sealed class F2lModule : IFeature
{
    private const int MaxSolutions = 12;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/f2l").WithTags("F2l").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/slots", Slots).WithName("lookAtSlots")
            .WithSummary("The free slots after the cross: case, least turns, the best solutions.");
        group.MapGet("/schools", Schools).WithName("compareSchools").WithSummary("One pair as four schools teach it.");
        group.MapPost("/judgement", Judge).WithName("judgeF2l").WithSummary("An own sequence for one or more pairs judged.");
    }

    private static Results<Ok<SlotsResponse>, ProblemHttpResult> Slots(
        [AsParameters] F2lQuery query, StageBook book, HandModels hands, CancellationToken cancel, string? slot = null, int slack = 0,
            int most = 6)
    {
        if (!query.TryRead(hands, out var position, out var options, out var problem)) return problem;
        if (slack is < 0 or > F2lSearch.MaxSlack)
            return Problems.Bad("bad-slack", $"'slack' is 0, 1 or {F2lSearch.MaxSlack} turns over the best.", "slack");
        if (most is < 1 or > MaxSolutions) return Problems.Bad("bad-most", $"'most' is 1 to {MaxSolutions} solutions.", "most");
        Slot[] wanted = [.. position.Pairs.SolvedSlots.Others.Slots];
        if (!string.IsNullOrEmpty(slot))
        {
            if (!F2lQuery.TryReadSlot(slot, position, out var one, out problem)) return problem;
            wanted = [.. wanted.Where(s => s == one)];
        }

        var solver = book.Get<F2lStage>().Tools.NewSolver();
        using var deadline = Deadline(cancel);
        var outlooks = wanted.Select(s => solver.Solve(position.Pairs, s, options, slack, most, deadline.Token)).ToArray();
        var note = wanted.Length == 0 ? (position.Pairs.SolvedSlots == SlotSet.All
            ? "All four pairs stand already: nothing is left to do in the first two layers." : $"The {slot} pair stands already.")
            : outlooks.Any(o => o.Solutions.Count == 0 && !o.IsCut)
                ? Loosen(solver, position, outlooks.First(o => o.Solutions.Count == 0).Slot, options, slack) : null;
        return TypedResults.Ok(new SlotsResponse(
            position.Color.Name(), string.Join(' ', position.Rotation), position.Hold.ToString(), Facelets.Write(position.State),
                Names(position.Pairs.SolvedSlots.Slots, position),
            [.. outlooks.OrderBy(o => o.Length < 0 ? int.MaxValue : o.Length).Select(o => SlotOutlookResponse.Of(o, position))], note));
    }

    /// <summary>Which of the filters that are on leaves something when it is taken off.</summary>
    private static string Loosen(F2lSolver solver, F2lPosition position, Slot slot, F2lOptions options, int slack)
    {
        var name = slot.NameIn(position.Hold);
        (string Filter, F2lOptions Without)[] loosened =
        [
            .. options.Faces.Length > 0 ? [($"the chosen faces {string.Join(' ', options.Faces.ToCharArray())}",
                options with { Faces = "" })] : Array.Empty<(string, F2lOptions)>(),
            .. options.KeepHalves ? [("keeping the halves", options with { KeepHalves = false })] : Array.Empty<(string, F2lOptions)>(),
            .. options.NoRotation ? [("no rotation", options with { NoRotation = false })] : Array.Empty<(string, F2lOptions)>(),
        ];
        var helps = loosened.Where(l => solver.Solve(position.Pairs, slot, l.Without, slack, 1).Solutions.Count > 0).Select(l => l.Filter)
            .ToArray();
        return helps.Length > 0 ? $"Nothing for {name} within these filters. Loosen {string.Join(" or ", helps)}."
            : $"Nothing for {name} within these filters. Take off more than one of them.";
    }

    private static Results<Ok<IReadOnlyList<SchoolResponse>>, ProblemHttpResult> Schools(
        [AsParameters] F2lQuery query, StageBook book, HandModels hands, string? slot = null)
    {
        if (!query.TryRead(hands, out var position, out var options, out var problem)
            || !F2lQuery.TryReadSlot(slot, position, out var one, out problem)) return problem;
        var compared = book.Get<F2lStage>().Tools.NewSchools().Compare(position.Pairs, one, options);
        return TypedResults.Ok<IReadOnlyList<SchoolResponse>>(
        [
            .. compared.Select(c => SchoolResponse.Of(F2lCasebook.Explained(c, position.Pairs, one, position.Hold))),
        ]);
    }

    private static Results<Ok<F2lJudgementResponse>, ProblemHttpResult> Judge(
        JudgeF2lRequest request, StageBook book, HandModels hands, CancellationToken cancel)
    {
        if (!F2lQuery.TryReadPosition(request.Scramble, request.Made, request.Color, out var position, out var problem)
            || !HandsQuery.TryRead(request.LeftHanded ?? false, request.Avoid, request.MiddleHand, out var preferences, out problem)
            || !Door.TryReadTurns(request.Plan, "plan", out var plan, out problem)) return problem;
        var (stage, model) = (book.Get<F2lStage>(), hands.For(preferences));
        if (!PlannedBy.TryRead(request.By, request.Wishes, model, [], out var planned, out problem)) return problem;
        var focus = new Focus(position.Color);
        if (stage.Refuses(position.State, focus) is { } refusal) return Problems.Bad(refusal.Code, refusal.Message, "plan");
        using var deadline = Deadline(cancel);
        var judged = (F2lJudgement)stage.Check(position.State, focus, plan.Turns, planned.Options, planned.IsKnown, deadline.Token);
        return TypedResults.Ok(new F2lJudgementResponse(
            string.Join(' ', position.Rotation.Concat(plan.Turns)), FiguresResponse.Of(judged),
            [
                .. judged.Pairs.Select(p => new JudgedPairResponse(
                    Names(p.Solved, position), string.Join(' ', plan.Turns.Skip(p.From).Take(p.To - p.From)), p.Length, p.Least,
                        SequenceResponse.Rounded(p.Time),
                    F2lWords.Notes(p, position.Hold, model))),
            ],
            SequenceResponse.Rounded(judged.Time), judged.Planned?.Total, SequenceResponse.Rounded(judged.Planned?.Time),
                judged.Broken.Count > 0,
            SequenceResponse.Of(position.State, plan.Turns, [.. judged.Pairs.Select(p => F2lNotes.Of(p, position.Hold, model))], model,
                drawsHold: true)));
    }

    private static string[] Names(IEnumerable<Slot> slots, F2lPosition position) =>
        [.. slots.Select(s => s.NameIn(position.Hold).ToString())];

    private static CancellationTokenSource Deadline(CancellationToken cancel)
    {
        var deadline = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        deadline.CancelAfter(Limits.PairDeadline);
        return deadline;
    }
}
