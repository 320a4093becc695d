using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Where two steps of a plan meet in one layer they are one move; the cube is solved all the same.</summary>
public sealed class JoinedMovesTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    [Theory]
    [InlineData("R U' | U' F", "R | U2 F")]
    [InlineData("F' | F' U", " | F2 U")]
    [InlineData("R U R' | R U' R'", " | ")]
    [InlineData("F R U R' | R U2 R'", "F R | U' R'")]
    [InlineData("R L | R' U", "L |  U")]
    [InlineData("R U | y U' R", "R | y R")]
    [InlineData("R U y' | y U' R", " | R2")]
    [InlineData("R U | x U' R", "R U | x U' R")]
    [InlineData("R2 | | R U", " |  | R' U")]
    [InlineData("M' M | U", "M' M | U")]
    [InlineData("r | R", "r | R")]
    public void Moves_of_one_layer_belong_to_the_later_step(string steps, string made)
    {
        var joined = JoinedMoves.Of([.. steps.Split('|').Select(s => s.Trim().Length == 0 ? [] : Algorithm.Parse(s).Turns)]);
        Assert.Equal(made.Split('|').Select(s => s.Trim()), joined.Steps.Select(s => string.Join(' ', s)));
    }

    /// <summary>
    /// Whole plans, stage by stage: no two moves of one layer in a row, the plain cube is solved by them, and the same position held
    /// otherwise takes as many.
    /// </summary>
    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void No_two_moves_of_a_plan_are_of_one_layer_and_the_hold_does_not_matter(string id)
    {
        var (random, method, planner) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!, new WholePlanner(StageKit.Book));
        for (var i = 0; i < 4; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var options = new CourseOptions(Hands, i % 2 == 0, false, CourseOptions.UsualBeam);
            var foci = planner.Foci(method, [Faces.AllColors[random.Next(6)]]);
            var plan = planner.Best(method, start, foci, options)!;
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {string.Join(' ', plan.All)}";
            Assert.True(IsSolved(PlainCube.Of(Facelets.Write(start)).Turn(string.Join(' ', plan.All))), about);
            Assert.DoesNotContain(plan.Made.Joined, j => j.From == j.To);
            Assert.DoesNotContain(plan.All.Zip(plan.All.Skip(1)), p => p.First.Letter == p.Second.Letter);
            Assert.Equal(plan.All.Sum(t => method.Metric.Cost(t)), plan.Turns);
            var held = start.Apply(Hold.All[random.Next(Hold.Count)].Rotation);
            var other = planner.Best(method, held, foci, options)!;
            Assert.Equal((plan.Turns, plan.Time), (other.Turns, other.Time));
            Assert.True(IsSolved(PlainCube.Of(Facelets.Write(held)).Turn(string.Join(' ', other.All))), about);
        }
    }

    private static bool IsSolved(PlainCube cube) =>
        cube.Stickers.GroupBy(s => s.Looks).All(g => g.Select(s => s.Color).Distinct().Count() == 1);
}
