using Microsoft.AspNetCore.Http.HttpResults;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Hosting;

namespace TinCompass.Server.Features.FirstTwoLayers;

/// <summary>/api/pairs: the free slots, the course, the schools, the judge. All are pure: nothing is stored.</summary>
internal static class SlotEndpoints
{
    private const int MaxSolutions = 12;

    public static void MapSlots(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/pairs").WithTags("Pairs").AsSearch().ProducesProblem(400).ProducesProblem(429);
        group.MapGet("/slots", Slots).WithName("lookAtSlots").WithSummary("The free slots after the cross: case, least turns, the best solutions.");
        group.MapGet("/course", Plan).WithName("planCourse").WithSummary("The course from the scramble through the cross to the last pair.");
        group.MapGet("/schools", Schools).WithName("compareSchools").WithSummary("One pair as four schools teach it.");
        group.MapPost("/judgement", Judge).WithName("judgePairs").WithSummary("An own sequence for one or more pairs judged.");
    }

    private static async Task<Results<Ok<SlotsResponse>, ProblemHttpResult>> Slots(
        [AsParameters] PairsQuery query, SlotServices slots, HandModels hands, CancellationToken cancel, string? slot = null, int slack = 0, int most = 6)
    {
        if (!query.TryRead(hands, out var position, out var options, out var problem)) return problem;
        if (slack is < 0 or > SlotSearch.MaxSlack) return Problems.Bad("bad-slack", $"'slack' is 0, 1 or {SlotSearch.MaxSlack} turns over the best.", "slack");
        if (most is < 1 or > MaxSolutions) return Problems.Bad("bad-most", $"'most' is 1 to {MaxSolutions} solutions.", "most");
        Slot[] wanted = [.. position.Pairs.SolvedSlots.Others.Slots];
        if (!string.IsNullOrEmpty(slot))
        {
            if (!PairsQuery.TryReadSlot(slot, position, out var one, out problem)) return problem;
            wanted = [.. wanted.Where(s => s == one)];
        }

        var planner = await slots.PlannerAsync(cancel);
        using var deadline = Deadline(cancel);
        var outlooks = wanted.Select(s => planner.Solver.Solve(position.Pairs, s, options, slack, most, deadline.Token)).ToArray();
        var note = wanted.Length == 0 ? (position.Pairs.SolvedSlots == SlotSet.All ? "All four pairs stand already: nothing is left to do in the first two layers." : $"The {slot} pair stands already.")
            : outlooks.Any(o => o.Solutions.Count == 0 && !o.IsCut) ? Loosen(planner.Solver, position, outlooks.First(o => o.Solutions.Count == 0).Slot, options, slack) : null;
        return TypedResults.Ok(new SlotsResponse(
            position.Color.Name(), string.Join(' ', position.Rotation), position.Hold.ToString(), Facelets.Write(position.State), Names(position.Pairs.SolvedSlots.Slots, position),
            [.. outlooks.OrderBy(o => o.Length < 0 ? int.MaxValue : o.Length).Select(o => SlotOutlookResponse.Of(o, position))], note));
    }

    /// <summary>Which of the filters that are on leaves something when it is taken off.</summary>
    private static string Loosen(PairSolver solver, PairsPosition position, Slot slot, PairsOptions options, int slack)
    {
        var name = slot.NameIn(position.Hold);
        (string Filter, PairsOptions Without)[] loosened =
        [
            .. options.Faces.Length > 0 ? [($"the chosen faces {string.Join(' ', options.Faces.ToCharArray())}", options with { Faces = "" })] : Array.Empty<(string, PairsOptions)>(),
            .. options.KeepHalves ? [("keeping the halves", options with { KeepHalves = false })] : Array.Empty<(string, PairsOptions)>(),
            .. options.NoRotation ? [("no rotation", options with { NoRotation = false })] : Array.Empty<(string, PairsOptions)>(),
        ];
        var helps = loosened.Where(l => solver.Solve(position.Pairs, slot, l.Without, slack, 1).Solutions.Count > 0).Select(l => l.Filter).ToArray();
        return helps.Length > 0 ? $"Nothing for {name} within these filters. Loosen {string.Join(" or ", helps)}." : $"Nothing for {name} within these filters. Take off more than one of them.";
    }

