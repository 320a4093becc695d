using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>Fifteen seconds to plan one block; then the plan is given and stands. Any way is right; what it cost is told.</summary>
public sealed class BlockPlan(Func<FirstBlockPlanner> planner) : Drill(new DrillInfo(
    $"{FirstBlockStage.StageId}.plan-and-commit", "Plan the first block",
    "Inspect for fifteen seconds, then enter the whole block: before you turn your cube, or after.", AnswerKind.Turns, 15_000)
{
    Cases = ["5", "6", "7", "8", "4"],
})
{
    // A block of chance has 4 to 8 turns nearly always; what was wished comes up among so many positions.
    private const int MostDraws = 400;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"blocks of {name}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (random, chosen) = (new Random(seed), planner());
        var wanted = wish.Case is { } name ? int.Parse(name, CultureInfo.InvariantCulture) : (int?)null;
        CubeState position;
        Block block;
        int length;
        var draws = 0;
        do
        {
            position = RandomPosition.Draw(random.Next);
            var down = BlockTasks.BaseFor(wish, random);
            Block[] blocks = [.. FirstBlockPlanner.On(down)];
            block = wanted is { } w ? blocks.MinBy(b => Math.Abs(chosen.Distance(position, b) - w)) : blocks[random.Next(blocks.Length)];
            length = chosen.Distance(position, block);
        }
        while (++draws < MostDraws && (length == 0 || (wanted is { } asked && length != asked)));
        return new DrillTask(
            Id, wish, seed, length.ToString(CultureInfo.InvariantCulture), position, new Focus(block.Base, block.Side.Name()),
                BlockTasks.HoldFor(position, block), $"Plan the {BlockTasks.Name(block)}.", AnswerKind.Turns, [])
        {
            IsInspected = true,
            TargetMs = 15_000,
        };
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer) => BlockTasks.Judge(planner(), task, answer);

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task)
    {
        var way = planner().Best(task.Position, [BlockOf(task)], BlockTasks.Usual, byTurns: true);
        return DrillAnswer.Of([.. way.Rotation, .. way.Turns]);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) => BlockTasks.Hint(planner(), task.Position, BlockOf(task));

    private static Block BlockOf(DrillTask task) => Faces.TryParseColor(task.Focus.Part, out var side) ? new Block(side, task.Focus.Base)
        : throw new InvalidOperationException($"{task.Drill} without a side");
}
