using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solves;

/// <summary>What a stage takes, in ms on average.</summary>
/// <param name="Looking">Before its first turn.</param>
/// <param name="Turning">From its first turn to its last, pauses left out.</param>
/// <param name="Pauses">Long gaps in it.</param>
/// <param name="Turns">HTM.</param>
public sealed record SpentFigures(double Looking, double Turning, double Pauses, double Turns);

/// <summary>Where a stage's time goes.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Title">Its name.</param>
/// <param name="Now">Over the last thirty days.</param>
/// <param name="Before">Before them; null when no solve is known.</param>
/// <param name="Simulated">Of simulated solvers with the same mean; null when there are none.</param>
public sealed record StageSpentResponse(string Stage, string Title, SpentFigures Now, SpentFigures? Before, SpentFigures? Simulated);

/// <summary>Something that costs time again and again.</summary>
/// <param name="Stage">Where.</param>
/// <param name="Kind">turns, before or within.</param>
/// <param name="Each">Milliseconds a solve.</param>
/// <param name="EachBefore">The same before the last thirty days; null when no solve is known.</param>
/// <param name="Sentence">In words.</param>
/// <param name="Drill">What trains it.</param>
/// <param name="DrillTitle">Its name.</param>
public sealed record CostlyHabitResponse(
    string Stage, LossKind Kind, double Each, double? EachBefore, string Sentence, string? Drill, string? DrillTitle);

/// <summary>One part of what a goal asks for.</summary>
/// <param name="Title">The stage.</param>
/// <param name="IsLooking">The look before it; else its turns and pauses.</param>
/// <param name="Now">Milliseconds on average.</param>
/// <param name="Good">No more than this in a quarter of the solves.</param>
/// <param name="Share">Milliseconds that should come from it.</param>
public sealed record GoalShareResponse(string Title, bool IsLooking, double Now, double Good, double Share);

/// <summary>Where the time of a goal can come from.</summary>
/// <param name="Ms">The goal.</param>
/// <param name="Missing">What is over it on average; 0 or less: reached.</param>
/// <param name="IsWithin">The better quarter of every part would do.</param>
/// <param name="Sentence">In words.</param>
/// <param name="Shares">Part by part, the largest first.</param>
public sealed record GoalResponse(double Ms, double Missing, bool IsWithin, string Sentence, IReadOnlyList<GoalShareResponse> Shares);

/// <summary>Where the time of a series of solves goes.</summary>
/// <param name="Method">The method.</param>
/// <param name="Title">Its name.</param>
/// <param name="Solves">Solves of the last thirty days that are known turn by turn, with times.</param>
/// <param name="Mean">Their mean from first turn to last, in ms; null when there are none.</param>
/// <param name="SolvesBefore">Those before them.</param>
/// <param name="MeanBefore">Their mean.</param>
/// <param name="Stages">Stage by stage.</param>
/// <param name="Habits">What costs most, the dearest first; at most five.</param>
/// <param name="Goal">Where the time of a goal can come from.</param>
/// <param name="Unread">Solves that are not read yet, or simulated ones that are not planned yet (1): asked again, it goes on. Until
/// none is left nothing is held against simulated solvers.</param>
public sealed record SpentResponse(string Method, string Title, int Solves, double? Mean, int SolvesBefore, double? MeanBefore,
    IReadOnlyList<StageSpentResponse> Stages, IReadOnlyList<CostlyHabitResponse> Habits, GoalResponse? Goal, int Unread);

/// <summary>/api/solves/spent: where the time goes, over many solves.</summary>
internal sealed class SpentEndpoint : IFeature
{
    /// <summary>So many solves are read, the newest.</summary>
    private const int MostSolves = 60;

    /// <summary>So long solves are read before it is answered with those that were.</summary>
    private static readonly TimeSpan Reading = TimeSpan.FromSeconds(1);

