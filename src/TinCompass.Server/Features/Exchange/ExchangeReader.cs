using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.FirstTwoLayers;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Exchange;

/// <summary>Checks entries from outside, one by one: what is right becomes an entity, what is not is told with its place and the reason.</summary>
internal sealed class ExchangeReader(CrossJudge judge, DrillBook book, PairsPlanner pairs, SolverHabits? there, int solverId, DateTimeOffset now)
{
    private const int MaxMs = 3_600_000;
    private const int MaxText = 4_000;
    private const int MaxCase = 60;
    private static readonly DateTimeOffset Earliest = new(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);

    public List<Attempt> Plans { get; } = [];

    public List<DrillAttempt> Answers { get; } = [];

    public List<KeptSequence> Sequences { get; } = [];

    public List<SavedCourse> Courses { get; } = [];

    public List<RefusedResponse> Refused { get; } = [];

    public SolverHabits? Habits { get; private set; }

    public void Read(HabitsRequest? habits)
    {
        if (habits is null) return;
        if (HabitEndpoints.TryRead(habits, out var read, out var problem)) (Habits = read).SolverId = solverId;
        else Refuse("habits", problem.ProblemDetails.Detail ?? "they cannot be read.");
    }

    public void Read(ExchangePlan? plan, string where)
    {
        if (plan is null) Refuse(where, "it is empty.");
        else if (plan.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(plan.At)) Refuse(where, TimeWords(plan.At));
        else if (plan.PlanningMs is < 0 or > MaxMs) Refuse(where, $"a planning time of {plan.PlanningMs} ms is impossible.");
        else if (!Faces.TryParseColor(plan.Color, out var color)) Refuse(where, $"'{plan.Color}' is no colour.");
        else if (TryTurns(plan.Scramble, where, "scramble", out var scramble) && TryTurns(plan.Plan, where, "plan", out var turns))
        {
            var attempt = AttemptEndpoints.From(judge.Judge(CubeState.Solved.Apply(scramble.Turns), color, turns.Turns));
            (attempt.Key, attempt.SolverId, attempt.At) = (plan.Key, solverId, Rounded(plan.At));
            (attempt.Scramble, attempt.Plan, attempt.PlanningMs, attempt.Covered) = (scramble.ToString(), turns.ToString(), plan.PlanningMs, plan.Covered);
            Plans.Add(attempt);
        }
    }

    public void Read(ExchangeAnswer? answer, string where)
    {
        if (answer is null) Refuse(where, "it is empty.");
        else if (answer.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(answer.At)) Refuse(where, TimeWords(answer.At));
        else if (book.Find(answer.Drill) is not { } drill) Refuse(where, $"'{answer.Drill}' is no drill that is known here.");
        else if (string.IsNullOrEmpty(answer.Case) || answer.Case.Length > MaxCase) Refuse(where, "it names no case.");
        else if (answer.Level < 1 || answer.Level > drill.Levels) Refuse(where, $"{drill.Id} has levels 1 to {drill.Levels}, not {answer.Level}.");
        else if (answer.FirstMs < 0 || answer.TotalMs < answer.FirstMs || answer.TotalMs > MaxMs || answer.Ms < 0 || answer.Ms > answer.TotalMs || answer.TargetMs is < 1 or > MaxMs)
            Refuse(where, $"its times are impossible: first {answer.FirstMs} ms, whole {answer.TotalMs} ms, compared {answer.Ms} ms, target {answer.TargetMs} ms.");
        else if (answer.TurnsOver is < 0 or > Algorithm.MaxTurns || answer.Hints is < 0 or > 100) Refuse(where, "its counts are impossible.");
        else if ((answer.Answer ?? "").Length > MaxText) Refuse(where, "its answer is too long.");
        else if (!Faces.TryParseColor(answer.Color, out var color)) Refuse(where, $"'{answer.Color}' is no colour.");
        else if (TryTurns(answer.Scramble, where, "scramble", out var scramble) && (string.IsNullOrWhiteSpace(answer.Plan) || TryTurns(answer.Plan, where, "plan", out _)))
            Answers.Add(new DrillAttempt
            {
                Key = answer.Key,
                SolverId = solverId,
                At = Rounded(answer.At),
                Drill = drill.Id,
                Case = answer.Case,
                Level = answer.Level,
                Scramble = scramble.ToString(),
                Color = color.Name(),
                Answer = answer.Answer ?? "",
                Plan = answer.Plan ?? "",
                Right = answer.Right,
                TurnsOver = answer.TurnsOver,
                FirstMs = answer.FirstMs,
                TotalMs = answer.TotalMs,
                Ms = answer.Ms,
                TargetMs = answer.TargetMs,
                Hints = answer.Hints,
            });
    }

