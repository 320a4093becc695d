using System.Numerics;
using TinCompass.Core.Cube;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.BlockFirst;

/// <summary>Bad edges: which are, how three turns mend two, the fewest turns.</summary>
public class BadEdgesTests
{
    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];
    private readonly BadEdgeSearch search = new(StageKit.Shelf.Get(BlockTables.Kind), StageKit.Shelf.Get(FirstBlockTable.Kind));

    /// <summary>
    /// Bad and good on the plain cube: every edge is brought to a place and each of its two lies there, by the four faces that turn none
    /// over, is where it belongs or turned over.
    /// </summary>
    [Fact]
    public void An_edge_is_bad_when_the_open_faces_and_those_opposite_bring_it_home_turned_over()
    {
        foreach (var name in Enum.GetNames<Edge>())
        {
            string[] colors = [.. name.Select(ColorOf)];
            var seen = Good(colors);
            Assert.Equal(12, seen.Count);
            var random = new Random(PlainSeed.Today);
            for (var i = 0; i < 40; i++)
            {
                var turns = string.Join(' ', Enumerable.Range(0, 20).Select(_ => Faces[random.Next(18)]));
                var sticker = PlainCube.After(turns).Sticker(colors[0], colors);
                var state = CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(turns).Turns);
                var place = Enumerable.Range(0, 12).First(p => state.EdgeAt((Edge)p) == Enum.Parse<Edge>(name));
                Assert.Equal(!seen.Contains((sticker.At, sticker.Looks)), (BadEdges.Of(state) >> place & 1) == 1);
            }
        }
    }

    /// <summary>Where an edge's first sticker may lie, and how, by turns of U, D, R, L alone: half of the 24.</summary>
    private static HashSet<(V At, V Looks)> Good(string[] colors)
    {
        var (open, seen) = (new Stack<PlainCube>([PlainCube.Solved]), new HashSet<(V, V)>());
        while (open.TryPop(out var cube))
        {
            var sticker = cube.Sticker(colors[0], colors);
            if (!seen.Add((sticker.At, sticker.Looks))) continue;
            foreach (var turn in new[] { "U", "D", "R", "L" }) open.Push(cube.Turn(turn));
        }

        return seen;
    }

    [Fact]
    public void What_is_mended_was_bad_and_is_good_on_the_plain_cube()
    {
        var random = new Random(PlainSeed.Today);
        var good = Enum.GetNames<Edge>().Select(n => (Colors: (string[])[.. n.Select(ColorOf)], n))
            .Select(e => (e.Colors, Good: Good(e.Colors))).ToArray();
        var mended = 0;
        for (var i = 0; i < 100; i++)
        {
            string[] some = ["U", "R", "U'", "R2", "F' U F", "B U2 B'", "F' U2 F"];
            var made = string.Join(' ', Enumerable.Range(0, 12).Select(_ => some[random.Next(some.Length)]));
            var bad = BadEdges.Of(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(made).Turns));
            foreach (var step in BadEdges.Mend(bad))
            {
                var (before, after) = (PlainCube.After(made), PlainCube.After($"{made} {string.Join(' ', step.Turns)}"));
                var now = good.Where(e => IsBad(before, e) && !IsBad(after, e)).Select(e => before.Piece(e.Colors)[0].At).ToHashSet();
                Assert.True(now.SetEquals(step.Mended.Select(p => V.Place($"{p}"))), $"{made}: {step}");
                made += " " + string.Join(' ', step.Turns);
                mended += step.Mended.Count;
            }

            Assert.DoesNotContain(good, e => IsBad(PlainCube.After(made), e));
        }

        Assert.True(mended > 100, $"{mended}");

        static bool IsBad(PlainCube cube, (string[] Colors, HashSet<(V, V)> Good) edge) =>
            cube.Sticker(edge.Colors[0], edge.Colors) is var sticker && !edge.Good.Contains((sticker.At, sticker.Looks));
    }

    [Fact]
    public void Three_turns_mend_two_and_half_as_many_times_is_enough()
    {
        var counts = new SortedDictionary<int, int>();
        for (var bad = 0; bad < 1 << 12; bad++)
        {
            var number = BitOperations.PopCount((uint)bad);
            if ((bad & ~BadEdges.Free) != 0 || number % 2 == 1) continue;
            counts[number] = counts.GetValueOrDefault(number) + 1;
            Assert.Equal(number / 2, BadEdges.Mends(bad));
            var (way, now) = (BadEdges.Mend(bad), bad);
            Assert.Equal(number / 2, way.Count(s => s.Mended.Count == 2));
            foreach (var step in way)
            {
                var after = step.Turns.Aggregate(now, BadEdges.After);
                Assert.Equal(BitOperations.PopCount((uint)now) - step.Mended.Count, BitOperations.PopCount((uint)after));
                Assert.All(step.Mended, p => Assert.Equal(1, now >> (int)p & 1));
                // Three turns leave every piece of the block where it was.
                if (step.Turns.Count == 3)
                    Assert.True(BadEdgeSearch.Stands(CubeState.Solved.Apply(step.Turns)));
                now = after;
            }

            Assert.Equal(0, now);
        }

        Assert.Equal([(0, 1), (2, 21), (4, 35), (6, 7)], counts.Select(c => (c.Key, c.Value)));
    }

    [Fact]
    public void The_fewest_turns_are_exact_with_the_block_and_without()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 12; i++)
        {
            // With the block: turns of the open faces, and some that mend.
            var (state, withBlock) = (CubeState.Solved, i % 2 == 0);
            for (var n = 0; n < 12; n++)
            {
                state = state.Apply(withBlock ? Turn.Of(n % 2 == 0 ? Face.U : Face.R, 1 + random.Next(3)) : Faces[random.Next(18)]);
                if (withBlock && n % 5 == 0)
                    state = state.Apply(Turn.Of(Face.F, 3)).Apply(Turn.Of(Face.U, 1 + random.Next(3))).Apply(Turn.Of(Face.F, 1));
            }

            var about = $"seed {PlainSeed.Today}: {state}";
            Assert.True(!withBlock || BadEdgeSearch.Stands(state), about);
            var ways = search.Find(state, withBlock);
            Assert.All(ways.Take(20), w => Assert.True(BadEdges.Of(state.Apply(w)) == 0
                && (!withBlock || BadEdgeSearch.Stands(state.Apply(w))), about));
            Assert.Equal(ways.Count, ways.Select(w => string.Join(' ', w)).Distinct().Count());
            if (ways[0].Count == 0) continue;
            var next = Faces.Select(t => search.Find(state.Apply(t), withBlock)[0].Count).ToArray();
            Assert.True(next.All(n => Math.Abs(n - ways[0].Count) <= 1) && next.Min() == ways[0].Count - 1, about);
            if (withBlock) Assert.True(ways[0].Count <= BadEdges.Mend(BadEdges.Of(state)).Sum(s => s.Turns.Count), about);
        }
    }

    [Fact]
    public void Other_open_faces_are_looked_at_as_up_and_right()
    {
        var turned = OpenFaces.Of(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse("F").Turns), Face.U, Face.F);
        Assert.Equal(0, BadEdges.Of(turned.Held));
        turned = OpenFaces.Of(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse("R").Turns), Face.U, Face.F);
        Assert.Equal(4, BitOperations.PopCount((uint)BadEdges.Of(turned.Held)));
    }

    private static string ColorOf(char face) => ((Color)"UDFBRL".IndexOf(face, StringComparison.Ordinal)).Name();
}