    private static readonly TimeSpan Month = TimeSpan.FromDays(30);

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) => app.MapGroup("/api/solves").WithTags("Solves").ProducesProblem(400)
        .ProducesProblem(404).AsSearch().MapGet("/spent", Spent).WithName("whereTimeGoes")
        .WithSummary("Where the time goes over the solves of a series that are known turn by turn, and where a goal's can come from.");

    private static async Task<Results<Ok<SpentResponse>, ProblemHttpResult>> Spent(int solverId, TinCompassDb db, StageBook book,
        HandModels hands, SolveReviews reviews, TimeProvider clock, CancellationToken cancel, string? method = null,
        string? purpose = null, int? goal = null)
    {
        if (goal is < 1 or > SolveTimes.MaxMs) return Problems.Bad("bad-time", "A goal is 1 to 3 600 000 milliseconds.", "goal");
        if (!Door.TryReadWord(method, "method", book.Methods, m => m.Id, out var asked, out var problem)) return problem;
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var words = purpose?.Trim() ?? "";
        var model = await hands.OfAsync(db, solverId, cancel);
        var (since, began, unread) = (clock.Now() - Month, clock.GetTimestamp(), 0);
        var timed = db.Solves.AsNoTracking().Where(s => s.SolverId == solverId && s.Method == asked.Id && s.Purpose == words
            && s.Turns.Contains('@') && s.Penalty != Penalty.Dnf);
        var now = await ReviewedAsync(timed.Where(s => s.At >= since));
        var before = await ReviewedAsync(timed.Where(s => s.At < since));
        var (spent, spentBefore) = (TimeSpent.Of(asked, now), TimeSpent.Of(asked, before));
        while (spent is not null && unread == 0 && !reviews.Peers.Prepare(asked, cancel))
            if (clock.GetElapsedTime(began) > Reading) unread++;
        var peers = spent is null || unread > 0 ? null : reviews.Peers.Of(asked, spent.Mean, cancel);
        var wanted = goal ?? Usual(spent?.Mean ?? 0);
        return TypedResults.Ok(new SpentResponse(asked.Id, asked.Title, spent?.Solves ?? 0, spent?.Mean, spentBefore?.Solves ?? 0,
            spentBefore?.Mean,
            [.. (spent?.Stages ?? []).Select((s, i) => new StageSpentResponse(
                s.Stage.Id, s.Stage.Title, Figures(s)!, Figures(spentBefore?.Stages[i]), Figures(peers?[i])))],
            [.. (spent?.Habits ?? []).Select(h => new CostlyHabitResponse(h.Stage.Id, h.Kind, h.Each, Before(h), h.Sentence, h.Drill,
                book.Drills.Find(h.Drill)?.Title))],
            TimeSpent.Goal(asked, now, wanted) is { } found ? Response(found) : null, unread));

        // The newest first; those that do not fit into the time are read when it is asked again.
        async Task<IReadOnlyList<SolveReview>> ReviewedAsync(IQueryable<Solve> some)
        {
            var found = new List<SolveReview>();
            foreach (var solve in await some.OrderByDescending(s => s.At).ThenByDescending(s => s.Id).Take(MostSolves).ToListAsync(cancel))
            {
                if (clock.GetElapsedTime(began) > Reading && !reviews.Knows(solve, model)) unread++;
                else if (reviews.Of(solve, model, cancel) is { } review) found.Add(review);
            }

            return found;
        }

        // Counted over all solves, whether it was one of the dearest then or not.
        double? Before(CostlyHabit habit) => spentBefore is null ? null : TimeSpent.Counting(asked, before)
            .Sum(r => r.Stages.SelectMany(s => s.Losses).Where(l => (l.Stage, l.Kind) == (habit.Stage, habit.Kind)).Sum(l => l.Ms!.Value))
            / spentBefore.Solves;
    }

    /// <summary>The next round figure below a mean.</summary>
    private static double Usual(double mean)
    {
        var step = mean > 30_000 ? 10_000 : mean > 10_000 ? 5_000 : 1_000;
        return Math.Max(step, Math.Floor((mean - 1) / step) * step);
    }

    private static SpentFigures? Figures(StageSpent? s) => s is null ? null : new(s.Looking, s.Turning, s.Pauses, s.Turns);

    private static GoalResponse Response(TimeGoal goal)
    {
        var (wanted, missing, saved) = (Words.Seconds(goal.Ms), Words.Seconds(Math.Abs(goal.Missing)), Words.Seconds(goal.Within));
        var sentence = goal.Missing <= 0 ? $"Under {wanted} s is reached: your mean is {missing} s below it."
            : goal.IsWithin ? $"{missing} s are missing to {wanted} s. The better quarter of every part is {saved} s quicker in all: so " +
                "much of it would do."
            : $"{missing} s are missing to {wanted} s. The better quarter of every part is only {saved} s quicker in all: a goal of " +
                $"{Words.Seconds(goal.Ms + goal.Missing - goal.Within)} s comes first.";
        return new GoalResponse(goal.Ms, goal.Missing, goal.IsWithin, sentence,
            [.. goal.Shares.Select(s => new GoalShareResponse(s.Stage.Title, s.IsLooking, s.Now, s.Good, s.Share))]);
    }
}
