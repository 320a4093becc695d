using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Courses;

/// <summary>A course that is kept.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When it was kept.</param>
/// <param name="Method">The method.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Made">The turns of the first stop.</param>
/// <param name="Stops">The stops after it, with ';' between them.</param>
/// <param name="Total">HTM of all stops.</param>
/// <param name="Time">Relative time of all stops.</param>
public sealed record KeptCourseResponse(
    long Id, DateTimeOffset At, string Method, string Scramble, string Color, string Made, string Stops, int Total, double? Time)
{
    internal static KeptCourseResponse Of(KeptCourse c) =>
        new(c.Id, c.At, c.Method, c.Scramble, c.Color, c.Made, c.Stops, c.Total, c.TimeHundredths / 100.0);
}

/// <summary>A course to be kept; it is planned again before it is stored.</summary>
/// <param name="Key">Made by the sender; the same key sent again is kept once.</param>
/// <param name="SolverId">Whose.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Made">The turns of the first stop.</param>
/// <param name="Stops">The stops after it, with ';' between them.</param>
/// <param name="Method">The method; the usual one when left out.</param>
public sealed record KeepCourseRequest(Guid Key, int SolverId, string? Scramble, string? Color, string? Made, string? Stops,
    string? Method = null);

/// <summary>/api/courses: courses that are kept.</summary>
internal sealed class KeptCourseEndpoints : IFeature
{
    private const int MostListed = 50;

    /// <summary>So many stages, from the first on, a course that is kept goes through.</summary>
    private const int LeastStages = 2;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/courses").WithTags("Courses").ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", List).WithName("listCourses").WithSummary("The courses a solver kept, newest first; the last fifty.");
        group.MapPost("/", Add).WithName("addCourse").WithSummary("Keeps a course.").RequireRateLimiting(Limits.Search);
    }

    private static async Task<Results<Ok<IReadOnlyList<KeptCourseResponse>>, ProblemHttpResult>> List(
        int solverId, TinCompassDb db, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var kept = await db.Courses.AsNoTracking().Where(c => c.SolverId == solverId).OrderByDescending(c => c.At)
            .ThenByDescending(c => c.Id).Take(MostListed).ToListAsync(cancel);
        return TypedResults.Ok<IReadOnlyList<KeptCourseResponse>>([.. kept.Select(KeptCourseResponse.Of)]);
    }

    private static async Task<Results<Ok<KeptCourseResponse>, ProblemHttpResult>> Add(
        KeepCourseRequest request, TinCompassDb db, WriteLane lane, StageBook book, HandModels hands, TimeProvider clock,
            CancellationToken cancel)
    {
        if (request.Key == Guid.Empty)
            return Problems.Bad("no-key", "A course carries a key of its own, so that it is kept only once.", "key");
        if (await KeptAsync(db, request, cancel) is { } kept)
            return TypedResults.Ok(KeptCourseResponse.Of(kept));
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        var habits = await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == request.SolverId, cancel) ?? new SolverHabits();
        if (!TryBuild(request, book, hands, habits.Hands, out var read, out var problem)) return problem;
        read.At = clock.Now();
        db.Courses.Add(read);
        using (await lane.EnterAsync(cancel))
        {
            if (await KeptAsync(db, request, cancel) is { } other)
                return TypedResults.Ok(KeptCourseResponse.Of(other));
            await db.SaveChangesAsync(cancel);
        }

        return TypedResults.Ok(KeptCourseResponse.Of(read));
    }

    private static Task<KeptCourse?> KeptAsync(TinCompassDb db, KeepCourseRequest request, CancellationToken cancel) =>
        db.Courses.AsNoTracking().FirstOrDefaultAsync(c => c.SolverId == request.SolverId && c.Key == request.Key, cancel);

    /// <summary>A course checked stop by stop, with its figures; when it was kept is still to be filled in.</summary>
    internal static bool TryBuild(
        KeepCourseRequest request, StageBook book, HandModels hands, HandPreferences own,
            [NotNullWhen(true)] out KeptCourse? kept, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        kept = null;
        var query = new CourseQuery(request.Scramble, request.Method, request.Color, request.Made, request.Stops, null, null, 1,
            own.LeftHanded, own.Avoided, MiddleHand: own.Middle.ToString());
        if (!CourseEndpoints.TryRead(query, book, hands, out var wish, out problem)) return false;
        // Nothing is left to plan when it is whole: whatever is found of a rest is enough.
        wish = wish with { Options = wish.Options with { Enough = new CancellationToken(canceled: true) } };
        if (!wish.TryPlan(book, CancellationToken.None, out var course, out problem)) return false;
        // What is given has to end where a stage of the method is done, not its first: courses of before ended with the pairs.
        CourseStop[] given = [.. course.Stops.Take(wish.Chosen.Count)];
        if (given.Length < wish.Chosen.Count || given.Skip(1).Any(s => !s.IsChosen)
            || wish.StagesDone(course.Before[given.Length], book) < LeastStages)
        {
            problem = Problems.Bad("not-finished",
                "Only a course is kept that ends with its second stage or a later one done: every stop up to there has to be given.",
                    "stops");
            return false;
        }

        kept = new KeptCourse
        {
            Key = request.Key,
            SolverId = request.SolverId,
            Method = wish.Method.Id,
            Scramble = wish.Scramble.ToString(),
            Color = wish.Focus.Base.ToString().ToLowerInvariant(),
            Made = wish.Chosen[0].ToString(),
            Stops = string.Join(';', wish.Chosen.Skip(1).Select(c => c.ToString())),
            Total = JoinedMoves.Of([.. given.Select(s => s.Turns)]).All.Sum(t => Metric.Htm.Cost(t)),
            TimeHundredths = Course.TimeOf(given, wish.Options.Hands) is { } time ? (int)Math.Round(time * 100) : null,
            Version = KeptCourse.NewestVersion,
        };
        return true;
    }
}
