using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solves;

/// <summary>/api/solves: timed solves, and the figures of a series of them.</summary>
internal sealed class SolveEndpoints : IFeature
{
    private const int MaxPageSize = 200;
    private const int MostTrend = 200;

    /// <summary>So long a solve may have waited in a browser.</summary>
    private static readonly TimeSpan LongestWait = TimeSpan.FromDays(60);

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solves").WithTags("Solves").ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", List).WithName("listSolves").WithSummary("A series of solves, newest first, with its figures.");
        group.MapGet("/stand", Stand).WithName("standAfter").ForMembers()
            .WithSummary("How the cube stands after the turns of a solve so far: for turning it on the screen.");
        group.MapGet("/{id:long}", Get).WithName("getSolve").WithSummary("One solve.").ForOwner(OwnerAsync);
        group.MapPost("/", Add).WithName("addSolve").WithSummary("Keeps a timed solve: when it answers, the solve is on the disk.");
        group.MapPut("/{id:long}", Change).WithName("changeSolve")
            .WithSummary("Changes what was added to a solve's time, its note, or how it was solved.").ForOwner(OwnerAsync);
    }

    internal static Task<int?> OwnerAsync(TinCompassDb db, long id) =>
        db.Solves.Where(s => s.Id == id).Select(s => (int?)s.SolverId).FirstOrDefaultAsync();

    private static async Task<Results<Ok<SolvePageResponse>, ProblemHttpResult>> List(
        int solverId, TinCompassDb db, StageBook book, CancellationToken cancel, string? method = null, string? purpose = null,
        int page = 1, int pageSize = 50)
    {
        if (page < 1 || pageSize is < 1 or > MaxPageSize)
            return Problems.Bad("bad-page", $"'page' counts from 1, and 'pageSize' is 1 to {MaxPageSize}.", "page");
        if (!Door.TryReadWord(method, "method", book.Methods, m => m.Id, out var asked, out var problem)) return problem;
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var words = purpose?.Trim() ?? "";
        var solves = db.Solves.AsNoTracking().Where(s => s.SolverId == solverId && s.Method == asked.Id && s.Purpose == words);
        var counted = await solves.OrderBy(s => s.At).ThenBy(s => s.Id).Select(s => new { s.At, s.Ms, s.Penalty }).ToListAsync(cancel);
        int?[] results = [.. counted.Select(s => SolveTimes.Result(s.Ms, s.Penalty))];
        var (of5, of12) = (Averages.Running(results, 5), Averages.Running(results, 12));
        var first = Math.Max(0, results.Length - MostTrend);
        var series = await db.Solves.AsNoTracking().Where(s => s.SolverId == solverId).GroupBy(s => new { s.Method, s.Purpose })
            .Select(g => new { g.Key.Method, g.Key.Purpose, Count = g.Count(), Last = g.Max(s => s.At) }).ToListAsync(cancel);
        var items = await solves.OrderByDescending(s => s.At).ThenByDescending(s => s.Id)
            .Skip((int)Math.Min((long)(page - 1) * pageSize, int.MaxValue)).Take(pageSize).ToListAsync(cancel);
        return TypedResults.Ok(new SolvePageResponse(
            TimeSummary.Of(results),
            [.. Enumerable.Range(first, results.Length - first).Select(i => new SolvePointResponse(
                counted[i].At, results[i], i >= 4 ? of5[i - 4] : null, i >= 11 ? of12[i - 11] : null))],
            [.. series.OrderByDescending(s => s.Last).Select(s => new SeriesResponse(s.Method, s.Purpose, s.Count, s.Last))],
            [.. items.Select(SolveResponse.Of)]));
    }

    private static Results<Ok<StandResponse>, ProblemHttpResult> Stand(string? scramble = null, string? turns = null) =>
        Door.TryReadStart(scramble, turns, null, out var state, out var made, out _, out var problem)
            ? TypedResults.Ok(new StandResponse(
                Facelets.Write(state), made.ToString(), made.Turns.Sum(t => Metric.Htm.Cost(t)), state.IsSolved)) : problem;

    private static async Task<Results<Ok<SolveResponse>, ProblemHttpResult>> Get(long id, TinCompassDb db, CancellationToken cancel) =>
        await db.Solves.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id, cancel) is { } solve
            ? TypedResults.Ok(SolveResponse.Of(solve)) : Problems.NotFound($"solve {id}");

    private static async Task<Results<Ok<SolveResponse>, ProblemHttpResult>> Add(
        NewSolveRequest request, TinCompassDb db, WriteLane lane, StageBook book, TimeProvider clock, CancellationToken cancel)
    {
        if (request.Key == Guid.Empty)
            return Problems.Bad("no-key", "A solve carries a key of its own, so that it is kept only once.", "key");
        if (await KeptAsync(db, request.SolverId, request.Key, cancel) is { } kept) return TypedResults.Ok(SolveResponse.Of(kept));
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        if (!TryBuild(request, book, out var solve, out var problem)) return problem;
        solve.At = clock.Now().AddMilliseconds(-(request.AgoMs ?? 0));
        return TypedResults.Ok(SolveResponse.Of(await KeepAsync(db, lane, solve, cancel)));
    }

    /// <summary>Keeps a solve, once for its key: when it returns, the solve is on the disk.</summary>
    internal static async Task<Solve> KeepAsync(TinCompassDb db, WriteLane lane, Solve solve, CancellationToken cancel)
    {
        using var turn = await lane.EnterAsync(cancel);
        // Sent twice at once: the other one is kept.
        if (await KeptAsync(db, solve.SolverId, solve.Key, cancel) is { } other) return other;
        db.Solves.Add(solve);
        await db.SaveChangesAsync(cancel);
        return solve;
    }

    private static async Task<Results<Ok<SolveResponse>, ProblemHttpResult>> Change(
        long id, ChangeSolveRequest request, TinCompassDb db, WriteLane lane, CancellationToken cancel)
    {
        if (await db.Solves.FirstOrDefaultAsync(s => s.Id == id && s.SolverId == request.SolverId, cancel) is not { } solve)
            return Problems.NotFound($"solve {id}");
        if (!TryNote(request.Note, out var note, out var problem) || !TryTurns(request.Turns, out var turns, out problem)) return problem;
        if (request.Penalty is { } penalty && !Enum.IsDefined(penalty)) return UnknownPenalty();
        solve.Penalty = request.Penalty ?? solve.Penalty;
        if (request.Note is not null) solve.Note = note;
        if (request.Turns is not null) solve.Turns = turns;
        using (await lane.EnterAsync(cancel)) await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(SolveResponse.Of(solve));
    }

    /// <summary>A solve checked; when it was is still to be filled in.</summary>
    internal static bool TryBuild(NewSolveRequest request, StageBook book, [NotNullWhen(true)] out Solve? solve,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        solve = null;
        if (!Door.TryReadTurns(request.Scramble, "scramble", out var scramble, out problem)
            || !Door.TryReadWord(request.Method, "method", book.Methods, m => m.Id, out var method, out problem)
            || !TryNote(request.Note, out var note, out problem) || !TryTurns(request.Turns, out var turns, out problem)) return false;
        var purpose = (request.Purpose ?? "").Trim();
        if (request.Ms is < 1 or > SolveTimes.MaxMs)
            problem = Problems.Bad("bad-time", "A solve takes 1 to 3 600 000 milliseconds (one hour).", "ms");
        else if (request.InspectionMs is < 0 or > SolveTimes.MaxMs)
            problem = Problems.Bad("bad-time", "An inspection takes 0 to 3 600 000 milliseconds.", "inspectionMs");
        else if (request.AgoMs is { } ago && (ago < 0 || ago > LongestWait.TotalMilliseconds))
            problem = Problems.Bad("bad-time", $"A solve that waited ended at most {LongestWait.Days} days ago.", "agoMs");
        else if (purpose.Length > Solve.MaxPurposeLength || purpose.Any(char.IsControl))
            problem = Problems.Bad("bad-purpose", $"A purpose is a line of at most {Solve.MaxPurposeLength} characters.", "purpose");
        else if (request.Penalty is { } penalty && !Enum.IsDefined(penalty)) problem = UnknownPenalty();
        else
            solve = new Solve
            {
                Key = request.Key,
                SolverId = request.SolverId,
                Method = method.Id,
                Purpose = purpose,
                Scramble = scramble.ToString(),
                Ms = Math.Max(10, SolveTimes.Kept(request.Ms)),
                Penalty = request.Penalty ?? (request.InspectionMs is { } looked ? SolveTimes.OfInspection(looked) : Penalty.None),
                InspectionMs = request.InspectionMs,
                Turns = turns,
                Note = note,
            };
        return solve is not null;
    }

    private static ProblemHttpResult UnknownPenalty() =>
        Problems.Bad("unknown-word", "A penalty is none, plusTwo or dnf.", "penalty");

    private static bool TryNote(string? text, out string note, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (note, problem) = ((text ?? "").Trim(), null);
        if (note.Length > Solve.MaxNoteLength)
            problem = Problems.Bad("text-too-long", $"A note has at most {Solve.MaxNoteLength} characters.", "note");
        return problem is null;
    }

    /// <summary>Turns as they are stored; empty when nothing is said.</summary>
    private static bool TryTurns(string? text, out string turns, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (turns, problem) = ("", null);
        if (string.IsNullOrWhiteSpace(text)) return true;
        if (text.Length > Limits.MaxTextLength)
        {
            problem = Problems.Bad("text-too-long",
                $"The turns are {text.Length} characters long; at most {Limits.MaxTextLength} are read.", "turns");
            return false;
        }

        try
        {
            turns = TimedTurns.Parse(text).ToString();
            return true;
        }
        catch (NotationException e)
        {
            problem = Problems.Text(e, "turns");
            return false;
        }
    }

    private static Task<Solve?> KeptAsync(TinCompassDb db, int solverId, Guid key, CancellationToken cancel) =>
        db.Solves.AsNoTracking().FirstOrDefaultAsync(s => s.SolverId == solverId && s.Key == key, cancel);
}
