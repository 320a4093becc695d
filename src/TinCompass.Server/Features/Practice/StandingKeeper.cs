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
internal sealed class StandingKeeper(TinCompassDb db, StageBook book, Programme programme, SkippedRows skipped, QuickRead quick)
{
    /// <summary>Leads through the drills.</summary>
    public Programme Programme => programme;

    /// <summary>How a solver stands now; of one drill or of all.</summary>
    public Standing Read(int solverId, string? drill) => ReadKept(solverId, drill).Standing;

    /// <summary>The same, with the row that is written again when an answer comes.</summary>
    public (Standing Standing, StandingRow? Row) ReadKept(int solverId, string? drill)
    {
        var rows = drill is null ? quick.All<MasteryRow>(db, (nameof(MasteryRow.SolverId), solverId))
            : quick.All<MasteryRow>(db, (nameof(MasteryRow.SolverId), solverId), (nameof(MasteryRow.Drill), drill));
        var row = quick.One<StandingRow>(db, (nameof(StandingRow.SolverId), solverId));
        return (Of(rows, row, drill), row);
    }

    /// <summary>
    /// Takes one more answer into what is kept: the rows to be written. Null when the answer is older than the newest one: then all is
    /// folded anew (<see cref="RebuildAsync(DrillAttempt, Drill, CancellationToken)"/>).
    /// </summary>
    public static (Mastery Mastery, RowChange[] Rows)? With((Standing Standing, StandingRow? Row) before, DrillAttempt answer, Drill drill)
    {
        var row = before.Row;
        if (row?.LastAt > answer.At) return null;
        var name = Programme.CaseOf(drill, answer.Case);
        var known = before.Standing.Masteries.First(m => m.Drill == drill.Id && m.Case == name);
        var mastery = known.After(new DrillResult(drill.Id, name, answer.At, answer.Right, answer.Ms, answer.TargetMs, answer.Level));
        var levels = Levels(row?.Levels ?? "");
        levels[drill.Id] = Core.Practice.Levels.After(answer.Level, drill.Levels, answer.Right, answer.Ms, answer.TargetMs);
        var standing = new StandingRow
        {
            SolverId = answer.SolverId,
            Version = Mastery.Version,
            Levels = Write(levels),
            LastDrill = drill.Id,
            LastCase = name,
            LastAt = answer.At,
        };
        return (mastery, [new RowChange(MasteryRow.Of(answer.SolverId, mastery), RowChange.Kind.Put),
            new RowChange(standing, RowChange.Kind.Put)]);
    }

    /// <summary>Folds all anew after an answer that came late; the mastery of its case. Within a transaction of the caller.</summary>
    public async Task<Mastery> RebuildAsync(DrillAttempt answer, Drill drill, CancellationToken cancel)
    {
        await RebuildAsync(answer.SolverId, cancel);
        var name = Programme.CaseOf(drill, answer.Case);
        return (await db.Masteries.AsNoTracking()
            .FirstAsync(m => m.SolverId == answer.SolverId && m.Drill == drill.Id && m.Case == name, cancel)).ToMastery();
    }

    /// <summary>Folds all answers of a solver anew. Within a transaction of the caller, or as a change of its own.</summary>
    public async Task RebuildAsync(int solverId, CancellationToken cancel) =>
        await WriteAsync(solverId, await FoldAsync(solverId, cancel), cancel);

    /// <summary>How a solver stands by all answers; nothing is written. It holds as long as no other answer comes.</summary>
    public async Task<(Standing Standing, DateTimeOffset? LastAt)> FoldAsync(int solverId, CancellationToken cancel)
    {
        var answers = await db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solverId).OrderBy(a => a.At).ThenBy(a => a.Id)
            .Select(a => new DrillResult(a.Drill, a.Case, a.At, a.Right, a.Ms, a.TargetMs, a.Level)).ToListAsync(cancel);
        return (programme.Fold(answers), answers.Count > 0 ? answers[^1].At : null);
    }

    /// <summary>Writes what was folded in place of what is kept.</summary>
    public async Task WriteAsync(int solverId, (Standing Standing, DateTimeOffset? LastAt) folded, CancellationToken cancel)
    {
        db.ChangeTracker.Clear();
        await db.Masteries.Where(m => m.SolverId == solverId).ExecuteDeleteAsync(cancel);
        await db.Standings.Where(s => s.SolverId == solverId).ExecuteDeleteAsync(cancel);
        db.Masteries.AddRange(folded.Standing.Masteries.Where(m => m.Attempts > 0).Select(m => MasteryRow.Of(solverId, m)));
        db.Standings.Add(new StandingRow
        {
            SolverId = solverId,
            Version = Mastery.Version,
            Levels = Write(book.Drills.All.ToDictionary(d => d.Id, d => folded.Standing.LevelOf(d.Id))),
            LastDrill = folded.Standing.Last?.Drill,
            LastCase = folded.Standing.Last?.Case,
            LastAt = folded.LastAt,
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

    /// <summary>
    /// What a solver's habits say of practice: the colours they plan for, as the core names them (by the faces on which they lie on the
    /// solver's cube), and the drills of which they are asked new cases by themselves, those of the method they solve by.
    /// </summary>
    public (IReadOnlyList<Color> Colors, Func<Drill, bool> Wants) HabitsOf(int solverId)
    {
        if (quick.One<SolverHabits>(db, (nameof(SolverHabits.SolverId), solverId)) is not { } habits)
            return (Faces.AllColors, drill => book.IsMetIn("", drill.Stage));
        var scheme = habits.Scheme.Split(',');
        var colors = skipped.Read<Color[]>("habit", solverId,
            () => [.. habits.Colors.Split(',').Select(name => Faces.AllColors.ElementAt(Array.IndexOf(scheme, name)))]);
        return (colors ?? Faces.AllColors, drill => book.IsMetIn(habits.Method, drill.Stage));
    }

    private Standing Of(List<MasteryRow> rows, StandingRow? standing, string? drill)
    {
        var known = rows.Select(m => skipped.Read("mastery", m.Case, m.ToMastery)).Where(m => m is not null)
            .ToDictionary(m => (m!.Drill, m.Case));
        var levels = Levels(standing?.Levels ?? "");
        return new Standing(
            programme.InOrderOfLearning([.. programme.Cases(drill)
                .Select(c => known.GetValueOrDefault(c) ?? new Mastery(c.Drill, c.Case))]),
                id => levels.GetValueOrDefault(id, 1),
            standing is { LastDrill: { } last, LastCase: { } name } ? (last, name) : null);
    }

    private static Dictionary<string, int> Levels(string text)
    {
        var levels = new Dictionary<string, int>();
        foreach (var part in text.Split(','))
            if (part.Split('=') is [var drill, var level] && int.TryParse(level, System.Globalization.CultureInfo.InvariantCulture,
                out var n))
                levels[drill] = n;
        return levels;
    }

    private static string Write(Dictionary<string, int> levels) =>
        string.Join(',', levels.Where(l => l.Value > 1).OrderBy(l => l.Key, StringComparer.Ordinal).Select(l => $"{l.Key}={l.Value}"));
}
