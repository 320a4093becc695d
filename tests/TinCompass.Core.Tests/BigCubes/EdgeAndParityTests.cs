using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.BigCubes;

/// <summary>Edges, parity and whole solves of bigger cubes, against a plain cube of stickers.</summary>
public class EdgeAndParityTests
{
    private static BigPlanner Planner(int size, BigSchool school = BigSchool.Centres)
    {
        var planner = new WholePlanner(Core.Methods.Catalog.Book(StageKit.Shelf), alike: 0);
        var method = Core.Methods.Catalog.Methods[0];
        var options = new CourseOptions(new Core.Hands.HandModel(Core.Hands.HandPreferences.Usual), true, false, 1);
        var foci = planner.Foci(method, [Color.White]);
        return new BigPlanner(size, (cube, cancel) => planner.Best(method, cube, foci, options, cancel)!.MadeStops, school);
    }

    /// <summary>
    /// Position by position: twelve of a 4x4, four wings on four places, an edge and the other not told apart, and 6!/3! of three edges; on
    /// a 5x5 the middle pieces besides, so 96 and 5760.
    /// </summary>
    [Theory]
    [InlineData(4, 2, 12, "0:4 9:4 11:4")]
    [InlineData(5, 2, 96, "0:4 9:20 11:16 15:8 18:8 24:32 33:8")]
    [InlineData(4, 3, 120, "0:8 7:48 9:24 11:8 13:32")]
    [InlineData(5, 3, 5760, "0:8 7:144 9:88 11:32 13:144 14:1088 15:24 16:704 18:208 20:96 21:368 22:448 24:104 26:32 28:256 29:1888 31:32 "
        + "33:32 36:64")]
    public void The_last_edges_are_all_there_and_each_takes_so_many_turns(int size, int edges, int all, string figures)
    {
        var last = LastEdges.Of(size, edges);
        Assert.Equal(figures, string.Join(' ', last.Figures.Select(f => $"{f.Turns}:{f.Positions}")));
        Assert.Equal(all, last.Figures.Sum(f => f.Positions));
    }

    /// <summary>Each way joins the position that it is of, which is met backwards from a joined cube, on the plain one.</summary>
    [Theory]
    [InlineData(4, 2)]
    [InlineData(5, 2)]
    [InlineData(4, 3)]
    [InlineData(5, 3)]
    public void The_last_edges_are_joined_by_the_way_of_each_position(int size, int edges)
    {
        var (random, last) = (new Random(PlainSeed.Today), LastEdges.Of(size, edges));
        foreach (var way in last.Ways.Where(w => w.Count > 0).OrderBy(_ => random.Next()).Take(120))
        {
            BigTurn[] back = [.. way.Reverse().Select(t => t.Inverse)];
            var outer = BigScrambles.Draw(size, random.Next).Where(t => t.To == 1).ToList();
            var state = BigState.Solved(size).Apply(outer).Apply(back);
            var cube = new PlainBig(size).Turn(outer).Turn(back);
            Assert.InRange(12 - cube.Edges.Count, 1, edges);
            var turns = last.Of(state)!;
            Assert.InRange(turns.Count, 0, way.Count);
            cube.Turn(turns);
            Assert.Equal((6, 12), (cube.Centres.Count, cube.Edges.Count));
        }
    }

    /// <summary>
    /// Which of an edge's two colours is named first is nothing to the turns: a position takes as many when the two change places on all
    /// parts of an edge.
    /// </summary>
    [Theory]
    [InlineData(4, 2)]
    [InlineData(5, 2)]
    [InlineData(4, 3)]
    [InlineData(5, 3)]
    public void The_last_edges_take_as_many_turns_with_their_colours_exchanged(int size, int many)
    {
        var (random, last, geometry) = (new Random(PlainSeed.Today), LastEdges.Of(size, many), BigGeometry.Of(size));
        int[] top = [.. Enumerable.Range(0, geometry.Count).Where(s => geometry.Cell(s) is var (x, y, z)
            && y == size - 1 && (Math.Abs(z) == size - 1) != (Math.Abs(x) == size - 1))];
        for (var i = 0; i < 200; i++)
        {
            var state = BigState.Solved(size).Apply(last.Ways[random.Next(last.Ways.Count)].Reverse().Select(t => t.Inverse));
            var cost = last.CostOf(state);
            var letters = $"{state}".ToCharArray();
            // On a 5x5 of both edges: a cube with one middle piece turned over is none.
            string[] edges = size == 5 ? ["WG", "WB"] : random.Next(2) == 0 ? ["WG"] : ["WB"];
            foreach (var edge in edges)
                foreach (var piece in top.GroupBy(geometry.Cell).Where(p => p.Select(s => letters[s]).ToHashSet().SetEquals(edge)))
                    foreach (var s in piece) letters[s] = letters[s] == edge[0] ? edge[1] : edge[0];
            var renamed = BigLegality.Read(size, new string(letters)).State!;
            Assert.NotEqual($"{state}", $"{renamed}");
            Assert.NotNull(cost);
            Assert.Equal(cost, last.CostOf(renamed));
        }
    }

