using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.BigCubes;

/// <summary>What is told of edges one by one and of all that are joined, held against the plain cube.</summary>
public sealed class JoinedEdgeTests
{
    /// <summary>Centres that stand, and edges some of which are joined: what joins them, made at random.</summary>
    private static List<BigTurn> Mixed(int size, Random random)
    {
        var turns = new List<BigTurn>();
        for (var i = random.Next(1, 6); i > 0; i--)
        {
            turns.AddRange(BigScrambles.Draw(size, random.Next).Where(t => t.To == 1).Take(3));
            var move = EdgeMoves.Of(size).Short;
            turns.AddRange(move[random.Next(move.Length)].Turns);
        }

        return turns;
    }

    private static string Sorted(string edge) =>
        string.Join('-', edge.Split('-').OrderBy(c => Faces.TryParseColor(c, out var color) ? color : 0));

    /// <summary>Where the whole edges lie on the plain cube.</summary>
    private static Dictionary<string, string> Places(PlainBig cube) => cube.Parts.Where(p => cube.Edges.Contains(p.Edge))
        .DistinctBy(p => p.Edge).ToDictionary(p => p.Edge, p => p.Place);

    [Theory]
    [InlineData(4, 50)]
    [InlineData(5, 15)]
    public void A_way_of_one_edge_leaves_it_where_it_says_with_what_stays_and_what_comes_to_the_back(int size, int many)
    {
        var random = new Random(PlainSeed.Today);
        var told = 0;
        for (var i = 0; i < many; i++)
        {
            var turns = Mixed(size, random);
            foreach (var way in NextEdges.Of(BigState.Solved(size).Apply(turns)))
            {
                var cube = new PlainBig(size).Turn(turns);
                var were = Places(cube);
                var are = Places(cube.Turn(way.Turns));
                Assert.Equal(6, cube.Centres.Count);
                Assert.True(were.Keys.Concat(way.Also.Append(way.Edge).Select(Sorted)).ToHashSet().SetEquals(are.Keys));
                Assert.Equal(were.Count + 1 + way.Also.Count, are.Count);
                Assert.Equal(are[Sorted(way.Edge)], way.Place);
                Assert.Equal(were.Where(w => are[w.Key] == w.Value).Select(w => w.Key).Order(StringComparer.Ordinal),
                    way.Still.Select(Sorted).Order(StringComparer.Ordinal));
                Assert.Equal(are.Where(a => a.Value.Contains("back", StringComparison.Ordinal)
                        && !(were.TryGetValue(a.Key, out var was) && was.Contains("back", StringComparison.Ordinal))).Select(a => a.Key)
                    .Order(StringComparer.Ordinal), way.ToBack.Select(Sorted).Order(StringComparer.Ordinal));
                var said = BigWords.After(way, were.Count);
                Assert.StartsWith($"comes to the {way.Place}", said, StringComparison.Ordinal);
                Assert.Equal(were.Count > 0 && way.Still.Count == were.Count,
                    said.Contains("what is joined stays", StringComparison.Ordinal));
                var others = way.ToBack.Where(e => e != way.Edge).ToList();
                Assert.Equal(others.Count > 0, said.EndsWith(" to the back", StringComparison.Ordinal));
                Assert.All(others, e => Assert.Contains(e, said, StringComparison.Ordinal));
                told++;
            }
        }

        Assert.True(told > many);
    }

    /// <summary>How many joined edges lie in the top and the bottom, and that no shorter turns bring more there: all are tried.</summary>
    [Theory]
    [InlineData(4, 15)]
    [InlineData(5, 6)]
    public void Joined_edges_are_stored_by_the_fewest_outer_turns(int size, int many)
    {
        var random = new Random(PlainSeed.Today);
        var needed = 0;
        for (var i = 0; i < many; i++)
        {
            var turns = Mixed(size, random);
            var store = EdgeStore.Of(BigState.Solved(size).Apply(turns));
            var cube = new PlainBig(size).Turn(turns);
            Assert.Equal((store.Whole, store.Stored), (cube.Edges.Count, Stored(cube)));
            Assert.True(store.Turns.Count <= 3 && store.Turns.All(t => t.To == 1));
            var all = store.After == Math.Min(8, store.Whole);
            var best = Math.Max(Stored(cube), Best(Enumerable.Repeat((IEnumerable<BigTurn>)[], 1),
                store.Turns.Count > 0 ? store.Turns.Count - 1 : all ? 0 : 2));
            cube.Turn(store.Turns);
            Assert.Equal(store.After, Stored(cube));
            Assert.Equal(store.Turns.Count > 0, store.After > best);
            Assert.InRange(store.After, store.Stored, Math.Min(8, store.Whole));
            var said = BigWords.Stored(store);
            Assert.StartsWith(store.Whole == 0 ? "" : $"{store.Stored} of {store.Whole} joined", said, StringComparison.Ordinal);
            Assert.Equal(store.Turns.Count > 0, said.EndsWith($"; {store.After} after", StringComparison.Ordinal));
            needed += store.Turns.Count > 0 ? 1 : 0;

            int Best(IEnumerable<IEnumerable<BigTurn>> made, int more)
            {
                if (more <= 0) return 0;
                IEnumerable<BigTurn>[] next = [.. from m in made
                                                  from f in Enum.GetValues<Face>()
                                                  from q in new[] { 1, 2, 3 }
                                                  select m.Append(BigTurn.Of(f, 1, 1, q))];
                return Math.Max(next.Max(m => Stored(new PlainBig(size).Turn(turns).Turn(m))), Best(next, more - 1));
            }
        }

        Assert.True(needed > 0);

        static int Stored(PlainBig cube) => Places(cube).Values.Count(p => p.Contains("top", StringComparison.Ordinal)
            || p.Contains("bottom", StringComparison.Ordinal));
    }

    [Fact]
    public void Nothing_is_said_where_nothing_is_joined() =>
        Assert.Equal("", BigWords.Stored(new EdgeStore(0, 0, [], 0)));
}
