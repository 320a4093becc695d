using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Feed;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.HandTimes;

/// <summary>/api/hands: sequences that are timed, and the hands that are fitted to them.</summary>
internal sealed class OwnHandsEndpoints : IFeature
{
    private const int MaxTurns = 30, MostMs = 300_000, MostAsked = 5, MostSolves = 20, MostRuns = 120;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/hands").WithTags("Hands").ProducesProblem(400).ProducesProblem(404).AsSearch();
        group.MapGet("/", Get).WithName("ownHands").WithSummary("What a solver timed, and the hands that are fitted to it.");
        group.MapPost("/times", Add).WithName("addHandTime").WithSummary("Keeps a time, and fits anew.");
        group.MapDelete("/times", Delete).WithName("deleteHandTime").WithSummary("Takes a time back, and fits anew.");
        group.MapPut("/use", Use).WithName("useHands").WithSummary("Uses own hands as they are fitted now, or the usual ones again.");
    }

    private static async Task<Results<Ok<OwnHandsResponse>, ProblemHttpResult>> Get(
        int solverId, TinCompassDb db, HandFits fits, SkippedRows skipped, CancellationToken cancel) =>
        await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)
            ? TypedResults.Ok(Response(await ReadAsync(db, solverId, skipped, cancel), await FitAsync(db, solverId, fits, skipped, cancel)))
            : Problems.NotFound($"solver {solverId}");

    private static async Task<Results<Ok<OwnHandsResponse>, ProblemHttpResult>> Add(HandTimeRequest request, TinCompassDb db,
        WriteLane lane, HandFits fits, FeedHub cubes, SkippedRows skipped, TimeProvider clock, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        var preferences = await HandModels.PreferencesAsync(db, request.SolverId, cancel);
        if (request.FromCube) request = request with { Reported = Latest(cubes.Of(request.SolverId).Recent(), request.Turns) };
        if (!TryRead(request, preferences, clock.Now(), out var time, out var problem)) return problem;
        using (await lane.EnterAsync(cancel))
        {
            var kept = await ReadAsync(db, request.SolverId, skipped, cancel);
            if (kept.Times.All(t => t.Key != time.Key))
                await WriteAsync(db, request.SolverId,
                    kept with { Times = [.. kept.Times.Append(time).OrderBy(t => t.At).TakeLast(TimedHandsData.Most)] }, cancel);
        }

        return await Get(request.SolverId, db, fits, skipped, cancel);
    }

    private static async Task<Results<Ok<OwnHandsResponse>, ProblemHttpResult>> Delete(
        int solverId, TinCompassDb db, WriteLane lane, HandFits fits, SkippedRows skipped, CancellationToken cancel, Guid? key = null)
    {
        using (await lane.EnterAsync(cancel))
        {
            var kept = await ReadAsync(db, solverId, skipped, cancel);
            if (kept.Times.All(t => t.Key != key)) return Problems.NotFound($"time {key}");
            await WriteAsync(db, solverId, kept with { Times = [.. kept.Times.Where(t => t.Key != key)] }, cancel);
        }

        return await Get(solverId, db, fits, skipped, cancel);
    }

    private static async Task<Results<Ok<OwnHandsResponse>, ProblemHttpResult>> Use(UseHandsRequest request, TinCompassDb db,
        WriteLane lane, HandFits fits, HandModels hands, SkippedRows skipped, TimeProvider clock, CancellationToken cancel)
    {
        var solverId = request.SolverId;
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var fit = request.Use ? (await FitAsync(db, solverId, fits, skipped, cancel)).Fit : null;
        if (fit is { Sequences: >= HandFitting.FewestForetold, TellsSomething: false })
            return Problems.Bad("tells-nothing", HandWords.Of(fit), "use");
        if (fit is not null && fit.Sequences < HandFitting.FewestForetold)
            return Problems.Bad("too-few", $"Time {HandFitting.FewestForetold} different sequences first: {fit.Sequences} are timed.",
                "use");
        using (await lane.EnterAsync(cancel))
            await WriteAsync(db, solverId,
                await ReadAsync(db, solverId, skipped, cancel) with { Own = fit?.Own, Since = fit is null ? null : clock.Now() }, cancel);
        hands.Forget(solverId);
        return await Get(solverId, db, fits, skipped, cancel);
    }

    /// <summary>What is kept of a solver's hands; nothing, and told, when it cannot be read.</summary>
    internal static async Task<TimedHandsData> ReadAsync(TinCompassDb db, int solverId, SkippedRows skipped, CancellationToken cancel)
    {
        var kept = await db.TimedHands.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel);
        return skipped.Read("hands", solverId, () => TimedHandsData.Read(kept?.Data)) ?? TimedHandsData.None;
    }

    /// <summary>Writes it, in the lane.</summary>
    internal static async Task WriteAsync(TinCompassDb db, int solverId, TimedHandsData data, CancellationToken cancel)
    {
        var (text, kept) = (data.Write(), await db.TimedHands.FirstOrDefaultAsync(h => h.SolverId == solverId, cancel));
        if (kept is null) db.TimedHands.Add(new TimedHands { SolverId = solverId, Data = text });
        else kept.Data = text;
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Reads a time: as it is sent, or out of a file.</summary>
    internal static bool TryRead(HandTimeRequest request, HandPreferences preferences, DateTimeOffset now,
        [NotNullWhen(true)] out HandTime? time, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        time = null;
        if (!Door.TryReadTurns(request.Turns, "turns", out var sequence, out problem)) return false;
        var (by, ms) = (request.By ?? (request.Reported is null ? TimedBy.Key : TimedBy.Cube), request.Ms);
        if (request.Key == Guid.Empty) problem = Problems.Bad("no-key", "A time carries a key of its own, so that it is kept once.", "key");
        else if (sequence.Turns.Count is < 2 or > MaxTurns)
            problem = Problems.Bad("bad-length", $"A sequence of 2 to {MaxTurns} turns is timed.", "turns");
        else if (sequence.Turns[0].Kind == TurnKind.Rotation)
            problem = Problems.Bad("begins-held", "Begin with a turn: how the cube is held before it takes no time.", "turns");
        else if (!HandTiming.CanRepeat(sequence.Turns))
            problem = Problems.Bad("cancels",
                "Its end and its beginning cancel when it is turned again: what was turned is not known then.",
                "turns");
        else if (new HandModel(preferences).Measure(sequence.Turns) is null)
            problem = Problems.Bad("avoided", "It has a turn that your habits avoid.", "turns");
        else if (request.Reported is not null && !TryReported(request.Reported, sequence, out ms, out problem)) return false;
        else if (ms is not { } length || length < sequence.Turns.Count * HandTiming.Times * 10 || length > MostMs)
            problem = Problems.Bad("bad-time",
                $"{HandTiming.Times} times {Words.Turns(sequence.Turns.Count)} cannot take " +
                    $"{ms?.ToString(CultureInfo.InvariantCulture) ?? "no"} ms.", "ms");
        else if (by == TimedBy.Solving) problem = Problems.Bad("bad-by", "A time is taken by a key or by a cube.", "by");
        else time = new HandTime(request.Key, (request.At is { } at && at <= now ? at : now).Rounded(), sequence.ToString(), length, by);
        return problem is null;
    }

    /// <summary>
    /// The turns a cube reported are as many as those of the sequence five times over, as turns of the faces, and do the same: then what
    /// they took is known from the first to the last. (A cube without a middle layer of its own reports M as two turns, in any order.)
    /// </summary>
    private static bool TryReported(string reported, Algorithm sequence, out int? ms, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        (ms, problem) = (null, null);
        TimedTurns timed;
        try
        {
            timed = TimedTurns.Parse(reported);
        }
        catch (NotationException e)
        {
            problem = Problems.Text(e, "reported");
            return false;
        }

        var asked = HandModel.FaceTurns(Enumerable.Repeat(sequence.Turns, HandTiming.Times).SelectMany(t => t));
        var made = HandModel.FaceTurns(timed.Turns);
        if (timed.Ms is not { Count: > 1 })
            problem = Problems.Bad("bad-report", "Each reported turn has its time, as in R@0 U@180.", "reported");
        else if (made.Count != asked.Count || CubeState.Solved.Apply(made) != CubeState.Solved.Apply(asked))
            problem = Problems.Bad("other-turns",
                $"That was something else than {HandTiming.Times} times {sequence}: turn it again, without a slip.", "reported");
        else ms = timed.Ms[^1] - timed.Ms[0];
        return problem is null;
    }

    /// <summary>
    /// The latest turns of a cube that are a sequence five times over: as many turns of faces, or more where it reports a middle layer as
    /// two. All it has when none are.
    /// </summary>
    private static string Latest(IReadOnlyList<(Turn Turn, int Ms)> recent, string? sequence)
    {
        if (!Door.TryReadTurns(sequence, "turns", out var read, out _)) return "";
        var asked = HandModel.FaceTurns(Enumerable.Repeat(read.Turns, HandTiming.Times).SelectMany(t => t));
        var least = read.Turns.Count * HandTiming.Times;
        for (var count = least; count <= Math.Min(recent.Count, 2 * least); count++)
            if (HandModel.FaceTurns(recent.TakeLast(count).Select(t => t.Turn)) is var made && made.Count == asked.Count
                && CubeState.Solved.Apply(made) == CubeState.Solved.Apply(asked)) return Text(recent.TakeLast(count));
        return Text(recent);

        static string Text(IEnumerable<(Turn Turn, int Ms)> turns) => string.Join(' ', turns.Select(t => $"{t.Turn}@{t.Ms}"));
    }

    private static async Task<(HandFit Fit, IReadOnlyList<HandQuestion> Next)> FitAsync(
        TinCompassDb db, int solverId, HandFits fits, SkippedRows skipped, CancellationToken cancel)
    {
        var data = await ReadAsync(db, solverId, skipped, cancel);
        var preferences = await HandModels.PreferencesAsync(db, solverId, cancel);
        var solves = await db.Solves.AsNoTracking().Where(s => s.SolverId == solverId && s.Turns.Contains('@'))
            .OrderByDescending(s => s.At).ThenByDescending(s => s.Id).Take(MostSolves).Select(s => s.Turns).ToListAsync(cancel);
        return fits.Of(solverId, (preferences, string.Join(';', data.Times.Select(t => t.Key)), string.Join(';', solves)), () =>
        {
            // What cannot be read is told by the review of the solve.
            var runs = solves.SelectMany(Runs).Take(MostRuns);
            var fit = HandFitting.Fit([.. data.Times.Select(AsTiming), .. runs], preferences, cancel);
            return (fit, HandQuestions.Next(fit, MostAsked));
        });
    }

    private static IReadOnlyList<HandTiming> Runs(string turns)
    {
        try
        {
            var timed = TimedTurns.Parse(turns);
            return timed.Ms is null ? [] : HandRuns.Of(timed.Turns, timed.Ms);
        }
        catch (NotationException)
        {
            return [];
        }
    }

    /// <summary>A kept time as it is fitted.</summary>
    internal static HandTiming AsTiming(HandTime time) => HandTiming.Of(Algorithm.Parse(time.Turns).Turns, time.Ms / 1000.0, time.By);

    private static OwnHandsResponse Response(TimedHandsData data, (HandFit Fit, IReadOnlyList<HandQuestion> Next) found)
    {
        var fit = found.Fit;
        return new OwnHandsResponse(data.Own is not null, data.Since, fit.CanBeUsed, HandTiming.Times,
            fit.Sequences, HandFitting.FewestForetold, fit.Runs, Ms(fit.Own.SecondsPerUnit), Ms(fit.Reach), fit.Missed, fit.UsualMissed,
            HandWords.Of(fit),
            [.. fit.Figures.Select(f => new HandFigureResponse(f.Id, f.Title, f.Example, Ms(f.Seconds), Ms(f.Spread), Ms(f.Usual)))],
            [.. found.Next.Select(q => new HandQuestionResponse(string.Join(' ', q.Turns), Math.Round(q.Learnt, 3)))],
            [.. data.Times.Reverse().Select(t => new HandTimeResponse(t.Key, t.At, t.Turns, t.Ms, t.By,
                fit.Foretell(AsTiming(t)) is { } foretold ? Ms(foretold) : null))]);

        static double Ms(double seconds) => Math.Round(seconds * 1000, 1);
    }
}