    [Theory]
    [InlineData(4)]
    [InlineData(5)]
    public void One_edge_turned_over_is_two_wings_exchanged_and_nothing_else(int size)
    {
        var geometry = BigGeometry.Of(size);
        var after = BigState.Solved(size).Apply(BigNotation.Parse(Parities.OneEdge, size));
        var moved = Enumerable.Range(0, geometry.Count).Where(s => after[s] != (Color)geometry.FaceOf(s)).ToList();
        Assert.Equal(4, moved.Count);
        Assert.All(moved, s => Assert.True(geometry.Cell(s) is { Y: var y, Z: var z } && y == size - 1 && z == size - 1));
        Assert.True(Parities.IsOdd(after));
        Assert.False(Parities.IsOdd(BigState.Solved(size)));
    }

    [Fact]
    public void Two_edges_exchanged_are_four_wings_and_nothing_else()
    {
        var geometry = BigGeometry.Of(4);
        var after = BigState.Solved(4).Apply(BigNotation.Parse(Parities.TwoEdges, 4));
        var moved = Enumerable.Range(0, geometry.Count).Where(s => after[s] != (Color)geometry.FaceOf(s)).ToList();
        // Their colours on the top are the same.
        Assert.Equal(4, moved.Count);
        Assert.Equal([Face.F, Face.B], moved.Select(geometry.FaceOf).Distinct());
        Assert.Equal(Law.Parity, ReducedCube.Read(after).Flaw!.Law);
        Assert.False(Parities.IsOdd(after));
    }

