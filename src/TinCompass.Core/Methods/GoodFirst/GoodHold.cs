using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.GoodFirst;

/// <summary>
/// A position held with its base down: in front and behind lie the two faces whose quarter turns turn edges over. An edge is good when
/// turns of the other four bring it home as it should be.
/// </summary>
/// <param name="Rotation">From the hold of the position.</param>
/// <param name="Held">After it.</param>
public sealed record GoodHold(IReadOnlyList<Turn> Rotation, CubeState Held)
{
    /// <summary>Its pieces named by where they belong in that hold.</summary>
    public CubeState Named { get; } = Held.AsHeld();

    /// <summary>The places of the bad edges, as bits.</summary>
    public int Bad => BadEdges.Of(Named);

    /// <summary>So many are bad.</summary>
    public int Count => BitOperations.PopCount((uint)Bad);

    /// <summary>The bad edges by their colours, place by place.</summary>
    public IReadOnlyList<string> BadNames
    {
        get
        {
            var (bad, named) = (Bad, Named);
            return [.. Enumerable.Range(0, 12).Where(p => (bad >> p & 1) == 1)
                .Select(p => string.Join('-', GoodNotes.Colors(Held, named.EdgeAt((Edge)p)).Select(c => c.Name())))];
        }
    }

    /// <summary>The edges of the base in front and behind are home: the line.</summary>
    public bool HasLine => IsHome(Edge.DF) && IsHome(Edge.DB);

    /// <summary>All four edges of the base are home.</summary>
    public bool HasCross => HasLine && IsHome(Edge.DR) && IsHome(Edge.DL);

    /// <summary>No edge is bad, and the line stands.</summary>
    public bool Stands => Bad == 0 && HasLine;

    /// <summary>The two faces whose quarter turns turn edges over, by their colours: "green and blue", whichever is in front.</summary>
    public string Sides => Words.Join(new[] { Held.Hold.ColorAt(Face.F), Held.Hold.ColorAt(Face.B) }.Order().Select(c => c.Name()));

    /// <summary>A place as the cube is held: the edge that is home there.</summary>
    public bool IsHome(Edge place) => Named.EdgeAt(place) == place && Named.FlipAt(place) == 0;

    /// <summary>Where the edge lies that belongs at a place.</summary>
    public Edge PlaceOf(Edge home) => Enum.GetValues<Edge>().First(place => Named.EdgeAt(place) == home);

    /// <summary>
    /// Every way to hold it with a base down; as it is held first, where the base is down, then with the fewest rotations.
    /// </summary>
    public static IReadOnlyList<GoodHold> Of(CubeState position, Color color) =>
        [.. Hold.BringingDown(position.Hold.FaceOf(color)).Select(h => new GoodHold(h.Rotation, position.Apply(h.Rotation)))
            .OrderBy(h => h.Rotation.Count)];

    /// <summary>The first hold in which no edge is bad and the line stands; null where there is none.</summary>
    public static GoodHold? Standing(CubeState position, Color color, bool withCross = false) =>
        Of(position, color).FirstOrDefault(h => h.Stands && (!withCross || h.HasCross));
}