    public void Read(ExchangeSequence? kept, string where)
    {
        if (kept is null) Refuse(where, "it is empty.");
        else if (PairCases.Find(kept.Case) is not { IsSolved: false } found) Refuse(where, $"'{kept.Case}' is no case that is known here.");
        else if (!Enum.TryParse<Slot>(kept.Slot, ignoreCase: true, out var slot) || !Enum.IsDefined(slot)) Refuse(where, $"'{kept.Slot}' is no slot: FR, BR, BL and FL are.");
        else if ((kept.Note ?? "").Length > KeptSequence.MaxNoteLength) Refuse(where, "its note is too long.");
        else if (!CasebookEndpoints.TryReadSequence(kept.Sequence, found, slot, out var sequence, out var problem)) Refuse(where, problem.ProblemDetails.Detail ?? "its sequence cannot be read.");
        else Sequences.Add(new KeptSequence { SolverId = solverId, Case = found.Id, Slot = slot, Sequence = sequence, Note = kept.Note ?? "" });
    }

    /// <summary>The hands by which courses are measured: as the solver has said here, else as the document says.</summary>
    private HandModel Hands => hands ??= new HandModel((there ?? Habits) is { } h ? new HandPreferences(h.LeftHanded, h.Avoid) : HandPreferences.Usual);

    private HandModel? hands;

    public void Read(ExchangeCourse? course, string where)
    {
        if (course is null) Refuse(where, "it is empty.");
        else if (course.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(course.At)) Refuse(where, TimeWords(course.At));
        else if (!SavedCourseEndpoints.TryBuild(new SaveCourseRequest(course.Key, solverId, course.Scramble, course.Color, course.Made, course.Stops), pairs, new PairsOptions { Hands = Hands }, out var saved, out var problem))
            Refuse(where, problem.ProblemDetails.Detail ?? "it cannot be read.");
        else
        {
            saved.At = Rounded(course.At);
            Courses.Add(saved);
        }
    }

    public void Refuse(string where, string why) => Refused.Add(new RefusedResponse(where, why));

    private bool IsTime(DateTimeOffset at) => at >= Earliest && at <= now.AddDays(1);

    private static string TimeWords(DateTimeOffset at) => at < Earliest ? $"its time, {at:yyyy-MM-dd}, is before {Earliest:yyyy}." : $"its time, {at:yyyy-MM-dd}, is in the future.";

    private static DateTimeOffset Rounded(DateTimeOffset at) => DateTimeOffset.FromUnixTimeMilliseconds(at.ToUnixTimeMilliseconds());

    private bool TryTurns(string? text, string where, string what, out Algorithm turns)
    {
        turns = Algorithm.Empty;
        if (string.IsNullOrWhiteSpace(text) || text.Length > MaxText)
        {
            Refuse(where, $"its {what} is {(string.IsNullOrWhiteSpace(text) ? "empty" : "too long")}.");
            return false;
        }

        try
        {
            turns = Algorithm.Parse(text);
            return true;
        }
        catch (NotationException e)
        {
            Refuse(where, $"its {what} cannot be read: {e.Message}");
            return false;
        }
    }
}
