using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.EdgesFirst.Drills;

/// <summary>What the drills of edges first have in common: positions of each step, as chance has them.</summary>
internal static class EdgesTasks
{
    private const int Mixing = 16;

    /// <summary>Usual hands: verdicts do not depend on whose they are.</summary>
    public static HandModel Usual { get; } = new(HandPreferences.Usual);

    /// <summary>A solved cube with one of the solver's colours down.</summary>
    public static CubeState Solved(DrillWish wish, Random random) => CubeState.Solved.Apply(
        Hold.BringingDown((Face)wish.Colors[random.Next(wish.Colors.Count)])[random.Next(4)].Rotation);

    /// <summary>The cross stands, everything else is as chance has it.</summary>
    public static EdgesPosition WithCross(DrillWish wish, Random random) => Position(Mixed(Solved(wish, random), random,
        MiddleEdges.Series));

    /// <summary>All but the last five edges are home, these and the corners as chance has them.</summary>
    public static EdgesPosition WithLastFive(DrillWish wish, Random random) =>
        Position(Mixed(Solved(wish, random), random, LastThree.Series));

    /// <summary>All edges are home, the corners as chance has them.</summary>
    public static CubeState WithCorners(DrillWish wish, Random random)
    {
        var five = WithLastFive(wish, random);
        return five.Held.Apply(LastFive.Usual.Way(five.Set).SelectMany(s => s.Turns));
    }

    /// <summary>The last five edges as they are given, the corners as chance has them.</summary>
    public static EdgesPosition With(EdgeSet edges, DrillWish wish, Random random) => Position(WithCorners(wish, random)
        .Apply(LastFive.Usual.Way(edges).SelectMany(s => s.Turns).Reverse().Select(t => t.Inverse)));

    /// <summary>One cycle of three corners from solved.</summary>
    public static CubeState Before(ThreeCycle cycle, DrillWish wish, Random random) =>
        Solved(wish, random).Apply(Way(cycle).Turns.Reverse().Select(t => t.Inverse));

    /// <summary>The best way of a cycle.</summary>
    public static CycleWay Way(ThreeCycle cycle) => CornersPosition.Best(cycle, Usual);

    /// <summary>A cycle of three corners as chance has it; of the top alone if asked.</summary>
    public static ThreeCycle Cycle(Random random, bool onTop)
    {
        int[] places = [.. Enumerable.Range(0, 8).Where(c => !onTop || Pieces.CornerFaces[c].Contains(Face.U))];
        random.Shuffle(places);
        int Sticker(int at) => Pieces.CornerFacelets[places[at]][random.Next(3)];
        return new ThreeCycle(Sticker(0), Sticker(1), Sticker(2));
    }

    /// <summary>The position of a task, as it is held.</summary>
    public static EdgesPosition Read(DrillTask task) => Position(task.Held);

    private static EdgesPosition Position(CubeState held) => EdgesPosition.Holds(held, held.Hold.ColorAt(Face.D))[0];

    private static CubeState Mixed(CubeState state, Random random, IReadOnlyList<EdgeSeries> series)
    {
        for (var i = 0; i < Mixing; i++)
        {
            if (random.Next(4) is > 0 and var quarters) state = state.Apply(Turn.Of(Face.U, quarters));
            state = state.Apply(series[random.Next(series.Count)].Turns);
        }

        return state;
    }
}
