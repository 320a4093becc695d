using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Cycles;

/// <summary>The fewest cycles of three: exact, since each cycle changes the number by one at most, and one of all lowers it.</summary>
public class CycleCountTests
{
    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];

    [Fact]
    public void The_number_is_exact_and_the_next_ones_lower_it()
    {
        var random = new Random(PlainSeed.Today);
        var (most, odd) = (0, 0);
        for (var i = 0; i < 60; i++)
        {
            // Near and far: some cycles from solved, or any position.
            var state = CubeState.Solved;
            if (i % 2 == 0)
                for (var n = random.Next(5); n > 0; n--) state = state.Then(LeastCycles.Every[random.Next(LeastCycles.Every.Count)].State);
            else
                for (var n = 0; n < 30; n++) state = state.Apply(Faces[random.Next(Faces.Length)]);
            var (edges, corners) = (CycleCount.OfEdges(state), CycleCount.OfCorners(state));
            var about = $"seed {PlainSeed.Today}: {state}";
            var isOdd = PieceCycle.Of(state).Where(c => c.IsOfEdges).Sum(c => c.Exchanges) % 2 == 1;
            Assert.True(isOdd == edges is null && isOdd == corners is null, about);
            if (isOdd)
            {
                odd++;
                Assert.All(Faces.Where(t => t.Quarters != 2), t => Assert.NotNull(CycleCount.OfEdges(state.Apply(t))));
                Assert.Empty(CycleCount.Next(state, isOfEdges: true).Concat(CycleCount.Next(state, isOfEdges: false)));
                continue;
            }

            most = Math.Max(most, edges!.Value + corners!.Value);
            Assert.True((edges == 0 && corners == 0) == state.IsSolved, about);
            var (lowest, next) = ((Edges: edges.Value, Corners: corners.Value), new HashSet<int>());
            foreach (var cycle in LeastCycles.Every)
            {
                var after = state.Then(cycle.State);
                var (e, c) = (CycleCount.OfEdges(after)!.Value, CycleCount.OfCorners(after)!.Value);
                Assert.True(cycle.IsOfEdges ? c == corners && Math.Abs(e - edges.Value) <= 1
                    : e == edges && Math.Abs(c - corners.Value) <= 1, about);
                if (e + c < edges + corners) next.Add(cycle.Key);
                lowest = (Math.Min(lowest.Edges, e), Math.Min(lowest.Corners, c));
            }

            Assert.True(lowest == (Math.Max(0, edges.Value - 1), Math.Max(0, corners.Value - 1)), about);
            ThreeCycle[] told = [.. CycleCount.Next(state, isOfEdges: true), .. CycleCount.Next(state, isOfEdges: false)];
            Assert.True(next.SetEquals(told.Select(n => n.Key)) && told.Length == next.Count, about);
        }

        Assert.True(most > 6 && odd > 5, $"{most} {odd}");
    }

    /// <summary>
    /// Every shape of chains, how many positions have it, and how many cycles it takes: the corners as two independent programs counted
    /// them.
    /// </summary>
    [Fact]
    public void All_even_positions_by_their_fewest_cycles()
    {
        Assert.Equal("1 1008 215502 8845836 30780951 4246536 86", Counted(8, 3, isOfEdges: false, 44_089_920));
        Assert.Equal("1 1760 923274 171149231 10462470304 160060396044 301078786095 18720837696 3073994 1", Counted(12, 2, isOfEdges: true,
            490_497_638_400));
    }

    private static string Counted(int pieces, int around, bool isOfEdges, long all)
    {
        var counts = new long[12];
        foreach (var (chains, positions) in Shapes(pieces, around))
        {
            var state = Made(chains, pieces, around, isOfEdges);
            var isOdd = chains.Sum(c => c.Length - 1) % 2 == 1;
            var fewest = isOfEdges ? CycleCount.OfEdges(state) : CycleCount.OfCorners(state);
            Assert.Equal(isOdd, fewest is null);
            if (fewest is { } count) counts[count] += positions;
        }

        Assert.Equal(all, counts.Sum());
        return string.Join(' ', counts.Take(Array.FindLastIndex(counts, c => c > 0) + 1));
    }

    /// <summary>Chains of so many pieces in all, the longest first, with twists that cancel, and how many positions have them.</summary>
    private static IEnumerable<(List<(int Length, int Twist)> Chains, long Positions)> Shapes(int pieces, int around)
    {
        foreach (var chains in Parts(pieces, (pieces, around - 1)))
        {
            if (chains.Sum(c => c.Twist) % around != 0) continue;
            // Of each kind of chain: which pieces, in which round, turned how until the last, which the twist fixes.
            var positions = Factorial(pieces);
            foreach (var kind in chains.GroupBy(c => c)) positions /= Factorial(kind.Count());
            foreach (var (length, _) in chains) positions /= length;
            foreach (var (length, _) in chains) positions *= (long)Math.Pow(around, length - 1);
            yield return (chains, positions);
        }

        IEnumerable<List<(int Length, int Twist)>> Parts(int left, (int Length, int Twist) most)
        {
            if (left == 0) yield return [];
            for (var length = Math.Min(left, most.Length); length >= 1; length--)
                for (var twist = length == most.Length ? most.Twist : around - 1; twist >= 0; twist--)
                    foreach (var rest in Parts(left - length, (length, twist)))
                        yield return [(length, twist), .. rest];
        }

        static long Factorial(int n) => n < 2 ? 1 : n * Factorial(n - 1);
    }

    private static CubeState Made(List<(int Length, int Twist)> chains, int pieces, int around, bool isOfEdges)
    {
        int[] stands = [.. Enumerable.Range(0, pieces)], turned = new int[pieces];
        var begin = 0;
        foreach (var (length, twist) in chains)
        {
            for (var i = 0; i < length; i++) stands[begin + i] = begin + ((i + 1) % length);
            turned[begin] = twist;
            begin += length;
        }

        Assert.Equal(0, turned.Sum() % around);
        int[] corners = [.. Enumerable.Range(0, 8)], edges = [.. Enumerable.Range(0, 12)];
        return isOfEdges ? CubeState.Create(corners, new int[8], stands, turned) : CubeState.Create(stands, turned, edges, new int[12]);
    }
}
