using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using TinCompass.Core.Search;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.Cross;

public class PlanOrderTests
{
    private static readonly HandModel Hands = new(HandPreferences.Usual);

    private static IEnumerable<CrossPlan> Plans(CubeState state, Color color, CrossPlanOptions options) =>
        CrossPlannerTests.Planner.Plan(state, color, options).Groups.SelectMany(g => g.Plans);

    [Fact]
    public void By_time_the_first_plan_is_the_quickest_of_all_that_exist_in_all_holds()
    {
        foreach (var scramble in Scrambles(25, seed: 31))
        {
            var state = CubeState.Solved.Apply(scramble);
            var position = CrossPosition.Of(state, Color.White);
            var found = new SolutionList();
            CrossSearchTests.Search.Find(position, CrossSearchTests.Search.Distance(position), found);
            var quickest = Enumerable.Range(0, found.Count).SelectMany(i => Enumerable.Range(0, 4).Select(hold =>
                Hands.Read(CrossHolds.InHold(position, found[i], hold).Turns)!.Time)).Min();
            var plans = CrossPlannerTests.Planner.Plan(
                state, Color.White, new CrossPlanOptions(Order: PlanOrder.Time, Holds: HoldChoice.LeastTime));
            Assert.Equal(quickest, plans.Groups.Where(g => g.BestLength == plans.Outlook.Length).Min(g => g.Plans[0].Solution.Time!.Value),
                6);
            foreach (var group in plans.Groups)
            {
                Assert.Equal(group.Plans.Select(p => p.Solution.Time).Order(), group.Plans.Select(p => p.Solution.Time));
                Assert.All(group.Plans, p => Assert.Equal(Hands.Read(p.Solution.Turns)!.Time, p.Solution.Time!.Value, 6));
            }
        }
    }

    [Fact]
    public void Every_order_and_hold_gives_plans_that_solve_and_as_many()
    {
        foreach (var scramble in Scrambles(8, seed: 32))
        {
            var state = CubeState.Solved.Apply(scramble);
            var longest = CrossSearchTests.Search.Distance(CrossPosition.Of(state, Color.Red)) + 1;
            int Asked(CrossPlanOptions options) => CrossPlannerTests.Planner.Plan(state, Color.Red, options).Groups.Where(
                g => g.BestLength <= longest).Sum(g => g.Total);
            var expected = Asked(new CrossPlanOptions(1));
            foreach (var order in Enum.GetValues<PlanOrder>())
                foreach (var holds in Enum.GetValues<HoldChoice>())
                {
                    var options = new CrossPlanOptions(1, order, holds);
                    Assert.All(Plans(state, Color.Red, options),
                        plan => CrossSearchTests.AssertCross(state.Apply(plan.Solution.All), Color.Red));
                    Assert.Equal(expected, Asked(options));
                    if (holds == HoldChoice.Plainest) Assert.All(
                        Plans(state, Color.Red, options), p => Assert.Equal("z", string.Join(' ', p.Solution.Rotation.Rotation)));
                }
        }
    }

    [Fact]
    public void By_foresight_the_easiest_comes_first_and_its_points_are_counted_by_hand()
    {
        foreach (var scramble in Scrambles(25, seed: 33))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var group in CrossPlannerTests.Planner.Plan(state, Color.Yellow, new CrossPlanOptions(1, PlanOrder.Foresight)).Groups)
            {
                Assert.Equal(group.Plans.Select(p => p.Foresight.Score).Order(), group.Plans.Select(p => p.Foresight.Score));
                foreach (var plan in group.Plans.Take(5)) Assert.Equal(Counted(state, Color.Yellow, plan), plan.Foresight);
            }
        }
    }

    /// <summary>The same count from whole positions and the explanation, not from the tables of the search.</summary>
    private static CrossForesight Counted(CubeState state, Color color, CrossPlan plan)
    {
        var explained = CrossPlannerTests.Explainer.Explain(state, color, [.. plan.Solution.All]);
        var placed = explained.Points!.Placements.ToDictionary(p => p.Side, p => p.AtTurn);
        var followed = placed.Where(p => p.Value > 0).Select(p => p.Key).ToArray();
        var start = state.Apply(plan.Solution.Rotation.Rotation);
        var moves = 0;
        foreach (var side in followed)
        {
            var now = start;
            foreach (var turn in plan.Solution.Turns.Take(placed[side] - 1))
            {
                var next = now.Apply(turn);
                if (Where(next, color, side) != Where(now, color, side)) moves++;
                now = next;
            }
        }

        return new CrossForesight(followed.Length, moves, explained.Edges.Count(e => !e.IsNear), explained.Points.Alignment is not 0);
    }

    private static (Edge Place, int Flip) Where(CubeState state, Color color, Color side)
    {
        var piece = Pieces.EdgeWith(color, side)!.Value;
        var place = Enum.GetValues<Edge>().First(p => state.EdgeAt(p) == piece);
        return (place, state.FlipAt(place));
    }

    [Fact]
    public void A_standing_cross_needs_no_foresight_and_the_sum_is_as_documented()
    {
        Assert.Equal(0, Plans(CubeState.Solved, Color.White, new CrossPlanOptions()).First().Foresight.Score);
        Assert.Equal((3 * 2) + 4 + (2 * 2) + 2, new CrossForesight(3, 4, 2, true).Score);
        // D2 alone: nothing to follow, the alignment remains.
        var turned = CubeState.Solved.Apply(Algorithm.Parse("U2").Turns);
        Assert.Equal(new CrossForesight(0, 0, 0, true), Plans(turned, Color.White, new CrossPlanOptions()).First().Foresight);
    }

    [Fact]
    public void A_hold_without_avoided_turns_is_taken_when_there_is_one()
    {
        var hands = new HandModel(new HandPreferences(Avoided: "BL"));
        var (spared, y1) = (0, Algorithm.Parse("y").Turns[0]);
        foreach (var scramble in Scrambles(25, seed: 34))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var plan in Plans(state, Color.White, new CrossPlanOptions(Order: PlanOrder.Time) { Hands = hands }))
            {
                var holds = Enumerable.Range(0, 4).Select(
                    y => plan.Solution.Turns.Select(t => string.Join("", HandWords.InHold([t], [.. Enumerable.Repeat(y1, y)]))));
                var canBeSpared = holds.Any(h => h.All(t => t[0] is not ('B' or 'L')));
                Assert.Equal(canBeSpared, plan.Solution.Time is not null);
                Assert.Equal(canBeSpared, plan.Solution.Turns.All(t => t.Letter is not ('B' or 'L')));
                if (canBeSpared) spared++;
            }
        }

        Assert.True(spared > 20);
    }
}
