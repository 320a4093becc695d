using TinCompass.Core.Cube;
using TinCompass.Core.Search;

namespace TinCompass.Core.Methods.Cross;

/// <summary>A cross with one pair as it is turned; the time is null when it holds a turn that the solver avoids.</summary>
public sealed record PairPlan(CrossSolution Solution, CrossForesight Foresight, double? Time, int Regrips);

/// <summary>Puts the shortest sequences for cross and pair in order, held and turned as a solver does.</summary>
public static class PairPlans
{
    /// <summary>The first <paramref name="most"/> of a pair's sequences, which were found from <paramref name="state"/>. Some microseconds a sequence.</summary>
    public static IReadOnlyList<PairPlan> Best(CubeState state, CrossPair pair, CrossPlanOptions options, int most)
    {
        ArgumentNullException.ThrowIfNull(pair);
        ArgumentNullException.ThrowIfNull(options);
        var plans = pair.Solutions.Select(found => Plan(state, pair, found, options));
        var ordered = options.Order switch
        {
            PlanOrder.Time => plans.OrderBy(p => p.Time ?? double.MaxValue),
            PlanOrder.Foresight => plans.OrderBy(p => p.Foresight.Score),
            _ => plans.OrderBy(p => p.Time is null),
        };
        return [.. ordered.ThenBy(p => p.Solution.BackTurns).ThenBy(p => p.Time).Take(most)];
    }

    private static PairPlan Plan(CubeState state, CrossPair pair, PackedTurns found, CrossPlanOptions options)
    {
        Span<byte> printed = stackalloc byte[PackedTurns.MaxLength];
        var hold = CrossSolution.BestHold(pair.Position, found, options);
        var (turns, _) = CrossSolution.AsPrinted(pair.Position, found, hold);
        var canTurn = options.Hands.TryMeasure(CrossSolution.Print(pair.Position, turns, hold, printed), out var time, out var regrips);
        return new PairPlan(CrossSolution.InHold(pair.Position, turns, hold), CrossForesight.Of(state, pair, turns), canTurn ? time : null, regrips);
    }
}
