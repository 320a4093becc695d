using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>An average as it stands and at its best; null where there is none, or a DNF.</summary>
/// <param name="Of">3, 5, 12 or 100.</param>
/// <param name="Current">Over the last ones, in ms.</param>
/// <param name="Best">In ms.</param>
/// <param name="IsDnf">The current one is a DNF: too many wrong answers in it.</param>
public sealed record AverageResponse(int Of, double? Current, double? Best, bool IsDnf);

/// <summary>One answer in a trend.</summary>
/// <param name="At">When.</param>
/// <param name="Ms">Its time; null when it was wrong.</param>
/// <param name="Of5">The average of 5 that ends here.</param>
/// <param name="Of12">The average of 12 that ends here.</param>
public sealed record TrendPointResponse(DateTimeOffset At, int? Ms, double? Of5, double? Of12);

/// <summary>A case and how it goes.</summary>
/// <param name="Drill">The drill's name.</param>
/// <param name="Case">The case's name.</param>
/// <param name="Title">The case as read.</param>
/// <param name="State">How well it is mastered.</param>
/// <param name="Attempts">Answers so far.</param>
/// <param name="Right">Right ones.</param>
/// <param name="UsualMs">The median of the recent right answers.</param>
/// <param name="Due">When it comes again.</param>
/// <param name="Own">The solver's own right turns that were planned quickest, in the hold shown; null where no turns are given.</param>
public sealed record CaseResponse(string Drill, string Case, string Title, MasteryState State, int Attempts, int Right, int? UsualMs, DateTimeOffset? Due, string? Own);

/// <summary>One day of the calendar.</summary>
/// <param name="Day">The solver's own day.</param>
/// <param name="Tasks">Tasks answered.</param>
/// <param name="Ms">Time spent on them.</param>
public sealed record DayResponse(DateOnly Day, int Tasks, int Ms);

/// <summary>One kept answer.</summary>
/// <param name="At">When.</param>
/// <param name="Drill">The drill's name.</param>
/// <param name="CaseTitle">The case as read.</param>
/// <param name="Right">Right or not.</param>
/// <param name="Ms">Its time.</param>
/// <param name="TurnsOver">HTM over the best.</param>
/// <param name="Scramble">The position,</param>
/// <param name="Color">the base colour,</param>
/// <param name="Plan">and the sequence, for Plan to explain.</param>
/// <param name="IsPlan">The sequence is the solver's own.</param>
public sealed record KeptAnswerResponse(
    DateTimeOffset At, string Drill, string CaseTitle, bool Right, int Ms, int? TurnsOver, string Scramble, string Color, string Plan, bool IsPlan);

/// <summary>What a solver has practised.</summary>
/// <param name="Attempts">Answers in the range.</param>
/// <param name="Right">Right ones.</param>
/// <param name="Ms">Time spent.</param>
/// <param name="Averages">Of 3, 5, 12 and 100; a wrong answer is a DNF.</param>
/// <param name="Trend">The last answers, oldest first.</param>
/// <param name="Cases">Cases that were asked, the weakest first.</param>
/// <param name="Days">The days with practice.</param>
/// <param name="Last">The newest answers first.</param>
/// <param name="Topics">How well each drill's cases are mastered.</param>
public sealed record RecordResponse(
    int Attempts, int Right, long Ms, IReadOnlyList<AverageResponse> Averages, IReadOnlyList<TrendPointResponse> Trend, IReadOnlyList<CaseResponse> Cases, IReadOnlyList<DayResponse> Days,
    IReadOnlyList<KeptAnswerResponse> Last, IReadOnlyList<TopicResponse> Topics);

/// <summary>/api/practice/record.</summary>
internal static class RecordEndpoint
{
    private const int MaxTrend = 300;
    private const int MaxLast = 30;
    private const int MaxDays = 3660;

    public static void MapRecord(this IEndpointRouteBuilder app) =>
        app.MapGet("/api/practice/record", Record).WithName("getRecord").WithSummary("Averages, trend, weakest cases, calendar.").WithTags("Practice").ProducesProblem(400).ProducesProblem(404);

