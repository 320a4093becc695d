using System.Globalization;
using TinCompass.Core.Cube;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.BlockFirst.Drills;

/// <summary>A block 2x2x2 built, or one made longer, in the fewest turns; its cases are how many it takes.</summary>
public sealed class BuildBlock(BlockTools tools, bool isLong) : Drill(isLong
    ? new DrillInfo($"{BuildStage.LongId}.extend", "Make it longer",
        "Extend the block 2x2x2 to 2x2x3 in the fewest turns; it may be opened on the way.", AnswerKind.Turns, 20_000)
    {
        Cases = ["3", "4", "5", "6", "7"],
    }
    : new DrillInfo($"{BuildStage.SmallId}.build", "Build 2x2x2", "Plan the block of a corner, then turn it in the fewest turns.",
        AnswerKind.Turns, 20_000)
    {
        Cases = ["3", "4", "5", "6", "7"],
    })
{
    private readonly BuildCourse course = new(tools, isLong);

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"in {name}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var (random, search) = (new Random(seed), tools.Blocks());
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var (position, focus) = (RandomPosition.Draw(random.Next), new Focus(BlockTasks.Base(wish, random)));
            if (isLong)
            {
                BuiltBlock[] small = [.. BuiltBlock.Small.Where(b => b.IsOn(focus.Base))];
                position = position.Apply(small[random.Next(small.Length)].Shortest(search, position)[0]);
            }

            foreach (var block in course.Asked(PieceSet.Home(position), focus))
            {
                if (block.Shortest(search, position)[0].Count.ToString(CultureInfo.InvariantCulture) != name) continue;
                return About(wish, seed, name, position.Apply(block.HoldOn(focus.Base).Rotation),
                    isLong ? $"Make the block longer {block.Name}, left and down."
                        : $"Build the block of {block.Name}, behind, left and down.",
                    [], focus with { Part = block.Name });
            }
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var missing = BlockOf(task).Pieces.Without(PieceSet.Home(task.Position.Apply(answer.Turns)));
        var (best, used) = (Best(task), answer.Turns.Sum(t => Metric.Htm.Cost(t)));
        return new DrillVerdict(missing.IsEmpty,
            missing.IsEmpty ? $"Built in {used} HTM; {best.Count} at least." : "The block does not stand.",
            missing.IsEmpty ? [] : [$"{Words.Capital(Words.Join(missing.Names))} {(missing.Names.Count == 1 ? "is" : "are")} not home."],
            string.Join(' ', best), missing.IsEmpty ? used - best.Count : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task) => DrillAnswer.Of([.. task.Hold, .. Best(task)]);

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var best = Best(task);
        return $"It takes {Words.Turns(best.Count)} and may begin {best[0]}.";
    }

    private BuiltBlock BlockOf(DrillTask task) => (isLong ? BuiltBlock.Long : BuiltBlock.Small).First(b => b.Name == task.Focus.Part);

    private IReadOnlyList<Turn> Best(DrillTask task) => BlockTools.Ranked(BlockOf(task).Shortest(tools.Blocks(), task.Position),
        task.Held, [], new CourseOptions(BlockTools.Usual, true, true, 1), false)[0].Turns;
}
