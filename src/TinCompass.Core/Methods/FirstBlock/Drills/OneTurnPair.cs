using TinCompass.Core.Cube;
using TinCompass.Core.Practice;
using TinCompass.Core.Scrambling;

namespace TinCompass.Core.Methods.FirstBlock.Drills;

/// <summary>One turn joins one of the four corners and edges that belong together: which?</summary>
public sealed class OneTurnPair() : Drill(new DrillInfo(
    $"{FirstBlockStage.StageId}.one-turn-pair", "One turn from a pair", "One turn of a face joins one of these: which?",
        AnswerKind.Choice, 10_000)
{
    Cases = ["any"],
})
{
    private static readonly BlockLink[] Pairs = [.. BlockLinks.All.Where(l => l.One != BlockPart.Centre)];

    /// <inheritdoc/>
    public override string CaseTitle(string name) => "of the four pairs of a block";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        while (true)
        {
            var (position, down) = (RandomPosition.Draw(random.Next), BlockTasks.BaseFor(wish, random));
            var block = FirstBlockPlanner.On(down).ElementAt(random.Next(4));
            var hold = BlockTasks.HoldFor(position, block);
            var held = position.Apply(hold);
            var links = new BlockLinks(held.Hold);
            if (Pairs.Any(p => links.Of(held).IsJoined(p)) || Pairs.Count(p => TurnFor(held, p) is not null) != 1) continue;
            return new DrillTask(Id, wish, seed, "any", position, new Focus(down, block.Side.Name()), hold,
                $"Which pair of the {BlockTasks.Name(block)} does one turn join?", AnswerKind.Choice,
                [.. Pairs.Select((p, i) => new DrillOption($"{i}", $"{links.Name(p.Other)} with {links.Name(p.One)}"))])
            {
                TargetMs = Info.TargetMs,
            };
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var at = Array.FindIndex(Pairs, p => TurnFor(task.Held, p) is not null);
        var turn = TurnFor(task.Held, Pairs[at])!.Value;
        var right = answer.Chosen is [var chosen] && chosen == $"{at}";
        return new DrillVerdict(right, $"{(right ? "Yes: " : "")}{turn} joins {task.Options[at].Text}.", [], task.Options[at].Text, null,
            [.. task.Hold, turn])
        { SaysBest = true };
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task) =>
        $"The turn is one of {TurnFor(task.Held, Pairs.First(p => TurnFor(task.Held, p) is not null))!.Value.Letter}.";

    /// <summary>A turn of a face that joins a pair; null when none does.</summary>
    private static Turn? TurnFor(CubeState held, BlockLink pair)
    {
        var links = new BlockLinks(held.Hold);
        for (var t = 0; t < Turn.FaceTurnCount; t++)
            if (links.Of(held.Apply(Turn.FromIndex(t))).IsJoined(pair)) return Turn.FromIndex(t);
        return null;
    }
}
