using TinCompass.Core.BigCubes;
using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.BigCubes;

/// <summary>Turns that mend a parity: found, read, held otherwise; what they move is held against the plain cube.</summary>
public sealed class ParityWayTests
{
    private const string Known = "2R2 B2 U2 2L U2 2R' U2 2R U2 F2 2R F2 2L' B2 2R2";

    [Theory]
    [InlineData(4)]
    [InlineData(5)]
    public void What_turns_mend_and_move_is_so_and_the_search_finds_none_shorter_than_the_book(int size)
    {
        var (found, book) = (ParitySearch.Of(size), ParityBook.Of(size));
        Assert.All(found.Concat(book), way => Proved(way, size));
        foreach (var kind in found.GroupBy(w => (w.Mends, w.Reach)).Where(g => g.Key.Reach != ParityReach.Cube))
            Assert.Equal(kind.Min(w => w.Turns.Count), Least(kind.Key.Mends, kind.Key.Reach));
        foreach (var kind in found.GroupBy(w => w.Mends))
            Assert.Equal(kind.Min(w => w.Turns.Count), book.Where(w => w.Mends == kind.Key).Min(w => w.Turns.Count));
        Assert.Equal(size == 4 ? 3 : 1, book.Select(w => w.Mends).Distinct().Count());

        // Where the book has nothing of a reach it has something that reaches less far in no more turns.
        int Least(ParityFlaw mends, ParityReach reach) =>
            book.Where(w => w.Mends == mends && w.Reach <= reach).Min(w => w.Turns.Count) is var least
            && book.Any(w => w.Mends == mends && w.Reach == reach) ? book.Where(w => w.Mends == mends && w.Reach == reach)
                .Min(w => w.Turns.Count) : least;
    }

    /// <summary>What the plain cube says of turns made on the solved one.</summary>
    private static void Proved(ParityWay way, int size)
    {
        var cube = new PlainBig(size).Turn(way.Turns);
        Assert.Equal(6, cube.Centres.Count);
        Assert.Equal(size == 4 ? 12 : 11, cube.Edges.Count);
        Assert.Equal((way.Mends.HasFlag(ParityFlaw.OneEdge), way.Mends.HasFlag(ParityFlaw.TwoEdges)),
            (cube.Exchanges() % 2 == 1, cube.IsSwapped()));
        var were = new PlainBig(size).All.ToDictionary(s => (s.Cell, s.Face), s => s.Color);
        var moved = cube.All.Where(s => were[(s.Cell, s.Face)] != s.Color).Select(s => Place(s.Cell)).ToHashSet();
        Assert.True(moved.SetEquals(way.Edges.Concat(way.Corners)));
        Assert.All(way.Edges, e => Assert.Equal(2, e.Split('-').Length));
        Assert.All(way.Corners, c => Assert.Equal(3, c.Split('-').Length));
        var layers = moved.Select(m => m.Split('-').AsEnumerable()).Aggregate((a, b) => a.Intersect(b)).ToList();
        Assert.Equal(way.Reach, way.Corners.Count == 0 && way.Edges.Count == way.Mends switch
        {
            ParityFlaw.OneEdge => 1,
            ParityFlaw.TwoEdges => 2,
            _ => 0,
        } ? ParityReach.Alone : layers.Count > 0 ? ParityReach.Layer : ParityReach.Cube);
        if (way.Layer is { } layer) Assert.Contains(CentreShapes.Name(layer), layers);
        var said = BigWords.Reach(way);
        if (way.Reach == ParityReach.Alone) Assert.Equal("Nothing else moves.", said);
        else
        {
            Assert.Equal(way.Edges.Count > 0, said.Contains($"{way.Edges.Count} edge", StringComparison.Ordinal));
            Assert.Equal(way.Corners.Count > 0, said.Contains($"{way.Corners.Count} corner", StringComparison.Ordinal));
        }

        string Place((int X, int Y, int Z) cell) => string.Join('-', new[]
        {
            cell.Y == size - 1 ? "top" : cell.Y == 1 - size ? "bottom" : "",
            cell.Z == size - 1 ? "front" : cell.Z == 1 - size ? "back" : "",
            cell.X == size - 1 ? "right" : cell.X == 1 - size ? "left" : "",
        }.Where(w => w.Length > 0));
    }

