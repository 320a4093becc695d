using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.Cross;

public class CrossPlannerTests
{
    internal static readonly CrossPlanner Planner = new(CrossSearchTests.Search);
    internal static readonly CrossExplainer Explainer = new(CrossSearchTests.Search);

    [Fact]
    public void The_shortest_plans_are_all_there_and_all_solve()
    {
        foreach (var scramble in Scrambles(60, seed: 3))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var plans = Planner.Plan(state, color);
                Assert.Equal(plans.Outlook.Count, plans.Groups.Where(g => g.BestLength == plans.Outlook.Length).Sum(g => g.Total));
                Assert.Equal(plans.Outlook.Length, plans.Groups[0].BestLength);
                foreach (var group in plans.Groups)
                    foreach (var plan in group.Plans)
                        CrossSearchTests.AssertCross(state.Apply(plan.Solution.All), color);
            }
        }
    }

    [Fact]
    public void A_group_names_the_edges_that_are_placed_first()
    {
        foreach (var scramble in Scrambles(30, seed: 8))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var group in Planner.Plan(state, Color.Yellow).Groups)
                foreach (var plan in group.Plans.Take(3))
                {
                    var placed = Faces.AllColors.Where(c => c is not (Color.White or Color.Yellow))
                        .ToDictionary(side => side, side => PlacedAt(state, plan, side));
                    Assert.Equal(placed.Where(p => p.Value == placed.Values.Min()).Select(p => p.Key).Order(), group.First.Order());
                    Assert.Equal(group.StandsAlready, placed.Values.Min() == 0);
                }
        }
    }

    [Fact]
    public void Every_edge_can_be_found_as_the_first_one_of_some_plan_or_nothing_within_two_turns_starts_from_it()
    {
        var missing = 0;
        foreach (var scramble in Scrambles(40, seed: 21))
        {
            var plans = Planner.Plan(CubeState.Solved.Apply(scramble), Color.White);
            missing += 4 - plans.Groups.SelectMany(g => g.First).Distinct().Count();
        }

        Assert.InRange(missing, 0, 20);
    }

    [Fact]
    public void More_slack_gives_more_plans_in_order_of_length()
    {
        var state = After("R U2 F' D L B2 U R' D2");
        var (best, one, two) = (Planner.Plan(state, Color.White), Planner.Plan(state, Color.White, 1), Planner.Plan(state, Color.White, 2));
        Assert.True(best.Groups.Sum(g => g.Total) < one.Groups.Sum(g => g.Total));
        Assert.True(one.Groups.Sum(g => g.Total) < two.Groups.Sum(g => g.Total));
        foreach (var group in two.Groups) Assert.Equal(group.Plans.Select(p => p.Length).Order(), group.Plans.Select(p => p.Length));
        Assert.All(two.Groups, g => Assert.InRange(g.BestLength, two.Outlook.Length, two.Outlook.Length + 2));
    }

    [Fact]
    public void A_standing_cross_has_one_plan_of_no_turns()
    {
        var plans = Planner.Plan(CubeState.Solved, Color.Red, 2);
        var group = Assert.Single(plans.Groups);
        Assert.Equal(4, group.First.Count);
        Assert.Equal("z", Assert.Single(group.Plans).Solution.ToString());
    }

    [Fact]
    public void The_report_of_each_edge_is_worked_out_as_by_hand()
    {
        // Yellow is down in the scramble hold. F carries yellow-green to the left of the front face: good. R2 carries yellow-red up, yellow
        // side up.
        var edges = Planner.Compare(After("F R2"))[(int)Color.Yellow].Edges.ToDictionary(e => e.Side);
        Assert.Equal((EdgeStand.Middle, Edge.FL, true, 1),
            (edges[Color.Green].Stand, edges[Color.Green].Place, edges[Color.Green].IsNear, edges[Color.Green].Distance));
        Assert.Equal((EdgeStand.TopBaseUp, Edge.UR, true, 1),
            (edges[Color.Red].Stand, edges[Color.Red].Place, edges[Color.Red].IsNear, edges[Color.Red].Distance));
        Assert.Equal((EdgeStand.Home, 0), (edges[Color.Blue].Stand, edges[Color.Blue].Offset));
        Assert.Equal([Color.Orange], edges[Color.Blue].RightWith);
        // After D all four stand in order, one D' from home.
        var turned = Planner.Compare(After("D"))[(int)Color.Yellow].Edges;
        Assert.All(turned, e => Assert.Equal((EdgeStand.BaseElsewhere, -1), (e.Stand, e.Offset)));
    }

    private static int PlacedAt(CubeState start, CrossPlan plan, Color side)
    {
        var state = start.Apply(plan.Solution.Rotation.Rotation);
        var at = 0;
        for (var i = 0; i <= plan.Length; i++)
        {
            if (i > 0) state = state.Apply(plan.Solution.Turns[i - 1]);
            var text = Facelets.Write(state);
            var inBase = new[] { (10, 25), (14, 43), (16, 34), (12, 52) }.Any(f => text[f.Item1] == 'Y' && text[f.Item2] == side.Letter());
            if (!inBase) at = i + 1;
        }

        return at;
    }
}
