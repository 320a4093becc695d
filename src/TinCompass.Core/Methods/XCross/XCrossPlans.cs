using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.XCross;

/// <summary>A cross with one pair as it is turned, and how hard it is to see beforehand.</summary>
public sealed record XCrossPlan(StageSolution Solution, CrossForesight Foresight);

/// <summary>Puts the shortest sequences for cross and pair in order, held and turned as a solver does.</summary>
public static class XCrossPlans
{
    /// <summary>
    /// The first <paramref name="most"/> of a pair's sequences, which were found from <paramref name="state"/>. Some microseconds a
    /// sequence.
    /// </summary>
    public static IReadOnlyList<XCrossPlan> Best(CubeState state, XCrossSolutions pair, CrossPlanOptions options, int most)
    {
        var plans = pair.Solutions.Select(found => Plan(state, pair, found, options));
        var ordered = options.Order switch
        {
            PlanOrder.Time => plans.OrderBy(p => p.Solution.Time ?? double.MaxValue),
            PlanOrder.Foresight => plans.OrderBy(p => p.Foresight.Score),
            _ => plans.OrderBy(p => p.Solution.Time is null),
        };
        return [.. ordered.ThenBy(p => p.Solution.BackTurns).ThenBy(p => p.Solution.Time).Take(most)];
    }

    private static XCrossPlan Plan(CubeState state, XCrossSolutions pair, PackedTurns found, CrossPlanOptions options)
    {
        Span<byte> printed = stackalloc byte[PackedTurns.MaxLength];
        var hold = CrossHolds.BestHold(pair.Position, found, options);
        var (turns, _) = CrossHolds.AsPrinted(pair.Position, found, hold);
        var canTurn = options.Hands.TryMeasure(CrossHolds.Print(pair.Position, turns, hold, printed), out var time, out var regrips);
        var solution = CrossHolds.InHold(pair.Position, turns, hold) with { Time = canTurn ? time : null, Regrips = regrips };
        return new XCrossPlan(solution, Foresight(state, pair, turns));
    }

    /// <summary>
    /// The foresight of a sequence that makes cross and pair: the four edges, and the pair's two pieces until the last turn that moves them
    /// against the cross.
    /// </summary>
    internal static CrossForesight Foresight(CubeState state, XCrossSolutions pair, PackedTurns turns)
    {
        Span<uint> moments = stackalloc uint[PackedTurns.MaxLength + 1];
        var cross = CrossForesight.Of(CrossTrace.Follow(pair.Position, turns, moments));
        var (corner, edge) = PairStands.Of(state, pair.Position);
        return cross.With(corner, CornerStickers.Moves, turns).With(edge, EdgeStickers.Moves, turns);
    }
}
