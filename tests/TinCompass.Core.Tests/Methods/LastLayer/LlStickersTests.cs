using TinCompass.Core.Cube;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public class LlStickersTests
{
    /// <summary>From any hold: 21 stickers give the position they were read off; those of the top's colour alone give its case.</summary>
    [Fact]
    public void A_last_layer_is_read_off_its_stickers_and_off_the_tops_colour_alone()
    {
        var random = new Random(PlainSeed.Today);
        var (looks, arrangements) = (LlSet.Oll.States(), LlSet.Pll.States());
        for (var i = 0; i < 1_000; i++)
        {
            var state = arrangements[random.Next(arrangements.Count)].Then(looks[i % looks.Count]);
            var written = Facelets.Write(state.ToCube(Hold.All[random.Next(Hold.Count)]));
            Assert.True(LlStickers.TryRead(Only(written, _ => true), out var whole, out _), written);
            Assert.Equal((written, true, state), (Facelets.Write(whole!.Position), whole.IsWhole, whole.State));
            Assert.True(LlStickers.TryRead(Only(written, c => c == written[4]), out var pattern, out _), written);
            Assert.Equal(LlSet.Oll.IsDone(state), LlSet.Oll.IsDone(pattern!.State));
            Assert.Equal((state.Orientation, false), (pattern.State.Orientation, pattern.IsWhole));
            // What is shown is what was entered.
            var shown = Facelets.Write(pattern.Position);
            Assert.All(LlStickers.All, s => Assert.Equal(written[s] == written[4], shown[s] == shown[4]));
            Assert.True(new PlainLastLayer(PlainCube.Of(shown)).BelowStands);
        }
    }

    /// <summary>One sticker changed: the law that is broken is told, with stickers to look at, or the position is another one.</summary>
    [Fact]
    public void What_no_cube_shows_is_told_by_the_law_that_it_breaks()
    {
        var solved = Facelets.Write(CubeState.Solved);
        var top = Only(solved, c => c == 'W');
        Expect(Law.PieceExists, "The edge in front shows the top's colour nowhere", With(top, (7, '.')));
        Expect(Law.PieceExists, "The edge in front shows the top's colour more than once", With(top, (19, 'W')));
        Expect(Law.PieceExists, "The corner at the front left shows the top's colour nowhere", With(top, (6, '.')));
        Expect(Law.EdgeFlip, "an even number", With(top, (7, '.'), (19, 'W')));
        Expect(Law.CornerTwist, "the fourth", With(top, (8, '.'), (20, 'W')));
        Expect(Law.Stickers, "11 are missing", With(Only(solved, _ => true)[..18] + new string('.', 36), (19, 'R')));
        Expect(Law.Stickers, "'Q' is no colour", With(top, (0, 'Q')));
        Expect(Law.Stickers, "middle of the top", With(top, (4, '.')));
        Expect(Law.Stickers, "54 stickers; 3", "WWW");
        // A whole one: an edge flipped in place, two stickers of one corner exchanged.
        var whole = Only(solved, _ => true);
        Expect(Law.EdgeFlip, "flipped in place", With(whole, (7, whole[19]), (19, whole[7])));
        Expect(Law.PieceExists, "", With(whole, (20, whole[36]), (36, whole[20])));

        void Expect(Law law, string said, string text)
        {
            Assert.False(LlStickers.TryRead(text, out _, out var flaw));
            Assert.Equal(law, flaw!.Law);
            Assert.Contains(said, flaw.Message, StringComparison.Ordinal);
        }
    }

    /// <summary>Each piece of the top is called by where it lies: what it shows on top is taken away, and it is named.</summary>
    [Theory]
    [InlineData("corner at the front right", 8, 20, 36)]
    [InlineData("corner at the front left", 6, 18, 47)]
    [InlineData("corner at the back left", 0, 29, 45)]
    [InlineData("corner at the back right", 2, 27, 38)]
    [InlineData("edge in front", 7, 19, 19)]
    [InlineData("edge at the left", 3, 46, 46)]
    [InlineData("edge at the back", 1, 28, 28)]
    [InlineData("edge at the right", 5, 37, 37)]
    public void The_piece_that_cannot_be_so_is_named(string piece, int top, int side, int other)
    {
        var text = With(Only(Facelets.Write(CubeState.Solved), c => c == 'W'), (top, '.'));
        Assert.False(LlStickers.TryRead(text, out _, out var flaw));
        Assert.StartsWith($"The {piece} shows the top's colour nowhere", flaw!.Message, StringComparison.Ordinal);
        Assert.Equal(new[] { top, side, other }.Distinct().Order(), flaw.Facelets.Order());
    }

    private static string Only(string facelets, Func<char, bool> shows) =>
        string.Concat(facelets.Select((c, i) => i == 22 || (LlStickers.All.Contains(i) && shows(c)) ? c : '.'));

    private static string With(string text, params (int At, char Letter)[] changes)
    {
        var letters = text.ToCharArray();
        foreach (var (at, letter) in changes) letters[at] = letter;
        return new string(letters);
    }
}
