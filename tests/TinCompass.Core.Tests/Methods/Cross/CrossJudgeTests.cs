using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Notation;
using static TinCompass.Core.Tests.Generators;

namespace TinCompass.Core.Tests.Methods.Cross;

public class CrossJudgeTests
{
    private static readonly CrossJudge Judge = new(CrossPlannerTests.Planner, CrossPlannerTests.Explainer);

    private static CrossJudgement Of(string scramble, Color color, string own) =>
        Judge.Judge(After(scramble), color, Algorithm.Parse(own).Turns);

    [Fact]
    public void A_best_plan_is_without_fault()
    {
        foreach (var scramble in Scrambles(40, seed: 13))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var solution = CrossPlannerTests.Planner.Plan(state, color).Groups[0].Plans[0].Solution;
                var judged = Judge.Judge(state, color, [.. solution.All]);
                Assert.True(judged.IsCross);
                Assert.Equal((0, solution.Length), (judged.OverBest, judged.Turns));
                Assert.Empty(judged.Mistakes);
                Assert.Empty(judged.Missing);
                Assert.Null(judged.Onward);
                Assert.Equal(solution.Length, judged.CrossedAfter);
            }
        }
    }

    [Fact]
    public void The_first_turn_after_which_the_best_total_grew_is_named_with_its_cost_and_a_way_from_there()
    {
        foreach (var scramble in Scrambles(80, seed: 17))
        {
            var state = CubeState.Solved.Apply(scramble);
            var solution = CrossPlannerTests.Planner.Plan(state, Color.White).Groups[0].Plans[0].Solution;
            // Two right turns, then any turn at all.
            var own = solution.All.Take(solution.Rotation.Rotation.Count + 2).Append(Turn.FromIndex(scramble[0].Index)).ToArray();
            var judged = Judge.Judge(state, Color.White, own);
            var here = CrossPlannerTests.Planner.Distance(state.Apply(own), Color.White);
            var grown = 3 + here - solution.Length;
            Assert.Equal(grown, judged.OverBest);
            if (grown == 0)
            {
                Assert.Empty(judged.Mistakes);
            }
            else
            {
                var mistake = Assert.Single(judged.Mistakes);
                Assert.Equal((3, grown), (mistake.Note.Number, mistake.Cost));
                Assert.Equal(2, judged.GoodStart);
                CrossSearchTests.AssertCross(state.Apply(own.SkipLast(1)).Apply(mistake.Instead.All), Color.White);
                Assert.Equal(solution.Length - 2, mistake.Instead.Length);
            }

            if (here > 0)
            {
                CrossSearchTests.AssertCross(state.Apply(own).Apply(judged.Onward!.All), Color.White);
                Assert.Equal(here, judged.Onward.Length);
                Assert.Empty(judged.Onward.Rotation.Rotation);
            }
        }
    }

    [Fact]
    public void A_plan_in_the_making_says_whether_it_is_on_a_best_way_and_how_many_lead_on()
    {
        // F' L' D' R' is the only shortest cross here, so each of its beginnings has one way on.
        Assert.Equal("Your 2 turns are on a best way; best total 4, 1 shortest way on.",
            CrossWords.Progress(Of("R U F2 D' L B", Color.White, "x2 F' L'")));
        Assert.Equal("Your first turn is on a best way; best total 4, 1 shortest way on.",
            CrossWords.Progress(Of("R U F2 D' L B", Color.White, "x2 F'")));
        var astray = Of("R U F2 D' L B", Color.White, "x2 F' L");
        Assert.Contains("Turn 2 (L) cost", CrossWords.Progress(astray), StringComparison.Ordinal);
        Assert.Contains($"best total now {astray.BestTotal}, {astray.WaysOn} shortest", CrossWords.Progress(astray),
            StringComparison.Ordinal);
        Assert.Equal("4 HTM: no cross is shorter.", CrossWords.Progress(Of("R U F2 D' L B", Color.White, "x2 F' L' D' R'")));
    }

    [Fact]
    public void What_the_planner_prefers_by_time_is_no_mistake_though_it_is_longer()
    {
        var (hands, longer) = (new HandModel(HandPreferences.Usual), 0);
        foreach (var scramble in Scrambles(60, seed: 19))
        {
            var state = CubeState.Solved.Apply(scramble);
            foreach (var color in Faces.AllColors)
            {
                var options = new CrossPlanOptions(1, PlanOrder.Time, HoldChoice.LeastTime) { Hands = hands };
                var plan = CrossPlannerTests.Planner.Plan(state, color, options).Groups[0].Plans[0].Solution;
                var judged = Judge.Judge(state, color, [.. plan.All], hands);
                Assert.True(judged.IsCross);
                Assert.Empty(judged.Mistakes);
                Assert.Equal(judged.OverBest > 0, judged.IsQuickest);
                Assert.Equal(judged.OverBest > 0, judged.Verdict.Contains("none of them is quicker", StringComparison.Ordinal));
                longer += judged.OverBest;
                // By turns alone each turn over the best is named.
                Assert.Equal(judged.OverBest > 0, Judge.Judge(state, color, [.. plan.All]).Mistakes.Count > 0);
            }
        }

        Assert.True(longer > 5, $"{longer} turns over the best");
    }

    [Fact]
    public void A_forgotten_alignment_is_told_as_such()
    {
        var judged = Of("D R2", Color.Yellow, "R2");
        Assert.False(judged.IsCross);
        Assert.Empty(judged.Missing);
        Assert.Equal(-1, judged.AlignmentLeft);
        Assert.Equal("D'", judged.Onward!.ToString());
        Assert.Equal("Not aligned yet: all four are in order, a quarter turn of the base is missing.", CrossWords.Verdict(judged));
    }

    [Fact]
    public void Missing_edges_are_named()
    {
        var judged = Of("R2 F2", Color.Yellow, "F2");
        Assert.Equal([Color.Red], judged.Missing);
        Assert.Equal("No cross yet: yellow-red is missing.", CrossWords.Verdict(judged));
        Assert.Equal("R2", judged.Onward!.ToString());
    }

    [Fact]
    public void A_cross_held_anywhere_is_a_cross_and_slices_count_two()
    {
        // White is up in the scramble hold: R' undoes the scramble without turning the cube over.
        Assert.True(Of("R", Color.White, "R'").IsCross);
        var sliced = Of("M", Color.Yellow, "M'");
        Assert.Equal((true, 2), (sliced.IsCross, sliced.Turns));
        Assert.Equal(sliced.Best, CrossPlannerTests.Planner.Distance(After("M"), Color.Yellow));
    }

    [Fact]
    public void Turns_after_the_cross_are_told()
    {
        var judged = Of("R", Color.Yellow, "R' U");
        Assert.True(judged.IsCross);
        Assert.Equal((1, 1), (judged.CrossedAfter, judged.OverBest));
        Assert.Equal("2 HTM, the best is 1. The cross already stood after turn 1.", CrossWords.Verdict(judged));
    }

    [Fact]
    public void An_empty_plan_on_a_scrambled_cube_is_no_cross_and_on_a_solved_one_is()
    {
        Assert.False(Of("R", Color.Yellow, "").IsCross);
        Assert.True(Of("", Color.Yellow, "").IsCross);
        Assert.Equal(0, Of("", Color.Yellow, "").CrossedAfter);
    }

    [Fact]
    public void A_knocked_out_edge_is_the_reason_given()
    {
        var judged = Of("F'", Color.Yellow, "R F");
        var mistake = judged.Mistakes[0];
        Assert.Equal(1, mistake.Note.Number);
        // R also carries yellow-green, good at the front-right, up to where it is flipped.
        Assert.Equal(
            $"Turn 1 (R) cost {(mistake.Cost == 1 ? "one" : "two")}: it takes yellow-red out of the base; makes yellow-green bad (top " +
                $"right).", CrossWords.ForMistake(Color.Yellow, mistake));
    }
}
