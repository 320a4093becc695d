using System.Diagnostics.CodeAnalysis;
using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Solvers;

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
/// <param name="Method">The method whose course line is shown.</param>
/// <param name="SingleKeys">Keys without a modifier do something.</param>
/// <param name="Stages">What was said about each stage, by name; every habit of every stage that has some.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="UnitMs">
/// Milliseconds for 1 of the hands' time, where the solver's own hands are used (/api/hands/use); null: times have no seconds.
/// </param>
public sealed record HabitsResponse(
    IReadOnlyList<string> Colors, IReadOnlyList<string> Scheme, HoldChoice Holds, PlanOrder Order, bool LeftHanded, string Avoid,
        Metric Metric, int TurnMs, Theme Theme, bool Marks,
    string Method, bool SingleKeys, IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> Stages, MiddleHand MiddleHand,
    double? UnitMs);

/// <summary>New habits, as <see cref="HabitsResponse"/>; what is left out stays as it is.</summary>
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
/// <param name="School">The older form of the habit "school" of the stage "f2l".</param>
/// <param name="Beam">The older form of its habit "beam".</param>
/// <param name="Method">One of the methods of /api/status.</param>
/// <param name="SingleKeys">False switches single keys off.</param>
/// <param name="Stages">Habits of stages by stage and name, as /api/status lists them.</param>
/// <param name="MiddleHand">either, left or right: the hand that makes M.</param>
/// <param name="UnitMs">As it was told: it is not changed here (/api/hands/use does).</param>
[JsonUnmappedMemberHandling(JsonUnmappedMemberHandling.Disallow)]
public sealed record HabitsRequest(
    IReadOnlyList<string>? Colors, IReadOnlyList<string>? Scheme, string? Holds, string? Order, bool? LeftHanded, string? Avoid,
        string? Metric, int? TurnMs, string? Theme, bool? Marks,
    string? School = null, int? Beam = null, string? Method = null, bool? SingleKeys = null,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>>? Stages = null, string? MiddleHand = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? UnitMs = null);

/// <summary>Habits that were read: the general ones, and those of stages.</summary>
internal sealed record ReadHabits(SolverHabits General, IReadOnlyList<StageHabits> Stages);

/// <summary>/api/solvers/{id}/habits.</summary>
internal sealed class HabitEndpoints : IFeature
{
    private const int MaxTurnMs = 2000;

    /// <inheritdoc/>
    public void Map(IEndpointRouteBuilder app)
    {
        var group = app.MapGroup("/api/solvers/{id:int}/habits").WithTags("Solvers").ProducesProblem(404);
        group.MapGet("/", Get).WithName("getHabits").WithSummary("How a solver plans, holds and turns.");
        group.MapPut("/", Put).WithName("putHabits").WithSummary("Keeps a solver's habits.").ProducesProblem(400);
    }

    private static async Task<Results<Ok<HabitsResponse>, ProblemHttpResult>> Get(
        int id, TinCompassDb db, StageBook book, HandModels hands, SkippedRows skipped, CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        return TypedResults.Ok(Of(await ReadAsync(db, id, book, skipped, cancel) ?? new ReadHabits(new SolverHabits(), []), book,
            await hands.OwnOfAsync(db, id, cancel)));
    }

    private static async Task<Results<Ok<HabitsResponse>, ProblemHttpResult>> Put(
        int id, HabitsRequest request, TinCompassDb db, WriteLane lane, StageBook book, HandModels hands, SkippedRows skipped,
        CancellationToken cancel)
    {
        if (!await db.Solvers.AnyAsync(s => s.Id == id, cancel)) return Problems.NotFound($"solver {id}");
        // In one turn: of two windows that save at once the later one stays.
        using var turn = await lane.EnterAsync(cancel);
        var kept = await ReadAsync(db, id, book, skipped, cancel);
        if (!TryRead(kept is null ? request : Over(AsRequest(kept), request), id, book, out var read, out var problem)) return problem;
        await using var transaction = await db.Database.BeginTransactionAsync(cancel);
        await db.Habits.Where(h => h.SolverId == id).ExecuteDeleteAsync(cancel);
        await db.StageHabits.Where(h => h.SolverId == id).ExecuteDeleteAsync(cancel);
        db.Habits.Add(read.General);
        db.StageHabits.AddRange(read.Stages);
        await db.SaveChangesAsync(cancel);
        await transaction.CommitAsync(cancel);
        return TypedResults.Ok(Of(read, book, await hands.OwnOfAsync(db, id, cancel)));
    }

