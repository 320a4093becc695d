using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Casebook;

/// <summary>Reads what a solver can do: the cases that are mastered by the drill of their book, and the sequences they keep.</summary>
internal static class Repertoires
{
    /// <summary>Of all books, or of one stage's. Nobody's is empty.</summary>
    public static async Task<Repertoire> ReadAsync(
        TinCompassDb db, StageBook book, SkippedRows skipped, int? solverId, string? stage, CancellationToken cancel)
    {
        if (solverId is not { } solver) return Repertoire.Empty;
        var drills = book.All.Where(s => s.Casebook is not null && (stage is null || s.Id == stage))
            .ToDictionary(s => s.Casebook!.Drill, s => s.Id);
        string[] names = [.. drills.Keys], stages = [.. drills.Values];
        var rows = await db.Masteries.AsNoTracking().Where(m => m.SolverId == solver && names.Contains(m.Drill)).ToListAsync(cancel);
        var kept = await db.KeptSequences.AsNoTracking()
            .Where(k => k.SolverId == solver && k.Sequence != "" && stages.Contains(k.Stage))
            .OrderBy(k => k.Stage).ThenBy(k => k.Case).ThenBy(k => k.View).ToListAsync(cancel);
        return new Repertoire(
            rows.Select(r => (Row: r, Mastery: skipped.Read("mastery", r.Case, r.ToMastery)))
                .Where(m => m.Mastery?.State is MasteryState.Known or MasteryState.Fast)
                .Select(m => (drills[m.Row.Drill], m.Mastery!.Case)),
            kept.SelectMany(k => k.Sequences.Select(s => skipped.Read("own sequence", k.Case, () => Algorithm.Parse(s))).OfType<Algorithm>()
                .Select(a => new OwnSequence(k.Stage, k.Case, a.Turns))));
    }
}
