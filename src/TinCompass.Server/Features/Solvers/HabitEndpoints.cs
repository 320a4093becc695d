using System.Diagnostics.CodeAnalysis;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solvers;

/// <summary>Which enamel the interface shows.</summary>
public enum Theme
{
    /// <summary>As the system says.</summary>
    Auto,

    /// <summary>Light.</summary>
    Light,

    /// <summary>Dark.</summary>
    Dark,
}

/// <summary>How a solver plans, holds and turns, and how they want to see it.</summary>
/// <param name="Colors">The colours planned for: one, two opposite ones, or all six; as the solver's own cube shows them.</param>
/// <param name="Scheme">The colours of the solver's cube as it is held for scrambling: up, down, front, back, right, left.</param>
/// <param name="Holds">Which of the four holds of a plan is taken.</param>
/// <param name="Order">Which plan comes first.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters that are never turned.</param>
/// <param name="Metric">The metric shown beside HTM.</param>
/// <param name="TurnMs">How long a quarter turn is shown, in ms; 0 shows end positions only.</param>
/// <param name="Theme">Light, dark or as the system says.</param>
/// <param name="Marks">Marks beside the hues.</param>
/// <param name="School">How pairs are solved.</param>
/// <param name="Beam">How many parts of plans for four pairs are followed at once.</param>
public sealed record HabitsResponse(
    IReadOnlyList<string> Colors, IReadOnlyList<string> Scheme, HoldChoice Holds, PlanOrder Order, bool LeftHanded, string Avoid, Metric Metric, int TurnMs, Theme Theme, bool Marks,
    PairSchool School, int Beam);

/// <summary>New habits, as <see cref="HabitsResponse"/>; what is left out becomes the usual.</summary>
/// <param name="Colors">One, two opposite, or all six colours.</param>
/// <param name="Scheme">Six colours: up, down, front, back, right, left.</param>
/// <param name="Holds">fewestBackTurns, leastTime or plainest.</param>
/// <param name="Order">turns, time or foresight.</param>
/// <param name="LeftHanded">The left hand is the stronger one.</param>
/// <param name="Avoid">Letters of UDFBRL udfbrl MES xyz.</param>
/// <param name="Metric">htm, stm, qtm or etm.</param>
/// <param name="TurnMs">0 to 2000 ms.</param>
/// <param name="Theme">auto, light or dark.</param>
/// <param name="Marks">Marks beside the hues.</param>
/// <param name="School">byRule, cornerFirst, keyhole or beginner.</param>
/// <param name="Beam">1 to 60.</param>
public sealed record HabitsRequest(
    IReadOnlyList<string>? Colors, IReadOnlyList<string>? Scheme, string? Holds, string? Order, bool? LeftHanded, string? Avoid, string? Metric, int? TurnMs, string? Theme, bool? Marks,
    string? School = null, int? Beam = null);

/// <summary>/api/solvers/{id}/habits.</summary>
internal static class HabitEndpoints
{
    private const int MaxTurnMs = 2000;

    /// <summary>The widest beam.</summary>
    public const int MaxBeam = 60;

    public static void MapHabits(this IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers/{id:int}/habits").WithTags("Solvers").ProducesProblem(404);
        group.MapGet("/", Get).WithName("getHabits").WithSummary("How a solver plans, holds and turns.");
        group.MapPut("/", Put).WithName("putHabits").WithSummary("Keeps a solver's habits.").ProducesProblem(400);
    }

