using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>
/// Eight weeks of drills: a simulated learner is led through the real course, answers real tasks, and is judged by the real drills. Only
/// whether the answer is remembered, and how quickly, is
/// simulated.
/// </summary>
internal sealed class DemoPractice(Programme programme, StageBook book, DemoHabits habits, Random random)
{
    private const double EveningsShare = 0.24;
    private const int MinTasks = 4;
    private const int MaxTasks = 7;

    /// <summary>Drills of bigger cubes whose tasks are made at once.</summary>
    private static readonly string[] BiggerDrills =
        ["centres.which-bars", "joining.right-or-flipped", "centres.which-first", "joining.where", "parity.odd"];

    private readonly SimulatedLearner learner = new(habits.Learner, random);

    /// <summary>The sessions and their answers, oldest first; the last evening is yesterday's or earlier.</summary>
    public IReadOnlyList<(DrillSession Session, IReadOnlyList<DrillAttempt> Attempts)> Sessions(int solverId, DateTimeOffset first)
    {
        var (sessions, results) = (new List<(DrillSession, IReadOnlyList<DrillAttempt>)>(), new List<DrillResult>());
        for (var day = 0; day < 7 * DemoClub.Weeks; day++)
        {
            if (random.NextDouble() > EveningsShare) continue;
            var at = first.AddDays(day).AddHours(18.2 + (2 * random.NextDouble()));
            Drill[] drills = [.. programme.Book.All.Where(Wants)];
            var name = random.NextDouble() < 0.6 ? Programme.Today : drills[random.Next(drills.Length)].Id;
            sessions.Add(Session(name, random.Next(MinTasks, MaxTasks + 1), results, solverId, at, first));
        }

        for (var week = 0; habits.HasBigger && week < DemoClub.Weeks; week++)
            sessions.Add(Session(BiggerDrills[week % BiggerDrills.Length], MaxTasks, results, solverId, first.AddDays((7 * week) + 4.7),
                first));
        return [.. sessions.OrderBy(s => s.Item1.StartedAt)];
    }

    /// <summary>One session, from its beginning.</summary>
    private (DrillSession, IReadOnlyList<DrillAttempt>) Session(string name, int tasks, List<DrillResult> results, int solverId,
        DateTimeOffset at, DateTimeOffset first)
    {
        var session = new DrillSession
        {
            SolverId = solverId,
            Programme = name,
            Tasks = tasks,
            StartedAt = at,
            Drill = "",
            Colors = string.Join(',', habits.Colors.Select(c => c.Name()))
        };
        var attempts = new List<DrillAttempt>();
        for (var number = 1; number <= tasks; number++)
        {
            var attempt = Answer(name, results, solverId, at, (at - first).TotalDays);
            attempts.Add(attempt);
            results.Add(new DrillResult(attempt.Drill, attempt.Case, attempt.At, attempt.Right, attempt.Ms, attempt.TargetMs,
                attempt.Level));
            at = at.AddMilliseconds(attempt.TotalMs + 4_000);
        }

        (session.Drill, session.Done, session.RightCount) = (attempts[^1].Drill, tasks, attempts.Count(a => a.Right));
        (session.UsedMs, session.EndedAt) = (attempts.Sum(a => a.TotalMs), at);
        return (session, attempts);
    }

    private bool Wants(Drill drill) => book.IsMetIn(habits.Method, drill.Stage);

    private DrillAttempt Answer(string name, List<DrillResult> results, int solverId, DateTimeOffset at, double day)
    {
        var next = programme.Next(programme.Find(name)!, programme.Fold(results), habits.Colors, at, Wants);
        var task = next.Drill.Make(next.Wish, random.Next());
        var (knows, pace) = learner.Answer($"{next.Drill.Id} {task.Case}", day);
        var answer = AnswerFor(next.Drill, task, knows);
        var verdict = next.Drill.Judge(task, answer);
        var ms = (int)Math.Clamp(pace * task.TargetMs, 900, 45_000);
        var isTurns = task.Kind == AnswerKind.Turns;
        var total = isTurns ? ms + 2_500 + (400 * (answer.Turns.Count + answer.Bigger.Count)) : ms;
        var key = new byte[16];
        random.NextBytes(key);
        return new DrillAttempt
        {
            Key = new Guid(key),
            SolverId = solverId,
            At = at.AddMilliseconds(total),
            Stage = next.Drill.Stage,
            Drill = next.Drill.Id,
            Case = task.Case,
            Part = task.Focus.Part,
            Level = task.Wish.Level,
            Position = task.Letters,
            Color = task.Color.Name(),
            Answer = !isTurns ? string.Join(',', answer.Chosen)
                : task.Bigger is { } bigger ? BigNotation.Written(answer.Bigger, bigger.Size) : string.Join(' ', answer.Turns),
            Plan = string.Join(' ', verdict.Plan),
            Right = verdict.Right,
            TurnsOver = verdict.TurnsOver,
            FirstMs = isTurns ? ms : ms * 3 / 4,
            TotalMs = total,
            Ms = ms,
            TargetMs = task.TargetMs,
        };
    }

    /// <summary>
    /// What somebody answers who knows the case, or does not: the best plan or one whose last turn is missing, the right options or nearly.
    /// </summary>
    private DrillAnswer AnswerFor(Drill drill, DrillTask task, bool knows)
    {
        if (task.Kind == AnswerKind.Turns)
        {
            if (drill.Solution(task) is { Bigger: { Count: > 0 } all }) return DrillAnswer.Of(knows ? all : [.. all.SkipLast(1)]);
            var best = drill.Solution(task).Turns;
            return DrillAnswer.Of(knows ? best : best[^1].Kind == TurnKind.Rotation ? [.. best, Turn.Of(Face.F, 1)]
                : [.. best.SkipLast(1)]);
        }

        if (task.Kind == AnswerKind.Choice)
        {
            var start = random.Next(task.Options.Count);
            var options = task.Options.Skip(start).Concat(task.Options.Take(start)).Select(o => DrillAnswer.Of(o.Answer)).ToArray();
            return options.FirstOrDefault(o => drill.Judge(task, o).Right == knows) ?? options[0];
        }

        var bad = drill.Solution(task).Chosen.ToHashSet();
        if (knows) return DrillAnswer.Of([.. bad]);
        var odd = task.Options[random.Next(task.Options.Count)].Answer;
        if (!bad.Remove(odd)) bad.Add(odd);
        return DrillAnswer.Of([.. bad]);
    }
}
