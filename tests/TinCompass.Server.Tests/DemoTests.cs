using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Server.Demo;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Storage;
using TinCompass.Testing;

namespace TinCompass.Server.Tests;

public sealed class DemoTests : IDisposable
{
    private static readonly DateTimeOffset Today = new(2031, 5, 14, 12, 0, 0, TimeSpan.Zero);
    private readonly TemporaryFolder folder = new();
    private readonly DatabaseFile file;
    private readonly CrossServices cross = new();

    public DemoTests() => file = DatabaseFile.Claim(folder.Path);

    public void Dispose()
    {
        file.Dispose();
        folder.Dispose();
    }

    [Fact]
    public void The_club_has_enough_believable_attempts()
    {
        using var db = Fill();
        var solvers = db.Solvers.ToArray();
        Assert.InRange(solvers.Length, 3, 20);
        foreach (var solver in solvers)
        {
            var attempts = db.Attempts.Where(a => a.SolverId == solver.Id).OrderBy(a => a.At).ToArray();
            Assert.True(attempts.Length >= 40);
            Assert.True(attempts[^1].At - attempts[0].At > TimeSpan.FromDays(7 * 6));
            Assert.InRange(attempts[0].At, Today.AddDays(-57), Today);
            Assert.True(attempts[^1].At < Today);
            Assert.Contains(attempts, a => a.FirstMistake is not null);
            Assert.Contains(attempts, a => a.IsCross && a.OverBest == 0);
            Assert.Contains(attempts, a => !a.IsCross);
        }
    }

    [Fact]
    public void Everybody_gets_better_over_the_weeks()
    {
        using var db = Fill();
        foreach (var solver in db.Solvers.ToArray())
        {
            var attempts = db.Attempts.Where(a => a.SolverId == solver.Id).OrderBy(a => a.At).ToArray();
            int third = attempts.Length / 3;
            Attempt[] first = attempts[..third], last = attempts[^third..];
            Assert.True(last.Average(a => a.PlanningMs!.Value) < first.Average(a => a.PlanningMs!.Value), solver.Name);
            Assert.True(last.Average(Trouble) <= first.Average(Trouble), solver.Name);
        }

        static double Trouble(Attempt a) => a.OverBest + (a.IsCross ? 0 : 2);
    }

    [Fact]
    public void What_is_stored_is_what_the_judge_says()
    {
        using var db = Fill();
        foreach (var attempt in db.Attempts.AsNoTracking().ToArray())
        {
            Assert.True(Faces.TryParseColor(attempt.Color, out var color));
            var judged = cross.Judge.Judge(CubeState.Solved.Apply(Algorithm.Parse(attempt.Scramble).Turns), color, Algorithm.Parse(attempt.Plan).Turns);
            Assert.Equal((judged.IsCross, judged.Turns, judged.Best, judged.OverBest), (attempt.IsCross, attempt.Turns, attempt.Best, attempt.OverBest));
        }
    }

    [Fact]
    public void The_seed_fixes_all_and_a_second_filling_adds_nothing()
    {
        using var db = Fill();
        var first = db.Attempts.AsNoTracking().OrderBy(a => a.Id).Select(a => a.Scramble + a.Plan + a.Key).ToArray();
        DemoSeed.Fill(db, cross, new FixedClock());
        Assert.Equal(first.Length, db.Attempts.Count());
        db.Attempts.ExecuteDelete();
        db.Solvers.ExecuteDelete();
        DemoSeed.Fill(db, cross, new FixedClock());
        Assert.Equal(first, db.Attempts.AsNoTracking().OrderBy(a => a.Id).Select(a => a.Scramble + a.Plan + a.Key).ToArray());
    }

    private TinCompassDb Fill()
    {
        var options = new DbContextOptionsBuilder<TinCompassDb>();
        file.Configure(options);
        var db = new TinCompassDb(options.Options);
        file.Migrate(db);
        DemoSeed.Fill(db, cross, new FixedClock());
        return db;
    }

    private sealed class FixedClock : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => Today;
    }
}
