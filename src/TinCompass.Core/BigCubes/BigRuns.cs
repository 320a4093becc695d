using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// Turns that follow each other on one axis: they commute, so that what they do together is how far each layer is turned.
/// </summary>
public static class BigRuns
{
    /// <summary>
    /// May follow the turns so far without being those in another order: on another axis, or later in the order of its axis.
    /// </summary>
    public static bool IsInOrder(IReadOnlyList<BigTurn> made, BigTurn turn) => made.Count == 0 || made[^1].Axis != turn.Axis
        || (made[^1].From, made[^1].To, (int)made[^1].Face).CompareTo((turn.From, turn.To, (int)turn.Face)) < 0;

    /// <summary>Equal for sequences that turn the same layers as far, axis after axis.</summary>
    public static string Key(IReadOnlyList<BigTurn> turns, int size) =>
        string.Join(' ', Of(turns).Select(run => $"{run[0].Axis}:{string.Join("", Layers(run, size))}"));

    /// <summary>
    /// The same turns with those that meet on one axis put together: what cancels is gone, and no run has more turns than it needs.
    /// </summary>
    public static IReadOnlyList<BigTurn> Merged(IReadOnlyList<BigTurn> turns, int size)
    {
        while (true)
        {
            BigTurn[] next = [.. Of(turns).SelectMany(run => run.Count == 1 ? run : Fewest(run, size))];
            if (next.Length == turns.Count) return next;
            turns = next;
        }
    }

    /// <summary>The turns of one axis in a row, axis after axis.</summary>
    public static IReadOnlyList<IReadOnlyList<BigTurn>> Of(IReadOnlyList<BigTurn> turns)
    {
        var runs = new List<List<BigTurn>>();
        foreach (var turn in turns)
            if (runs.Count > 0 && runs[^1][0].Axis == turn.Axis) runs[^1].Add(turn);
            else runs.Add([turn]);
        return runs;
    }

    /// <summary>Quarters of each layer, from the side of U, F or R inwards and through, clockwise as seen from there.</summary>
    private static int[] Layers(IEnumerable<BigTurn> run, int size)
    {
        var layers = new int[size];
        foreach (var turn in run)
            for (var layer = turn.From; layer <= turn.To; layer++)
            {
                var isNear = turn.Face is Face.U or Face.F or Face.R;
                var at = isNear ? layer - 1 : size - layer;
                layers[at] = (layers[at] + (isNear ? turn.Quarters : 4 - turn.Quarters)) % 4;
            }

        return layers;
    }

    private static List<BigTurn> Fewest(IReadOnlyList<BigTurn> run, int size)
    {
        // Turns of one kind go together first; then, if that is fewer, those that one or two other turns of the axis replace.
        var merged = run.GroupBy(t => (t.Face, t.From, t.To)).Select(g => (g.Key, Quarters: g.Sum(t => t.Quarters) % 4))
            .Where(g => g.Quarters != 0).Select(g => BigTurn.Of(g.Key.Face, g.Key.From, g.Key.To, g.Quarters)).ToList();
        var wanted = Layers(run, size);
        if (merged.Count < 2) return merged;
        var (front, back) = ((Face)(2 * run[0].Axis), (Face)((2 * run[0].Axis) + 1));
        BigTurn[] kinds = [.. new[] { front, back }.SelectMany(f => Enumerable.Range(1, size / 2).SelectMany(layer =>
            Enumerable.Range(1, 3).SelectMany(q => layer == 1 ? [BigTurn.Of(f, 1, 1, q)]
                : new[] { BigTurn.Of(f, 1, layer, q), BigTurn.Of(f, layer, layer, q) })))];
        foreach (var one in kinds)
            if (Layers([one], size).SequenceEqual(wanted)) return [one];
        if (merged.Count == 2) return merged;
        foreach (var one in kinds)
            foreach (var other in kinds)
                if (Layers([one, other], size).SequenceEqual(wanted)) return [one, other];
        return merged;
    }
}