    private static async Task<Results<Ok<RecordResponse>, ProblemHttpResult>> Record(
        int solverId, TinCompassDb db, PracticeServices practice, TimeProvider clock, CancellationToken cancel, string? drill = null, int days = 0, int offsetMinutes = 0)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var book = practice.Course.Book;
        if (!string.IsNullOrEmpty(drill) && book.Find(drill) is null) return Problems.Bad("unknown-drill", $"'{drill}' is no drill.", "drill");
        if (days is < 0 or > MaxDays) return Problems.Bad("bad-days", $"'days' is 0 (all) to {MaxDays}.", "days");
        var attempts = db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solverId);
        var all = await PracticeServices.ResultsAsync(db, solverId, cancel);
        if (!string.IsNullOrEmpty(drill)) attempts = attempts.Where(a => a.Drill == drill);
        if (days > 0)
        {
            var since = RecordDays.Midnight(clock.GetUtcNow(), offsetMinutes).AddDays(1 - days);
            attempts = attempts.Where(a => a.At >= since);
        }

        var kept = await attempts.OrderBy(a => a.At).ThenBy(a => a.Id).ToListAsync(cancel);
        var times = kept.ConvertAll(a => a.Right ? (int?)a.Ms : null);
        var cases = practice.Course.Masteries(all, string.IsNullOrEmpty(drill) ? null : drill).Where(m => m.Attempts > 0)
            .OrderBy(m => m.State).ThenBy(m => (double)m.RightCount / m.Attempts).ThenByDescending(m => m.UsualMs);
        return TypedResults.Ok(new RecordResponse(
            kept.Count, kept.Count(a => a.Right), kept.Sum(a => (long)a.TotalMs), [.. Averages.Counts.Select(n => Average(times, n))], Trend(kept, times),
            [.. cases.Select(m => new CaseResponse(m.Drill, m.Case, CaseTitle(book, m), m.State, m.Attempts, m.RightCount, m.UsualMs, m.Due, OwnBest(kept, m)))],
            [.. kept.GroupBy(a => RecordDays.DayOf(a.At, offsetMinutes)).Select(g => new DayResponse(g.Key, g.Count(), g.Sum(a => a.TotalMs)))],
            [.. kept.AsEnumerable().Reverse().Take(MaxLast).Select(a => Last(a, book))],
            [.. book.All.Where(d => string.IsNullOrEmpty(drill) || d.Id == drill).Select(d => TodayEndpoint.TopicOf(d, practice.Course, all))]));
    }

    private static string? OwnBest(List<DrillAttempt> kept, Mastery mastery)
    {
        // An answer in turns is its own plan; one by options explains itself by another sequence.
        var best = kept.Where(a => a.Drill == mastery.Drill && a.Case == mastery.Case && a.Right && a.Plan == a.Answer).MinBy(a => a.Ms);
        return best is null ? null : string.Join(' ', Algorithm.Parse(best.Answer).Turns.SkipWhile(t => t.Kind == TurnKind.Rotation));
    }

    private static string CaseTitle(DrillBook book, Mastery mastery) =>
        book.Find(mastery.Drill) is not { } drill ? mastery.Case : mastery.Case == Course.ByLevel ? drill.Title : $"{drill.Title}: {drill.CaseTitle(mastery.Case)}";

    private static AverageResponse Average(List<int?> times, int count)
    {
        var running = Averages.Running(times, count);
        return new AverageResponse(count, running.Count == 0 ? null : running[^1], Averages.Best(running), running.Count > 0 && running[^1] is null);
    }

    private static List<TrendPointResponse> Trend(List<DrillAttempt> kept, List<int?> times)
    {
        var (of5, of12) = (Averages.Running(times, 5), Averages.Running(times, 12));
        return [.. Enumerable.Range(Math.Max(0, kept.Count - MaxTrend), Math.Min(kept.Count, MaxTrend)).Select(i =>
            new TrendPointResponse(kept[i].At, times[i], i >= 4 ? of5[i - 4] : null, i >= 11 ? of12[i - 11] : null))];
    }

    private static KeptAnswerResponse Last(DrillAttempt a, DrillBook book)
    {
        var drill = book.Find(a.Drill);
        return new KeptAnswerResponse(a.At, a.Drill, drill?.CaseTitle(a.Case) ?? a.Case, a.Right, a.Ms, a.TurnsOver, a.Scramble, a.Color, a.Plan, a.Plan == a.Answer);
    }
}

/// <summary>Days as the solver has them: the page says how far its clock is ahead of UTC.</summary>
internal static class RecordDays
{
    private const int Most = 14 * 60;

    public static DateOnly DayOf(DateTimeOffset at, int offsetMinutes) => DateOnly.FromDateTime(at.UtcDateTime.AddMinutes(Math.Clamp(offsetMinutes, -Most, Most)));

    public static DateTimeOffset Midnight(DateTimeOffset now, int offsetMinutes) =>
        new DateTimeOffset(DayOf(now, offsetMinutes).ToDateTime(TimeOnly.MinValue), TimeSpan.Zero).AddMinutes(-Math.Clamp(offsetMinutes, -Most, Most));
}
