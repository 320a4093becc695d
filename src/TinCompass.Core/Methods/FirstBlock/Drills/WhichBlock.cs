using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>
/// Which of the four blocks on a base would you take? Right is one that no other is shorter than. Level 2: on two bases, of those that the
/// solver plans for.
/// </summary>
public sealed class WhichBlock(Func<FirstBlockPlanner> planner) : Drill(new DrillInfo(
    $"{FirstBlockStage.StageId}.which-block", "Which block",
        "Which of the four blocks on a base, or on two, is the shortest? Fifteen seconds.",
    AnswerKind.Choice, 15_000)
{
    Levels = 2,
    Cases = ["any"],
})
{
    /// <inheritdoc/>
    public override string CaseTitle(string name) => "of the four on a base";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var (position, down) = (RandomPosition.Draw(random.Next), BlockTasks.BaseFor(wish, random));
        var bases = BasesOf(wish, down);
        var isOne = bases.Count == 1;
        return new DrillTask(
            Id, wish, seed, "any", position, new Focus(down), [],
            $"Which block on {Words.Join(bases.Select(b => b.Name())).Replace(" and ", " or ", StringComparison.Ordinal)} is the shortest?",
            AnswerKind.Choice,
            [
                .. bases.SelectMany(FirstBlockPlanner.On)
                    .Select(b => isOne ? new DrillOption(b.Side.Name(), $"{b.Side.Name()} side", b.Side)
                    : new DrillOption($"{b}", $"{b.Side.Name()} on {b.Base.Name()}", b.Side)),
            ])
        {
            IsInspected = true,
            TargetMs = 15_000,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var chosen = planner();
        var bases = BasesOf(task.Wish, task.Color);
        var looks = chosen.Compare(task.Position, bases.SelectMany(FirstBlockPlanner.On), BlockTasks.Usual, byTurns: true);
        var best = looks.MinBy(l => l.Length)!;
        var mine = looks.FirstOrDefault(l => answer.Chosen is [var block]
            && (bases.Count == 1 ? l.Block.Side.Name() : $"{l.Block}") == block)
            ?? looks.MaxBy(l => l.Length)!;
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
        var best = planner().Compare(task.Position, BasesOf(task.Wish, task.Color).SelectMany(FirstBlockPlanner.On), BlockTasks.Usual,
            byTurns: true).Min(l => l.Length);
        return $"The shortest takes {Words.Turns(best)}. Look for pairs and edges that are joined already.";
    }

    /// <summary>The base of the task; from level 2 on another one too, the next that the solver plans for.</summary>
    private static IReadOnlyList<Color> BasesOf(DrillWish wish, Color down)
    {
        var colors = wish.Colors.ToList();
        return wish.Level < 2 || colors.Count < 2 ? [down] : [down, colors[(colors.IndexOf(down) + 1) % colors.Count]];
    }

    private static string Say(BlockReport look) => $"{look.Block.Side.Name()} on {look.Block.Base.Name()} in {look.Length} HTM";
}
