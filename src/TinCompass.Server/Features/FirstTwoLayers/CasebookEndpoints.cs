using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.Practice;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.FirstTwoLayers;

/// <summary>A case as a tile.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Name">What it looks like.</param>
/// <param name="Group">Its family.</param>
/// <param name="GroupName">The family as read.</param>
/// <param name="Joint">Whether the pieces touch.</param>
/// <param name="Facelets">The cross and the pair, base down.</param>
/// <param name="Sequence">The solver's own sequence, or what their school gives, as it is turned.</param>
/// <param name="IsOwn">It is the solver's own.</param>
/// <param name="Length">HTM of that sequence.</param>
/// <param name="Least">Least HTM.</param>
/// <param name="Time">Relative time.</param>
/// <param name="State">How well it is mastered.</param>
/// <param name="Due">When it comes again.</param>
public sealed record CaseTileResponse(
    string Id, string Name, PairGroup Group, string GroupName, PairJoint Joint, string Facelets, string Sequence, bool IsOwn, int Length, int Least, double? Time, MasteryState State, DateTimeOffset? Due);

/// <summary>A case in one slot.</summary>
/// <param name="Place">FR, BR, BL or FL.</param>
/// <param name="Words">The same in words.</param>
/// <param name="Slot">By its colours in the drawing.</param>
/// <param name="Facelets">The cross and the pair, base down.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">How many shortest sequences there are.</param>
/// <param name="Solutions">The best.</param>
/// <param name="Schools">As four schools teach it.</param>
/// <param name="Kept">The solver's own sequence; empty when there is none.</param>
/// <param name="Note">What they noted.</param>
public sealed record CaseSlotResponse(
    Slot Place, string Words, string Slot, string Facelets, int Length, int Count, IReadOnlyList<SlotSolutionResponse> Solutions, IReadOnlyList<SchoolResponse> Schools, string Kept, string Note);

/// <summary>A case with everything about it.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Name">What it looks like.</param>
/// <param name="Group">Its family.</param>
/// <param name="GroupName">The family as read.</param>
/// <param name="Joint">Whether the pieces touch, in words.</param>
/// <param name="Rule">How one reasons about it.</param>
/// <param name="MirrorId">The case in the mirror.</param>
/// <param name="MirrorName">What that looks like.</param>
/// <param name="State">How well it is mastered.</param>
/// <param name="Attempts">Answers so far.</param>
/// <param name="Due">When it comes again.</param>
/// <param name="Slots">The case in each slot.</param>
public sealed record CasePageResponse(
    string Id, string Name, PairGroup Group, string GroupName, string Joint, string Rule, string MirrorId, string MirrorName, MasteryState State, int Attempts, DateTimeOffset? Due, IReadOnlyList<CaseSlotResponse> Slots);

/// <summary>An own sequence and a note to be kept for a case.</summary>
/// <param name="SolverId">Whose.</param>
/// <param name="Slot">FR, BR, BL or FL.</param>
/// <param name="Sequence">The turns; empty to keep none.</param>
/// <param name="Note">Up to 1000 characters.</param>
public sealed record KeepSequenceRequest(int SolverId, string? Slot, string? Sequence, string? Note);

