using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Attempts;
using TinCompass.Server.Features.Casebook;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Features.HandTimes;
using TinCompass.Server.Features.Solvers;
using TinCompass.Server.Features.Solves;
using TinCompass.Server.Hosting;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Exchange;

/// <summary>A plan that was read, and how it is judged when it is new: that takes time, up to a tenth of a millisecond a turn.</summary>
internal sealed record UnjudgedPlan(Attempt Plan, int Turns, string Where, Func<StageJudgement> Judge);

/// <summary>Entries that were read, as they are stored.</summary>
internal sealed record ImportLot(
    List<UnjudgedPlan> Plans, List<DrillAttempt> Answers, List<KeptSequence> Sequences, List<KeptCourse> Courses,
    List<Solve> Solves);

/// <summary>
/// Checks entries from outside, one by one: what is right becomes an entity, what is not is told with its place and the reason.
/// </summary>
internal sealed class ExchangeReader(StageBook book, HandModels hands, SolverHabits? there, int solverId, DateTimeOffset now)
{
    private const int MaxMs = 3_600_000;
    private const int MaxCase = 60;
    private static readonly DateTimeOffset Earliest = new(2000, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private ImportLot lot = new([], [], [], [], []);

    /// <summary>Entries read since they were taken last.</summary>
    public int Count => lot.Plans.Count + lot.Answers.Count + lot.Sequences.Count + lot.Courses.Count + lot.Solves.Count;

    /// <summary>The first entries that are refused, with the reason.</summary>
    public List<RefusedResponse> Refused { get; } = [];

    public int RefusedCount { get; private set; }

    /// <summary>What is said of entries that are taken.</summary>
    public List<RefusedResponse> Told { get; } = [];

    public ReadHabits? Habits { get; private set; }

    /// <summary>What was read since the last time.</summary>
    public ImportLot Take()
    {
        var taken = lot;
        lot = new([], [], [], [], []);
        return taken;
    }

    public void Read(HabitsRequest? habits)
    {
        if (habits is null) return;
        if (HabitEndpoints.TryRead(habits, solverId, book, out var read, out var problem)) Habits = read;
        else Refuse("habits", problem.ProblemDetails.Detail ?? "they cannot be read.");
    }

    /// <summary>Times of hands, and whether hands fitted to them are used.</summary>
    public (List<HandTime> Times, bool AreUsed) Hands { get; private set; } = ([], false);

    /// <summary>What is avoided now was turned then: a time is kept, and counts again when it is avoided no more.</summary>
    public void Read(ExchangeHands? hands)
    {
        if (hands is null) return;
        var read = new List<HandTime>();
        foreach (var (time, i) in (hands.Times ?? []).Select((t, i) => (t, i)))
        {
            var where = $"hands.times[{i}]";
            if (time is null) Refuse(where, "it is empty.");
            else if (!IsTime(time.At)) Refuse(where, TimeWords(time.At));
            else if (!Door.TryReadEnum(time.By, "by", TimedBy.Key, out var by, out var problem)
                || !OwnHandsEndpoints.TryRead(new HandTimeRequest(time.Key, solverId, time.Turns, time.Ms, null, At: time.At, By: by),
                    HandPreferences.Usual, now, out var kept, out problem))
                Refuse(where, problem.ProblemDetails.Detail ?? "it cannot be read.");
            else read.Add(kept);
        }

        Hands = (read, hands.AreUsed);
    }

    public void Read(ExchangePlan? plan, string where)
    {
        if (plan is null) Refuse(where, "it is empty.");
        else if (plan.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(plan.At)) Refuse(where, TimeWords(plan.At));
        else if (plan.PlanningMs is < 0 or > MaxMs) Refuse(where, $"a planning time of {plan.PlanningMs} ms is impossible.");
        else if (!Faces.TryParseColor(plan.Color, out var color)) Refuse(where, $"'{plan.Color}' is no colour.");
        else if (book.Find(plan.Stage ?? book.All[0].Id) is not { } stage) Refuse(where, $"'{plan.Stage}' is no stage that is known here.");
        else if (TryTurns(plan.Scramble, where, "scramble", out var scramble) && TryMaybe(plan.Made, where, "made", out var made)
            && TryTurns(plan.Plan, where, "plan", out var turns))
        {
            var (position, focus) = (CubeState.Solved.Apply(scramble.Turns).Apply(made.Turns), new Focus(color, plan.Part ?? ""));
            if (stage.Refuses(position, focus) is { } refusal)
            {
                Refuse(where, refusal.Message);
                return;
            }

            var attempt = AttemptEndpoints.New(stage, focus);
            (attempt.Key, attempt.SolverId, attempt.At) = (plan.Key, solverId, Past(plan.At, where));
            (attempt.Scramble, attempt.Made, attempt.Plan) = (scramble.ToString(), made.ToString(), turns.ToString());
            (attempt.PlanningMs, attempt.Covered) = (plan.PlanningMs, plan.Covered);
            lot.Plans.Add(new UnjudgedPlan(attempt, turns.Turns.Count, where,
                () => stage.Check(position, focus, turns.Turns,
                    new CourseOptions(hands.For(HandPreferences.Usual), false, false, CourseOptions.UsualBeam) { Arrived = made.Turns },
                    isKnown: false)));
        }
    }

    public void Read(ExchangeAnswer? answer, string where)
    {
        if (answer is null) Refuse(where, "it is empty.");
        else if (answer.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(answer.At)) Refuse(where, TimeWords(answer.At));
        else if (book.Drills.Find(answer.Drill) is not { } drill) Refuse(where, $"'{answer.Drill}' is no drill that is known here.");
        else if (string.IsNullOrEmpty(answer.Case) || answer.Case.Length > MaxCase) Refuse(where, "it names no case.");
        else if (!drill.Knows(answer.Case)) Refuse(where, $"'{answer.Case}' is no case of {drill.Id}.");
        else if (answer.Level < 1 || answer.Level > drill.Levels) Refuse(
            where, $"{drill.Id} has levels 1 to {drill.Levels}, not {answer.Level}.");
        else if (answer.FirstMs < 0 || answer.TotalMs < answer.FirstMs || answer.TotalMs > MaxMs || answer.Ms < 0
            || answer.Ms > answer.TotalMs || answer.TargetMs is < 1 or > MaxMs)
            Refuse(where,
                $"its times are impossible: first {answer.FirstMs} ms, whole {answer.TotalMs} ms, compared {answer.Ms} ms, target " +
                    $"{answer.TargetMs} ms.");
        else if (answer.TurnsOver is < 0 or > Algorithm.MaxTurns || answer.Hints is < 0 or > 100) Refuse(
            where, "its counts are impossible.");
        else if ((answer.Answer ?? "").Length > Limits.MaxTextLength || (answer.Part ?? "").Length > MaxCase)
            Refuse(where, "its answer is too long.");
        else if (!Faces.TryParseColor(answer.Color, out var color)) Refuse(where, $"'{answer.Color}' is no colour.");
        else if (TryPosition(answer, where, drill, out var position)
            && (string.IsNullOrWhiteSpace(answer.Plan) || TryTurns(answer.Plan, where, "plan", out _)))
            lot.Answers.Add(new DrillAttempt
            {
                Key = answer.Key,
                SolverId = solverId,
                At = Past(answer.At, where),
                Stage = drill.Stage,
                Drill = drill.Id,
                Case = answer.Case,
                Part = answer.Part ?? "",
                Level = answer.Level,
                Position = position,
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
        var cases = book.Find(kept?.Stage ?? "f2l")?.Casebook;
        if (kept is null) Refuse(where, "it is empty.");
        else if (cases is null) Refuse(where, $"'{kept.Stage}' has no casebook here.");
        else if (cases.Find(kept.Case) is not { } found) Refuse(where, $"'{kept.Case}' is no case that is known here.");
        else if (cases.Views.FirstOrDefault(v =>
            string.Equals(v.Id, kept.View ?? kept.Slot, StringComparison.OrdinalIgnoreCase)) is not { } view)
            Refuse(where, $"'{kept.View ?? kept.Slot}' is no view: {string.Join(", ", cases.Views.Select(v => v.Id))} are.");
        else if ((kept.Note ?? "").Length > KeptSequence.MaxNoteLength) Refuse(where, "its note is too long.");
        else if (!CasebookEndpoints.TryReadSequence(kept.Sequence, cases, found, view, out var sequence, out var problem)) Refuse(
            where, problem.ProblemDetails.Detail ?? "its sequence cannot be read.");
        else lot.Sequences.Add(new KeptSequence
        {
            SolverId = solverId,
            Stage = kept.Stage ?? "f2l",
            Case = found.Id,
            View = view.Id,
            Sequence = sequence,
            Note = kept.Note ?? ""
        });
    }

    public void Read(ExchangeCourse? course, string where)
    {
        // Measured by the hands of whoever takes it: as the solver has said here, else as the document says.
        var habits = there ?? Habits?.General;
        if (course is null) Refuse(where, "it is empty.");
        else if (course.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(course.At)) Refuse(where, TimeWords(course.At));
        else if (!KeptCourseEndpoints.TryBuild(
            new KeepCourseRequest(course.Key, solverId, course.Scramble, course.Color, course.Made, course.Stops, course.Method), book,
                hands, habits?.Hands ?? HandPreferences.Usual, out var kept, out var problem))
            Refuse(where, problem.ProblemDetails.Detail ?? "it cannot be read.");
        else
        {
            kept.At = Past(course.At, where);
            lot.Courses.Add(kept);
        }
    }

    public void Read(ExchangeSolve? solve, string where)
    {
        var penalty = Penalty.None;
        if (solve is null) Refuse(where, "it is empty.");
        else if (solve.Key == Guid.Empty) Refuse(where, "it has no key.");
        else if (!IsTime(solve.At)) Refuse(where, TimeWords(solve.At));
        else if (!string.IsNullOrEmpty(solve.Penalty) && !Door.TryReadEnum(solve.Penalty, "penalty", Penalty.None, out penalty, out _))
            Refuse(where, $"'{solve.Penalty}' is no penalty: none, plusTwo and dnf are.");
        else if (!SolveEndpoints.TryBuild(
            new NewSolveRequest(solve.Key, solverId, solve.Scramble, solve.Ms, solve.Method, solve.Purpose, penalty, solve.InspectionMs,
                solve.Turns, solve.Note), book, out var kept, out var problem))
            Refuse(where, problem.ProblemDetails.Detail ?? "it cannot be read.");
        else
        {
            kept.At = Past(solve.At, where);
            lot.Solves.Add(kept);
        }
    }

    /// <summary>Tells an entry that is not taken: while one lot is taken in the next is read, and both refuse.</summary>
    public void Refuse(string where, string why)
    {
        lock (Refused)
        {
            if (ImportRun.IsTold(++RefusedCount)) Refused.Add(new RefusedResponse(where, why));
        }
    }

    private bool IsTime(DateTimeOffset at) => at >= Earliest && at <= now.AddDays(1);

    /// <summary>
    /// A time as it is stored; what lies ahead of the clock is taken as of now, and told, so that it does not stay newest.
    /// </summary>
    private DateTimeOffset Past(DateTimeOffset at, string where)
    {
        if (at <= now) return at.Rounded();
        if (ImportRun.IsTold(Told.Count + 1)) Told.Add(new RefusedResponse(where,
            $"its time, {at:yyyy-MM-dd HH:mm:ss zzz}, lies ahead of this machine's clock; it is taken as of now."));
        return now.Rounded();
    }

    private static string TimeWords(DateTimeOffset at) => at < Earliest ? $"its time, {at:yyyy-MM-dd}, is before {Earliest:yyyy}."
        : $"its time, {at:yyyy-MM-dd}, is in the future.";

    /// <summary>The position of an answer: stickers, or, in older versions, turns.</summary>
    private bool TryPosition(ExchangeAnswer answer, string where, Drill drill, out string letters)
    {
        letters = "";
        if (book.StageOf(drill).IsOnlyAsked && answer.Facelets is { Length: > 0 } bigger && BigSizeOf(bigger) is { } size)
        {
            var (cube, wrong) = BigLegality.Read(size, bigger);
            if (cube is null) Refuse(where, $"its position cannot be read: {wrong!.Message}");
            else letters = $"{cube}";
            return cube is not null;
        }

        var position = CubeState.Solved;
        if (string.IsNullOrWhiteSpace(answer.Facelets))
        {
            if (!TryTurns(answer.Scramble, where, "scramble", out var scramble)) return false;
            letters = Facelets.Write(position.Apply(scramble.Turns).Upright());
            return true;
        }

        var (read, flaw) = Legality.Read(answer.Facelets);
        if (read is not { } legal) Refuse(where, $"its position cannot be read: {flaw!.Message}");
        else letters = Facelets.Write(legal.Upright());
        return read is not null;
    }

    /// <summary>The size of a bigger cube by how many letters it has; null for none of those that are practised.</summary>
    private static int? BigSizeOf(string letters)
    {
        for (var size = BigPieces.Least; size <= BigPieces.Most; size++)
            if (letters.Length == 6 * size * size) return size;
        return null;
    }

    private bool TryMaybe(string? text, string where, string what, out Algorithm turns)
    {
        turns = Algorithm.Empty;
        return string.IsNullOrWhiteSpace(text) || TryTurns(text, where, what, out turns);
    }

    private bool TryTurns(string? text, string where, string what, out Algorithm turns)
    {
        turns = Algorithm.Empty;
        if (string.IsNullOrWhiteSpace(text) || text.Length > Limits.MaxTextLength)
        {
            Refuse(where, $"its {what} is {(string.IsNullOrWhiteSpace(text) ? "empty" : "too long")}.");
            return false;
        }

        try
        {
            turns = Algorithm.Parse(text);
            if (turns.Turns.Count > 0) return true;
            Refuse(where, $"its {what} holds no turn.");
            return false;
        }
        catch (NotationException e)
        {
            Refuse(where, $"its {what} cannot be read: {e.Message}");
            return false;
        }
    }
}
