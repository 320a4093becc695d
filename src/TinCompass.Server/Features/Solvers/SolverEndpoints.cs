using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Server.Access;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solvers;

/// <summary>Somebody who plans and drills on this machine.</summary>
/// <param name="Id">The number by which attempts name the solver.</param>
/// <param name="Name">As shown.</param>
/// <param name="Attempts">How many attempts are kept.</param>
public sealed record SolverResponse(int Id, string Name, int Attempts);

/// <summary>One page of the solvers.</summary>
/// <param name="Total">How many there are, of those searched for.</param>
/// <param name="Items">Those of this page, by name.</param>
public sealed record SolverPageResponse(int Total, IReadOnlyList<SolverResponse> Items);

/// <summary>A new solver.</summary>
/// <param name="Name">1 to 40 characters; no other solver may have it.</param>
public sealed record NewSolverRequest(string? Name);

/// <summary>/api/solvers.</summary>
internal sealed class SolverEndpoints : IFeature
{
    private const int MaxPageSize = 200;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers").WithTags("Solvers");
        group.MapGet("/", List).WithName("listSolvers")
            .WithSummary("The solvers by name, a page at a time; those whose name holds 'search'.").ProducesProblem(400)
            .ForMembers();
        group.MapPost("/", Add).WithName("addSolver").WithSummary("Adds a solver.").ProducesProblem(400).ProducesProblem(409)
            .ForAdmins();
    }

    private static async Task<Results<Ok<SolverPageResponse>, ProblemHttpResult>> List(
        TinCompassDb db, HttpContext http, CancellationToken cancel, string? search = null, int page = 1, int pageSize = 50)
    {
        if (page < 1 || pageSize is < 1 or > MaxPageSize)
            return Problems.Bad("bad-page", $"'page' counts from 1, and 'pageSize' is 1 to {MaxPageSize}.", "page");
        var wanted = (search ?? "").Trim();
        if (wanted.Length > Solver.MaxNameLength)
            return Problems.Bad("text-too-long", $"A name has at most {Solver.MaxNameLength} characters.", "search");
        var found = db.Solvers.AsNoTracking();
        // In a club: oneself, and whoever gave one leave to read.
        if (Guard.IsClub(http) && Member.Of(http.User) is { } member)
            found = found.Where(s => s.Id == member.Id || db.Leaves.Any(l => l.SolverId == s.Id && l.CoachId == member.Id));
        if (wanted.Length > 0) found = found.Where(s => EF.Functions.Like(s.Name, $"%{Escaped(wanted)}%", "\\"));
        var total = await found.CountAsync(cancel);
        var items = await found.OrderBy(s => s.Name).Skip((int)Math.Min((long)(page - 1) * pageSize, int.MaxValue)).Take(pageSize)
            .Select(s => new SolverResponse(s.Id, s.Name, db.Attempts.Count(a => a.SolverId == s.Id))).ToListAsync(cancel);
        return TypedResults.Ok(new SolverPageResponse(total, items));
    }

    /// <summary>A text in which % and _ stand for themselves.</summary>
    private static string Escaped(string text) =>
        text.Replace("\\", "\\\\", StringComparison.Ordinal).Replace("%", "\\%", StringComparison.Ordinal)
            .Replace("_", "\\_", StringComparison.Ordinal);

    private static async Task<Results<Ok<SolverResponse>, ProblemHttpResult>> Add(
        NewSolverRequest request, TinCompassDb db, WriteLane lane, TimeProvider clock, CancellationToken cancel)
    {
        if (!TryReadName(request.Name, out var name, out var problem)) return problem;
        // Of several who ask for one name at once, one gets it.
        using var turn = await lane.EnterAsync(cancel);
        if (await LikeAsync(name, db, cancel) is { } other) return Taken(name, other);
        var solver = new Solver { Name = name, CreatedAt = clock.GetUtcNow() };
        db.Solvers.Add(solver);
        await db.SaveChangesAsync(cancel);
        return TypedResults.Ok(new SolverResponse(solver.Id, solver.Name, 0));
    }

    internal static ProblemHttpResult Taken(string name, string other) => Problems.Of(StatusCodes.Status409Conflict, "name-taken",
        string.Equals(name, other, StringComparison.OrdinalIgnoreCase) ? $"There is a solver named {other} already."
            : $"A solver is already named {other}, and the two names look the same.", "name");

    /// <summary>The name of a solver who would be taken for one of this name; null when there is none.</summary>
    internal static async Task<string?> LikeAsync(string name, TinCompassDb db, CancellationToken cancel)
    {
        var look = SolverNames.Look(name);
        return (await db.Solvers.IgnoreQueryFilters().Select(s => s.Name).ToListAsync(cancel))
            .FirstOrDefault(n => string.Equals(n, name, StringComparison.OrdinalIgnoreCase) || SolverNames.Look(n) == look);
    }

    /// <summary>Reads a name: 1 to 40 characters that can be seen, of one script, blanks made single.</summary>
    internal static bool TryReadName(string? text, out string name, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        name = SolverNames.Read(text, out var why) ?? "";
        problem = why.Length > 0 ? Problems.Bad("bad-name", why, "name") : null;
        return problem is null;
    }

    /// <summary>The solver of a name, who is added when there is none.</summary>
    internal static async Task<int> FindOrAddAsync(
        string name, TinCompassDb db, WriteLane lane, TimeProvider clock, CancellationToken cancel)
    {
        using var turn = await lane.EnterAsync(cancel);
        if (await db.Solvers.FirstOrDefaultAsync(s => s.Name == name, cancel) is { } there) return there.Id;
        var solver = new Solver { Name = name, CreatedAt = clock.GetUtcNow() };
        db.Solvers.Add(solver);
        await db.SaveChangesAsync(cancel);
        return solver.Id;
    }
}
