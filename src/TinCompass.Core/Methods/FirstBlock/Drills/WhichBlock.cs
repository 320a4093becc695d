using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>Which of the four blocks on a base would you take? Right is one that no other is shorter than.</summary>
public sealed class WhichBlock(Func<FirstBlockPlanner> planner) : Drill(new DrillInfo(
    $"{FirstBlockStage.StageId}.which-block", "Which block", "Which of the four blocks on a base is the shortest? Fifteen seconds.",
    AnswerKind.Choice, 15_000)
{
    Cases = ["any"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => "of the four on a base";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        ArgumentNullException.ThrowIfNull(wish);
        var random = new Random(seed);
        var (position, down) = (RandomPosition.Draw(random.Next), BlockTasks.BaseFor(wish, random));
        return new DrillTask(
            Id, wish, seed, "any", position, new Focus(down), [], $"Which block on {down.Name()} is the shortest?", AnswerKind.Choice,
                [.. FirstBlockPlanner.On(down).Select(b => new DrillOption(b.Side.Name(), $"{b.Side.Name()} side", b.Side))])
        {
            IsInspected = true,
            TargetMs = 15_000,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        ArgumentNullException.ThrowIfNull(task);
        ArgumentNullException.ThrowIfNull(answer);
        var chosen = planner();
        var looks = chosen.Compare(task.Position, FirstBlockPlanner.On(task.Color), BlockTasks.Usual, byTurns: true);
        var best = looks.MinBy(l => l.Length)!;
        var mine = looks.FirstOrDefault(l => answer.Chosen is [var side] && l.Block.Side.Name() == side) ?? looks.MaxBy(l => l.Length)!;
        var right = mine.Length == best.Length;
        return new DrillVerdict(right,
            right ? $"None is shorter than {Say(mine)}." : $"You took {Say(mine)}; shorter: {Say(best)}.",
            [.. looks.OrderBy(l => l.Length).Select(l => $"{Say(l)}{(l.Ready.Count > 0 ? $", ready: {Words.Join(l.Ready)}" : "")}: " +
                $"{string.Join(' ', l.Best.Turns)}.")],
            Say(best), mine.Length - best.Length, best.Best.Turns)
        { SaysBest = !right };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        ArgumentNullException.ThrowIfNull(task);
        var best = planner().Compare(task.Position, FirstBlockPlanner.On(task.Color), BlockTasks.Usual, byTurns: true).Min(l => l.Length);
        return $"The shortest takes {Words.Turns(best)}. Look for pairs and edges that are joined already.";
    }

    private static string Say(BlockReport look) => $"{look.Block.Side.Name()} in {look.Length} HTM";
}
