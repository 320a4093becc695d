namespace TinCompass.Core.Methods.LastLayer;

/// <summary>The sets of cases of the last layer: in one look, and in two looks each.</summary>
public enum LlSet
{
    /// <summary>Everything oriented in one look: 57 cases.</summary>
    Oll,

    /// <summary>Everything permuted in one look: 21 cases.</summary>
    Pll,

    /// <summary>The edges oriented, whatever the corners do: 3.</summary>
    Eoll,

    /// <summary>The corners oriented, the edges being so: 7.</summary>
    Ocll,

    /// <summary>The corners permuted, whatever the edges do: 2.</summary>
    Cpll,

    /// <summary>The edges permuted, the corners being so: 4.</summary>
    Epll,
}

/// <summary>What of a last layer a set looks at.</summary>
public static class LlSets
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<LlSet> All { get; } = Enum.GetValues<LlSet>();

    /// <summary>"oll": the stable name.</summary>
    public static string Id(this LlSet set) => Stages.Words.Code(set);

    /// <summary>The set orients; else it permutes what is oriented.</summary>
    public static bool Orients(this LlSet set) => set is LlSet.Oll or LlSet.Eoll or LlSet.Ocll;

    /// <summary>What has to be so already before a case of the set can be told.</summary>
    public static bool Fits(this LlSet set, LlState state) => set switch
    {
        LlSet.Ocll => state.Flips == 0,
        LlSet.Pll or LlSet.Cpll => state.IsOriented,
        LlSet.Epll => state.IsOriented && LlState.Quarters.Any(k => state.Turned(k).CornerPlaces == LlState.Solved.CornerPlaces),
        _ => true,
    };

    /// <summary>What the set looks at, as a number.</summary>
    public static int Look(this LlSet set, LlState state) => set switch
    {
        LlSet.Oll or LlSet.Ocll => state.Orientation,
        LlSet.Eoll => state.Flips,
        LlSet.Cpll => state.CornerPlaces,
        _ => state.Arrangement,
    };

    /// <summary>
    /// The set is done: nothing of it is left but, where it permutes, a turn of the top. (A set that fits a state and is done there.)
    /// </summary>
    public static bool IsDone(this LlSet set, LlState state) => set.Fits(state)
        && (set.Orients() ? set.Look(state) == set.Look(LlState.Solved)
            : LlState.Quarters.Any(k => set.Look(state.Turned(k)) == set.Look(LlState.Solved)));

    /// <summary>
    /// A sequence that does <paramref name="effect"/> may be used for the set: what the set does not look at it leaves as it has to be.
    /// </summary>
    public static bool Keeps(this LlSet set, LlState effect) => set switch
    {
        LlSet.Oll or LlSet.Eoll => true,
        LlSet.Ocll => effect.Flips == 0,
        LlSet.Pll or LlSet.Cpll => effect.IsOriented,
        _ => LlSet.Epll.Fits(effect),
    };

    /// <summary>Every different look of the set, each once: all that it has to tell apart.</summary>
    public static IReadOnlyList<LlState> States(this LlSet set)
    {
        int[] none = [0, 0, 0, 0], home = [0, 1, 2, 3];
        var states = set.Orients()
            ? from code in Enumerable.Range(0, 81 * 16)
              let t = (int[])[code % 3, code / 3 % 3, code / 9 % 3, code / 27 % 3]
              let f = (int[])[code / 81 & 1, code / 81 >> 1 & 1, code / 81 >> 2 & 1, code / 81 >> 3 & 1]
              where t.Sum() % 3 == 0 && f.Sum() % 2 == 0
              select LlState.Create(home, t, home, f)
            : from c in Orders() from e in Orders() where IsEven(c) == IsEven(e) select LlState.Create(c, none, e, none);
        return [.. states.Where(s => set.Fits(s)).DistinctBy(s => set.Look(s))];
    }

    private static IEnumerable<int[]> Orders() =>
        from a in Enumerable.Range(0, 4)
        from b in Enumerable.Range(0, 4)
        from c in Enumerable.Range(0, 4)
        where a != b && b != c && a != c
        select (int[])[a, b, c, 6 - a - b - c];

    private static bool IsEven(int[] order) =>
        (from i in Enumerable.Range(0, 4) from j in Enumerable.Range(0, i) where order[j] > order[i] select 1).Count() % 2 == 0;
}
