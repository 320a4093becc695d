using Microsoft.EntityFrameworkCore;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Server.Features.Cross;
using TinCompass.Server.Features.FirstTwoLayers;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Features.Practice;

/// <summary>The drills over the shared tables, and what they need to know of a solver.</summary>
internal sealed class PracticeServices(CrossServices cross, SlotServices slots)
{
    private readonly Lazy<Course> course = new(() => new Course(new DrillBook(cross.Tools, slots.Tables)));

    public Course Course => course.Value;

    /// <summary>All answers of a solver, in order of time.</summary>
    public static Task<List<DrillResult>> ResultsAsync(TinCompassDb db, int solverId, CancellationToken cancel) =>
        db.DrillAttempts.AsNoTracking().Where(a => a.SolverId == solverId).OrderBy(a => a.At).ThenBy(a => a.Id)
            .Select(a => new DrillResult(a.Drill, a.Case, a.At, a.Right, a.Ms, a.TargetMs, a.Level)).ToListAsync(cancel);

    /// <summary>The colours a solver plans for, as the core names them: by the faces on which they lie on the solver's cube.</summary>
    public static async Task<IReadOnlyList<Color>> ColorsAsync(TinCompassDb db, int solverId, CancellationToken cancel)
    {
        var habits = await db.Habits.AsNoTracking().FirstOrDefaultAsync(h => h.SolverId == solverId, cancel) ?? new SolverHabits();
        var scheme = habits.Scheme.Split(',');
        return [.. habits.Colors.Split(',').Select(name => Faces.AllColors[Array.IndexOf(scheme, name)])];
    }
}