    private static async Task<Results<Ok<HabitsResponse>, ProblemHttpResult>> Get(int id, TinCompassDb db, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        return TypedResults.Ok(Of(await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == id, cancel) ?? new SolverHabits()));
    }

    private static async Task<Results<Ok<HabitsResponse>, ProblemHttpResult>> Put(int id, HabitsRequest request, TinCompassDb db, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        if (!TryRead(request, out var read, out var problem)) return problem;
        read.SolverId = id;
        // In one transaction: of two windows that save at once the later one stays.
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.Habits.Where(h => h.SolverId == id).ExecuteDeleteAsync(cancel);
        db.Habits.Add(read);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return TypedResults.Ok(Of(read));
    }

    internal static bool TryRead(HabitsRequest r, [NotNullWhen(true)] out SolverHabits? habits, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        habits = null;
        var usual = new SolverHabits();
        if (!TryReadNames(r.Scheme, "scheme", Names(usual.Scheme), out var scheme, out problem) || !TryReadNames(r.Colors, "colors", Names(usual.Colors), out var colors, out problem)) return false;
        if (scheme.Distinct().Count() != 6 || scheme.Count != 6)
        {
            problem = Problems.Bad("bad-scheme", "A colour scheme names each of the six colours once: up, down, front, back, right, left.", "scheme");
            return false;
        }

        var areOpposite = colors.Count == 2 && scheme.ToList().IndexOf(colors[0]) / 2 == scheme.ToList().IndexOf(colors[1]) / 2;
        if (colors.Distinct().Count() != colors.Count || !(colors.Count is 1 or 6 || areOpposite))
        {
            problem = Problems.Bad("bad-colors", "Crosses are planned for one colour, for two opposite ones, or for all six.", "colors");
            return false;
        }

        if (!Door.TryReadEnum(r.Holds, "holds", usual.Holds, out var holds, out problem) || !Door.TryReadEnum(r.Order, "order", usual.Order, out var order, out problem)
            || !Door.TryReadEnum(r.Metric, "metric", usual.Metric, out var metric, out problem) || !Door.TryReadEnum(r.Theme, "theme", usual.Theme, out var theme, out problem)
            || !Door.TryReadEnum(r.School, "school", usual.School, out var school, out problem)
            || !HabitsQuery.TryReadHands(r.LeftHanded ?? false, r.Avoid, out var hands, out problem)) return false;
        if (HabitsQuery.Stuck(hands) is { } face)
            problem = Problems.Bad("nothing-left", $"Without {face} and without the wide turn opposite it, the {face} face can never be turned. Allow one of the two.", "avoid");
        else if (r.TurnMs is < 0 or > MaxTurnMs)
            problem = Problems.Bad("bad-speed", $"A quarter turn is shown for 0 to {MaxTurnMs} milliseconds.", "turnMs");
        else if (r.Beam is < 1 or > MaxBeam)
            problem = Problems.Bad("bad-beam", $"1 to {MaxBeam} parts of plans are followed at once.", "beam");
        if (problem is not null) return false;
        habits = new SolverHabits
        {
            Colors = string.Join(',', colors.Select(c => c.Name())),
            Scheme = string.Join(',', scheme.Select(c => c.Name())),
            Holds = holds,
            Order = order,
            LeftHanded = hands.LeftHanded,
            Avoid = hands.Avoided,
            Metric = metric,
            TurnMs = r.TurnMs ?? usual.TurnMs,
            Theme = theme,
            Marks = r.Marks ?? false,
            School = school,
            Beam = r.Beam ?? usual.Beam,
        };
        return true;
    }

    private static bool TryReadNames(
        IReadOnlyList<string>? names, string field, IEnumerable<string> usual, out IReadOnlyList<Color> colors, [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        var read = new List<Color>();
        (colors, problem) = (read, null);
        foreach (var name in names ?? [.. usual])
        {
            if (!Faces.TryParseColor(name, out var color))
            {
                problem = Problems.Bad("unknown-color", $"'{name}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.", field);
                return false;
            }

            read.Add(color);
        }

        return true;
    }

    private static string[] Names(string text) => text.Split(',');

    /// <summary>Habits as they are sent again.</summary>
    internal static HabitsRequest AsRequest(SolverHabits h) => new(
        Names(h.Colors), Names(h.Scheme), Word(h.Holds), Word(h.Order), h.LeftHanded, h.Avoid, Word(h.Metric), h.TurnMs, Word(h.Theme), h.Marks, Word(h.School), h.Beam);

    private static string Word<T>(T value)
        where T : struct, Enum => System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(value.ToString());

    private static HabitsResponse Of(SolverHabits h) =>
        new(Names(h.Colors), Names(h.Scheme), h.Holds, h.Order, h.LeftHanded, h.Avoid, h.Metric, h.TurnMs, h.Theme, h.Marks, h.School, h.Beam);
}
