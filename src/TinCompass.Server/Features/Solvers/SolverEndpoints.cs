using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solvers;

/// <summary>Somebody who plans and drills on this machine.</summary>
/// <param name="Id">The number by which attempts name the solver.</param>
/// <param name="Name">As shown.</param>
/// <param name="Attempts">How many attempts are kept.</param>
public sealed record SolverResponse(int Id, string Name, int Attempts);

/// <summary>A new solver.</summary>
/// <param name="Name">1 to 40 characters; no other solver may have it.</param>
public sealed record NewSolverRequest(string? Name);

/// <summary>/api/solvers.</summary>
internal static class SolverEndpoints
{
    public static void MapSolvers(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers").WithTags("Solvers");
        group.MapGet("/", List).WithName("listSolvers").WithSummary("All solvers, by name.");
        group.MapPost("/", Add).WithName("addSolver").WithSummary("Adds a solver.").ProducesProblem(400).ProducesProblem(409);
    }

    private static async Task<Ok<List<SolverResponse>>> List(TinCompassDb db, CancellationToken cancel) =>
        TypedResults.Ok(await db.Solvers.OrderBy(s => s.Name)
            .Select(s => new SolverResponse(s.Id, s.Name, db.Attempts.Count(a => a.SolverId == s.Id))).ToListAsync(cancel));

    private static async Task<Results<Ok<SolverResponse>, ProblemHttpResult>> Add(NewSolverRequest request, TinCompassDb db, TimeProvider clock, CancellationToken cancel)
    {
        var name = string.Join(' ', (request.Name ?? "").Split(default(char[]), StringSplitOptions.RemoveEmptyEntries));
        if (name.Length is 0 or > Solver.MaxNameLength || name.Any(char.IsControl))
            return Problems.Bad("bad-name", $"A name has 1 to {Solver.MaxNameLength} characters.", "name");
        if (await db.Solvers.AnyAsync(s => s.Name == name, cancel))
            return Problems.Of(StatusCodes.Status409Conflict, "name-taken", $"There is a solver named {name} already.", "name");
        var solver = new Solver { Name = name, CreatedAt = clock.GetUtcNow() };
        db.Solvers.Add(solver);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(new SolverResponse(solver.Id, solver.Name, 0));
    }
}