    /// <summary>
    /// Joined cubes of which each parity is known, for one sequence of the book (or two) was made: what they need is seen, and in each hold
    /// that is told it is mended.
    /// </summary>
    [Theory]
    [InlineData(4)]
    [InlineData(5)]
    public void What_a_joined_cube_needs_is_seen_and_each_hold_mends_it(int size)
    {
        var random = new Random(PlainSeed.Today);
        var seen = new HashSet<ParityFlaw>();
        for (var i = 0; i < 60; i++)
        {
            var outer = BigScrambles.Draw(size, random.Next).Where(t => t.To == 1).ToList();
            var broken = (size, random.Next(4)) switch
            {
                (_, 0) => [],
                (5, _) or (_, 1) => BigNotation.Parse(Known, size),
                (_, 2) => BigNotation.Parse(Parities.TwoEdges, size),
                _ => [.. BigNotation.Parse(Known, size), .. BigNotation.Parse(Parities.TwoEdges, size)],
            };
            var turns = (IReadOnlyList<BigTurn>)[.. outer, .. broken, .. outer.Take(random.Next(8))];
            var state = BigState.Solved(size).Apply(turns);
            var need = ParityWay.NeedOf(state)!.Value;
            seen.Add(need);
            Assert.Equal(broken.Count == 0, need == ParityFlaw.None);
            var plain = new PlainBig(size).Turn(turns);
            if (size == 4) Assert.Equal((plain.Exchanges() % 2 == 1, plain.IsSwapped()),
                (need.HasFlag(ParityFlaw.OneEdge), need.HasFlag(ParityFlaw.TwoEdges)));
            foreach (var way in ParityBook.For(size, need))
            {
                var holds = way.Holds(state);
                Assert.NotEmpty(holds);
                foreach (var hold in holds)
                {
                    var cube = new PlainBig(size).Turn(turns).Turn(hold.Turns);
                    Assert.Equal((6, 12), (cube.Centres.Count, cube.Edges.Count));
                    Assert.Equal((0, false), (cube.Exchanges() % 2, cube.IsSwapped()));
                    Assert.Equal(Facelets.Write(hold.After), Small(cube, size));
                    Assert.Equal(BigTurns.Count(way.Turns, size), BigTurns.Count(hold.Turns, size));
                }

                Assert.Equal(holds.Count, holds.Select(h => h.After).Distinct().Count());
            }
        }

        Assert.Equal(size == 4 ? 4 : 2, seen.Count);
    }

    private static string Small(PlainBig cube, int size) => string.Concat(cube.All
        .Where(s => new[] { s.Cell.X, s.Cell.Y, s.Cell.Z }.All(c => Math.Abs(c) == size - 1 || c == (size % 2 == 1 ? 0 : 1)))
        .ToDictionary(s => BigGeometry.Of(3).StickerAt((Third(s.Cell.X), Third(s.Cell.Y), Third(s.Cell.Z)), s.Face), s => s.Color)
        .OrderBy(s => s.Key).Select(s => s.Value.Letter()));

    private static int Third(int c) => Math.Abs(c) < 2 ? 0 : Math.Sign(c) * 2;

    [Theory]
    [InlineData(4, "R U R' U'", "no-parity", "leave the parity as it is")]
    [InlineData(4, "", "no-parity", "leave the parity as it is")]
    [InlineData(4, "Rw U", "centres-apart", "The centres are not whole")]
    [InlineData(4, "2R U R U' 2R'", "edges-apart", "edges apart that were whole")]
    [InlineData(5, "2R2 U2 2R2 Uw2 2R2 Uw2", "centres-apart", "The centres are not whole")]
    public void Turns_that_mend_nothing_are_refused(int size, string text, string code, string message)
    {
        Assert.Null(ParityWay.Read(BigNotation.Parse(text, size), size, out var refusal));
        Assert.Equal(code, refusal!.Code);
        Assert.Contains(message, refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Turns_with_a_rotation_are_read_as_without()
    {
        var (plain, turned) = (Read(Known), Read($"x {Known} x'"));
        Assert.Equal(["top-front"], plain.Edges);
        Assert.Equal(plain.Mends, Read($"y {Known}").Mends);
        Assert.Equal(ParityReach.Alone, turned.Reach);
        Assert.NotEqual(plain.Edges, turned.Edges);

        static ParityWay Read(string text) => ParityWay.Read(BigNotation.Parse(text, 4), 4, out _)!;
    }

    /// <summary>What the hands turn does to a 3x3 what the turns do to the outer layers and the middle of a bigger cube.</summary>
    [Theory]
    [InlineData("R Uw2 F' Lw D2 Bw", "R u2 F' l D2 b", 4)]
    [InlineData("2R 2L' 3R2", "r R' l' L l2 L2", 4)]
    [InlineData("M 2R E' S2 3Rw x y'", "M r R' E' S2 r x y'", 5)]
    public void Hands_turn_a_bigger_cube_in_turns_of_the_small_one(string big, string small, int size) =>
        Assert.Equal(small, string.Join(' ', BigTurns.Gripped(BigNotation.Parse(big, size), size)));
}
