using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Methods.XCross;
using TinCompass.Core.Tests.Methods.Cross;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.XCross;

public class XCrossPlansTests
{
    [Fact]
    public void Plans_of_cross_and_pair_come_in_each_order_and_all_solve_both()
    {
        var search = XCrossSearchTests.NewSearch();
        foreach (var scramble in Scrambles(6, seed: 41))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var pair in search.Find(state, Color.Green))
                foreach (var order in Enum.GetValues<PlanOrder>())
                {
                    var plans = XCrossPlans.Best(state, pair, new CrossPlanOptions(Order: order, Holds: HoldChoice.LeastTime), 500);
                    Assert.Equal(pair.Solutions.Count, plans.Count);
                    foreach (var plan in plans)
                    {
                        var end = state.Apply(plan.Solution.All);
                        CrossSearchTests.AssertCross(end, Color.Green);
                        Assert.Equal(PairStand.Solved, PairStands.Report(end, Color.Green).Single(p => p.Slot == pair.Slot).Stand);
                        Assert.Equal(new HandModel(HandPreferences.Usual).Read(plan.Solution.Turns)!.Time, plan.Solution.Time!.Value, 6);
                        Assert.InRange(plan.Foresight.Followed, 0, 6);
                    }

                    if (order == PlanOrder.Time) Assert.Equal(
                        plans.Select(p => p.Solution.Time).Order(), plans.Select(p => p.Solution.Time));
                    if (order == PlanOrder.Foresight) Assert.Equal(
                        plans.Select(p => p.Foresight.Score).Order(), plans.Select(p => p.Foresight.Score));
                }
        }
    }

    [Fact]
    public void A_pair_that_is_taken_out_by_one_turn_adds_two_pieces_without_a_move_before()
    {
        // Yellow is down as held; R' puts the pair green-red and the edge yellow-red back at once.
        var state = After("R");
        var pair = XCrossSearchTests.NewSearch().Find(state, Color.Yellow).Single(p => p.Slot.ToString() == "green-red");
        var plan = Assert.Single(XCrossPlans.Best(state, pair, new CrossPlanOptions(), 10));
        Assert.Equal("R'", plan.Solution.ToString());
        Assert.Equal(new CrossForesight(3, 0, 0, false), plan.Foresight);
    }
}
