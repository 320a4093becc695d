using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
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
public sealed record CaseResponse(string Drill, string Case, string Title, MasteryState State, int Attempts, int Right, int? UsualMs,
    DateTimeOffset? Due, string? Own);

/// <summary>One day of the calendar.</summary>
/// <param name="Day">The solver's own day.</param>
/// <param name="Tasks">Tasks answered.</param>
/// <param name="Ms">Time spent on them.</param>
public sealed record DayResponse(DateOnly Day, int Tasks, long Ms);

/// <summary>One kept answer.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When.</param>
/// <param name="Stage">The stage that explains it.</param>
/// <param name="Drill">The drill's name.</param>
/// <param name="CaseTitle">The case as read.</param>
/// <param name="Part">The part of the cube it was about, if any.</param>
/// <param name="Right">Right or not.</param>
/// <param name="Ms">Its time.</param>
/// <param name="TurnsOver">HTM over the best.</param>
/// <param name="Facelets">The position, white up, green front,</param>
/// <param name="Color">the base colour,</param>
/// <param name="Plan">and the sequence, for Plan to explain.</param>
/// <param name="IsPlan">The sequence is the solver's own.</param>
public sealed record KeptAnswerResponse(
    long Id, DateTimeOffset At, string Stage, string Drill, string CaseTitle, string Part, bool Right, int Ms, int? TurnsOver,
        string Facelets,
        string Color, string Plan, bool IsPlan);

/// <summary>How one drill goes.</summary>
/// <param name="Drill">Its name.</param>
/// <param name="Title">As read.</param>
/// <param name="StageTitle">The stage it belongs to.</param>
/// <param name="Attempts">Answers in the range.</param>
/// <param name="Right">Right ones.</param>
/// <param name="Ms">Time spent.</param>
/// <param name="Of5">The average of the last 5, in ms; null where there is none, or a DNF.</param>
/// <param name="Of12">Of the last 12.</param>
public sealed record DrillFiguresResponse(
    string Drill, string Title, string StageTitle, int Attempts, int Right, long Ms, double? Of5, double? Of12);

/// <summary>What a solver has practised. Times of unlike tasks are not averaged: averages, trend and own turns are of one drill.</summary>
/// <param name="Attempts">Answers in the range.</param>
/// <param name="Right">Right ones.</param>
/// <param name="Ms">Time spent.</param>
/// <param name="Averages">Of 3, 5, 12 and 100 of the drill asked for; a wrong answer is a DNF. Empty over all drills.</param>
/// <param name="Trend">The last answers of the drill asked for, oldest first. Empty over all drills.</param>
/// <param name="Cases">Cases that were asked, the weakest first.</param>
/// <param name="Days">The days with practice, of a year at most.</param>
/// <param name="Last">The newest answers first.</param>
/// <param name="Drills">Drill by drill, those that were practised in the range.</param>
/// <param name="Topics">How well each drill's cases are mastered.</param>
public sealed record RecordResponse(
    int Attempts, int Right, long Ms, IReadOnlyList<AverageResponse> Averages, IReadOnlyList<TrendPointResponse> Trend,
        IReadOnlyList<CaseResponse> Cases, IReadOnlyList<DayResponse> Days,
    IReadOnlyList<KeptAnswerResponse> Last, IReadOnlyList<DrillFiguresResponse> Drills, IReadOnlyList<TopicResponse> Topics);

