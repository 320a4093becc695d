using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Search;
using TinCompass.Core.Tests.Methods.Cross;

namespace TinCompass.Core.Tests.Scrambling;

public class DrawingTests
{
    private static readonly CrossTable Table = CrossSearchTests.Search.Table;

    [Fact]
    public void Random_positions_are_legal_and_their_cross_lengths_fit_the_exact_distribution()
    {
        const int draws = 20_000;
        double[] exact = [1, 15, 158, 1_394, 9_809, 46_381, 97_254, 34_966, 102];
        var counts = new int[9];
        var random = new Random(20_31);
        for (var i = 0; i < draws; i++)
        {
            var position = RandomPosition.Draw(random.Next);
            Assert.Null(Legality.Check(position));
            counts[Table.Distances[CrossPosition.Of(position, (Color)(i % 6)).Index]]++;
        }

        // 0 to 3 are taken together, so that each class expects more than five. Six classes: five degrees of freedom, 0.1 % at 20.52.
        double[] expected = [exact[..4].Sum(), .. exact[4..]];
        int[] seen = [counts[..4].Sum(), .. counts[4..]];
        var chiSquare = expected.Zip(seen, (e, s) =>
            Math.Pow(s - (e * draws / CrossTable.PositionCount), 2) / (e * draws / CrossTable.PositionCount)).Sum();
        Assert.InRange(chiSquare, 0, 20.52);
    }

    [Fact]
    public void Every_piece_comes_everywhere_equally_often()
    {
        const int draws = 12_000;
        var random = new Random(77);
        var (corners, edges, odd) = (new int[24], new int[24], 0);
        for (var i = 0; i < draws; i++)
        {
            var position = RandomPosition.Draw(random.Next);
            corners[((int)position.CornerAt(Corner.DRB) * 3) + position.TwistAt(Corner.DRB)]++;
            edges[((int)position.EdgeAt(Edge.BL) * 2) + position.FlipAt(Edge.BL)]++;
            if (Legality.IsOdd(Enum.GetValues<Corner>().Select(c => (int)position.CornerAt(c)))) odd++;
        }

        // Expected 500 each, standard deviation 22; 24 · 2 figures stay within five of them.
        Assert.All(corners.Concat(edges), n => Assert.InRange(n, 390, 610));
        Assert.InRange(odd, 5_700, 6_300);
    }

    [Theory]
    [InlineData(Color.White, 7, 3)]
    [InlineData(Color.Red, 2, null)]
    [InlineData(Color.Green, null, 4)]
    [InlineData(Color.Orange, 8, null)]
    public void A_wished_position_fits_and_is_legal(Color color, int? length, int? bad)
    {
        var wish = new CrossWish(color, length, bad);
        var wished = new WishedPositions(Table, [wish]);
        var random = new Random(5);
        for (var i = 0; i < 40; i++)
        {
            var position = wished.Draw(random.Next);
            Assert.Null(Legality.Check(position));
            var outlook = CrossPlannerTests.Planner.Compare(position)[(int)color];
            if (length is not null) Assert.Equal(length, outlook.Length);
            if (bad is not null) Assert.Equal(bad, outlook.FarEdges);
        }
    }

    [Fact]
    public void All_crosses_that_fit_come_equally_often()
    {
        // One turn away: 15 crosses.
        var wished = new WishedPositions(Table, [new CrossWish(Color.Yellow, 1, null)]);
        var random = new Random(6);
        var seen = Enumerable.Range(0, 3_000).GroupBy(_ => CrossPosition.Of(wished.Draw(random.Next), Color.Yellow).Index)
            .Select(g => g.Count()).ToArray();
        Assert.Equal(15, seen.Length);
        Assert.All(seen, n => Assert.InRange(n, 130, 270));
    }

    [Fact]
    public void Two_wishes_are_met_together_and_impossible_ones_are_refused()
    {
        var wished = new WishedPositions(Table, [new CrossWish(Color.White, 5, null), new CrossWish(Color.Yellow, 7, 2)]);
        var position = wished.Draw(new Random(8).Next);
        Assert.True(wished.Fits(new CrossWish(Color.White, 5, null), position) && wished.Fits(new CrossWish(Color.Yellow, 7, 2), position));
        Assert.Contains("0 to 8 HTM", Assert.Throws<CrossWishException>(
            () => new WishedPositions(Table, [new CrossWish(Color.White, 9, null)])).Message, StringComparison.Ordinal);
        Assert.Throws<CrossWishException>(() => new WishedPositions(Table, [new CrossWish(Color.White, 0, 1)]));
    }

