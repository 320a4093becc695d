using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;

namespace TinCompass.Core.Methods.Cmll;

/// <summary>
/// How the corners are told by what is in view: the top and two sides, front and right. First how they are turned (as where edges are up
/// already), then the fewest comparisons of two stickers that no other order of corners turned so shares; all sets of up to three are
/// tried, the easiest first: two of one side, then of top and side, then of two sides.
/// </summary>
public static class CmllGlances
{
    private static readonly ConcurrentDictionary<int, IReadOnlyList<LlGlance>> Known = new();

    // A sticker in view: its corner's place (from the front right, on around), its facelet there, and how it is called.
    private static readonly (int Place, Face Face, string Name)[] InView =
    [
        (1, Face.F, "front left"), (0, Face.F, "front right"), (0, Face.R, "right front"), (3, Face.R, "right back"),
        (0, Face.U, "top front right"), (1, Face.U, "top front left"), (2, Face.U, "top back left"), (3, Face.U, "top back right"),
    ];

    /// <summary>The glances that tell some corners from every other look.</summary>
    public static IReadOnlyList<LlGlance> Of(LlState corners)
    {
        // Which colours they are does not matter, only how they follow each other.
        var form = LlState.Quarters.Select(b => CmllCorners.Relabelled(corners, b)).MinBy(s => s.Code);
        return Known.GetOrAdd(form.Code, _ => Find(form));
    }

    /// <summary>In a sentence.</summary>
    public static string Say(LlState corners) => LlGlances.Say(Of(corners));

    /// <summary>What a comparison shows: one colour, opposite or neighbouring ones.</summary>
    public static string See(LlState corners, int one, int other)
    {
        int a = ColorAt(corners, InView[one].Place, InView[one].Face), b = ColorAt(corners, InView[other].Place, InView[other].Face);
        return ((a - b + 4) & 3) switch { 0 => "one colour", 2 => "opposite colours", _ => "neighbouring colours" };
    }

    private static IReadOnlyList<LlGlance> Find(LlState form)
    {
        var turned = LlGlances.Of(LlSet.Ocll, form);
        if (form.Orientation == 0 && turned.Count == 0) turned = [];
        var alike = CmllCases.States().Where(s => s.Orientation == form.Orientation
            && !LlState.Quarters.Any(b => CmllCorners.Relabelled(s, b).Code == form.Code)).ToArray();
        (int One, int Other, int Cost)[] pairs =
        [
            .. (from i in Enumerable.Range(0, InView.Length)
                from j in Enumerable.Range(i + 1, InView.Length - i - 1)
                where !IsTop(form, i) && !IsTop(form, j) && InView[i].Place != InView[j].Place
                select (i, j, CostOf(i, j))).OrderBy(p => p.Item3),
        ];
        // Every choice of up to three, the easiest first.
        var best = Choices(pairs).OrderBy(c => c.Sum(p => p.Cost)).ThenBy(c => c.Length)
            .FirstOrDefault(c => alike.All(other => c.Any(p => See(other, p.One, p.Other) != See(form, p.One, p.Other)))) ?? pairs;
        return [.. turned, .. best.Select(p =>
            new LlGlance($"{InView[p.One].Name} and {InView[p.Other].Name}", See(form, p.One, p.Other), p.Cost))];
    }

    private static IEnumerable<(int One, int Other, int Cost)[]> Choices((int One, int Other, int Cost)[] pairs)
    {
        yield return [];
        for (var i = 0; i < pairs.Length; i++)
        {
            yield return [pairs[i]];
            for (var j = i + 1; j < pairs.Length; j++)
            {
                yield return [pairs[i], pairs[j]];
                for (var k = j + 1; k < pairs.Length; k++) yield return [pairs[i], pairs[j], pairs[k]];
            }
        }
    }

    private static int CostOf(int one, int other) => InView[one].Face == InView[other].Face ? (InView[one].Face == Face.U ? 5 : 4)
        : InView[one].Face == Face.U || InView[other].Face == Face.U ? 7 : 6;

    private static bool IsTop(LlState corners, int sticker) => ColorAt(corners, InView[sticker].Place, InView[sticker].Face) < 0;

    /// <summary>The side (front 0, left 1, back 2, right 3) whose colour a sticker has; -1 for the top's.</summary>
    private static int ColorAt(LlState corners, int place, Face face)
    {
        var facelet = Facelet(place, face);
        var color = Pieces.CornerFaces[corners.CornerAt(place)][(facelet - corners.TwistAt(place) + 3) % 3];
        return color switch { Face.F => 0, Face.L => 1, Face.B => 2, Face.R => 3, _ => -1 };
    }

    private static int Facelet(int place, Face face)
    {
        for (var i = 0; i < 3; i++)
            if (Pieces.CornerFaces[place][i] == face) return i;
        throw new ArgumentException($"{face} is not at that corner", nameof(face));
    }
}
