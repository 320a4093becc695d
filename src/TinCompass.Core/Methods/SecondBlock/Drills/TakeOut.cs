using TinCompass.Core.Cube;
using TinCompass.Core.Methods.FirstBlock;
using TinCompass.Core.Notation;
using TinCompass.Core.Practice;
using TinCompass.Core.Search;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.SecondBlock.Drills;

/// <summary>
/// A piece of the second block is stuck below at the right: bring it on top with R, r, M and U, so that both what stands of the second
/// block and the first block stand at the end.
/// </summary>
public sealed class TakeOut(Func<SecondBlockPlanner> planner, Func<FirstBlockPlanner> first) : Drill(new DrillInfo(
    $"{SecondBlockStage.StageId}.take-out", "Take it out without harm",
        "A piece is stuck below at the right: bring it on top, what stands stays.",
    AnswerKind.Turns, 8_000)
{
    Cases = ["corner", "edge"],
})
{
    /// <summary>No such piece is further from the top.</summary>
    private const int MostTurns = 5;

    /// <inheritdoc/>
    public override string CaseTitle(string name) => $"a stuck {name}";

    /// <inheritdoc/>
    public override DrillTask Make(DrillWish wish, int seed)
    {
        var random = new Random(seed);
        var name = wish.Case ?? Cases[random.Next(Cases.Count)];
        while (true)
        {
            var (held, read) = BlockPair.WithParts([SecondBlockGoal.BaseEdge], wish, random, planner(), first());
            if (Stuck(read, name) is not { } piece || Best(read, name, piece) is null) continue;
            var frame = read.Frame;
            var said = name == "corner" ? Blocks.Name(Corners[piece], frame) : Blocks.Name(Edges[piece], frame);
            return new DrillTask(Id, wish, seed, name, held.Upright(), new Focus(read.Color), held.Hold.Rotation,
                $"Bring {said} on top; what stands below stays.", AnswerKind.Turns, [])
            {
                TargetMs = Info.TargetMs,
            };
        }
    }

    /// <inheritdoc/>
    public override DrillVerdict Judge(DrillTask task, DrillAnswer answer)
    {
        var read = BlockPair.Read(task);
        var piece = Stuck(read, task.Case)!.Value;
        var best = Best(read, task.Case, piece)!;
        var end = task.Position.Apply(answer.Turns);
        var isLeft = Blocks.Frame(end.Hold, task.Color) is { } frame && frame == read.Frame && Blocks.LeftStands(Blocks.Seen(end, frame));
        var after = isLeft ? SecondBlockPosition.Of(Blocks.Seen(end, read.Frame), end.Hold, read.Frame) : default;
        var table = planner().Table;
        var stays = isLeft && Stood(table, read.Right).All(g => table.Distance(after, g) == 0);
        var isOut = isLeft && IsOut(after, task.Case, piece);
        var used = answer.Turns.Sum(t => Metric.Stm.Cost(t));
        var reasons = new List<string>();
        if (!isLeft) reasons.Add("The first block does not stand at the left at the end.");
        else if (!stays) reasons.Add("What stood of the second block does not stand at the end.");
        else if (!isOut) reasons.Add("It is not on top.");
        return new DrillVerdict(isOut && stays, isOut && stays ? $"Out, in {Words.Turns(used)}; {best.Count} at least."
            : "Not out, or not without harm.",
            reasons, string.Join(' ', best), isOut && stays ? used - best.Count : null, answer.Turns);
    }

    /// <inheritdoc/>
    public override DrillAnswer Solution(DrillTask task)
    {
        var read = BlockPair.Read(task);
        return DrillAnswer.Of([.. task.Hold, .. Best(read, task.Case, Stuck(read, task.Case)!.Value)!]);
    }

    /// <inheritdoc/>
    public override string Hint(DrillTask task)
    {
        var read = BlockPair.Read(task);
        return $"It takes {Words.Turns(Best(read, task.Case, Stuck(read, task.Case)!.Value)!.Count)} at least.";
    }

    private static readonly Edge[] Edges = [Edge.DR, Edge.FR, Edge.BR];
    private static readonly Corner[] Corners = [Corner.DFR, Corner.DRB];

    /// <summary>The first corner, or edge of a pair, that is below at the right and not at home; null when none is.</summary>
    private static int? Stuck(FirstBlockDone read, string name)
    {
        if (name == "corner")
            return Enumerable.Range(0, 2).Cast<int?>().FirstOrDefault(i => !IsOut(read.Right, name, i!.Value)
                && read.Right.Corner(i.Value) != SecondBlockPosition.HomeCorners[i.Value]);
        return Enumerable.Range(1, 2).Cast<int?>().FirstOrDefault(i => EdgeStickers.Place(read.Right.Edge(i!.Value)) is Edge.FR or Edge.BR
            && read.Right.Edge(i.Value) != SecondBlockPosition.HomeEdges[i.Value]);
    }

    private static bool IsOut(SecondBlockPosition at, string name, int piece) => name == "corner"
        ? CornerStickers.Place(at.Corner(piece)) <= Corner.UBR
            : EdgeStickers.Place(at.Edge(piece)) is Edge.UF or Edge.UR or Edge.UB or Edge.UL;

    private static IEnumerable<SecondBlockGoal> Stood(SecondBlockTable table, SecondBlockPosition at) =>
        Enum.GetValues<SecondBlockGoal>().Where(g => g != SecondBlockGoal.Block && table.Distance(at, g) == 0);

    /// <summary>The fewest turns, tried one longer at a time; null when it takes more than <see cref="MostTurns"/>.</summary>
    private List<Turn>? Best(FirstBlockDone read, string name, int piece)
    {
        var table = planner().Table;
        var stood = Stood(table, read.Right).ToArray();
        for (var length = 1; length <= MostTurns; length++)
            if (Go(read.Right, [], (1u << SecondBlockTable.Turns.Count) - 1, length) is { } found) return found;
        return null;

        List<Turn>? Go(SecondBlockPosition at, List<Turn> made, uint allowed, int left)
        {
            if (left == 0) return IsOut(at, name, piece) && stood.All(g => table.Distance(at, g) == 0) ? made : null;
            for (var t = 0; t < SecondBlockTable.Turns.Count; t++)
                if ((allowed >> t & 1) == 1 && stood.All(g => table.Distance(at.After(t), g) < left)
                    && Go(at.After(t), [.. made, SecondBlockTable.Turns[t]], SecondBlockTable.AllowedAfter[t], left - 1) is { } found)
                    return found;
            return null;
        }
    }
}
