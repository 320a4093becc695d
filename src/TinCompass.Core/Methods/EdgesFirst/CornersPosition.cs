using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>A position whose edges are all home, as it is held with the base down: corners are left, for cycles of three.</summary>
/// <param name="Base">The base colour.</param>
/// <param name="Rotation">How the cube is turned over first; none when it is so.</param>
/// <param name="Held">After that rotation.</param>
public sealed record CornersPosition(Color Base, IReadOnlyList<Turn> Rotation, CubeState Held)
{
    /// <summary>Reads it; null when edges are not home.</summary>
    public static CornersPosition? Of(CubeState position, Color color)
    {
        if (EdgesHome.Of(position) != EdgeSet.Every) return null;
        IReadOnlyList<Turn> rotation = position.Hold.ColorAt(Face.D) == color ? []
            : Hold.BringingDown(position.Hold.FaceOf(color))[0].Rotation;
        return new CornersPosition(color, rotation, position.Apply(rotation));
    }

    /// <summary>How it was held before that rotation.</summary>
    public Hold From { get; } = Rotation.Reverse().Aggregate(Held.Hold, (hold, turn) => hold.After(turn.Inverse));

    /// <summary>Its pieces named by where they belong as it is held.</summary>
    public CubeByCycles Cube => new(Held.AsHeld());

    /// <summary>The fewest cycles of three that are left.</summary>
    public int Cycles => CycleCount.OfCorners(Held.AsHeld())!.Value;

    /// <summary>A corner as it is called however the cube is held: "white-red-green".</summary>
    public string Named(Corner corner) => Colors(corner) is [var one, var two, var three]
        ? PieceSet.Name(KnownPieces.CornerWith(one, two, three)!.Value) : "";

    /// <summary>The colours of a corner by where it belongs.</summary>
    public IReadOnlyList<Color> Colors(Corner corner) => [.. Pieces.CornerFaces[(int)corner].Select(Held.Hold.ColorAt)];

    /// <summary>The place of a sticker of a corner.</summary>
    public static Corner PlaceOf(int sticker) => (Corner)Array.FindIndex(Pieces.CornerFacelets, p => p.Contains(sticker));

    /// <summary>The corners that a cycle brings home, each with where it lies before.</summary>
    public IReadOnlyList<CornerTravel> Homes(CycleChoice choice)
    {
        var state = Held.AsHeld();
        return [.. choice.Home.Select(PlaceOf).Select(c => new CornerTravel(c, Enumerable.Range(0, 8).Select(p => (Corner)p)
            .First(p => state.CornerAt(p) == c)))];
    }

    /// <summary>
    /// The best way of a cycle: the fewest turns of the form [S: [A, B]], of such the quickest for these hands.
    /// </summary>
    public static CycleWay Best(ThreeCycle cycle, HandModel hands, CancellationToken cancel = default) =>
        CycleFinder.Ranked(cycle, Metric.Htm, 0, hands, null, cancel)[0].Way;

    /// <summary>Turns of the plan that our course makes: cycle by cycle, each by its best way.</summary>
    public IReadOnlyList<(CycleChoice Choice, CycleWay Way)> Plan(HandModel hands, CancellationToken cancel = default) =>
        [.. Cube.Plan(edges: false).Select(c => (c, Best(c.Cycle, hands, cancel)))];

    /// <summary>What is left to do, in words.</summary>
    public string Stand
    {
        get
        {
            var (state, away) = (Held.AsHeld(), new List<Corner>());
            var turned = new List<Corner>();
            for (var p = 0; p < 8; p++)
                if (state.CornerAt((Corner)p) != (Corner)p) away.Add((Corner)p);
                else if (state.TwistAt((Corner)p) != 0) turned.Add((Corner)p);
            string[] said = [.. away.Count > 0 ? [$"{away.Count} corners are elsewhere"] : (string[])[],
                .. turned.Count > 0 ? [$"{Words.Join(turned.Select(Named))} {(turned.Count == 1 ? "lies" : "lie")} at home turned"]
                    : (string[])[]];
            return $"{Words.Capital(Words.Join(said))}: {(Cycles == 1 ? "one cycle" : $"{Cycles} cycles")} of three, no fewer.";
        }
    }
}
