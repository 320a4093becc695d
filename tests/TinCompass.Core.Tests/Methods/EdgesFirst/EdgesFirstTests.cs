using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.EdgesFirst;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.EdgesFirst;

/// <summary>Edges first: series, endings, ways and the fewest turns.</summary>
public class EdgesFirstTests
{
    private static readonly Turn[] Faces = [.. Enumerable.Range(0, Turn.FaceTurnCount).Select(Turn.FromIndex)];

    /// <summary>Of the 24 positions of the last three edges, by two independent programs.</summary>
    [Fact]
    public void The_endings_are_counted()
    {
        var all = LastThree.All().ToArray();
        Assert.Equal(24, all.Distinct().Count());
        Assert.Equal([(EdgesEnding.Solved, 1), (EdgesEnding.OneSeries, 6), (EdgesEnding.AllTurned, 2), (EdgesEnding.TwoTurned, 3),
            (EdgesEnding.Swapped, 12)], all.GroupBy(s => LastThree.Of(s)!.Value).OrderBy(g => g.Key).Select(g => (g.Key, g.Count())));
    }

    [Fact]
    public void Each_ending_becomes_what_is_said()
    {
        Assert.Equal(6, LastThree.Series.Select(s => s.ToString()).Distinct().Count());
        var solvers = new HashSet<string>();
        foreach (var set in LastThree.All())
        {
            var after = LastThree.Series.Select(s => (Series: s, Ending: LastThree.Of(set.After(s.Turns))!.Value)).ToArray();
            switch (LastThree.Of(set))
            {
                case EdgesEnding.OneSeries:
                    Assert.True(solvers.Add(Assert.Single(after, a => a.Ending == EdgesEnding.Solved).Series.ToString()));
                    break;
                case EdgesEnding.AllTurned or EdgesEnding.TwoTurned:
                    Assert.Contains(after, a => a.Ending == EdgesEnding.OneSeries);
                    Assert.DoesNotContain(after, a => a.Ending == EdgesEnding.Solved);
                    Assert.Equal(2, LastFive.Usual.Series(set));
                    break;
                case EdgesEnding.Swapped:
                    // Odd: no series changes that; a quarter turn of the top does, and an even number of more turns places the edges anew.
                    Assert.All(after, a => Assert.Equal(EdgesEnding.Swapped, a.Ending));
                    Assert.Equal(1, LastFive.Usual.Way(set).Where(s => s.Series is null).Sum(s => s.Turns[0].Quarters) % 2);
                    break;
                default:
                    Assert.Equal(0, LastFive.Usual.Series(set));
                    break;
            }
        }

        Assert.Equal(6, solvers.Count);
    }

    [Fact]
    public void A_series_cycles_three_edges_and_no_others()
    {
        foreach (var series in LastThree.Series.Concat(MiddleEdges.Series))
        {
            var after = EdgeSet.Home(EdgeSet.Every).After(series.Turns);
            Assert.Equal(4, series.Turns.Count);
            Assert.Equal((series.Column, series.Other, series.From), (EdgeStickers.Place(after[series.From]),
                EdgeStickers.Place(after[series.Column]), EdgeStickers.Place(after[series.Other])));
            Assert.Equal(9, Enumerable.Range(0, 12).Count(e => after.IsHome((Edge)e)));
            // What lands right from one side lands turned over from the other, with the other face first.
            var back = EdgeSet.Home(EdgeSet.Every).After(series.Turns.Reverse().Select(t => t.Inverse));
            Assert.Equal(series.From, EdgeStickers.Place(back[series.Column]));
            var round = back.After(EdgeSeries.Towards(series.Third, series.From, series.Other).Index)
                .After(new EdgeSeries(series.Second, series.First, series.Third).Turns);
            Assert.Equal((2 * (int)series.Column) + 1, round[series.Column]);
        }
    }

