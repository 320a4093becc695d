using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Demo;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

/// <summary>A database filled once, for tests that only read it.</summary>
public sealed class FilledDemo : IDisposable
{
    public static readonly DateTimeOffset Today = new(2031, 5, 14, 12, 0, 0, TimeSpan.Zero);
    private static readonly TableShelf Shelf = ReadyTables.Shelf;
    private readonly TemporaryFolder folder = new();
    private readonly DatabaseFile file;

    public FilledDemo()
    {
        file = DatabaseFile.Claim(folder.Path);
        using var db = Open();
        file.Migrate(db);
        Fill(db);
    }

    internal StageBook Book { get; } = new(Catalog.Stages(Shelf), Catalog.Methods);

    internal TinCompassDb Open()
    {
        var options = new DbContextOptionsBuilder<TinCompassDb>();
        file.Configure(options);
        return new TinCompassDb(options.Options);
    }

    internal void Fill(TinCompassDb db) => DemoSeed.Fill(db, Book, Shelf, new HandModels(), new FixedClock());

    public void Dispose()
    {
        file.Dispose();
        folder.Dispose();
    }

    private sealed class FixedClock : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => Today;
    }
}

public sealed class DemoTests(FilledDemo demo) : IClassFixture<FilledDemo>
{
    [Fact]
    public void The_club_has_enough_believable_attempts()
    {
        using var db = demo.Open();
        var solvers = db.Solvers.ToArray();
        Assert.InRange(solvers.Length, 3, 20);
        foreach (var solver in solvers)
        {
            var attempts = db.Attempts.Where(a => a.SolverId == solver.Id).OrderBy(a => a.At).ToArray();
            Assert.True(attempts.Length >= 40);
            Assert.True(attempts[^1].At - attempts[0].At > TimeSpan.FromDays(7 * 6));
            Assert.InRange(attempts[0].At, FilledDemo.Today.AddDays(-57), FilledDemo.Today);
            Assert.True(attempts[^1].At < FilledDemo.Today);
            Assert.Contains(attempts, a => a.FirstMistake is not null);
            Assert.Contains(attempts, a => a.IsDone && a.OverBest == 0);
            Assert.Contains(attempts, a => !a.IsDone);
        }
    }

    [Fact]
    public void Everybody_gets_better_over_the_weeks()
    {
        using var db = demo.Open();
        foreach (var solver in db.Solvers.ToArray())
        {
            var attempts = db.Attempts.Where(a => a.SolverId == solver.Id).OrderBy(a => a.At).ToArray();
            int third = attempts.Length / 3;
            Attempt[] first = attempts[..third], last = attempts[^third..];
            Assert.True(last.Average(a => a.PlanningMs!.Value) < first.Average(a => a.PlanningMs!.Value), solver.Name);
            Assert.True(last.Average(Trouble) <= first.Average(Trouble), solver.Name);
        }

        static double Trouble(Attempt a) => a.OverBest + (a.IsDone ? 0 : 2);
    }

    [Fact]
    public void Solves_that_are_known_turn_by_turn_solve_their_scramble_in_their_time()
    {
        using var db = demo.Open();
        foreach (var solver in db.Solvers.ToArray())
        {
            var known = db.Solves.Where(s => s.SolverId == solver.Id && s.Turns != "").ToArray();
            Assert.Equal(36, known.Length);
            Assert.Equal(known.Length, known.Select(s => s.Scramble).Distinct().Count());
            // A month ago and now, so that there is something to compare.
            Assert.InRange(known.Count(s => s.At < FilledDemo.Today.AddDays(-30)), 10, 14);
            foreach (var solve in known)
            {
                var (turns, ms) = TimedTurns.Parse(solve.Turns);
                Assert.True(CubeState.Solved.Apply(Algorithm.Parse(solve.Scramble).Turns).Apply(turns).IsSolved, solve.Turns);
                Assert.Equal(solve.Ms, ms![^1]);
            }
        }
    }

    [Fact]
    public void What_is_stored_is_what_the_judge_says()
    {
        using var db = demo.Open();
        foreach (var attempt in db.Attempts.AsNoTracking().ToArray())
        {
            Assert.True(Faces.TryParseColor(attempt.Color, out var color));
            var judged = demo.Book.Find(attempt.Stage)!.Judge(
                CubeState.Solved.Apply(Algorithm.Parse(attempt.Scramble).Turns), new Focus(color), Algorithm.Parse(attempt.Plan).Turns,
                new HandModel(HandPreferences.Usual));
            Assert.Equal((judged.IsDone, judged.Turns, judged.Best, judged.OverBest),
                (attempt.IsDone, attempt.Turns, attempt.Best, attempt.OverBest));
        }
    }

    [Fact]
    public void The_seed_fixes_all_and_a_second_filling_adds_nothing()
    {
        using var db = demo.Open();
        var first = Listed(db);
        demo.Fill(db);
        Assert.Equal(first, Listed(db));
        using var again = new FilledDemo();
        using var other = again.Open();
        Assert.Equal(first, Listed(other));
    }

    private static string[] Listed(TinCompassDb db) =>
        [.. db.Attempts.AsNoTracking().OrderBy(a => a.Id).Select(a => a.Scramble + a.Plan + a.Key + a.At)];
}
