using TinCompass.Core.Practice;

namespace TinCompass.Core.Tests.Practice;

public class ScheduleTests(Xunit.Abstractions.ITestOutputHelper output)
{
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 18, 0, 0, TimeSpan.Zero);

    private static DrillResult Answer(double day, bool right = true, int ms = 4_000, string name = "UL-L") =>
        new("last-edge", name, Start.AddDays(day), right, ms, 5_000);

    private static Mastery After(params DrillResult[] results) => results.Aggregate(new Mastery("last-edge", "UL-L"), (m, r) => m.After(r));

    [Fact]
    public void Quick_right_answers_stretch_the_interval_and_lead_from_new_to_fast()
    {
        Assert.Equal(MasteryState.New, After().State);
        var once = After(Answer(0));
        Assert.Equal((MasteryState.Learning, 1.0, Start.AddDays(1)), (once.State, once.IntervalDays, once.Due));
        var twice = After(Answer(0), Answer(1));
        Assert.Equal((MasteryState.Known, 3.0), (twice.State, twice.IntervalDays));
        var thrice = After(Answer(0), Answer(1), Answer(4));
        // Three answers of quality 5 lift the ease by a tenth each.
        Assert.Equal(MasteryState.Fast, thrice.State);
        Assert.Equal(3 * 2.8, thrice.IntervalDays, 9);
    }

    [Fact]
    public void A_wrong_answer_falls_back_and_is_asked_again_in_ten_minutes()
    {
        var fallen = After(Answer(0), Answer(1), Answer(4, right: false));
        Assert.Equal((MasteryState.Learning, 0, Start.AddDays(4) + Mastery.Again), (fallen.State, fallen.Repetitions, fallen.Due));
        Assert.True(fallen.Ease < After(Answer(0), Answer(1)).Ease);
        Assert.Equal(1, fallen.After(Answer(4.01)).IntervalDays);
    }

    [Fact]
    public void Slow_answers_stretch_it_less_and_are_never_fast()
    {
        Mastery quick = After(Answer(0), Answer(1), Answer(4)),
            slow = After(Answer(0, ms: 12_000), Answer(1, ms: 12_000), Answer(4, ms: 12_000));
        Assert.True(slow.IntervalDays < quick.IntervalDays);
        Assert.Equal(MasteryState.Known, slow.State);
        // Twice as slow as oneself counts as slow, though within twice the target.
        Assert.True(After(Answer(0, ms: 5_100), Answer(1, ms: 5_100), Answer(4, ms: 9_000)).Ease < After(
            Answer(0, ms: 5_100), Answer(1, ms: 5_100), Answer(4, ms: 5_100)).Ease);
    }

    [Fact]
    public void Right_answers_before_half_the_interval_are_practice_and_wrong_ones_count()
    {
        var before = After(Answer(0), Answer(1));
        var early = before.After(Answer(1.1));
        Assert.Equal((before.Due, before.Repetitions, 3), (early.Due, early.Repetitions, early.Attempts));
        Assert.Equal(MasteryState.Learning, before.After(Answer(1.1, right: false)).State);
    }

    [Fact]
    public void A_clock_set_back_stands_still()
    {
        var set = After(Answer(0), Answer(5), Answer(-400));
        Assert.Equal(Start.AddDays(5), set.LastAt);
        Assert.True(set.Due >= Start.AddDays(5));
    }

    [Fact]
    public void What_is_due_comes_first_the_longest_overdue_against_its_interval_then_new_then_what_is_due_soonest()
    {
        (string, string)[] cases = [("d", "new1"), ("d", "late"), ("d", "later"), ("d", "far"), ("d", "new2"), ("d", "wrong")];
        var day = TimeSpan.FromDays(1);
        DrillResult R(string name, double at, bool right = true) => new("d", name, Start.AddDays(at), right, 1_000, 5_000);
        var masteries = Schedule.Follow(cases, [
            R("late", 0), R("late", 1), R("later", 0), R("far", 9), R("far", 9.9), R("wrong", 9.99, right: false)]);
        var order = Schedule.Order(masteries, Start + (10 * day)).ToArray();
        Assert.Equal(["later", "late", "wrong", "new1", "new2", "far"], order.Select(a => a.Mastery.Case));
        Assert.Equal([AskReason.Due, AskReason.Due, AskReason.Weak, AskReason.New, AskReason.New, AskReason.Ahead],
            order.Select(a => a.Reason));
        Assert.Equal(order.Select(a => a.Mastery.Case), Schedule.Order(masteries, Start + (10 * day)).Select(a => a.Mastery.Case));
        Assert.NotEqual("later", Schedule.Order(masteries, Start + (10 * day), last: ("d", "later")).First().Mastery.Case);
        // A single case is asked again and again.
        Assert.Single(Schedule.Order([new Mastery("d", "only")], Start, last: ("d", "only")));
        Assert.Empty(Schedule.Order([], Start));
    }

    [Fact]
    public void Today_fits_the_minutes_and_gives_new_cases_a_third_of_them()
    {
        var cases = Enumerable.Range(0, 40).Select(i => ("d", $"{i}")).ToArray();
        var results = Enumerable.Range(0, 20).Select(i => new DrillResult("d", $"{i}", Start, true, 1_000, 5_000));
        var plan = Schedule.Today(Schedule.Follow(cases, results), Start.AddDays(2), minutes: 5, _ => 20_000);
        Assert.Equal(15, plan.Count);
        Assert.Equal((15, 0), (plan.Count(a => a.Reason == AskReason.Due), plan.Count(a => a.Reason == AskReason.New)));
        var few = Schedule.Today(Schedule.Follow(cases, results.Take(3)), Start.AddDays(2), minutes: 5, _ => 20_000);
        Assert.Equal((3, 5), (few.Count(a => a.Reason == AskReason.Due), few.Count(a => a.Reason == AskReason.New)));
    }

    public static TheoryData<string> Learners => ["steady", "forgetful"];

    [Theory]
    [MemberData(nameof(Learners))]
    public void After_thirty_days_the_schedule_beats_a_random_order_at_the_same_number_of_tasks(string name)
    {
        var kind = name == "steady" ? LearnerKind.Steady : LearnerKind.Forgetful;
        double planned = 0, random = 0;
        for (var seed = 0; seed < 20; seed++)
        {
            planned += SharesAfterThirtyDays(kind, seed, byPlan: true).Remembered;
            random += SharesAfterThirtyDays(kind, seed, byPlan: false).Remembered;
        }

        output.WriteLine($"{name}: remembered after 30 days by the schedule {planned / 20:P0}, in random order {random / 20:P0}");
        Assert.True(planned > random * 1.1, $"{planned / 20:P1} against {random / 20:P1}");
    }

    [Fact]
    public void A_guesser_is_not_taken_for_somebody_who_knows()
    {
        var guesser = Enumerable.Range(0, 20).Average(seed => SharesAfterThirtyDays(LearnerKind.Guesser, seed, byPlan: true).Known);
        var steady = Enumerable.Range(0, 20).Average(seed => SharesAfterThirtyDays(LearnerKind.Steady, seed, byPlan: true).Known);
        output.WriteLine($"known after 30 days: a guesser {guesser:P0}, a steady learner {steady:P0}");
        Assert.True(guesser < steady / 2);
    }

    /// <summary>
    /// Sixty cases, fifteen tasks an evening for thirty days; then the share that is remembered with four chances in five, and the share
    /// that the schedule calls known.
    /// </summary>
    private static (double Remembered, double Known) SharesAfterThirtyDays(LearnerKind kind, int seed, bool byPlan)
    {
        const int Cases = 60, Tasks = 15, Days = 30;
        var (learner, order) = (new SimulatedLearner(kind, new Random(seed)), new Random(seed + 1000));
        var masteries = Schedule.Follow(Enumerable.Range(0, Cases).Select(i => ("d", $"{i}")), []).ToArray();
        for (var day = 0; day < Days; day++)
            for (var task = 0; task < Tasks; task++)
            {
                var now = Start.AddDays(day).AddSeconds(40 * task);
                var asked = byPlan ? Schedule.Order(masteries, now).First().Mastery : masteries[order.Next(Cases)];
                var (right, pace) = learner.Answer(asked.Case, (now - Start).TotalDays);
                var at = Array.IndexOf(masteries, asked);
                masteries[at] = asked.After(new DrillResult("d", asked.Case, now, right, (int)(pace * 5_000), 5_000));
            }

        return (masteries.Count(m => learner.Recall(m.Case, Days) >= 0.8) / (double)Cases,
            masteries.Count(m => m.State >= MasteryState.Known) / (double)Cases);
    }
}
