using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>
/// Keeps how solvers stand: the mastery of each case, the level of each drill. It is folded from the answers, one by one as they come;
/// folded anew at any time it is the same
/// (a property test holds that), and it is when an answer comes that is older than the newest one, after an import, and when the scheduler
/// has changed.
/// </summary>
internal sealed class StandingKeeper(TinCompassDb db, StageBook book)
{
    private readonly Programme programme = new(book.Drills);

    /// <summary>Leads through the drills.</summary>
    public Programme Programme => programme;

    /// <summary>How a solver stands now; of one drill or of all.</summary>
    public async Task<Standing> ReadAsync(int solverId, string? drill, CancellationToken cancel)
    {
        var rows = await db.Masteries.AsNoTracking().Where(m => m.SolverId == solverId && (drill == null || m.Drill == drill))
            .ToListAsync(cancel);
        var standing = await db.Standings.AsNoTracking().FirstOrDefaultAsync(s => s.SolverId == solverId, cancel);
        return Of(rows, standing, drill);
    }

    /// <summary>Takes one more answer into what is kept. Within a transaction of the caller.</summary>
    public async Task<Mastery> AddAsync(DrillAttempt answer, CancellationToken cancel)
    {
        var drill = book.Drills.Find(answer.Drill) ?? throw new InvalidOperationException($"'{answer.Drill}' is no drill");
        var name = Programme.CaseOf(drill, answer.Case);
        var standing = await db.Standings.FirstOrDefaultAsync(s => s.SolverId == answer.SolverId, cancel);
        if (standing?.LastAt > answer.At)
        {
            await RebuildAsync(answer.SolverId, cancel);
            return (await db.Masteries.AsNoTracking()
                .FirstAsync(m => m.SolverId == answer.SolverId && m.Drill == drill.Id && m.Case == name, cancel)).ToMastery();
        }

        if (standing is null) db.Standings.Add(standing = new StandingRow
        {
            SolverId = answer.SolverId,
            Version = Mastery.Version,
            Levels = ""
        });
        var row = await db.Masteries.FirstOrDefaultAsync(
            m => m.SolverId == answer.SolverId && m.Drill == drill.Id && m.Case == name, cancel);
        var result = new DrillResult(drill.Id, name, answer.At, answer.Right, answer.Ms, answer.TargetMs, answer.Level);
        var mastery = (row?.ToMastery() ?? new Mastery(drill.Id, name)).After(result);
        if (row is null) db.Masteries.Add(MasteryRow.Of(answer.SolverId, mastery));
        else row.Take(mastery);
        var levels = Levels(standing.Levels);
        levels[drill.Id] = Core.Practice.Levels.After(answer.Level, drill.Levels, answer.Right, answer.Ms, answer.TargetMs);
        (standing.Levels, standing.LastDrill, standing.LastCase, standing.LastAt) = (Write(levels), drill.Id, name, answer.At);
        await db.SaveChangesAsync(cancel);
        return mastery;
    }

    /// <summary>Folds all answers of a solver anew. Within a transaction of the caller, or as a change of its own.</summary>
    public async Task RebuildAsync(int solverId, CancellationToken cancel)
    {
        var answers = await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solverId).OrderBy(a => a.At).ThenBy(a => a.Id)
            .Select(a => new DrillResult(a.Drill, a.Case, a.At, a.Right, a.Ms, a.TargetMs, a.Level)).ToListAsync(cancel);
        var folded = programme.Fold(answers);
        db.ChangeTracker.Clear();
        await db.Masteries.Where(m => m.SolverId == solverId).ExecuteDeleteAsync(cancel);
        await db.Standings.Where(s => s.SolverId == solverId).ExecuteDeleteAsync(cancel);
        db.Masteries.AddRange(folded.Masteries.Where(m => m.Attempts > 0).Select(m => MasteryRow.Of(solverId, m)));
        db.Standings.Add(new StandingRow
        {
            SolverId = solverId,
            Version = Mastery.Version,
            Levels = Write(book.Drills.All.ToDictionary(d => d.Id, d => folded.LevelOf(d.Id))),
            LastDrill = folded.Last?.Drill,
            LastCase = folded.Last?.Case,
            LastAt = answers.Count > 0 ? answers.Max(a => a.At) : null,
        });
        await db.SaveChangesAsync(cancel);
        db.ChangeTracker.Clear();
    }

    /// <summary>Folds what was folded by another scheduler, or not yet: at the start of the server.</summary>
    public async Task RebuildStaleAsync(CancellationToken cancel)
    {
        var stale = await db.Solvers.Where(s => !db.Standings.Any(r => r.SolverId == s.Id && r.Version == Mastery.Version)
            && db.DrillAttempts.Any(a => a.SolverId == s.Id))
            .Select(s => s.Id).ToListAsync(cancel);
        foreach (var solver in stale)
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            await RebuildAsync(solver, cancel);
            await transaction.CommitAsync(cancel);
        }
    }

    /// <summary>The colours a solver plans for, as the core names them: by the faces on which they lie on the solver's cube.</summary>
    public async Task<IReadOnlyList<Color>> ColorsAsync(int solverId, CancellationToken cancel)
    {
        var habits = await db.Habits.AsNoTracking().Where(h => h.SolverId == solverId).Select(h => new { h.Scheme, h.Colors })
            .FirstOrDefaultAsync(cancel);
        if (habits is null) return Faces.AllColors;
        var scheme = habits.Scheme.Split(',');
        return [.. habits.Colors.Split(',').Select(name => Faces.AllColors[Array.IndexOf(scheme, name)])];
    }

    private Standing Of(List<MasteryRow> rows, StandingRow? standing, string? drill)
    {
        var known = rows.ToDictionary(m => (m.Drill, m.Case), m => m.ToMastery());
        var levels = Levels(standing?.Levels ?? "");
        return new Standing(
            [.. programme.Cases(drill).Select(c => known.GetValueOrDefault(c) ?? new Mastery(c.Drill, c.Case))],
                id => levels.GetValueOrDefault(id, 1),
            standing is { LastDrill: { } last, LastCase: { } name } ? (last, name) : null);
    }

    private static Dictionary<string, int> Levels(string text) => text.Split(',', StringSplitOptions.RemoveEmptyEntries)
        .ToDictionary(p => p[..p.IndexOf('=', StringComparison.Ordinal)],
            p => int.Parse(p[(p.IndexOf('=', StringComparison.Ordinal) + 1)..], System.Globalization.CultureInfo.InvariantCulture));

    private static string Write(Dictionary<string, int> levels) =>
        string.Join(',', levels.Where(l => l.Value > 1).OrderBy(l => l.Key, StringComparer.Ordinal).Select(l => $"{l.Key}={l.Value}"));
}
