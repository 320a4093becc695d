using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.Sequences;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Casebook;

/// <summary>A way to look at the cases of a book.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
public sealed record CaseViewResponse(string Id, string Title);

/// <summary>A school of a book.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">As read.</param>
public sealed record SchoolNameResponse(string Id, string Title);

/// <summary>A casebook at a glance.</summary>
/// <param name="Stage">The stage it belongs to.</param>
/// <param name="Title">Its name.</param>
/// <param name="Note">What the names of its cases refer to.</param>
/// <param name="Drill">The drill by which its cases are mastered.</param>
/// <param name="Cases">How many cases it has.</param>
/// <param name="Views">The ways to look at them.</param>
/// <param name="Schools">The schools it knows.</param>
/// <param name="Teaches">It knows what to learn next.</param>
/// <param name="FoundBy">The sets of turns its finder offers; empty when it has none.</param>
public sealed record BookResponse(
    string Stage, string Title, string Note, string Drill, int Cases, IReadOnlyList<CaseViewResponse> Views,
        IReadOnlyList<SchoolNameResponse> Schools, bool Teaches, IReadOnlyList<string> FoundBy);

/// <summary>A case as a tile.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">What it looks like.</param>
/// <param name="Family">Its family.</param>
/// <param name="FamilyTitle">The family as read.</param>
/// <param name="Facelets">What belongs to the case, base down.</param>
/// <param name="Sequence">The solver's own sequence, or what their school gives, as it is turned.</param>
/// <param name="IsOwn">It is the solver's own.</param>
/// <param name="Length">HTM of that sequence.</param>
/// <param name="Least">Least HTM.</param>
/// <param name="Time">Relative time.</param>
/// <param name="State">How well it is mastered.</param>
/// <param name="Due">When it comes again.</param>
/// <param name="Note">What the solver noted in this view, a name of their own perhaps; empty when nothing.</param>
/// <param name="Probability">How likely it is: "1/54"; empty when that is not known.</param>
/// <param name="Letters">The letters of that sequence, faces first, rotations too: "U F R y".</param>
public sealed record CaseTileResponse(
    string Id, string Title, string Family, string FamilyTitle, string Facelets, string Sequence, bool IsOwn, int Length, int Least,
        double? Time, MasteryState State, DateTimeOffset? Due, string Note, string Probability, string Letters);

/// <summary>A case in one view.</summary>
/// <param name="View">The view.</param>
/// <param name="Title">The same in words.</param>
/// <param name="Facelets">What belongs to the case, base down.</param>
/// <param name="Length">Least HTM.</param>
/// <param name="Count">How many shortest sequences there are.</param>
/// <param name="Solutions">The best.</param>
/// <param name="Schools">As schools teach it.</param>
/// <param name="Ideas">Ways that are taught by an idea, with what each group of turns does.</param>
/// <param name="Kept">The solver's own sequences, one a line; empty when there is none.</param>
/// <param name="Note">What they noted.</param>
public sealed record CaseInViewResponse(
    string View, string Title, string Facelets, int Length, int Count, IReadOnlyList<SolutionResponse> Solutions,
        IReadOnlyList<SchoolResponse> Schools, IReadOnlyList<SchoolResponse> Ideas, string Kept, string Note);

/// <summary>A case with everything about it.</summary>
/// <param name="Stage">The stage of its book.</param>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">What it looks like.</param>
/// <param name="Family">Its family.</param>
/// <param name="FamilyTitle">The family as read.</param>
/// <param name="Rule">How one reasons about it; may be empty.</param>
/// <param name="MirrorId">The case in the mirror; null when the book does not know it.</param>
/// <param name="State">How well it is mastered.</param>
/// <param name="Attempts">Answers so far.</param>
/// <param name="Due">When it comes again.</param>
/// <param name="SchoolsTitle">What stands above its schools.</param>
/// <param name="Views">The case in each view.</param>
/// <param name="FoundBy">The sets of turns that the finder offers for it; empty when nothing finds others.</param>
public sealed record CasePageResponse(
    string Stage, string Id, string Title, string Family, string FamilyTitle, string Rule, string? MirrorId, MasteryState State,
        int Attempts, DateTimeOffset? Due, string SchoolsTitle,
    IReadOnlyList<CaseInViewResponse> Views, IReadOnlyList<string> FoundBy);

