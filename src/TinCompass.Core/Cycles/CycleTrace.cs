using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>Where the three pieces of a cycle are on the way.</summary>
public static class CycleTrace
{
    /// <summary>
    /// Before the first turn and after each of them: the stickers at which what lay at the first, the second and the third lies now.
    /// </summary>
    public static IReadOnlyList<ThreeCycle> Of(ThreeCycle cycle, IEnumerable<Turn> turns)
    {
        var trace = new List<ThreeCycle> { cycle };
        foreach (var turn in turns) trace.Add(trace[^1].After(turn));
        return trace;
    }
}
