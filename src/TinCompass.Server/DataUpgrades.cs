using Microsoft.EntityFrameworkCore;
using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Server.Storage;

namespace TinCompass.Server;

/// <summary>
/// What a migration cannot say in SQL: done after it, for the rows that still need it. A start that was killed in between goes on here.
/// </summary>
internal static class DataUpgrades
{
    /// <summary>
    /// SQLite's user_version of a file all of whose answers have been looked at: there may be a hundred thousand, and nothing writes the
    /// older form any more.
    /// </summary>
    private const int Positions = 1;

    public static void Run(TinCompassDb db)
    {
        // One of an older version may come back from what was deleted.
        if (Ask(db, $"SELECT EXISTS (SELECT 1 FROM Courses WHERE Version < {KeptCourse.NewestVersion})") > 0) CountAllStops(db);
        if (Ask(db, "PRAGMA user_version") >= Positions) return;
        if (Ask(db, "SELECT EXISTS (SELECT 1 FROM DrillAttempts)") > 0) WritePositions(db);
        db.Database.ExecuteSqlRaw($"PRAGMA user_version = {Positions}");
    }

    /// <summary>A number. By plain SQL: of a question to EF Core each start makes machine code first.</summary>
    private static long Ask(TinCompassDb db, string sql)
    {
        db.Database.OpenConnection();
        try
        {
            using var question = db.Database.GetDbConnection().CreateCommand();
            question.CommandText = sql;
            return (long)question.ExecuteScalar()!;
        }
        finally
        {
            db.Database.CloseConnection();
        }
    }

    /// <summary>Figures of kept courses were of the stops after the first; now they are of all.</summary>
    private static void CountAllStops(TinCompassDb db)
    {
        var habits = db.Habits.AsNoTracking().ToDictionary(h => h.SolverId);
        foreach (var course in db.Courses.Where(c => c.Version < KeptCourse.NewestVersion))
        {
            course.Total += Algorithm.Parse(course.Made).Length(Metric.Htm);
            course.Version = KeptCourse.NewestVersion;
            Turn[] turns = [.. Algorithm.Parse($"{course.Made} {course.Stops.Replace(';', ' ')}").Turns.SkipWhile(
                t => t.Kind == TurnKind.Rotation)];
            if (course.TimeHundredths is not null) course.TimeHundredths =
                new HandModel(habits.TryGetValue(course.SolverId, out var own) ? own.Hands
                : HandPreferences.Usual).Measure(turns) is { } time ? (int)Math.Round(time * 100) : null;
        }

        db.SaveChanges();
        db.ChangeTracker.Clear();
    }

    /// <summary>Answers of older versions hold turns where the stickers of the position stand now.</summary>
    private static void WritePositions(TinCompassDb db)
    {
        const int AtOnce = 5_000;
        // A 3x3, and the bigger cubes that are practised: 6 · n² letters, none of them a blank.
        int[] lengths = [Facelets.Count, .. Enumerable.Range(BigPieces.Least, BigPieces.Most - BigPieces.Least + 1).Select(n => 6 * n * n)];
        while (true)
        {
            var older = db.DrillAttempts.Where(a => !lengths.Contains(a.Position.Length) || a.Position.Contains(' ')).OrderBy(a => a.Id)
                .Take(AtOnce).ToList();
            if (older.Count == 0) return;
            foreach (var answer in older)
                answer.Position = Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse(answer.Position).Turns).Upright());
            db.SaveChanges();
            db.ChangeTracker.Clear();
        }
    }
}