    [Fact]
    public void All_positions_that_fit_two_wishes_come_equally_often()
    {
        // Green and red share an edge. Both crosses one turn away: all pairs of turns that agree, found by turning.
        var wishes = new[] { new CrossWish(Color.Green, 1, null), new CrossWish(Color.Red, 1, null) };
        var wished = new WishedPositions(Table, wishes);
        var random = new Random(9);
        var seen = Enumerable.Range(0, 20_000).Select(_ => wished.Draw(random.Next))
            .GroupBy(p => (CrossPosition.Of(p, Color.Green).Index, CrossPosition.Of(p, Color.Red).Index)).ToArray();
        Assert.All(seen.SelectMany(g => g.Take(3)), p => Assert.Null(Legality.Check(p)));
        // Whoever draws green evenly and then red evenly among what agrees prefers the pairs of a green that has few.
        var all = (from green in Enumerable.Range(0, Turn.FaceTurnCount)
                   from red in Enumerable.Range(0, Turn.FaceTurnCount)
                   let places = EdgesAfter(Color.Green, green).Concat(EdgesAfter(Color.Red, red)).Distinct().ToArray()
                   where places.Length == 7 && places.Select(e => e.Place).Distinct().Count() == 7
                       && places.Select(e => e.Piece).Distinct().Count() == 7
                   select (Places(Color.Green, green), Places(Color.Red, red))).Distinct()
            .Where(p => p.Item1 != Places(Color.Green, -1) && p.Item2 != Places(Color.Red, -1)).Count();
        Assert.Equal(all, seen.Length);
        var mean = 20_000.0 / all;
        Assert.All(seen, g => Assert.InRange(g.Count(), mean - (6 * Math.Sqrt(mean)), mean + (6 * Math.Sqrt(mean))));
    }

    [Fact]
    public void Rare_wishes_are_met_and_those_that_contradict_each_other_are_told_apart()
    {
        CrossWish[] rare = [new(Color.White, 0, null), new(Color.Yellow, 0, null), new(Color.Green, 1, null)];
        var position = new WishedPositions(Table, rare).Draw(new Random(4).Next);
        Assert.All(rare, w => Assert.True(new WishedPositions(Table, rare).Fits(w, position)));
        // Five crosses done leave nothing to the sixth.
        var never = Faces.AllColors.Select(c => new CrossWish(c, c == Color.White ? 1 : 0, null)).ToArray();
        Assert.Contains("No position fits", Assert.Throws<CrossWishException>(
            () => new WishedPositions(Table, never).Draw(new Random(4).Next)).Message, StringComparison.Ordinal);
    }

    /// <summary>The four edges of a colour after one turn (−1: none) of a solved cube: piece, place and flip.</summary>
    private static IEnumerable<(int Piece, int Place, int Flip)> EdgesAfter(Color color, int turn)
    {
        var after = turn < 0 ? CubeState.Solved : CubeState.Solved.Apply(Turn.FromIndex(turn));
        return from place in Enumerable.Range(0, 12)
               let edge = after.EdgeAt((Edge)place)
               where Pieces.EdgeFaces[(int)edge].Contains(color.AsFace())
               select ((int)edge, place, after.FlipAt((Edge)place));
    }

    private static string Places(Color color, int turn) => string.Join(' ', EdgesAfter(color, turn).OrderBy(e => e.Piece));

    [Fact]
    public void A_position_near_solved_is_noticed()
    {
        Assert.True(WishedPositions.NearSolved(Generators.After("R U")));
        Assert.True(WishedPositions.NearSolved(CubeState.Solved));
        Assert.False(WishedPositions.NearSolved(Generators.After("R U F")));
    }

    [Fact]
    public void Tables_come_back_from_their_file_and_a_damaged_file_is_refused()
    {
        var tables = TwoPhaseTables.Build();
        using var stream = new MemoryStream();
        tables.Save(stream);
        stream.Position = 0;
        var position = RandomPosition.Draw(new Random(1).Next);
        Assert.Equal(new TwoPhaseSearch(tables).SequenceTo(position).ToString(),
            new TwoPhaseSearch(TwoPhaseTables.Load(stream)).SequenceTo(position).ToString());
        var bytes = stream.ToArray();
        Assert.Contains("cut short", Refusal(bytes[..^1000]), StringComparison.Ordinal);
        Assert.Contains("cut short", Refusal(bytes[..4]), StringComparison.Ordinal);
        Assert.Contains("no table file", Refusal([.. "not a table at all"u8]), StringComparison.Ordinal);
        bytes[^5000] ^= 1;
        Assert.Contains("checksum", Refusal(bytes), StringComparison.Ordinal);
        using var other = new MemoryStream();
        TableFile.Write(other, "two-phase 0", []);
        Assert.Contains("another version (two-phase 0)", Refusal(other.ToArray()), StringComparison.Ordinal);
    }

    private static string Refusal(byte[] bytes) =>
        Assert.Throws<InvalidDataException>(() => TwoPhaseTables.Load(new MemoryStream(bytes))).Message;
}