/// <summary>A case worth learning.</summary>
/// <param name="Id">Its stable name.</param>
/// <param name="Title">What it looks like.</param>
/// <param name="Probability">How likely it is: "1/54".</param>
/// <param name="InTwo">Relative time in two looks.</param>
/// <param name="InOne">Relative time in one.</param>
/// <param name="Saves">Relative time saved a solve.</param>
/// <param name="Sequence">The sequence to learn.</param>
/// <param name="Length">HTM.</param>
/// <param name="NewBursts">Bursts that no known sequence has.</param>
public sealed record LessonResponse(
    string Id, string Title, string Probability, double? InTwo, double? InOne, double Saves, string Sequence, int Length, int NewBursts);

/// <summary>What to learn next of a book.</summary>
/// <param name="Stage">The stage of the book.</param>
/// <param name="Known">How many cases are known.</param>
/// <param name="Of">How many there are.</param>
/// <param name="InTwo">Expected relative time in two looks.</param>
/// <param name="InOne">Expected relative time when all are known.</param>
/// <param name="Now">Expected relative time with what is known.</param>
/// <param name="Lessons">The most worth learning first.</param>
public sealed record LearningResponse(
    string Stage, int Known, int Of, double InTwo, double InOne, double Now, IReadOnlyList<LessonResponse> Lessons);

/// <summary>An own sequence and a note to be kept for a case.</summary>
/// <param name="SolverId">Whose.</param>
/// <param name="View">The view; the first when left out.</param>
/// <param name="Sequence">The turns of one sequence, or of several, one a line, the usual one first; empty to keep none.</param>
/// <param name="Note">Up to 1000 characters.</param>
public sealed record KeepSequenceRequest(int SolverId, string? View, string? Sequence, string? Note);

