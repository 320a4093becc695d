using System.Globalization;
using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>A case of the top's corners, both blocks standing: looks that turns of the top and names of sides make equal.</summary>
/// <param name="Id">Its stable name: its first look written out.</param>
/// <param name="Name">What one sees of it, held as <paramref name="View"/>.</param>
/// <param name="Family">Which corners look up.</param>
/// <param name="View">It, as it is held when it is named.</param>
/// <param name="Count">How many of the 648 looks are this case.</param>
public sealed record CmllCase(string Id, string Name, string Family, LlState View, int Count)
{
    /// <summary>Of how many looks.</summary>
    public const int Total = 648;

    /// <summary>The case in the mirror.</summary>
    public string MirrorId { get; internal init; } = "";

    /// <summary>The case that the sequences of this one, undone, solve.</summary>
    public string InverseId { get; internal init; } = "";

    /// <summary>Nothing is left to do but a turn of the top.</summary>
    public bool IsSolved => CmllCorners.IsDone(View);

    /// <summary>How likely it is: "1/27".</summary>
    public string Probability
    {
        get
        {
            var by = (int)System.Numerics.BigInteger.GreatestCommonDivisor(Count, Total);
            return string.Create(CultureInfo.InvariantCulture, $"{Count / by}/{Total / by}");
        }
    }
}

/// <summary>The 42 cases and the solved one, found by going through all 648 looks.</summary>
public static class CmllCases
{
    private static readonly Dictionary<int, (CmllCase Case, int Turns)> Looks = [];

    static CmllCases()
    {
        var (classes, seen) = (new List<(LlState View, LlState[] All)>(), new HashSet<int>());
        foreach (var state in States())
        {
            if (seen.Contains(state.Code)) continue;
            LlState[] all = [.. (from k in LlState.Quarters from b in LlState.Quarters
                select CmllCorners.Relabelled(CmllCorners.Turned(state, k), b)).DistinctBy(s => s.Code)];
            foreach (var one in all) seen.Add(one.Code);
            classes.Add((all.OrderBy(Rank).ThenBy(Written, StringComparer.Ordinal).First(), all));
        }

        CmllCase[] cases = [.. classes.Select(c =>
            new CmllCase($"cmll-{c.All.Min(Written)}", Name(c.View), Family(c.View), c.View, c.All.Length))
            .OrderBy(c => !c.IsSolved).ThenByDescending(c => Ups(c.View)).ThenBy(c => c.Family, StringComparer.Ordinal)
            .ThenBy(c => Exchange(c.View)).ThenBy(c => c.Id, StringComparer.Ordinal)];
        foreach (var c in cases)
            foreach (var k in LlState.Quarters.Reverse())
                foreach (var b in LlState.Quarters) Looks[CmllCorners.Turned(CmllCorners.Relabelled(c.View, b), -k).Code] = (c, k);
        All = [.. cases.Select(c => c with
        {
            MirrorId = Looks[CmllCorners.Look(c.View.Mirror()).Code].Case.Id,
            InverseId = Looks[CmllCorners.Look(c.View.Inverse()).Code].Case.Id,
        })];
        foreach (var (look, found) in Looks.ToArray()) Looks[look] = (All.First(c => c.Id == found.Case.Id), found.Turns);
    }

    /// <summary>All of them, the solved one first.</summary>
    public static IReadOnlyList<CmllCase> All { get; }

    /// <summary>A case by its name; null when there is none.</summary>
    public static CmllCase? Find(string? id) => All.FirstOrDefault(c => c.Id == id);

    /// <summary>The case of some corners, and by how many clockwise quarters of the top it comes to be seen as it is named.</summary>
    public static (CmllCase Case, int Turns) Of(LlState corners) => Looks[CmllCorners.Look(corners).Code];

    /// <summary>All 648 looks.</summary>
    public static IEnumerable<LlState> States() =>
        from order in LlSet.Cpll.States().Concat(Orders()).DistinctBy(s => s.CornerPlaces)
        from code in Enumerable.Range(0, 81)
        let t = (int[])[code % 3, code / 3 % 3, code / 9 % 3, code / 27 % 3]
        where t.Sum() % 3 == 0
        select LlState.Create([order.CornerAt(0), order.CornerAt(1), order.CornerAt(2), order.CornerAt(3)], t, [0, 1, 2, 3], [0, 0, 0, 0]);

    /// <summary>
    /// Which two corners would have to change places for all to follow each other round: 0 none, 1 two across, 2 to 5 two beside each other
    /// in front, left, behind, right.
    /// </summary>
    public static int Exchange(LlState corners)
    {
        if (Follow([corners.CornerAt(0), corners.CornerAt(1), corners.CornerAt(2), corners.CornerAt(3)])) return 0;
        for (var i = 0; i < 4; i++)
        {
            int[] order = [corners.CornerAt(0), corners.CornerAt(1), corners.CornerAt(2), corners.CornerAt(3)];
            (order[i], order[(i + 1) & 3]) = (order[(i + 1) & 3], order[i]);
            // Corners are counted around from the front right: the two at a side are that side's number and the next.
            if (Follow(order)) return 2 + i;
        }

        return 1;

        static bool Follow(int[] order) => Enumerable.Range(0, 4).All(i => ((order[(i + 1) & 3] - order[i]) & 3) == 1);
    }

    private static IEnumerable<LlState> Orders() =>
        from a in Enumerable.Range(0, 4)
        from b in Enumerable.Range(0, 4)
        from c in Enumerable.Range(0, 4)
        where a != b && b != c && a != c
        select LlState.Create([a, b, c, 6 - a - b - c], [0, 0, 0, 0], [0, 1, 2, 3], [0, 0, 0, 0]);

    private static int Ups(LlState state) => LlState.Quarters.Count(i => state.TwistAt(i) == 0);

    private static string Family(LlState view) => Ups(view) switch
    {
        4 => "all corners up",
        2 => "two corners up",
        1 => "one corner up",
        _ => "no corner up",
    };

    /// <summary>
    /// In which hold a case is named: as its corners are when they are turned up alone; then what changes places in front.
    /// </summary>
    private static (int, int) Rank(LlState look)
    {
        var oriented = LlCases.Of(LlSet.Ocll, CmllCorners.Look(look));
        return (oriented.Turns, Exchange(look));
    }

    private static string Name(LlState view)
    {
        var oriented = LlCases.Of(LlSet.Ocll, view).Case;
        var top = oriented.IsSolved ? "all up" : oriented.Name;
        return Exchange(view) switch
        {
            0 => oriented.IsSolved ? "solved" : $"{top}; corners in order",
            1 => $"{top}; two across exchanged",
            var side => $"{top}; two exchanged {Sides[side - 2]}",
        };
    }

    private static readonly string[] Sides = ["in front", "left", "behind", "right"];

    private static string Written(LlState look) => string.Concat(LlState.Quarters.Select(look.TwistAt)) + "-"
        + string.Concat(LlState.Quarters.Select(look.CornerAt));

    /// <summary>How often a case comes, in words.</summary>
    public static string HowOften(CmllCase c) => c.Probability.Split('/') is ["1", var of] ? $"once in {of}"
        : c.Probability.Replace("/", " times in ", StringComparison.Ordinal);
}
