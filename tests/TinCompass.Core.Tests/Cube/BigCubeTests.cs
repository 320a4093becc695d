using TinCompass.Core.Cube;
using TinCompass.Core.Cube.Big;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Cube;

/// <summary>Bigger cubes: turns against the 3x3 and against a plain cube of stickers in space, notation, legality, scrambles.</summary>
public class BigCubeTests
{
    private static readonly int[] Sizes = [2, 3, 4, 5, 6, 7];

    private static BigTurn Any(Random random, int size)
    {
        var (face, quarters) = ((Face)random.Next(6), 1 + random.Next(3));
        if (random.Next(8) == 0) return BigTurn.Of(face, 1, size, quarters);
        return size > 2 && random.Next(2) == 0 && 2 + random.Next(size - 2) is var layer ? BigTurn.Of(face, layer, layer, quarters)
            : BigTurn.Of(face, 1, 1 + random.Next(size - 1), quarters);
    }

    [Fact]
    public void Of_size_three_it_is_the_3x3()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 200; i++)
        {
            BigTurn[] turns = [.. Enumerable.Range(0, 25).Select(_ => Any(random, 3))];
            var written = BigNotation.Written(turns, 3);
            Assert.Equal(Facelets.Write(CubeState.Solved.Apply(Algorithm.Parse(written).Turns)), $"{BigState.Solved(3).Apply(turns)}");
        }
    }

    /// <summary>Stickers as points in space, turned by a rule of their own.</summary>
    [Fact]
    public void Turns_move_the_stickers_of_a_plain_cube()
    {
        var random = new Random(PlainSeed.Today);
        foreach (var size in Sizes)
        {
            var geometry = BigGeometry.Of(size);
            Assert.Equal(6 * size * size, geometry.Count);
            for (var i = 0; i < 20; i++)
            {
                BigTurn[] turns = [.. Enumerable.Range(0, 30).Select(_ => Any(random, size))];
                var state = BigState.Solved(size).Apply(turns);
                foreach (var (cell, face, color) in new PlainBig(size).Turn(turns).All)
                    Assert.Equal(color, state[geometry.StickerAt(cell, face)]);
                Assert.True(state.Apply(turns.Reverse().Select(t => t.Inverse)).IsSolved);
            }
        }
    }

    [Fact]
    public void Every_turn_is_written_and_read_again()
    {
        foreach (var size in Sizes)
            foreach (var face in Enum.GetValues<Face>())
                for (var quarters = 1; quarters < 4; quarters++)
                {
                    for (var to = 1; to <= size; to++) Check(BigTurn.Of(face, 1, to, quarters), size);
                    for (var layer = 2; layer < size; layer++) Check(BigTurn.Of(face, layer, layer, quarters), size);
                }

        Assert.Equal("R Rw 3Rw' 2R2 Uw M x'", BigNotation.Written(BigNotation.Parse("R r3Rw' 2R2'// a comment\nUw\tM x'", 5), 5));

        static void Check(BigTurn turn, int size)
        {
            var read = Assert.Single(BigNotation.Parse(turn.Written(size), size));
            var scrambled = BigState.Solved(size).Apply(Scrambled(size));
            Assert.Equal(scrambled.Apply(turn), scrambled.Apply(read));
        }

        static IEnumerable<BigTurn> Scrambled(int size) =>
            Enumerable.Range(0, 12).Select(i => BigTurn.Of((Face)(i * 5 % 6), 1, 1 + (i % (size - 1)), 1 + (i % 3)));
    }

    [Theory]
    [InlineData(4, "R M", 3, "M", "has no middle layer")]
    [InlineData(4, "R\n  4Rw", 3, "4Rw", "2 to 3 layers")]
    [InlineData(5, "1R", 1, "1R", "a layer from 2 to 4")]
    [InlineData(5, "5R", 1, "5R", "a layer from 2 to 4")]
    [InlineData(5, "3r", 1, "3r", "R in upper case")]
    [InlineData(5, "2x", 1, "2x", "U D F B R L alone")]
    [InlineData(5, "U q F", 3, "q", "a turn such as")]
    [InlineData(5, "R22", 3, "2", "a turn such as")]
    public void What_is_no_turn_is_told_with_its_place(int size, string text, int column, string offending, string expected)
    {
        var error = Assert.Throws<NotationException>(() => BigNotation.Parse(text, size));
        Assert.Equal(("unknown-turn", column, offending), (error.Code, error.Column, error.Offending));
        Assert.Contains(expected, error.Message, StringComparison.Ordinal);
        var tooLong = string.Join(' ', Enumerable.Repeat("R", 2001));
        Assert.Equal("too-long", Assert.Throws<NotationException>(() => BigNotation.Parse(tooLong, 4)).Code);
    }

    [Fact]
    public void Positions_that_turns_lead_to_are_legal()
    {
        var random = new Random(PlainSeed.Today);
        foreach (var size in Sizes)
            for (var i = 0; i < 30; i++)
            {
                var state = BigState.Solved(size).Apply(Enumerable.Range(0, 40).Select(_ => Any(random, size)));
                var (read, flaw) = BigLegality.Read(size, $"{state}");
                Assert.Null(flaw);
                Assert.Equal(state, read);
                Assert.Equal(state.GetHashCode(), read!.GetHashCode());
            }
    }

    [Fact]
    public void An_exchange_of_two_wings_is_legal_and_other_exchanges_are_not()
    {
        foreach (var size in Sizes.Where(s => s > 3))
        {
            var (geometry, solved) = (BigGeometry.Of(size), $"{BigState.Solved(size)}");
            var (far, apart) = (size - 1, size - 3);
            int At(int x, int y, int z, Face face) => geometry.StickerAt((x, y, z), face);
            // The two wings of an edge change places: each lies in the other's place in the only way it can.
            var (one, other) = ((U: At(apart, far, far, Face.U), F: At(apart, far, far, Face.F)),
                (U: At(-apart, far, far, Face.U), F: At(-apart, far, far, Face.F)));
            Assert.Null(Read(size, solved, (one.U, 'G'), (one.F, 'W'), (other.U, 'G'), (other.F, 'W')));
            // One of them alone cannot be turned over.
            Assert.Equal(Law.PieceOnce, Read(size, solved, (one.U, 'G'), (one.F, 'W'))!.Law);
            // Centre pieces of one kind change places; with a piece of another kind they do not.
            var (white, green) = (At(apart, far, apart, Face.U), At(apart, apart, far, Face.F));
            Assert.Null(Read(size, solved, (white, 'G'), (green, 'W')));
            var (corner, edge) = (At(far, far, far, Face.U), At(apart, far, far, Face.F));
            Assert.NotNull(Read(size, solved, (corner, 'G'), (edge, 'W')));
            var ofOtherKind = At(apart, size % 2 == 0 ? 1 : 0, far, Face.F);
            if (size > 4) Assert.Equal(Law.Counts, Read(size, solved, (white, 'G'), (ofOtherKind, 'W'))!.Law);
            // A corner twisted in its place.
            var (front, right) = (At(far, far, far, Face.F), At(far, far, far, Face.R));
            Assert.Equal(Law.CornerTwist, Read(size, solved, (corner, 'G'), (front, 'R'), (right, 'W'))!.Law);
            if (size % 2 == 1)
                Assert.Equal(Law.EdgeFlip, Read(size, solved, (At(0, far, far, Face.U), 'G'), (At(0, far, far, Face.F), 'W'))!.Law);
            Assert.Equal(Law.Counts, Read(size, solved, (white, 'Y'))!.Law);
            Assert.Equal(Law.Stickers, Read(size, solved, (white, 'Q'))!.Law);
            Assert.Equal(Law.Stickers, BigLegality.Read(size, solved[1..]).Flaw!.Law);
        }

        static LegalityFlaw? Read(int size, string solved, params (int At, char Letter)[] changes)
        {
            var letters = solved.ToCharArray();
            foreach (var (at, letter) in changes) letters[at] = letter;
            var (state, flaw) = BigLegality.Read(size, new string(letters));
            Assert.True(state is null == flaw is not null);
            return flaw;
        }
    }

    [Fact]
    public void Scrambles_have_their_length_and_no_turn_in_vain()
    {
        var random = new Random(PlainSeed.Today);
        foreach (var (size, length) in new[] { (4, 40), (5, 60), (6, 80), (7, 100) })
            for (var i = 0; i < 50; i++)
            {
                var scramble = BigScrambles.Draw(size, random.Next);
                Assert.Equal(length, scramble.Count);
                Assert.Equal(scramble, BigNotation.Parse(BigNotation.Written(scramble, size), size));
                // Turns of one axis that follow each other: no two of them turn the same layers, not even together with others.
                for (var from = 0; from < length;)
                {
                    var run = scramble.Skip(from).TakeWhile(t => t.Axis == scramble[from].Axis).ToArray();
                    Assert.Equal(run.Length, run.Select(t => (t.Face, t.To)).Distinct().Count());
                    Assert.True(run.Select(t => (t.Face, t.To)).SequenceEqual(run.Select(t => (t.Face, t.To)).Order()));
                    from += run.Length;
                }

                Assert.False(BigState.Solved(size).Apply(scramble).IsSolved);
            }
    }
}
