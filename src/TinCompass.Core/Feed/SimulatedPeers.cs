using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
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

    private readonly Dictionary<string, IReadOnlyList<(CubeState Start, WholePlan Plan)>> planned = [];
    private readonly Lock gate = new();

    /// <summary>
    /// Where the time of such solvers goes; null when nobody between no skill and full skill has that mean. The first call for a method
    /// plans for about half a second.
    /// </summary>
    /// <param name="method">The method.</param>
    /// <param name="mean">Milliseconds a solve.</param>
    /// <param name="cancel">Stops it.</param>
    public IReadOnlyList<StageSpent>? Of(SolveMethod method, double mean, CancellationToken cancel = default)
    {
        ArgumentNullException.ThrowIfNull(method);
        var plans = PlansOf(method, cancel);
        var (low, high) = (0.0, 1.0);
        if (MeanAt(low) < mean || MeanAt(high) > mean) return null;
        for (var i = 0; i < Halvings; i++)
        {
            var skill = (low + high) / 2;
            if (MeanAt(skill) > mean) low = skill;
            else high = skill;
        }

        var reviews = Solves(high).Select((s, i) => SolveReview.Of(book, plans[i].Start, s.Timed, hands, method, cancel));
        return TimeSpent.Of(method, reviews)?.Stages;

        double MeanAt(double skill) => Solves(skill).Average(s => (double)s.Timed.Ms![^1]);

        // The same chances at every skill: only the skill makes the difference.
        IEnumerable<SimulatedSolve> Solves(double skill)
        {
            var turner = new SimulatedHands(book, hands, skill);
            return plans.Select((p, i) => turner.Turned(p.Plan, new Random(Seed + i)));
        }
    }

    private IReadOnlyList<(CubeState Start, WholePlan Plan)> PlansOf(SolveMethod method, CancellationToken cancel)
    {
        lock (gate)
        {
            if (planned.TryGetValue(method.Id, out var known)) return known;
            var random = new Random(Seed);
            var turner = new SimulatedHands(book, hands, 1);
            var plans = new List<(CubeState, WholePlan)>();
            for (var i = 0; i < Plans; i++)
            {
                var start = RandomPosition.Draw(random.Next);
                plans.Add((start, turner.Solve(method, start, random, cancel).Plan));
            }

            return planned[method.Id] = plans;
        }
    }
}
