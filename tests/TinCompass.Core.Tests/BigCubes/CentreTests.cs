using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.BigCubes;

/// <summary>Centres of bigger cubes: exact figures, the first centre in the fewest turns, all six with what stands kept.</summary>
public class CentreTests
{
    private static readonly Face[] AllFaces = Enum.GetValues<Face>();

    private static IEnumerable<BigTurn> Singles(int size) => from face in AllFaces
                                                             from layers in new[] { (1, 1), (1, 2), (2, 2) }
                                                             from quarters in new[] { 1, 2, 3 }
                                                             where layers.Item2 < size
                                                             select BigTurn.Of(face, layers.Item1, layers.Item2, quarters);

    /// <summary>Places of four pieces walked as sets of stickers of a plain cube, nothing of the product's tables in it.</summary>
    [Fact]
    public void Places_of_a_centre_are_as_many_turns_away_as_a_plain_search_finds()
    {
        var cells = new PlainBig(4).All.Select(s => (s.Cell, s.Face)).Where(s => new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }
            .Count(c => Math.Abs(c) == 3) == 1).ToList();
        int[][] moves = [.. Singles(4).Select(turn => Moved(turn, cells))];
        var starts = cells.GroupBy(c => c.Face).Select(f => f.Select(c => cells.IndexOf(c)).Order().ToArray()).ToList();
        Assert.Equal(CentreSearch.Of(4).Figures(0, null), Walk(starts, moves));
        Assert.Equal(CentreSearch.Of(4).Figures(0, Face.F), Walk([starts.Single(s => cells[s[0]].Face == Face.F)], moves));
        Assert.Equal(10626, CentreSearch.Of(4).Figures(0, null).Sum());
        Assert.Equal([10626, 10626], Enumerable.Range(0, 2).Select(o => CentreSearch.Of(5).Figures(o, Face.U).Sum()));
    }

    /// <summary>Where a turn takes each cell: told by a plain cube on which one sticker after the other is followed.</summary>
    private static int[] Moved(BigTurn turn, List<((int X, int Y, int Z) Cell, Face Face)> cells)
    {
        var before = new PlainBig(4).All.Select(s => (s.Cell, s.Face)).ToList();
        var after = new PlainBig(4).Turn([turn]).All.Select(s => (s.Cell, s.Face)).ToList();
        return [.. cells.Select(c => cells.IndexOf(after[before.IndexOf(c)]))];
    }

    private static List<int> Walk(List<int[]> starts, int[][] moves)
    {
        var (seen, row, figures) = (starts.Select(s => string.Join(' ', s)).ToHashSet(), starts, new List<int>());
        for (; row.Count > 0; figures.Add(row.Count), row = Next(row))
        {
        }

        return figures;

        List<int[]> Next(List<int[]> from) => [.. from.SelectMany(at => moves.Select(m => at.Select(c => m[c]).Order().ToArray()))
            .Where(to => seen.Add(string.Join(' ', to)))];
    }

    [Fact]
    public void The_first_centre_stands_after_each_way_and_takes_what_the_figures_say()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 10; i++)
        {
            var scramble = BigScrambles.Draw(4, random.Next);
            var state = BigState.Solved(4).Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var ways = CentreSearch.Of(4).First(state, color, 1, 200, default);
                var least = ways[0].Count;
                Assert.InRange(least, 0, CentreSearch.Of(4).Figures(0, null).Count - 1);
                foreach (var way in ways)
                {
                    Assert.InRange(way.Count, least, least + 1);
                    Assert.Contains(color, new PlainBig(4).Turn(scramble).Turn(way).Centres.Values);
                }

                // One turn from it there is none that is shorter by two: the fewest turns differ by one at most.
                var beside = Singles(4).ElementAt(random.Next(54));
                Assert.InRange(CentreSearch.Of(4).First(state.Apply(beside), color, 0, 1, default)[0].Count, least - 1, least + 1);
            }
        }
    }

    [Fact]
    public void Of_a_5x5_every_way_of_three_turns_is_found_that_plain_trying_finds()
    {
        var random = new Random(PlainSeed.Today);
        BigTurn[] singles = [.. Singles(5)];
        for (var i = 0; i < 2; i++)
        {
            BigTurn[] scramble = [.. Enumerable.Range(0, 3).Select(_ => singles[random.Next(singles.Length)])];
            var state = BigState.Solved(5).Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var ways = CentreSearch.Of(5).First(state, color, 0, 500, default);
                var shorter = Enumerable.Range(0, ways[0].Count).Where(n => n < 3).SelectMany(n => Tried(n))
                    .Where(w => ReducedCube.IsWhole(state.Apply(w), (Face)color));
                Assert.Empty(shorter);
                Assert.All(ways, w => Assert.Equal(color, new PlainBig(5).Turn(scramble).Turn(w).Centres[(Face)color]));
            }
        }

        IEnumerable<BigTurn[]> Tried(int length) => length == 0 ? [[]]
            : Tried(length - 1).SelectMany(w => singles.Select(s => (BigTurn[])[.. w, s]));
    }

    [Theory]
    [InlineData(4, 10)]
    [InlineData(5, 1)]
    public void All_centres_are_made_one_by_one_and_what_stands_stays(int size, int many)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < many; i++)
        {
            var scramble = BigScrambles.Draw(size, random.Next);
            var cube = new PlainBig(size).Turn(scramble);
            var (plan, inOrder) = new CentrePlanner(size).Both(BigState.Solved(size).Apply(scramble), 1 + random.Next(2), null, default);
            Assert.True(plan.Sum(s => s.Turns.Count) <= inOrder.Sum(s => s.Turns.Count));
            Assert.Equal(6, plan.Select(s => s.Color).Distinct().Count());
            for (var at = 0; at < plan.Count; at++)
            {
                cube.Turn(plan[at].Turns);
                foreach (var stop in plan.Take(at + 1)) Assert.Equal(stop.Color, cube.Centres[stop.Face]);
            }

            // A centre that stands by chance comes first.
            var stood = new PlainBig(size).Turn(scramble).Centres.Values.ToHashSet();
            Assert.Equal(Faces.AllColors.Where(c => !stood.Contains(c)), inOrder.Skip(stood.Count).Select(s => s.Color));
        }
    }

    [Fact]
    public void Turns_that_meet_are_put_together_and_do_the_same()
    {
        var random = new Random(PlainSeed.Today);
        foreach (var size in new[] { 4, 5 })
            for (var i = 0; i < 300; i++)
            {
                BigTurn[] turns = [.. Enumerable.Range(0, 8).Select(_ => Singles(size).Where(t => t.Axis < 2).ElementAt(random.Next(36)))];
                var merged = BigRuns.Merged(turns, size);
                Assert.Equal(BigState.Solved(size).Apply(turns), BigState.Solved(size).Apply(merged));
                Assert.True(merged.Count <= turns.Length);
                for (var at = 1; at < merged.Count; at++) Assert.NotEqual(merged[at - 1].Inverse, merged[at]);
            }

        Assert.Empty(BigRuns.Merged(BigNotation.Parse("R Uw 2R2 2R2 Uw' R'", 4), 4));
        Assert.Equal("Rw", BigNotation.Written(BigRuns.Merged(BigNotation.Parse("R 2R", 4), 4), 4));
    }

    /// <summary>
    /// What is said to be made lies together after the turns and did not before, and the other way round; where all is said to stay, as
    /// much of every colour lies together as before.
    /// </summary>
    [Theory]
    [InlineData(4, 300)]
    [InlineData(5, 300)]
    public void What_turns_do_to_other_centres_is_so(int size, int many)
    {
        var (random, heard) = (new Random(PlainSeed.Today), new HashSet<string>());
        BigTurn[] singles = [.. Singles(size)];
        for (var i = 0; i < many; i++)
        {
            BigTurn[] scramble = random.GetItems(singles, 4 + random.Next(20)), way = random.GetItems(singles, 1 + random.Next(4));
            var state = BigState.Solved(size).Apply(scramble);
            var color = (Color)random.Next(6);
            var said = BigWords.Others(state, state.Apply(way), color);
            var (before, after) = (new PlainBig(size).Turn(scramble), new PlainBig(size).Turn(scramble).Turn(way));
            var about = $"seed {PlainSeed.Today}: {BigNotation.Written(scramble, size)} | {BigNotation.Written(way, size)}: {said}";
            var begin = said.StartsWith("Makes", StringComparison.Ordinal) ? 2 : 0;
            var apart = said.IndexOf("akes ", begin, StringComparison.Ordinal) is >= 0 and var at ? said[at..] : "";
            var makes = said[..^apart.Length];
            foreach (var other in Faces.AllColors.Where(c => c != color))
            {
                var (was, now) = (Shapes(before, other), Shapes(after, other));
                foreach (var shape in Enum.GetValues<CentreShape>().Select(s => CentreShapes.Name(s, size)))
                {
                    var more = now.Count(s => s == shape) - was.Count(s => s == shape);
                    Assert.True(Count(makes, shape) <= Math.Max(0, more) && Count(apart, shape) <= Math.Max(0, -more), about);
                    int Count(string text, string name) => text.Split($"{name} of {other.Name()}").Length - 1;
                }

                Assert.Equal(was.Order().SequenceEqual(now.Order()), !said.Contains($" of {other.Name()}", StringComparison.Ordinal));
            }

            heard.Add(said == "" ? "nothing" : said.Split(' ')[0]);
        }

        Assert.Superset(new HashSet<string> { "Makes", "Takes", "What" }, heard);

        // The greatest shape of a colour on each face, read off the stickers.
        List<string> Shapes(PlainBig cube, Color color) => [.. cube.All.Where(s => s.Color == color
            && new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }.Count(c => Math.Abs(c) == size - 1) == 1).GroupBy(s => s.Face)
            .Select(f => Shape([.. f.Select(s => Flat(s.Cell, s.Face))])).OfType<string>()];

        (int X, int Y) Flat((int X, int Y, int Z) cell, Face face) => ((int)face >> 1) switch
        {
            0 => (cell.X, cell.Z),
            1 => (cell.X, cell.Y),
            _ => (cell.Y, cell.Z),
        };

        string? Shape(HashSet<(int X, int Y)> cells)
        {
            if (size == 4) return cells.Count switch
            {
                4 => "the whole centre",
                3 => "three of four",
                _ => cells.Any(c => cells.Contains((c.X + 2, c.Y)) || cells.Contains((c.X, c.Y + 2))) ? "a bar" : null,
            };
            bool Row(int y) => new[] { -2, 0, 2 }.All(x => cells.Contains((x, y)));
            bool Column(int x) => new[] { -2, 0, 2 }.All(y => cells.Contains((x, y)));
            bool Outer(Func<int, bool> line) => line(-2) || line(2);
            return cells.Count == 9 ? "the whole centre"
                : Row(0) && Outer(Row) || Column(0) && Outer(Column) ? "a block of 2x3"
                : cells.Contains((0, 0)) && (Outer(Row) || Outer(Column)) ? "a T"
                : cells.Any(c => cells.Contains((c.X + 2, c.Y)) && cells.Contains((c.X, c.Y + 2)) && cells.Contains((c.X + 2, c.Y + 2)))
                    ? "a square of four"
                : Row(0) || Column(0) || Outer(Row) || Outer(Column) ? "a bar of three"
                : cells.Any(c => cells.Contains((c.X + 2, c.Y)) || cells.Contains((c.X, c.Y + 2))) ? "two side by side" : null;
        }
    }

    /// <summary>
    /// What is said of turns, against the stickers of a plain cube: what is whole, and how much lies on the face that is named.
    /// </summary>
    [Theory]
    [InlineData(4, 100)]
    [InlineData(5, 8)]
    public void What_is_said_of_a_turn_of_a_centre_is_so(int size, int many)
    {
        var (random, heard) = (new Random(PlainSeed.Today), new HashSet<string>());
        for (var i = 0; i < many; i++)
        {
            var scramble = BigScrambles.Draw(size, random.Next);
            var (state, cube) = (BigState.Solved(size).Apply(scramble), new PlainBig(size).Turn(scramble));
            var color = (Color)random.Next(6);
            var way = CentreSearch.Of(size).First(state, color, 0, 1, default)[0];
            var said = BigWords.Centre(state, way, color);
            Assert.Equal(way.Count, said.Count);
            for (var at = 0; at < way.Count; at++)
            {
                cube.Turn([way[at]]);
                var isWhole = cube.Centres.Values.Contains(color);
                Assert.Equal(isWhole, said[at].EndsWith("is whole", StringComparison.Ordinal));
                if (isWhole)
                {
                    // As many of its pieces were on other faces.
                    var face = cube.Centres.Single(c => c.Value == color).Key;
                    var away = new PlainBig(size).Turn(scramble).Turn(way.Take(at)).All.Count(s => s.Face != face && s.Color == color
                        && new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }.Count(c => Math.Abs(c) == size - 1) == 1);
                    Assert.StartsWith(away switch
                    {
                        1 => "puts in the last one: ",
                        2 => "puts in the last two: ",
                        3 => "puts in the last three: ",
                        _ => color.Name()
                    }, said[at], StringComparison.Ordinal);
                }

                foreach (var face in AllFaces.Where(f => !isWhole && said[at].EndsWith(CentreShapes.Name(f), StringComparison.Ordinal)))
                {
                    heard.Add(said[at].Split(' ')[0]);
                    var there = cube.All.Where(s => s.Face == face && s.Color == color && new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }
                        .Count(c => Math.Abs(c) == size - 1) == 1).Select(s => s.Cell).ToList();
                    var least = said[at] switch
                    {
                        var t when t.Contains("2x3", StringComparison.Ordinal) => 6,
                        var t when t.Contains("square", StringComparison.Ordinal) || t.Contains(" T ", StringComparison.Ordinal) => 4,
                        var t when t.Contains("three", StringComparison.Ordinal) => 3,
                        _ => 2,
                    };
                    Assert.True(there.Count >= least, $"{said[at]}: {there.Count}");
                    // Something of it lies side by side.
                    Assert.Contains(there, a => there.Any(b => Math.Abs(a.X - b.X) + Math.Abs(a.Y - b.Y) + Math.Abs(a.Z - b.Z) == 2));
                }
            }
        }

        Assert.Contains("makes", heard);
    }

    [Theory]
    [InlineData("0000 0110 0110 0000", CentreShape.Whole)]
    [InlineData("0000 0100 0110 0000", CentreShape.ThreeOfFour)]
    [InlineData("0000 0100 0100 0000", CentreShape.Two)]
    [InlineData("1111 1100 1011 1111", CentreShape.Apart)]
    [InlineData("00000 01110 01110 00000 00000", CentreShape.Block)]
    [InlineData("00000 01000 01100 01000 00000", CentreShape.Tee)]
    [InlineData("00000 01110 00010 00010 00000", CentreShape.BarOfThree)]
    [InlineData("00000 00110 00110 01000 00000", CentreShape.Square)]
    [InlineData("00000 00110 01000 00100 00000", CentreShape.Two)]
    [InlineData("00000 01010 00100 01010 00000", CentreShape.Apart)]
    public void Shapes_are_read_off_a_face(string face, CentreShape shape)
    {
        var rows = face.Split(' ');
        var size = rows.Length;
        var geometry = BigGeometry.Of(size);
        var bits = string.Concat(rows);
        // White where there is a one on the front; a face of its own that need be no cube's.
        var state = BigState.Of(geometry, [.. Enumerable.Range(0, geometry.Count).Select(s => geometry.FaceOf(s) == Face.F
            ? (byte)(bits[s % (size * size)] == '1' ? Color.White : Color.Red) : (byte)Color.Green)]);
        Assert.Equal(shape, CentreShapes.On(state, Face.F, Color.White));
    }

    /// <summary>
    /// White stands in front and blue behind, where no cube has both: one of them is kept, and each centre can be built beside it. Where
    /// two of the six are exchanged the other four are kept.
    /// </summary>
    [Fact]
    public void Of_centres_that_do_not_go_together_as_many_as_do_are_kept()
    {
        var planner = new CentrePlanner(4);
        var odd = Exchanged(Face.U, Face.F, Color.White, Color.Green).Apply(BigNotation.Parse("2F", 4));
        foreach (var color in Faces.AllColors)
        {
            var kept = CentrePlanner.Kept(odd, color);
            Assert.Contains(Assert.Single(kept).Key, new[] { Color.White, Color.Blue }.Where(c => c != color));
            Assert.All(planner.Next(odd, color, default), way => Assert.All(kept.Append(new(color, way.Face)), k =>
                Assert.Equal(k.Key, new PlainBig(4, $"{odd}").Turn(way.Turns).Centres[k.Value])));
            Assert.NotEmpty(planner.Next(odd, color, default));
        }

        foreach (var (one, other) in new[] { (Face.U, Face.D), (Face.F, Face.R) })
        {
            var two = Exchanged(one, other, (Color)one, (Color)other);
            Assert.Equal(Faces.AllColors.Except([(Color)one, (Color)other]), CentrePlanner.Kept(two).Keys.Order());
            foreach (var way in planner.Next(two, (Color)one, default))
                Assert.True(way.Turns.Count > 0 && ReducedCube.HasCentres(two.Apply(way.Turns)));
            Assert.NotEmpty(planner.Next(two, (Color)one, default));
        }

        foreach (var start in new[] { odd, Exchanged(Face.F, Face.R, Color.Green, Color.Red) })
        {
            var plan = planner.Plan(start, 2, null, default);
            Assert.True(ReducedCube.HasCentres(start.Apply(plan.SelectMany(p => p.Turns))));
            Assert.Equal(CentrePlanner.Kept(start).Count, plan.TakeWhile(p => p.Turns.Count == 0).Count());
        }

        static BigState Exchanged(Face one, Face other, Color first, Color second)
        {
            var geometry = BigGeometry.Of(4);
            var state = BigState.Of(geometry, [.. Enumerable.Range(0, geometry.Count).Select(s =>
                BigLegality.OfCentre(geometry, s) is null ? (byte)geometry.FaceOf(s)
                    : geometry.FaceOf(s) == one ? (byte)second : geometry.FaceOf(s) == other ? (byte)first : (byte)geometry.FaceOf(s))]);
            Assert.Null(BigLegality.Read(4, $"{state}").Flaw);
            return state;
        }
    }

    [Fact]
    public void A_plan_of_centres_is_given_up_when_it_is_cancelled()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        var state = BigState.Solved(5).Apply(BigScrambles.Draw(5, new Random(1).Next));
        Assert.ThrowsAny<OperationCanceledException>(() => CentreSearch.Of(5).First(state, Color.White, 0, 9, stop.Token));
    }
}
