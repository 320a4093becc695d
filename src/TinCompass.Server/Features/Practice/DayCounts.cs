using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>What was done in a drill on one of the solver's days.</summary>
internal readonly record struct DayCount(int Tasks, int Right, long Ms)
{
    public static DayCount operator +(DayCount a, DayCount b) => new(a.Tasks + b.Tasks, a.Right + b.Right, a.Ms + b.Ms);
}

/// <summary>
/// The answers of a solver by drill and day, counted once and then only those that have come since: a hundred thousand take a quarter of a
/// second, a thousand new ones some milliseconds. It holds because answers are added with a growing number; where some are taken away,
/// or put back, <see cref="Forget"/> is said. Only a memory: lost, it is counted again.
/// </summary>
internal sealed class DayCounts
{
    private const int Most = 256;

    /// <summary>What no clock and no answer goes beyond: a row that says more is counted as if it said this.</summary>
    private const long Latest = 253_370_764_800_000, Longest = 3_600_000;

    private readonly ConcurrentDictionary<(int Solver, int Offset), Counted> counts = new();

    // A count that began before answers were taken away is not kept.
    private int forgotten;

    /// <summary>Answers of a solver were taken away or put back: what was counted does not hold any more.</summary>
    public void Forget(int solverId)
    {
        Interlocked.Increment(ref forgotten);
        foreach (var key in counts.Keys.Where(k => k.Solver == solverId)) counts.TryRemove(key, out _);
    }

    /// <summary>All of a solver's answers by drill and day; a day is the solver's own, so many minutes ahead of UTC.</summary>
    public async Task<IReadOnlyDictionary<(string Drill, DateOnly Day), DayCount>> OfAsync(
        TinCompassDb db, int solverId, int offsetMinutes, CancellationToken cancel)
    {
        var offset = RecordDays.Clamped(offsetMinutes);
        if (counts.Count >= Most) counts.Clear();
        var forgottenBefore = Volatile.Read(ref forgotten);
        var counted = counts.GetValueOrDefault((solverId, offset)) ?? new Counted(0, new());
        var (seen, ahead) = (counted.Seen, offset * 60_000L);
        var newest = await db.DrillAttempts.MaxAsync(a => (long?)a.Id, cancel) ?? 0;
        if (newest == seen) return counted.Days;
        // The plus keeps SQLite from an index of the solver: few rows are newer than what was seen, and those are found by their number.
        var rows = seen == 0
            ? db.Database.SqlQuery<Row>($"""
                SELECT "Drill", (MIN(MAX("At", 0), {Latest}) + {ahead}) / 86400000 AS "Day", COUNT(*) AS "Tasks",
                    SUM("Right" <> 0) AS "Right",
                    SUM(MIN(MAX("TotalMs", 0), {Longest})) AS "Ms"
                FROM "DrillAttempts" WHERE "SolverId" = {solverId} AND "Id" <= {newest} GROUP BY 1, 2
                """)
            : db.Database.SqlQuery<Row>($"""
                SELECT "Drill", (MIN(MAX("At", 0), {Latest}) + {ahead}) / 86400000 AS "Day", COUNT(*) AS "Tasks",
                    SUM("Right" <> 0) AS "Right",
                    SUM(MIN(MAX("TotalMs", 0), {Longest})) AS "Ms"
                FROM "DrillAttempts" WHERE +"SolverId" = {solverId} AND "Id" > {seen} AND "Id" <= {newest} GROUP BY 1, 2
                """);
        var days = new Dictionary<(string, DateOnly), DayCount>(counted.Days);
        foreach (var row in await rows.ToListAsync(cancel))
        {
            var key = (row.Drill, DateOnly.FromDateTime(DateTime.UnixEpoch.AddDays(row.Day)));
            days[key] = days.GetValueOrDefault(key) + new DayCount(row.Tasks, row.Right, row.Ms);
        }

        counts[(solverId, offset)] = new Counted(newest, days);
        if (forgottenBefore != Volatile.Read(ref forgotten)) counts.TryRemove((solverId, offset), out _);
        return days;
    }

    private sealed record Counted(long Seen, Dictionary<(string Drill, DateOnly Day), DayCount> Days);

    private sealed record Row(string Drill, long Day, int Tasks, int Right, long Ms);
}
