using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.BlockFirst;

/// <summary>Blocks 2x2x2 and 2x2x3: exact distances, every shortest way.</summary>
public class BlockTests
{
    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];
    private readonly BlockSearch search = new(StageKit.Shelf.Get(BlockTables.Kind), StageKit.Shelf.Get(FirstBlockTable.Kind));

    /// <summary>How many positions of a block 2x2x2 are so far, by two independent programs.</summary>
    [Fact]
    public void A_small_block_is_eight_turns_away_at_most()
    {
        var counts = new int[9];
        foreach (var distance in StageKit.Shelf.Get(BlockTables.Kind).OfSmall)
            if (distance != DistanceTable.Unreached) counts[distance]++;
        Assert.Equal([1, 9, 90, 852, 7_169, 44_182, 131_636, 68_940, 561], counts);
    }

    [Fact]
    public void Every_shortest_way_builds_its_block_and_there_are_no_others()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 40; i++)
        {
            var scramble = string.Join(' ', Enumerable.Range(0, 25).Select(_ => Faces[random.Next(18)]));
            var state = CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(scramble).Turns);
            foreach (var corner in Enum.GetValues<Corner>())
            {
                var ways = search.Small(state, corner);
                Assert.Equal(ways.Count, ways.Select(w => string.Join(' ', w)).Distinct().Count());
                Assert.Equal(ways[0].Count, ways.Max(w => w.Count));
                foreach (var way in ways.Take(5)) Assert.True(Stands(scramble, way, $"{corner}"), $"{scramble}: {corner}");
                // A first turn is one of them when, and only when, what is left after it is a turn less.
                var firsts = Faces.Where(t => search.Small(state.Apply(t), corner)[0].Count < ways[0].Count).ToHashSet();
                Assert.True(firsts.SetEquals(ways.SelectMany(Firsts)), $"{scramble}: {corner}");
            }
        }
    }

    /// <summary>Turns that a way may begin with: its first, and its second where the two commute.</summary>
    private static IEnumerable<Turn> Firsts(IReadOnlyList<Turn> way) =>
        way.Count > 1 && way[0].Axis == way[1].Axis ? way.Take(2) : way.Take(1);

    [Fact]
    public void A_long_block_is_searched_exactly()
    {
        var random = new Random(PlainSeed.Today);
        // Near ones by going through all that some turns reach: so many positions at each distance, by two independent programs.
        var (all, last) = (new Dictionary<(int, int), int>(), new List<CubeState> { CubeState.Solved });
        all[Key(CubeState.Solved)] = 0;
        for (var depth = 1; depth <= 4; depth++)
        {
            var next = new List<CubeState>();
            foreach (var state in last)
                foreach (var turn in Faces)
                    if (state.Apply(turn) is var after && all.TryAdd(Key(after), depth)) next.Add(after);
            Assert.Equal(new[] { 1, 12, 141, 1_746, 20_935 }[depth], next.Count);
            foreach (var state in next.Where((_, n) => n % 97 == 0)) Assert.Equal(depth, search.Long(state, Edge.DB)[0].Count);
            last = next;
        }

        // Far ones: with each turn the distance changes by one at most, and some turn lowers it; every way builds the block.
        for (var i = 0; i < 3; i++)
        {
            var scramble = string.Join(' ', Enumerable.Range(0, 25).Select(_ => Faces[random.Next(18)]));
            var (state, middle) = (CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(scramble).Turns), (Edge)random.Next(12));
            var ways = search.Long(state, middle);
            var next = Faces.Select(t => search.Long(state.Apply(t), middle)[0].Count).ToArray();
            Assert.True(next.All(n => Math.Abs(n - ways[0].Count) <= 1) && next.Min() == ways[0].Count - 1, scramble);
            Assert.True(Faces.Where((_, t) => next[t] < ways[0].Count).ToHashSet().SetEquals(ways.SelectMany(Firsts)), scramble);
            foreach (var way in ways) Assert.True(Stands(scramble, way, $"{middle}"), $"{scramble}: {middle}");
        }

        static (int, int) Key(CubeState state) => LongBlock.Of(state, Edge.DB) is var block ? (block.Five, block.Corners) : default;
    }

    /// <summary>On the plain cube: every piece whose places lie within the block is home.</summary>
    private static bool Stands(string scramble, IReadOnlyList<Turn> way, string place)
    {
        var cube = PlainCube.After($"{scramble} {string.Join(' ', way)}");
        var opposite = place.Select(f => "UDFBRL"["UDFBRL".IndexOf(f, StringComparison.Ordinal) ^ 1]);
        var within = place.Length == 3 ? place : string.Concat("UDFBRL".Except(opposite));
        return Enum.GetNames<Corner>().Concat(Enum.GetNames<Edge>())
            .Where(name => name.All(within.Contains) && (place.Length == 3 || name.Any(place.Contains)))
            .All(name => cube.IsHome([.. name.Select(ColorOf)]));
    }

    private static string ColorOf(char face) => ((Color)"UDFBRL".IndexOf(face, StringComparison.Ordinal)).Name();
}
