using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Cross;
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
public sealed record TodayPartResponse(string Drill, string Title, int Tasks, double Minutes, int Due, int Weak, int New, IReadOnlyList<string> Cases);

/// <summary>Something that keeps going wrong.</summary>
/// <param name="Words">What, how often, and what it costs.</param>
/// <param name="Drill">The drill that trains it.</param>
/// <param name="Title">Its title.</param>
public sealed record WeaknessResponse(string Words, string Drill, string Title);

/// <summary>How well the cases of a drill are mastered.</summary>
/// <param name="Drill">Its name.</param>
/// <param name="Title">As read.</param>
/// <param name="New">Cases never asked.</param>
/// <param name="Learning">Cases being learnt.</param>
/// <param name="Known">Known cases.</param>
/// <param name="Fast">Fast cases.</param>
/// <param name="Level">The level reached, of</param>
/// <param name="Levels">so many.</param>
public sealed record TopicResponse(string Drill, string Title, int New, int Learning, int Known, int Fast, int Level, int Levels);

/// <summary>What to do today, and why.</summary>
/// <param name="IsNew">Nothing was practised or kept yet.</param>
/// <param name="Minutes">The minutes asked for.</param>
/// <param name="Parts">What fits into them, by drill.</param>
/// <param name="Weaknesses">What keeps going wrong in plans, the dearest first.</param>
/// <param name="Topics">How well each drill's cases are mastered.</param>
/// <param name="PractisedTodayMs">Time spent on tasks today.</param>
public sealed record TodayResponse(
    bool IsNew, int Minutes, IReadOnlyList<TodayPartResponse> Parts, IReadOnlyList<WeaknessResponse> Weaknesses, IReadOnlyList<TopicResponse> Topics, int PractisedTodayMs);

/// <summary>/api/practice/today.</summary>
internal static class TodayEndpoint
{
    private const int MaxWeaknesses = 3;
    private const int RecentPlans = 30;
    private const int MaxMinutes = 60;

    /// <summary>Reading the question, looking at the verdict: what a task takes beside its answer, in ms.</summary>
    private const int AroundMs = 6_000;

    public static void MapToday(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/practice/today", Today).WithName("getToday").WithSummary("What is due, what is weak and why.").WithTags("Practice").ProducesProblem(400).ProducesProblem(404);

    private static async Task<Results<Ok<TodayResponse>, ProblemHttpResult>> Today(
        int solverId, TinCompassDb db, PracticeServices practice, CrossServices cross, TimeProvider clock, CancellationToken cancel, int minutes = 10, int offsetMinutes = 0)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        if (minutes is < 1 or > MaxMinutes) return Problems.Bad("bad-length", $"A session lasts 1 to {MaxMinutes} minutes.", "minutes");
        var (results, now) = (await PracticeServices.ResultsAsync(db, solverId, cancel), clock.GetUtcNow());
        var plans = await db.Attempts.AsNoTracking().Where(a => a.SolverId == solverId).OrderByDescending(a => a.At).Take(RecentPlans).ToListAsync(cancel);
        var midnight = RecordDays.Midnight(now, offsetMinutes);
        var today = await db.DrillAttempts.Where(a => a.SolverId == solverId && a.At >= midnight).SumAsync(a => a.TotalMs, cancel);
        var (course, book) = (practice.Course, practice.Course.Book);
        var asked = Schedule.Today(course.Masteries(results), now, minutes, m => MsOf(m, book));
        var parts = asked.GroupBy(a => a.Mastery.Drill).Select(g =>
        {
            var drill = book.Find(g.Key)!;
            return new TodayPartResponse(
                drill.Id, drill.Title, g.Count(), Math.Round(g.Sum(a => MsOf(a.Mastery, book)) / 60_000.0, 1), g.Count(a => a.Reason == AskReason.Due), g.Count(a => a.Reason == AskReason.Weak),
                g.Count(a => a.Reason == AskReason.New), [.. g.Where(a => a.Mastery.Case != Course.ByLevel).Select(a => drill.CaseTitle(a.Mastery.Case))]);
        });
        var weak = Weaknesses.Find([.. plans.Select(p => cross.Judge.Judge(
            CubeState.Solved.Apply(Algorithm.Parse(p.Scramble).Turns), Faces.TryParseColor(p.Color, out var color) ? color : default, Algorithm.Parse(p.Plan).Turns))]);
        return TypedResults.Ok(new TodayResponse(
            results.Count == 0 && plans.Count == 0, minutes, [.. parts], [.. weak.Take(MaxWeaknesses).Select(w => new WeaknessResponse(w.Words, w.Drill, book.Find(w.Drill)!.Title))],
            [.. book.All.Select(d => TopicOf(d, course, results))], today));
    }

    internal static TopicResponse TopicOf(IDrill drill, Course course, IReadOnlyList<DrillResult> results)
    {
        var states = course.Masteries(results, drill.Id).CountBy(m => m.State).ToDictionary();
        return new TopicResponse(
            drill.Id, drill.Title, states.GetValueOrDefault(MasteryState.New), states.GetValueOrDefault(MasteryState.Learning), states.GetValueOrDefault(MasteryState.Known),
            states.GetValueOrDefault(MasteryState.Fast), Course.LevelOf(drill, results), drill.Levels);
    }

    /// <summary>What a task takes: the solver's own usual time, or the target where there is none yet.</summary>
    private static int MsOf(Mastery mastery, DrillBook book) =>
        AroundMs + (mastery.UsualMs ?? book.Find(mastery.Drill)!.Make(new DrillWish(1, null, Faces.AllColors), 1).TargetMs);
}
