using TinCompass.Core.Cube;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>Which edges are home, however the cube is held: what the steps of edges first end with.</summary>
public static class EdgesHome
{
    private static readonly int[] Bases = [.. Faces.AllColors.Select(c => PieceSet.Where(f => f.Contains(c.AsFace())).Edges)];

    /// <summary>The edges that are home and not turned over, as bits by where they belong with white up and green in front.</summary>
    public static int Of(CubeState state) => PieceSet.Home(state).Edges;

    /// <summary>The edges of a base, as bits.</summary>
    public static int Base(Color color) => Bases[(int)color];

    /// <summary>The edges of the middle layer over a base, as bits.</summary>
    public static int Middle(Color color) => EdgeSet.Every & ~Base(color) & ~Base(color.Opposite());

    /// <summary>The cross on a base stands.</summary>
    public static bool HasCross(int home, Color color) => (home & Base(color)) == Base(color);

    /// <summary>So many edges of the middle layer are home.</summary>
    public static int MiddleCount(int home, Color color) => int.PopCount(home & Middle(color));

    /// <summary>The colours of some edges.</summary>
    public static IReadOnlyList<IReadOnlyList<Color>> Colors(int edges) => new PieceSet(edges, 0).Colors;

    /// <summary>Some edges as they are called: "green-red".</summary>
    public static IReadOnlyList<string> Names(int edges) => new PieceSet(edges, 0).Names;

    /// <summary>The edges of a set of bits.</summary>
    public static IEnumerable<int> Each(int edges) => Enumerable.Range(0, 12).Where(e => (edges >> e & 1) == 1);

    /// <summary>The cross has to stand before what comes after it.</summary>
    public static StageRefusal NoCross(Color color) =>
        new("cross-not-done", $"The {color.Name()} cross does not stand: edges first begins with it.");
}
