using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;

namespace TinCompass.Core.Reduction;

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

    private static BigTurn[] Slice(Face follows, int quarters, int size) =>
    [
        BigTurn.Of(follows, 1, 1, 4 - quarters), BigTurn.Of(follows.Opposite(), 1, 1, quarters), BigTurn.Of(follows, 1, size, quarters),
    ];
}
