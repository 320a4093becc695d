using TinCompass.Core.Hands;
using TinCompass.Core.Stages;
using TinCompass.Server.Features.Courses;
using TinCompass.Server.Features.Hands;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>
/// What a member of the circle keeps: some own sequences, each turned and checked, and courses that go on from crosses of their
/// log.
/// </summary>
internal static class DemoKept
{
    private const int MostCourses = 3;
    private const double Usual = 1.0 / 9;
    private static readonly string[] Notes =
        ["the thumb stays in front", "look at the next pair during the last three", "slower is safer here", ""];

    public static (IReadOnlyList<KeptSequence> Sequences, IReadOnlyList<KeptCourse> Courses) Of(
        DemoHabits habits, Attempt[] log, int solverId, StageBook book, HandModels hands, Random random)
    {
        var model = hands.For(HandPreferences.Usual);
        var sequences = new List<KeptSequence>();
        foreach (var stage in book.All.Where(s => s.Casebook is not null))
        {
            var share = habits.Repertoire.GetValueOrDefault(stage.Id, Usual);
            foreach (var stageCase in stage.Casebook!.Cases.Where(_ => random.NextDouble() < share))
            {
                // Not the quickest: one of those that somebody may have got used to.
                var (cases, view) = (stage.Casebook, stage.Casebook.Views[0]);
                var found = cases.Sheet(stageCase, view, model).Solutions;
                var turns = found[Math.Min(1, found.Count - 1)].Solution.AsTurned;
                if (cases.Trial(stageCase, view, turns).Refusal is null)
                    sequences.Add(new KeptSequence
                    {
                        SolverId = solverId,
                        Stage = stage.Id,
                        Case = stageCase.Id,
                        View = view.Id,
                        Sequence = string.Join(' ', turns),
                        Note = Notes[random.Next(Notes.Length)],
                    });
            }
        }

        var courses = new List<KeptCourse>();
        var key = new byte[16];
        foreach (var plan in log.Reverse().Where(a => a.IsDone).Take(MostCourses))
        {
            random.NextBytes(key);
            var query = new CourseQuery(plan.Scramble, habits.Method, plan.Color, plan.Plan, null, null, null, 1, null, null);
            if (!CourseEndpoints.TryRead(query, book, hands, out var wish, out _)
                || !wish.TryPlan(book, CancellationToken.None, out var course, out _)) continue;
            var request = new KeepCourseRequest(
                new Guid(key), solverId, plan.Scramble, plan.Color, plan.Plan,
                    string.Join(';', course.Stops.Skip(1).Select(s => string.Join(' ', s.Turns))), habits.Method);
            if (!KeptCourseEndpoints.TryBuild(request, book, hands, HandPreferences.Usual, out var kept, out _)) continue;
            kept.At = plan.At.AddMinutes(2);
            courses.Add(kept);
        }

        return (sequences, courses);
    }
}
