using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>A drill about a bigger cube.</summary>
public abstract class BigDrill(DrillInfo info) : Drill(info)
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => name;

    /// <summary>A task about a bigger cube as it is held; the colour is the one that it is about, white where none is.</summary>
    protected DrillTask About(DrillWish wish, int seed, string name, BigState cube, string question, IEnumerable<DrillOption> options,
        Color color = Color.White, string part = "") =>
        About(wish, seed, name, CubeState.Solved, question, options, new Focus(color, part)) with { Bigger = cube };

    /// <summary>The cube of a task of such a drill.</summary>
    protected static BigState CubeOf(DrillTask task) =>
        task.Bigger ?? throw new ArgumentException("a task about a bigger cube is expected", nameof(task));
}