    /// <summary>What a request says of stages, by stage and habit.</summary>
    private static Dictionary<string, Dictionary<string, string>> Said(HabitsRequest r)
    {
        var said = (r.Stages ?? new Dictionary<string, IReadOnlyDictionary<string, string>>())
            .ToDictionary(s => s.Key, s => (s.Value ?? new Dictionary<string, string>()).ToDictionary());
        // As they were sent before stages had habits of their own.
        if (r.School is not null || r.Beam is not null) said.TryAdd("f2l", []);
        if (r.School is not null) said["f2l"].TryAdd("school", r.School);
        if (r.Beam is { } beam) said["f2l"].TryAdd("beam", beam.ToString(System.Globalization.CultureInfo.InvariantCulture));
        return said;
    }

    /// <summary>What is said now, over what was said before.</summary>
    private static HabitsRequest Over(HabitsRequest kept, HabitsRequest said)
    {
        var stages = (kept.Stages ?? new Dictionary<string, IReadOnlyDictionary<string, string>>()).ToDictionary();
        foreach (var (stage, habits) in Said(said))
        {
            var all = (stages.GetValueOrDefault(stage) ?? new Dictionary<string, string>()).ToDictionary();
            foreach (var (habit, value) in habits) all[habit] = value;
            stages[stage] = all;
        }

        return new(said.Colors ?? kept.Colors, said.Scheme ?? kept.Scheme, said.Holds ?? kept.Holds, said.Order ?? kept.Order,
            said.LeftHanded ?? kept.LeftHanded, said.Avoid ?? kept.Avoid, said.Metric ?? kept.Metric, said.TurnMs ?? kept.TurnMs,
            said.Theme ?? kept.Theme, said.Marks ?? kept.Marks, null, null, said.Method ?? kept.Method,
            said.SingleKeys ?? kept.SingleKeys, stages, said.MiddleHand ?? kept.MiddleHand);
    }

