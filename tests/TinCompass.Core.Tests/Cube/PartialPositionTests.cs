using CsCheck;
using TinCompass.Core.Cube;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Cube;

public class PartialPositionTests
{
    [Fact]
    public void A_whole_text_reads_as_the_position_itself() => Position.Sample(state =>
    {
        var (position, _) = PartialPosition.Read(Facelets.Write(state));
        Assert.True(position!.IsComplete);
        Assert.Equal(state, position.Complete(new Random(1).Next));
        Assert.Equal(6, position.KnownCrosses.Count);
    });

    [Fact]
    public void Four_cross_edges_from_any_hold_are_kept_by_every_completion() =>
        Gen.Select(Position, Gen.Int[0, 5], Gen.Int).Sample((state, color, seed) =>
    {
        var text = Facelets.Write(state, new KnownPieces([(Color)color], []));
        Assert.Equal(14, text.Count(c => c != '.'));
        var (position, flaw) = PartialPosition.Read(text);
        Assert.Null(flaw);
        Assert.False(position!.IsComplete);
        Assert.Equal([(Color)color], position.KnownCrosses);
        var whole = position.Complete(new Random(seed).Next);
        Assert.Null(Legality.Check(whole));
        Assert.Equal(text, Facelets.Write(whole, new KnownPieces([(Color)color], [])));
    });

    [Fact]
    public void A_pair_that_is_painted_with_its_cross_is_known_and_kept() =>
        Gen.Select(Position, Gen.Int[0, 5], Gen.Int).Sample((state, color, seed) =>
    {
        var sides = Faces.AllColors.Where(c => c != (Color)color && c != ((Color)color).Opposite()).ToArray();
        var known = new KnownPieces([(Color)color], [((Color)color, sides[seed & 1], sides[2 + ((seed >> 1) & 1)])]);
        var text = Facelets.Write(state, known);
        var (position, _) = PartialPosition.Read(text);
        Assert.Equal(known.ToString(), position!.Known.ToString());
        Assert.Equal(known.ToString(), KnownPieces.Read(known.ToString()).Known!.ToString());
        Assert.Equal(text, Facelets.Write(position.Complete(new Random(seed).Next), known));
    });

    [Fact]
    public void With_two_pieces_unknown_there_is_one_way_or_none_for_them() => Gen.Select(Position, Gen.Int).Sample((state, seed) =>
    {
        var text = Facelets.Write(state).ToCharArray();
        // Clear the edges up-front and up-right: facelets 7 and 19, 5 and 37.
        foreach (var i in new[] { 7, 19, 5, 37 }) text[i] = '.';
        var (position, flaw) = PartialPosition.Read(new string(text));
        Assert.Null(flaw);
        Assert.Null(Legality.Check(position!.Complete(new Random(seed).Next)));
    });

    [Fact]
    public void A_contradiction_in_what_is_known_is_told()
    {
        // All edges known, one of them flipped; corners unknown.
        var letters = Facelets.Write(CubeState.Solved).ToCharArray();
        (letters[7], letters[19]) = (letters[19], letters[7]);
        foreach (var f in Enumerable.Range(0, 6))
            foreach (var c in new[] { 0, 2, 6, 8 }) letters[(f * 9) + c] = '.';
        Assert.Equal(Law.EdgeFlip, PartialPosition.Read(new string(letters)).Flaw!.Law);
    }

    [Theory]
    [InlineData(7, '.', Law.Stickers, "painted by half")]
    [InlineData(7, 'Y', Law.Counts, "yellow 10")]
    [InlineData(4, '.', Law.Centers, "centres")]
    [InlineData(7, 'X', Law.Stickers, "no colour")]
    public void A_wrong_sticker_is_told(int at, char letter, Law law, string words)
    {
        var letters = Facelets.Write(CubeState.Solved).ToCharArray();
        letters[at] = letter;
        var (position, flaw) = PartialPosition.Read(new string(letters));
        Assert.Null(position);
        Assert.Equal(law, flaw!.Law);
        Assert.Contains(words, flaw.Message, StringComparison.Ordinal);
        Assert.NotEmpty(flaw.Facelets);
    }

    [Fact]
    public void Reading_never_crashes_on_any_text() =>
        Gen.Char["WYGBRO."].Array[54].Select(c => new string(c))
            .Sample(text => (PartialPosition.Read(text).Position is null) != (PartialPosition.Read(text).Flaw is null));
}
