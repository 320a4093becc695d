using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.Cross.Drills;

/// <summary>What the cross drills have in common.</summary>
internal static class CrossTasks
{
    /// <summary>One of the colours the solver plans for.</summary>
    public static Color ColorFor(DrillWish wish, Random random) => wish.Colors[random.Next(wish.Colors.Count)];

    /// <summary>A position, drawn evenly among all that fit.</summary>
    public static CubeState Draw(CrossTools cross, Color color, int? length, int? badEdges, Random random) =>
        new WishedPositions(cross.Search.Table, [new CrossWish(color, length, badEdges)]).Draw(random.Next);

    /// <summary>The rotation by which the colour comes down.</summary>
    public static IReadOnlyList<Turn> HoldFor(CubeState position, Color color) => CrossPosition.Of(position, color).Rotation.Rotation;

    /// <summary>A plan judged: right when the cross stands with at most <paramref name="allowed"/> turns over the best.</summary>
    public static DrillVerdict JudgePlan(CrossTools cross, DrillTask task, DrillAnswer answer, int allowed)
    {
        var judged = cross.Judge.Judge(task.Position, task.Color, answer.Turns);
        var best = cross.Planner.Plan(task.Position, task.Color).Groups[0].Plans[0].Solution;
        var reasons = judged.Mistakes.Take(2).Select(m => CrossWords.ForMistake(task.Color, m)).ToList();
        if (judged.Onward is { } onward) reasons.Add($"From where you stopped: {onward}.");
        var right = judged.IsCross && judged.OverBest <= allowed;
        return new DrillVerdict(right, CrossWords.Verdict(judged), reasons, best.ToString(), judged.OverBest, answer.Turns);
    }

    /// <summary>The best plan as an answer.</summary>
    public static DrillAnswer BestPlan(CrossTools cross, DrillTask task) =>
        DrillAnswer.Of([.. cross.Planner.Plan(task.Position, task.Color).Groups[0].Plans[0].Solution.All]);

    /// <summary>How a best plan begins.</summary>
    public static string HintForPlan(CrossTools cross, DrillTask task)
    {
        var group = cross.Planner.Plan(task.Position, task.Color).Groups[0];
        var names = string.Join(" or ", group.First.Select(side => CrossWords.EdgeName(task.Color, side)));
        return $"The best takes {Words.Turns(group.BestLength)}; one way {(group.StandsAlready ? "keeps" : "begins with")} {names}.";
    }
}
