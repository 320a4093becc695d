using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.HandTimes;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Exchange;

/// <summary>
/// Takes in a file, some hundred entries at a time: each lot is read, judged and compared with what is there before anything is locked, and
/// written in bulk in a transaction of its own, so that nobody who practises beside it waits. What came is bound together by the number of
/// the import: one that is stopped, or dies, is taken back as a whole. Throws <see cref="BadDocumentException"/>.
/// </summary>
internal sealed class ImportRun(
    TinCompassDb db, WriteLane lane, StageBook book, HandModels hands, SkippedRows skipped, StandingKeeper standings, DayCounts counts,
        ImportProgress progress,
    IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions> json, TimeProvider clock)
{
    private const int EntriesAtOnce = 800;
    private const int RowsAtOnce = 4_000;
    private const int MaxTold = 50;
    private const int UsualTurns = 60, MostLongTurns = 50_000;

    private readonly HashSet<Guid> seen = [];
    private ExchangeReader reader = null!;
    private ImportRow? import;
    private int longTurns;
    private int plans, answers, sequences, courses, solves, known;

    /// <summary>Looks at a file, and adds what is not there yet unless it is a dry run.</summary>
    public async Task<ImportResponse> RunAsync(
        int solverId, FileStream file, bool isCsv, string name, bool dryRun, CancellationToken cancel)
    {
        reader = new ExchangeReader(book, hands, await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel),
            solverId, clock.GetUtcNow());
        if (!isCsv) ExchangeJson.Check(file);
        file.Position = 0;
        // The next lot is read while one is taken in.
        var taking = Task.CompletedTask;
        try
        {
            var entries = 0;
            foreach (var _ in isCsv ? ExchangeCsv.Read(file, reader) : FromJson(file))
            {
                cancel.ThrowIfCancellationRequested();
                if (++entries % 100 == 0) progress.Tell(solverId, file.Position, file.Length, entries);
                if (reader.Count < EntriesAtOnce) continue;
                await taking;
                var lot = reader.Take();
                taking = Task.Run(() => TakeAsync(lot, solverId, name, dryRun, cancel), cancel);
            }

            await taking;
            await TakeAsync(reader.Take(), solverId, name, dryRun, cancel);
            var takesHabits = await TakeHabitsAsync(solverId, dryRun, cancel);
            var handTimes = await TakeHandsAsync(solverId, dryRun, cancel);
            if (import is not null) await FinishAsync(solverId, cancel);
            return new ImportResponse(
                dryRun, plans, answers, takesHabits, sequences, courses, solves, handTimes, known, reader.RefusedCount, reader.Refused,
                    import?.Id,
                reader.Told);
        }
        catch
        {
            await taking.ContinueWith(_ => { }, CancellationToken.None, TaskContinuationOptions.None, TaskScheduler.Default);
            if (import is not null) await TakeBackAsync(import.Id, CancellationToken.None);
            counts.Forget(solverId);
            throw;
        }
    }

    /// <summary>Takes back what is not whole: at the start of the server.</summary>
    public async Task TakeBackUnfinishedAsync(CancellationToken cancel)
    {
        foreach (var id in await db.Imports.AsNoTracking().Where(i => !i.IsWhole).Select(i => i.Id).ToListAsync(cancel))
            await TakeBackAsync(id, cancel);
    }

    private IEnumerable<long> FromJson(FileStream file)
    {
        var options = json.Value.SerializerOptions;
        foreach (var value in new ExchangeJson(file).Values())
        {
            // Each kind of entry is read into its own form, and told with its place where it cannot be.
            switch (value.Property.ToUpperInvariant())
            {
                case "HABITS": Hand<Solvers.HabitsRequest>(value, options, (h, _) => reader.Read(h)); break;
                case "HANDS": Hand<ExchangeHands>(value, options, (h, _) => reader.Read(h)); break;
                case "PLANS": Hand<ExchangePlan>(value, options, reader.Read); break;
                case "ANSWERS": Hand<ExchangeAnswer>(value, options, reader.Read); break;
                case "SEQUENCES": Hand<ExchangeSequence>(value, options, reader.Read); break;
                case "COURSES": Hand<ExchangeCourse>(value, options, reader.Read); break;
                case "SOLVES": Hand<ExchangeSolve>(value, options, reader.Read); break;
                default: continue;
            }

            yield return file.Position;
        }
    }

    private void Hand<T>(ExchangeValue value, JsonSerializerOptions options, Action<T?, string> read)
        where T : class
    {
        var entry = ExchangeJson.Entry<T>(value, options, out var odd);
        if (odd is not null) reader.Refuse(value.Where, odd);
        else read(entry, value.Where);
    }

    /// <summary>What was read since the last time: what is not there yet is added, each key once.</summary>
    private async Task TakeAsync(ImportLot lot, int solverId, string name, bool dryRun, CancellationToken cancel)
    {
        var unjudged = await NewAsync(lot.Plans, p => p.Plan.Key, keys => db.Attempts.Where(a => a.SolverId == solverId
            && EF.Parameter(keys).Contains(a.Key)).Select(a => a.Key), cancel);
        var newAnswers = await NewAsync(lot.Answers, a => a.Key, keys => db.DrillAttempts.Where(a => a.SolverId == solverId
            && EF.Parameter(keys).Contains(a.Key)).Select(a => a.Key), cancel);
        var newCourses = await NewAsync(lot.Courses, c => c.Key, keys => db.Courses.Where(c => c.SolverId == solverId
            && EF.Parameter(keys).Contains(c.Key)).Select(c => c.Key), cancel);
        var newSolves = await NewAsync(lot.Solves, s => s.Key, keys => db.Solves.Where(s => s.SolverId == solverId
            && EF.Parameter(keys).Contains(s.Key)).Select(s => s.Key), cancel);
        // An own sequence that stands there already is left as it is.
        var there = lot.Sequences.Count == 0 ? [] : (await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == solverId)
            .Select(k => new { k.Stage, k.Case, k.View }).ToListAsync(cancel)).Select(k => (k.Stage, k.Case, k.View)).ToHashSet();
        var newSequences = lot.Sequences.Where(k => there.Add((k.Stage, k.Case, k.View))).ToList();
        known += lot.Sequences.Count - newSequences.Count;
        if (dryRun)
        {
            (plans, answers) = (plans + unjudged.Count, answers + newAnswers.Count);
            (sequences, courses, solves) = (sequences + newSequences.Count, courses + newCourses.Count, solves + newSolves.Count);
            return;
        }

        var newPlans = Judged(unjudged, cancel);
        if (newPlans.Count + newAnswers.Count + newSequences.Count + newCourses.Count + newSolves.Count == 0) return;
        using var turn = await lane.EnterAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        if (import is null)
        {
            db.Imports.Add(import = new ImportRow { SolverId = solverId, At = clock.Now(), Name = name });
            await db.SaveChangesAsync(cancel);
        }

        foreach (var plan in newPlans) plan.ImportId = import.Id;
        foreach (var answer in newAnswers) answer.ImportId = import.Id;
        foreach (var sequence in newSequences) sequence.ImportId = import.Id;
        foreach (var course in newCourses) course.ImportId = import.Id;
        foreach (var solve in newSolves) solve.ImportId = import.Id;
        plans += Bulk.Add(db, newPlans, cancel);
        answers += Bulk.Add(db, newAnswers, cancel);
        sequences += Bulk.Add(db, newSequences, cancel);
        courses += Bulk.Add(db, newCourses, cancel);
        solves += Bulk.Add(db, newSolves, cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>
    /// Judges what is new. However long a file is, plans of a usual length are; very long ones draw on a budget, and what is over it is
    /// told and can be taken in by importing the same file again.
    /// </summary>
    private List<Attempt> Judged(List<UnjudgedPlan> plans, CancellationToken cancel)
    {
        var judged = new List<Attempt>(plans.Count);
        foreach (var plan in plans)
        {
            cancel.ThrowIfCancellationRequested();
            if (plan.Turns > UsualTurns && (longTurns += plan.Turns) > MostLongTurns)
            {
                reader.Refuse(plan.Where, $"one import judges {MostLongTurns} turns of plans longer than {UsualTurns} turns. Import the " +
                    "file again for the rest.");
                continue;
            }

            AttemptEndpoints.Fill(plan.Plan, plan.Judge());
            judged.Add(plan.Plan);
        }

        return judged;
    }

    /// <summary>Habits that the solver has already are left as they are.</summary>
    private async Task<bool> TakeHabitsAsync(int solverId, bool dryRun, CancellationToken cancel)
    {
        if (reader.Habits is not { } habits || await db.Habits.AnyAsync(h => h.SolverId == solverId, cancel)) return false;
        if (dryRun) return true;
        using var turn = await lane.EnterAsync(cancel);
        if (await db.Habits.AnyAsync(h => h.SolverId == solverId, cancel)) return false;
        db.Habits.Add(habits.General);
        db.StageHabits.AddRange(habits.Stages);
        await db.SaveChangesAsync(cancel);
        return true;
    }

    /// <summary>Times that are there already stay; hands are fitted anew where none are in use yet.</summary>
    private async Task<int> TakeHandsAsync(int solverId, bool dryRun, CancellationToken cancel)
    {
        var (times, areUsed) = reader.Hands;
        if (times.Count == 0) return 0;
        using var turn = await lane.EnterAsync(cancel);
        var kept = await OwnHandsEndpoints.ReadAsync(db, solverId, skipped, cancel);
        var there = kept.Times.Select(t => t.Key).ToHashSet();
        HandTime[] added = [.. times.Where(t => there.Add(t.Key))];
        known += times.Count - added.Length;
        if (dryRun || added.Length == 0) return added.Length;
        var all = kept with { Times = [.. kept.Times.Concat(added).OrderBy(t => t.At).TakeLast(TimedHandsData.Most)] };
        if (areUsed && kept.Own is null)
        {
            var preferences = await HandModels.PreferencesAsync(db, solverId, cancel);
            var fit = HandFitting.Fit([.. all.Times.Select(OwnHandsEndpoints.AsTiming)], preferences, cancel);
            if (fit.CanBeUsed) all = all with { Own = fit.Own, Since = clock.Now() };
        }

        await OwnHandsEndpoints.WriteAsync(db, solverId, all, cancel);
        hands.Forget(solverId);
        return added.Length;
    }

    /// <summary>All is there: how the solver stands is folded anew, and the import is whole.</summary>
    private async Task FinishAsync(int solverId, CancellationToken cancel)
    {
        using var own = await lane.EnterForAsync(solverId, cancel);
        (Standing, DateTimeOffset?)? folded = answers > 0 ? await standings.FoldAsync(solverId, cancel) : null;
        using var turn = await lane.EnterAsync(cancel);
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        if (folded is { } standing) await standings.WriteAsync(solverId, standing, cancel);
        var entries = plans + answers + sequences + courses + solves;
        await db.Imports.Where(i => i.Id == import!.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(i => i.IsWhole, true).SetProperty(i => i.Entries, entries), cancel);
        await transaction.CommitAsync(cancel);
    }

    private async Task TakeBackAsync(long id, CancellationToken cancel)
    {
        db.ChangeTracker.Clear();
        await InLotsAsync(take => db.DrillAttempts.Where(a => db.DrillAttempts.Where(x => x.ImportId == id).OrderBy(x => x.Id).Take(take)
            .Select(x => x.Id).Contains(a.Id)).ExecuteDeleteAsync(cancel));
        await InLotsAsync(take => db.Attempts.Where(a => db.Attempts.Where(x => x.ImportId == id).OrderBy(x => x.Id).Take(take)
            .Select(x => x.Id).Contains(a.Id)).ExecuteDeleteAsync(cancel));
        await InLotsAsync(take => db.Solves.Where(s => db.Solves.Where(x => x.ImportId == id).OrderBy(x => x.Id).Take(take)
            .Select(x => x.Id).Contains(s.Id)).ExecuteDeleteAsync(cancel));
        using var turn = await lane.EnterAsync(cancel);
        await db.KeptSequences.Where(k => k.ImportId == id).ExecuteDeleteAsync(cancel);
        await db.Courses.Where(c => c.ImportId == id).ExecuteDeleteAsync(cancel);
        await db.Imports.Where(i => i.Id == id).ExecuteDeleteAsync(cancel);

        async Task InLotsAsync(Func<int, Task<int>> delete)
        {
            while (true)
            {
                using var one = await lane.EnterAsync(cancel);
                if (await delete(RowsAtOnce) < RowsAtOnce) return;
            }
        }
    }

    /// <summary>What the solver does not have yet.</summary>
    private async Task<List<T>> NewAsync<T>(
        IReadOnlyList<T> entries, Func<T, Guid> keyOf, Func<Guid[], IQueryable<Guid>> ask, CancellationToken cancel)
    {
        if (entries.Count == 0) return [];
        var there = (await ask([.. entries.Select(keyOf).Distinct()]).ToListAsync(cancel)).ToHashSet();
        var added = entries.Where(e => !there.Contains(keyOf(e)) && seen.Add(keyOf(e))).ToList();
        known += entries.Count - added.Count;
        return added;
    }

    /// <summary>Refusals and remarks that are told one by one; the others are only counted.</summary>
    internal static bool IsTold(int count) => count <= MaxTold;
}
