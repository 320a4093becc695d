using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>How many of the last three corners show the top's colour above.</summary>
public enum CornerLooks
{
    /// <summary>All three.</summary>
    AllUp,

    /// <summary>One.</summary>
    OneUp,

    /// <summary>None.</summary>
    NoneUp,
}

/// <summary>One of the 18 ways in which three corners of the top are left, the fourth, behind at the left, home.</summary>
/// <param name="Id">Which way they go home, and where the top's colour looks at URF, UBR and UFL: "cw-urf". Its stable name.</param>
/// <param name="Title">The same in words.</param>
/// <param name="Looks">Its family.</param>
/// <param name="Cycle">The cycle that brings them home.</param>
public sealed record CornerSeriesCase(string Id, string Title, CornerLooks Looks, ThreeCycle Cycle)
{
    /// <summary>The position, everything else solved, in the hold of the scramble.</summary>
    public CubeState Position => Cycle.Inverse.State;
}

/// <summary>The cases of the last three corners on top.</summary>
public static class CornerSeries
{
    // In this order they go clockwise, seen from above.
    private static readonly Corner[] Places = [Corner.UFL, Corner.UBR, Corner.URF];
    private static readonly Corner[] Told = [Corner.URF, Corner.UBR, Corner.UFL];

    private static readonly Lazy<IReadOnlyList<CornerSeriesCase>> Cases = new(() => [.. Every().OrderBy(c => c.Looks)
        .ThenByDescending(c => c.Id, StringComparer.Ordinal)]);

    /// <summary>Those with all tops up first.</summary>
    public static IReadOnlyList<CornerSeriesCase> All => Cases.Value;

    /// <summary>By its name; null when there is none.</summary>
    public static CornerSeriesCase? Find(string? id) => All.FirstOrDefault(c => c.Id == id);

    /// <summary>The case of a cycle of three corners of the top, the cube turned until the fourth is behind at the left.</summary>
    public static CornerSeriesCase Of(ThreeCycle cycle)
    {
        while (true)
        {
            var key = cycle.Key;
            if (All.FirstOrDefault(c => c.Cycle.Key == key) is { } found) return found;
            cycle = cycle.After(Turn.Of(Face.U, 1));
        }
    }

    private static IEnumerable<CornerSeriesCase> Every() =>
        from way in Enumerable.Range(0, 2)
        let isClockwise = way == 0
        from second in Enumerable.Range(0, 3)
        from third in Enumerable.Range(0, 3)
        let places = isClockwise ? Places : [Places[0], Places[2], Places[1]]
        select Of(isClockwise, new ThreeCycle(Pieces.CornerFacelets[(int)places[0]][0], Pieces.CornerFacelets[(int)places[1]][second],
            Pieces.CornerFacelets[(int)places[2]][third]));

    private static CornerSeriesCase Of(bool isClockwise, ThreeCycle cycle)
    {
        var letters = Facelets.Write(cycle.Inverse.State);
        Face[] looks = [.. Told.Select(p => (Face)(Pieces.CornerFacelets[(int)p].First(f => letters[f] == letters[4]) / 9))];
        return new CornerSeriesCase($"{(isClockwise ? "cw" : "ccw")}-{string.Concat(looks).ToLowerInvariant()}",
            $"{(isClockwise ? "clockwise" : "anti-clockwise")}; tops look {string.Join(", ", looks.Select(Word))}",
            looks.Count(f => f == Face.U) switch { 3 => CornerLooks.AllUp, 1 => CornerLooks.OneUp, _ => CornerLooks.NoneUp }, cycle);
    }

    private static string Word(Face face) => face switch
    {
        Face.U => "up",
        Face.F => "front",
        Face.R => "right",
        Face.L => "left",
        _ => "back",
    };

    /// <summary>A family as it is read.</summary>
    public static string Name(CornerLooks looks) => looks switch
    {
        CornerLooks.AllUp => "All tops up",
        CornerLooks.OneUp => "One top up",
        _ => "No top up",
    };
}