/// <summary>/api/pairs/cases: the casebook.</summary>
internal static class CasebookEndpoints
{
    public static void MapCasebook(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/pairs/cases").WithTags("Pairs").AsSearch().ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", List).WithName("listCases").WithSummary("The 42 cases of a slot as tiles.");
        group.MapGet("/{id}", Get).WithName("getCase").WithSummary("A case: its ways, its sequences in each slot, the solver's own.");
        group.MapPut("/{id}/kept", Keep).WithName("keepSequence").WithSummary("Keeps an own sequence, when it solves the case and leaves the rest, and a note.");
    }

    private static async Task<Results<Ok<IReadOnlyList<CaseTileResponse>>, ProblemHttpResult>> List(
        TinCompassDb db, SlotServices slots, PracticeServices practice, HandModels hands, CancellationToken cancel, int? solverId = null, string? slot = null)
    {
        if (!Door.TryReadEnum(slot, "slot", Slot.FR, out var place, out var problem)) return problem;
        if (solverId is { } id && !await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        var habits = await HabitsOf(db, solverId, cancel);
        var options = new PairsOptions { Hands = hands.For(new(habits.LeftHanded, habits.Avoid)) };
        var kept = await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == solverId && k.Slot == place).ToDictionaryAsync(k => k.Case, cancel);
        var masteries = await MasteriesAsync(db, practice, solverId, cancel);
        var book = slots.Casebook;
        var tiles = PairCases.All.Where(c => !c.IsSolved).Select(c =>
        {
            var outlook = book.Outlook(c, place, options);
            var own = kept.GetValueOrDefault(c.Id)?.Sequence is { Length: > 0 } sequence ? Algorithm.Parse(sequence) : null;
            var taught = habits.School == PairSchool.ByRule ? outlook.Solutions[0] : book.Schools(c, place, options).FirstOrDefault(s => s.School == habits.School)?.Solution ?? outlook.Solutions[0];
            var mastery = masteries.GetValueOrDefault(c.Id);
            double? ownTime = own is not null && options.Hands.Read(own.Turns) is { } reading ? reading.Time : null;
            return new CaseTileResponse(
                c.Id, c.Name, c.Group, PairsWords.Name(c.Group), c.Joint, book.Facelets(c, place), own?.ToString() ?? string.Join(' ', taught.AsTurned), own is not null, own?.Length(Metric.Htm) ?? taught.Length, outlook.Length,
                SlotEndpoints.Rounded(own is null ? taught.Time : ownTime), mastery?.State ?? MasteryState.New, mastery?.Due);
        });
        return TypedResults.Ok<IReadOnlyList<CaseTileResponse>>([.. tiles]);
    }

    private static async Task<Results<Ok<CasePageResponse>, ProblemHttpResult>> Get(
        string id, TinCompassDb db, SlotServices slots, PracticeServices practice, HandModels hands, CancellationToken cancel, int? solverId = null)
    {
        if (PairCases.Find(id) is not { IsSolved: false } found) return Problems.NotFound($"case '{id}'");
        if (solverId is { } who && !await db.Solvers.AnyAsync(s => s.Id == who, cancel)) return Problems.NotFound($"solver {who}");
        return TypedResults.Ok(await PageAsync(found, db, slots, practice, hands, solverId, cancel));
    }

    private static async Task<Results<Ok<CasePageResponse>, ProblemHttpResult>> Keep(
        string id, KeepSequenceRequest request, TinCompassDb db, SlotServices slots, PracticeServices practice, HandModels hands, CancellationToken cancel)
    {
        if (PairCases.Find(id) is not { IsSolved: false } found) return Problems.NotFound($"case '{id}'");
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (!Door.TryReadEnum(request.Slot, "slot", Slot.FR, out var slot, out var problem) || !TryReadSequence(request.Sequence, found, slot, out var sequence, out problem)) return problem;
        var note = request.Note?.Trim() ?? "";
        if (note.Length > KeptSequence.MaxNoteLength) return Problems.Bad("text-too-long", $"The note has {note.Length} characters; at most {KeptSequence.MaxNoteLength} are kept.", "note");
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.KeptSequences.Where(k => k.SolverId == request.SolverId && k.Case == id && k.Slot == slot).ExecuteDeleteAsync(cancel);
        if (sequence.Length + note.Length > 0) db.KeptSequences.Add(new KeptSequence { SolverId = request.SolverId, Case = id, Slot = slot, Sequence = sequence, Note = note });
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return TypedResults.Ok(await PageAsync(found, db, slots, practice, hands, request.SolverId, cancel));
    }

    /// <summary>Reads an own sequence and turns it: it has to solve the case and to leave the rest.</summary>
    internal static bool TryReadSequence(string? text, PairCase pairCase, Slot slot, [NotNullWhen(true)] out string? sequence, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (sequence, problem) = ("", null);
        if (string.IsNullOrWhiteSpace(text)) return true;
        if (!Door.TryReadTurns(text, "sequence", out var turns, out problem)) return false;
        var trial = Casebook.Try(pairCase, slot, turns.Turns);
        sequence = turns.ToString();
        if (trial.Breaks.Count > 0)
            problem = Problems.Bad("breaks-solved", $"That sequence breaks {string.Join(" and ", trial.Breaks.Select(b => b is { } s ? $"the slot {s.Words()}" : "the cross"))}: it was tried with everything else solved.", "sequence");
        else if (!trial.Solves)
            problem = Problems.Bad("solves-another", trial.OtherCase == PairCases.SolvedId ? "That sequence does nothing to this slot." : $"That sequence solves another case of this slot: {PairsWords.CaseName(trial.OtherCase!)}.", "sequence");
        return problem is null;
    }

    private static async Task<CasePageResponse> PageAsync(PairCase found, TinCompassDb db, SlotServices slots, PracticeServices practice, HandModels hands, int? solverId, CancellationToken cancel)
    {
        var habits = await HabitsOf(db, solverId, cancel);
        var options = new PairsOptions { Hands = hands.For(new(habits.LeftHanded, habits.Avoid)) };
        var kept = await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == solverId && k.Case == found.Id).ToDictionaryAsync(k => k.Slot, cancel);
        var mastery = (await MasteriesAsync(db, practice, solverId, cancel)).GetValueOrDefault(found.Id);
        var book = slots.Casebook;
        return new CasePageResponse(
            found.Id, found.Name, found.Group, PairsWords.Name(found.Group), PairsWords.Name(found.Joint), PairsWords.Rule(found.Group), found.MirrorId, PairCases.Find(found.MirrorId)!.Name, mastery?.State ?? MasteryState.New,
            mastery?.Attempts ?? 0, mastery?.Due,
            [.. SlotSet.All.Slots.Select(slot =>
            {
                var (outlook, state) = (book.Outlook(found, slot, options), PairsState.Of(book.Position(found, slot)));
                return new CaseSlotResponse(
                    slot, slot.Words(), slot.NameIn(Casebook.Hold).ToString(), book.Facelets(found, slot), outlook.Length, outlook.Count,
                    [.. outlook.Solutions.Select(s => SlotSolutionResponse.Of(s, state, slot, state.SolvedSlots, Casebook.Hold))],
                    [.. SlotEndpoints.Of(book.Schools(found, slot, options), state, slot, Casebook.Hold)], kept.GetValueOrDefault(slot)?.Sequence ?? "", kept.GetValueOrDefault(slot)?.Note ?? "");
            })]);
    }

    private static async Task<SolverHabits> HabitsOf(TinCompassDb db, int? solverId, CancellationToken cancel) =>
        await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel) ?? new SolverHabits();

    /// <summary>How well each case is mastered: by the drill that solves it.</summary>
    private static async Task<Dictionary<string, Mastery>> MasteriesAsync(TinCompassDb db, PracticeServices practice, int? solverId, CancellationToken cancel) =>
        solverId is not { } id ? [] : practice.Course.Masteries(await PracticeServices.ResultsAsync(db, id, cancel), "solve-pair").ToDictionary(m => m.Case);
}