    /// <summary>'chosen': the stops that are given, with ';' between them, from the hold that was reached; what follows is planned.</summary>
    private static async Task<Results<Ok<CourseResponse>, ProblemHttpResult>> Plan(
        [AsParameters] PairsQuery query, SlotServices slots, HandModels hands, CancellationToken cancel, string? chosen = null, string? order = null, int beam = PairsPlanner.DefaultBeam)
    {
        if (!query.TryRead(hands, out var position, out var options, out var problem) || !Door.TryReadEnum(order, "order", PairsOrder.Planned, out var wanted, out problem)) return problem;
        if (beam is < 1 or > HabitEndpoints.MaxBeam) return Problems.Bad("bad-beam", $"'beam' is 1 to {HabitEndpoints.MaxBeam} parts.", "beam");
        var planner = await slots.PlannerAsync(cancel);
        var builder = new CourseBuilder(planner, options, position);
        if (Algorithm.Parse(query.Scramble!) is var scramble) builder.AddCross(CubeState.Solved.Apply(scramble.Turns), string.IsNullOrWhiteSpace(query.Made) ? [] : Algorithm.Parse(query.Made).Turns);
        var number = 0;
        foreach (var text in (chosen ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            number++;
            if (!Door.TryReadTurns(text, "chosen", out var turns, out problem)) return problem;
            if (!builder.TryAddChosen(turns.Turns, number, out problem)) return problem;
        }

        using var deadline = Deadline(cancel);
        var course = builder.Finish(scramble.ToString(), wanted, beam, deadline.Token);
        return builder.IsDone ? TypedResults.Ok(course) : Problems.Bad("nothing-found", $"No way through all pairs was found within the filters: {string.Join(", ", options.Filters)}. Loosen one of them.", "faces");
    }

    private static async Task<Results<Ok<IReadOnlyList<SchoolResponse>>, ProblemHttpResult>> Schools([AsParameters] PairsQuery query, SlotServices slots, HandModels hands, CancellationToken cancel, string? slot = null)
    {
        if (!query.TryRead(hands, out var position, out var options, out var problem) || !PairsQuery.TryReadSlot(slot, position, out var one, out problem)) return problem;
        var schools = await slots.SchoolsAsync(cancel);
        return TypedResults.Ok<IReadOnlyList<SchoolResponse>>([.. Of(schools.Compare(position.Pairs, one, options), position.Pairs, one, position.Hold)]);
    }

    internal static IEnumerable<SchoolResponse> Of(IEnumerable<SchoolSolution> compared, PairsState state, Slot slot, Hold hold) => compared.Select(c => new SchoolResponse(
        c.School, PairsWords.Name(c.School), c.Solution is null ? null : SlotSolutionResponse.Of(c.Solution, state, slot, state.SolvedSlots, hold)));

    private static async Task<Results<Ok<PairsJudgementResponse>, ProblemHttpResult>> Judge(JudgePairsRequest request, SlotServices slots, HandModels hands, CancellationToken cancel)
    {
        if (!PairsQuery.TryReadPosition(request.Scramble, request.Made, request.Color, out var position, out var problem)
            || !HabitsQuery.TryReadHands(request.LeftHanded ?? false, request.Avoid, out var preferences, out problem)
            || !Door.TryReadTurns(request.Plan, "plan", out var plan, out problem)) return problem;
        if (position.Pairs.SolvedSlots == SlotSet.All) return Problems.Bad("all-solved", "All four pairs stand already: there is nothing to judge.", "plan");
        using var deadline = Deadline(cancel);
        var judged = new PairsJudge(await slots.PlannerAsync(cancel)).Judge(position, plan.Turns, new PairsOptions { Hands = hands.For(preferences) }, deadline.Token);
        return TypedResults.Ok(new PairsJudgementResponse(
            PairsWords.Verdict(judged, position.Hold),
            [.. judged.Pairs.Select(p => new JudgedPairResponse(Names(p.Solved, position), string.Join(' ', plan.Turns.Skip(p.From).Take(p.To - p.From)), p.Length, p.Least, Rounded(p.Time), PairsWords.Notes(p, position.Hold)))],
            judged.Length, Rounded(judged.Time), judged.Planned?.Total, Rounded(judged.Planned?.Time), judged.Broken.Count > 0, position.Hold.ToString(), Facelets.Write(position.State), DrawnTurnResponse.Of(position.State, plan.Turns)));
    }

    internal static double? Rounded(double? time) => time is { } t ? Math.Round(t, 2) : null;

    internal static string[] Names(IEnumerable<Slot> slots, PairsPosition position) => [.. slots.Select(s => s.NameIn(position.Hold).ToString())];

    private static CancellationTokenSource Deadline(CancellationToken cancel)
    {
        var deadline = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        deadline.CancelAfter(Limits.PairDeadline);
        return deadline;
    }
}
