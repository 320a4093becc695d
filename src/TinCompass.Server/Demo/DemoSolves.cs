using TinCompass.Core.Cube;
using TinCompass.Core.Feed;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;
using TinCompass.Server.Storage;

namespace TinCompass.Server.Demo;

/// <summary>
/// The timed solves of an invented member: evenings of five to fifteen, quicker from week to week, each as far from what is usual as people
/// are; now and then two seconds are added, now and then one does not count.
/// </summary>
internal static class DemoSolves
{
    private const int PerAttempt = 4;
    private const int ScrambleTurns = 20;

    /// <summary>A whole solve takes so many times what the first stage takes to plan.</summary>
    private const double WholeToPlanning = 2.4;

    private const double Scatter = 0.14;

    // Solves of the first month and of the last weeks that are known turn by turn; days between the two; the skill of the hands.
    private const int KnownAtFirst = 12, KnownAtLast = 24, Gap = 3;
    private const double Skill = 0.5;

    /// <summary>In the first week the eyes take so many times as long between the stops.</summary>
    private const double StretchAtFirst = 1.9;

    private const string Slowly = "slow turning";

    public static IReadOnlyList<Solve> Of(
        DemoHabits habits, int solverId, DateTimeOffset first, StageBook book, HandModel hand, Random random)
    {
        var count = habits.Attempts * PerAttempt;
        var hands = new SimulatedHands(book, hand, Skill);
        var (solves, key, at) = (new List<Solve>(count), new byte[16], first);
        var days = 7 * DemoClub.Weeks;
        var left = 0;
        for (var i = 0; i < count; i++)
        {
            var progress = (double)i / count;
            if (left-- == 0)
            {
                left = random.Next(5, 16);
                at = first + TimeSpan.FromDays((int)(progress * days)) + TimeSpan.FromHours(17 + (random.NextDouble() * 4));
            }

            var usual = WholeToPlanning * (habits.MedianMsAtFirst + ((habits.MedianMsAtLast - habits.MedianMsAtFirst) * progress));
            var isSlow = random.Next(12) == 0;
            var ms = (int)(usual * (isSlow ? 1.4 : 1) * Math.Exp(Scatter * random.Normal()));
            at += TimeSpan.FromMilliseconds(ms + 20_000 + random.Next(30_000));
            random.NextBytes(key);
            solves.Add(new Solve
            {
                Key = new Guid(key),
                SolverId = solverId,
                At = at,
                Method = habits.Method,
                Purpose = isSlow ? Slowly : "",
                Scramble = Scramble(random),
                Ms = ms,
                Penalty = random.Next(40) switch { 0 => Penalty.Dnf, 1 => Penalty.PlusTwo, _ => Penalty.None },
                InspectionMs = random.Next(6_000, 15_000),
            });
        }

        // Some of the first month and the last ones are known turn by turn.
        Solve[] own = [.. solves.Where(s => s.Purpose.Length == 0)];
        var old = own.TakeWhile(s => s.At < first + TimeSpan.FromDays(days / 2.0 - Gap)).TakeLast(KnownAtFirst).ToArray();
        foreach (var (solve, (scramble, plan)) in old.Concat(own.TakeLast(KnownAtLast)).Zip(Plans(book.Method(habits.Method)!)))
        {
            var progress = (solve.At - first).TotalDays / days;
            (solve.Scramble, solve.Penalty) = (scramble, Penalty.None);
            solve.Turns = Timed(hands, plan, solve.Ms, StretchAtFirst + ((1 - StretchAtFirst) * progress), random);
        }

        return solves;
    }

    /// <summary>
    /// The turns of a plan in a time: as made-up hands make them, the looks between the stops stretched.
    /// </summary>
    private static string Timed(SimulatedHands hands, WholePlan plan, int ms, double stretch, Random random)
    {
        var solve = hands.Turned(plan, random);
        var (times, sum, stops) = (solve.Timed.Ms!, 0.0, solve.Ends.ToHashSet());
        double[] at = [.. times.Select((t, i) => sum += i == 0 ? 0 : (t - times[i - 1]) * (stops.Contains(i) ? stretch : 1))];
        return new TimedTurns(solve.Timed.Turns, [.. at.Select(t => (int)(t / sum * ms))]).ToString();
    }

    /// <summary>Scrambles and whole plans by a method: demo-solves.txt.</summary>
    internal static IReadOnlyList<(string Scramble, WholePlan Plan)> Plans(SolveMethod method)
    {
        using var stream = typeof(DemoSolves).Assembly.GetManifestResourceStream("demo-solves.txt")!;
        using var reader = new StreamReader(stream);
        var plans = new List<(string, WholePlan)>();
        while (reader.ReadLine() is { } line)
        {
            if (line.Split(" | ") is not [var id, var scramble, var stops] || id != method.Id) continue;
            var made = stops.Split("; ").Select(s => s.Split(' ', 2)).Select(s => (s[0], Algorithm.Parse(s[1]).Turns)).ToArray();
            plans.Add((scramble, new WholePlan(method, new Focus(Color.White), made,
                made.Sum(s => s.Turns.Sum(t => method.Metric.Cost(t))), null)));
        }

        return plans;
    }

    private static string Scramble(Random random)
    {
        var turns = new List<Turn>();
        while (turns.Count < ScrambleTurns)
        {
            var turn = Turn.FromIndex(random.Next(Turn.FaceTurnCount));
            // Neither the same face twice, nor a third one on the same axis.
            if (turns.Count > 0 && turns[^1].Axis == turn.Axis) continue;
            turns.Add(turn);
        }

        return string.Join(' ', turns);
    }
}
