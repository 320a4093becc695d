using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.GoodFirst;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>What methods can begin with: the plan takes as many turns as is said, and the rest can be seen on the plain cube.</summary>
public sealed class OpeningTests
{
    private const int Positions = 6, Each = 3;

    public static TheoryData<string> Methods => [.. StageKit.Book.Methods.Select(m => m.Id)];

    private static PlainCube Plain(CubeState state) => PlainCube.Of(Facelets.Write(state));

    private static ICourseStage First(string method) => StageKit.Book.Find(StageKit.Book.Method(method)!.Stages[0])!.Course!;

    private static CourseOptions Options(params string[] wishes) =>
        new(new HandModel(HandPreferences.Usual), true, false, CourseOptions.UsualBeam) { Wishes = wishes };

    private static OpeningFact Bad(int count) =>
        new(new StageFact("bad", Number: count), count == 0 ? "all good" : $"{count} bad");

    [Theory]
    [MemberData(nameof(Methods))]
    public void The_plan_takes_as_many_turns_as_are_told(string method)
    {
        var (random, stage) = (new Random(PlainSeed.Today), First(method));
        for (var i = 0; i < Positions; i++)
        {
            var (start, options) = (RandomPosition.Draw(random.Next),
                Options([.. stage.Wishes.Where(_ => random.Next(2) == 0)]));
            var openings = stage.Openings(start, options, default);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)}";
            Assert.Equal(openings.Count, openings.Select(o => o.Title).Distinct().Count());
            Assert.Equal(Faces.AllColors.Order(), openings.SelectMany(o => o.Bases).Distinct().Order());
            foreach (var opening in openings.OrderBy(_ => random.Next()).Take(Each))
            {
                var focus = new Focus(opening.Bases[random.Next(opening.Bases.Count)], opening.Part);
                var turns = stage.Plan(start, focus, options, default).Stops.SelectMany(s => s.Turns).ToArray();
                Assert.True(opening.Length == turns.Sum(t => Metric.Htm.Cost(t)), $"{about} {opening.Title}");
                Assert.True(stage.IsDone(start.Apply(turns), focus), $"{about} {opening.Title}");
                Assert.True(opening.Count > 0 && opening.Length > 0, about);
                if (opening.Best is { } best)
                    Assert.True(best.Length == opening.Length && stage.IsDone(start.Apply(best.Turns), focus), $"{about} {opening.Title}");
            }
        }
    }

    [Theory]
    [MemberData(nameof(Methods))]
    public void What_stands_takes_no_turns_and_is_ready(string method)
    {
        var openings = First(method).Openings(CubeState.Solved, Options(), default);
        Assert.All(openings, o => Assert.Equal((0, 1), (o.Length, o.Count)));
        Assert.All(openings, o => Assert.NotEmpty(o.Ready));
    }

    [Fact]
    public void Crosses_are_told_as_they_are_seen()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Positions; i++)
        {
            var start = RandomPosition.Draw(random.Next).Apply(Algorithm.Parse("x y").Turns);
            foreach (var opening in First("cfop").Openings(start, Options(), default))
            {
                var (color, about) = (opening.Bases[0].Name(), $"seed {PlainSeed.Today}: {Facelets.Write(start)} {opening.Title}");
                var seen = new PlainCross(Plain(start), color);
                var bad = seen.Sides.Count(s => !seen.IsGood(s));
                Assert.True(opening.Facts.SequenceEqual([Bad(bad)]), about);
                Assert.True(opening.Ready.Order().SequenceEqual(
                    seen.Sides.Where(s => seen.Left(s) == 0).Select(s => $"{color}-{s}").Order()), about);
                Assert.Equal(4, opening.Pieces.Select(p => p.Color).Distinct().Count());
                foreach (var piece in opening.Pieces)
                {
                    var side = piece.Color.Name();
                    Assert.True((piece.IsGood, piece.Offset) == (seen.IsGood(side), seen.Left(side)), $"{about} {piece}");
                    Assert.Equal(piece.Distance == 0, seen.Left(side) == 0);
                }
            }
        }
    }

    [Fact]
    public void Of_a_position_known_in_part_the_known_crosses_are_told()
    {
        var options = Options() with { Known = new KnownPieces([Color.Red, Color.Blue], []) };
        Assert.Equal([Color.Blue, Color.Red], First("cfop").Openings(CubeState.Solved, options, default).Select(o => o.Bases[0]).Order());
    }

    [Fact]
    public void First_blocks_are_held_as_told_and_the_small_ones_stand_where_told()
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Positions; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var about = $"seed {PlainSeed.Today}: {Facelets.Write(start)}";
            var blocks = First("roux").Openings(start, Options(), default);
            Assert.Equal(24, blocks.Select(b => (b.Bases[0], b.Part)).Distinct().Count());
            foreach (var block in blocks)
            {
                var told = Assert.Single(block.Facts);
                var hold = told.Fact.To!;
                var quarters = hold.Split(' ', StringSplitOptions.RemoveEmptyEntries).Sum(r => r.EndsWith('2') ? 2 : 1);
                Assert.Equal(("held", quarters), (told.Fact.Kind, told.Fact.Number));
                Assert.Equal(quarters == 0 ? "held as scrambled"
                    : $"held {hold}, {quarters} quarter {(quarters == 1 ? "turn" : "turns")} of the cube", told.Words);
                var held = Plain(start).Turn(hold);
                // Slices may bring the centre of the base down on the way.
                Assert.True(held.CentreAt(V.Left) == block.Part, $"{about} {told}");
                Assert.StartsWith(hold, string.Join(' ', block.Best!.Turns), StringComparison.Ordinal);
            }

            foreach (var block in First("blocks").Openings(start, Options(), default))
            {
                var corner = block.Swatches.Select(c => c.Name()).ToArray();
                string[][] pieces = [corner, [corner[0], corner[1]], [corner[0], corner[2]], [corner[1], corner[2]]];
                Assert.True(pieces.Where(p => Plain(start).IsHome(p)).Select(p => p.Order().ToArray()).Count() == block.Ready.Count,
                    $"{about} {block.Title}");
                Assert.All(block.Ready, r => Assert.True(Plain(start).IsHome(r.Split('-')), about));
            }
        }
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void Good_edges_are_counted_for_the_faces_that_are_told(bool withCross)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < Positions; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            foreach (var opening in First("good").Openings(start, Options(withCross ? [GoodStartCourse.WithCross] : []), default))
            {
                string color = opening.Bases[0].Name(), about = $"seed {PlainSeed.Today}: {Facelets.Write(start)} {opening.Title}";
                string[] sides = [.. opening.Swatches.Select(c => c.Name())];
                var held = Plain(start).WithDown(color);
                while (held.CentreAt(V.Front) != sides[0]) held = held.Turn("y");
                var seen = new PlainGood(held);
                Assert.Equal(sides[1], held.CentreAt(V.Back));
                var bad = seen.Bad().Length;
                var named = $"{sides[0]} and {sides[1]}";
                Assert.True(opening.Facts.SequenceEqual(
                    [new OpeningFact(new StageFact("sides", named), $"{named} in front and behind"), Bad(bad)]), about);
                Assert.True(opening.Ready.SequenceEqual(seen.HasCross(color) ? ["the cross"] : seen.HasLine(color) ? ["the line"]
                    : Array.Empty<string>()), about);
                Assert.EndsWith($"{(withCross ? "cross" : "line")} on {color}", opening.Title, StringComparison.Ordinal);
            }
        }
    }
}
