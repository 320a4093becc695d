namespace TinCompass.Core.Practice;

/// <summary>
/// Something that keeps going wrong: in how many of how many plans, what it cost on average (HTM), a sentence, and the drill that trains
/// it.
/// </summary>
public sealed record Weakness(int Times, int Of, double TurnsEach, string Words, string Drill)
{
    /// <summary>Less often than this is chance.</summary>
    public const int FewestTimes = 2;

    /// <summary>Those that are no chance and cost something, the dearest first.</summary>
    public static IReadOnlyList<Weakness> Worth(IEnumerable<Weakness> found) =>
        [.. found.Where(w => w.Times >= FewestTimes && w.TurnsEach > 0).OrderByDescending(w => w.Times * w.TurnsEach)];
}
