using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.LastLayer;
using TinCompass.Core.Notation;
using TinCompass.Core.Tests.Plain;

namespace TinCompass.Core.Tests.Methods.LastLayer;

public sealed class LlTopSeenTests
{
    /// <summary>Tops mixed by sequences that leave two layers, the cube held in any way: what is up is counted on the stickers.</summary>
    [Fact]
    public void What_is_up_is_as_the_stickers_show_and_what_is_oriented_says_so()
    {
        var (random, tools, hands) = (new Random(PlainSeed.Today), new LlTools(StageKit.Shelf), new HandModel(HandPreferences.Usual));
        string[] mixing = ["R U R' U R U2 R'", "F R U R' U' F'", "R U R' F' R U R' U' R' F R2 U' R'", "U", "L' U' L U' L' U2 L"];
        var oriented = 0;
        for (var i = 0; i < 2000; i++)
        {
            var mixed = Enumerable.Range(0, random.Next(6)).SelectMany(_ => Algorithm.Parse(mixing[random.Next(mixing.Length)]).Turns);
            var cube = CubeState.Solved.Apply(mixed).Apply(Hold.All[random.Next(Hold.Count)].Rotation);
            var seen = LlTopSeen.Of(cube, tools, hands)!;
            var letters = Facelets.Write(cube);
            var up = Enumerable.Range(0, 6).Select(f => letters.Substring(9 * f, 9)).Single(f => f[4] == 'W');
            Assert.Equal(new[] { 1, 3, 5, 7 }.Count(s => up[s] == 'W'), seen.Edges);
            Assert.Equal(new[] { 0, 2, 6, 8 }.Count(s => up[s] == 'W'), seen.Corners);
            Assert.Equal(seen.Edges + seen.Corners == 8, seen.Told(hands) == "the top is oriented");
            Assert.Equal(seen.Edges + seen.Corners == 8, seen.Time == 0);
            oriented += seen.Time == 0 ? 1 : 0;
        }

        Assert.InRange(oriented, 1, 1999);
        Assert.Null(LlTopSeen.Of(CubeState.Solved.Apply(Algorithm.Parse("R F").Turns), tools, hands));
    }
}
