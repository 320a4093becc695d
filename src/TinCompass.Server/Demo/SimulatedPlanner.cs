using TinCompass.Core.Cube;
using TinCompass.Core.Methods.Cross;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Server.Demo;

/// <summary>
/// Plans a cross as a learner does: chooses among the real plans, more or less near the shortest, and sometimes slips in one of the ways
/// that happen at the mat. What comes out is only turns; the real judge says what they were worth.
/// </summary>
internal sealed class SimulatedPlanner(CrossPlanner planner, DemoHabits habits, Random random)
{
    /// <summary>One attempt at a position; <paramref name="progress"/> runs from 0 (first week) to 1 (last).</summary>
    public (Color Color, IReadOnlyList<Turn> Plan, int PlanningMs) Attempt(CubeState state, double progress)
    {
        var color = ChooseColor(state, progress);
        var plan = ChoosePlan(state, color, Between(habits.WanderAtFirst, habits.WanderAtLast, progress));
        var turns = plan.All.ToList();
        if (random.NextDouble() < Between(habits.ErrorsAtFirst, habits.ErrorsAtLast, progress)) Slip(
            state, color, plan.Rotation.Rotation.Count, turns);
        var median = Between(habits.MedianMsAtFirst, habits.MedianMsAtLast, progress) * (0.55 + (0.075 * plan.Length));
        var spread = Math.Exp(0.28 * random.Normal());
        return (color, turns, (int)Math.Clamp(median * spread, 1_800, 40_000));
    }

    /// <summary>The shortest of the solver's colours, bad edges weighed in; at first often simply the favourite one.</summary>
    private Color ChooseColor(CubeState state, double progress)
    {
        if (habits.Colors.Length == 1 || random.NextDouble() > 0.35 + (0.55 * progress)) return habits.Colors[0];
        return planner.Compare(state).Where(o => habits.Colors.Contains(o.Color))
            .MinBy(o => o.Length + (0.4 * o.FarEdges) + (0.5 * random.NextDouble()))!.Color;
    }

    private StageSolution ChoosePlan(CubeState state, Color color, double wander)
    {
        var over = Math.Min(CrossSearch.MaxSlack, (int)Math.Floor(-Math.Log(1 - random.NextDouble()) * wander));
        var plans = planner.Plan(state, color, over).Groups.SelectMany(g => g.Plans).ToArray();
        var longest = plans.Min(p => p.Length) + over;
        var fitting = plans.Where(p => p.Length <= longest).GroupBy(p => p.Length).MaxBy(g => g.Key)!.ToArray();
        return fitting[random.Next(fitting.Length)].Solution;
    }

    /// <summary>
    /// The alignment forgotten, a turn the wrong way round, or a turn left out; half of those who notice mend it on the way.
    /// </summary>
    private void Slip(CubeState state, Color color, int lead, List<Turn> turns)
    {
        if (turns.Count - lead < 2) return;
        if (turns[^1].Face == Face.D)
        {
            turns.RemoveAt(turns.Count - 1);
            return;
        }

        var at = lead + 1 + random.Next(turns.Count - lead - 1);
        var quarters = Enumerable.Range(lead, turns.Count - lead).Where(i => turns[i].Quarters != 2).ToArray();
        if (random.NextDouble() < 0.65 && quarters.Length > 0)
        {
            at = quarters[random.Next(quarters.Length)];
            turns[at] = turns[at].Inverse;
        }
        else
        {
            turns.RemoveAt(at);
        }

        if (random.NextDouble() > 0.5) return;
        // Noticed at the slip: the rest is planned anew from there.
        var kept = turns.Take(Math.Min(turns.Count, at + 1)).ToArray();
        turns.Clear();
        turns.AddRange([.. kept, .. planner.Continue(state.Apply(kept), color).All]);
    }

    private static double Between(double first, double last, double progress) => first + ((last - first) * progress);
}
