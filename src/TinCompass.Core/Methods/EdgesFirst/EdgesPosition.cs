using TinCompass.Core.Cube;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>The steps of edges first.</summary>
public enum EdgesStep
{
    /// <summary>The cross on the base.</summary>
    Cross,

    /// <summary>Three edges of the middle layer.</summary>
    Middle,

    /// <summary>The four on top and the one of the working place.</summary>
    LastFive,

    /// <summary>All edges are home: eight corners.</summary>
    Corners,

    /// <summary>All is solved.</summary>
    Solved,
}

/// <summary>A position as one who solves edges first holds it.</summary>
/// <param name="Base">The base colour, down.</param>
/// <param name="Rotation">How the cube is turned over first: the base down, the working place front-right; none when it is so.</param>
/// <param name="Held">After that rotation.</param>
/// <param name="Set">Where its edges lie, named by where they belong in that hold.</param>
public sealed record EdgesPosition(Color Base, IReadOnlyList<Turn> Rotation, CubeState Held, EdgeSet Set)
{
    /// <summary>The four ways to hold a position with a base down, that in which it is held now first.</summary>
    public static IReadOnlyList<EdgesPosition> Holds(CubeState state, Color color)
    {
        var all = new List<EdgesPosition>();
        foreach (var hold in Hold.BringingDown(state.Hold.FaceOf(color)))
        {
            var held = state.Apply(hold.Rotation);
            all.Add(new EdgesPosition(color, hold.Rotation, held, EdgeSet.Of(held.AsHeld(), EdgeSet.Every)));
        }

        return [.. all.OrderBy(p => p.Rotation.Count)];
    }

    /// <summary>The step one is in, whatever the place that is left open.</summary>
    public EdgesStep Step => Home(EdgeSet.Base) < 4 ? EdgesStep.Cross
        : Home(EdgeSet.Middle) < 3 ? EdgesStep.Middle
        : Home(EdgeSet.Every) < 12 ? EdgesStep.LastFive
        : Held.IsSolved ? EdgesStep.Solved : EdgesStep.Corners;

    /// <summary>The seven edges are home beside which the working place front-right is left.</summary>
    public bool IsOpenInFront => Home(EdgeSet.Base | MiddleEdges.Edges) == 7;

    /// <summary>The colours of an edge by where it belongs.</summary>
    public IReadOnlyList<Color> Colors(Edge edge) => [.. Pieces.EdgeFaces[(int)edge].Select(Held.Hold.ColorAt)];

    /// <summary>An edge as it is called however the cube is held: "green-red".</summary>
    public string Named(Edge edge) => PieceSet.Name(Pieces.EdgeWith(Colors(edge)[0], Colors(edge)[1])!.Value);

    /// <summary>So many of these are home.</summary>
    public int Home(int edges) => Enumerable.Range(0, 12).Count(e => (edges >> e & 1) == 1 && Set.IsHome((Edge)e));
}