    /// <summary>All habits of a solver; null when nothing was said yet, or what was said cannot be read.</summary>
    internal static async Task<ReadHabits?> ReadAsync(
        TinCompassDb db, int id, StageBook book, SkippedRows skipped, CancellationToken cancel)
    {
        if (await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == id, cancel) is not { } general) return null;
        var stages = await db.StageHabits.AsNoTracking().Where(h => h.SolverId == id).ToListAsync(cancel);
        var known = stages.Where(s => skipped.Read("habit", s.Stage, () => StageHabits.Read(s.Data)) is not null).ToList();
        var read = new ReadHabits(general, known);
        if (TryRead(AsRequest(read), id, book, out _, out var problem)) return read;
        skipped.Add("habit", id, problem.ProblemDetails.Detail ?? "");
        return null;
    }

    internal static bool TryRead(HabitsRequest r, int solverId, StageBook book, [NotNullWhen(true)] out ReadHabits? habits,
        [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        habits = null;
        var usual = new SolverHabits();
        if (!TryReadNames(r.Scheme, "scheme", Names(usual.Scheme), out var scheme, out problem)
            || !TryReadNames(r.Colors, "colors", Names(usual.Colors), out var colors, out problem)) return false;
        if (scheme.Distinct().Count() != 6 || scheme.Count != 6)
        {
            problem =
                Problems.Bad("bad-scheme", "A colour scheme names each of the six colours once: up, down, front, back, right, " +
                    "left.", "scheme");
            return false;
        }

        var areOpposite = colors.Count == 2 && scheme.ToList().IndexOf(colors[0]) / 2 == scheme.ToList().IndexOf(colors[1]) / 2;
        if (colors.Distinct().Count() != colors.Count || !(colors.Count is 1 or 6 || areOpposite))
        {
            problem = Problems.Bad("bad-colors", "Crosses are planned for one colour, for two opposite ones, or for all six.", "colors");
            return false;
        }

        if (!Door.TryReadEnum(r.Holds, "holds", usual.Holds, out var holds, out problem)
            || !Door.TryReadEnum(r.Order, "order", usual.Order, out var order, out problem)
            || !Door.TryReadEnum(r.Metric, "metric", usual.Metric, out var metric, out problem)
                || !Door.TryReadEnum(r.Theme, "theme", usual.Theme, out var theme, out problem)
            || !Door.TryReadWord(r.Method, "method", book.Methods, m => m.Id, out var method, out problem)
            || !TryReadStages(r, solverId, book, out var stages, out problem)
            || !HandsQuery.TryRead(r.LeftHanded ?? false, r.Avoid, r.MiddleHand, out var hands, out problem)) return false;
        if (HandsQuery.Stuck(hands) is { } face)
            problem =
                Problems.Bad("nothing-left",
                $"Without {face} and without the wide turn opposite it, the {face} face can never be turned. Allow one of the " +
                    $"two.", "avoid");
        else if (r.TurnMs is < 0 or > MaxTurnMs)
            problem = Problems.Bad("bad-speed", $"A quarter turn is shown for 0 to {MaxTurnMs} milliseconds.", "turnMs");
        if (problem is not null) return false;
        var general = new SolverHabits
        {
            SolverId = solverId,
            Colors = string.Join(',', colors.Select(c => c.Name())),
            Scheme = string.Join(',', scheme.Select(c => c.Name())),
            Holds = holds,
            Order = order,
            LeftHanded = hands.LeftHanded,
            Avoid = hands.Avoided,
            MiddleHand = hands.Middle,
            Metric = metric,
            TurnMs = r.TurnMs ?? usual.TurnMs,
            Theme = theme,
            Marks = r.Marks ?? false,
            Method = method.Id,
            SingleKeys = r.SingleKeys ?? true,
        };
        habits = new ReadHabits(general, stages);
        return true;
    }

    /// <summary>Habits of stages: each is one that its stage has, with a value it takes; what is as usual is not kept.</summary>
    private static bool TryReadStages(
        HabitsRequest r, int solverId, StageBook book, out IReadOnlyList<StageHabits> stages,
            [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        var said = Said(r);
        (stages, problem) = ([], null);
        var read = new List<StageHabits>();
        foreach (var (id, values) in said)
        {
            if (book.Find(id) is not { } stage) problem = Problems.Bad("unknown-stage", $"'{id}' is no stage.", "stages");
            else if (values.FirstOrDefault(v => stage.Habits.All(h => h.Id != v.Key)) is { Key: { } odd }) problem =
                Problems.Bad("unknown-habit", $"'{odd}' is no habit of {id}.", odd);
            else if (stage.Habits.FirstOrDefault(h => values.TryGetValue(h.Id, out var value) && !h.Takes(value)) is { } habit)
                problem = Problems.Bad($"bad-{habit.Id}", $"{habit.Title}: {habit.Expected} can be said, not '{values[habit.Id]}'.",
                    habit.Id);
            if (problem is not null) return false;
            var unusual = values.Where(v => book.Find(id)!.Habits.First(h => h.Id == v.Key).Usual != v.Value).ToDictionary();
            if (unusual.Count > 0) read.Add(new StageHabits { SolverId = solverId, Stage = id, Data = StageHabits.Write(unusual) });
        }

        stages = read;
        return true;
    }

    private static bool TryReadNames(
        IReadOnlyList<string>? names, string field, IEnumerable<string> usual, out IReadOnlyList<Color> colors,
            [NotNullWhen(false)] out ProblemHttpResult? problem)
    {
        var read = new List<Color>();
        (colors, problem) = (read, null);
        foreach (var name in names ?? [.. usual])
        {
            if (!Faces.TryParseColor(name, out var color))
            {
                problem = Problems.Bad("unknown-color",
                    $"'{name}' is no colour: {string.Join(", ", Faces.AllColors.Select(c => c.Name()))} are.", field);
                return false;
            }

            read.Add(color);
        }

        return true;
    }

    private static string[] Names(string text) => text.Split(',');

    /// <summary>Habits as they are sent again.</summary>
    internal static HabitsRequest AsRequest(ReadHabits read)
    {
        var h = read.General;
        return new(
        Names(h.Colors), Names(h.Scheme), Word(h.Holds), Word(h.Order), h.LeftHanded, h.Avoid, Word(h.Metric), h.TurnMs, Word(h.Theme),
            h.Marks, null, null, h.Method, h.SingleKeys,
        read.Stages.ToDictionary(s => s.Stage, s => StageHabits.Read(s.Data)), Word(h.MiddleHand));
    }

    private static string Word<T>(T value)
        where T : struct, Enum => System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(value.ToString());

    private static HabitsResponse Of(ReadHabits read, StageBook book, OwnHands? own)
    {
        var (h, said) = (read.General, read.Stages.ToDictionary(s => s.Stage, s => StageHabits.Read(s.Data)));
        var stages = book.All.Where(s => s.Habits.Count > 0).ToDictionary(
            s => s.Id, s => (IReadOnlyDictionary<string, string>)s.Habits.ToDictionary(
                k => k.Id, k => said.GetValueOrDefault(s.Id)?.GetValueOrDefault(k.Id) ?? k.Usual));
        return new HabitsResponse(
            Names(h.Colors), Names(h.Scheme), h.Holds, h.Order, h.LeftHanded, h.Avoid, h.Metric, h.TurnMs, h.Theme, h.Marks, h.Method,
                h.SingleKeys, stages, h.MiddleHand, own is null ? null : Math.Round(own.SecondsPerUnit * 1000, 2));
    }
}
