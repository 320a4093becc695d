using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.BigCubes;

/// <summary>Turns of a 3x3 made on a reduced cube: what was one middle layer is all layers between the outer ones.</summary>
public static class BigTurns
{
    /// <summary>
    /// One turn of the 3x3 on a cube of some size: an outer turn, a wide one up to the last layer but one, a rotation; a middle layer is
    /// two outer turns and a rotation.
    /// </summary>
    public static IReadOnlyList<BigTurn> Of(Turn turn, int size) => turn.Kind switch
    {
        TurnKind.Face => [BigTurn.Of(turn.Face, 1, 1, turn.Quarters)],
        TurnKind.Wide => [BigTurn.Of(turn.Face, 1, size - 1, turn.Quarters)],
        TurnKind.Rotation => [BigTurn.Of(turn.Letter switch { 'x' => Face.R, 'y' => Face.U, _ => Face.F }, 1, size, turn.Quarters)],
        // A middle layer one way is the cube that way and the two outer layers back: M is x' with R and L'.
        _ => Slice(turn.Letter switch { 'M' => Face.L, 'E' => Face.D, _ => Face.F }, turn.Quarters, size),
    };

    /// <summary>A whole sequence.</summary>
    public static IReadOnlyList<BigTurn> Of(IEnumerable<Turn> turns, int size) => [.. turns.SelectMany(t => Of(t, size))];

    /// <summary>How many turns are counted: all but rotations of the whole cube.</summary>
    public static int Count(IEnumerable<BigTurn> turns, int size) => turns.Count(t => !t.IsRotation(size));

    /// <summary>
    /// As two hands turn it, in turns of the 3x3: several outer layers as its wide turn, the middle layer of an odd cube as its middle
    /// layer, another inner layer as a wide turn and the outer layers back.
    /// </summary>
    public static IReadOnlyList<Turn> Gripped(IEnumerable<BigTurn> turns, int size) => [.. turns.SelectMany(t => Gripped(t, size))];

    private static IEnumerable<Turn> Gripped(BigTurn turn, int size)
    {
        // A layer beyond the middle is gripped from the other side.
        if (turn.From > 1 && 2 * turn.From > size + 1)
            turn = BigTurn.Of(turn.Face.Opposite(), size + 1 - turn.From, size + 1 - turn.From, 4 - turn.Quarters);
        var (face, back) = ((int)turn.Face, turn.Face is Face.D or Face.B or Face.L);
        // The letters are U D F B R L, the same two layers wide, M E S, x y z; a rotation follows U, F and R, a middle layer D, F and L.
        if (turn.IsRotation(size))
            return [Turn.FromLetter(turn.Axis switch { 0 => 16, 1 => 17, _ => 15 }, back ? -turn.Quarters : turn.Quarters)];
        if (turn.To == 1) return [Turn.FromLetter(face, turn.Quarters)];
        if (turn.From == 1) return [Turn.FromLetter(face + 6, turn.Quarters)];
        if (2 * turn.From != size + 1) return [Turn.FromLetter(face + 6, turn.Quarters), Turn.FromLetter(face, -turn.Quarters)];
        var follows = turn.Face is Face.L or Face.D or Face.F;
        return [Turn.FromLetter(turn.Axis switch { 0 => 13, 1 => 14, _ => 12 }, follows ? turn.Quarters : -turn.Quarters)];
    }

    private static BigTurn[] Slice(Face follows, int quarters, int size) =>
    [
        BigTurn.Of(follows, 1, 1, 4 - quarters), BigTurn.Of(follows.Opposite(), 1, 1, quarters), BigTurn.Of(follows, 1, size, quarters),
    ];
}
