using CsCheck;
using TinCompass.Core.Cube;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Cube;

public class LegalityTests
{
    private static readonly string Solved = Facelets.Write(CubeState.Solved);

    [Fact]
    public void The_solved_cube_reads_as_documented() =>
        Assert.Equal("WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO", Solved);

    [Fact]
    public void One_turn_moves_the_stickers_one_expects()
    {
        // R: the front's right column goes up, the top's goes to the back (seen from behind: its left column, upside down).
        var text = Facelets.Write(After("R"));
        Assert.Equal("WWGWWGWWG", text[..9]);
        Assert.Equal("YYBYYBYYB", text[9..18]);
        Assert.Equal("GGYGGYGGY", text[18..27]);
        Assert.Equal("WBBWBBWBB", text[27..36]);
        Assert.Equal("RRRRRRRRROOOOOOOOO", text[36..]);
    }

    [Fact]
    public void Facelets_round_trip_from_any_hold() => Position.Sample(state =>
    {
        var (read, flaw) = Legality.Read(Facelets.Write(state));
        Assert.Null(flaw);
        Assert.Equal(state, read);
    });

    [Fact]
    public void Turned_positions_keep_every_law() => Position.Sample(state => Legality.Check(state) is null);

    [Theory]
    [InlineData("WWW", Law.Stickers, "54 stickers; 3 were given")]
    [InlineData("QWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO", Law.Stickers, "'Q' is no colour")]
    [InlineData("YWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBRRRRRRRRROOOOOOOOO", Law.Counts, "white 8, yellow 10")]
    [InlineData("WWWWWWWWWYYYYYYYYYGGGGGGGGGBBBBBBBBBOOOOOOOOORRRRRRRRR", Law.Centers, "red is on the right")]
    public void A_wrong_text_is_told_by_its_law(string text, Law law, string words)
    {
        var (state, flaw) = Legality.Read(text);
        Assert.Null(state);
        Assert.Equal(law, flaw!.Law);
        Assert.Contains(words, flaw.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Two_stickers_swapped_name_the_piece()
    {
        // The white and the red sticker of the white-red edge go to the white-green and the green-red edge: white-white and so on.
        var (state, flaw) = Legality.Read(Swap(Solved, 5, 19));
        Assert.Null(state);
        Assert.Equal(Law.PieceExists, flaw!.Law);
        Assert.NotEmpty(flaw.Facelets);
    }

    [Fact]
    public void A_piece_twice_is_named_with_both_places()
    {
        // White-green becomes white-red, and a red-green edge's red becomes green-green? No: swap the side stickers of white-green and
        // yellow-red.
        var text = Swap(Solved, 19, 43);
        var (_, flaw) = Legality.Read(text);
        Assert.Equal(Law.PieceOnce, flaw!.Law);
        Assert.Equal(4, flaw.Facelets.Count);
    }

    [Theory]
    [InlineData(0, 0, 1, 0, Law.CornerTwist)]
    [InlineData(0, 0, 0, 1, Law.EdgeFlip)]
    [InlineData(1, 0, 0, 0, Law.Parity)]
    [InlineData(0, 1, 0, 0, Law.Parity)]
    [InlineData(1, 0, 2, 1, Law.CornerTwist)]
    public void An_impossible_position_breaks_the_first_law(int swapCorners, int swapEdges, int twist, int flip, Law law)
    {
        int[] corners = [0, 1, 2, 3, 4, 5, 6, 7], edges = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11], twists = new int[8], flips = new int[12];
        if (swapCorners == 1) (corners[2], corners[5]) = (corners[5], corners[2]);
        if (swapEdges == 1) (edges[0], edges[11]) = (edges[11], edges[0]);
        (twists[3], flips[7]) = (twist, flip);
        var state = CubeState.Create(corners, twists, edges, flips);
        Assert.Equal(law, Legality.Check(state)!.Law);
        Assert.Equal(law, Legality.Read(Facelets.Write(state)).Flaw!.Law);
    }

    [Fact]
    public void Reading_never_crashes_on_any_text() =>
        Gen.Char["WYGBRO "].Array[40, 60].Select(c => new string(c)).Sample(text =>
        {
            var (state, flaw) = Legality.Read(text);
            Assert.True(state is null != flaw is null);
        });

    private static string Swap(string text, int one, int other)
    {
        var letters = text.ToCharArray();
        (letters[one], letters[other]) = (letters[other], letters[one]);
        return new string(letters);
    }
}
