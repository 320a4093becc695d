using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>A task on paper, with its answer.</summary>
/// <param name="Task">The task.</param>
/// <param name="Best">The best answer.</param>
/// <param name="Scramble">Turns that make the position; none of a bigger cube.</param>
public sealed record SheetTaskResponse(TaskResponse Task, string Best, string Scramble);

/// <summary>A sheet of tasks.</summary>
/// <param name="Title">The drill's title.</param>
/// <param name="Seed">The same seed gives the same sheet.</param>
/// <param name="Tasks">The tasks, in order.</param>
public sealed record SheetResponse(string Title, int Seed, IReadOnlyList<SheetTaskResponse> Tasks);

/// <summary>/api/practice/sheet: tasks as a session would ask them, for paper.</summary>
internal sealed class SheetEndpoint : IFeature
{
    private const int MaxTasks = 40;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app) =>
        app.MapGroup("/api/practice").WithTags("Practice").AsSearch().ProducesProblem(400).ProducesProblem(404)
            .MapGet("/sheet", Sheet).WithName("getSheet")
                .WithSummary("A sheet of tasks with their answers, to be printed; nothing is kept.");

    private static async Task<Results<Ok<SheetResponse>, ProblemHttpResult>> Sheet(
        int solverId, string drill, TinCompassDb db, StageBook book, StandingKeeper standings, TableShelf shelf, CancellationToken cancel,
            int tasks = 12, int seed = 1)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == solverId, cancel)) return Problems.NotFound($"solver {solverId}");
        if (book.Drills.Find(drill) is not { } asked) return Problems.Bad("unknown-drill", $"'{drill}' is no drill.", "drill");
        if (tasks is < 1 or > MaxTasks) return Problems.Bad("bad-length", $"A sheet has 1 to {MaxTasks} tasks.", "tasks");
        var search = new TwoPhaseSearch(await shelf.GetAsync(TwoPhaseTables.Kind, cancel));
        var (colors, level) = (standings.HabitsOf(solverId).Colors, standings.Read(solverId, asked.Id).LevelOf(asked.Id));
        var sheet = new List<SheetTaskResponse>();
        for (var i = 0; i < tasks; i++)
        {
            var name = asked.Cases.Count > 0 ? asked.Cases[i % asked.Cases.Count] : null;
            var task = asked.Make(new DrillWish(level, name, colors), unchecked((seed * 1000) + i));
            var best = asked.Judge(task, task.Kind == AnswerKind.Choice ? DrillAnswer.Of(task.Options[0].Answer) : DrillAnswer.Of()).Best;
            sheet.Add(new SheetTaskResponse(TaskResponse.Of(i + 1, asked, task), best,
                task.Bigger is not null ? "" : search.SequenceTo(task.Position, TwoPhaseSearch.GoodEnough, cancel).ToString()));
        }

        return TypedResults.Ok(new SheetResponse(asked.Title, seed, sheet));
    }
}
