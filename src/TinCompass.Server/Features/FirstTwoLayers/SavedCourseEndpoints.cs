using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.FirstTwoLayers;

/// <summary>A course that is kept.</summary>
/// <param name="Id">Its number.</param>
/// <param name="At">When it was kept.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Made">The turns to the cross.</param>
/// <param name="Stops">The stops after it, with ';' between them.</param>
/// <param name="Total">HTM of the pairs.</param>
/// <param name="Time">Relative time of the pairs.</param>
public sealed record SavedCourseResponse(long Id, DateTimeOffset At, string Scramble, string Color, string Made, string Stops, int Total, double? Time)
{
    internal static SavedCourseResponse Of(SavedCourse c) => new(c.Id, c.At, c.Scramble, c.Color, c.Made, c.Stops, c.Total, c.TimeHundredths / 100.0);
}

/// <summary>A course to be kept; it is planned again before it is stored.</summary>
/// <param name="Key">Made by the sender; the same key sent again is kept once.</param>
/// <param name="SolverId">Whose.</param>
/// <param name="Scramble">The scramble.</param>
/// <param name="Color">The base colour.</param>
/// <param name="Made">The turns to the cross.</param>
/// <param name="Stops">The stops after it, with ';' between them.</param>
public sealed record SaveCourseRequest(Guid Key, int SolverId, string? Scramble, string? Color, string? Made, string? Stops);

/// <summary>/api/courses: courses that are kept.</summary>
internal static class SavedCourseEndpoints
{
    private const int MostListed = 50;

    public static void MapCourses(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/courses").WithTags("Pairs").ProducesProblem(400).ProducesProblem(404);
        group.MapGet("/", List).WithName("listCourses").WithSummary("The courses a solver kept, newest first; the last fifty.");
        group.MapPost("/", Add).WithName("addCourse").WithSummary("Keeps a course.").RequireRateLimiting(Limits.Search);
        group.MapDelete("/{id:long}", Remove).WithName("removeCourse").WithSummary("Forgets a course.");
    }

    private static async Task<Results<Ok<IReadOnlyList<SavedCourseResponse>>, ProblemHttpResult>> List(int solverId, TinCompassDb db, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        var kept = await db.Courses.AsNoTracking().Where(c => c.SolverId == solverId).OrderByDescending(c => c.At).ThenByDescending(c => c.Id).Take(MostListed).ToListAsync(cancel);
        return TypedResults.Ok<IReadOnlyList<SavedCourseResponse>>([.. kept.Select(SavedCourseResponse.Of)]);
    }

    private static async Task<Results<Ok<SavedCourseResponse>, ProblemHttpResult>> Add(SaveCourseRequest request, TinCompassDb db, SlotServices slots, HandModels hands, TimeProvider clock, CancellationToken cancel)
    {
        if (request.Key == Guid.Empty) return Problems.Bad("no-key", "A course carries a key of its own, so that it is kept only once.", "key");
        if (await db.Courses.AsNoTracking().FirstOrDefaultAsync(c => c.Key == request.Key, cancel) is { } kept) return TypedResults.Ok(SavedCourseResponse.Of(kept));
        if (!await db.Solvers.AnyAsync(s => s.Id == request.SolverId, cancel)) return Problems.NotFound($"solver {request.SolverId}");
        var habits = await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == request.SolverId, cancel) ?? new SolverHabits();
        if (!TryBuild(request, await slots.PlannerAsync(cancel), new PairsOptions { Hands = hands.For(new(habits.LeftHanded, habits.Avoid)) }, out var saved, out var problem)) return problem;
        saved.At = DateTimeOffset.FromUnixTimeMilliseconds(clock.GetUtcNow().ToUnixTimeMilliseconds());
        db.Courses.Add(saved);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException)
        {
            // Sent twice at once: the other one is kept.
            if (await db.Courses.AsNoTracking().FirstOrDefaultAsync(c => c.Key == request.Key, cancel) is not { } other) throw;
            return TypedResults.Ok(SavedCourseResponse.Of(other));
        }

        return TypedResults.Ok(SavedCourseResponse.Of(saved));
    }

    /// <summary>A course checked stop by stop, with its figures; when it was kept is still to be filled in.</summary>
    internal static bool TryBuild(SaveCourseRequest request, PairsPlanner planner, PairsOptions options, [NotNullWhen(true)] out SavedCourse? saved, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        saved = null;
        if (!PairsQuery.TryReadPosition(request.Scramble, request.Made, request.Color, out var position, out problem)) return false;
        var builder = new CourseBuilder(planner, options, position);
        var (number, stops) = (0, new List<string>());
        foreach (var text in (request.Stops ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            number++;
            if (!Door.TryReadTurns(text, "stops", out var turns, out problem) || !builder.TryAddChosen(turns.Turns, number, out problem)) return false;
            stops.Add(turns.ToString());
        }

        if (!builder.IsDone)
        {
            problem = Problems.Bad("not-finished", "Only a course that ends with all four pairs is kept.", "stops");
            return false;
        }

        var course = builder.Finish("", PairsOrder.Fixed, 1, CancellationToken.None);
        saved = new SavedCourse
        {
            Key = request.Key,
            SolverId = request.SolverId,
            Scramble = Algorithm.Parse(request.Scramble!).ToString(),
            Color = position.Color.Name(),
            Made = string.IsNullOrWhiteSpace(request.Made) ? "" : Algorithm.Parse(request.Made).ToString(),
            Stops = string.Join(';', stops),
            Total = course.Total,
            TimeHundredths = course.Time is { } time ? (int)Math.Round(time * 100) : null,
        };
        return true;
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Remove(long id, int solverId, TinCompassDb db, CancellationToken cancel) =>
        await db.Courses.Where(c => c.Id == id && c.SolverId == solverId).ExecuteDeleteAsync(cancel) == 0 ? Problems.NotFound($"course {id}") : TypedResults.NoContent();
}
