using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Notation;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Feed;

/// <summary>
/// Made-up solvers of any mean: the same plans, turned by simulated hands of the skill that makes the mean. Invented, no measurement of
/// people: whoever shows them says so.
/// </summary>
public sealed class SimulatedPeers(StageBook book, HandModel hands)
{
    private const int Plans = 12, Seed = 20261129, Halvings = 14;

    private readonly Dictionary<string, List<(CubeState Start, WholePlan Plan)>> planned = [];
    private readonly Lock gate = new();

    /// <summary>
    /// Where the time of such solvers goes; null when nobody between no skill and full skill has that mean. What is not planned yet
    /// (<see cref="Prepare"/>) is planned first, about half a second in all.
    /// </summary>
    /// <param name="method">The method.</param>
    /// <param name="mean">Milliseconds a solve.</param>
    /// <param name="cancel">Stops it.</param>
    public IReadOnlyList<StageSpent>? Of(SolveMethod method, double mean, CancellationToken cancel = default)
    {
        while (!Prepare(method, cancel))
        {
        }

        List<(CubeState Start, WholePlan Plan)> plans;
        lock (gate) plans = planned[method.Id];
        var (low, high) = (0.0, 1.0);
        if (MeanAt(low) < mean || MeanAt(high) > mean) return null;
        for (var i = 0; i < Halvings; i++)
        {
            var skill = (low + high) / 2;
            if (MeanAt(skill) > mean) low = skill;
            else high = skill;
        }

        return TimeSpent.Of(method, Solves(high).Select((s, i) => Read(plans[i].Start, s.Timed)))?.Stages;

        double MeanAt(double skill) => Solves(skill).Average(s => (double)s.Timed.Ms![^1]);

        // Cut into stages, and judged by nobody.
        SolveReview Read(CubeState start, TimedTurns timed)
        {
            cancel.ThrowIfCancellationRequested();
            var reading = new SolveReader(book).Read(start, timed.Turns, method);
            var times = StageTimes.Of(reading, timed.Ms!);
            return new SolveReview(reading, timed.Turns, [.. reading.Stages.Select((part, i) => new ReviewedStage(
                part, [.. timed.Turns.Skip(part.From).Take(part.To - part.From)], times[i], 0, null, []))], timed.Ms![^1] - timed.Ms[0],
                null);
        }

        // The same chances at every skill: only the skill makes the difference.
        IEnumerable<SimulatedSolve> Solves(double skill)
        {
            var turner = new SimulatedHands(book, hands, skill);
            return plans.Select((p, i) => turner.Turned(p.Plan, new Random(Seed + i)));
        }
    }

    /// <summary>Plans one more of the solves that are turned; true when all are there.</summary>
    public bool Prepare(SolveMethod method, CancellationToken cancel = default)
    {
        lock (gate)
        {
            if (!planned.TryGetValue(method.Id, out var plans)) planned[method.Id] = plans = [];
            if (plans.Count == Plans) return true;
            var random = new Random(Seed + plans.Count);
            var start = RandomPosition.Draw(random.Next);
            plans.Add((start, new SimulatedHands(book, hands, 1).Solve(method, start, random, cancel).Plan));
            return plans.Count == Plans;
        }
    }
}