    /// <summary>
    /// Every one of the 1920: its number is one more than the least that a series after a turn of the top leaves, so it is the fewest.
    /// </summary>
    [Theory]
    [InlineData("six", "0:4 1:96 2:976 3:812 4:32")]
    [InlineData("one", "0:4 1:16 2:64 3:192 4:456 5:688 6:464 7:36")]
    [InlineData("four", "0:4 1:64 2:544 3:940 4:344 5:24")]
    public void The_last_five_take_the_fewest_series(string which, string counted)
    {
        var (school, series) = which switch
        {
            "six" => (LastFive.Usual, LastThree.Series),
            "one" => (LastFive.OfOneSeries, [LastThree.Series[0]]),
            // Those whose turns are of right, front and top leave the corners of three columns where they are.
            _ => (LastFive.KeepingPairs, LastThree.Series.Where(s => s.Turns.Any(t => t.Letter == 'U')).ToArray()),
        };
        Assert.Equal(1920, school.Count);
        var (counts, sets) = (new SortedDictionary<int, int>(), Every());
        foreach (var set in sets)
        {
            var tops = Enumerable.Range(0, 4).Select(q => q == 0 ? set : set.After(Turn.Of(Face.U, q).Index)).ToArray();
            var least = tops.Contains(EdgeSet.Home(EdgeSet.Every).Only(LastFive.Edges)) ? 0
                : 1 + tops.SelectMany(t => series.Select(s => school.Series(t.After(s.Turns))))
                    .Min();
            Assert.Equal(least, school.Series(set));
            counts[least] = counts.GetValueOrDefault(least) + 1;
            var way = school.Way(set);
            Assert.Equal((least, school.Turns(set)), (way.Count(s => s.Series is not null), way.Sum(s => s.Turns.Count)));
            Assert.Equal(EdgeSet.Home(LastFive.Edges), set.After(way.SelectMany(s => s.Turns)));
        }

        Assert.Equal(counted, string.Join(' ', counts.Select(c => $"{c.Key}:{c.Value}")));
    }

    private static EdgeSet[] Every()
    {
        var (all, open) = (new HashSet<EdgeSet>(), new Stack<EdgeSet>([EdgeSet.Home(LastFive.Edges)]));
        while (open.TryPop(out var set))
        {
            if (!all.Add(set)) continue;
            open.Push(set.After(Turn.Of(Face.U, 1).Index));
            foreach (var series in LastThree.Series) open.Push(set.After(series.Turns));
        }

        return [.. all];
    }

    /// <summary>
    /// The fewest turns: the cross as its own table has it; the others change by one at most with a turn, and one lowers them.
    /// </summary>
    [Fact]
    public void The_fewest_turns_are_exact()
    {
        var (random, table) = (new Random(PlainSeed.Today), new CrossPlanner(new CrossSearch(CrossTable.Build())));
        for (var i = 0; i < 60; i++)
        {
            var state = RandomPosition.Draw(random.Next);
            var color = Core.Cube.Faces.AllColors[random.Next(6)];
            var position = EdgesPosition.Holds(state, color)[0];
            Assert.Equal(table.Distance(state, color), EdgeSearch.For(EdgeSet.Base).Find(position.Set).Count);
        }

        foreach (var (edges, count) in new[] { (EdgeSet.Base | MiddleEdges.Edges, 6), (EdgeSet.Every, 4) })
            for (var i = 0; i < count; i++)
            {
                var search = EdgeSearch.For(edges);
                var set = Some(random, edges == EdgeSet.Every ? LastFive.Edges : EdgeSet.Every & ~EdgeSet.Base).Only(edges);
                var found = search.Find(set);
                Assert.Equal(EdgeSet.Home(edges), set.After(found));
                var next = Faces.Select(t => search.Find(set.After(t.Index)).Count).ToArray();
                Assert.True(next.All(n => Math.Abs(n - found.Count) <= 1) && (found.Count == 0 || next.Min() == found.Count - 1),
                    $"seed {PlainSeed.Today}: {string.Join(' ', found)}");
            }
    }

