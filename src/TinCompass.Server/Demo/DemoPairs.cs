using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstTwoLayers;
using TinCompass.Core.Notation;
using TinCompass.Server.Features.FirstTwoLayers;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>What a member of the circle keeps about pairs: some own sequences, each turned and checked, and courses that go on from crosses of their log.</summary>
internal static class DemoPairs
{
    private const int MostCourses = 3;
    private static readonly string[] Notes = ["the thumb stays in front", "look at the next pair during the last three", "slower is safer here", ""];

    public static (IReadOnlyList<KeptSequence> Sequences, IReadOnlyList<SavedCourse> Courses) Of(Attempt[] log, int solverId, SlotServices slots, Random random)
    {
        var planner = slots.PlannerAsync(CancellationToken.None).GetAwaiter().GetResult();
        var sequences = new List<KeptSequence>();
        foreach (var pairCase in PairCases.All.Where(c => !c.IsSolved && random.Next(8) == 0))
        {
            // Not the quickest: one of those that somebody may have got used to.
            var found = slots.Casebook.Outlook(pairCase, Slot.FR, new PairsOptions()).Solutions;
            var turns = found[Math.Min(1, found.Count - 1)].AsTurned;
            if (Casebook.Try(pairCase, Slot.FR, turns).Solves)
                sequences.Add(new KeptSequence { SolverId = solverId, Case = pairCase.Id, Slot = Slot.FR, Sequence = string.Join(' ', turns), Note = Notes[random.Next(Notes.Length)] });
        }

        var courses = new List<SavedCourse>();
        var key = new byte[16];
        foreach (var plan in log.Reverse().Where(a => a.IsCross).Take(MostCourses))
        {
            var state = CubeState.Solved.Apply(Algorithm.Parse(plan.Scramble).Turns).Apply(Algorithm.Parse(plan.Plan).Turns);
            // A plan that ends with the base elsewhere is no beginning for a course.
            if (!PairsPosition.TryRead(state, null, out var position, out _) || position.Rotation.Count > 0 || position.Color.Name() != plan.Color) continue;
            var pairs = planner.Plan(position.Pairs, new PairsOptions(), PairsOrder.Greedy);
            random.NextBytes(key);
            var request = new SaveCourseRequest(new Guid(key), solverId, plan.Scramble, plan.Color, plan.Plan, string.Join(';', pairs.Steps.Select(s => string.Join(' ', s.AsTurned))));
            if (!SavedCourseEndpoints.TryBuild(request, planner, new PairsOptions(), out var saved, out _)) continue;
            saved.At = plan.At.AddMinutes(2);
            courses.Add(saved);
        }

        return (sequences, courses);
    }
}
