using TinCompass.Core.Cube;
using TinCompass.Core.Hands;
using TinCompass.Core.Practice;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>What the drills of the first block have in common.</summary>
internal static class BlockTasks
{
    /// <summary>Usual hands: verdicts do not depend on whose they are.</summary>
    public static HandModel Usual { get; } = new(HandPreferences.Usual);

    /// <summary>One of the bases the solver plans for.</summary>
    public static Color BaseFor(DrillWish wish, Random random) => wish.Colors[random.Next(wish.Colors.Count)];

    /// <summary>"the white-green block": its sides in words.</summary>
    public static string Name(Block block) => $"{block.Side.Name()} block on {block.Base.Name()}";

    /// <summary>A plan judged against the block of the task.</summary>
    public static DrillVerdict Judge(FirstBlockPlanner planner, DrillTask task, DrillAnswer answer)
    {
        var judged = FirstBlockJudge.Judge(planner, task.Position, task.Focus, answer.Turns, Usual);
        var best = planner.Best(task.Position, [judged.Block], Usual, byTurns: true);
        return new DrillVerdict(judged.IsDone, judged.Verdict, judged.Hints, best.ToString(), judged.OverBest, answer.Turns);
    }

    /// <summary>The rotation by which a block comes to the left, its base down.</summary>
    public static IReadOnlyList<Turn> HoldFor(CubeState position, Block block) => FirstBlockPosition.Rotation(
        position.Hold, FirstBlockPosition.Of(position, block).Hold);

    /// <summary>How a best way begins.</summary>
    public static string Hint(FirstBlockPlanner planner, CubeState position, Block block)
    {
        var group = planner.Groups(position, block, Usual, byTurns: true, 0)[0];
        return $"The best takes {Words.Turns(group.Ways[0].Length)}. {group.Title}.";
    }
}
