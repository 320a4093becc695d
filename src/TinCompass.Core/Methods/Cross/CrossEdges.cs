using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>Where a cross edge can be: the 24 states of an edge, sorted as a solver sees them with the base held down.</summary>
public enum EdgeStand
{
    /// <summary>In the base layer, beside its own centre, right way up.</summary>
    Home,

    /// <summary>In the base layer, right way up, elsewhere: three states.</summary>
    BaseElsewhere,

    /// <summary>In the base layer, flipped: four states.</summary>
    BaseFlipped,

    /// <summary>In the middle layer: eight states.</summary>
    Middle,

    /// <summary>In the top layer with the base colour up: four states.</summary>
    TopBaseUp,

    /// <summary>In the top layer with the base colour on the side: four states.</summary>
    TopFlipped,
}

/// <summary>
/// The facts about one cross edge in each of its 24 states, all other pieces ignored. Computed breadth first at start; nothing is typed in.
/// </summary>
public static class CrossEdges
{
    private static readonly byte[] TurnsToBaseOf = Spread(Enumerable.Range(0, EdgeStickers.Count).Where(IsPlaced));
    private static readonly byte[][] DistanceOf = [.. CrossTable.Places.Select(p => Spread([EdgeStickers.State(p, 0)]))];
    private static readonly sbyte[][] OffsetOf = [.. Enumerable.Range(0, 4).Select(BuildOffsets)];

    /// <summary>True when the edge is in the base layer, right way up.</summary>
    public static bool IsPlaced(int state) => EdgeStickers.FaceOf(state) == Face.D;

    /// <summary>
    /// The least number of turns that brings the edge into the base layer right way up (0..2). 0 and 1 are good, 2 is bad.
    /// </summary>
    public static int TurnsToBase(int state) => TurnsToBaseOf[state];

    /// <summary>Good: at most one turn from the base layer, right way up.</summary>
    public static bool IsNear(int state) => TurnsToBaseOf[state] <= 1;

    /// <summary>Least HTM that brings edge 0..3 (belonging in front, right, back, left) home, alone.</summary>
    public static int Distance(int edge, int state) => DistanceOf[edge][state];

    /// <summary>
    /// For an edge in the base layer right way up: the clockwise quarter turns of D that would bring it home (0, 1, 2, or −1).
    /// Edges with one offset are right relative to each other. Null for an edge that is elsewhere.
    /// </summary>
    public static int? Offset(int edge, int state) => OffsetOf[edge][state] is var o && o == sbyte.MaxValue ? null : o;

    /// <summary>Where edge 0..3 stands.</summary>
    public static EdgeStand Stand(int edge, int state)
    {
        var faces = Pieces.EdgeFaces[state >> 1];
        var sticker = EdgeStickers.FaceOf(state);
        if (faces[0] == Face.D) return sticker != Face.D ? EdgeStand.BaseFlipped : Distance(edge, state) == 0 ? EdgeStand.Home
            : EdgeStand.BaseElsewhere;
        if (faces[0] == Face.U) return sticker == Face.U ? EdgeStand.TopBaseUp : EdgeStand.TopFlipped;
        return EdgeStand.Middle;
    }

    /// <summary>
    /// The base place that edge 0..3 must fill now, when D still has to turn by <paramref name="offset"/> quarters (−1..2).
    /// </summary>
    internal static Edge GapFor(int edge, int offset) => Gaps[(edge * 4) + (offset & 3)];

    /// <summary>The place in the top layer above a place of the base layer.</summary>
    internal static Edge Above(Edge basePlace) => Tops[(int)basePlace];

    private static readonly Edge[] Tops = [.. Enum.GetNames<Edge>()
        .Select(name => Enum.TryParse<Edge>("U" + name[1..], out var above) ? above : default)];

    private static readonly Edge[] Gaps = [.. Enumerable.Range(0, 16).Select(i => BuildGap(i / 4, i % 4))];

    private static Edge BuildGap(int edge, int offset)
    {
        var state = EdgeStickers.State(CrossTable.Places[edge], 0);
        for (var q = offset; q is > 0 and < 4; q++) state = EdgeStickers.Moves[(Turn.Of(Face.D, 1).Index * EdgeStickers.Count) + state];
        return EdgeStickers.Place(state);
    }

    private static byte[] Spread(IEnumerable<int> goals) => DistanceTable.Build(default(OneSticker), [.. goals]);

    /// <summary>One sticker of one edge, all other pieces ignored.</summary>
    private struct OneSticker : ITurnSpace
    {
        private int state;

        public readonly int Size => EdgeStickers.Count;

        public readonly int Positions => EdgeStickers.Count;

        public readonly int Turns => Turn.FaceTurnCount;

        public void Leave(int index) => state = index;

        public readonly int After(int turn) => EdgeStickers.Moves[(turn * EdgeStickers.Count) + state];
    }

    private static sbyte[] BuildOffsets(int edge)
    {
        var offsets = new sbyte[EdgeStickers.Count];
        Array.Fill(offsets, sbyte.MaxValue);
        var home = EdgeStickers.State(CrossTable.Places[edge], 0);
        offsets[home] = 0;
        for (var quarters = 1; quarters <= 3; quarters++)
        {
            // The state from which this many quarters lead home is where the inverse turn leads from home.
            var turn = Turn.Of(Face.D, quarters).Inverse;
            offsets[EdgeStickers.Moves[(turn.Index * EdgeStickers.Count) + home]] = (sbyte)(quarters == 3 ? -1 : quarters);
        }

        return offsets;
    }
}
