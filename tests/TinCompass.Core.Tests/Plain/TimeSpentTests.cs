using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Tests.Plain;

/// <summary>Where the time of many solves goes, counted again from the turns and their times alone.</summary>
public class TimeSpentTests
{
    private const int Solves = 10;
    private const int Slow = 9_000;

    private static readonly HandModel Hands = new(HandPreferences.Usual);

    /// <summary>Solves of made-up hands; before the second stage they look so long more.</summary>
    private static List<(CubeState Start, SimulatedSolve Solve, SolveReview Review)> Made(SolveMethod method, Random random, int slow)
    {
        var turner = new SimulatedHands(StageKit.Book, Hands, 0.6);
        var made = new List<(CubeState, SimulatedSolve, SolveReview)>();
        for (var i = 0; i < Solves; i++)
        {
            var start = RandomPosition.Draw(random.Next);
            var solve = turner.Solve(method, start, random);
            // Stages are counted in the turns that were meant: two quick quarters are one.
            var meant = solve.Timed.Joined(StageTimes.UsualGap(solve.Timed.Ms!));
            var from = new SolveReader(StageKit.Book).Read(start, meant.Turns, method).Stages[1].From;
            int[] ms = [.. meant.Ms!.Select((t, j) => j >= from ? t + slow : t)];
            var timed = new TimedTurns(meant.Turns, ms).Joined(StageTimes.UsualGap(ms));
            made.Add((start, solve with { Timed = timed }, SolveReview.Of(StageKit.Book, start, timed, Hands, method)));
        }

        return made;
    }

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void The_parts_are_the_whole_and_a_habit_that_was_put_in_is_the_dearest(string id)
    {
        var (random, method) = (new Random(PlainSeed.Today), StageKit.Book.Method(id)!);
        var made = Made(method, random, Slow);
        var spent = TimeSpent.Of(method, made.Select(m => m.Review))!;
        var about = $"seed {PlainSeed.Today}";
        Assert.True(spent.Solves == Solves, about);
        Assert.Equal(made.Average(m => (double)m.Solve.Timed.Ms![^1]), spent.Mean, 3);
        Assert.Equal(spent.Mean, spent.Stages.Sum(s => s.Whole), 3);
        // Looking before a stage: the gap before its first turn, from the times alone.
        for (var s = 0; s < spent.Stages.Count; s++)
        {
            var looked = made.Average(m => m.Review.Reading.Stages[s] is var part && part.From > 0 && part.To > part.From
                ? m.Solve.Timed.Ms![part.From] - m.Solve.Timed.Ms[part.From - 1] : 0.0);
            Assert.Equal(looked, spent.Stages[s].Looking, 3);
        }

        var worst = spent.Habits[0];
        var slowed = made.Count(m => m.Review.Reading.Stages[1] is var part && part.To > part.From);
        Assert.True((worst.Stage, worst.Kind) == (spent.Stages[1].Stage, LossKind.Before) && worst.Times == slowed,
            $"{about}: {worst.Sentence} {slowed}");
        Assert.InRange(worst.Each, Slow * 0.9 * slowed / Solves, 1.6 * Slow);
        Assert.Contains($"in {slowed} of {Solves} solves", worst.Sentence, StringComparison.Ordinal);
        Assert.True(spent.Habits.Count <= TimeSpent.MostHabits && spent.Habits.All(h => h.Times >= 2), about);
        Assert.Equal(spent.Habits.OrderByDescending(h => h.Each), spent.Habits);
        // A goal: as much of what the better quarter saves as is missing, and never more than it saves.
        foreach (var share in new[] { 0.05, 0.6, 3 })
        {
            var all = TimeSpent.Goal(method, made.Select(m => m.Review), 1)!;
            var goal = TimeSpent.Goal(method, made.Select(m => m.Review), spent.Mean - (share * all.Within))!;
            Assert.Equal(share * all.Within, goal.Missing, 3);
            Assert.Equal(share <= 1, goal.IsWithin);
            Assert.Equal(Math.Min(1, share) * all.Within, goal.Shares.Sum(p => p.Share), 3);
            Assert.All(goal.Shares, p => Assert.True(p.Share <= p.Now - p.Good + 1e-6 && p.Good <= p.Now, about));
        }

        Assert.Empty(TimeSpent.Goal(method, made.Select(m => m.Review), spent.Mean + 1)!.Shares);
        // The better quarter of one part, counted plainly.
        var looks = made.Select(m => m.Review.Stages[1].Times!.RecognitionMs ?? 0).Order().ToArray();
        var part = TimeSpent.Goal(method, made.Select(m => m.Review), 1)!.Shares
            .SingleOrDefault(p => p.IsLooking && p.Stage == spent.Stages[1].Stage);
        if (part is not null) Assert.True(looks.Count(l => l <= part.Good) * 4 >= Solves && looks.Contains((int)part.Good), about);
    }

    [Theory]
    [InlineData("cfop")]
    [InlineData("roux")]
    [InlineData("edges")]
    [InlineData("blocks")]
    [InlineData("good")]
    public void Simulated_solvers_have_the_mean_they_are_asked_for(string id)
    {
        var (peers, method) = (new SimulatedPeers(StageKit.Book, Hands), StageKit.Book.Method(id)!);
        foreach (var mean in new[] { 14_000.0, 20_000, 28_000 })
            Assert.InRange(peers.Of(method, mean)!.Sum(s => s.Whole), mean * 0.98, mean * 1.02);
        Assert.Null(peers.Of(method, 1_000));
        Assert.Null(peers.Of(method, 300_000));
    }

    [Fact]
    public void Without_solves_that_count_nothing_is_told()
    {
        var (start, method) = (RandomPosition.Draw(new Random(1).Next), StageKit.Book.Method("cfop")!);
        var unsolved = SolveReview.Of(StageKit.Book, start, TimedTurns.Parse("R@0 U@200"), Hands, method);
        Assert.Null(TimeSpent.Of(method, [unsolved]));
        Assert.Null(TimeSpent.Goal(method, [unsolved], 1_000));
        Assert.Null(TimeSpent.Of(method, []));
    }
}
