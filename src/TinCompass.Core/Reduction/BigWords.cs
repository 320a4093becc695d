using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.Reduction;

/// <summary>What each turn of a centre or of joining edges does, told from the position before it and after it. Empty where it is a step on
/// the way that shows nothing by itself.</summary>
public static class BigWords
{
    /// <summary>Turn by turn, for the centre of one colour.</summary>
    public static IReadOnlyList<string> Centre(BigState state, IReadOnlyList<BigTurn> turns, Color color)
    {
        ArgumentNullException.ThrowIfNull(turns);
        var (said, now) = (new List<string>(), state);
        foreach (var turn in turns)
        {
            var after = now.Apply(turn);
            said.Add(Centre(now, after, color));
            now = after;
        }

        return said;
    }

    /// <summary>Turn by turn: which edges lie together then that did not before, and when the layers are back.</summary>
    public static IReadOnlyList<string> Edges(BigState state, IReadOnlyList<BigTurn> turns)
    {
        ArgumentNullException.ThrowIfNull(state);
        ArgumentNullException.ThrowIfNull(turns);
        var (said, now) = (new List<string>(), state);
        foreach (var turn in turns)
        {
            var after = now.Apply(turn);
            string[] joined = [.. ReducedCube.WholeEdges(after).Except(ReducedCube.WholeEdges(now))];
            string[] parts =
            [
                .. joined.Length > 0 ? [$"{Listed(joined)} together"] : Array.Empty<string>(),
                .. (ReducedCube.HasCentres(now), ReducedCube.HasCentres(after)) switch
                {
                    (true, false) => ["layers aside"],
                    (false, true) => ["layers back, the centres are whole"],
                    _ => Array.Empty<string>(),
                },
            ];
            said.Add(string.Join("; ", parts));
            now = after;
        }

        return said;
    }

    /// <summary>How two parts of an edge lie: "right: 2U joins them".</summary>
    public static string Lie(EdgeParts parts, int size)
    {
        ArgumentNullException.ThrowIfNull(parts);
        return parts.Lie switch
        {
            EdgeLie.Right => $"right{(parts.Slice is { Quarters: 2 } ? ", behind" : "")}: {parts.Slice!.Value.Written(size)} joins them",
            EdgeLie.Flipped => parts.Wing == parts.Other ? "flipped, beside each other" : "flipped: along each other, but no slice joins them",
            _ => "across: no slice goes through both",
        };
    }

    private static string Centre(BigState before, BigState after, Color color)
    {
        var (was, now) = (CentreShapes.Ready(before, color), CentreShapes.Ready(after, color));
        var (old, best) = (was.Count > 0 ? was[0].Shape : CentreShape.Apart, now.Count > 0 ? now[0].Shape : CentreShape.Apart);
        if (best == CentreShape.Whole)
            return old == CentreShape.Whole ? "" : was.Count > 1 ? $"joins {Both(old, was[1].Shape, before.Size)}: {color.Name()} is whole"
                : $"{color.Name()} is whole";
        if (best > old) return $"makes {CentreShapes.Name(best, before.Size)} on the {CentreShapes.Name(now[0].Face)}";
        if (best < old) return $"takes {CentreShapes.Name(old, before.Size)} apart for now";
        if (best == CentreShape.Apart) return "";
        // As much as before: is it more of them, or elsewhere?
        var (many, then) = (was.Count(r => r.Shape == best), now.Count(r => r.Shape == best));
        if (then > many) return $"makes {(many > 0 ? "another: " : "")}{CentreShapes.Name(best, before.Size)} on the "
            + CentreShapes.Name(now.First(r => r.Shape == best && !was.Contains(r)).Face);
        return then == many && now.Where(r => r.Shape == best && !was.Contains(r)).ToList() is [var moved]
            ? $"brings {CentreShapes.Name(best, before.Size)} to the {CentreShapes.Name(moved.Face)}" : "";
    }

    private static string Both(CentreShape one, CentreShape other, int size) => one != other
        ? $"{CentreShapes.Name(one, size)} and {CentreShapes.Name(other, size)}"
        : one == CentreShape.Two && size == 4 ? "two bars" : $"{CentreShapes.Name(one, size)} and another";

    private static string Listed(string[] names) => names.Length == 1 ? names[0]
        : $"{string.Join(", ", names[..^1])} and {names[^1]}";
}