    [Fact]
    public void Middle_edges_go_in_as_it_is_said()
    {
        var (random, said, moved) = (new Random(PlainSeed.Today), 0, 0);
        for (var i = 0; i < 150; i++)
        {
            // Held with some base down, its cross home.
            var scramble = string.Join(' ', Enumerable.Range(0, 25).Select(_ => Faces[random.Next(18)]));
            var state = CubeState.Solved.Apply(Core.Notation.Algorithm.Parse(scramble).Turns);
            var color = Core.Cube.Faces.AllColors[random.Next(6)];
            var first = EdgesPosition.Holds(state, color)[random.Next(4)];
            Turn[] cross = [.. first.Rotation, .. EdgeSearch.For(EdgeSet.Base).Find(first.Set)];
            var position = EdgesPosition.Holds(state.Apply(cross), color)[random.Next(4)];
            var set = position.Set;
            var made = $"{scramble} {string.Join(' ', cross.Concat(position.Rotation))}";
            var middle = MiddleEdges.Way(set);
            foreach (var step in middle.Concat(LastFive.Usual.Way(set.After(middle.SelectMany(m => m.Turns)))))
            {
                if (step.Series is { } series)
                {
                    // "F first: green-red lies at UF and lands right in its place FR; from UR, with R first, it would land turned over."
                    var sentence = EdgesWords.Say(position, set, series);
                    var about = $"seed {PlainSeed.Today}: {made}: {sentence}";
                    var name = sentence.Split(": ")[1].Split(' ')[0].Split('-');
                    var (before, after) = (PlainCube.After(made), PlainCube.After($"{made} {series}"));
                    Assert.Equal($"{series.First}", sentence[..1]);
                    Assert.Equal(V.Place($"{series.From}"), before.Piece(name)[0].At);
                    Assert.Equal(V.Place($"{series.Column}"), after.Piece(name)[0].At);
                    if (sentence.Contains("lands right", StringComparison.Ordinal))
                    {
                        said++;
                        Assert.True(after.IsHome(name), about);
                        // Over the other face instead, that face first: in the same place, turned over.
                        var round = EdgeSeries.Towards(series.Third, series.From, series.Other);
                        var other = PlainCube.After($"{made} {round} {new EdgeSeries(series.Second, series.First, series.Third)}");
                        Assert.False(other.IsHome(name), about);
                        Assert.Equal(after.Piece(name)[0].At, other.Piece(name)[0].At);
                    }
                    else
                    {
                        moved++;
                        var lay = before.Stickers.Where(s => s.At == V.Place($"{series.Column}")).Select(s => s.Color).ToArray();
                        Assert.Equal(V.Place($"{series.Other}"), after.Piece(lay)[0].At);
                    }
                }

                made += " " + string.Join(' ', step.Turns);
                set = set.After(step.Turns);
                if (LastThree.Of(set) is { } ending)
                    Assert.True(IsEnding(made, position, ending), $"seed {PlainSeed.Today}: {made}: {ending}");
            }

            // All edges are home, the corners wherever they are.
            var end = PlainCube.After(made);
            Assert.All(Enumerable.Range(0, 12), e => Assert.True(end.IsHome(position.Named((Edge)e).Split('-'))));
        }

        Assert.True(said > 300 && moved > 50, $"{said} {moved}");
    }

    /// <summary>On the plain cube: how many of the three are in place, how many home, how many land right by one turn.</summary>
    private static bool IsEnding(string made, EdgesPosition position, EdgesEnding ending)
    {
        var cube = PlainCube.After(made);
        var three = LastThree.Places.Select(p => (Place: V.Place($"{p}"), Names: position.Named(p).Split('-'))).ToArray();
        var inPlace = three.Count(t => cube.Piece(t.Names)[0].At == t.Place);
        var home = three.Count(t => cube.IsHome(t.Names));
        // The turn of one face that carries it there: of the three around the corner, there or back.
        var right = three.Count(t => cube.Piece(t.Names)[0].At != t.Place && new[] { "U", "U'", "R", "R'", "F", "F'" }.Any(turn =>
            cube.Turn(turn).Piece(t.Names) is var piece && piece[0].At == t.Place
            && piece.All(s => cube.CentreAt(s.Looks) == s.Color)));
        bool Solves(string series) => Enumerable.Range(0, 12).All(e => cube.Turn(series).IsHome(position.Named((Edge)e).Split('-')));
        var isOne = LastThree.Series.Any(s => Solves($"{s}"));
        return ending switch
        {
            EdgesEnding.Solved => home == 3,
            EdgesEnding.OneSeries => (inPlace, right) == (0, 2) && isOne,
            EdgesEnding.AllTurned => (inPlace, right) == (0, 0) && !isOne,
            EdgesEnding.TwoTurned => (inPlace, home) == (3, 1) && !isOne,
            _ => inPlace == 1 && !isOne,
        };
    }

    [Fact]
    public void Every_ending_is_so_on_the_plain_cube()
    {
        foreach (var set in LastThree.All())
        {
            // What solves it, undone, makes it; the corners go where they go.
            Turn[] turns = [.. LastFive.Usual.Way(set).SelectMany(s => s.Turns).Reverse().Select(t => t.Inverse)];
            var (made, position) = (string.Join(' ', turns), EdgesPosition.Holds(CubeState.Solved.Apply(turns), Color.Yellow)[0]);
            Assert.Equal(set, position.Set);
            Assert.True(IsEnding(made, position, LastThree.Of(set)!.Value), $"{made}: {LastThree.Of(set)}");
        }
    }

    /// <summary>These edges anywhere among their places, the others home.</summary>
    private static EdgeSet Some(Random random, int edges)
    {
        int[] places = [.. Enumerable.Range(0, 12).Where(e => (edges >> e & 1) == 1)];
        var order = places.ToArray();
        random.Shuffle(order);
        var (key, flips) = (EdgeSet.Home(EdgeSet.Every).Key, 0);
        for (var i = 0; i < places.Length; i++)
        {
            var flip = i == places.Length - 1 ? flips & 1 : random.Next(2);
            flips += flip;
            key = (key & ~(31UL << (5 * places[i]))) | ((ulong)((2 * order[i]) + flip) << (5 * places[i]));
        }

        return new EdgeSet(key);
    }
}
