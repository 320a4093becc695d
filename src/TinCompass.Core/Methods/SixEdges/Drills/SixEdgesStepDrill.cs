using System.Globalization;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SixEdges.Drills;

/// <summary>A step of the last six edges turned with M and U: orient, left and right, the last four.</summary>
public sealed class SixEdgesStepDrill(Func<SixEdgesPlanner> planner, SixEdgesGoal goal) : Drill(new DrillInfo(
    $"{SixEdgesStage.StageId}.{Name(goal)}", TitleOf(goal), What(goal), AnswerKind.Turns, goal == SixEdgesGoal.Solved ? 4_000 : 6_000)
{
    Cases = CasesOf(goal),
})
{
    private static string Name(SixEdgesGoal goal) => goal switch
    {
        SixEdgesGoal.Oriented => "orient",
        SixEdgesGoal.SidesHome => "left-right",
        _ => "last-four",
    };

    private static string TitleOf(SixEdgesGoal goal) => goal switch
    {
        SixEdgesGoal.Oriented => "Orient the six",
        SixEdgesGoal.SidesHome => "Left and right",
        _ => "The last four",
    };

    private static string What(SixEdgesGoal goal) => goal switch
    {
        SixEdgesGoal.Oriented => "Turn all six edges up or down in the fewest turns of M and U.",
        SixEdgesGoal.SidesHome => "Bring the left and right edge home in the fewest turns of M and U.",
        _ => "Solve the four of the middle by sight.",
    };

    private static IReadOnlyList<string> CasesOf(SixEdgesGoal goal) => goal switch
    {
        SixEdgesGoal.Oriented => ["3", "5", "4", "6", "7", "8"],
        SixEdgesGoal.SidesHome => ["3", "5", "4", "6", "7", "2"],
        // None takes two or six.
        _ => ["4", "5", "3", "7", "8"],
    };

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"{TitleOf(goal).ToLowerInvariant()} in {name}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (random, chosen) = (new Random(seed), planner());
        var wanted = wish.Case ?? Cases[random.Next(Cases.Count)];
        // What comes before the step is brought first, by a shortest way of chance.
        while (true)
        {
            var held = SixEdgesTasks.Draw(wish, random, _ => true);
            for (var before = SixEdgesGoal.Oriented; before < goal; before++)
            {
                var ways = chosen.Table.Shortest(SixEdgesTasks.IndexOf(held), before, 30);
                held = held.Apply(ways[random.Next(ways.Count)]);
            }

            var index = SixEdgesTasks.IndexOf(held);
            if (chosen.Table.Distance(index, goal).ToString(CultureInfo.InvariantCulture) == wanted && chosen.Next(index) == goal)
                return About(wish, seed, wanted, held, What(goal), [], SixEdgesTasks.FocusOf(held));
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var (index, chosen) = (SixEdgesTasks.IndexOf(task.Held), planner());
        var end = SixEdgesIndex.IndexOf(task.Position.Apply(answer.Turns), out var missing);
        var (least, used) = (chosen.Table.Distance(index, goal), answer.Turns.Sum(t => Metric.Stm.Cost(t)));
        var right = end is { } at && chosen.Table.Distance(at, goal) == 0;
        var best = chosen.Ways(index, SixEdgesTasks.Usual, byTurns: false)[0].Step.Turns;
        var reasons = new List<string> { SixEdgesNotes.Stand(chosen.Table, index) };
        if (end is null) reasons.Add(missing.Length > 0 ? missing : "The blocks do not stand at the end.");
        if (right && used > least) reasons.Add($"In {least}: {string.Join(' ', best)}.");
        return new DrillVerdict(right, right ? $"Done in {used} STM; {least} at least." : "Not done.", reasons, string.Join(' ', best),
            right ? used - least : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of(
        [.. task.Hold, .. planner().Ways(SixEdgesTasks.IndexOf(task.Held), SixEdgesTasks.Usual, byTurns: false)[0].Step.Turns]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var way = planner().Ways(SixEdgesTasks.IndexOf(task.Held), SixEdgesTasks.Usual, byTurns: false)[0].Step.Turns;
        return $"It takes {Words.Turns(way.Count)} at least and may begin {way[0]}.";
    }
}
