using System.Collections.Concurrent;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;

namespace TinCompass.Core.BigCubes;

/// <summary>
/// What a 3x3 does not know. Two wings exchanged: on a 4x4 one joined edge is turned over, on a 5x5 the wings of one edge lie the other way
/// round than its middle; that is so when the wings are out of place by an odd number of exchanges, which every quarter turn of inner
/// layers by themselves changes. Two joined edges exchanged: on a 4x4 alone, whose centres do not tell. What the two sequences do is held
/// against the simulator in tests, piece by piece.
/// </summary>
public sealed class Parities
{
    /// <summary>
    /// Two wings exchanged, those of the edge at the front of the top; nothing else moves. 15 turns, inner layers and half turns.
    /// </summary>
    public const string OneEdge = "2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2";

    /// <summary>
    /// Of a 4x4 the edges at the front and back of the top exchanged, their wings with them; nothing else moves. 6 turns.
    /// </summary>
    public const string TwoEdges = "2U2 2R2 Uw2 2R2 U2 2R2";

    private static readonly ConcurrentDictionary<int, Parities> Sizes = new();

    private Parities(int size) =>
        Exchanges = [.. InEachHold(OneEdge, size).Select(t => new EdgeMove(BigPieces.Of(size), t))];

    /// <summary>The wings of one edge exchanged, in each of the 24 holds.</summary>
    internal EdgeMove[] Exchanges { get; }

    /// <summary>Those of a size, 4 or 5.</summary>
    public static Parities Of(int size) => Sizes.GetOrAdd(size, s => new Parities(s));

    /// <summary>
    /// The wings are out of place by an odd number of exchanges: known at any time, and as it is when the centres stand, for joining edges
    /// by a slice and the slice back does not change it.
    /// </summary>
    public static bool IsOdd(BigState state) => EdgeState.Of(BigPieces.Of(state.Size), state).IsOdd;

    /// <summary>How many wings each ring has in which wings go round to come home; a ring of n is n − 1 exchanges.</summary>
    public static IReadOnlyList<int> Rings(BigState state) => EdgeState.Of(BigPieces.Of(state.Size), state).Rings();

    /// <summary>How many quarter turns of a layer that holds wings, and is no outer one, a turn is.</summary>
    internal static int Inner(BigTurn turn, int size) =>
        new[] { 2, size - 1 }.Count(layer => turn.From <= layer && layer <= turn.To) * (turn.Quarters == 2 ? 2 : 1);

    private static IReadOnlyList<IReadOnlyList<BigTurn>> InEachHold(string text, int size)
    {
        var turns = BigNotation.Parse(text, size);
        return [.. Hold.All.Select(h => (BigTurn[])[.. turns.Select(t =>
            BigTurn.Of((Face)(int)h.ColorAt(t.Face), t.From, t.To, t.Quarters))])];
    }
}