/// <summary>/api/casebook: the casebooks of all stages.</summary>
internal sealed class CasebookEndpoints : IFeature
{
    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/casebook").WithTags("Casebook").ForMembers().AsSearch().ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", Books).WithName("listBooks").WithSummary("The casebooks there are.");
        group.MapGet("/{stage}", List).WithName("listCases").WithSummary("The cases of a book as tiles.");
        group.MapGet("/{stage}/{id}", Get).WithName("getCase")
            .WithSummary("A case: its ways, its sequences in each view, the solver's own.");
        group.MapGet("/{stage}/learning", Learn).WithName("whatToLearn")
            .WithSummary("The cases of a book that are not known yet, the most worth learning first.");
        group.MapPut("/{stage}/{id}/kept", Keep).WithName("keepSequence")
            .WithSummary("Keeps an own sequence, when it solves the case and leaves the rest, and a note.");
    }

    private static Ok<List<BookResponse>> Books(StageBook book) =>
        TypedResults.Ok(book.All.Where(s => s.Casebook is not null).Select(s => new BookResponse(
        s.Id, s.Casebook!.Title, s.Casebook.Note, s.Casebook.Drill, s.Casebook.Cases.Count,
            [.. s.Casebook.Views.Select(v => new CaseViewResponse(v.Id, v.Title))],
        [.. s.Casebook.Schools.Select(c => new SchoolNameResponse(c.Id, c.Title))], s.Casebook.Teaches,
        s.Casebook.Finder?.Presets ?? [])).ToList());

    private static async Task<Results<Ok<IReadOnlyList<CaseTileResponse>>, ProblemHttpResult>> List(
        string stage, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel,
        int? solverId = null, string? view = null)
    {
        if (book.Find(stage)?.Casebook is not { } cases) return Problems.NotFound($"casebook '{stage}'");
        if (!Door.TryReadWord(view, "view", cases.Views, v => v.Id, out var seen, out var problem)) return problem;
        if (solverId is { } id && !await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        var habits = await HabitsAsync(db, solverId, cancel);
        var model = hands.For(habits.Hands);
        var school = await db.StageHabits.AsNoTracking().Where(h => h.SolverId == solverId && h.Stage == stage).Select(h => h.Data)
            .FirstOrDefaultAsync(cancel) is { } data
            ? skipped.Read("habit", stage, () => StageHabits.Read(data))?.GetValueOrDefault("school") : null;
        var kept = await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == solverId && k.Stage == stage && k.View == seen.Id)
            .ToDictionaryAsync(k => k.Case, cancel);
        var masteries = await MasteriesAsync(db, cases, solverId, cancel);
        var tiles = cases.Cases.Select(c =>
        {
            var sheet = cases.Sheet(c, seen, model);
            var own = kept.GetValueOrDefault(c.Id)?.Sequences is [var usual, ..]
                ? skipped.Read("own sequence", c.Id, () => Algorithm.Parse(usual)) : null;
            var taught = (sheet.Schools.FirstOrDefault(s => s.School == school)?.Solution ?? sheet.Solutions[0]).Solution;
            var mastery = Read(masteries.GetValueOrDefault(c.Id), skipped);
            return new CaseTileResponse(
                c.Id, c.Title, c.Family, c.FamilyTitle, Facelets.Write(sheet.Position, sheet.Visible),
                    own?.ToString() ?? string.Join(' ', taught.AsTurned), own is not null,
                own?.Length(Metric.Htm) ?? taught.Length, sheet.Length,
                    SequenceResponse.Rounded(own is null ? taught.Time : model.Read(own.Turns)?.Time),
                mastery?.State ?? MasteryState.New, mastery?.Due, kept.GetValueOrDefault(c.Id)?.Note ?? "", c.Probability,
                (own?.Turns ?? taught.AsTurned).Letters());
        });
        return TypedResults.Ok<IReadOnlyList<CaseTileResponse>>([.. tiles]);
    }

    private static async Task<Results<Ok<CasePageResponse>, ProblemHttpResult>> Get(
        string stage, string id, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel,
            int? solverId = null)
    {
        if (!TryFind(book, stage, id, out var cases, out var found, out var problem)) return problem;
        if (solverId is { } who && !await db.Solvers.AnyAsync(s => s.Id == who, cancel)) return Problems.NotFound($"solver {who}");
        return TypedResults.Ok(await PageAsync(stage, cases, found, db, hands, skipped, solverId, cancel));
    }

    /// <summary>A case is known when its recall is mastered, or when the solver keeps a sequence of their own for it.</summary>
    private static async Task<Results<Ok<LearningResponse>, ProblemHttpResult>> Learn(
        string stage, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel,
            int? solverId = null)
    {
        if (book.Find(stage)?.Casebook is not { } cases) return Problems.NotFound($"casebook '{stage}'");
        if (solverId is { } id && !await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        var repertoire = await Repertoires.ReadAsync(db, book, skipped, solverId, stage, cancel);
        var told = cases.Lessons(repertoire, hands.For((await HabitsAsync(db, solverId, cancel)).Hands));
        return told is null ? Problems.NotFound($"order of learning for '{stage}'") : TypedResults.Ok(new LearningResponse(
            stage, told.Known, cases.Cases.Count, Math.Round(told.InTwo, 2), Math.Round(told.InOne, 2), Math.Round(told.Now, 2),
            [
                .. told.Lessons.Select(l => (Lesson: l, Case: cases.Find(l.Case)!)).Select(l => new LessonResponse(
                    l.Case.Id, l.Case.Title, l.Case.Probability, SequenceResponse.Rounded(l.Lesson.InTwo),
                    SequenceResponse.Rounded(l.Lesson.InOne), Math.Round(l.Lesson.Saves, 3), string.Join(' ', l.Lesson.Best),
                    l.Lesson.Length, l.Lesson.NewBursts)),
            ]));
    }

    private static async Task<Results<Ok<CasePageResponse>, ProblemHttpResult>> Keep(
        string stage, string id, KeepSequenceRequest request, TinCompassDb db, WriteLane lane, StageBook book, HandModels hands,
            SkippedRows skipped, CancellationToken cancel)
    {
        if (!TryFind(book, stage, id, out var cases, out var found, out var problem)) return problem;
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (!Door.TryReadWord(request.View, "view", cases.Views, v => v.Id, out var view, out problem)
            || !TryReadSequence(request.Sequence, cases, found, view, out var sequence, out problem)) return problem;
        var note = request.Note?.Trim() ?? "";
        if (note.Length > KeptSequence.MaxNoteLength)
            return Problems.Bad("text-too-long",
            $"The note has {note.Length} characters; at most {KeptSequence.MaxNoteLength} are kept.", "note");
        using (await lane.EnterAsync(cancel))
        {
            await using var transaction = await db.Database.BeginTransactionAsync(cancel);
            await db.KeptSequences.Where(k => k.SolverId == request.SolverId && k.Stage == stage && k.Case == found.Id && k.View == view.Id)
                .ExecuteDeleteAsync(cancel);
            if (sequence.Length + note.Length > 0)
                db.KeptSequences.Add(new KeptSequence
                {
                    SolverId = request.SolverId,
                    Stage = stage,
                    Case = found.Id,
                    View = view.Id,
                    Sequence = sequence,
                    Note = note
                });
            await db.SaveChangesAsync(cancel);
            await transaction.CommitAsync(cancel);
        }

        return TypedResults.Ok(await PageAsync(stage, cases, found, db, hands, skipped, request.SolverId, cancel));
    }

    /// <summary>
    /// Reads own sequences, one a line, and turns each: it has to solve the case and to leave the rest. Two that are equal are one.
    /// </summary>
    internal static bool TryReadSequence(
        string? text, ICasebook cases, StageCase found, CaseView view, [NotNullWhen(true)] out string? sequence,
            [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (sequence, problem) = ("", null);
        string[] lines = [.. (text ?? "").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];
        var read = new List<string>();
        for (var i = 0; i < lines.Length; i++)
        {
            if (!Door.TryReadTurns(lines[i], "sequence", out var turns, out problem))
            {
                problem = lines.Length == 1 ? problem : Line(i, problem.ProblemDetails.Detail ?? "", "bad-sequence");
                return false;
            }

            if (cases.Trial(found, view, turns.Turns).Refusal is { } refusal)
            {
                problem = lines.Length == 1 ? Problems.Bad(refusal.Code, refusal.Message, "sequence")
                    : Line(i, refusal.Message, refusal.Code);
                return false;
            }

            if (!read.Contains(turns.ToString())) read.Add(turns.ToString());
        }

        if (read.Count > KeptSequence.MostSequences)
            problem = Problems.Bad("too-many-sequences",
                $"{read.Count} sequences for one case in one hold; at most {KeptSequence.MostSequences} are kept.", "sequence");
        sequence = string.Join('\n', read);
        return problem is null;

        static ProblemHttpResult Line(int at, string said, string code) => Problems.Bad(code, $"Line {at + 1}: {said}", "sequence");
    }

    internal static bool TryFind(
        StageBook book, string stage, string id, [NotNullWhen(true)] out ICasebook? cases, [NotNullWhen(true)] out StageCase? found,
            [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        cases = book.Find(stage)?.Casebook;
        found = cases?.Find(id);
        problem = cases is null ? Problems.NotFound($"casebook '{stage}'") : found is null ? Problems.NotFound($"case '{id}'") : null;
        return problem is null;
    }

    private static async Task<CasePageResponse> PageAsync(
        string stage, ICasebook cases, StageCase found, TinCompassDb db, HandModels hands, SkippedRows skipped, int? solverId,
            CancellationToken cancel)
    {
        var habits = await HabitsAsync(db, solverId, cancel);
        var model = hands.For(habits.Hands);
        var kept = await db.KeptSequences.AsNoTracking().Where(k => k.SolverId == solverId && k.Stage == stage && k.Case == found.Id)
            .ToDictionaryAsync(k => k.View, cancel);
        var mastery = Read((await MasteriesAsync(db, cases, solverId, cancel)).GetValueOrDefault(found.Id), skipped);
        return new CasePageResponse(
            stage, found.Id, found.Title, found.Family, found.FamilyTitle, found.Rule, found.MirrorId, mastery?.State ?? MasteryState.New,
                mastery?.Attempts ?? 0, mastery?.Due, cases.SchoolsTitle,
            [
                .. cases.Views.Select(view =>
                {
                    var sheet = cases.Sheet(found, view, model);
                    var own = kept.GetValueOrDefault(view.Id);
                    return new CaseInViewResponse(
                        view.Id, view.Title, Facelets.Write(sheet.Position, sheet.Visible), sheet.Length, sheet.Count,
                            [.. sheet.Solutions.Select(SolutionResponse.Of)],
                        [.. sheet.Schools.Select(SchoolResponse.Of)], [.. sheet.Ideas.Select(SchoolResponse.Of)],
                        own?.Sequence ?? "", own?.Note ?? "");
                }),
            ],
            cases.Finder?.Presets ?? []);
    }

    private static async Task<SolverHabits> HabitsAsync(TinCompassDb db, int? solverId, CancellationToken cancel) =>
        await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel) ?? new SolverHabits();

    private static Mastery? Read(MasteryRow? row, SkippedRows skipped) =>
        row is null ? null : skipped.Read("mastery", row.Case, row.ToMastery);

    /// <summary>How well each case is mastered, by the book's drill.</summary>
    private static Task<Dictionary<string, MasteryRow>> MasteriesAsync(
        TinCompassDb db, ICasebook cases, int? solverId, CancellationToken cancel) =>
        db.Masteries.AsNoTracking().Where(m => m.SolverId == solverId && m.Drill == cases.Drill).ToDictionaryAsync(m => m.Case, cancel);
}
