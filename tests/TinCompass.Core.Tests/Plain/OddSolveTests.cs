using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Solves that are read less easily: by left-handers, by no method, broken off.</summary>
public sealed class OddSolveTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);
    private static readonly SolveReader Reader = new(StageKit.Book);

    private static CubeState StartOf(IReadOnlyList<Turn> turns) => Hold.All.Select(h => CubeState.Solved.Apply(h.Rotation)
        .Apply(turns.Reverse().Select(t => t.Inverse))).First(c => c.Hold == Hold.Scramble);

    private static Turn[] Planned(Random random, string id)
    {
        var (method, planner) = (StageKit.Book.Method(id)!, new WholePlanner(StageKit.Book));
        var foci = planner.Foci(method, Faces.AllColors);
        return [.. planner.Best(method, RandomPosition.Draw(random.Next), [foci[random.Next(foci.Count)]],
            new CourseOptions(Hands, random.Next(2) == 0, false, 2))!.Stops.SelectMany(s => s.Turns)];
    }

    /// <summary>Roux with the first block at the right is read as Roux, with stages as long as in the mirror.</summary>
    [Fact]
    public void Roux_in_the_mirror_is_read_as_roux()
    {
        var (random, judged, stages) = (new Random(PlainSeed.Today), 0, 0);
        for (var i = 0; i < 12; i++)
        {
            var turns = Planned(random, "roux");
            Turn[] mirrored = [.. turns.Select(t => t.Mirror)];
            var (one, other) = (Reader.Read(StartOf(turns), turns), Reader.Read(StartOf(mirrored), mirrored));
            var about = $"seed {PlainSeed.Today}: {string.Join(' ', mirrored)}";
            Assert.True(other.Method.Id == "roux", $"{about}: {other.Method.Id}");
            Assert.Equal(one.Stages.Select(s => s.To), other.Stages.Select(s => s.To));
            var review = SolveReview.Of(StageKit.Book, StartOf(mirrored), new TimedTurns(mirrored, null), Hands);
            foreach (var stage in review.Stages.Where(s => s.Turns.Count > 0))
            {
                stages++;
                judged += stage.Judged is { IsDone: true } ? 1 : 0;
                Assert.True(stage.Judged is null or { IsDone: true }, $"{about}: {stage.Read.Stage.Id} {stage.Judged?.Verdict}");
            }
        }

        // Where a stage ends within a rotation the cube is not held as its judge needs.
        Assert.True(judged * 10 >= stages * 9, $"seed {PlainSeed.Today}: {judged} of {stages}");
    }

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void A_planned_solve_follows_a_method_and_a_random_one_does_not(string id)
    {
        var random = new Random(PlainSeed.Today);
        for (var i = 0; i < 8; i++)
        {
            var turns = Planned(random, id);
            Assert.True(Reader.Read(StartOf(turns), turns).FollowsMethod, $"seed {PlainSeed.Today}: {string.Join(' ', turns)}");
            var odd = new Algorithm([.. Enumerable.Range(0, 55).Select(_ => Turn.FromIndex(random.Next(Turn.FaceTurnCount)))])
                .Cancelled().Turns;
            var review = SolveReview.Of(StageKit.Book, StartOf(odd), new TimedTurns(odd, null), Hands);
            Assert.False(review.Reading.FollowsMethod, $"seed {PlainSeed.Today}: {string.Join(' ', odd)}");
            Assert.Null(review.Worst);
        }
    }

    /// <summary>A solve that breaks off within its second stage is read by the method that its solver usually solves by.</summary>
    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("good")]
    public void A_solve_that_breaks_off_is_read_by_the_usual_method(string id)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        for (var i = 0; i < 8; i++)
        {
            var turns = Planned(random, id);
            Turn[] begun = [.. turns.Take(turns.Length * (3 + random.Next(4)) / 10)];
            var reading = Reader.Read(StartOf(turns), begun, null, method);
            Assert.True(reading.Method == method,
                $"seed {PlainSeed.Today}: {string.Join(' ', begun)} of {turns.Length}: {reading.Method.Id}");
            Assert.True(reading.FollowsMethod);
        }
    }
}
