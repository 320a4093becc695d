using TinCompass.Core.Notation;

namespace TinCompass.Core.Stages;

/// <summary>What a stage takes, on average over some solves, in ms; a stage that stood already took nothing.</summary>
/// <param name="Stage">The stage.</param>
/// <param name="Looking">Before its first turn: the hands stood still.</param>
/// <param name="Turning">From its first turn to its last, pauses left out.</param>
/// <param name="Pauses">Long gaps between its turns.</param>
/// <param name="Turns">Its turns (HTM).</param>
public sealed record StageSpent(IStage Stage, double Looking, double Turning, double Pauses, double Turns)
{
    /// <summary>All of it.</summary>
    public double Whole => Looking + Turning + Pauses;
}

/// <summary>Something that costs time again and again.</summary>
/// <param name="Stage">Where.</param>
/// <param name="Kind">How.</param>
/// <param name="Each">Milliseconds a solve, over all of them.</param>
/// <param name="Times">In how many solves.</param>
/// <param name="Of">Of how many.</param>
/// <param name="Drill">What trains it; null when nothing does.</param>
public sealed record CostlyHabit(IStage Stage, LossKind Kind, double Each, int Times, int Of, string? Drill)
{
    /// <summary>The same in words: "Pauses within the pairs: 1.8 s a solve, in 9 of 12 solves."</summary>
    public string Sentence
    {
        get
        {
            var name = Words.Small(Stage.Title);
            var what = Kind switch
            {
                LossKind.Turns => $"Turns over the best in the {name}",
                LossKind.Before => $"Looking before the {name}",
                _ => $"Pauses within the {name}",
            };
            return $"{what}: {Words.Seconds(Each)} s a solve, in {Times} of {Of} solves.";
        }
    }
}

/// <summary>One part of what a goal asks for.</summary>
/// <param name="Stage">Where.</param>
/// <param name="IsLooking">The look before its first turn; else its turns and pauses.</param>
/// <param name="Now">Milliseconds on average.</param>
/// <param name="Good">Milliseconds in the better quarter of the solves: no more in a quarter of them.</param>
/// <param name="Share">Milliseconds of the goal that should come from it.</param>
public sealed record GoalShare(IStage Stage, bool IsLooking, double Now, double Good, double Share);

/// <summary>Where the milliseconds of a goal can come from.</summary>
/// <param name="Ms">The goal.</param>
/// <param name="Missing">What is over it, on average; 0 or less: it is reached.</param>
/// <param name="Within">What the better quarter of every part would save together.</param>
/// <param name="Shares">Part by part, the largest first: in proportion to what the better quarter saves there.</param>
public sealed record TimeGoal(double Ms, double Missing, double Within, IReadOnlyList<GoalShare> Shares)
{
    /// <summary>It can be reached with what happens in a quarter of the solves already.</summary>
    public bool IsWithin => Missing <= Within;
}

/// <summary>Where the time of many solves by one method goes.</summary>
/// <param name="Method">The method.</param>
/// <param name="Solves">How many.</param>
/// <param name="Mean">Milliseconds a solve, from its first turn to its last.</param>
/// <param name="Stages">Stage by stage.</param>
/// <param name="Habits">What costs most, the dearest first.</param>
public sealed record TimeSpent(SolveMethod Method, int Solves, double Mean, IReadOnlyList<StageSpent> Stages,
    IReadOnlyList<CostlyHabit> Habits)
{
    /// <summary>So many habits are told.</summary>
    public const int MostHabits = 5;

    /// <summary>A habit that comes up in fewer solves is chance.</summary>
    private const int FewestTimes = 2;

    /// <summary>One that costs less than a tenth of a second a solve is nothing to work on.</summary>
    private const double LeastMs = 100;

    /// <summary>Those reviews that count: solved by the method, with times.</summary>
    public static IReadOnlyList<SolveReview> Counting(SolveMethod method, IEnumerable<SolveReview> reviews) =>
        [.. reviews.Where(r => r.Reading.Method == method && r.Reading.IsSolved && r.Ms is > 0)];

    /// <summary>Works it out; null when no review counts.</summary>
    public static TimeSpent? Of(SolveMethod method, IEnumerable<SolveReview> reviews)
    {
        var counting = Counting(method, reviews);
        if (counting.Count == 0) return null;
        StageSpent[] stages = [.. counting[0].Stages.Select((s, i) => new StageSpent(s.Read.Stage,
            counting.Average(r => Looking(r.Stages[i])), counting.Average(r => Turning(r.Stages[i])),
            counting.Average(r => (double)r.Stages[i].Times!.PausesMs),
            counting.Average(r => (double)r.Stages[i].Turns.Sum(t => Metric.Htm.Cost(t)))))];
        var habits = counting.SelectMany(r => r.Stages.SelectMany(s => s.Losses)).GroupBy(l => (l.Stage, l.Kind))
            .Select(g => new CostlyHabit(g.Key.Stage, g.Key.Kind, g.Sum(l => l.Ms!.Value) / counting.Count, g.Count(), counting.Count,
                g.First().Drill))
            .Where(h => h.Times >= FewestTimes && h.Each >= LeastMs && h.Times * 10 >= counting.Count)
            .OrderByDescending(h => h.Each).Take(MostHabits);
        return new TimeSpent(method, counting.Count, counting.Average(r => (double)r.Ms!.Value), stages, [.. habits]);
    }

    /// <summary>
    /// Where the time of a goal can come from: of each part what its better quarter saves against its mean, and of that as much as is asked
    /// for. Null when no review counts.
    /// </summary>
    public static TimeGoal? Goal(SolveMethod method, IEnumerable<SolveReview> reviews, double ms)
    {
        var counting = Counting(method, reviews);
        if (counting.Count == 0) return null;
        GoalShare[] parts = [.. counting[0].Stages.Select((_, i) => Part(i, true)),
            .. counting[0].Stages.Select((_, i) => Part(i, false))];
        var missing = counting.Average(r => (double)r.Ms!.Value) - ms;
        var within = parts.Sum(Saved);
        return new TimeGoal(ms, missing, within, [.. parts.Where(p => missing > 0 && Saved(p) > 0)
            .Select(p => p with { Share = Saved(p) * Math.Min(1, missing / within) }).OrderByDescending(p => p.Share)]);

        GoalShare Part(int i, bool isLooking)
        {
            double[] each = [.. counting.Select(r => isLooking ? Looking(r.Stages[i]) : Turning(r.Stages[i]) + r.Stages[i].Times!.PausesMs)
                .Order()];
            return new GoalShare(counting[0].Stages[i].Read.Stage, isLooking, each.Average(), each[(each.Length - 1) / 4], 0);
        }

        static double Saved(GoalShare part) => Math.Max(0, part.Now - part.Good);
    }

    private static double Looking(ReviewedStage stage) => stage.Times!.RecognitionMs ?? 0;

    private static double Turning(ReviewedStage stage) => stage.Times!.TurningMs - stage.Times.PausesMs;
}
