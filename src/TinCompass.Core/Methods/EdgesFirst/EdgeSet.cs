using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.EdgesFirst;

/// <summary>
/// Where edges lie, the corners left out of account: for each of twelve five bits with where its reference facelet is (see
/// <see cref="EdgeStickers"/>); those that are not looked at are 31. The base is down and every edge is named by where it belongs then.
/// </summary>
/// <param name="Key">Sixty bits.</param>
public readonly record struct EdgeSet(ulong Key)
{
    /// <summary>The edges of the base, of the middle layer, of the top, as bits.</summary>
    public const int Base = 0b0000_1111_0000, Top = 0b0000_0000_1111, Middle = 0b1111_0000_0000, Every = 0b1111_1111_1111;

    private const int Away = 31;

    /// <summary>All of these at home.</summary>
    public static EdgeSet Home(int edges) => Make(edges, e => 2 * e);

    /// <summary>How these lie in a position whose pieces are named by where they belong, see <see cref="EdgesPosition"/>.</summary>
    public static EdgeSet Of(CubeState held, int edges)
    {
        Span<byte> lies = stackalloc byte[12];
        for (var p = 0; p < 12; p++) lies[(int)held.EdgeAt((Edge)p)] = (byte)((2 * p) + held.FlipAt((Edge)p));
        var key = 0UL;
        for (var e = 11; e >= 0; e--) key = (key << 5) | ((edges >> e & 1) == 1 ? lies[e] : (ulong)Away);
        return new EdgeSet(key);
    }

    /// <summary>Where an edge's reference facelet lies.</summary>
    public int this[Edge edge] => (int)(Key >> (5 * (int)edge)) & Away;

    /// <summary>An edge is at home, and not turned over.</summary>
    public bool IsHome(Edge edge) => this[edge] == 2 * (int)edge;

    /// <summary>Only some of them.</summary>
    public EdgeSet Only(int edges)
    {
        var all = this;
        return Make(edges, e => all[(Edge)e]);
    }

    /// <summary>After a turn of a face.</summary>
    public EdgeSet After(int turn)
    {
        var moves = EdgeStickers.Moves.Slice(turn * EdgeStickers.Count, EdgeStickers.Count);
        var key = 0UL;
        for (var at = 0; at < 60; at += 5)
        {
            var lies = (int)(Key >> at) & Away;
            key |= (lies == Away ? Away : (ulong)moves[lies]) << at;
        }

        return new EdgeSet(key);
    }

    /// <summary>After turns of faces.</summary>
    public EdgeSet After(IEnumerable<Turn> turns) => turns.Aggregate(this, (set, turn) => set.After(turn.Index));

    private static EdgeSet Make(int edges, Func<int, int> lies)
    {
        var key = 0UL;
        for (var e = 11; e >= 0; e--) key = (key << 5) | ((edges >> e & 1) == 1 ? (ulong)lies(e) : Away);
        return new EdgeSet(key);
    }
}