/// <summary>/api/practice/record.</summary>
internal sealed class RecordEndpoint : IFeature
{
    private const int MaxTrend = 300;
    private const int MaxLast = 30;
    private const int MaxDays = 3660;
    private const int CalendarDays = 371;
    private const int MaxCases = 200;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) =>
        app.MapGroup("/api/practice").WithTags("Practice").AsPractice().OnOneConnection().ProducesProblem(400).ProducesProblem(404)
            .MapGet("/record", Record).WithName("getRecord")
                .WithSummary("Figures by drill, weakest cases, calendar; of one drill averages and trend.");

    private static async Task<Results<Ok<RecordResponse>, ProblemHttpResult>> Record(
        int solverId, TinCompassDb db, StageBook book, StandingKeeper standings, DayCounts counts, SkippedRows skipped, TimeProvider clock,
            CancellationToken cancel, string? drill = null, int days = 0, int offsetMinutes = 0)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var one = book.Drills.Find(drill);
        if (!string.IsNullOrEmpty(drill) && one is null) return Problems.Bad("unknown-drill", $"'{drill}' is no drill.", "drill");
        if (days is < 0 or > MaxDays) return Problems.Bad("bad-days", $"'days' is 0 (all) to {MaxDays}.", "days");
        var now = clock.GetUtcNow();
        var since = days > 0 ? RecordDays.Midnight(now, offsetMinutes).AddDays(1 - days) : DateTimeOffset.UnixEpoch;
        var attempts = db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solverId && a.At >= since);
        if (one is not null) attempts = attempts.Where(a => a.Drill == one.Id);
        var standing = standings.Read(solverId, one?.Id);
        var counted = (await counts.OfAsync(db, solverId, offsetMinutes, cancel))
            .Where(d => one is null || d.Key.Drill == one.Id).ToArray();
        var first = days > 0 ? RecordDays.DayOf(since, offsetMinutes) : DateOnly.MinValue;
        var sums = counted.Where(d => d.Key.Day >= first).GroupBy(d => d.Key.Drill, d => d.Value)
            .ToDictionary(g => g.Key, g => g.Aggregate((a, b) => a + b));
        var figures = new List<DrillFiguresResponse>();
        foreach (var d in book.Drills.All)
        {
            if (!sums.TryGetValue(d.Id, out var sum)) continue;
            var times = await attempts.Where(a => a.Drill == d.Id).OrderByDescending(a => a.At).ThenByDescending(a => a.Id).Take(12)
                .Select(a => a.Right ? a.Ms : (int?)null).ToListAsync(cancel);
            times.Reverse();
            figures.Add(new DrillFiguresResponse(d.Id, d.Title, book.StageOf(d).Title, sum.Tasks, sum.Right, sum.Ms, Of(times, 5),
                Of(times, 12)));
        }

        var last = await attempts.OrderByDescending(a => a.At).ThenByDescending(a => a.Id).Take(MaxLast).ToListAsync(cancel);
        var cases = standing.Masteries.Where(m => m.Attempts > 0).OrderBy(m => m.State).ThenBy(m => (double)m.RightCount / m.Attempts)
            .ThenByDescending(m => m.UsualMs).Take(MaxCases);
        var own = one is null ? [] : await OwnBestAsync(db, solverId, one, since, skipped, cancel);
        var (averages, trend) = one is null ? ([], []) : await SeriesAsync(db, solverId, one, since, attempts, cancel);
        return TypedResults.Ok(new RecordResponse(
            sums.Values.Sum(s => s.Tasks), sums.Values.Sum(s => s.Right), sums.Values.Sum(s => s.Ms), averages, trend,
            [.. cases.Select(m => new CaseResponse(m.Drill, m.Case, CaseTitle(book.Drills, m), m.State, m.Attempts, m.RightCount,
                m.UsualMs, m.Due, own.GetValueOrDefault(m.Case)))],
            Calendar(counted, Later(first, RecordDays.DayOf(now, offsetMinutes).AddDays(-CalendarDays))),
            [.. last.Select(a => Last(a, book.Drills))], figures,
            TodayEndpoint.Topics(book.Drills.All.Where(d => one is null || d == one), book, standing)));
    }

    private static DateOnly Later(DateOnly a, DateOnly b) => a > b ? a : b;

    private static double? Of(List<int?> times, int count) => times.Count < count ? null : Averages.Of([.. times.TakeLast(count)]);

    private static async Task<(IReadOnlyList<AverageResponse> Averages, IReadOnlyList<TrendPointResponse> Trend)> SeriesAsync(
        TinCompassDb db, int solverId, Drill drill, DateTimeOffset since, IQueryable<DrillAttempt> attempts, CancellationToken cancel)
    {
        var times = await TimesAsync(db, solverId, drill, since, cancel);
        var at = await attempts.OrderByDescending(a => a.At).Select(a => a.At).Take(Math.Min(MaxTrend, times.Count)).ToListAsync(cancel);
        at.Reverse();
        var first = times.Count - at.Count;
        var running = Averages.Counts.ToDictionary(n => n, n => Averages.Running(times, n));
        var trend = Enumerable.Range(first, at.Count)
            .Select(i => new TrendPointResponse(at[i - first], times[i], i >= 4 ? running[5][i - 4] : null,
                i >= 11 ? running[12][i - 11] : null));
        return ([.. running.Select(r => new AverageResponse(
            r.Key, r.Value.Count == 0 ? null : r.Value[^1], Averages.Best(r.Value), r.Value.Count > 0 && r.Value[^1] is null))],
            [.. trend]);
    }

    /// <summary>
    /// All times in order, null for a wrong answer: read without entities, as there may be tens of thousands. In the order of the index,
    /// which has all that is asked; two answers of one millisecond stand in either order.
    /// </summary>
    private static async Task<List<int?>> TimesAsync(
        TinCompassDb db, int solverId, Drill drill, DateTimeOffset since, CancellationToken cancel)
    {
        await using var command = (SqliteCommand)db.Database.GetDbConnection().CreateCommand();
        command.CommandText = """
            SELECT "Right", "Ms" FROM "DrillAttempts" WHERE "SolverId" = $solver AND "Drill" = $drill AND "At" >= $since ORDER BY "At"
            """;
        command.Parameters.AddWithValue("$solver", solverId);
        command.Parameters.AddWithValue("$drill", drill.Id);
        command.Parameters.AddWithValue("$since", since.ToUnixTimeMilliseconds());
        var times = new List<int?>();
        await using var reader = await command.ExecuteReaderAsync(cancel);
        while (reader.Read()) times.Add(reader.GetBoolean(0) ? (int)Math.Clamp(reader.GetInt64(1), 0, int.MaxValue) : null);
        return times;
    }

    /// <summary>
    /// The solver's own right turns of each case that were planned quickest, without the rotation before them. An answer in turns is its
    /// own plan. SQLite gives the row that has the least time.
    /// </summary>
    private static async Task<Dictionary<string, string>> OwnBestAsync(
        TinCompassDb db, int solverId, Drill drill, DateTimeOffset since, SkippedRows skipped, CancellationToken cancel)
    {
        if (drill.Info.Kind != AnswerKind.Turns) return [];
        var from = since.ToUnixTimeMilliseconds();
        var best = await db.Database.SqlQuery<OwnBest>($"""
            SELECT "Case", "Answer", MIN("Ms") AS "Ms" FROM "DrillAttempts"
            WHERE "SolverId" = {solverId} AND "Drill" = {drill.Id} AND "At" >= {from} AND "Right" AND "Plan" = "Answer" AND "Answer" <> ''
            GROUP BY "Case"
            """).ToListAsync(cancel);
        return best
            .Select(b => (b.Case, Turns: skipped.Read("answer", b.Case, () => Algorithm.Parse(b.Answer).Turns)))
            .Where(b => b.Turns is not null)
            .ToDictionary(b => b.Case, b => string.Join(' ', b.Turns!.SkipWhile(t => t.Kind == TurnKind.Rotation)));
    }

    private sealed record OwnBest(string Case, string Answer, long Ms);

    private static IReadOnlyList<DayResponse> Calendar(
        IEnumerable<KeyValuePair<(string Drill, DateOnly Day), DayCount>> counted, DateOnly from) =>
        [.. counted.Where(d => d.Key.Day >= from).GroupBy(d => d.Key.Day, d => d.Value).OrderBy(g => g.Key)
            .Select(g => new DayResponse(g.Key, g.Sum(d => d.Tasks), g.Sum(d => d.Ms)))];

    private static string CaseTitle(DrillBook book, Mastery mastery) =>
        book.Find(mastery.Drill) is not { } drill ? mastery.Case : mastery.Case == Programme.ByLevel ? drill.Title
            : $"{drill.Title}: {drill.CaseTitle(mastery.Case)}";

    private static KeptAnswerResponse Last(DrillAttempt a, DrillBook book) => new(
        a.Id, a.At, a.Stage, a.Drill, book.Find(a.Drill) is { } drill && drill.Knows(a.Case) ? drill.CaseTitle(a.Case) : a.Case, a.Part,
            a.Right, a.Ms, a.TurnsOver, a.Position, a.Color, a.Plan,
        a.Plan == a.Answer);
}

/// <summary>Days as the solver has them: the page says how far its clock is ahead of UTC.</summary>
internal static class RecordDays
{
    private const int Most = 14 * 60;

    public static DateOnly DayOf(DateTimeOffset at, int offsetMinutes) =>
        DateOnly.FromDateTime(at.UtcDateTime.AddMinutes(Clamped(offsetMinutes)));

    /// <summary>No clock on earth is further ahead or behind.</summary>
    public static int Clamped(int offsetMinutes) => Math.Clamp(offsetMinutes, -Most, Most);

    public static DateTimeOffset Midnight(DateTimeOffset now, int offsetMinutes) =>
        new DateTimeOffset(DayOf(now, offsetMinutes).ToDateTime(TimeOnly.MinValue), TimeSpan.Zero)
            .AddMinutes(-Clamped(offsetMinutes));
}
