using TinCompass.Core.Cube;
using TinCompass.Core.Cycles;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What is told of a position solved by cycles of three, held against the plain cube.</summary>
public class CubeByCyclesTests
{
    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];
    private static readonly string[] Places = [.. Stickers.OfEdges.Concat(Stickers.OfCorners)
        .Where(s => Stickers.OfPlace(s).Min() == s).Select(Stickers.Name)];

    /// <summary>What lies at a place: 0 the right piece rightly, 1 the right piece turned, -1 another.</summary>
    private static int Stands(IReadOnlyList<Turn> made, string place)
    {
        // In the scramble hold the solved cube shows where each colour belongs.
        var (at, solved) = (V.Place(place), PlainCube.Solved.Stickers);
        var there = PlainCube.After(string.Join(' ', made)).Stickers.Where(s => s.At == at).ToDictionary(s => s.Looks, s => s.Color);
        var home = solved.Where(s => s.At == at).ToDictionary(s => s.Looks, s => s.Color);
        return !there.Values.Order().SequenceEqual(home.Values.Order()) ? -1 : home.All(h => there[h.Key] == h.Value) ? 0 : 1;
    }

    [Fact]
    public void What_a_choice_brings_home_turns_and_takes_out_is_so()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 12; i++)
        {
            // Near home some pieces lie rightly, and some turned.
            Turn[] made = i % 2 == 0 ? [.. Enumerable.Range(0, 25).Select(_ => Faces[random.Next(18)])]
                : [.. Enumerable.Range(0, 3).SelectMany(_ => LeastCycles.All.Of(LeastCycles.Every[random.Next(LeastCycles.Every.Count)]))];
            var cube = new CubeByCycles(CubeState.Solved.Apply(made));
            var before = Places.ToDictionary(p => p, p => Stands(made, p));
            foreach (var isOfEdges in new[] { true, false })
            {
                var choices = cube.Choices(isOfEdges);
                Assert.Equal(cube.Edges is not null && (isOfEdges ? cube.Edges : cube.Corners) > 0, choices.Count > 0);
                foreach (var choice in choices.Where((_, n) => n < 5 || n % 41 == 0))
                {
                    var turns = LeastCycles.All.Of(choice.Cycle);
                    var about = $"seed {PlainSeed.Today}: {string.Join(' ', made)} / {choice.Cycle}";
                    var after = Places.ToDictionary(p => p, p => Stands([.. made, .. turns], p));
                    Assert.Equal(choice.Length, turns.Count);
                    Same(choice.Home, p => before[p] != 0 && after[p] == 0);
                    Same(choice.Taken, p => before[p] == 0 && after[p] != 0);
                    Same(choice.Turned, p => after[p] == 1 && (before[p] != 1 || choice.Turned.Select(Stickers.Name).Contains(p)));

                    void Same(IReadOnlyList<int> told, Func<string, bool> isSo) =>
                        Assert.True(told.Select(Stickers.Name).Order().SequenceEqual(Places.Where(isSo).Order()), about);
                }
            }
        }
    }

    [Fact]
    public void A_plan_is_of_the_fewest_cycles_and_solves()
    {
        var (random, odd) = (new Random(PlainSeed.Today), 0);
        for (var i = 0; i < 10; i++)
        {
            Turn[] made = [.. Enumerable.Range(0, 25).Select(_ => Faces[random.Next(18)])];
            var cube = new CubeByCycles(CubeState.Solved.Apply(made));
            // One of each kind at least.
            if (i < 2 && cube.Edges is null != (i == 0))
            {
                made = [.. made, Turn.Of(Face.U, 1)];
                cube = new CubeByCycles(CubeState.Solved.Apply(made));
            }

            var about = $"seed {PlainSeed.Today}: {string.Join(' ', made)}";
            if (cube.Edges is null)
            {
                odd++;
                Assert.Empty(cube.Plan());
                Assert.Contains("odd, both of them", cube.Sentence, StringComparison.Ordinal);
                Assert.Equal(12, cube.Mends.Count);
                Assert.Equal(cube.Mends.Select(m => m.Cycles).Order(), cube.Mends.Select(m => m.Cycles));
                foreach (var (turn, cycles) in cube.Mends)
                {
                    var after = new CubeByCycles(cube.State.Apply(turn));
                    Assert.Equal(cycles, after.Edges + after.Corners);
                }

                made = [.. made, cube.Mends[0].Turn];
                cube = new CubeByCycles(CubeState.Solved.Apply(made));
            }

            Assert.Empty(cube.Mends);
            var plan = cube.Plan();
            Assert.Equal(cube.Edges + cube.Corners, plan.Count);
            Assert.StartsWith($"{plan.Count} cycles of three, {cube.Edges} of edges, {cube.Corners} of corners", cube.Sentence,
                StringComparison.Ordinal);
            Turn[] all = [.. made, .. plan.SelectMany(c => LeastCycles.All.Of(c.Cycle))];
            Assert.True(Places.All(p => Stands(all, p) == 0), about);
            Assert.Equal(cube.Corners, cube.Plan(edges: false).Count);
        }

        Assert.InRange(odd, 1, 9);
    }

    [Theory]
    [InlineData("", "Everything is home.", "")]
    [InlineData("R B' R' F R B R' F'", "1 cycle of three, of corners: fewer cannot do it.", "")]
    [InlineData("R L' U2 R' L F2", "1 cycle of three, of edges: fewer cannot do it.", "")]
    [InlineData("R", "The edges are 3 exchanges of two from home, the corners 3: odd, both of them.", "")]
    [InlineData("R' D' R D R' D' R D U' D' R' D R D' R' D R U", "2 cycles of three, of corners", "lie at home, but turned")]
    public void What_is_said_of_a_position(string turns, string said, string turned)
    {
        var cube = new CubeByCycles(CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(turns).Turns));
        Assert.StartsWith(said, cube.Sentence, StringComparison.Ordinal);
        Assert.Contains(turned, cube.TurnedSentence, StringComparison.Ordinal);
        Assert.Equal(turned.Length == 0, cube.TurnedSentence.Length == 0);
    }
}
