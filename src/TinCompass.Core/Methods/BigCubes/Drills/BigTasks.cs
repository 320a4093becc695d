using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Practice;

namespace TinCompass.Core.Methods.BigCubes.Drills;

/// <summary>Random positions of bigger cubes for tasks.</summary>
internal static class BigTasks
{
    private const int Mixed = 20, Tries = 400;

    /// <summary>A cube scrambled by random turns.</summary>
    public static BigState Scrambled(int size, Random random) => BigState.Solved(size).Apply(BigScrambles.Draw(size, random.Next));

    /// <summary>A colour of those that the solver plans for.</summary>
    public static Color Color(DrillWish wish, Random random) => wish.Colors[random.Next(wish.Colors.Count)];

    /// <summary>A cube whose centres stand, its edges mixed by slices with edges turned in.</summary>
    public static BigState Centred(int size, Random random)
    {
        var moves = EdgeMoves.Of(size);
        var turns = new List<BigTurn>();
        for (var i = 0; i < Mixed; i++)
        {
            turns.AddRange(moves.Setups[random.Next(moves.Setups.Length)].Turns);
            turns.AddRange(moves.Short[random.Next(moves.Short.Length)].Turns);
        }

        return BigState.Solved(size).Apply(Parity(size, random, Face.U)).Apply(turns);
    }

    /// <summary>A cube all of whose edges are joined, corners and edges mixed by outer turns.</summary>
    public static BigState Joined(int size, Random random) => BigState.Solved(size).Apply(
        Enumerable.Range(0, Mixed).Select(_ => BigTurn.Of((Face)random.Next(6), 1, 1, 1 + random.Next(3))));

    /// <summary>
    /// A cube whose centres stand and all of whose edges are joined but so many, its wings out of place by an odd number of exchanges or
    /// not.
    /// </summary>
    public static BigState Apart(int size, int edges, bool isOdd, Random random)
    {
        var moves = EdgeMoves.Of(size);
        for (var i = 0; i < Tries; i++)
        {
            var state = Joined(size, random);
            for (var step = 0; step <= edges; step++)
            {
                if (Parities.IsOdd(state) != isOdd) state = state.Apply(Exchange(state, random));
                if (12 - ReducedCube.WholeEdges(state).Count == edges && Parities.IsOdd(state) == isOdd) return state;
                state = state.Apply(moves.Setups[random.Next(moves.Setups.Length)].Turns)
                    .Apply(moves.Careful[random.Next(moves.Careful.Length)].Turns);
            }
        }

        throw new InvalidOperationException($"no position with {edges} edges apart was found");
    }

    /// <summary>The wings of one edge exchanged, of one that is apart where some are.</summary>
    private static IReadOnlyList<BigTurn> Exchange(BigState state, Random random)
    {
        var all = Parities.Of(state.Size).Exchanges;
        var free = EdgeState.Of(BigPieces.Of(state.Size), state).Free();
        var some = all.Where(m => (m.Breaks & ~free) == 0).ToArray();
        return (some.Length > 0 ? some : all)[random.Next(some.Length > 0 ? some.Length : all.Length)].Turns;
    }

    /// <summary>Perhaps the wings of one edge exchanged.</summary>
    private static IEnumerable<BigTurn> Parity(int size, Random random, Face face) =>
        random.Next(2) == 0 ? [] : Parities.Of(size).Exchanges[(int)face].Turns;
}
