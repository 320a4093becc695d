using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Tests.Plain;

/// <summary>The cube seen with the base up, held against the plain cube turned over in space.</summary>
public class TurnedOverTests
{
    [Fact]
    public void The_same_layers_turn_and_each_sticker_is_seen_where_it_is_then()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 1000; i++)
        {
            var start = RandomPosition.Draw(random.Next).Apply(Hold.All[random.Next(Hold.Count)].Rotation);
            var turns = random.GetItems(Enumerable.Range(0, Turn.Count).Select(Turn.FromIndex).ToArray(), 6);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', turns)}";
            // Turned over and then turned by the other names is the same as turned and then turned over.
            var over = PlainCube.Of(Seen(Facelets.Write(start)));
            Assert.True(over.Stickers.ToHashSet().SetEquals(PlainCube.Of(Facelets.Write(start)).Turn("z2").Stickers), about);
            var end = Facelets.Write(start.Apply(turns));
            Assert.True(over.Turn(string.Join(' ', turns.Select(TurnedOver.Of))).Stickers.ToHashSet()
                .SetEquals(PlainCube.Of(Seen(end)).Stickers), about);
            Assert.Equal(turns, turns.Select(TurnedOver.Of).Select(TurnedOver.Of));
            var hold = TurnedOver.Of(start.Hold);
            Assert.Equal(PlainCube.Of(Seen(Facelets.Write(start))).Centre(hold.ColorAt(Face.U).Name()), V.Up);
            Assert.Equal(hold.ColorAt(Face.F), start.Hold.ColorAt(Face.F));
            Assert.Equal(hold.ColorAt(Face.U), start.Hold.ColorAt(Face.D));
        }
    }

    [Theory]
    [InlineData("R U' F2 D L' B", "L D' F2 U R' B")]
    [InlineData("r M E' S x y' z", "l M' E S x' y z")]
    public void Turns_have_the_names_of_where_their_layers_are_then(string down, string up) =>
        Assert.Equal(up, string.Join(' ', Algorithm.Parse(down).Turns.Select(TurnedOver.Of)));

    private static string Seen(string letters) => string.Concat(TurnedOver.Stickers.Select(s => letters[s]));
}
