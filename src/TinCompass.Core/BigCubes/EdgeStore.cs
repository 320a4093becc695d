using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// Joined edges stored: in the top and the bottom, where no slice between them reaches. There is room for eight.
/// </summary>
/// <param name="Whole">Edges that are joined.</param>
/// <param name="Stored">Those in the top and the bottom now.</param>
/// <param name="Turns">The fewest outer turns, three at most, after which the most lie there.</param>
/// <param name="After">How many then.</param>
public sealed record EdgeStore(int Whole, int Stored, IReadOnlyList<BigTurn> Turns, int After)
{
    private const int Most = 3;

    private static readonly int TopAndBottom = Enumerable.Range(0, 12)
        .Where(e => Pieces.EdgeFaces[e].Contains(Face.U) || Pieces.EdgeFaces[e].Contains(Face.D)).Sum(e => 1 << e);

    /// <summary>Those of a 4x4 or 5x5.</summary>
    public static EdgeStore Of(BigState state)
    {
        var whole = 0xFFF & ~EdgeState.Of(BigPieces.Of(state.Size), state).Free();
        var (stored, wanted) = (Stores(whole), Math.Min(8, BitOperations.PopCount((uint)whole)));
        var best = (Turns: Array.Empty<BigTurn>(), Stored: stored);
        var (seen, wave) = (new HashSet<int> { whole }, new List<(int Whole, BigTurn[] Turns)> { (whole, []) });
        for (var turns = 0; turns < Most && best.Stored < wanted; turns++)
        {
            wave =
            [
                .. from at in wave
                   from turn in EdgeMoves.Of(state.Size).Outer
                   let next = Moved(at.Whole, turn)
                   where seen.Add(next)
                   select (next, (BigTurn[])[.. at.Turns, turn.Turns[0]]),
            ];
            foreach (var (next, made) in wave)
                if (Stores(next) is var now && now > best.Stored) best = (made, now);
        }

        return new EdgeStore(BitOperations.PopCount((uint)whole), stored, best.Turns, best.Stored);
    }

    private static int Stores(int places) => BitOperations.PopCount((uint)(places & TopAndBottom));

    /// <summary>Where edges at places, as bits, are after an outer turn.</summary>
    private static int Moved(int places, EdgeMove turn)
    {
        var after = 0;
        for (var e = 0; e < 12; e++) after |= ((places >> (turn.Wings[2 * e] / 2)) & 1) << e;
        return after;
    }
}
