using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>
/// One cross edge as it stands: its side colour, place, the face its base sticker looks to, whether it is good (<paramref
/// name="TurnsToBase"/>:
/// turns to the base layer right way up, 0 or 1 good), its own distance in HTM, and, when it is in the base layer right way up, the quarter
/// turns of D that would bring it home (<paramref name="Offset"/>) and the edges it stands right relative to.
/// </summary>
public sealed record CrossEdgeReport(
    Color Base, Color Side, Edge Place, Face BaseStickerOn, EdgeStand Stand, int TurnsToBase, int Distance, int? Offset,
        IReadOnlyList<Color> RightWith)
{
    /// <summary>Good: at most one turn from the base layer, right way up.</summary>
    public bool IsNear => TurnsToBase <= 1;

    /// <summary>The four edges of a position, in the order front, right, back, left of where they belong.</summary>
    public static IReadOnlyList<CrossEdgeReport> Of(CrossPosition position)
    {
        var offsets = Enumerable.Range(0, 4).Select(e => CrossEdges.Offset(e, position.StateOf(e))).ToArray();
        return [.. Enumerable.Range(0, 4).Select(edge =>
        {
            var state = position.StateOf(edge);
            return new CrossEdgeReport(
                position.Color, position.SideOf(edge), EdgeStickers.Place(state), EdgeStickers.FaceOf(state), CrossEdges.Stand(edge, state),
                CrossEdges.TurnsToBase(state), CrossEdges.Distance(edge, state), offsets[edge],
                [.. Enumerable.Range(0, 4).Where(o => o != edge && offsets[edge] is { } mine && offsets[o] == mine)
                    .Select(position.SideOf)]);
        })];
    }
}
