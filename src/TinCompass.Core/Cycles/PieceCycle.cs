using TinCompass.Core.Cube;

namespace TinCompass.Core.Cycles;

/// <summary>
/// Pieces that stand in each other's places, or one that is at home but turned: what belongs to the first place stands in the second, and
/// so on; what belongs to the last stands in the first.
/// </summary>
/// <param name="IsOfEdges">They are edges; else corners.</param>
/// <param name="Stickers">One sticker of each, as it goes from one to the next; those after the first as it makes them.</param>
/// <param name="Twist">
/// How the sticker of the last lies when it comes back to the first: 0 on the first again, else so many thirds clockwise further (edges: 1,
/// turned over).
/// </param>
public sealed record PieceCycle(bool IsOfEdges, IReadOnlyList<int> Stickers, int Twist)
{
    /// <summary>So many exchanges of two pieces make it.</summary>
    public int Exchanges => Stickers.Count - 1;

    /// <summary>All that are not home, edges before corners, each beginning with the place that comes first.</summary>
    public static IReadOnlyList<PieceCycle> Of(CubeState state)
    {
        var found = new List<PieceCycle>();
        Read(Pieces.EdgeFacelets, p => (int)state.EdgeAt((Edge)p), p => state.FlipAt((Edge)p));
        Read(Pieces.CornerFacelets, p => (int)state.CornerAt((Corner)p), p => state.TwistAt((Corner)p));
        return found;

        void Read(int[][] places, Func<int, int> pieceAt, Func<int, int> turnedAt)
        {
            var (seen, around) = (new bool[places.Length], places[0].Length);
            var standsAt = new int[places.Length];
            for (var p = 0; p < places.Length; p++) standsAt[pieceAt(p)] = p;
            for (var begin = 0; begin < places.Length; begin++)
            {
                if (seen[begin]) continue;
                var (stickers, at, turned) = (new List<int>(), begin, 0);
                do
                {
                    seen[at] = true;
                    stickers.Add(places[at][turned]);
                    at = standsAt[at];
                    turned = (turned + turnedAt(at)) % around;
                }
                while (at != begin);
                if (stickers.Count > 1 || turned != 0) found.Add(new PieceCycle(around == 2, stickers, turned));
            }
        }
    }

    /// <inheritdoc/>
    public override string ToString() => (Stickers.Count, Twist) switch
    {
        (1, _) => $"{Name(0)} {Turned}",
        (2, 0) => $"{Name(0)} ⇄ {Name(1)}",
        (_, 0) => string.Join(" → ", Stickers.Select(Cycles.Stickers.Name)),
        _ => $"{string.Join(" → ", Stickers.Select(Cycles.Stickers.Name))}, {Turned} once round",
    };

    private string Turned => IsOfEdges ? "turned over" : Twist == 1 ? "twisted clockwise" : "twisted anticlockwise";

    private string Name(int i) => Cycles.Stickers.Name(Stickers[i]);
}
