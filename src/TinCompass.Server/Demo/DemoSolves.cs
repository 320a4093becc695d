using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
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
    private const string Slowly = "slow turning";

    public static IReadOnlyList<Solve> Of(
        DemoHabits habits, int solverId, DateTimeOffset first, IReadOnlyList<KeptCourse> courses, Random random)
    {
        var count = habits.Attempts * PerAttempt;
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

        // The last ones are known turn by turn: they went as the courses that were kept.
        foreach (var (solve, course) in solves.Where(s => s.Purpose.Length == 0).Reverse().Zip(courses))
            (solve.Scramble, solve.Turns, solve.Penalty) = (course.Scramble, Timed(course, solve.Ms, random), Penalty.None);
        return solves;
    }

    /// <summary>
    /// The turns of a course in a time: each as quick as the other, give or take, the eyes looking for what comes between the stops.
    /// </summary>
    private static string Timed(KeptCourse course, int ms, Random random)
    {
        var (turns, weights) = (new List<Turn>(), new List<double>());
        foreach (var stop in course.Stops.Split(';').Prepend(course.Made))
        {
            var own = Algorithm.Parse(stop).Turns;
            // What one stop ends with and the next takes back nobody turns.
            while (own.Count > 0 && turns.Count > 0 && own[0] == turns[^1].Inverse)
            {
                (turns, weights, own) = (turns[..^1], weights[..^1], [.. own.Skip(1)]);
            }

            weights.AddRange(own.Select((_, i) => (i == 0 && turns.Count > 0 ? 2 + (7 * random.NextDouble()) : 0)
                + 0.7 + (0.6 * random.NextDouble())));
            turns.AddRange(own);
        }

        weights[0] = 0;
        var (whole, sum, at) = (weights.Sum(), 0.0, new List<int>());
        foreach (var weight in weights) at.Add((int)((sum += weight) / whole * ms));
        return new TimedTurns(turns, at).ToString();
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