    [Theory]
    [InlineData(4)]
    [InlineData(5)]
    public void Wings_are_odd_after_an_odd_number_of_quarter_turns_of_inner_layers(int size)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 200; i++)
        {
            var turns = BigScrambles.Draw(size, random.Next);
            // Of a 4x4 a wide turn carries one inner layer, of a 5x5 the second, with the middle or without.
            var quarters = turns.Where(t => t.To > 1).Sum(t => t.Quarters);
            var state = BigState.Solved(size).Apply(turns);
            Assert.Equal(quarters % 2 == 1, Parities.IsOdd(state));
            // What is said of it: exchanges as the plain cube counts them, quarter turns of inner layers as they are written.
            var said = BigWords.Why(state, turns);
            var exchanges = new PlainBig(size).Turn(turns).Exchanges();
            Assert.Contains($": {exchanges} exchanges bring them home, an {(exchanges % 2 == 0 ? "even" : "odd")} number. "
                + $"The turns so far hold {turns.Sum(t => InnerQuarters(t, size))} quarter turns of an inner layer", said,
                StringComparison.Ordinal);
            Assert.EndsWith($": {(exchanges % 2 == 0 ? "even" : "odd")} too.", said, StringComparison.Ordinal);
            Assert.Equal(exchanges, said.Split(" of ")[1].Split(':')[0].Split([", ", " and "], StringSplitOptions.None)
                .Sum(n => int.Parse(n, null) - 1));
            Assert.DoesNotContain("quarter", BigWords.Why(state, null), StringComparison.Ordinal);
        }
    }

    /// <summary>
    /// Ten thousand cubes whose edges are mixed as joining mixes them, half of them from a cube with a parity: what is foreseen from the
    /// wings is met when they are joined again.
    /// </summary>
    [Fact]
    public void A_parity_that_is_foreseen_is_met_when_all_edges_are_joined()
    {
        var (random, moves, broken, met) = (new Random(PlainSeed.Today), EdgeMoves.Of(4), BigNotation.Parse(Parities.OneEdge, 4), 0);
        for (var i = 0; i < 10_000; i++)
        {
            var outer = Enumerable.Range(0, 8).Select(_ => BigTurn.Of((Face)random.Next(6), 1, 1, 1 + random.Next(3))).ToList();
            if (random.Next(2) == 0) outer.AddRange(broken);
            var mixing = Enumerable.Range(0, 5).SelectMany(_ => moves.Setups[random.Next(moves.Setups.Length)].Turns
                .Concat(moves.Short[random.Next(moves.Short.Length)].Turns)).ToList();
            var mixed = BigState.Solved(4).Apply(outer).Apply(mixing);
            var foreseen = Parities.IsOdd(mixed);
            if (i % 100 == 0) Assert.Equal(new PlainBig(4).Turn(outer).Turn(mixing).Exchanges() % 2 == 1, foreseen);
            var joined = mixed.Apply(Enumerable.Reverse(mixing).Select(t => t.Inverse));
            Assert.Equal(foreseen, ReducedCube.Read(joined).Flaw?.Law == Law.EdgeFlip);
            met += foreseen ? 1 : 0;
        }

        Assert.InRange(met, 4_500, 5_500);
    }

    // Layer by layer, the outer ones and the middle left out.
    private static int InnerQuarters(BigTurn turn, int size) => Enumerable.Range(turn.From, turn.To - turn.From + 1)
        .Count(layer => layer > 1 && layer < size && 2 * layer != size + 1) * (turn.Quarters == 3 ? 1 : turn.Quarters);

    [Theory]
    [InlineData("Rw U2 Rw'", "Set-up Rw, exchange U2, undo Rw'.")]
    [InlineData("R Uw F2 L Uw' R'", "Set-up R Uw, exchange F2 L, undo Uw' R'.")]
    [InlineData("2R U 2R' U'", "2R and U, then both undone in that order.")]
    [InlineData("2R U 2L 2R' 2L' U'", "2R and U 2L, then both undone in that order.")]
    [InlineData("D' Bw D' Bw' D S' D S", "Set-up D' Bw, exchange D', undo Bw' D; set-up S', exchange D, undo S.", 5)]
    [InlineData("Rw U2 Rw' F", "Set-up Rw, exchange U2, undo Rw'; F.")]
    [InlineData("R U F", "")]
    [InlineData("R R'", "")]
    [InlineData("", "")]
    public void Turns_that_are_undone_around_others_are_told_as_what_they_are(string turns, string said, int size = 4) =>
        Assert.Equal(said, BigWords.Shape(BigNotation.Parse(turns, size), size));

    [Theory]
    [InlineData(4, 3)]
    [InlineData(5, 1)]
    public void A_whole_plan_solves_the_cube_and_each_stop_does_what_it_says(int size, int many)
    {
        var (random, planner) = (new Random(PlainSeed.Today), Planner(size));
        for (var i = 0; i < many; i++)
        {
            var scramble = BigScrambles.Draw(size, random.Next);
            var cube = new PlainBig(size).Turn(scramble);
            var said = new List<string>();
            var plan = planner.Plan(BigState.Solved(size).Apply(scramble), new Heard(p => said.Add($"{p.Stage}")), default);
            Assert.Equal(["Centre", "Edges", "Parity", "Small"], said.Distinct());
            // Known when the centres stand, though nothing shows it then.
            if (size == 4)
                Assert.Equal(plan.IsOdd, plan.Stops.Any(s => s.Name.StartsWith("parity: one edge turned over", StringComparison.Ordinal)));
            foreach (var stop in plan.Stops)
            {
                var (before, odd, state) = (cube.Edges, cube.Exchanges() % 2 == 1, BigLegality.Read(size, Letters(cube, size)).State!);
                cube.Turn(stop.Turns);
                var told = BigWords.Parity(state, state.Apply(stop.Turns));
                Assert.Equal(odd != (cube.Exchanges() % 2 == 1), told.Length > 0);
                if (told.Length > 0) Assert.Equal(odd, told.Contains("mended", StringComparison.Ordinal));
                if (stop.Stage == BigStage.Centre) Assert.Contains(stop.Parts[0], cube.Centres.Values.Select(c => c.Name()));
                if (stop.Stage == BigStage.Edges)
                {
                    Assert.Equal(6, cube.Centres.Count);
                    Assert.Equal(cube.Edges.Except(before).Order(StringComparer.Ordinal),
                        stop.Parts.Select(Sorted).Order(StringComparer.Ordinal));
                }

                if (stop.Stage is BigStage.Parity or BigStage.Small) Assert.Equal(12, cube.Edges.Count);
            }

            Assert.True(cube.IsSolved);
            Assert.True(new PlainBig(size).Turn(scramble).Turn(BigNotation.Parse(BigNotation.Written(plan.All, size), size)).IsSolved);
        }

        static string Letters(PlainBig plain, int n) => string.Concat(plain.All
            .ToDictionary(s => BigGeometry.Of(n).StickerAt(s.Cell, s.Face), s => s.Color)
            .OrderBy(s => s.Key).Select(s => s.Value.Letter()));

        static string Sorted(string edge) =>
            string.Join('-', edge.Split('-').OrderBy(c => Faces.TryParseColor(c, out var color) ? color : 0));
    }

    /// <summary>
    /// Two centres across, three edges of the base round the first of them in the order of the cube, the other centres with all of that
    /// kept, the rest; what is said of turns that make four centres is so.
    /// </summary>
    [Theory]
    [InlineData(4, 3)]
    [InlineData(5, 1)]
    public void By_the_second_school_three_edges_stand_before_the_other_centres_and_stay(int size, int many)
    {
        var (random, planner) = (new Random(PlainSeed.Today), Planner(size, BigSchool.Edges));
        for (var i = 0; i < many; i++)
        {
            var scramble = BigScrambles.Draw(size, random.Next);
            var start = BigState.Solved(size).Apply(scramble);
            if (!BaseFirst.CanBegin(start)) continue;
            var cube = new PlainBig(size).Turn(scramble);
            var (plan, now) = (planner.Plan(start, null, default), start);
            string[] two = [plan.Stops[0].Parts[0], plan.Stops[1].Parts[0]];
            string[] three = [.. plan.Stops.Skip(2).Take(3).Select(s => s.Parts.Single())];
            Assert.All(three, e => Assert.Contains(two[0], e.Split('-')));
            for (var at = 0; at < 6; at++)
            {
                var said = BigWords.Centres(now, plan.Stops[at].Turns);
                for (var t = 0; t < said.Count; t++)
                {
                    var before = cube.Centres.Values.Select(c => c.Name()).ToHashSet();
                    cube.Turn([plan.Stops[at].Turns[t]]);
                    var after = cube.Centres.Values.Select(c => c.Name()).ToHashSet();
                    foreach (var name in Faces.AllColors.Select(c => c.Name()))
                        Assert.Equal(before.Contains(name) != after.Contains(name), said[t].Contains(name, StringComparison.Ordinal));
                    Assert.Equal(after.Except(before).Any(), said[t].Contains("whole", StringComparison.Ordinal));
                    Assert.Equal(before.Except(after).Any(), said[t].Contains("apart", StringComparison.Ordinal));
                }

                now = now.Apply(plan.Stops[at].Turns);
                var made = three.Take(at - 1).ToList();
                Assert.True(at == 0 || cube.Centres.Values.Select(c => c.Name()).ToHashSet().IsSupersetOf(two));
                Assert.Empty(made.Except(cube.Edges));
                // Each lies beside the base's centre, that colour there; their other colours go round as on the cube.
                if (at > 0) Assert.True(IsRound(cube, two[0], made, size), $"seed {PlainSeed.Today}, {i}: stop {at}");
            }

            Assert.Equal(6, cube.Centres.Count);
            foreach (var stop in plan.Stops.Skip(6)) cube.Turn(stop.Turns);
            Assert.True(cube.IsSolved);
        }

        static bool IsRound(PlainBig cube, string color, List<string> edges, int n)
        {
            // By turning the face of the base alone, all of them come beside the centres of some hold of the solved cube.
            var face = cube.Centres.Single(c => c.Value.Name() == color).Key;
            var stickers = cube.All.Where(s => new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }.Count(c => Math.Abs(c) == n - 1) == 2)
                .GroupBy(s => s.Cell).Select(p => p.ToList()).Where(p => p.Any(s => s.Face == face && s.Color.Name() == color)).ToList();
            return Hold.All.Where(h => h.ColorAt(face).Name() == color).Any(h => edges.All(e => stickers
                .Count(p => p.Any(s => s.Face != face && h.ColorAt(s.Face) == s.Color && e.Split('-').Contains(s.Color.Name()))) == n - 2));
        }
    }

    /// <summary>
    /// Turn by turn of a plan: what is said to lie together does so and did not before, the layers are aside or back as said; and where the
    /// parts of each edge lie is where the plain cube has them.
    /// </summary>
    [Theory]
    [InlineData(4, 12)]
    [InlineData(5, 3)]
    public void What_is_said_of_turns_that_join_edges_is_so(int size, int many)
    {
        var (random, heard) = (new Random(PlainSeed.Today), new HashSet<string>());
        for (var i = 0; i < many; i++)
        {
            var moves = EdgeMoves.Of(size);
            BigTurn[] mixed = [.. Enumerable.Range(0, 20).SelectMany(_ => moves.Setups[random.Next(moves.Setups.Length)].Turns
                .Concat(moves.Short[random.Next(moves.Short.Length)].Turns))];
            var (state, cube) = (BigState.Solved(size).Apply(mixed), new PlainBig(size).Turn(mixed));
            BigTurn[] turns = [.. new EdgePlanner(size).Plan(state, 2, null, default).SelectMany(s => s.Turns)];
            var said = BigWords.Edges(state, turns);
            for (var at = 0; at < turns.Length; at++)
            {
                Assert.All(ReducedCube.Parts(state), p => Assert.Equal(
                    cube.Parts.Where(q => q.Edge == p.Edge).Select(q => q.Place).Distinct().Order(StringComparer.Ordinal),
                    p.Places.Select(ReducedCube.PlaceOf).Order(StringComparer.Ordinal)));
                Assert.Equal(cube.Edges, ReducedCube.Parts(state).Where(p => p.IsWhole).Select(p => p.Edge).Order(StringComparer.Ordinal));
                var (whole, stood, lack) = (cube.Edges, cube.Centres.Count == 6, Lacking(cube));
                cube.Turn([turns[at]]);
                state = state.Apply(turns[at]);
                string[] told = [.. said[at].Split("; ").Where(t => t.EndsWith(" together", StringComparison.Ordinal))
                    .SelectMany(t => t[..^9].Split([", ", " and "], StringSplitOptions.None))];
                Assert.Equal(cube.Edges.Except(whole).Order(StringComparer.Ordinal), told.Order(StringComparer.Ordinal));
                Assert.Equal(stood && cube.Centres.Count < 6, said[at].Contains("layers aside", StringComparison.Ordinal));
                Assert.Equal(!stood && cube.Centres.Count == 6,
                    said[at].Contains("layers back, the centres are whole", StringComparison.Ordinal));
                if (size == 5)
                    Assert.Equal(Lacking(cube).Where(e => e.Value == 1 && lack[e.Key] == 2).Select(e => $"a wing of {e.Key} joined")
                        .Order(StringComparer.Ordinal), said[at].Split("; ").Where(t => t.StartsWith("a wing", StringComparison.Ordinal))
                        .Order(StringComparer.Ordinal));
                foreach (var part in said[at].Split("; ")) heard.Add(part.Split(' ')[^1]);
            }
        }

        Assert.Superset(new HashSet<string> { "together", "aside", "whole" }, heard);

        // How many wings of each edge of a 5x5 do not lie beside its middle piece as they belong.
        static Dictionary<string, int> Lacking(PlainBig cube) => cube.Parts.GroupBy(p => p.Edge).ToDictionary(e => e.Key, e =>
            e.FirstOrDefault(p => p.Along == 0) is { Place: { } place } middle
                ? 2 - e.Count(p => p.Along != 0 && p.Place == place && p.First == middle.First) : 0);
    }

    [Theory]
    [InlineData(4)]
    [InlineData(5)]
    public void A_reduced_cube_turns_as_the_3x3_that_it_is(int size)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 100; i++)
        {
            Turn[] turns = [.. Enumerable.Range(0, 20).Select(_ => Turn.FromIndex(random.Next(Turn.Count)))];
            var (cube, flaw) = ReducedCube.Read(BigState.Solved(size).Apply(BigTurns.Of(turns, size)));
            Assert.Null(flaw);
            Assert.Equal(Facelets.Write(CubeState.Solved.Apply(turns)), Facelets.Write(cube!.Value));
        }

        Assert.Throws<ArgumentException>(() => ReducedCube.Read(BigState.Solved(size).Apply(BigNotation.Parse("Rw", size))));
    }

    private sealed class Heard(Action<BigProgress> heard) : IProgress<BigProgress>
    {
        public void Report(BigProgress value) => heard(value);
    }
}
