using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>A part of today's practice: one drill.</summary>
/// <param name="Drill">Its name.</param>
/// <param name="Title">As read.</param>
/// <param name="Tasks">How many tasks.</param>
/// <param name="Minutes">How long they take this solver.</param>
/// <param name="Due">How many cases are due.</param>
/// <param name="Weak">How many went wrong lately.</param>
/// <param name="New">How many are new.</param>
/// <param name="Cases">The cases as read, in the order in which they are asked.</param>
public sealed record TodayPartResponse(string Drill, string Title, int Tasks, double Minutes, int Due, int Weak, int New,
    IReadOnlyList<string> Cases);

/// <summary>Something that keeps going wrong.</summary>
/// <param name="Words">What, how often, and what it costs.</param>
/// <param name="Drill">The drill that trains it.</param>
/// <param name="Title">Its title.</param>
public sealed record WeaknessResponse(string Words, string Drill, string Title);

/// <summary>How well the cases of a drill are mastered.</summary>
/// <param name="Drill">Its name.</param>
/// <param name="Title">As read.</param>
/// <param name="Stage">The stage it belongs to.</param>
/// <param name="StageTitle">As read.</param>
/// <param name="New">Cases never asked.</param>
/// <param name="Learning">Cases being learnt.</param>
/// <param name="Known">Known cases.</param>
/// <param name="Fast">Fast cases.</param>
/// <param name="Level">The level reached, of</param>
/// <param name="Levels">so many.</param>
public sealed record TopicResponse(string Drill, string Title, string Stage, string StageTitle, int New, int Learning, int Known, int Fast,
    int Level, int Levels);

/// <summary>What to do today, and why.</summary>
/// <param name="IsNew">Nothing was practised or kept yet.</param>
/// <param name="Minutes">The minutes asked for.</param>
/// <param name="Parts">What fits into them, by drill.</param>
/// <param name="Weaknesses">What keeps going wrong in plans, the dearest first.</param>
/// <param name="Topics">How well each drill's cases are mastered.</param>
/// <param name="PractisedTodayMs">Time spent on tasks today.</param>
public sealed record TodayResponse(
    bool IsNew, int Minutes, IReadOnlyList<TodayPartResponse> Parts, IReadOnlyList<WeaknessResponse> Weaknesses,
        IReadOnlyList<TopicResponse> Topics, long PractisedTodayMs);

/// <summary>/api/practice/today.</summary>
internal sealed class TodayEndpoint : IFeature
{
    private const long MostMs = 1L << 52;

    private const int MaxWeaknesses = 3;
    private const int RecentPlans = 30;
    private const int MaxMinutes = 60;

    /// <summary>Reading the question, looking at the verdict: what a task takes beside its answer, in ms.</summary>
    private const int AroundMs = 6_000;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) =>
        app.MapGroup("/api/practice").WithTags("Practice").AsPractice().OnOneConnection().ProducesProblem(400).ProducesProblem(404)
            .MapGet("/today", Today).WithName("getToday").WithSummary("What is due, what is weak and why.");

    private static async Task<Results<Ok<TodayResponse>, ProblemHttpResult>> Today(
        int solverId, TinCompassDb db, StageBook book, StandingKeeper standings, SkippedRows skipped, TimeProvider clock,
        CancellationToken cancel, int minutes = 10, int offsetMinutes = 0)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        if (minutes is < 1 or > MaxMinutes) return Problems.Bad("bad-length", $"A session lasts 1 to {MaxMinutes} minutes.", "minutes");
        var (standing, now) = (standings.Read(solverId, null), clock.GetUtcNow());
        var plans = await db.Attempts.AsNoTracking().Where(a => a.SolverId == solverId).OrderByDescending(a => a.At).Take(RecentPlans)
            .ToListAsync(cancel);
        var wants = standings.HabitsOf(solverId).Wants;
        var midnight = RecordDays.Midnight(now, offsetMinutes);
        var today = await db.DrillAttempts.Where(a => a.SolverId == solverId && a.At >= midnight).SumAsync(a => (double)a.TotalMs, cancel);
        var asked = Schedule.Today([.. standings.Programme.Wanted(standing, wants)], now, minutes, m => MsOf(m, book.Drills));
        var parts = asked.GroupBy(a => a.Mastery.Drill).Select(g =>
        {
            var drill = book.Drills.Find(g.Key)!;
            return new TodayPartResponse(
                drill.Id, drill.Title, g.Count(), Math.Round(g.Sum(a => MsOf(a.Mastery, book.Drills)) / 60_000.0, 1),
                    g.Count(a => a.Reason == AskReason.Due),
                g.Count(a => a.Reason == AskReason.Weak), g.Count(a => a.Reason == AskReason.New),
                [.. g.Where(a => a.Mastery.Case != Programme.ByLevel).Select(a => drill.CaseTitle(a.Mastery.Case))]);
        });
        return TypedResults.Ok(new TodayResponse(
            standing.Last is null && plans.Count == 0, minutes, [.. parts], [.. Weaknesses(plans, book, skipped).Take(MaxWeaknesses)],
                Topics(book.Drills.All.OrderBy(d => wants(d) ? 0 : 1), book, standing),
            (long)Math.Clamp(today, 0, MostMs)));
    }

    /// <summary>
    /// What keeps going wrong, as each stage finds it in its own plans. A plan that cannot be read any more is passed over.
    /// </summary>
    private static IEnumerable<WeaknessResponse> Weaknesses(List<Attempt> plans, StageBook book, SkippedRows skipped)
    {
        var found = plans.GroupBy(p => p.Stage).SelectMany(
            g => book.Find(g.Key) is { } stage ? stage.Weaknesses([.. g.Select(a => skipped.Read("plan", a.Id, () => Kept(a)))
                .Where(p => p is not null).Select(p => p!)]) : []);
        return found.OrderByDescending(w => w.Times * w.TurnsEach).Where(w => book.Drills.Find(w.Drill) is not null)
            .Select(w => new WeaknessResponse(w.Words, w.Drill, book.Drills.Find(w.Drill)!.Title));
    }

    private static KeptPlan Kept(Attempt a) => new(
        CubeState.Solved.Apply(Algorithm.Parse(a.Scramble).Turns).Apply(Algorithm.Parse(a.Made).Turns),
        new Focus(Faces.TryParseColor(a.Color, out var color) ? color : throw new InvalidDataException($"'{a.Color}' is no colour"),
            a.Part),
        Algorithm.Parse(a.Plan).Turns);

    /// <summary>How well the cases of drills are mastered.</summary>
    internal static IReadOnlyList<TopicResponse> Topics(IEnumerable<Drill> drills, StageBook book, Standing standing)
    {
        var states = standing.Masteries.CountBy(m => (m.Drill, m.State)).ToDictionary();
        return [.. drills.Select(d => new TopicResponse(d.Id, d.Title, d.Stage, book.StageOf(d).Title, Of(d, MasteryState.New),
            Of(d, MasteryState.Learning), Of(d, MasteryState.Known), Of(d, MasteryState.Fast), standing.LevelOf(d.Id), d.Levels))];

        int Of(Drill drill, MasteryState state) => states.GetValueOrDefault((drill.Id, state));
    }

    /// <summary>What a task takes: the solver's own usual time, or the target where there is none yet.</summary>
    private static int MsOf(Mastery mastery, DrillBook book) => AroundMs + (mastery.UsualMs ?? book.Find(mastery.Drill)!.Info.TargetMs);
}
