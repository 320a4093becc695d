using TinCompass.Core.Cube;
using TinCompass.Core.Methods.SixEdges;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.SixEdges;

public class SixEdgesTests
{
    private static readonly Lazy<SixEdgesTable> Table = new(() => StageKit.Shelf.Get(SixEdgesTable.Kind));

    /// <summary>The exact figures, computed by two independent programs: 184 320 positions, at most 11, 16 and 20 turns.</summary>
    [Fact]
    public void Every_position_is_reached_and_no_step_takes_more_than_it_may()
    {
        Assert.Equal((184_320, 11), Of(Table.Value.Orient));
        Assert.Equal((184_320, 16), Of(Table.Value.LeftRight));
        Assert.Equal((184_320, 20), Of(Table.Value.All));

        static (int Positions, int Most) Of(ReadOnlySpan<byte> distances)
        {
            var known = distances.ToArray().Where(d => d != DistanceTable.Unreached).ToArray();
            return (known.Length, known.Max());
        }
    }

    /// <summary>
    /// All positions: each table's solution, applied on the plain cube, reaches its goal in as many turns and not before.
    /// </summary>
    [Fact]
    public void Every_solution_of_every_table_reaches_its_goal_on_the_plain_cube()
    {
        var random = new Random(PlainSeed.Today);
        var (cube, state) = (PlainCube.Solved, CubeState.Solved);
        for (var i = 0; i < 4_000; i++)
        {
            for (var t = 0; t < 3; t++)
            {
                var turn = SixEdgesTable.Turns[random.Next(SixEdgesTable.Turns.Count)];
                (cube, state) = (cube.Turn(turn.ToString()), state.Apply(turn));
            }

            Assert.True(SixEdgesPosition.TryRead(state, out var read, out _));
            Assert.Empty(read!.Rotation);
            Check(Table.Value.Orient[read.Index], Table.Value.Shortest(read.Index, Table.Value.Orient)[0], IsOriented);
            Check(Table.Value.LeftRight[read.Index], Table.Value.Shortest(read.Index, Table.Value.LeftRight)[0], AreSidesHome);
            Check(Table.Value.All[read.Index], Table.Value.Shortest(read.Index, Table.Value.All)[^1], IsSolved);
        }

        void Check(int length, IReadOnlyList<Turn> turns, Func<PlainCube, bool> isGoal)
        {
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(state)} {string.Join(' ', turns)}";
            Assert.Equal(length, turns.Count);
            var now = cube;
            for (var t = 0; t <= turns.Count; t++)
            {
                Assert.True(isGoal(now) == (t == turns.Count), about);
                if (t < turns.Count) now = now.Turn(turns[t].ToString());
            }
        }
    }

    /// <summary>
    /// Exhaustively: from each position one turn less is left after each first turn of a solution, and none leads nearer.
    /// </summary>
    [Fact]
    public void Distances_of_neighbours_differ_by_one_at_most_and_some_neighbour_is_nearer()
    {
        var (queue, seen) = (new Queue<CubeState>([CubeState.Solved]), new HashSet<int>());
        while (queue.TryDequeue(out var state))
        {
            var here = SixEdgesIndex.IndexOf(state, out _)!.Value;
            if (!seen.Add(here)) continue;
            var next = SixEdgesTable.Turns.Select(t => state.Apply(t)).ToArray();
            var indices = next.Select(n => SixEdgesIndex.IndexOf(n, out _)!.Value).ToArray();
            Check(Table.Value.Orient, here, indices);
            Check(Table.Value.LeftRight, here, indices);
            Check(Table.Value.All, here, indices);
            for (var i = 0; i < next.Length; i++)
                if (!seen.Contains(indices[i])) queue.Enqueue(next[i]);
        }

        Assert.Equal(184_320, seen.Count);

        static void Check(ReadOnlySpan<byte> distances, int here, int[] indices)
        {
            var least = int.MaxValue;
            foreach (var there in indices)
            {
                least = Math.Min(least, distances[there]);
                Assert.InRange(distances[there] - distances[here], -1, 1);
            }

            if (distances[here] > 0) Assert.Equal(distances[here] - 1, least);
        }
    }

    [Fact]
    public void Held_otherwise_the_blocks_are_brought_down_first_and_what_does_not_stand_is_named()
    {
        var state = CubeState.Solved.Apply(Core.Notation.Algorithm.Parse("M U M' U2 x2 y").Turns);
        Assert.True(SixEdgesPosition.TryRead(state, out var read, out _));
        var way = Table.Value.Shortest(read!.Index, Table.Value.All)[0];
        Assert.True(IsSolved(PlainCube.Of(Facelets.Write(state)).Turn(string.Join(' ', read.Rotation.Concat(way)))));
        Assert.False(SixEdgesPosition.TryRead(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse("R U R'").Turns), out _,
            out var refusal));
        Assert.Equal(("not-six-edges", true), (refusal!.Code, refusal.Message.Contains("red", StringComparison.Ordinal)));
        Assert.False(SixEdgesPosition.TryRead(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse("R U R' U R U2 R'").Turns), out _,
            out refusal));
        Assert.Contains("corners of the top", refusal!.Message, StringComparison.Ordinal);
    }

    /// <summary>Each of the six edges, and the middle of the top, shows white or yellow up or down.</summary>
    private static bool IsOriented(PlainCube cube) => IsPale(cube.CentreAt(V.Up)) && Six.All(at => IsPale(
        cube.Stickers.First(s => s.At == at && s.Looks == new V(0, at.Y, 0)).Color));

    private static bool AreSidesHome(PlainCube cube) => IsOriented(cube) && new[] { V.Left, V.Right }.All(side => cube.Stickers
        .Where(s => s.Looks == side).All(s => s.Color == cube.CentreAt(side)))
        && cube.Stickers.Where(s => s.At == V.Left + V.Up || s.At == V.Right + V.Up).Where(s => s.Looks == V.Up)
            .All(s => s.Color == "white");

    private static bool IsSolved(PlainCube cube) => cube.Stickers.All(s => s.Color == cube.CentreAt(s.Looks));

    private static bool IsPale(string color) => color is "white" or "yellow";

    private static readonly V[] Six =
        [V.Up + V.Front, V.Up + V.Left, V.Up + V.Back, V.Up + V.Right, V.Down + V.Front, V.Down + V.Back];
}
