using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Tests;

/// <summary>
/// What is kept of how well cases are known is always what the answers say when they are folded from the first to the last.
/// </summary>
public sealed class StandingTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task What_is_kept_answer_by_answer_is_what_all_answers_say_together(int seed)
    {
        var random = new Random(seed);
        var solver = (await server.AddSolverAsync()).Id;
        using var scope = server.Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<TinCompassDb>();
        var book = scope.ServiceProvider.GetRequiredService<StageBook>();
        var keeper = scope.ServiceProvider.GetRequiredService<StandingKeeper>();
        var quick = scope.ServiceProvider.GetRequiredService<QuickWrite>();
        var counts = scope.ServiceProvider.GetRequiredService<DayCounts>();
        var at = new DateTimeOffset(2026, 2, 3, 8, 0, 0, TimeSpan.Zero);
        for (var i = 0; i < 150; i++)
        {
            var drill = book.Drills.All[random.Next(book.Drills.All.Count)];
            // Now and then an answer comes late, as an import brings them, or a day passes.
            at = random.Next(12) switch { 0 => at.AddDays(1), 1 => at.AddHours(-3), _ => at.AddMinutes(1) };
            var target = 2_000 + random.Next(5_000);
            var answer = new DrillAttempt
            {
                Key = Guid.NewGuid(),
                SolverId = solver,
                At = at,
                Stage = drill.Stage,
                Drill = drill.Id,
                Case = drill.Cases.Count > 0 ? drill.Cases[random.Next(drill.Cases.Count)] : "any",
                Level = random.Next(1, drill.Levels + 1),
                Position = Core.Cube.Facelets.Write(Core.Cube.CubeState.Solved),
                Color = "white",
                Answer = "x",
                Plan = "",
                Right = random.Next(4) > 0,
                FirstMs = 100,
                TotalMs = 200 + i,
                Ms = random.Next(2 * target),
                TargetMs = target,
                Part = "",
            };
            var before = keeper.ReadKept(solver, random.Next(2) == 0 ? null : drill.Id);
            var rows = StandingKeeper.With(before, answer, drill)?.Rows;
            await quick.WriteAsync(db, [new RowChange(answer, RowChange.Kind.Add), .. rows ?? []], default);
            if (rows is null) await keeper.RebuildAsync(answer, drill, CancellationToken.None);
            db.ChangeTracker.Clear();
            if (i % 40 == 7) await counts.OfAsync(db, solver, -90, CancellationToken.None);
        }

        // Counted in pieces by drill and day of a solver an hour and a half behind, as all answers say together.
        var answers = await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solver).ToListAsync();
        Assert.Equal(
            answers.GroupBy(a => (a.Drill, RecordDays.DayOf(a.At, -90)))
                .Select(g => (g.Key, new DayCount(g.Count(), g.Count(a => a.Right), g.Sum(a => (long)a.TotalMs)))).OrderBy(d => d.Key),
            (await counts.OfAsync(db, solver, -90, CancellationToken.None)).Select(d => (d.Key, d.Value)).OrderBy(d => d.Key));

        var kept = await Rows(db, solver);
        Assert.NotEmpty(kept);
        var folded = keeper.Programme.Fold(
            await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solver).OrderBy(a => a.At).ThenBy(a => a.Id)
                .Select(a => new DrillResult(a.Drill, a.Case, a.At, a.Right, a.Ms, a.TargetMs, a.Level)).ToListAsync());
        var standing = keeper.Read(solver, null);
        foreach (var mastery in folded.Masteries.Where(m => m.Attempts > 0))
            Assert.Equal(Told(mastery), Told(kept.Single(m => (m.Drill, m.Case) == (mastery.Drill, mastery.Case))));
        Assert.Equal(folded.Masteries.Count(m => m.Attempts > 0), kept.Length);
        Assert.All(book.Drills.All, d => Assert.Equal(folded.LevelOf(d.Id), standing.LevelOf(d.Id)));
        await keeper.RebuildAsync(solver, CancellationToken.None);
        Assert.Equal(kept.Select(Told).Order(), (await Rows(db, solver)).Select(Told).Order());
    }

    private static string Told(Mastery mastery) => JsonSerializer.Serialize(mastery, ServerFixture.Json);

    private static async Task<Mastery[]> Rows(TinCompassDb db, int solver) =>
        [.. (await db.Masteries.AsNoTracking().Where(m => m.SolverId == solver).ToListAsync()).Select(m => m.ToMastery())];
}
