using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;
using TinCompass.Core.Methods.BlockFirst;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.BlockFirst;

/// <summary>The rest with two faces only.</summary>
public class TwoFacesTests
{
    private readonly BadEdgeSearch search = new(StageKit.Shelf.Get(BlockTables.Kind), StageKit.Shelf.Get(FirstBlockTable.Kind));

    private static readonly Turn[] Open = [.. new[] { Face.U, Face.R }.SelectMany(f => Enumerable.Range(1, 3).Select(q => Turn.Of(f, q)))];

    [Fact]
    public void Two_faces_solve_what_they_have_mixed_in_the_fewest_turns()
    {
        Assert.Equal(120, TwoFaces.All.Orders);
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 30; i++)
        {
            Turn[] mixed = [.. Enumerable.Range(0, i < 10 ? i : 40).Select(n => Open[(3 * (n % 2)) + random.Next(3)])];
            var state = CubeState.Solved.Apply(mixed);
            var way = TwoFaces.All.Solve(state)!;
            var about = $"seed {PlainSeed.Today}: {string.Join(' ', mixed)}";
            Assert.True(state.Apply(way).IsSolved && way.All(t => t.Face is Face.U or Face.R) && way.Count <= mixed.Length, about);
            Assert.True(PlainCube.After($"{string.Join(' ', mixed)} {string.Join(' ', way)}").Stickers.All(s => s.Looks == PlainCube.Solved
                .Centre(s.Color)), about);
            // Exact: each turn changes the number by one at most, and one lowers it.
            var next = Open.Select(t => TwoFaces.All.Solve(state.Apply(t))!.Count).ToArray();
            Assert.True(next.All(n => Math.Abs(n - way.Count) <= 1) && (way.Count == 0 || next.Min() == way.Count - 1), about);
        }
    }

    [Fact]
    public void Three_corners_alone_are_no_matter_for_two_faces()
    {
        // A turn of two faces leaves two corners of the six at most in their places, unless it leaves all: no three change places alone.
        Assert.True(ThreeCycle.TryParse("URF UFL DRB", out var cycle, out _));
        Assert.False(TwoFaces.All.CanSolve(cycle.State));
        Assert.Null(TwoFaces.All.Solve(cycle.State));
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 500; i++)
        {
            var state = CubeState.Solved;
            for (var n = 0; n < 25; n++) state = state.Apply(Open[random.Next(6)]);
            var home = Enum.GetValues<Corner>().Count(c => state.CornerAt(c) == c);
            Assert.True(home is 8 or <= 4, $"{state}");
            Assert.True(TwoFaces.All.CanSolve(state));
            var other = state.Then(cycle.State);
            Assert.False(TwoFaces.All.CanSolve(other));
            if (i >= 6) continue;
            // Some turns of all faces lead to where they can, the block and the good edges kept: no fewer do.
            var ways = search.FindTwoFaces(other);
            Assert.All(ways, w => Assert.True(BadEdgeSearch.Stands(other.Apply(w)) && BadEdges.Of(other.Apply(w)) == 0
                && TwoFaces.All.CanSolve(other.Apply(w)), $"seed {PlainSeed.Today}: {other} {string.Join(' ', w)}"));
            Assert.Equal(ways[0].Count - 1, ways.Select(w => search.FindTwoFaces(other.Apply(w[0]))[0].Count).Min());
        }
    }
}
